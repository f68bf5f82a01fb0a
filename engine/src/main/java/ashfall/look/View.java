package ashfall.look;

import ashfall.shot.Camera;
import ashfall.shot.Item;
import ashfall.shot.ShotException;
import ashfall.shot.Vec3;

/// A pinhole camera: from where, along which axes, and how wide.
///
/// @param width of the picture plane at distance 1, m
public record View(Vec3 eye, Vec3 forward, Vec3 right, Vec3 up, double width) {

    /// The shot camera's view.
    ///
    /// @throws ShotException when the camera stands on the point it looks at
    public static View of(Item camera) {
        Vec3 eye = camera.get(Camera.POSITION);
        Vec3 target = camera.get(Camera.TARGET);
        if (target.minus(eye).length() == 0) {
            throw new ShotException("the camera stands on the point it looks at, " + eye + " m");
        }
        return towards(eye, target, camera.number(Camera.FILM) / camera.number(Camera.LENS));
    }

    /// The view from a place to another, upright.
    ///
    /// @param width of the picture plane at distance 1, m
    public static View towards(Vec3 eye, Vec3 target, double width) {
        Vec3 forward = target.minus(eye).unit();
        Vec3 right = forward.cross(new Vec3(0, 1, 0)).unit();
        if (right.length() < 1e-6) {
            right = new Vec3(1, 0, 0);
        }
        return new View(eye, forward, right, right.cross(forward), width);
    }

    /// Unit direction through a point of a picture; (0, 0) is its upper left corner.
    public Vec3 ray(double px, double py, int columns, int rows) {
        double x = (px / columns - 0.5) * width;
        double y = (0.5 - py / rows) * width * rows / columns;
        return forward.plus(right.times(x)).plus(up.times(y)).unit();
    }

    /// Where a place lies on a picture: column, row, and distance along the line of sight, m; a
    /// distance of 0 or less is behind the camera.
    public double[] project(Vec3 place, int columns, int rows) {
        Vec3 way = place.minus(eye);
        double depth = way.dot(forward);
        double scale = columns / (width * Math.max(depth, 1e-9));
        return new double[] {
            0.5 * columns + scale * way.dot(right), 0.5 * rows - scale * way.dot(up), depth
        };
    }
}
