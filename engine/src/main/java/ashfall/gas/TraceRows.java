package ashfall.gas;

import static jdk.incubator.vector.FloatVector.fromArray;

import ashfall.grid.GridShape;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/// Where the paths of a row of cells or faces lead, and what is found there between the eight
/// values around. Belongs to one worker.
///
/// Rows are written with vectors, their tails one place at a time; so are samples on machines that
/// cannot fetch eight or more values by index at once. Both give the same bits. Vectors of floats
/// do not leave the method that made them: handed on, they may become slow objects.
final class TraceRows {
    private static final VectorSpecies<Float> LANES = Lanes.FLOATS;

    private final GridShape shape;
    private final int sy;
    private final int sz;

    /// Index of the first of the eight values, and how far each place lies beyond it.
    private final int[] first;

    private final float[] tx;
    private final float[] ty;
    private final float[] tz;

    /// Places themselves, in cells.
    private final float[] px;

    private final float[] py;
    private final float[] pz;

    /// Scratch: what is found below and above the places along x, and at them.
    private final float[] left;

    private final float[] right;
    private final float[] least;
    private final float[] most;
    final float[] found;

    TraceRows(GridShape shape) {
        this.shape = shape;
        this.sy = shape.sy();
        this.sz = shape.sz();
        int n = shape.nx() + 1;
        first = new int[n];
        tx = new float[n];
        ty = new float[n];
        tz = new float[n];
        px = new float[n];
        py = new float[n];
        pz = new float[n];
        left = new float[n];
        right = new float[n];
        least = new float[n];
        most = new float[n];
        found = new float[n];
    }

    /// Goes along the paths of n faces that begin at (0, y, z), by the mean of the cells on both
    /// sides. Samples outside the bounds are taken from their edge.
    ///
    /// @param path displacements of cells along x, y, z
    /// @param beside distance in memory between the two cells
    /// @param furthest place of a sample along each axis
    void go(float[][] path, int beside, int at, int n, int y, int z, float[] furthest) {
        along(path[0], beside, at, n, 0, px);
        along(path[1], beside, at, n, y, py);
        along(path[2], beside, at, n, z, pz);
        for (int x = 0; x < n; x++) {
            px[x] += x;
        }
        locate(n, furthest[0], furthest[1], furthest[2]);
    }

    private static void along(float[] d, int beside, int at, int n, int from, float[] out) {
        int x = 0;
        for (int end = Lanes.bound(n); x < end; x += LANES.length()) {
            fromArray(LANES, d, at + x)
                    .add(fromArray(LANES, d, at + x - beside))
                    .mul(0.5f)
                    .add(from)
                    .intoArray(out, x);
        }
        for (; x < n; x++) {
            out[x] = 0.5f * (d[at + x] + d[at + x - beside]) + from;
        }
    }

    private void locate(int n, float mostX, float mostY, float mostZ) {
        int start = shape.at(0, 0, 0);
        int x = 0;
        for (int end = Lanes.bound(n); x < end; x += LANES.length()) {
            FloatVector gx = fromArray(LANES, px, x).min(mostX).max(0f);
            FloatVector gy = fromArray(LANES, py, x).min(mostY).max(0f);
            FloatVector gz = fromArray(LANES, pz, x).min(mostZ).max(0f);
            IntVector ix = (IntVector) gx.convert(VectorOperators.F2I, 0);
            IntVector iy = (IntVector) gy.convert(VectorOperators.F2I, 0);
            IntVector iz = (IntVector) gz.convert(VectorOperators.F2I, 0);
            gx.sub(ix.convert(VectorOperators.I2F, 0)).intoArray(tx, x);
            gy.sub(iy.convert(VectorOperators.I2F, 0)).intoArray(ty, x);
            gz.sub(iz.convert(VectorOperators.I2F, 0)).intoArray(tz, x);
            ix.add(iy.mul(sy)).add(iz.mul(sz)).add(start).intoArray(first, x);
        }
        for (; x < n; x++) {
            float gx = Math.max(0f, Math.min(mostX, px[x]));
            float gy = Math.max(0f, Math.min(mostY, py[x]));
            float gz = Math.max(0f, Math.min(mostZ, pz[x]));
            int ix = (int) gx;
            int iy = (int) gy;
            int iz = (int) gz;
            tx[x] = gx - ix;
            ty[x] = gy - iy;
            tz[x] = gz - iz;
            first[x] = ix + iy * sy + iz * sz + start;
        }
    }

    /// Values found at the places of n paths, times a sign.
    void sample(float[] f, float sign, float[] out, int at, int n) {
        column(f, 0, left, n);
        column(f, 1, right, n);
        finish(sign, out, at, n);
    }

    /// Values found at the places of n paths, and the extremes around them.
    void sample(float[] f, float[] out, float[] low, float[] high, int at, int n) {
        column(f, 0, left, low, high, at, n);
        column(f, 1, right, least, most, 0, n);
        finish(1f, out, at, n);
        widen(low, high, at, n);
    }

    /// Takes the extremes on the upper side along x into those of the lower.
    private void widen(float[] low, float[] high, int at, int n) {
        int x = 0;
        for (int end = Lanes.bound(n); x < end; x += LANES.length()) {
            int i = at + x;
            FloatVector a = fromArray(LANES, low, i);
            FloatVector b = fromArray(LANES, least, x);
            a.blend(b, b.lt(a)).intoArray(low, i);
            FloatVector c = fromArray(LANES, high, i);
            FloatVector d = fromArray(LANES, most, x);
            c.blend(d, c.lt(d)).intoArray(high, i);
        }
        for (; x < n; x++) {
            int i = at + x;
            low[i] = least[x] < low[i] ? least[x] : low[i];
            high[i] = high[i] < most[x] ? most[x] : high[i];
        }
    }

    /// What lies between four values of a column of cells, on the lower side of the places along x
    /// (`offset` 0) or the upper (1).
    private void column(float[] f, int offset, float[] out, int n) {
        int x = 0;
        for (int end = Lanes.fetchBound(n); x < end; x += LANES.length()) {
            FloatVector s = fromArray(LANES, ty, x);
            FloatVector a = fromArray(LANES, f, offset, first, x);
            FloatVector b = fromArray(LANES, f, offset + sy, first, x);
            FloatVector c = fromArray(LANES, f, offset + sz, first, x);
            FloatVector d = fromArray(LANES, f, offset + sz + sy, first, x);
            FloatVector lower = b.sub(a).mul(s).add(a);
            FloatVector upper = d.sub(c).mul(s).add(c);
            upper.sub(lower).mul(fromArray(LANES, tz, x)).add(lower).intoArray(out, x);
        }
        for (; x < n; x++) {
            int i = first[x] + offset;
            int j = i + sz;
            float s = ty[x];
            float a = f[i] + s * (f[i + sy] - f[i]);
            float b = f[j] + s * (f[j + sy] - f[j]);
            out[x] = a + tz[x] * (b - a);
        }
    }

    private void finish(float sign, float[] out, int at, int n) {
        int x = 0;
        for (int end = Lanes.bound(n); x < end; x += LANES.length()) {
            FloatVector a = fromArray(LANES, left, x);
            FloatVector b = fromArray(LANES, right, x);
            b.sub(a).mul(fromArray(LANES, tx, x)).add(a).mul(sign).intoArray(out, at + x);
        }
        for (; x < n; x++) {
            out[at + x] = sign * (left[x] + tx[x] * (right[x] - left[x]));
        }
    }

    /// The same, with the extremes of the four values.
    private void column(
            float[] f, int offset, float[] out, float[] low, float[] high, int at, int n) {
        int x = 0;
        for (int end = Lanes.fetchBound(n); x < end; x += LANES.length()) {
            FloatVector s = fromArray(LANES, ty, x);
            FloatVector a = fromArray(LANES, f, offset, first, x);
            FloatVector b = fromArray(LANES, f, offset + sy, first, x);
            FloatVector c = fromArray(LANES, f, offset + sz, first, x);
            FloatVector d = fromArray(LANES, f, offset + sz + sy, first, x);
            FloatVector here = b.sub(a).mul(s).add(a);
            FloatVector next = d.sub(c).mul(s).add(c);
            next.sub(here).mul(fromArray(LANES, tz, x)).add(here).intoArray(out, x);
            VectorMask<Float> firstRises = a.lt(b);
            VectorMask<Float> secondRises = c.lt(d);
            FloatVector lower = b.blend(a, firstRises);
            FloatVector other = d.blend(c, secondRises);
            lower.blend(other, other.lt(lower)).intoArray(low, at + x);
            FloatVector upper = a.blend(b, firstRises);
            other = c.blend(d, secondRises);
            upper.blend(other, upper.lt(other)).intoArray(high, at + x);
        }
        for (; x < n; x++) {
            int i = first[x] + offset;
            int j = i + sz;
            float s = ty[x];
            float a = f[i] + s * (f[i + sy] - f[i]);
            float b = f[j] + s * (f[j + sy] - f[j]);
            out[x] = a + tz[x] * (b - a);
            // Compared like the vectors, to the sign of a zero.
            float lower = f[i] < f[i + sy] ? f[i] : f[i + sy];
            float other = f[j] < f[j + sy] ? f[j] : f[j + sy];
            low[at + x] = other < lower ? other : lower;
            float upper = f[i] < f[i + sy] ? f[i + sy] : f[i];
            other = f[j] < f[j + sy] ? f[j + sy] : f[j];
            high[at + x] = upper < other ? other : upper;
        }
    }

    /// Puts a value in place of what was found for paths that led outside.
    void replaceOutside(float[] low, float[] high, float value, float[] out, int at, int n) {
        int x = 0;
        for (int end = Lanes.bound(n); x < end; x += LANES.length()) {
            VectorMask<Float> left = outside(x, low, high);
            if (left.anyTrue()) {
                fromArray(LANES, out, at + x).blend(value, left).intoArray(out, at + x);
            }
        }
        for (; x < n; x++) {
            if (isOutside(x, low, high)) {
                out[at + x] = value;
            }
        }
    }

    private VectorMask<Float> outside(int x, float[] low, float[] high) {
        FloatVector a = fromArray(LANES, px, x);
        FloatVector b = fromArray(LANES, py, x);
        FloatVector c = fromArray(LANES, pz, x);
        return a.compare(VectorOperators.LT, low[0])
                .or(a.compare(VectorOperators.GT, high[0]))
                .or(b.compare(VectorOperators.LT, low[1]))
                .or(b.compare(VectorOperators.GT, high[1]))
                .or(c.compare(VectorOperators.LT, low[2]))
                .or(c.compare(VectorOperators.GT, high[2]));
    }

    private boolean isOutside(int x, float[] low, float[] high) {
        return px[x] < low[0]
                || px[x] > high[0]
                || py[x] < low[1]
                || py[x] > high[1]
                || pz[x] < low[2]
                || pz[x] > high[2];
    }

    /// Takes back half of what the way there and back again changed, within the extremes found on
    /// the way; nothing where the way led outside.
    ///
    /// @param returned what was found on the way back, from index 0
    void correct(
            float[] from,
            float[] moved,
            float[] returned,
            float[] low,
            float[] high,
            float[] out,
            int at,
            int n,
            float[] lowest,
            float[] highest) {
        int x = 0;
        for (int end = Lanes.bound(n); x < end; x += LANES.length()) {
            int i = at + x;
            FloatVector there = fromArray(LANES, moved, i);
            there.add(fromArray(LANES, from, i).sub(fromArray(LANES, returned, x)).mul(0.5f))
                    .min(fromArray(LANES, high, i))
                    .max(fromArray(LANES, low, i))
                    .blend(there, outside(x, lowest, highest))
                    .intoArray(out, i);
        }
        for (; x < n; x++) {
            int i = at + x;
            float there = moved[i];
            out[i] =
                    isOutside(x, lowest, highest)
                            ? there
                            : Math.max(
                                    low[i],
                                    Math.min(high[i], there + 0.5f * (from[i] - returned[x])));
        }
    }

    /// Displacements of n cell centres in a step, in cells, backward and forward: `∓u + ½(u·∇)u`,
    /// which is the midpoint rule where the velocity varies evenly.
    ///
    /// @param centre velocities at cell centres, in cells a step, spare layers filled
    static void paths(
            float[][] centre, float[][] back, float[][] forth, int at, int n, int sy, int sz) {
        for (int axis = 0; axis < 3; axis++) {
            path(centre, centre[axis], back[axis], forth[axis], at, n, sy, sz);
        }
    }

    private static void path(
            float[][] centre,
            float[] f,
            float[] back,
            float[] forth,
            int at,
            int n,
            int sy,
            int sz) {
        float[] u = centre[0];
        float[] v = centre[1];
        float[] w = centre[2];
        int i = at;
        for (int end = at + Lanes.bound(n); i < end; i += LANES.length()) {
            FloatVector x =
                    fromArray(LANES, u, i)
                            .mul(fromArray(LANES, f, i + 1).sub(fromArray(LANES, f, i - 1)));
            FloatVector y =
                    fromArray(LANES, v, i)
                            .mul(fromArray(LANES, f, i + sy).sub(fromArray(LANES, f, i - sy)));
            FloatVector z =
                    fromArray(LANES, w, i)
                            .mul(fromArray(LANES, f, i + sz).sub(fromArray(LANES, f, i - sz)));
            FloatVector half = x.add(y).add(z).mul(0.25f);
            FloatVector here = fromArray(LANES, f, i);
            half.sub(here).intoArray(back, i);
            half.add(here).intoArray(forth, i);
        }
        for (int end = at + n; i < end; i++) {
            float x = u[i] * (f[i + 1] - f[i - 1]);
            float y = v[i] * (f[i + sy] - f[i - sy]);
            float z = w[i] * (f[i + sz] - f[i - sz]);
            float half = 0.25f * ((x + y) + z);
            back[i] = half - f[i];
            forth[i] = half + f[i];
        }
    }
}
