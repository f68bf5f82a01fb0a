package ashfall.desk.fireground;

import ashfall.look.View;
import ashfall.shot.Camera;
import ashfall.shot.Item;
import ashfall.shot.Vec3;

/// A free eye that turns about a point.
///
/// @param pivot the point looked at, m
/// @param turn about the upright, radians; 0 looks along -z
/// @param tilt above the level, radians, within ±1.5
/// @param distance from the pivot, m
/// @param width of the picture plane at distance 1
public record Eye(Vec3 pivot, double turn, double tilt, double distance, double width) {
    private static final double STEEPEST = 1.5;

    /// Above ground, so that a low look does not end below it.
    private static final double LOWEST = 0.05;

    /// The eye that sees what the shot's camera sees, turning about the point nearest to `centre`
    /// on its line of sight.
    static Eye of(Item camera, Vec3 centre) {
        View view = View.of(camera);
        double distance = Math.max(0.1, centre.minus(view.eye()).dot(view.forward()));
        Vec3 f = view.forward();
        return new Eye(
                view.eye().plus(f.times(distance)),
                Math.atan2(-f.x(), -f.z()),
                Math.asin(Math.max(-1, Math.min(1, -f.y()))),
                distance,
                camera.number(Camera.FILM) / camera.number(Camera.LENS));
    }

    private Vec3 backward() {
        return new Vec3(
                Math.sin(turn) * Math.cos(tilt), Math.sin(tilt), Math.cos(turn) * Math.cos(tilt));
    }

    View view() {
        Vec3 at = pivot.plus(backward().times(distance));
        return View.towards(new Vec3(at.x(), Math.max(LOWEST, at.y()), at.z()), pivot, width);
    }

    /// Turns and tilts by angles.
    Eye orbited(double byTurn, double byTilt) {
        double next = Math.max(-STEEPEST, Math.min(STEEPEST, tilt + byTilt));
        return new Eye(pivot, turn + byTurn, next, distance, width);
    }

    /// Moves nearer (factor below 1) or further.
    Eye dollied(double factor) {
        double next = Math.max(1e-3, Math.min(1e5, distance * factor));
        return new Eye(pivot, turn, tilt, next, width);
    }

    /// Moves across, by shares of the picture's width.
    Eye panned(double right, double up) {
        View view = view();
        double size = width * distance;
        Vec3 by = view.right().times(right * size).plus(view.up().times(up * size));
        return new Eye(pivot.plus(by), turn, tilt, distance, width);
    }

    /// Sees all of a box from where it looks.
    Eye framing(Vec3 from, Vec3 to, double columnsPerRow) {
        Vec3 middle = from.plus(to).times(0.5);
        double radius = 0.5 * to.minus(from).length();
        double narrow = Math.min(width, width / columnsPerRow);
        return new Eye(middle, turn, tilt, 1.05 * radius / (0.5 * narrow), width);
    }
}
