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

    /// Floats that [#addRow] needs for itself.
    static final int SCRATCH = 3 * (N + 1);

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

    /// Adds the accelerations (m/s²) of n places along x to three fields, each times its weight.
    ///
    /// @param x of the first place, m; the next are `spacing` apart
    /// @param weights of the places, from index 0
    /// @param at index of the first place in the fields
    /// @param scratch of [#SCRATCH] floats
    void addRow(
            float x,
            float y,
            float z,
            float spacing,
            double seconds,
            float[] weights,
            float[][] out,
            int at,
            int n,
            float[] scratch) {
        for (int o = 0; o < octaves; o++) {
            float moved = (float) (0.5 * drift[o] * seconds);
            float s = perMetre[o];
            float strength = acceleration[o] * 0.70710677f;
            blend((y - moved) * s, (z + moved) * s, strength, scratch);
            addBlended(scratch, x * s + o * 7.3f, spacing * s, weights, out, at, n);
            blend((y - moved) * s + o * 11.1f, (z - moved) * s + 9.2f, strength, scratch);
            addBlended(scratch, (x - moved) * s + 15.7f, spacing * s, weights, out, at, n);
        }
    }

    /// The pattern along x at a place of y and z, times a strength, its first cell repeated at the
    /// end.
    private void blend(float y, float z, float strength, float[] row) {
        int iy = floor(y);
        int iz = floor(z);
        float ty = y - iy;
        float tz = z - iz;
        int y0 = 3 * N * (iy & MASK);
        int y1 = 3 * N * ((iy + 1) & MASK);
        int z0 = 3 * N * N * (iz & MASK);
        int z1 = 3 * N * N * ((iz + 1) & MASK);
        float w00 = strength * (1 - ty) * (1 - tz);
        float w10 = strength * ty * (1 - tz);
        float w01 = strength * (1 - ty) * tz;
        float w11 = strength * ty * tz;
        for (int i = 0; i < 3 * N; i++) {
            row[i] =
                    (w00 * tile[y0 + z0 + i] + w10 * tile[y1 + z0 + i])
                            + (w01 * tile[y0 + z1 + i] + w11 * tile[y1 + z1 + i]);
        }
        row[3 * N] = row[0];
        row[3 * N + 1] = row[1];
        row[3 * N + 2] = row[2];
    }

    private static void addBlended(
            float[] row, float from, float step, float[] weights, float[][] out, int at, int n) {
        float[] a = out[0];
        float[] b = out[1];
        float[] c = out[2];
        for (int i = 0; i < n; i++) {
            float x = from + i * step;
            int ix = floor(x);
            float t = x - ix;
            int k = 3 * (ix & MASK);
            float w = weights[i];
            a[at + i] += w * (row[k] + t * (row[k + 3] - row[k]));
            b[at + i] += w * (row[k + 1] + t * (row[k + 4] - row[k + 1]));
            c[at + i] += w * (row[k + 2] + t * (row[k + 5] - row[k + 2]));
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
