package ashfall.desk.manifest;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;

import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

import java.util.List;

/// The head of things that are in one group: a press takes them all, its lamp switches them all.
final class GroupLine extends HBox {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final PseudoClass OFF = PseudoClass.getPseudoClass("off");

    private final Document document;
    private final Selection selection;
    private final Arranging arranging;
    private final String group;
    private final List<String> paths;
    private final Label name = new Label();
    private final ToggleButton lamp = new ToggleButton();
    private Runnable taken = () -> {};

    /// @param paths of the things in it, in their order
    /// @param depth how far it stands in
    GroupLine(
            Document document,
            Selection selection,
            Arranging arranging,
            String group,
            List<String> paths,
            int depth) {
        super(6);
        this.document = document;
        this.selection = selection;
        this.arranging = arranging;
        this.group = group;
        this.paths = paths;
        setId("group-" + group.replaceAll("[^A-Za-z0-9-]", "-"));
        getStyleClass().addAll("line", "depth-" + depth);
        setAlignment(Pos.CENTER_LEFT);
        setFocusTraversable(true);
        name.setText(group);
        name.getStyleClass().add("line-name");
        name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        name.setMinWidth(24);
        name.setTooltip(
                new Tooltip("A press takes all of the group, F2 renames it, Ctrl+G ends it"));
        Label count = new Label(paths.size() + " together");
        count.getStyleClass().add("figure");
        count.setMinWidth(USE_PREF_SIZE);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        lamp.setId("on-" + getId());
        lamp.getStyleClass().add("lamp");
        lamp.setTooltip(new Tooltip("All of the group on or off"));
        lamp.setOnAction(e -> arranging.switchAll(paths, !isLit()));
        getChildren().addAll(name, gap, count, lamp);
        setOnMouseClicked(
                e -> {
                    choose();
                    if (e.getClickCount() == 2) {
                        rename();
                    }
                });
        setOnKeyPressed(
                e -> {
                    if (e.getCode() == KeyCode.ENTER) {
                        choose();
                        e.consume();
                    }
                });
        show();
    }

    List<String> paths() {
        return paths;
    }

    /// Is told before all of the group is taken.
    void whenTaken(Runnable listener) {
        taken = listener;
    }

    private void choose() {
        requestFocus();
        taken.run();
        selection.chooseAll(paths);
    }

    void rename() {
        Renaming.begin(this, name, group, now -> arranging.renameGroup(paths, now));
    }

    private boolean isLit() {
        return paths.stream().anyMatch(path -> Arranging.isOn(document.shot().item(path)));
    }

    /// Shows whether any of it is on.
    void show() {
        lamp.setSelected(isLit());
        pseudoClassStateChanged(OFF, !isLit());
    }

    /// Are all of the group taken, and nothing else?
    boolean isChosen() {
        return selection.along().size() == paths.size() - 1
                && paths.stream().allMatch(selection::isAmong);
    }

    void markChosen() {
        pseudoClassStateChanged(CHOSEN, isChosen());
    }
}
