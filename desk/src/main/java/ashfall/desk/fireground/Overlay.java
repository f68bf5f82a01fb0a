package ashfall.desk.fireground;

import ashfall.continuity.Stake;
import ashfall.continuity.Stake.Measure;
import ashfall.desk.kit.Tokens;
import ashfall.geometry.Body;
import ashfall.look.Slice;
import ashfall.look.Streaks;
import ashfall.look.Streaks.Streak;
import ashfall.look.View;
import ashfall.particles.Carriers;
import ashfall.shot.Bounds;
import ashfall.shot.Draught;
import ashfall.shot.Item;
import ashfall.shot.Lamp;
import ashfall.shot.Param;
import ashfall.shot.Route;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.sim.Specks;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/// Lines over the picture: the bounds' corners, the edge of the ground below them, the outlines of
/// sources and obstacles, staffs for the heights that are forecast or wanted, the frame of a slice.
final class Overlay extends Canvas {
    private static final int PATH_STEPS = 64;

    /// What is nearer to the eye than this is not drawn, m.
    private static final double NEAR = 0.01;

    /// Where the first staff stands, in heights from the middle.
    private static final double BESIDE = 0.6;

    /// Room for the words of a staff, px.
    private static final double LABEL = 130;

    /// What is drawn.
    ///
    /// @param otherBounds of elements that are not in view
    /// @param shapes sources and obstacles by path
    /// @param carriers of sources by path
    /// @param seconds shot time at which they are shown
    /// @param chosen path of the chosen item, or null
    /// @param slice or null
    /// @param air the shot whose wind and draughts are shown, or null
    /// @param clock time by which its specks go, s
    /// @param lamps of the site by path, seen here only
    /// @param guides whether the edges of a rendered picture are drawn, with its thirds
    record Scene(
            View view,
            Vec3 from,
            Vec3 to,
            boolean bounds,
            List<Item> otherBounds,
            Map<String, Item> shapes,
            Map<String, Carriers> carriers,
            double seconds,
            String chosen,
            List<Stake> stakes,
            List<Streak> streaks,
            Slice slice,
            Shot air,
            double clock,
            boolean guides,
            Map<String, Item> lamps) {}

    private Scene scene;

    /// What the specks belong to.
    private record Blown(Shot shot, Vec3 from, Vec3 to) {}

    private Blown blown;
    private Specks specks;

    Overlay() {
        setMouseTransparent(true);
    }

    void draw(Scene next) {
        scene = next;
        GraphicsContext g = getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), getHeight());
        g.setLineWidth(1);
        if (scene.bounds) {
            boolean chosen = scene.chosen != null && scene.chosen.endsWith(".bounds");
            drawBounds(
                    g,
                    scene.from,
                    scene.to,
                    Tokens.colour(chosen ? "verdigris" : "bone", chosen ? 0.9 : 0.45));
        }
        for (Item other : scene.otherBounds) {
            Vec3 from = other.get(Bounds.FROM);
            drawBounds(g, from, other.get(Bounds.TO), Tokens.colour("bone", 0.2));
        }
        if (scene.slice != null) {
            drawSlice(g);
        }
        if (scene.guides) {
            drawGuides(g);
        }
        drawStreaks(g);
        if (scene.air != null) {
            Blown now = new Blown(scene.air, scene.from, scene.to);
            if (!now.equals(blown)) {
                blown = now;
                specks = new Specks(scene.air, scene.from, scene.to);
            }
            new AirDrawing(g, scene.view, (int) getWidth(), (int) getHeight())
                    .draw(scene.air, specks, scene.from, scene.to, scene.clock, scene.seconds);
        }
        scene.carriers.forEach(
                (path, carriers) ->
                        new CarrierDrawing(g, scene.view, (int) getWidth(), (int) getHeight())
                                .draw(carriers, scene.seconds, path.equals(scene.chosen)));
        scene.lamps.forEach((path, lamp) -> drawLamp(g, lamp, path.equals(scene.chosen)));
        drawStakes(g);
        scene.shapes.forEach(
                (path, item) -> {
                    if (item.kind().equals(Draught.KIND) && item.get(Draught.EVERYWHERE)) {
                        return;
                    }
                    boolean chosen = path.equals(scene.chosen);
                    boolean on =
                            !(item.kind().params().get("on") instanceof Param.Switch s)
                                    || item.get(s);
                    Color colour =
                            Tokens.colour(
                                    chosen ? "verdigris" : "bone", chosen ? 0.9 : on ? 0.45 : 0.25);
                    if (!on) {
                        g.setLineDashes(3, 4);
                    }
                    drawShape(g, item, colour, chosen);
                    g.setLineDashes();
                });
    }

    /// A ring with rays where a lamp is; a picture never shows it.
    private void drawLamp(GraphicsContext g, Item lamp, boolean chosen) {
        double[] p = scene.view.project(lamp.get(Lamp.AT), (int) getWidth(), (int) getHeight());
        if (p[2] < NEAR) {
            return;
        }
        double size = lamp.number(Lamp.RADIUS) * getWidth() / (scene.view.width() * p[2]);
        double r = Math.max(4, size);
        g.setStroke(
                Tokens.colour(
                        chosen ? "verdigris" : "bone",
                        chosen ? 0.9 : lamp.get(Lamp.ON) ? 0.6 : 0.25));
        g.strokeOval(p[0] - r, p[1] - r, 2 * r, 2 * r);
        for (int i = 0; i < 8; i++) {
            double x = Math.cos(i * Math.PI / 4);
            double y = Math.sin(i * Math.PI / 4);
            g.strokeLine(
                    p[0] + (r + 2) * x, p[1] + (r + 2) * y, p[0] + (r + 5) * x, p[1] + (r + 5) * y);
        }
    }

    /// What of the view a picture of 16:9 has: it is as wide as the view.
    private void drawGuides(GraphicsContext g) {
        double w = getWidth();
        double h = w * 9 / 16;
        double top = 0.5 * (getHeight() - h);
        g.setFill(Tokens.colour("ink-0", 0.55));
        g.fillRect(0, 0, w, Math.max(0, top));
        g.fillRect(0, top + h, w, Math.max(0, top));
        g.setStroke(Tokens.colour("bone", 0.6));
        g.strokeRect(0.5, Math.rint(top) + 0.5, w - 1, Math.rint(h) - 1);
        g.setStroke(Tokens.colour("bone", 0.22));
        for (int i = 1; i < 3; i++) {
            double x = Math.round(w * i / 3) + 0.5;
            double y = Math.round(top + h * i / 3) + 0.5;
            g.strokeLine(x, top, x, top + h);
            g.strokeLine(0, y, w, y);
        }
    }

    private void drawBounds(GraphicsContext g, Vec3 a, Vec3 b, Color colour) {
        g.setStroke(colour);
        for (int corner = 0; corner < 8; corner++) {
            Vec3 at =
                    new Vec3(
                            (corner & 1) == 0 ? a.x() : b.x(),
                            (corner & 2) == 0 ? a.y() : b.y(),
                            (corner & 4) == 0 ? a.z() : b.z());
            for (int axis = 0; axis < 3; axis++) {
                boolean low = (corner >> axis & 1) == 0;
                double size = 0.1 * (b.get(axis) - a.get(axis)) * (low ? 1 : -1);
                line(g, at, plus(at, axis, size));
            }
        }
        g.setStroke(colour.deriveColor(0, 1, 1, 0.35));
        Vec3 p = new Vec3(a.x(), a.y(), a.z());
        Vec3 q = new Vec3(b.x(), a.y(), a.z());
        Vec3 r = new Vec3(b.x(), a.y(), b.z());
        Vec3 s = new Vec3(a.x(), a.y(), b.z());
        line(g, p, q);
        line(g, q, r);
        line(g, r, s);
        line(g, s, p);
    }

    private void drawSlice(GraphicsContext g) {
        g.setStroke(Tokens.colour("bone", 0.5));
        int u = (scene.slice.axis() + 1) % 3;
        int v = (scene.slice.axis() + 2) % 3;
        Vec3 a = scene.from;
        Vec3 at = plus(a, scene.slice.axis(), scene.slice.at() - a.get(scene.slice.axis()));
        double du = scene.to.get(u) - a.get(u);
        double dv = scene.to.get(v) - a.get(v);
        Vec3 right = plus(at, u, du);
        Vec3 up = plus(at, v, dv);
        Vec3 far = plus(right, v, dv);
        line(g, at, right);
        line(g, right, far);
        line(g, far, up);
        line(g, up, at);
    }

    /// Paths that brighten and widen towards their heads, each on a dark rim, so that they are seen
    /// over bright and dark.
    private void drawStreaks(GraphicsContext g) {
        g.setStroke(Tokens.colour("ink-0", 0.6));
        g.setLineWidth(3);
        for (Streak streak : scene.streaks) {
            path(g, streak.points());
        }
        // In thirds: a stroke for each point would keep the window waiting.
        for (int third = 1; third <= 3; third++) {
            g.setStroke(Tokens.colour("bone", 0.3 * third));
            g.setLineWidth(0.6 + third / 3.0);
            int step = (Streaks.POINTS - 1) / 3;
            for (Streak streak : scene.streaks) {
                path(g, streak.points().subList(step * (third - 1), step * third + 1));
            }
        }
        g.setLineWidth(1);
    }

    private void path(GraphicsContext g, List<Vec3> points) {
        double[] x = new double[points.size()];
        double[] y = new double[points.size()];
        for (int k = 0; k < x.length; k++) {
            double[] p = scene.view.project(points.get(k), (int) getWidth(), (int) getHeight());
            if (p[2] <= NEAR) {
                return;
            }
            x[k] = p[0];
            y[k] = p[1];
        }
        g.strokePolyline(x, y, x.length);
    }

    /// A staff beside the middle of the bounds for each height, with boards where it hits.
    private void drawStakes(GraphicsContext g) {
        double x = 0.5 * (scene.from.x() + scene.to.x());
        double z = 0.5 * (scene.from.z() + scene.to.z());
        int count = 0;
        for (Stake s : scene.stakes) {
            if (s.measure() != Measure.TOP && s.measure() != Measure.STANDS) {
                continue;
            }
            double aside = s.to() * (BESIDE + 0.15 * count++);
            double foot = Math.max(0, scene.from.y());
            g.setStroke(Tokens.colour("bone", s.wish() ? 0.95 : 0.55));
            g.setLineWidth(s.wish() ? 1.5 : 1);
            line(g, new Vec3(x + aside, foot, z), new Vec3(x + aside, s.to(), z));
            double half = 0.04 * s.to();
            for (double y : s.wish() ? new double[] {0.5 * (s.from() + s.to())} : edges(s)) {
                line(g, new Vec3(x + aside - half, y, z), new Vec3(x + aside + half, y, z));
            }
            double middle = 0.5 * (s.from() + s.to());
            label(g, s, new Vec3(x + aside + 1.5 * half, middle, z));
        }
        g.setLineWidth(1);
    }

    private void label(GraphicsContext g, Stake s, Vec3 at) {
        double[] p = scene.view.project(at, (int) getWidth(), (int) getHeight());
        if (p[2] > NEAR) {
            g.setFill(Tokens.colour("bone", s.wish() ? 0.95 : 0.7));
            g.setFont(Tokens.figures(11));
            g.fillText(s.value(), Math.min(p[0], getWidth() - LABEL), p[1] + 4);
        }
    }

    private static double[] edges(Stake s) {
        return new double[] {s.from(), s.to()};
    }

    /// The outline of what has a shape, as it stands at the time shown; of the chosen one its path
    /// as well.
    private void drawShape(GraphicsContext g, Item item, Color colour, boolean chosen) {
        g.setStroke(colour);
        Body body = Body.of(item);
        body.outline(scene.seconds).forEach(run -> run(g, run));
        List<Route.Point> points = item.get(Shape.PATH).points();
        if (chosen && body.isMoving() && !points.isEmpty()) {
            double from = points.getFirst().seconds();
            double to = points.getLast().seconds();
            List<Vec3> way = new ArrayList<>();
            for (int k = 0; k <= PATH_STEPS; k++) {
                way.add(body.at(from + (to - from) * k / PATH_STEPS).centre());
            }
            g.setLineDashes(2, 3);
            run(g, way);
            g.setLineDashes();
            for (Route.Point point : points) {
                Vec3 at = body.at(point.seconds()).centre();
                double[] p = scene.view.project(at, (int) getWidth(), (int) getHeight());
                if (p[2] > NEAR) {
                    g.strokeRect(p[0] - 2, p[1] - 2, 4, 4);
                }
            }
        }
    }

    /// Lines from point to point, where they are before the eye.
    private void run(GraphicsContext g, List<Vec3> points) {
        g.beginPath();
        boolean pen = false;
        for (Vec3 at : points) {
            double[] p = scene.view.project(at, (int) getWidth(), (int) getHeight());
            boolean ahead = p[2] > NEAR;
            if (ahead && pen) {
                g.lineTo(p[0], p[1]);
            } else if (ahead) {
                g.moveTo(p[0], p[1]);
            }
            pen = ahead;
        }
        g.stroke();
    }

    private static Vec3 plus(Vec3 p, int axis, double by) {
        return p.plus(new Vec3(axis == 0 ? by : 0, axis == 1 ? by : 0, axis == 2 ? by : 0));
    }

    private void line(GraphicsContext g, Vec3 a, Vec3 b) {
        int columns = (int) getWidth();
        int rows = (int) getHeight();
        double[] p = scene.view.project(a, columns, rows);
        double[] q = scene.view.project(b, columns, rows);
        if (p[2] > NEAR && q[2] > NEAR) {
            g.strokeLine(p[0], p[1], q[0], q[1]);
        }
    }
}
