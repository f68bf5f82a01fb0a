package ashfall.desk.chart;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.shot.Curve;
import ashfall.shot.Quantity;
import ashfall.shot.Timing;
import ashfall.shot.Unit;

import javafx.beans.value.ObservableBooleanValue;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Polyline;

import java.util.ArrayList;
import java.util.List;

/// One release of a source as a shape over time, with points to drag. A double click on the shape
/// adds a point, Delete takes the one in focus away.
final class ReleaseRow extends CueRow {
    private static final double HEADROOM = 1.18;
    private static final double LEAST_GAP = 1e-3;
    private static final double DOT = 9;

    private final Quantity param;
    private final Polygon shape = new Polygon();
    private final Polyline edge = new Polyline();
    private final List<Point> points = new ArrayList<>();
    private Curve shown;
    private double top;
    private boolean held;

    ReleaseRow(
            Document document,
            Selection selection,
            ObservableBooleanValue together,
            String path,
            Quantity param) {
        super(document, selection, together, path);
        this.param = param;
        setId("release-" + sourceName() + "-" + what().replace(' ', '-'));
        shape.getStyleClass().add("release-shape");
        edge.getStyleClass().add("release-edge");
        edge.setMouseTransparent(true);
        getChildren().addAll(shape, edge);
        Tooltip.install(
                shape,
                new Tooltip(
                        "Double-click adds a point; drag points; Delete removes one; drag the shape"
                                + " to move the source in time"));
        movesAll(shape);
        addEventHandler(
                MouseEvent.MOUSE_CLICKED,
                e -> {
                    selection.choose(path());
                    if (e.getClickCount() == 2 && e.getTarget() == shape) {
                        addPoint(e.getX(), e.getY());
                    }
                });
    }

    @Override
    String what() {
        return param.key().replace("release.", "").replace('.', ' ');
    }

    Quantity param() {
        return param;
    }

    private Curve curve() {
        return item().get(param);
    }

    @Override
    void show(TimeAxis along) {
        markChosen();
        Curve curve = curve();
        if (along.equals(axis)
                && curve.equals(shown)
                && !held
                && Timing.ofCarriers(item()) == null) {
            return;
        }
        axis = along;
        shown = curve;
        hatch();
        if (!held) {
            top = Math.max(curve.largest(), 1e-12) * HEADROOM;
        }
        List<Double> line = new ArrayList<>();
        double start = axis.x(axis.from());
        double end = axis.x(axis.to());
        add(line, start, y(curve.at(axis.from())));
        for (int i = 0; i < curve.size(); i++) {
            double x = axis.x(curve.time(i));
            if (x > start && x < end) {
                add(line, x, y(curve.value(i)));
            }
        }
        add(line, end, y(curve.at(axis.to())));
        edge.getPoints().setAll(line);
        List<Double> area = new ArrayList<>(line);
        add(area, end, HEIGHT - 1);
        add(area, start, HEIGHT - 1);
        shape.getPoints().setAll(area);
        int wanted = curve.isConstant() ? 0 : curve.size();
        while (points.size() > wanted) {
            getChildren().remove(points.removeLast());
        }
        while (points.size() < wanted) {
            Point point = new Point(points.size());
            points.add(point);
            getChildren().add(point);
        }
        for (Point point : points) {
            double x = axis.x(curve.time(point.index));
            point.setVisible(x >= start - 1 && x <= end + 1);
            point.resizeRelocate(x - DOT / 2, y(curve.value(point.index)) - DOT / 2, DOT, DOT);
            point.say(curve);
        }
    }

    private static void add(List<Double> to, double x, double y) {
        to.add(x);
        to.add(y);
    }

    private double y(double value) {
        return HEIGHT - 2 - value / top * (HEIGHT - 4);
    }

    private double value(double y) {
        double v = (HEIGHT - 2 - y) / (HEIGHT - 4) * top;
        double unit = Math.pow(10, Math.floor(Math.log10(top)) - 2);
        double steps = Math.rint(Math.max(0, v) / unit);
        v = unit >= 1 ? steps * unit : steps / Math.rint(1 / unit);
        return Math.max(param.least(), Math.min(param.most(), v));
    }

    private void addPoint(double x, double y) {
        Curve curve = curve();
        double t = Math.rint(axis.seconds(x) * 1000) / 1000;
        List<double[]> all = new ArrayList<>();
        if (curve.isConstant()) {
            all.add(new double[] {Math.max(axis.from(), 0), curve.value(0)});
            all.add(new double[] {axis.to(), curve.value(0)});
        } else {
            for (int i = 0; i < curve.size(); i++) {
                all.add(new double[] {curve.time(i), curve.value(i)});
            }
        }
        if (all.stream().anyMatch(p -> Math.abs(p[0] - t) < LEAST_GAP)) {
            return;
        }
        all.add(new double[] {t, value(y)});
        all.sort((a, b) -> Double.compare(a[0], b[0]));
        document.put(path(), param, Curve.through(all.toArray(double[][]::new)));
    }

    private void move(int index, double seconds, double value) {
        Curve curve = curve();
        double[][] all = new double[curve.size()][];
        for (int i = 0; i < all.length; i++) {
            all[i] = new double[] {curve.time(i), curve.value(i)};
        }
        double low = index == 0 ? -1e6 : all[index - 1][0] + LEAST_GAP;
        double high = index == all.length - 1 ? 1e6 : all[index + 1][0] - LEAST_GAP;
        all[index][0] = Math.max(low, Math.min(high, Math.rint(seconds * 1000) / 1000));
        all[index][1] = Math.max(param.least(), Math.min(param.most(), value));
        document.put(path(), param, Curve.through(all));
    }

    private void remove(int index) {
        Curve curve = curve();
        if (curve.size() <= 2) {
            return;
        }
        List<double[]> all = new ArrayList<>();
        for (int i = 0; i < curve.size(); i++) {
            if (i != index) {
                all.add(new double[] {curve.time(i), curve.value(i)});
            }
        }
        document.put(path(), param, Curve.through(all.toArray(double[][]::new)));
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
            addEventHandler(
                    MouseEvent.MOUSE_PRESSED,
                    e -> {
                        requestFocus();
                        selection.choose(path());
                        held = true;
                        e.consume();
                    });
            addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
            addEventHandler(
                    MouseEvent.MOUSE_RELEASED,
                    e -> {
                        held = false;
                        shown = null;
                        document.draggingProperty().set(false);
                        show(axis);
                        e.consume();
                    });
            addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        }

        void say(Curve curve) {
            tip.setText(
                    Unit.SECOND.figure(curve.time(index), 4)
                            + ", "
                            + param.unit().figure(curve.value(index), 4));
        }

        private void drag(MouseEvent e) {
            document.draggingProperty().set(true);
            var at = ReleaseRow.this.sceneToLocal(e.getSceneX(), e.getSceneY());
            move(index, axis.seconds(at.getX()), value(at.getY()));
            e.consume();
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
            } else if (code == KeyCode.DELETE || code == KeyCode.BACK_SPACE) {
                remove(index);
            } else {
                return;
            }
            e.consume();
        }
    }
}
