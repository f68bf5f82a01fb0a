package ashfall.look;

import ashfall.shot.Item;
import ashfall.shot.Kinds.Camera;
import ashfall.shot.ShotException;
import ashfall.shot.Vec3;

/// A pinhole camera: from where, along which axes, and how wide.
///
/// @param width of the picture plane at distance 1, m
record View(Vec3 eye, Vec3 forward, Vec3 right, Vec3 up, double width) {

    static View of(Item camera) {
        Vec3 eye = camera.get(Camera.POSITION);
        Vec3 forward = camera.get(Camera.TARGET).minus(eye).unit();
        if (forward.length() == 0) {
            throw new ShotException("the camera stands on the point it looks at, " + eye + " m");
        }
        Vec3 right = forward.cross(new Vec3(0, 1, 0)).unit();
        if (right.length() < 1e-6) {
            right = new Vec3(1, 0, 0);
        }
        return new View(
                eye,
                forward,
                right,
                right.cross(forward),
                camera.number(Camera.FILM) / camera.number(Camera.LENS));
    }

    /// Unit direction through a point of a picture; (0, 0) is its upper left corner.
    Vec3 ray(double px, double py, int columns, int rows) {
        double x = (px / columns - 0.5) * width;
        double y = (0.5 - py / rows) * width * rows / columns;
        return forward.plus(right.times(x)).plus(up.times(y)).unit();
    }
}
