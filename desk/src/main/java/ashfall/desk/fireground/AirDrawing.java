package ashfall.desk.fireground;

import ashfall.desk.kit.Tokens;
import ashfall.look.View;
import ashfall.shot.Air;
import ashfall.shot.Draught;
import ashfall.shot.Item;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;
import ashfall.sim.Specks;

import javafx.scene.canvas.GraphicsContext;

import java.util.Locale;

/// The air over the picture: test specks that go with it, an arrow with the speed of the wind, and
/// one for each draught.
final class AirDrawing {
    private static final int SPECKS = 420;
    private static final double NEAR = 0.01;

    /// m/s² that make an arrow as long as it gets.
    private static final double STRONG = 10;

    /// Pixels of the wind's arrow across the view, and from the edges to its middle.
    private static final double LONG = 64;

    private static final double CORNER = 72;

    private final GraphicsContext g;
    private final View view;
    private final int columns;
    private final int rows;

    AirDrawing(GraphicsContext g, View view, int columns, int rows) {
        this.g = g;
        this.view = view;
        this.columns = columns;
        this.rows = rows;
    }

    /// @param from lower corner of the bounds, m
    /// @param to upper corner
    /// @param clock time by which the specks go, s
    /// @param seconds shot time
    void draw(Shot shot, Specks specks, Vec3 from, Vec3 to, double clock, double seconds) {
        if (specks.isMoving()) {
            drawSpecks(specks, clock, seconds);
        }
        Vec3 size = to.minus(from);
        double longest = 0.3 * Math.max(size.x(), size.z());
        Vec3 middle = from.plus(to).times(0.5);
        drawWind(shot.air().get(Air.WIND), middle, 0.02 * longest);
        shot.draughts().forEach((name, item) -> drawDraught(name, item, middle, longest));
    }

    /// In a corner, where it is seen whatever is looked at, as it would look in the middle.
    ///
    /// @param small m over which nothing is far from the middle
    private void drawWind(Vec3 wind, Vec3 middle, double small) {
        if (wind.length() == 0) {
            return;
        }
        double[] p = view.project(middle, columns, rows);
        double[] q = view.project(middle.plus(wind.times(small / wind.length())), columns, rows);
        double[] up = view.project(middle.plus(view.up().times(small)), columns, rows);
        double scale = LONG / Math.max(1e-9, Math.hypot(up[0] - p[0], up[1] - p[1]));
        double dx = scale * (q[0] - p[0]);
        double dy = scale * (q[1] - p[1]);
        long degrees = Math.round(Math.toDegrees(Math.atan2(wind.x(), -wind.z())));
        arrow(
                CORNER - 0.5 * dx,
                rows - CORNER - 0.5 * dy,
                CORNER + 0.5 * dx,
                rows - CORNER + 0.5 * dy);
        g.fillText(
                String.format(
                        Locale.ROOT,
                        "wind %s to %d°",
                        Unit.METRE_PER_SECOND.figure(wind.length(), 2),
                        Math.floorMod(degrees, 360)),
                CORNER - 0.5 * LONG,
                rows - CORNER + 0.5 * LONG + 8);
    }

    private void drawDraught(String name, Item item, Vec3 middle, double longest) {
        Vec3 push = item.get(Draught.PUSH);
        if (!item.get(Draught.ON) || push.length() == 0) {
            return;
        }
        Vec3 at = item.get(Draught.EVERYWHERE) ? middle : item.get(Shape.CENTRE);
        double share = Math.min(1, 0.25 + push.length() / STRONG);
        Vec3 way = push.times(share * longest / push.length());
        String words = Unit.METRE_PER_SECOND_SQUARED.figure(push.length(), 2);
        double[] p = view.project(at.minus(way.times(0.5)), columns, rows);
        double[] q = view.project(at.plus(way.times(0.5)), columns, rows);
        if (p[2] > NEAR && q[2] > NEAR) {
            arrow(p[0], p[1], q[0], q[1]);
            g.fillText(name + " " + words, q[0] + 6, q[1] - 6);
        }
    }

    private void drawSpecks(Specks specks, double clock, double seconds) {
        double[] s = new double[7];
        g.setLineWidth(1.2);
        for (int i = 0; i < SPECKS; i++) {
            specks.at(i, clock, seconds, s);
            double[] p = view.project(new Vec3(s[0], s[1], s[2]), columns, rows);
            double[] q = view.project(new Vec3(s[4], s[5], s[6]), columns, rows);
            if (p[2] > NEAR && q[2] > NEAR) {
                // They come and go softly.
                double bright = Math.min(1, 6 * Math.min(s[3], 1 - s[3]));
                g.setStroke(Tokens.colour("bone", 0.75 * bright));
                g.strokeLine(q[0], q[1], p[0], p[1]);
            }
        }
        g.setLineWidth(1);
    }

    private void arrow(double fromX, double fromY, double toX, double toY) {
        double dx = toX - fromX;
        double dy = toY - fromY;
        double length = Math.max(1, Math.hypot(dx, dy));
        double ux = dx / length;
        double uy = dy / length;
        g.setStroke(Tokens.colour("verdigris", 0.95));
        g.setFill(Tokens.colour("verdigris", 0.95));
        g.setLineWidth(2);
        g.strokeLine(fromX, fromY, toX - 6 * ux, toY - 6 * uy);
        g.fillPolygon(
                new double[] {toX, toX - 9 * ux - 4 * uy, toX - 9 * ux + 4 * uy},
                new double[] {toY, toY - 9 * uy + 4 * ux, toY - 9 * uy - 4 * ux},
                3);
        g.setLineWidth(1);
        g.setFont(Tokens.figures(11));
    }
}
