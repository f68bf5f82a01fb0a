package ashfall.desk.compare;

import ashfall.shot.Affects;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Shot;

import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;

import java.util.List;

/// Chooses one of the dials that change the gas of an element.
final class DialChoice extends MenuButton {
    private final Runnable chosen;
    private String path = "";

    /// @param chosen is told when another dial was chosen
    DialChoice(String id, Runnable chosen) {
        this.chosen = chosen;
        setId(id);
        getStyleClass().add("dial-choice");
        setTooltip(new Tooltip("Which dial gets another value in each trial"));
    }

    /// Path of the dial as in the file; empty while there is none.
    String path() {
        return path;
    }

    /// Offers the dials of a shot.
    ///
    /// @param element that is sketched
    /// @param wanted paths of dials, of which the first that there is is chosen
    void offer(Shot shot, String element, List<String> wanted) {
        getItems().clear();
        String found = "";
        for (var entry : shot.items().entrySet()) {
            if (!isOf(entry.getKey(), element)) {
                continue;
            }
            Menu menu = new Menu(name(entry.getKey()));
            for (Quantity quantity : dials(entry.getValue())) {
                String at = entry.getKey() + "." + quantity.key();
                MenuItem item = new MenuItem(quantity.label());
                item.setId("try-" + at.replace('.', '-'));
                item.setOnAction(e -> choose(at, quantity));
                menu.getItems().add(item);
                if (found.isEmpty() || isBefore(wanted, at, found)) {
                    found = at;
                    setText(words(at, quantity));
                }
            }
            if (!menu.getItems().isEmpty()) {
                getItems().add(menu);
            }
        }
        path = found;
    }

    private static boolean isBefore(List<String> order, String one, String other) {
        int place = order.indexOf(one);
        int others = order.indexOf(other);
        return place >= 0 && (others < 0 || place < others);
    }

    private void choose(String at, Quantity quantity) {
        path = at;
        setText(words(at, quantity));
        chosen.run();
    }

    private static String words(String path, Quantity quantity) {
        String item = path.substring(0, path.length() - quantity.key().length() - 1);
        String unit = quantity.unit().symbol();
        return name(item) + ": " + quantity.label() + (unit.isEmpty() ? "" : ", " + unit);
    }

    /// "oil" of "elements.store.sources.oil".
    private static String name(String itemPath) {
        return itemPath.substring(itemPath.lastIndexOf('.') + 1).replace('-', ' ');
    }

    private static boolean isOf(String itemPath, String element) {
        return !itemPath.startsWith("elements.")
                || itemPath.equals("elements." + element)
                || itemPath.startsWith("elements." + element + ".");
    }

    private static List<Quantity> dials(Item item) {
        return item.kind().params().values().stream()
                .filter(param -> param.words().affects() == Affects.GAS)
                .filter(Quantity.class::isInstance)
                .map(Quantity.class::cast)
                .toList();
    }
}
