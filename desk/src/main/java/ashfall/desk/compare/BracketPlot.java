package ashfall.desk.compare;

import ashfall.desk.kit.Tokens;
import ashfall.desk.run.TrialRuns;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.Unit;
import ashfall.trial.Outcome;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToDoubleFunction;

/// A dial of a bracket against what came of it: flame top, heat and last flame.
final class BracketPlot extends Canvas {
    private static final double LEFT = 8;
    private static final double ROOM = 56;

    /// Width of a number on the axis.
    private static final double NUMBER = 34;

    /// A measure that is plotted.
    private enum Row {
        TOP("flame top", o -> o.flameTopM(), value -> Unit.METRE.figure(value, 3)),
        HEAT("heat", o -> o.heatKj(), Row::heat),
        LAST("last flame", o -> o.lastFlameS(), value -> Unit.SECOND.figure(value, 3));

        private final String label;
        private final ToDoubleFunction<Outcome> value;
        private final java.util.function.DoubleFunction<String> figure;

        Row(
                String label,
                ToDoubleFunction<Outcome> value,
                java.util.function.DoubleFunction<String> figure) {
            this.label = label;
            this.value = value;
            this.figure = figure;
        }

        private static String heat(double kilojoules) {
            return new Outcome(0, kilojoules, 0, 0, 0, 0, false).heat();
        }
    }

    /// A trial in the plot.
    ///
    /// @param at value of the dial
    record Point(double at, Outcome outcome) {}

    private List<Point> points = List.of();

    BracketPlot() {
        setId("trial-plot");
        widthProperty().addListener(o -> draw());
        heightProperty().addListener(o -> draw());
    }

    /// How many trials are in it.
    int size() {
        return points.size();
    }

    /// The trials of a bracket that are done, in the order of the dial's values; none when they
    /// differ in more than one number.
    static List<Point> points(List<TrialRuns.Tried> all) {
        List<Point> found = new ArrayList<>();
        for (TrialRuns.Tried one : all) {
            if (one.trial().settings().size() != 1) {
                return List.of();
            }
            String path = one.trial().settings().getFirst().split("=", 2)[0];
            Shot shot = one.trial().shot();
            if (!(Settings.parameters(shot).get(path) instanceof Quantity quantity)) {
                return List.of();
            }
            String itemPath = path.substring(0, path.length() - quantity.key().length() - 1);
            Item item = shot.item(itemPath);
            boolean whole = one.run().stateProperty().get() == ashfall.desk.run.Run.State.DONE;
            if (whole && item.get(quantity).isConstant()) {
                found.add(new Point(item.number(quantity), Outcome.of(one.run().log())));
            }
        }
        found.sort(Comparator.comparingDouble(Point::at));
        return found;
    }

    void show(List<Point> shown) {
        points = shown;
        draw();
    }

    private void draw() {
        GraphicsContext g = getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), getHeight());
        if (points.size() < 2) {
            return;
        }
        double each = getHeight() / Row.values().length;
        double y = 0;
        for (Row row : Row.values()) {
            drawRow(g, row, y, each);
            y += each;
        }
    }

    private void drawRow(GraphicsContext g, Row row, double y, double height) {
        double low = points.getFirst().at;
        double high = points.getLast().at;
        double wide = getWidth() - LEFT - ROOM;
        double most = 0;
        for (Point point : points) {
            double value = row.value.applyAsDouble(point.outcome);
            most = value > most ? value : most;
        }
        double base = Math.round(y + height - 14) + 0.5;
        double up = height - 34;
        g.setFont(Tokens.words(11));
        g.setFill(Tokens.colour("fog"));
        g.fillText(row.label, LEFT, y + 11);
        g.setStroke(Tokens.colour("bone", 0.2));
        g.setLineWidth(1);
        g.strokeLine(LEFT, base, LEFT + wide, base);
        g.setFont(Tokens.figures(9));
        g.fillText(row.figure.apply(most), LEFT + wide + 6, base - up + 3);
        g.setFill(Tokens.colour("bone"));
        g.setStroke(Tokens.colour("bone", 0.9));
        double written = Double.NEGATIVE_INFINITY;
        double beforeX = Double.NaN;
        double beforeY = Double.NaN;
        for (Point point : points) {
            double share = high > low ? (point.at - low) / (high - low) : 0.5;
            double x = LEFT + share * wide;
            double value = row.value.applyAsDouble(point.outcome);
            g.setFill(Tokens.colour("fog"));
            if (x - written > NUMBER) {
                g.fillText(Unit.number(point.at, 3), Math.min(x - 2, LEFT + wide - 16), base + 11);
                written = x;
            }
            if (Double.isNaN(value)) {
                beforeX = Double.NaN;
                continue;
            }
            double top = base - (most > 0 ? value / most * up : 0);
            if (!Double.isNaN(beforeX)) {
                g.strokeLine(beforeX, beforeY, x, top);
            }
            g.setFill(Tokens.colour("bone"));
            g.fillRect(x - 2, top - 2, 4, 4);
            beforeX = x;
            beforeY = top;
        }
    }
}
