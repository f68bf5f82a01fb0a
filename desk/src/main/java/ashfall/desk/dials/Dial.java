package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.Tips;
import ashfall.shot.Item;
import ashfall.shot.Param;

import com.fasterxml.jackson.databind.node.TextNode;

import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import java.util.Collection;
import java.util.List;

/// The dial of one parameter of one item. Shows the value after every edit; makes edits itself.
///
/// @param <T> type of the parameter's values
abstract class Dial<T> extends VBox {
    private static final PseudoClass NOTED = PseudoClass.getPseudoClass("noted");
    private static final PseudoClass SET = PseudoClass.getPseudoClass("set");

    final Document document;
    final String path;
    final Param<T> param;
    final Label problem = new Label();
    final HBox head = new HBox(4);
    private final Label label;

    /// Paths of the items that are set with the dial's own.
    private Collection<String> along = List.of();

    Dial(Document document, String path, Param<T> param) {
        this.document = document;
        this.path = path;
        this.param = param;
        setId(id(param));
        getStyleClass().add("dial");
        label = new Label(param.label());
        label.getStyleClass().add("dial-label");
        label.setMinWidth(0);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        head.setAlignment(Pos.CENTER_LEFT);
        head.getChildren().addAll(label, gap);
        getChildren().add(head);
        explain(label);
        label.setOnMouseClicked(
                e -> {
                    if (e.getClickCount() == 2) {
                        put(null);
                    }
                });
    }

    /// Says what the parameter does where the pointer rests on a node.
    final void explain(Node node) {
        Tips.whenRead(node, () -> sentence(param) + noted("\n"));
    }

    /// Id of a parameter's dial: `param-release-fuel`.
    static String id(Param<?> param) {
        return "param-" + param.key().replace('.', '-');
    }

    /// What it does, in which range.
    static String sentence(Param<?> param) {
        return param.words().does() + "\n" + param.range() + ".";
    }

    /// What it does, and why it is as it is here.
    final String words() {
        return param.words().does() + noted(" ");
    }

    private String noted(String between) {
        Item item = item();
        String note = item == null ? "" : item.note(param);
        return note.isEmpty() ? "" : between + "Here: " + note;
    }

    /// Shows the item's value.
    final void show(Item item) {
        label.pseudoClassStateChanged(NOTED, !item.note(param).isEmpty());
        label.pseudoClassStateChanged(SET, item.values().containsKey(param));
        display(item);
    }

    abstract void display(Item item);

    /// Does it show all that it will?
    boolean isSettled() {
        return true;
    }

    /// A value from typed text.
    ///
    /// @throws IllegalArgumentException saying what would be right
    T typed(String text) {
        return param.read(TextNode.valueOf(text.strip()));
    }

    Item item() {
        return document.shot().item(path);
    }

    void put(T value) {
        document.put(path, along, param, value);
    }

    /// Sets the same parameter of other items as well.
    ///
    /// @param paths read each time
    final void setAlong(Collection<String> paths) {
        along = paths;
    }
}
