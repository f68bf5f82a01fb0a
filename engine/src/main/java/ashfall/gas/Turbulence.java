package ashfall.gas;

import ashfall.grid.Seeded;

/// Seeded, divergence-free stirring: the curl of a random vector potential (Bridson, Houriham &
/// Nordenstam 2007, ACM TOG 26(3)), in octaves from the largest eddy to the smallest. Eddies of
/// size ℓ turn at `v(ℓ/L)^(1/3)` (Kolmogorov), so they accelerate the gas by `v_ℓ²/ℓ`; the strength
/// does not depend on the voxel, only the smallest octave that fits does.
///
/// Two copies of the pattern drift apart at the eddies' own speed, so that it changes in the time
/// an eddy takes to turn.
public final class Turbulence {
    private static final int N = 32;
    private static final int MASK = N - 1;

    /// Tile cells that an eddy of the filtered potential spans.
    private static final float CELLS_PER_EDDY = 5;

    private final float[][] tile = new float[3][N * N * N];
    private final int octaves;
    private final float[] perMetre;
    private final float[] acceleration;
    private final float[] drift;

    /// @param speed of the largest eddies, m/s
    /// @param largest size of the largest eddies, m
    /// @param smallest size of the smallest eddies, m; those under two voxels are left to the grid
    public Turbulence(long seed, double speed, double largest, double smallest, double voxel) {
        float[][] potential = new float[3][];
        for (int axis = 0; axis < 3; axis++) {
            potential[axis] = filteredNoise(seed, axis);
        }
        curl(potential);
        double floor = Math.max(smallest, 2 * voxel);
        int count = 0;
        for (double size = largest; size >= floor * 0.999 && count < 8; size /= 2) {
            count++;
        }
        octaves = speed > 0 ? count : 0;
        perMetre = new float[octaves];
        acceleration = new float[octaves];
        drift = new float[octaves];
        for (int o = 0; o < octaves; o++) {
            double size = largest / (1 << o);
            double eddySpeed = speed * ashfall.grid.Exact.cbrt(size / largest);
            perMetre[o] = (float) (CELLS_PER_EDDY / size);
            acceleration[o] = (float) (eddySpeed * eddySpeed / size);
            drift[o] = (float) eddySpeed;
        }
    }

    /// Does it stir at all?
    public boolean isStill() {
        return octaves == 0;
    }

    /// Acceleration along an axis at a world position and time, m/s².
    float at(int axis, float x, float y, float z, double seconds) {
        float sum = 0;
        for (int o = 0; o < octaves; o++) {
            float moved = (float) (0.5 * drift[o] * seconds);
            float s = perMetre[o];
            float a = sample(axis, x * s + o * 7.3f, (y - moved) * s, (z + moved) * s);
            float b =
                    sample(
                            axis,
                            (x - moved) * s + 15.7f,
                            (y - moved) * s + o * 11.1f,
                            (z - moved) * s + 9.2f);
            sum += acceleration[o] * 0.70710677f * (a + b);
        }
        return sum;
    }

    private float sample(int axis, float x, float y, float z) {
        int ix = floor(x);
        int iy = floor(y);
        int iz = floor(z);
        float tx = x - ix;
        float ty = y - iy;
        float tz = z - iz;
        float[] f = tile[axis];
        int x0 = ix & MASK;
        int x1 = (ix + 1) & MASK;
        int y0 = (iy & MASK) * N;
        int y1 = ((iy + 1) & MASK) * N;
        int z0 = (iz & MASK) * N * N;
        int z1 = ((iz + 1) & MASK) * N * N;
        float a = f[z0 + y0 + x0] + tx * (f[z0 + y0 + x1] - f[z0 + y0 + x0]);
        float b = f[z0 + y1 + x0] + tx * (f[z0 + y1 + x1] - f[z0 + y1 + x0]);
        float c = f[z1 + y0 + x0] + tx * (f[z1 + y0 + x1] - f[z1 + y0 + x0]);
        float d = f[z1 + y1 + x0] + tx * (f[z1 + y1 + x1] - f[z1 + y1 + x0]);
        float e = a + ty * (b - a);
        float g = c + ty * (d - c);
        return e + tz * (g - e);
    }

    private static int floor(float x) {
        int i = (int) x;
        return i > x ? i - 1 : i;
    }

    /// Periodic noise, filtered with weights 1/4, 1/2, 1/4 along each axis, twice.
    private static float[] filteredNoise(long seed, int axis) {
        float[] f = new float[N * N * N];
        for (int i = 0; i < f.length; i++) {
            f[i] = 2 * Seeded.unit(seed, axis, 0x7475, i) - 1;
        }
        for (int pass = 0; pass < 2; pass++) {
            f = filtered(filtered(filtered(f, 1), N), N * N);
        }
        return f;
    }

    private static float[] filtered(float[] f, int stride) {
        float[] g = new float[f.length];
        for (int i = 0; i < f.length; i++) {
            g[i] = 0.5f * f[i] + 0.25f * (f[next(i, stride, 1)] + f[next(i, stride, -1)]);
        }
        return g;
    }

    /// Index of the periodic neighbour along the axis with this stride.
    private static int next(int i, int stride, int by) {
        int c = (i / stride) & MASK;
        return i + (((c + by) & MASK) - c) * stride;
    }

    /// Writes the curl by central differences, scaled to a root mean square of 1 per component.
    private void curl(float[][] a) {
        double squares = 0;
        for (int i = 0; i < N * N * N; i++) {
            tile[0][i] = d(a[2], i, N) - d(a[1], i, N * N);
            tile[1][i] = d(a[0], i, N * N) - d(a[2], i, 1);
            tile[2][i] = d(a[1], i, 1) - d(a[0], i, N);
            for (int axis = 0; axis < 3; axis++) {
                squares += (double) tile[axis][i] * tile[axis][i];
            }
        }
        float scale = (float) (1 / Math.sqrt(squares / (3.0 * N * N * N)));
        for (float[] component : tile) {
            for (int i = 0; i < component.length; i++) {
                component[i] *= scale;
            }
        }
    }

    private static float d(float[] f, int i, int stride) {
        return 0.5f * (f[next(i, stride, 1)] - f[next(i, stride, -1)]);
    }
}
