package ashfall.gas;

import ashfall.grid.Seeded;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

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
    private static final VectorSpecies<Float> LANES = Lanes.FLOATS;

    /// As many as there can be lanes.
    private static final float[] PLACES = {0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15};

    /// What [#addRow] needs for itself: the pattern along a row, its first cell once more at its
    /// end, and where in it the places lie.
    static final class Scratch {
        private final float[] row = new float[3 * (N + 1)];
        private final int[] cell;
        private final float[] part;

        Scratch(int places) {
            cell = new int[places];
            part = new float[places];
        }
    }

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
            Scratch scratch) {
        for (int o = 0; o < octaves; o++) {
            float moved = (float) (0.5 * drift[o] * seconds);
            float s = perMetre[o];
            float strength = acceleration[o] * 0.70710677f;
            blend((y - moved) * s, (z + moved) * s, strength, n, scratch.row);
            addBlended(scratch, x * s + o * 7.3f, spacing * s, weights, out, at, n);
            blend((y - moved) * s + o * 11.1f, (z - moved) * s + 9.2f, strength, n, scratch.row);
            addBlended(scratch, (x - moved) * s + 15.7f, spacing * s, weights, out, at, n);
        }
    }

    /// Writes the acceleration (m/s²) of one place along x, y, z, times a factor.
    public void at(double seconds, double x, double y, double z, double factor, double[] out) {
        float[][] one = new float[3][1];
        float[] weight = {(float) factor};
        addRow((float) x, (float) y, (float) z, 0, seconds, weight, one, 0, 1, new Scratch(1));
        for (int axis = 0; axis < 3; axis++) {
            out[axis] = one[axis][0];
        }
    }

    /// The pattern along x at a place of y and z, times a strength, its first cell repeated at the
    /// end; for n places.
    private void blend(float y, float z, float strength, int n, float[] row) {
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
        int i = 0;
        for (int end = Lanes.bound(n) > 0 ? 3 * N : 0; i < end; i += LANES.length()) {
            FloatVector a = FloatVector.fromArray(LANES, tile, y0 + z0 + i);
            FloatVector b = FloatVector.fromArray(LANES, tile, y1 + z0 + i);
            FloatVector c = FloatVector.fromArray(LANES, tile, y0 + z1 + i);
            FloatVector d = FloatVector.fromArray(LANES, tile, y1 + z1 + i);
            a.mul(w00).add(b.mul(w10)).add(c.mul(w01).add(d.mul(w11))).intoArray(row, i);
        }
        for (; i < 3 * N; i++) {
            row[i] =
                    (w00 * tile[y0 + z0 + i] + w10 * tile[y1 + z0 + i])
                            + (w01 * tile[y0 + z1 + i] + w11 * tile[y1 + z1 + i]);
        }
        row[3 * N] = row[0];
        row[3 * N + 1] = row[1];
        row[3 * N + 2] = row[2];
    }

    private static void addBlended(
            Scratch s, float from, float step, float[] weights, float[][] out, int at, int n) {
        locate(from, step, s.cell, s.part, n);
        for (int axis = 0; axis < 3; axis++) {
            addBlended(s.row, axis, s.cell, s.part, weights, out[axis], at, n);
        }
    }

    /// Where n places along the pattern lie: index of the cell's first component, and how far they
    /// are beyond it.
    private static void locate(float from, float step, int[] cell, float[] part, int n) {
        int i = 0;
        for (int end = Lanes.bound(n); i < end; i += LANES.length()) {
            FloatVector x = FloatVector.fromArray(LANES, PLACES, 0).add(i).mul(step).add(from);
            IntVector whole = (IntVector) x.convert(VectorOperators.F2I, 0);
            FloatVector back = (FloatVector) whole.convert(VectorOperators.I2F, 0);
            FloatVector below = back.sub(1f);
            FloatVector floor = back.blend(below, x.lt(back));
            x.sub(floor).intoArray(part, i);
            IntVector index = (IntVector) floor.convert(VectorOperators.F2I, 0);
            index.and(MASK).mul(3).intoArray(cell, i);
        }
        for (; i < n; i++) {
            float x = from + i * step;
            int ix = floor(x);
            part[i] = x - ix;
            cell[i] = 3 * (ix & MASK);
        }
    }

    private static void addBlended(
            float[] row,
            int axis,
            int[] cell,
            float[] part,
            float[] weights,
            float[] out,
            int at,
            int n) {
        int i = 0;
        for (int end = Lanes.fetchBound(n); i < end; i += LANES.length()) {
            FloatVector a = FloatVector.fromArray(LANES, row, axis, cell, i);
            FloatVector b = FloatVector.fromArray(LANES, row, axis + 3, cell, i);
            b.sub(a)
                    .mul(FloatVector.fromArray(LANES, part, i))
                    .add(a)
                    .mul(FloatVector.fromArray(LANES, weights, i))
                    .add(FloatVector.fromArray(LANES, out, at + i))
                    .intoArray(out, at + i);
        }
        for (; i < n; i++) {
            int k = cell[i] + axis;
            out[at + i] += weights[i] * (row[k] + part[i] * (row[k + 3] - row[k]));
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
