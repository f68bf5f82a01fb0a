package ashfall.gas;

import static jdk.incubator.vector.FloatVector.fromArray;

import ashfall.grid.GridShape;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

import java.util.Arrays;

/// Rows of the pressure's solver: seven-point stencils, and the vector updates of conjugate
/// gradients.
///
/// The stencils read neighbours, which Java turns into no vector instructions by itself, so they
/// are written with vectors; their tails are the scalar form of the same operations in the same
/// order, and give the same bits. Sums are taken in parts by place, whatever the vectors' length.
final class PressureRows {
    /// Sums that a row of products is split into.
    static final int PARTS = 16;

    private static final VectorSpecies<Float> LANES = Lanes.FLOATS;

    /// Every second lane, from the first and from the second on.
    private static final VectorMask<Float> EVEN = VectorMask.fromLong(LANES, 0x5555555555555555L);

    private static final VectorMask<Float> ODD = EVEN.not();

    private PressureRows() {}

    /// Gauss–Seidel on every second of n cells, from the first (`parity` 0) or the second (1):
    /// `q = (f + Σ β q_neighbour) / Σ β`, 0 where all faces are closed. The others keep their
    /// values. `row` is scratch of n.
    static void relax(
            float[] q,
            float[] f,
            float[] bx,
            float[] by,
            float[] bz,
            float[] row,
            int at,
            int n,
            int sy,
            int sz,
            int parity) {
        VectorMask<Float> mine = parity == 0 ? EVEN : ODD;
        int x = 0;
        // Results go to a row of their own: loads that overlap a store just made would wait for it.
        for (int end = Lanes.bound(n); x < end; x += LANES.length()) {
            int i = at + x;
            FloatVector x0 = fromArray(LANES, bx, i);
            FloatVector x1 = fromArray(LANES, bx, i + 1);
            FloatVector y0 = fromArray(LANES, by, i);
            FloatVector y1 = fromArray(LANES, by, i + sy);
            FloatVector z0 = fromArray(LANES, bz, i);
            FloatVector z1 = fromArray(LANES, bz, i + sz);
            FloatVector around =
                    x0.mul(fromArray(LANES, q, i - 1))
                            .add(x1.mul(fromArray(LANES, q, i + 1)))
                            .add(
                                    y0.mul(fromArray(LANES, q, i - sy))
                                            .add(y1.mul(fromArray(LANES, q, i + sy))))
                            .add(
                                    z0.mul(fromArray(LANES, q, i - sz))
                                            .add(z1.mul(fromArray(LANES, q, i + sz))));
            FloatVector sum = x0.add(x1).add(y0.add(y1)).add(z0.add(z1));
            FloatVector value = fromArray(LANES, f, i).add(around).div(sum);
            value = value.blend(0f, sum.compare(VectorOperators.EQ, 0f));
            fromArray(LANES, q, i).blend(value, mine).intoArray(row, x);
        }
        for (; x < n; x++) {
            row[x] = (x & 1) == parity ? relaxed(q, f, bx, by, bz, at + x, sy, sz) : q[at + x];
        }
        System.arraycopy(row, 0, q, at, n);
    }

    /// The scalar form of [#relax] for one cell.
    static float relaxed(
            float[] q, float[] f, float[] bx, float[] by, float[] bz, int i, int sy, int sz) {
        float around =
                ((bx[i] * q[i - 1] + bx[i + 1] * q[i + 1])
                                + (by[i] * q[i - sy] + by[i + sy] * q[i + sy]))
                        + (bz[i] * q[i - sz] + bz[i + sz] * q[i + sz]);
        float sum = ((bx[i] + bx[i + 1]) + (by[i] + by[i + sy])) + (bz[i] + bz[i + sz]);
        return sum == 0 ? 0 : (f[i] + around) / sum;
    }

    /// First half sweep from a zero guess, where only the diagonal acts: `q = f / Σ β`. The cells
    /// of the other colour get a value too, which is never looked at.
    static void first(
            float[] q,
            float[] f,
            float[] bx,
            float[] by,
            float[] bz,
            int at,
            int n,
            int sy,
            int sz) {
        int i = at;
        for (int end = at + Lanes.bound(n); i < end; i += LANES.length()) {
            FloatVector sum =
                    fromArray(LANES, bx, i)
                            .add(fromArray(LANES, bx, i + 1))
                            .add(fromArray(LANES, by, i).add(fromArray(LANES, by, i + sy)))
                            .add(fromArray(LANES, bz, i).add(fromArray(LANES, bz, i + sz)));
            fromArray(LANES, f, i)
                    .div(sum)
                    .blend(0f, sum.compare(VectorOperators.EQ, 0f))
                    .intoArray(q, i);
        }
        for (int end = at + n; i < end; i++) {
            float sum = ((bx[i] + bx[i + 1]) + (by[i] + by[i + sy])) + (bz[i] + bz[i + sz]);
            q[i] = sum == 0 ? 0 : f[i] / sum;
        }
    }

    private static FloatVector image(
            float[] p, float[] bx, float[] by, float[] bz, int i, int sy, int sz) {
        FloatVector c = fromArray(LANES, p, i);
        return fromArray(LANES, bx, i)
                .mul(c.sub(fromArray(LANES, p, i - 1)))
                .add(fromArray(LANES, bx, i + 1).mul(c.sub(fromArray(LANES, p, i + 1))))
                .add(
                        fromArray(LANES, by, i)
                                .mul(c.sub(fromArray(LANES, p, i - sy)))
                                .add(
                                        fromArray(LANES, by, i + sy)
                                                .mul(c.sub(fromArray(LANES, p, i + sy)))))
                .add(
                        fromArray(LANES, bz, i)
                                .mul(c.sub(fromArray(LANES, p, i - sz)))
                                .add(
                                        fromArray(LANES, bz, i + sz)
                                                .mul(c.sub(fromArray(LANES, p, i + sz)))));
    }

    private static float imageOf(
            float[] p, float[] bx, float[] by, float[] bz, int i, int sy, int sz) {
        float c = p[i];
        return ((bx[i] * (c - p[i - 1]) + bx[i + 1] * (c - p[i + 1]))
                        + (by[i] * (c - p[i - sy]) + by[i + sy] * (c - p[i + sy])))
                + (bz[i] * (c - p[i - sz]) + bz[i + sz] * (c - p[i + sz]));
    }

    /// `out = A p` of n cells, `Σ β (p − p_neighbour)`.
    static void image(
            float[] p,
            float[] bx,
            float[] by,
            float[] bz,
            float[] out,
            int at,
            int n,
            int sy,
            int sz) {
        int i = at;
        for (int end = at + Lanes.bound(n); i < end; i += LANES.length()) {
            image(p, bx, by, bz, i, sy, sz).intoArray(out, i);
        }
        for (int end = at + n; i < end; i++) {
            out[i] = imageOf(p, bx, by, bz, i, sy, sz);
        }
    }

    /// `f -= A p` of n cells.
    static void subtractImage(
            float[] p,
            float[] bx,
            float[] by,
            float[] bz,
            float[] f,
            int at,
            int n,
            int sy,
            int sz) {
        int i = at;
        for (int end = at + Lanes.bound(n); i < end; i += LANES.length()) {
            fromArray(LANES, f, i).sub(image(p, bx, by, bz, i, sy, sz)).intoArray(f, i);
        }
        for (int end = at + n; i < end; i++) {
            f[i] -= imageOf(p, bx, by, bz, i, sy, sz);
        }
    }

    /// Adds `f − A q` of every second of n cells, from the first (`parity` 0) or the second (1), to
    /// a row.
    static void addRest(
            float[] q,
            float[] f,
            float[] bx,
            float[] by,
            float[] bz,
            float[] row,
            int at,
            int n,
            int sy,
            int sz,
            int parity) {
        VectorMask<Float> mine = parity == 0 ? EVEN : ODD;
        int x = 0;
        for (int end = Lanes.bound(n); x < end; x += LANES.length()) {
            FloatVector before = fromArray(LANES, row, x);
            FloatVector rest =
                    fromArray(LANES, f, at + x).sub(image(q, bx, by, bz, at + x, sy, sz));
            before.blend(before.add(rest), mine).intoArray(row, x);
        }
        for (x += (x + parity) & 1; x < n; x += 2) {
            row[x] += f[at + x] - imageOf(q, bx, by, bz, at + x, sy, sz);
        }
    }

    /// Interpolates coarse rows between planes and rows: 9/16 of the nearest, 3/16 of the next of
    /// each kind, 1/16 of the one across, for n places from index `at`.
    static void between(float[] q, float[] row, int at, int n, int nearY, int nearZ) {
        int x = 0;
        for (int end = Lanes.bound(n); x < end; x += LANES.length()) {
            int i = at + x;
            fromArray(LANES, q, i)
                    .mul(0.5625f)
                    .add(
                            fromArray(LANES, q, i + nearY)
                                    .add(fromArray(LANES, q, i + nearZ))
                                    .mul(0.1875f))
                    .add(fromArray(LANES, q, i + nearY + nearZ).mul(0.0625f))
                    .intoArray(row, x);
        }
        for (; x < n; x++) {
            int i = at + x;
            row[x] =
                    (0.5625f * q[i] + 0.1875f * (q[i + nearY] + q[i + nearZ]))
                            + 0.0625f * q[i + nearY + nearZ];
        }
    }

    /// `p += α search`, `r −= α image` over a plane.
    static void step(
            float[] p, float[] r, float[] search, float[] image, float alpha, GridShape s, int z) {
        for (int y = 0; y < s.ny(); y++) {
            for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                p[i] += alpha * search[i];
                r[i] -= alpha * image[i];
            }
        }
    }

    /// Largest size in a plane.
    static float largest(float[] r, GridShape s, int z) {
        float most = 0;
        for (int y = 0; y < s.ny(); y++) {
            most = Math.max(most, SweepRows.largest(r, s.at(0, y, z), s.nx()));
        }
        return most;
    }

    /// Σ a b over a plane: sixteen sums of floats along each row, the rest in double.
    static double dot(float[] a, float[] b, GridShape s, int z, float[] parts) {
        double sum = 0;
        for (int y = 0; y < s.ny(); y++) {
            products(a, b, s.at(0, y, z), s.nx(), parts);
            for (int k = 0; k < PARTS; k += 4) {
                sum += ((double) parts[k] + parts[k + 1]) + ((double) parts[k + 2] + parts[k + 3]);
            }
        }
        return sum;
    }

    /// Products of n pairs, summed by their place modulo sixteen, however many lanes there are.
    private static void products(float[] a, float[] b, int at, int n, float[] parts) {
        if (Lanes.bound(n) == 0) {
            Arrays.fill(parts, 0, PARTS, 0f);
            for (int k = 0; k < n; k++) {
                parts[k % PARTS] += a[at + k] * b[at + k];
            }
            return;
        }
        int lanes = LANES.length();
        FloatVector s0 = FloatVector.zero(LANES);
        FloatVector s1 = FloatVector.zero(LANES);
        FloatVector s2 = FloatVector.zero(LANES);
        FloatVector s3 = FloatVector.zero(LANES);
        int i = at;
        for (int end = at + n - n % PARTS; i < end; i += PARTS) {
            s0 = s0.add(fromArray(LANES, a, i).mul(fromArray(LANES, b, i)));
            if (lanes < PARTS) {
                s1 = s1.add(fromArray(LANES, a, i + lanes).mul(fromArray(LANES, b, i + lanes)));
            }
            if (2 * lanes < PARTS) {
                s2 =
                        s2.add(
                                fromArray(LANES, a, i + 2 * lanes)
                                        .mul(fromArray(LANES, b, i + 2 * lanes)));
                s3 =
                        s3.add(
                                fromArray(LANES, a, i + 3 * lanes)
                                        .mul(fromArray(LANES, b, i + 3 * lanes)));
            }
        }
        s0.intoArray(parts, 0);
        if (lanes < PARTS) {
            s1.intoArray(parts, lanes);
        }
        if (2 * lanes < PARTS) {
            s2.intoArray(parts, 2 * lanes);
            s3.intoArray(parts, 3 * lanes);
        }
        for (int k = 0; i < at + n; i++, k++) {
            parts[k] += a[i] * b[i];
        }
    }

    /// `search = a + β search` over a plane.
    static void combine(float[] a, float[] search, float beta, GridShape s, int z) {
        for (int y = 0; y < s.ny(); y++) {
            for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                search[i] = a[i] + beta * search[i];
            }
        }
    }

    static double sum(float[] f, GridShape s, int z) {
        double sum = 0;
        for (int y = 0; y < s.ny(); y++) {
            for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                sum += f[i];
            }
        }
        return sum;
    }

    static void add(float[] f, float value, GridShape s, int z) {
        for (int y = 0; y < s.ny(); y++) {
            for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                f[i] += value;
            }
        }
    }
}
