package ashfall.look;

import ashfall.grid.Seeded;
import ashfall.shot.Camera;
import ashfall.shot.Frames;
import ashfall.shot.Look;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;

/// How a finished picture is taken: how long the shutter is open, how wide the lens, and by how
/// many rays a pixel.
///
/// @param open seconds, around the frame's moment
/// @param radius of the lens's opening, m
/// @param focus distance at which all is sharp, m along the line of sight
/// @param rays a pixel
record Taking(double open, double radius, double focus, int rays) {
    /// Root of `x^6 = x + 1`: steps by its powers fill five dimensions evenly (Roberts 2018,
    /// generalised golden ratio).
    private static final double ROOT = 1.1347241384015194;

    /// Its powers, by the number of what is drawn.
    private static final double[] STEPS = new double[5];

    static {
        double step = 1;
        for (int i = 0; i < STEPS.length; i++) {
            step /= ROOT;
            STEPS[i] = step;
        }
    }

    /// Number of the moment among what is drawn by chance.
    private static final int MOMENT = 5;

    static Taking of(Shot shot) {
        double frame = shot.frames().get(Frames.RATE).seconds(1);
        double focus = shot.camera().number(Camera.FOCUS);
        if (focus == 0) {
            focus =
                    shot.camera()
                            .get(Camera.TARGET)
                            .minus(shot.camera().get(Camera.POSITION))
                            .length();
        }
        return new Taking(
                Camera.open(shot.camera()) * frame,
                5e-4 * shot.camera().number(Camera.OPENING),
                focus,
                (int) Math.round(shot.look().number(Look.RAYS)));
    }

    /// The number of a ray for one of its draws, 0 to 1: the rays of a pixel lie evenly, those of
    /// different pixels do not line up. Depends on nothing but its arguments.
    ///
    /// @param draw 0 to 4
    float draw(int pixel, int ray, int draw) {
        double place = Seeded.unit(0, 0, draw, pixel) + ray * STEPS[draw];
        return (float) (place - Math.floor(place));
    }

    /// When a ray is seen while the shutter is open, seconds from the frame's moment. Those of a
    /// pixel are the same time apart, there and back again: what they see at the end would else
    /// have to join on to what they see at the beginning, and edges that move would be rough
    /// (Hickernell 2002, the baker's transformation of lattice rules).
    float late(int pixel, int ray) {
        double place = (ray + Seeded.unit(0, 0, MOMENT, pixel)) / rays;
        return (float) ((0.5 - Math.abs(2 * place - 1)) * open);
    }

    /// Where a ray leaves the lens.
    Vec3 eye(View view, float turn, float out) {
        double r = radius * Math.sqrt(out);
        double angle = 2 * Math.PI * turn;
        return view.eye()
                .plus(view.right().times(r * StrictMath.cos(angle)))
                .plus(view.up().times(r * StrictMath.sin(angle)));
    }

    /// Direction from there to what a pinhole at the middle would see in the plane of focus.
    Vec3 through(View view, Vec3 eye, Vec3 d) {
        Vec3 sharp = view.eye().plus(d.times(focus / d.dot(view.forward())));
        return sharp.minus(eye).unit();
    }
}
