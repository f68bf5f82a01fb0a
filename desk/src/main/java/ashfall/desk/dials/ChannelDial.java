package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.look.Histogram;
import ashfall.shot.Item;
import ashfall.shot.Param;
import ashfall.shot.Unit;

import javafx.scene.control.Label;

import java.util.Locale;
import java.util.Optional;

/// One of the channels that the frame shown has, each with its range there and over the run.
final class ChannelDial extends MenuDial {
    private final Ranges ranges;
    private final Label range = new Label();

    ChannelDial(Document document, String path, Param.Choice param, Ranges ranges) {
        super(document, path, param);
        this.ranges = ranges;
        range.setId(id(param) + "-range");
        range.getStyleClass().add("purpose");
        getChildren().add(range);
        ranges.foundProperty().addListener((o, was, is) -> show());
        show();
    }

    private void show() {
        Item item = item();
        if (item != null) {
            display(item);
        }
    }

    @Override
    void display(Item item) {
        super.display(item);
        String value = item.get(param);
        range.setText(words(value));
        menu.getItems()
                .forEach(
                        entry -> {
                            String option = (String) entry.getUserData();
                            boolean there = ranges.foundProperty().get().here(option).isPresent();
                            entry.setDisable(!there && !value.equals(option));
                            entry.setText(option + "   " + words(option));
                        });
    }

    /// "289 to 1,751 K here, 289 to 1,902 K over the run".
    private String words(String channel) {
        Ranges.Found found = ranges.foundProperty().get();
        Optional<Histogram> here = found.here(channel);
        if (here.isEmpty()) {
            return "not in this frame";
        }
        String words = span(here.get()) + " here";
        return found.over(channel).map(h -> words + ", " + span(h) + " over the run").orElse(words);
    }

    private static String span(Histogram h) {
        return number(h.least()) + " to " + number(h.most()) + " " + h.unit();
    }

    private static String number(double value) {
        return Math.abs(value) >= 1e6 || (value != 0 && Math.abs(value) < 1e-3)
                ? String.format(Locale.ROOT, "%.2e", value)
                : Unit.number(value, 4);
    }
}
