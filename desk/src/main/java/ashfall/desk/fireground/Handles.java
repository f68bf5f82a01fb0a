package ashfall.desk.fireground;

import ashfall.desk.document.Document;
import ashfall.geometry.Body;
import ashfall.look.View;
import ashfall.shot.Bounds;
import ashfall.shot.Curve;
import ashfall.shot.Draught;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Shape;
import ashfall.shot.Vec3;

import javafx.scene.Cursor;
import javafx.scene.control.Button;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;

/// Handles on the chosen thing: move a source or an obstacle along an axis, turn it, size it, or
/// shift a side of the bounds; beside each side what it is: open, follows, or wall. A drag is one
/// edit, as is a click on such a word.
final class Handles extends Pane {
    private static final String[] AXES = {"x", "y", "z"};
    private static final double SIZE = 12;

    /// What the words of a side stand for.
    private static final Map<String, String> MEANING =
            Map.of(
                    "open", "open: air comes in, smoke goes out",
                    "follows", "open and follows the gas up to the bounds",
                    "wall", "a wall");

    private final Document document;
    private final Supplier<View> view;
    private final List<Handle> handles = new ArrayList<>();

    /// The handle that is pressed, or null.
    private Handle taken;

    private final List<SideWord> words = new ArrayList<>();
    private String path = "";
    private double seconds;

    Handles(Document document, Supplier<View> view) {
        this.document = document;
        this.view = view;
        setPickOnBounds(false);
        getStyleClass().add("handles");
    }

    /// Shows the handles of an item, or none, where it is at a time of the shot.
    void choose(String itemPath, double shownSeconds) {
        seconds = shownSeconds;
        Item item = itemPath == null ? null : document.shot().item(itemPath);
        String now = item == null ? "" : itemPath + "/" + shape(item);
        if (!now.equals(path)) {
            path = now;
            handles.clear();
            words.clear();
            if (item != null) {
                make(itemPath, item);
            }
            getChildren().setAll(handles);
            getChildren().addAll(words);
        }
        place();
    }

    /// Has it a place and a shape to be handled?
    private static boolean isShaped(Item item) {
        boolean everywhere = item.kind().equals(Draught.KIND) && item.get(Draught.EVERYWHERE);
        return Shape.isHad(item.kind()) && !everywhere;
    }

    private static String shape(Item item) {
        return isShaped(item) ? item.get(Shape.SHAPE) : "";
    }

    private void make(String itemPath, Item item) {
        if (isShaped(item)) {
            for (int axis = 0; axis < 3; axis++) {
                handles.add(new Move(itemPath, axis));
                handles.add(new Turn(itemPath, axis));
            }
            if (Shape.concerns(Shape.RADIUS, item)) {
                handles.add(new Radius(itemPath));
            }
            boolean isBox = item.get(Shape.SHAPE).equals("box");
            for (int axis = 0; axis < 3; axis++) {
                if (Shape.concerns(Shape.SIZE, item) && (isBox || axis == 1)) {
                    handles.add(new Edge(itemPath, axis));
                }
            }
        } else if (item.kind().equals(Bounds.KIND)) {
            for (int axis = 0; axis < 3; axis++) {
                for (boolean upper : new boolean[] {false, true}) {
                    Side side = new Side(itemPath, axis, upper);
                    handles.add(side);
                    words.add(new SideWord(side));
                }
            }
        }
    }

    /// Puts the handles where their things are on the picture.
    void place() {
        for (Handle handle : handles) {
            Item item = document.shot().item(handle.path);
            if (item == null) {
                handle.setVisible(false);
                continue;
            }
            double[] at = screen(handle.at(item));
            handle.setVisible(at[2] > 0 && getLayoutBounds().contains(at[0], at[1]));
            handle.resizeRelocate(at[0] - SIZE / 2, at[1] - SIZE / 2, SIZE, SIZE);
        }
        for (SideWord word : words) {
            word.place();
        }
    }

    private double[] screen(Vec3 place) {
        return view.get()
                .project(place, (int) Math.max(1, getWidth()), (int) Math.max(1, getHeight()));
    }

    private static Vec3 along(int axis, double length) {
        return new Vec3(axis == 0 ? length : 0, axis == 1 ? length : 0, axis == 2 ? length : 0);
    }

    /// Three significant steps below the size of the thing: what a hand can aim at.
    private static double rounded(double value, double size) {
        double unit = Math.pow(10, Math.floor(Math.log10(Math.max(size, 1e-4))) - 2);
        return Math.rint(value / unit) * unit;
    }

    /// One handle.
    private abstract class Handle extends Region {
        final String path;
        double pressX;
        double pressY;
        Item pressed;

        Handle(String path, String id, String tip, String look) {
            this.path = path;
            setId("handle-" + id);
            getStyleClass().addAll("handle", look);
            setManaged(false);
            setCursor(Cursor.HAND);
            Tooltip.install(this, new Tooltip(tip));
            addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
            addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
            addEventHandler(MouseEvent.MOUSE_RELEASED, this::release);
            addEventHandler(MouseEvent.MOUSE_CLICKED, MouseEvent::consume);
        }

        abstract Vec3 at(Item item);

        /// @param dx how far the mouse went since the press, pixels
        abstract void moved(double dx, double dy);

        private void press(MouseEvent e) {
            pressX = e.getSceneX();
            pressY = e.getSceneY();
            pressed = document.shot().item(path);
            taken = this;
            document.draggingProperty().set(true);
            e.consume();
        }

        /// What was pressed is what is dragged, even where another handle comes under the pointer.
        private void drag(MouseEvent e) {
            if (taken != null) {
                taken.moved(e.getSceneX() - taken.pressX, e.getSceneY() - taken.pressY);
            }
            e.consume();
        }

        private void release(MouseEvent e) {
            taken = null;
            document.draggingProperty().set(false);
            e.consume();
        }

        /// Metres along an axis that a way on the screen stands for, at a place.
        double metres(Vec3 place, int axis, double dx, double dy) {
            double[] a = screen(place);
            double unit = 0.01 * Math.max(1e-3, place.minus(view.get().eye()).length());
            double[] b = screen(place.plus(along(axis, unit)));
            double sx = b[0] - a[0];
            double sy = b[1] - a[1];
            double square = sx * sx + sy * sy;
            return square < 1e-6 ? 0 : unit * (dx * sx + dy * sy) / square;
        }
    }

    private Body.Placed placed(Item item) {
        return Body.of(item).at(seconds);
    }

    /// Half the largest room that a thing takes along an axis.
    private double reach(Item item) {
        Body.Placed body = placed(item);
        return Math.max(body.half(0), Math.max(body.half(1), body.half(2)));
    }

    /// Moves a thing along an axis of the shot.
    private final class Move extends Handle {
        private final int axis;

        Move(String path, int axis) {
            super(
                    path,
                    "move-" + AXES[axis],
                    "Drag to move along " + AXES[axis],
                    "move-" + AXES[axis]);
            this.axis = axis;
        }

        @Override
        Vec3 at(Item item) {
            return placed(item).centre().plus(along(axis, 1.45 * reach(item)));
        }

        @Override
        void moved(double dx, double dy) {
            Vec3 centre = pressed.get(Shape.CENTRE);
            double to = centre.get(axis) + metres(at(pressed), axis, dx, dy);
            double by = rounded(to, reach(pressed)) - centre.get(axis);
            document.put(path, Shape.CENTRE, centre.plus(along(axis, by)));
        }
    }

    /// Turns a thing about an axis of the shot: the angle that the pointer goes around its middle.
    private final class Turn extends Handle {
        private static final double STEP = 1;

        private final int axis;

        Turn(String path, int axis) {
            super(
                    path,
                    "turn-" + AXES[axis],
                    "Drag around the middle to turn about " + AXES[axis],
                    "turn");
            this.axis = axis;
        }

        /// Between the two other axes, so that it lies on no other handle.
        @Override
        Vec3 at(Item item) {
            double away = 0.95 * reach(item);
            return placed(item)
                    .centre()
                    .plus(along((axis + 1) % 3, away))
                    .plus(along((axis + 2) % 3, away));
        }

        @Override
        void moved(double dx, double dy) {
            double[] centre = screen(placed(pressed).centre());
            double[] start = screen(at(pressed));
            double was = Math.atan2(start[1] - centre[1], start[0] - centre[0]);
            double is = Math.atan2(start[1] + dy - centre[1], start[0] + dx - centre[0]);
            // Seen from where the axis points, angles grow against the clock, the screen's with it.
            Vec3 eye = view.get().eye().minus(placed(pressed).centre());
            double towards = eye.get(axis) >= 0 ? -1 : 1;
            Vec3 turn = pressed.get(Shape.TURN);
            double by = Math.IEEEremainder(towards * Math.toDegrees(is - was), 360);
            document.put(path, Shape.TURN, Body.turned(turn, axis, STEP * Math.rint(by / STEP)));
        }
    }

    /// Sizes what is round.
    private final class Radius extends Handle {
        Radius(String path) {
            super(path, "radius", "Drag to change the radius", "size");
        }

        @Override
        Vec3 at(Item item) {
            Vec3 right = view.get().right();
            return placed(item)
                    .centre()
                    .plus(
                            new Vec3(right.x(), 0, right.z())
                                    .unit()
                                    .times(-item.number(Shape.RADIUS)));
        }

        @Override
        void moved(double dx, double dy) {
            double[] centre = screen(placed(pressed).centre());
            double[] start = screen(at(pressed));
            double was = Math.hypot(start[0] - centre[0], start[1] - centre[1]);
            double is = Math.hypot(start[0] + dx - centre[0], start[1] + dy - centre[1]);
            double radius = pressed.number(Shape.RADIUS);
            double next = rounded(radius * is / Math.max(was, 1), radius);
            next = Math.max(Shape.RADIUS.least(), Math.min(Shape.RADIUS.most(), next));
            document.put(path, Shape.RADIUS, Curve.constant(next));
        }
    }

    /// Sizes a box along an axis of its own, or the height of what stands on a disc.
    private final class Edge extends Handle {
        private final int axis;

        Edge(String path, int axis) {
            super(
                    path,
                    "size-" + AXES[axis],
                    "Drag to change the size along " + AXES[axis],
                    "size");
            this.axis = axis;
        }

        @Override
        Vec3 at(Item item) {
            return onAxis(item, -0.5 * item.get(Shape.SIZE).get(axis));
        }

        private Vec3 onAxis(Item item, double far) {
            Vec3 own = along(axis, far);
            return placed(item).place(own.x(), own.y(), own.z());
        }

        @Override
        void moved(double dx, double dy) {
            Vec3 size = pressed.get(Shape.SIZE);
            double was = size.get(axis);
            double[] a = screen(at(pressed));
            double[] b = screen(onAxis(pressed, -0.505 * was));
            double sx = b[0] - a[0];
            double sy = b[1] - a[1];
            double square = sx * sx + sy * sy;
            double outward = square < 1e-6 ? 0 : 0.005 * was * (dx * sx + dy * sy) / square;
            double next = rounded(was + 2 * outward, was);
            next = Math.max(Shape.SIZE.least(), Math.min(Shape.SIZE.most(), next));
            document.put(path, Shape.SIZE, size.plus(along(axis, next - was)));
        }
    }

    /// Shifts a side of the bounds.
    private final class Side extends Handle {
        private final int axis;
        private final boolean upper;

        Side(String path, int axis, boolean upper) {
            super(
                    path,
                    (upper ? "to-" : "from-") + AXES[axis],
                    "Drag to shift this side along " + AXES[axis],
                    "move-" + AXES[axis]);
            this.axis = axis;
            this.upper = upper;
        }

        @Override
        Vec3 at(Item item) {
            Vec3 a = item.get(Bounds.FROM);
            Vec3 b = item.get(Bounds.TO);
            Vec3 middle = a.plus(b).times(0.5);
            double side = (upper ? b : a).get(axis);
            return middle.plus(along(axis, side - middle.get(axis)));
        }

        @Override
        void moved(double dx, double dy) {
            Vec3 a = pressed.get(Bounds.FROM);
            Vec3 b = pressed.get(Bounds.TO);
            double size = b.get(axis) - a.get(axis);
            Vec3 corner = upper ? b : a;
            double to = rounded(corner.get(axis) + metres(at(pressed), axis, dx, dy), size);
            double least = 0.05 * size;
            to = upper ? Math.max(a.get(axis) + least, to) : Math.min(b.get(axis) - least, to);
            Vec3 next = corner.plus(along(axis, to - corner.get(axis)));
            document.put(path, upper ? Bounds.TO : Bounds.FROM, next);
        }
    }

    /// What a side of the bounds is; a click makes it the next.
    private final class SideWord extends Button {
        private static final List<String> STATES = List.of("open", "follows", "wall");

        private final Side side;
        private final String name;
        private final Tooltip tip = new Tooltip();

        SideWord(Side side) {
            this.side = side;
            this.name = Bounds.SIDES.get(2 * side.axis + (side.upper ? 1 : 0));
            setId("side-" + name);
            getStyleClass().add("side-word");
            setManaged(false);
            setTooltip(tip);
            setOnAction(e -> change());
        }

        private String state(Item bounds) {
            return bounds.get(Bounds.CLOSED).contains(name)
                    ? "wall"
                    : bounds.get(Bounds.FOLLOW).contains(name) ? "follows" : "open";
        }

        private static String after(String state) {
            return STATES.get((STATES.indexOf(state) + 1) % STATES.size());
        }

        void place() {
            Item bounds = document.shot().item(side.path);
            setVisible(bounds != null && side.isVisible());
            if (isVisible()) {
                boolean mirror = name.equals("west") && isMirrored();
                setDisable(mirror);
                String state = state(bounds);
                setText(name + " " + (mirror ? "as east" : state));
                tip.setText(
                        String.format(
                                "The %s side is %s; click to make it %s",
                                name, MEANING.get(state), MEANING.get(after(state))));
                autosize();
                relocate(side.getLayoutX() + SIZE + 2, side.getLayoutY() - 3);
            }
        }

        private boolean isMirrored() {
            String element = side.path.substring(0, side.path.lastIndexOf('.'));
            return document.shot().item(element).get(Gas.ALIKE);
        }

        private void change() {
            Item bounds = document.shot().item(side.path);
            String next = after(state(bounds));
            Item changed =
                    bounds.with(Bounds.CLOSED, set(bounds.get(Bounds.CLOSED), next.equals("wall")))
                            .with(
                                    Bounds.FOLLOW,
                                    set(bounds.get(Bounds.FOLLOW), next.equals("follows")));
            document.arrange(name + " side " + next, document.shot().with(side.path, changed));
            place();
        }

        /// The sides in their order, with or without this one.
        private List<String> set(List<String> sides, boolean with) {
            return Bounds.SIDES.stream()
                    .filter(s -> s.equals(name) ? with : sides.contains(s))
                    .toList();
        }
    }
}
