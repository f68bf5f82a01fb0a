package ashfall.desk.fireground;

import ashfall.desk.kit.Tokens;
import ashfall.look.View;
import ashfall.particles.Carriers;
import ashfall.shot.Vec3;

import javafx.scene.canvas.GraphicsContext;

/// Carriers over the picture: a dot for each that lives with the way it came by, the balls of few
/// at their true size, and a speck where each of the chosen source ends.
final class CarrierDrawing {
    /// More than these show no ways, and no balls: they would be a blot.
    private static final int MOST_WAYS = 3000;

    private static final int MOST_BALLS = 250;
    private static final int MOST_ENDS = 600;

    /// s of the way that is shown behind a carrier, and into how many pieces.
    private static final double BEHIND = 0.12;

    private static final int PIECES = 3;
    private static final double NEAR = 0.01;

    private final GraphicsContext g;
    private final View view;
    private final int columns;
    private final int rows;

    CarrierDrawing(GraphicsContext g, View view, int columns, int rows) {
        this.g = g;
        this.view = view;
        this.columns = columns;
        this.rows = rows;
    }

    void draw(Carriers carriers, double seconds, boolean chosen) {
        int living = carriers.livingAt(seconds);
        if (chosen) {
            drawEnds(carriers);
        }
        if (living <= MOST_WAYS) {
            g.setLineWidth(1);
            for (int piece = PIECES; piece >= 1; piece--) {
                g.setStroke(Tokens.colour("bone", (chosen ? 0.5 : 0.3) / piece));
                drawWays(carriers, seconds, piece);
            }
        }
        if (chosen && living <= MOST_BALLS) {
            g.setStroke(Tokens.colour("verdigris", 0.45));
            carriers.forEachLiving(seconds, this::drawBall);
        }
        g.setFill(Tokens.colour(chosen ? "verdigris" : "bone", chosen ? 1 : 0.7));
        double size = living > MOST_WAYS ? 1.5 : 2.5;
        carriers.forEachLiving(
                seconds,
                s -> {
                    double[] p = view.project(new Vec3(s.x, s.y, s.z), columns, rows);
                    if (p[2] > NEAR) {
                        g.fillRect(p[0] - 0.5 * size, p[1] - 0.5 * size, size, size);
                    }
                });
    }

    /// One piece of the ways, the first the nearest.
    private void drawWays(Carriers carriers, double seconds, int piece) {
        Carriers.Seen from = new Carriers.Seen();
        Carriers.Seen to = new Carriers.Seen();
        carriers.forEachLiving(
                seconds,
                s -> {
                    int i = s.carrier;
                    double latest = seconds - BEHIND * (piece - 1) / PIECES;
                    double earliest = Math.max(carriers.born(i), seconds - BEHIND * piece / PIECES);
                    if (earliest < latest
                            && carriers.look(i, earliest, from)
                            && carriers.look(i, latest, to)) {
                        line(from, to);
                    }
                });
    }

    private void line(Carriers.Seen from, Carriers.Seen to) {
        double[] p = view.project(new Vec3(from.x, from.y, from.z), columns, rows);
        double[] q = view.project(new Vec3(to.x, to.y, to.z), columns, rows);
        if (p[2] > NEAR && q[2] > NEAR) {
            g.strokeLine(p[0], p[1], q[0], q[1]);
        }
    }

    private void drawBall(Carriers.Seen s) {
        Vec3 at = new Vec3(s.x, s.y, s.z);
        double[] p = view.project(at, columns, rows);
        double[] q = view.project(at.plus(view.up().times(s.radius)), columns, rows);
        if (p[2] > NEAR && q[2] > NEAR) {
            double r = Math.hypot(q[0] - p[0], q[1] - p[1]);
            g.strokeOval(p[0] - r, p[1] - r, 2 * r, 2 * r);
        }
    }

    /// Where they end, together a dotted shell.
    private void drawEnds(Carriers carriers) {
        g.setFill(Tokens.colour("bone", 0.75));
        int step = 1 + carriers.count() / MOST_ENDS;
        for (int i = 0; i < carriers.count(); i += step) {
            double[] p = view.project(carriers.end(i), columns, rows);
            if (p[2] > NEAR) {
                g.fillRect(p[0] - 0.75, p[1] - 0.75, 1.5, 1.5);
            }
        }
    }
}
