package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.document.Edit;
import ashfall.desk.kit.Tips;
import ashfall.desk.kit.ValueField;
import ashfall.look.Fit;
import ashfall.look.Histogram;
import ashfall.shot.Item;
import ashfall.shot.Reading;
import ashfall.shot.Shot;
import ashfall.shot.Unit;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import java.util.Map;
import java.util.Optional;

/// Fits the reading to the values that are there, and the smoke to a visibility; each is one edit.
final class FitBar extends VBox {
    private final Document document;
    private final Ranges ranges;
    private final String path;
    private final Label problem = new Label();
    private final ValueField visibility = new ValueField("visibility-field", problem, this::see);

    /// @param path of the reading
    FitBar(Document document, Ranges ranges, String path) {
        this.path = path;
        this.document = document;
        this.ranges = ranges;
        getStyleClass().add("dial");
        Label name = new Label("Visibility");
        name.getStyleClass().add("dial-label");
        Tooltip tip =
                Tips.of(
                        "Distance after which half of the light is gone, in the thickest smoke of"
                                + " this frame (99th percentile); typing one sets the mass"
                                + " extinction.");
        name.setTooltip(tip);
        visibility.field().setTooltip(tip);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox seen = new HBox(4, name, gap, visibility);
        seen.setAlignment(Pos.CENTER_LEFT);
        Button frame = button("frame", "fit glow to frame", false);
        Button run = button("run", "fit glow to run", true);
        getChildren().addAll(seen, problem, new HBox(4, frame, run));
        ranges.foundProperty().addListener((o, was, is) -> show());
        document.shotProperty().addListener((o, was, is) -> show());
        show();
    }

    private Button button(String name, String words, boolean over) {
        Button button = new Button(words);
        button.setId("fit-" + name);
        button.setTooltip(
                new Tooltip(
                        "Colours from the 1st to the 99th percentile of what is hot "
                                + (over ? "over the run" : "in this frame")));
        button.setOnAction(e -> fit(over));
        return button;
    }

    private Optional<Histogram> values(String channel, boolean over) {
        Ranges.Found found = ranges.foundProperty().get();
        return over ? found.over(channel).or(() -> found.here(channel)) : found.here(channel);
    }

    private void fit(boolean over) {
        Shot shot = document.shot();
        Item reading = shot.item(path);
        values(reading.get(Reading.HEAT), over)
                .ifPresent(
                        h ->
                                edit(
                                        over ? "Fit glow to run" : "Fit glow to frame",
                                        path,
                                        Fit.heat(reading, h)));
    }

    private void see(String text) {
        double metres = Unit.METRE.parse(text);
        if (!(metres > 0)) {
            throw new IllegalArgumentException("the visibility must be more than 0 m");
        }
        Shot shot = document.shot();
        Item reading = shot.item(path);
        Histogram smoke =
                values(reading.get(Reading.SMOKE), false)
                        .orElseThrow(() -> new IllegalArgumentException("this frame has no smoke"));
        Item look = Fit.visible(shot.look(), reading, smoke, metres);
        edit("Set visibility", "look", look);
    }

    private void edit(String name, String path, Item item) {
        document.edit(Edit.Items.of(name, document.shot(), Map.of(path, item)));
    }

    private void show() {
        Shot shot = document.shot();
        Item reading = shot.item(path);
        if (reading == null) {
            return;
        }
        visibility.show(
                values(reading.get(Reading.SMOKE), false)
                        .map(h -> Fit.visibility(shot.look(), reading, h))
                        .filter(Double::isFinite)
                        .map(metres -> Unit.METRE.figure(metres, 3))
                        .orElse("no smoke"));
    }
}
