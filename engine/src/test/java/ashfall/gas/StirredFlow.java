package ashfall.gas;

import ashfall.grid.GridShape;

import java.util.Arrays;

/// A problem with a known answer, shared by tests: a blob of 1 stirred in a closed box by a swirl
/// without divergence.
final class StirredFlow {
    private StirredFlow() {}

    /// Face velocities from differences of a stream function, so that every cell's divergence is
    /// zero to rounding.
    static void fill(GridShape s, float[][] u, float cells) {
        for (float[] f : u) {
            Arrays.fill(f, 0);
        }
        double scale = cells * s.nx() / (2 * Math.PI);
        for (int z = 0; z < s.nz(); z++) {
            double depth = 0.75 + 0.25 * Math.cos(2 * Math.PI * (z + 0.5) / s.nz());
            for (int y = 0; y <= s.ny(); y++) {
                for (int x = 0; x <= s.nx(); x++) {
                    double here = stream(x, y, s);
                    if (y < s.ny()) {
                        u[0][s.at(x, y, z)] =
                                (float) (scale * depth * (stream(x, y + 1, s) - here));
                    }
                    if (x < s.nx()) {
                        u[1][s.at(x, y, z)] =
                                (float) (-scale * depth * (stream(x + 1, y, s) - here));
                    }
                }
            }
        }
    }

    private static double stream(int x, int y, GridShape s) {
        double a = Math.sin(Math.PI * x / s.nx());
        double b = Math.sin(Math.PI * y / s.ny());
        return 0.6 * a * a * b * b
                + 0.4
                        * Math.sin(2 * Math.PI * x / s.nx())
                        * Math.sin(2 * Math.PI * y / s.ny())
                        * a
                        * b;
    }

    /// A ball of 1, an eighth of the box wide, off the middle.
    static void blob(GridShape s, float[] f) {
        for (int z = 0; z < s.nz(); z++) {
            for (int y = 0; y < s.ny(); y++) {
                for (int x = 0; x < s.nx(); x++) {
                    double dx = x + 0.5 - 0.35 * s.nx();
                    double dy = y + 0.5 - 0.5 * s.ny();
                    double dz = z + 0.5 - 0.5 * s.nz();
                    double r = Math.sqrt(dx * dx + dy * dy + dz * dz) - s.nx() / 8.0;
                    f[s.at(x, y, z)] = (float) Math.max(0, Math.min(1, 0.5 - r));
                }
            }
        }
    }
}
