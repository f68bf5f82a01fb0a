package ashfall.gas;

import static jdk.incubator.vector.FloatVector.fromArray;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/// The arithmetic of the transport's sweeps, on rows from index `from` to before `to`. Rows of a
/// face's cells may be read some places on, so that one row serves as its own neighbour.
///
/// Written with vectors, the tails one by one, to the same bits. No vector leaves the method that
/// made it: handed to another, it may become a slow object.
final class SweepRows {
    private static final VectorSpecies<Float> LANES = Lanes.FLOATS;

    private SweepRows() {}

    /// Largest size of n values from an index.
    static float largest(float[] a, int from, int n) {
        int i = from + Lanes.bound(n);
        float most = i > from ? largestBefore(a, from, i) : 0;
        for (int end = from + n; i < end; i++) {
            most = Math.max(most, Math.abs(a[i]));
        }
        return most;
    }

    // Sums and extremes of vectors have methods of their own, so that rows which are taken one by
    // one never touch a vector.
    private static float largestBefore(float[] a, int from, int to) {
        FloatVector most = FloatVector.zero(LANES);
        for (int i = from; i < to; i += LANES.length()) {
            FloatVector size = fromArray(LANES, a, i).abs();
            most = most.blend(size, most.lt(size));
        }
        return most.reduceLanes(VectorOperators.MAX);
    }

    /// Smallest of n values from an index, and 1.
    static float least(float[] a, int from, int n) {
        int i = from + Lanes.bound(n);
        float least = i > from ? leastBefore(a, from, i) : 1;
        for (int end = from + n; i < end; i++) {
            least = Math.min(least, a[i]);
        }
        return least;
    }

    private static float leastBefore(float[] a, int from, int to) {
        FloatVector least = FloatVector.broadcast(LANES, 1f);
        for (int i = from; i < to; i += LANES.length()) {
            FloatVector value = fromArray(LANES, a, i);
            least = least.blend(value, value.lt(least));
        }
        return least.reduceLanes(VectorOperators.MIN);
    }

    /// The most that the flow draws out of n cells before the last sweep brings them back, over a
    /// cell's volume and over what they hold too much ([ScalarTransport]).
    static float stretch(
            float[] u,
            float[] v,
            float[] w,
            float[] volume,
            float perCell,
            int at,
            int n,
            int sy,
            int sz) {
        int i = at + Lanes.bound(n);
        float most = i > at ? stretchBefore(u, v, w, volume, perCell, at, i, sy, sz) : 0;
        for (int end = at + n; i < end; i++) {
            float x = u[i + 1] - u[i];
            float y = v[i + sy] - v[i];
            float z = w[i + sz] - w[i];
            float drawn = perCell * (Math.max(x, z) + Math.max(0f, y));
            most = Math.max(most, drawn - (volume[i] - 1f));
        }
        return most;
    }

    private static float stretchBefore(
            float[] u,
            float[] v,
            float[] w,
            float[] volume,
            float perCell,
            int from,
            int to,
            int sy,
            int sz) {
        FloatVector most = FloatVector.zero(LANES);
        for (int i = from; i < to; i += LANES.length()) {
            FloatVector x = fromArray(LANES, u, i + 1).sub(fromArray(LANES, u, i));
            FloatVector y = fromArray(LANES, v, i + sy).sub(fromArray(LANES, v, i));
            FloatVector z = fromArray(LANES, w, i + sz).sub(fromArray(LANES, w, i));
            FloatVector drawn = x.blend(z, x.lt(z)).add(y.blend(0f, y.lt(0f))).mul(perCell);
            FloatVector over = drawn.sub(fromArray(LANES, volume, i).sub(1f));
            most = most.blend(over, most.lt(over));
        }
        return most.reduceLanes(VectorOperators.MAX);
    }

    /// Masses of cells from their volumes and densities, and one over both.
    static void weigh(
            float[] volume,
            float[] density,
            float[] mass,
            float[] perVolume,
            float[] perMass,
            int to) {
        int i = 0;
        for (int end = Lanes.bound(to); i < end; i += LANES.length()) {
            FloatVector v = fromArray(LANES, volume, i);
            FloatVector m = v.mul(fromArray(LANES, density, i));
            m.intoArray(mass, i);
            FloatVector.broadcast(LANES, 1f).div(v).intoArray(perVolume, i);
            FloatVector.broadcast(LANES, 1f).div(m).intoArray(perMass, i);
        }
        for (; i < to; i++) {
            mass[i] = volume[i] * density[i];
            perVolume[i] = 1f / volume[i];
            perMass[i] = 1f / mass[i];
        }
    }

    /// The monotonised central limiter (van Leer 1977, J. Comput. Phys. 23:276): the smallest of
    /// twice the differences to both sides and their mean, 0 at extrema. One of the two terms is 0.
    ///
    /// @param below values of the lower neighbours, `low` places on
    /// @param above values of the upper neighbours, `high` places on
    static void slopes(
            float[] below,
            int low,
            float[] here,
            float[] above,
            int high,
            float[] slope,
            int from,
            int to) {
        int i = from;
        for (int end = from + Lanes.bound(to - from); i < end; i += LANES.length()) {
            FloatVector c = fromArray(LANES, here, i);
            FloatVector a = c.sub(fromArray(LANES, below, i + low)).mul(2f);
            FloatVector b = fromArray(LANES, above, i + high).sub(c).mul(2f);
            FloatVector mean = a.add(b).mul(0.25f);
            VectorMask<Float> rises = a.lt(b);
            FloatVector least = b.blend(a, rises);
            least = least.blend(mean, mean.lt(least));
            FloatVector most = a.blend(b, rises);
            most = most.blend(mean, most.lt(mean));
            FloatVector up = least.blend(0f, least.lt(0f));
            up.add(most.blend(0f, most.compare(VectorOperators.GT, 0f))).intoArray(slope, i);
        }
        for (; i < to; i++) {
            float a = 2f * (here[i] - below[i + low]);
            float b = 2f * (above[i + high] - here[i]);
            float mean = 0.25f * (a + b);
            slope[i] =
                    Math.max(0f, Math.min(Math.min(a, b), mean))
                            + Math.min(0f, Math.max(Math.max(a, b), mean));
        }
    }

    /// What of `moved` goes in a direction (1 or -1); false when nothing does.
    static boolean going(float[] moved, float direction, float[] out, int from, int to) {
        boolean any = false;
        int i = from;
        for (int end = from + Lanes.bound(to - from); i < end; i += LANES.length()) {
            FloatVector part = fromArray(LANES, moved, i).mul(direction);
            VectorMask<Float> other = part.lt(0f);
            any |= !other.allTrue();
            part.blend(0f, other).intoArray(out, i);
        }
        for (; i < to; i++) {
            float part = direction * moved[i];
            any |= !(part < 0);
            out[i] = part < 0 ? 0 : part;
        }
        return any;
    }

    /// Draws volumes from cells: signed masses, and where in the cells' courses their mean lies, as
    /// a share of the slope.
    ///
    /// @param rest volumes still to be drawn; on return without what these cells had
    /// @param all whether the cells give all that is asked for, whatever they hold
    /// @return whether more is to be drawn elsewhere
    static boolean draw(
            float[] rest,
            CellRow cells,
            int by,
            boolean all,
            float direction,
            float[] amount,
            float[] middle,
            int from,
            int to) {
        float[] volume = all ? rest : cells.volume;
        return draw(
                rest,
                volume,
                all ? 0 : by,
                cells.perVolume,
                cells.perMass,
                cells.density,
                cells.densitySlope,
                by,
                direction,
                amount,
                middle,
                from,
                to);
    }

    private static boolean draw(
            float[] rest,
            float[] volume,
            int volumeBy,
            float[] perVolume,
            float[] perMass,
            float[] density,
            float[] slope,
            int by,
            float direction,
            float[] amount,
            float[] middle,
            int from,
            int to) {
        float half = 0.5f * direction;
        boolean more = false;
        int i = from;
        for (int end = from + Lanes.bound(to - from); i < end; i += LANES.length()) {
            int c = i + by;
            FloatVector wanted = fromArray(LANES, rest, i);
            FloatVector held = fromArray(LANES, volume, i + volumeBy);
            VectorMask<Float> over = held.lt(wanted);
            more |= over.anyTrue();
            FloatVector part = wanted.blend(held, over);
            wanted.sub(part).intoArray(rest, i);
            FloatVector place = part.mul(fromArray(LANES, perVolume, c)).neg().add(1f).mul(half);
            FloatVector taken =
                    fromArray(LANES, density, c)
                            .add(place.mul(fromArray(LANES, slope, c)))
                            .mul(part);
            taken.mul(direction).intoArray(amount, i);
            taken.mul(fromArray(LANES, perMass, c)).neg().add(1f).mul(half).intoArray(middle, i);
        }
        for (; i < to; i++) {
            int c = i + by;
            float part = Math.min(rest[i], volume[i + volumeBy]);
            more |= part < rest[i];
            rest[i] -= part;
            float taken = part * (density[c] + half * (1f - part * perVolume[c]) * slope[c]);
            amount[i] = direction * taken;
            middle[i] = half * (1f - taken * perMass[c]);
        }
        return more;
    }

    /// `to += a`
    static void add(float[] a, float[] sum, int from, int to) {
        for (int i = from; i < to; i++) {
            sum[i] += a[i];
        }
    }

    /// Adds what drawn masses bring along of a value.
    static void carry(
            float[] amount,
            float[] middle,
            float[] value,
            float[] slope,
            int by,
            float[] flux,
            int from,
            int to) {
        int i = from;
        for (int end = from + Lanes.bound(to - from); i < end; i += LANES.length()) {
            fromArray(LANES, middle, i)
                    .mul(fromArray(LANES, slope, i + by))
                    .add(fromArray(LANES, value, i + by))
                    .mul(fromArray(LANES, amount, i))
                    .add(fromArray(LANES, flux, i))
                    .intoArray(flux, i);
        }
        for (; i < to; i++) {
            flux[i] += amount[i] * (value[i + by] + middle[i] * slope[i + by]);
        }
    }

    /// The mass that unseen eddies exchange through faces: as much as the calmer of the two cells
    /// allows, so nothing through a side of the box, and of the lighter's mass, so that neither is
    /// overrun.
    static void exchanged(
            CellRow below, int low, CellRow above, int high, float[] out, int from, int to) {
        exchanged(
                below.exchange,
                below.perMass,
                low,
                above.exchange,
                above.perMass,
                high,
                out,
                from,
                to);
    }

    private static void exchanged(
            float[] below,
            float[] perBelow,
            int low,
            float[] above,
            float[] perAbove,
            int high,
            float[] out,
            int from,
            int to) {
        int i = from;
        for (int end = from + Lanes.bound(to - from); i < end; i += LANES.length()) {
            FloatVector sum =
                    fromArray(LANES, perBelow, i + low).add(fromArray(LANES, perAbove, i + high));
            fromArray(LANES, below, i + low)
                    .min(fromArray(LANES, above, i + high))
                    .mul(2f)
                    .div(sum)
                    .intoArray(out, i);
        }
        for (; i < to; i++) {
            float sum = perBelow[i + low] + perAbove[i + high];
            out[i] = 2f * Math.min(below[i + low], above[i + high]) / sum;
        }
    }

    /// What an exchange of mass between the cells on both sides brings of a value.
    static void mix(
            float[] mass,
            float[] below,
            int low,
            float[] above,
            int high,
            float[] flux,
            int from,
            int to) {
        int i = from;
        for (int end = from + Lanes.bound(to - from); i < end; i += LANES.length()) {
            fromArray(LANES, below, i + low)
                    .sub(fromArray(LANES, above, i + high))
                    .mul(fromArray(LANES, mass, i))
                    .intoArray(flux, i);
        }
        for (; i < to; i++) {
            flux[i] = mass[i] * (below[i + low] - above[i + high]);
        }
    }

    /// What cells hold once something came in and something is gone, the latter `by` places on.
    static void update(
            float[] held, float[] in, float[] gone, int by, float[] out, int from, int to) {
        int i = from;
        for (int end = from + Lanes.bound(to - from); i < end; i += LANES.length()) {
            fromArray(LANES, in, i)
                    .sub(fromArray(LANES, gone, i + by))
                    .add(fromArray(LANES, held, i))
                    .intoArray(out, i);
        }
        for (; i < to; i++) {
            out[i] = held[i] + (in[i] - gone[i + by]);
        }
    }

    /// The same of what a kilogram holds.
    ///
    /// @param mass of the cells before
    /// @param after and then
    /// @param dust values far below this become 0
    static void update(
            float[] value,
            float[] mass,
            float[] in,
            float[] gone,
            int by,
            float[] after,
            float dust,
            float[] out,
            int from,
            int to) {
        int i = from;
        for (int end = from + Lanes.bound(to - from); i < end; i += LANES.length()) {
            fromArray(LANES, value, i)
                    .mul(fromArray(LANES, mass, i))
                    .add(fromArray(LANES, in, i).sub(fromArray(LANES, gone, i + by)))
                    .div(fromArray(LANES, after, i))
                    .add(dust)
                    .sub(dust)
                    .intoArray(out, i);
        }
        for (; i < to; i++) {
            float next = (value[i] * mass[i] + (in[i] - gone[i + by])) / after[i];
            out[i] = (next + dust) - dust;
        }
    }

    static void divide(float[] a, float[] by, float[] out, int from, int to) {
        int i = from;
        for (int end = from + Lanes.bound(to - from); i < end; i += LANES.length()) {
            fromArray(LANES, a, i).div(fromArray(LANES, by, i)).intoArray(out, i);
        }
        for (; i < to; i++) {
            out[i] = a[i] / by[i];
        }
    }
}
