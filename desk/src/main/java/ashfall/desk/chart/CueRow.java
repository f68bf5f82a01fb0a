package ashfall.desk.chart;

import ashfall.desk.document.Edit;
import ashfall.shot.Item;
import ashfall.shot.Timing;

import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.TreeSet;

/// A row of the cue sheet: something that an item does over time. Dragging what is drawn in it
/// moves all that the item does, by whole frames or to an event of another, with shift freely; all
/// of the element where that is to move together.
abstract class CueRow extends Pane {
    static final double HEIGHT = 26;

    /// Pixels within which a drag takes an event of another item.
    private static final double NEAR = 4;

    /// Pixels that the words of a part without effect need.
    private static final double WORDS = 88;

    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");

    final Sheet sheet;
    private final String path;
    private final Label before = idle();
    private final Label after = idle();
    TimeAxis axis;
    private double pressed;
    private boolean dragged;
    private Drag taken;
    private Map<String, Item> asPressed = Map.of();
    private NavigableSet<Double> events = new TreeSet<>();

    CueRow(Sheet sheet, String path) {
        this.sheet = sheet;
        this.path = path;
        getStyleClass().add("release-row");
        setMinHeight(HEIGHT);
        setPrefHeight(HEIGHT);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        addEventHandler(MouseEvent.MOUSE_RELEASED, e -> drop());
    }

    private static Label idle() {
        Label region = new Label();
        region.getStyleClass().add("no-effect");
        region.setManaged(false);
        region.setAlignment(Pos.CENTER);
        Tooltip.install(region, new Tooltip("No effect here: the source gives nothing then"));
        return region;
    }

    /// "fuel" of "release.fuel", "keep fuel" of "keep.fuel", "burst".
    abstract String what();

    /// Lays it out along an axis.
    abstract void show(TimeAxis along);

    final String path() {
        return path;
    }

    final String itemName() {
        return path.substring(path.lastIndexOf('.') + 1);
    }

    final Item item() {
        return sheet.document.shot().item(path);
    }

    final void markChosen() {
        pseudoClassStateChanged(CHOSEN, sheet.selection.isAmong(path));
    }

    /// Hatches where the source gives nothing whatever its curves say.
    ///
    /// @param below how many of the row's nodes lie under what is hatched
    final void hatch(int below) {
        Timing.Span span = Timing.of(item());
        if (span == null) {
            getChildren().removeAll(before, after);
            return;
        }
        if (!getChildren().contains(before)) {
            getChildren().addAll(below, List.of(before, after));
        }
        double start = axis.x(axis.from());
        double end = axis.x(axis.to());
        double born = Math.max(start, Math.min(end, axis.x(span.from())));
        double gone = Math.max(born, Math.min(end, axis.x(span.to())));
        place(before, start, born - start);
        place(after, gone, end - gone);
    }

    private static void place(Label idle, double x, double width) {
        idle.setText(width < WORDS ? "" : "no effect here");
        idle.resizeRelocate(x, 0, width, HEIGHT - 1);
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
                    choose();
                    pressed = sceneToLocal(e.getSceneX(), e.getSceneY()).getX();
                    asPressed = sheet.moving(path);
                    events = sheet.events(path);
                    taken = drag;
                    dragged = false;
                });
    }

    /// What a press on the row chooses; what is taken along may be dragged with it.
    void choose() {
        if (!sheet.selection.isAmong(path)) {
            sheet.selection.choose(path);
        }
    }

    /// Lets a node of the row be taken to move what the item does in time.
    final void movesAll(Node node) {
        takes(node, (x, e) -> moveBy(delay(axis.seconds(x) - axis.seconds(pressed), e)));
    }

    private void drag(MouseEvent e) {
        if (taken != null) {
            dragged = true;
            sheet.document.draggingProperty().set(true);
            taken.to(sceneToLocal(e.getSceneX(), e.getSceneY()).getX(), e);
            e.consume();
        }
    }

    private void drop() {
        if (taken != null) {
            taken = null;
            sheet.document.draggingProperty().set(false);
            if (!dragged) {
                sheet.selection.choose(path);
            }
        }
    }

    /// The event of another item near a time, or else the frame; with shift the time itself.
    final double snapped(double seconds, MouseEvent e) {
        if (e.isShiftDown()) {
            return rounded(seconds);
        }
        double frame = axis.rate().seconds(1);
        double near = eventNear(seconds);
        return rounded(Double.isNaN(near) ? Math.rint(seconds / frame) * frame : near);
    }

    /// Whole frames, or what brings the item's start to an event; with shift the delay itself.
    private double delay(double seconds, MouseEvent e) {
        if (e.isShiftDown()) {
            return seconds;
        }
        double frame = axis.rate().seconds(1);
        double start = Timing.start(asPressed.get(path));
        double near = asPressed.size() > 1 ? Double.NaN : eventNear(start + seconds);
        return Double.isNaN(near) ? Math.rint(seconds / frame) * frame : near - start;
    }

    private double eventNear(double seconds) {
        double most = axis.seconds(NEAR) - axis.seconds(0);
        Double below = events.floor(seconds);
        Double above = events.ceiling(seconds);
        double down = below == null ? Double.POSITIVE_INFINITY : seconds - below;
        double up = above == null ? Double.POSITIVE_INFINITY : above - seconds;
        if (Math.min(down, up) > most) {
            return Double.NaN;
        }
        return down <= up ? seconds - down : seconds + up;
    }

    /// To a microsecond.
    static double rounded(double seconds) {
        return Math.rint(1e6 * seconds) / 1e6;
    }

    private void moveBy(double seconds) {
        Map<String, Item> to = new LinkedHashMap<>();
        asPressed.forEach((at, item) -> to.put(at, Timing.later(item, seconds)));
        String name = to.size() > 1 ? "Move all in time" : "Move " + itemName();
        sheet.document.edit(Edit.Items.of(name, sheet.document.shot(), to));
    }
}
