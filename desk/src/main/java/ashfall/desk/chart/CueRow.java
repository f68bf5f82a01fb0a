package ashfall.desk.chart;

import ashfall.desk.document.Document;
import ashfall.desk.document.Edit;
import ashfall.desk.document.Selection;
import ashfall.shot.Item;
import ashfall.shot.Source;
import ashfall.shot.Timing;

import javafx.beans.value.ObservableBooleanValue;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// A row of the cue sheet: something that a source does over time. Dragging what is drawn in it
/// moves all that the source does, by whole frames, with shift freely; all sources of the element
/// where they are to move together.
abstract class CueRow extends Pane {
    static final double HEIGHT = 26;

    /// Two shapes lie below what is hatched, points and grips above it.
    private static final int BEHIND_POINTS = 2;

    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");

    final Document document;
    final Selection selection;
    private final ObservableBooleanValue together;
    private final String path;
    private final Region before = idle();
    private final Region after = idle();
    TimeAxis axis;
    private double pressed;
    private Drag taken;
    private Map<String, Item> asPressed = Map.of();

    CueRow(Document document, Selection selection, ObservableBooleanValue together, String path) {
        this.document = document;
        this.selection = selection;
        this.together = together;
        this.path = path;
        getStyleClass().add("release-row");
        setMinHeight(HEIGHT);
        setPrefHeight(HEIGHT);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        addEventHandler(MouseEvent.MOUSE_RELEASED, e -> drop());
    }

    private static Region idle() {
        Region region = new Region();
        region.getStyleClass().add("no-effect");
        region.setManaged(false);
        Tooltip.install(region, new Tooltip("No effect here: no carrier lives"));
        return region;
    }

    /// "fuel" of "release.fuel", "keep fuel" of "keep.fuel", "burst".
    abstract String what();

    /// Lays it out along an axis.
    abstract void show(TimeAxis along);

    final String path() {
        return path;
    }

    final String sourceName() {
        return path.substring(path.lastIndexOf('.') + 1);
    }

    final Item item() {
        return document.shot().items().get(path);
    }

    final void markChosen() {
        pseudoClassStateChanged(CHOSEN, path.equals(selection.path()));
    }

    /// Hatches what lies outside the lives of the source's carriers.
    final void hatch() {
        Timing.Span span = Timing.ofCarriers(item());
        if (span == null) {
            getChildren().removeAll(before, after);
            return;
        }
        if (!getChildren().contains(before)) {
            getChildren().addAll(BEHIND_POINTS, List.of(before, after));
        }
        double start = axis.x(axis.from());
        double end = axis.x(axis.to());
        double born = Math.max(start, Math.min(end, axis.x(span.from())));
        double gone = Math.max(start, Math.min(end, axis.x(span.to())));
        before.resizeRelocate(start, 0, born - start, HEIGHT - 1);
        after.resizeRelocate(gone, 0, end - gone, HEIGHT - 1);
    }

    /// What a drag does to what was taken.
    @FunctionalInterface
    interface Drag {
        void to(double x, MouseEvent e);
    }

    /// Lets a node of the row be taken and dragged. What is taken stays so, even where the edit
    /// moves it from under the pointer.
    final void takes(Node node, Drag drag) {
        node.addEventHandler(
                MouseEvent.MOUSE_PRESSED,
                e -> {
                    selection.choose(path);
                    pressed = sceneToLocal(e.getSceneX(), e.getSceneY()).getX();
                    asPressed = moving(together.get());
                    taken = drag;
                });
    }

    /// Lets a node of the row be taken to move what the source does in time.
    final void movesAll(Node node) {
        takes(node, (x, e) -> moveBy(snapped(axis.seconds(x) - axis.seconds(pressed), e)));
    }

    private void drag(MouseEvent e) {
        if (taken != null) {
            document.draggingProperty().set(true);
            taken.to(sceneToLocal(e.getSceneX(), e.getSceneY()).getX(), e);
            e.consume();
        }
    }

    private void drop() {
        if (taken != null) {
            taken = null;
            document.draggingProperty().set(false);
        }
    }

    /// Whole frames, but with shift.
    final double snapped(double seconds, MouseEvent e) {
        double frame = axis.rate().seconds(1);
        return e.isShiftDown() ? seconds : Math.rint(seconds / frame) * frame;
    }

    private Map<String, Item> moving(boolean all) {
        Map<String, Item> items = new LinkedHashMap<>();
        String element = path.substring(0, path.lastIndexOf('.') + 1);
        document.shot()
                .items()
                .forEach(
                        (at, item) -> {
                            boolean beside =
                                    at.startsWith(element) && Source.KINDS.contains(item.kind());
                            if (at.equals(path) || (all && beside)) {
                                items.put(at, item);
                            }
                        });
        return items;
    }

    private void moveBy(double seconds) {
        Map<String, Item> to = new LinkedHashMap<>();
        asPressed.forEach((at, item) -> to.put(at, Timing.later(item, seconds)));
        String name = to.size() > 1 ? "Move all sources in time" : "Move " + sourceName();
        document.edit(Edit.Items.of(name, document.shot(), to));
    }
}
