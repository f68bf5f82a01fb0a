package ashfall.look;

import ashfall.shot.Vec3;

/// A keeper with a ranging rod beside the fire, for scale: 1.75 m tall, the rod 2 m with bands of
/// 20 cm. A flat figure that turns towards the camera.
///
/// @param foot where he stands, m
public record Keeper(Vec3 foot) {
    /// Height of the rod, m.
    public static final double ROD = 2;

    private static final double BAND = 0.2;
    private static final float[] COAT = {0.10f, 0.11f, 0.13f};
    private static final float[] SKIN = {0.42f, 0.30f, 0.23f};
    private static final float[] WHITE = {0.72f, 0.70f, 0.66f};
    private static final float[] RED = {0.52f, 0.05f, 0.04f};

    /// Limbs as capsules: from (x, y) to (x, y), radii at both ends, m; x to the right of the foot.
    private static final double[][] COATED = {
        {-0.09, 0.06, -0.08, 0.85, 0.07, 0.10},
        {0.10, 0.06, 0.07, 0.85, 0.07, 0.10},
        {0.00, 0.72, 0.00, 1.34, 0.20, 0.17},
        {-0.20, 1.36, -0.29, 0.86, 0.065, 0.055},
        {0.19, 1.36, 0.36, 1.06, 0.065, 0.055},
        {0.36, 1.06, 0.56, 1.22, 0.055, 0.045},
        {-0.13, 1.70, 0.13, 1.70, 0.03, 0.03},
        {-0.05, 1.74, 0.05, 1.74, 0.06, 0.06}
    };
    private static final double[][] BARE = {
        {0, 1.60, 0, 1.63, 0.105, 0.105},
        {0.57, 1.22, 0.60, 1.24, 0.05, 0.05},
        {-0.29, 0.80, -0.29, 0.78, 0.05, 0.05}
    };
    private static final double ROD_AT = 0.62;
    private static final double ROD_HALF = 0.022;

    /// Distance along a ray to the upright plane through the keeper that faces the camera; infinite
    /// where the ray passes him by.
    double distance(View view, Vec3 d) {
        Vec3 towards = new Vec3(foot.x() - view.eye().x(), 0, foot.z() - view.eye().z());
        double away = d.dot(towards);
        if (away <= 0) {
            return Double.POSITIVE_INFINITY;
        }
        double s = towards.dot(towards) / away;
        Vec3 at = view.eye().plus(d.times(s)).minus(foot);
        boolean passes = at.y() < 0 || at.y() > 2.2 || Math.hypot(at.x(), at.z()) > 1;
        return passes ? Double.POSITIVE_INFINITY : s;
    }

    /// How much of a pixel he covers at a place on that plane, and what share of light he throws
    /// back there.
    ///
    /// @param pixel its width there, m
    /// @param albedo set to red, green and blue
    float cover(View view, Vec3 place, double pixel, float[] albedo) {
        Vec3 at = place.minus(foot);
        Vec3 right = new Vec3(view.right().x(), 0, view.right().z()).unit();
        double x = at.dot(right);
        double y = at.y();
        double rod = Math.max(Math.abs(x - ROD_AT) - ROD_HALF, Math.max(-y, y - ROD));
        double coat = nearest(COATED, x, y);
        double bare = nearest(BARE, x, y);
        float[] colour = bare < coat ? SKIN : COAT;
        // A hand over the rod, the rod over the coat.
        if (rod < 0.5 * pixel && bare > 0) {
            colour = (long) Math.floor(y / BAND) % 2 == 0 ? RED : WHITE;
        }
        System.arraycopy(colour, 0, albedo, 0, 3);
        double inside = -Math.min(rod, Math.min(coat, bare));
        return (float) Math.max(0, Math.min(1, 0.5 + inside / pixel));
    }

    /// Distance to the nearest capsule; negative inside.
    private static double nearest(double[][] capsules, double x, double y) {
        double least = Double.POSITIVE_INFINITY;
        for (double[] c : capsules) {
            double dx = c[2] - c[0];
            double dy = c[3] - c[1];
            double t = ((x - c[0]) * dx + (y - c[1]) * dy) / (dx * dx + dy * dy);
            t = Math.max(0, Math.min(1, t));
            double far = Math.hypot(x - c[0] - t * dx, y - c[1] - t * dy);
            least = Math.min(least, far - (c[4] + t * (c[5] - c[4])));
        }
        return least;
    }
}
