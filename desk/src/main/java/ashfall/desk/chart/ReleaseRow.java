package ashfall.desk.chart;

import ashfall.continuity.Continuity;
import ashfall.shot.Affects;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Source;
import ashfall.shot.Timing;
import ashfall.shot.Unit;

import javafx.css.PseudoClass;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Polyline;

import java.util.ArrayList;
import java.util.List;

/// One quantity of an item as a shape over time, with points to drag, and dashed what it will have
/// given in all. A double click on the shape adds a point, one on a point eases it, Delete takes
/// the one in focus away; the grip behind the last point stretches the curve.
final class ReleaseRow extends CueRow {
    private static final PseudoClass ABSURD = PseudoClass.getPseudoClass("absurd");
    private static final PseudoClass EASED = PseudoClass.getPseudoClass("eased");
    private static final PseudoClass TAKEN = PseudoClass.getPseudoClass("taken");
    private static final double HEADROOM = 1.18;
    private static final double LEAST_GAP = 1e-3;
    private static final double DOT = 9;

    /// Parts of the way between two points of which one is eased; of a running total.
    private static final int PARTS = 10;

    private final Quantity param;
    private final Polygon shape = new Polygon();
    private final Polyline edge = new Polyline();
    private final Polyline total = new Polyline();
    private final Region stretch = new Region();
    private final List<Point> points = new ArrayList<>();
    private final SourceBar bar;
    private double top;
    private double bottom;
    private boolean held;
    private Drawn drawn;

    /// What the row shows: it is drawn again where any of it changes.
    ///
    /// @param air in which what warms gas begins
    /// @param taken whether its curve is open to be edited
    /// @param held whether a point is dragged, and the scale stays
    private record Drawn(Item item, Item air, TimeAxis axis, boolean taken, boolean held) {}

    /// @param first whether it is the first row of its source
    ReleaseRow(Sheet sheet, String path, Quantity param, boolean first) {
        super(sheet, path);
        this.param = param;
        setId("release-" + itemName() + "-" + what().replace(' ', '-'));
        shape.getStyleClass().add("release-shape");
        edge.getStyleClass().add("release-edge");
        edge.setMouseTransparent(true);
        total.getStyleClass().add("running-total");
        total.setId(getId() + "-total");
        total.setMouseTransparent(true);
        stretch.getStyleClass().add("burst-grip");
        stretch.setId(getId() + "-stretch");
        stretch.setManaged(false);
        Tooltip.install(stretch, new Tooltip("Stretches the curve from its first point on"));
        takes(stretch, this::stretchTo);
        getChildren().addAll(shape, edge, total, stretch);
        Tooltip.install(
                shape,
                new Tooltip(
                        "Double-click adds a point, or eases one; drag points; Delete removes one;"
                                + " drag the shape to move all of "
                                + itemName()
                                + " in time"));
        movesAll(shape);
        bar = first ? new SourceBar(this) : null;
        addEventHandler(
                MouseEvent.MOUSE_CLICKED,
                e -> {
                    choose();
                    if (e.getClickCount() == 2 && e.getTarget() == shape) {
                        addPoint(e.getX(), e.getY());
                    }
                });
    }

    @Override
    String what() {
        return param.key().replace("release.", "").replace('.', ' ');
    }

    /// What it does to the picture alone, and what it gives in all.
    String figure(TimeAxis along) {
        if (param.words().affects() == Affects.PICTURE) {
            return "picture only";
        }
        double given = given(along.from(), along.to());
        if (Double.isNaN(given)) {
            return "";
        }
        return switch (param.unit()) {
            case KELVIN_PER_SECOND -> "to " + Unit.KELVIN.figure(hottest(along.to()), 2);
            case KILOGRAM_PER_SECOND -> Unit.KILOGRAM.figure(given, 2);
            case KILOWATT -> Unit.MEGAJOULE.figure(given / 1000, 2);
            default -> "";
        };
    }

    /// Integral of what adds up; NaN for what does not.
    private double given(double from, double to) {
        boolean adds =
                switch (param.unit()) {
                    case KELVIN_PER_SECOND, KILOGRAM_PER_SECOND, KILOWATT -> true;
                    default -> false;
                };
        Item item = item();
        boolean counted =
                !item.kind().equals(Source.CARRIERS) && Source.KINDS.contains(item.kind());
        if (!adds || !counted) {
            return Double.NaN;
        }
        boolean shared = param.equals(Source.RELEASED_FUEL) && item.number(Source.TOTAL) > 0;
        return shared ? Double.NaN : Timing.given(item, param, from, to);
    }

    private double hottest(double seconds) {
        return Timing.warmed(sheet.document.shot(), item(), seconds);
    }

    /// Does it stand for the same quantity of the same item as another, or null?
    boolean isSameAs(ReleaseRow other) {
        return other != null && other.path().equals(path()) && other.param.equals(param);
    }

    Quantity param() {
        return param;
    }

    Curve curve() {
        return item().get(param);
    }

    /// Gives it another curve, its values held in range.
    void put(Curve curve) {
        sheet.document.put(path(), param, curve.within(param.least(), param.most()));
    }

    @Override
    void choose() {
        sheet.taken.set(this);
        super.choose();
    }

    @Override
    void show(TimeAxis along) {
        markChosen();
        boolean taken = sheet.taken.get() == this;
        pseudoClassStateChanged(TAKEN, taken);
        axis = along;
        Drawn now = new Drawn(item(), sheet.document.shot().air(), along, taken, held);
        if (now.equals(drawn)) {
            return;
        }
        drawn = now;
        Curve curve = curve();
        hatch(2);
        if (!held) {
            top = Math.max(curve.largest(), 1e-12) * HEADROOM;
            bottom = Math.min(curve.least(), 0) * HEADROOM;
        }
        draw(curve);
        place(curve);
        showTotal();
        if (bar != null) {
            bar.show();
        }
    }

    private void draw(Curve curve) {
        List<Double> line = new ArrayList<>();
        double start = axis.x(axis.from());
        double end = axis.x(axis.to());
        add(line, start, y(curve.at(axis.from())));
        for (int i = 0; i < curve.size(); i++) {
            boolean curved = i > 0 && (curve.isEased(i - 1) || curve.isEased(i));
            int parts = curved ? PARTS : 1;
            for (int k = 1; k <= parts; k++) {
                double before = i == 0 ? curve.time(0) : curve.time(i - 1);
                double t = before + (curve.time(i) - before) * k / parts;
                double x = axis.x(t);
                if (x > start && x < end) {
                    add(line, x, y(curve.at(t)));
                }
            }
        }
        add(line, end, y(curve.at(axis.to())));
        edge.getPoints().setAll(line);
        add(line, end, HEIGHT - 1);
        add(line, start, HEIGHT - 1);
        shape.getPoints().setAll(line);
    }

    private void place(Curve curve) {
        int wanted = curve.isConstant() ? 0 : curve.size();
        while (points.size() > wanted) {
            getChildren().remove(points.removeLast());
        }
        while (points.size() < wanted) {
            Point point = new Point(points.size());
            points.add(point);
            getChildren().add(point);
        }
        double start = axis.x(axis.from());
        double end = axis.x(axis.to());
        for (Point point : points) {
            double x = axis.x(curve.time(point.index));
            point.setVisible(x >= start - 1 && x <= end + 1);
            point.resizeRelocate(x - DOT / 2, y(curve.value(point.index)) - DOT / 2, DOT, DOT);
            point.say(curve);
        }
        boolean open = sheet.taken.get() == this && !curve.isConstant();
        stretch.setVisible(open);
        double last = Math.min(end - 6, axis.x(curve.time(curve.size() - 1)));
        stretch.resizeRelocate(last + 7, HEIGHT - 16, 6, 14);
        stretch.toFront();
    }

    /// What has been given in all, or how hot gas that stays would have become, over its largest.
    private void showTotal() {
        double all = given(axis.from(), axis.to());
        total.setVisible(all > 0);
        if (!(all > 0)) {
            return;
        }
        Item item = item();
        List<Double> line = new ArrayList<>();
        int parts = 6 * PARTS;
        for (int k = 0; k <= parts; k++) {
            double t = axis.from() + (axis.to() - axis.from()) * k / parts;
            double share = Timing.given(item, param, axis.from(), t) / all;
            add(line, axis.x(t), HEIGHT - 2 - share * (HEIGHT - 7));
        }
        total.getPoints().setAll(line);
        boolean climbs = param.equals(Source.WARMING);
        total.pseudoClassStateChanged(ABSURD, climbs && hottest(axis.to()) > Continuity.ABSURD);
    }

    private static void add(List<Double> to, double x, double y) {
        to.add(x);
        to.add(y);
    }

    private double y(double value) {
        return HEIGHT - 2 - (value - bottom) / (top - bottom) * (HEIGHT - 4);
    }

    private double value(double y) {
        double v = bottom + (HEIGHT - 2 - y) / (HEIGHT - 4) * (top - bottom);
        double unit = Math.pow(10, Math.floor(Math.log10(top)) - 2);
        double steps = Math.rint(v / unit);
        v = unit >= 1 ? steps * unit : steps / Math.rint(1 / unit);
        return Math.max(param.least(), Math.min(param.most(), v));
    }

    private void addPoint(double x, double y) {
        Curve curve = curve();
        double t = Math.rint(axis.seconds(x) * 1000) / 1000;
        List<Curve.Point> all = new ArrayList<>();
        if (curve.isConstant()) {
            all.add(new Curve.Point(Math.max(axis.from(), 0), curve.value(0)));
            all.add(new Curve.Point(axis.to(), curve.value(0)));
        } else {
            all.addAll(curve.points());
        }
        if (all.stream().anyMatch(p -> Math.abs(p.seconds() - t) < LEAST_GAP)) {
            return;
        }
        all.add(new Curve.Point(t, value(y)));
        all.sort((a, b) -> Double.compare(a.seconds(), b.seconds()));
        put(Curve.through(all));
    }

    private void move(int index, double seconds, double value) {
        List<Curve.Point> all = curve().points();
        double low = index == 0 ? -1e6 : all.get(index - 1).seconds() + LEAST_GAP;
        double high = index == all.size() - 1 ? 1e6 : all.get(index + 1).seconds() - LEAST_GAP;
        double t = Math.max(low, Math.min(high, rounded(seconds)));
        all.set(index, new Curve.Point(t, value, all.get(index).eased()));
        put(Curve.through(all));
    }

    private void ease(int index) {
        List<Curve.Point> all = curve().points();
        Curve.Point p = all.get(index);
        all.set(index, new Curve.Point(p.seconds(), p.value(), !p.eased()));
        put(Curve.through(all));
    }

    private void remove(int index) {
        List<Curve.Point> all = curve().points();
        if (all.size() > 2) {
            all.remove(index);
            put(Curve.through(all));
        }
    }

    /// Lets the curve last until a place.
    private void stretchTo(double x, MouseEvent e) {
        Curve curve = curve();
        double end = snapped(axis.seconds(x - 10), e);
        double length = Math.max(LEAST_GAP * curve.size(), end - curve.time(0));
        put(curve.stretched(curve.time(0), length / curve.length()));
    }

    /// A point of the curve.
    private final class Point extends Region {
        private final int index;
        private final Tooltip tip = new Tooltip();

        Point(int index) {
            this.index = index;
            setId(ReleaseRow.this.getId() + "-point-" + index);
            getStyleClass().add("curve-point");
            setManaged(false);
            setFocusTraversable(true);
            Tooltip.install(this, tip);
            takes(this, this::drag);
            addEventHandler(
                    MouseEvent.MOUSE_PRESSED,
                    e -> {
                        requestFocus();
                        held = true;
                        // The scroll pane around would take the focus.
                        e.consume();
                    });
            addEventHandler(
                    MouseEvent.MOUSE_CLICKED,
                    e -> {
                        if (e.getClickCount() == 2) {
                            ease(index);
                        }
                    });
            addEventHandler(
                    MouseEvent.MOUSE_RELEASED,
                    e -> {
                        held = false;
                        show(axis);
                    });
            addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        }

        void say(Curve curve) {
            pseudoClassStateChanged(EASED, curve.isEased(index));
            tip.setText(
                    Unit.SECOND.figure(curve.time(index), 4)
                            + ", frame "
                            + Unit.number(curve.time(index) / axis.rate().seconds(1), 4)
                            + ": "
                            + param.unit().figure(curve.value(index), 4));
        }

        private void drag(double x, MouseEvent e) {
            var at = ReleaseRow.this.sceneToLocal(e.getSceneX(), e.getSceneY());
            move(index, snapped(axis.seconds(x), e), value(at.getY()));
        }

        private void key(KeyEvent e) {
            Curve curve = curve();
            double frame = axis.rate().seconds(1) * (e.isShiftDown() ? 0.1 : 1);
            double step = top * (e.isShiftDown() ? 0.002 : 0.02);
            double t = curve.time(index);
            double v = curve.value(index);
            KeyCode code = e.getCode();
            if (code == KeyCode.LEFT) {
                move(index, t - frame, v);
            } else if (code == KeyCode.RIGHT) {
                move(index, t + frame, v);
            } else if (code == KeyCode.UP) {
                move(index, t, v + step);
            } else if (code == KeyCode.DOWN) {
                move(index, t, v - step);
            } else if (code == KeyCode.E && !e.isShortcutDown()) {
                ease(index);
            } else if (code == KeyCode.DELETE || code == KeyCode.BACK_SPACE) {
                remove(index);
            } else {
                return;
            }
            e.consume();
        }
    }
}
