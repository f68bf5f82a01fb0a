package ashfall.grid;

import java.util.Arrays;

/// Smooth value noise of a point in space: seeded, the same everywhere, about -1 to 1, one feature
/// a unit length.
public final class Noise {
    private Noise() {}

    /// Noise at (x, y, z), with quintic interpolation between the random values at whole-number
    /// points.
    public static double at(long seed, double x, double y, double z) {
        double fx = StrictMath.floor(x);
        double fy = StrictMath.floor(y);
        double fz = StrictMath.floor(z);
        long ix = (long) fx;
        long iy = (long) fy;
        long iz = (long) fz;
        double tx = fade(x - fx);
        double ty = fade(y - fy);
        double tz = fade(z - fz);
        double low = plane(seed, ix, iy, iz, tx, ty);
        double high = plane(seed, ix, iy, iz + 1, tx, ty);
        return low + (high - low) * tz;
    }

    /// What [#octaves] never is beyond, up or down.
    public static final double MOST = 1.4;

    /// Three octaves, each half the size and half the strength of the one before; about -1 to 1.
    public static double octaves(long seed, double x, double y, double z) {
        return (at(seed, x, y, z)
                        + 0.5 * at(seed + 1, 2 * x, 2 * y, 2 * z)
                        + 0.25 * at(seed + 2, 4 * x, 4 * y, 4 * z))
                / 1.25;
    }

    /// [#octaves], spread evenly over 0 to 1: a share of s of all space lies below s.
    public static double even(long seed, double x, double y, double z) {
        double[] steps = Spread.STEPS;
        int found = Arrays.binarySearch(steps, octaves(seed, x, y, z));
        int above = found >= 0 ? found : -found - 1;
        return (double) above / steps.length;
    }

    /// Values of [#octaves] that as many of its values lie between.
    private static final class Spread {
        private static final int SAMPLES = 1 << 16;
        private static final int EACH = 64;
        private static final double[] STEPS = steps();

        private static double[] steps() {
            double[] all = new double[SAMPLES];
            for (int i = 0; i < SAMPLES; i++) {
                all[i] =
                        octaves(i, 100 * Seeded.unit(1, i, 0, 0), 0.37 * (i % 41), 0.61 * (i % 53));
            }
            Arrays.sort(all);
            double[] steps = new double[SAMPLES / EACH];
            for (int i = 0; i < steps.length; i++) {
                steps[i] = all[EACH / 2 + i * EACH];
            }
            return steps;
        }
    }

    private static double plane(long seed, long x, long y, long z, double tx, double ty) {
        double a = lattice(seed, x, y, z);
        double b = lattice(seed, x + 1, y, z);
        double c = lattice(seed, x, y + 1, z);
        double d = lattice(seed, x + 1, y + 1, z);
        double low = a + (b - a) * tx;
        double high = c + (d - c) * tx;
        return low + (high - low) * ty;
    }

    private static double lattice(long seed, long x, long y, long z) {
        return 2.0 * Seeded.unit(seed, x, y, z) - 1.0;
    }

    private static double fade(double t) {
        return t * t * t * (t * (t * 6 - 15) + 10);
    }
}
