package ashfall.gas;

import ashfall.grid.Seeded;

/// Seeded, divergence-free stirring: the curl of a random vector potential (Bridson, Houriham &
/// Nordenstam 2007, ACM TOG 26(3)), in octaves from the largest eddy to the smallest. Eddies of
/// size ℓ turn at `v(ℓ/L)^(1/3)` (Kolmogorov), so they accelerate the gas by `v_ℓ²/ℓ`; the strength
/// does not depend on the voxel, only the smallest octave that fits does.
///
/// Two copies of the pattern drift apart at the eddies' own speed, so that it changes in the time
/// an eddy takes to turn.
public final class Stirring {
    private static final int N = 32;
    private static final int MASK = N - 1;

    /// Tile cells that an eddy of the filtered potential spans.
    private static final float CELLS_PER_EDDY = 5;

    /// The three components of a cell of the pattern lie together.
    private final float[] tile = new float[3 * N * N * N];
    private final int octaves;
    private final float[] perMetre;
    private final float[] acceleration;
    private final float[] drift;

    /// @param speed of the largest eddies, m/s
    /// @param largest size of the largest eddies, m
    /// @param smallest size of the smallest eddies, m; those under two voxels are left to the grid
    public Stirring(long seed, double speed, double largest, double smallest, double voxel) {
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

    /// Adds `weight` times the acceleration (m/s²) at a world position and time to three fields at
    /// an index.
    void add(float x, float y, float z, double seconds, float weight, float[][] out, int index) {
        for (int o = 0; o < octaves; o++) {
            float moved = (float) (0.5 * drift[o] * seconds);
            float s = perMetre[o];
            float strength = weight * acceleration[o] * 0.70710677f;
            addSample(x * s + o * 7.3f, (y - moved) * s, (z + moved) * s, strength, out, index);
            addSample(
                    (x - moved) * s + 15.7f,
                    (y - moved) * s + o * 11.1f,
                    (z - moved) * s + 9.2f,
                    strength,
                    out,
                    index);
        }
    }

    private void addSample(float x, float y, float z, float strength, float[][] out, int index) {
        int ix = floor(x);
        int iy = floor(y);
        int iz = floor(z);
        float tx = x - ix;
        float ty = y - iy;
        float tz = z - iz;
        int x0 = 3 * (ix & MASK);
        int x1 = 3 * ((ix + 1) & MASK);
        int y0 = 3 * N * (iy & MASK);
        int y1 = 3 * N * ((iy + 1) & MASK);
        int z0 = 3 * N * N * (iz & MASK);
        int z1 = 3 * N * N * ((iz + 1) & MASK);
        float w00 = (1 - ty) * (1 - tz);
        float w10 = ty * (1 - tz);
        float w01 = (1 - ty) * tz;
        float w11 = ty * tz;
        for (int axis = 0; axis < 3; axis++) {
            float low =
                    w00 * tile[x0 + y0 + z0 + axis]
                            + w10 * tile[x0 + y1 + z0 + axis]
                            + w01 * tile[x0 + y0 + z1 + axis]
                            + w11 * tile[x0 + y1 + z1 + axis];
            float high =
                    w00 * tile[x1 + y0 + z0 + axis]
                            + w10 * tile[x1 + y1 + z0 + axis]
                            + w01 * tile[x1 + y0 + z1 + axis]
                            + w11 * tile[x1 + y1 + z1 + axis];
            out[axis][index] += strength * (low + tx * (high - low));
        }
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
            tile[3 * i] = d(a[2], i, N) - d(a[1], i, N * N);
            tile[3 * i + 1] = d(a[0], i, N * N) - d(a[2], i, 1);
            tile[3 * i + 2] = d(a[1], i, 1) - d(a[0], i, N);
            for (int axis = 0; axis < 3; axis++) {
                squares += (double) tile[3 * i + axis] * tile[3 * i + axis];
            }
        }
        float scale = (float) (1 / Math.sqrt(squares / (3.0 * N * N * N)));
        for (int i = 0; i < tile.length; i++) {
            tile[i] *= scale;
        }
    }

    private static float d(float[] f, int i, int stride) {
        return 0.5f * (f[next(i, stride, 1)] - f[next(i, stride, -1)]);
    }
}
