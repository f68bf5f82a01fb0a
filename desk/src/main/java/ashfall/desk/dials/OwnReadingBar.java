package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.desk.document.Station;
import ashfall.desk.kit.Tips;
import ashfall.shot.Item;
import ashfall.shot.Shot;

import javafx.scene.control.Button;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.layout.FlowPane;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Gives an element a reading of its own, beside that of the shot, copies it to others, or takes it
/// away again; each is one edit.
final class OwnReadingBar extends FlowPane {
    private static final String GROUP = "readings.";

    private final Document document;
    private final Selection selection;

    /// @param path of the reading that is tuned, or of volumes from elsewhere
    /// @param element in view, or the name of these; null without any
    OwnReadingBar(Document document, Selection selection, String path, String element) {
        super(4, 4);
        this.document = document;
        this.selection = selection;
        Shot shot = document.shot();
        if (path.startsWith(GROUP)) {
            String own = path.substring(GROUP.length());
            getChildren().addAll(copy(own), back(own));
        } else if (shot.elements().size() + shot.volumes().size() > 1
                && element != null
                && !shot.readings().containsKey(element)) {
            getChildren().add(begin(element));
        }
        setVisible(!getChildren().isEmpty());
        setManaged(isVisible());
    }

    private Button begin(String element) {
        Button begin = new Button("read " + element + " in a way of its own");
        begin.setId("reading-own");
        begin.setTooltip(
                Tips.of(
                        "A second reading, for "
                                + element
                                + " alone: what shows as its smoke and its glow, and in which"
                                + " colours. It begins as a copy."));
        begin.setOnAction(
                e -> {
                    put("Reading of its own", element, document.shot().reading());
                    selection.choose(GROUP + element, Station.LOOK);
                });
        return begin;
    }

    private Button back(String own) {
        Button back = new Button("as the shot is read");
        back.setId("reading-back");
        back.setTooltip(Tips.of("Takes the reading of " + own + " away; it can be undone"));
        back.setOnAction(
                e -> {
                    selection.choose("reading", Station.LOOK);
                    Map<String, Item> next = new LinkedHashMap<>(document.shot().readings());
                    next.remove(own);
                    arrange("Remove reading of " + own, next);
                });
        return back;
    }

    private MenuButton copy(String own) {
        MenuButton menu = new MenuButton("copy it to");
        menu.setId("reading-copy");
        menu.setTooltip(Tips.of("Another element, or the whole shot, is read as this one is"));
        MenuItem whole = new MenuItem("the shot");
        whole.setId("reading-copy-shot");
        whole.setOnAction(
                e -> {
                    Shot shot = document.shot();
                    document.arrange("Copy reading", shot.readAs(own));
                });
        menu.getItems().add(whole);
        List<String> others = new ArrayList<>(document.shot().elements().keySet());
        others.addAll(document.shot().volumes().keySet());
        for (String other : others) {
            if (!other.equals(own)) {
                MenuItem item = new MenuItem(other);
                item.setId("reading-copy-" + other);
                item.setOnAction(
                        e -> put("Copy reading to " + other, other, document.shot().reading(own)));
                menu.getItems().add(item);
            }
        }
        return menu;
    }

    private void put(String name, String element, Item reading) {
        Map<String, Item> next = new LinkedHashMap<>(document.shot().readings());
        next.put(element, reading);
        arrange(name, next);
    }

    private void arrange(String name, Map<String, Item> readings) {
        document.arrange(name, document.shot().withGroup("readings", readings));
    }
}
