package ashfall.gas;

import ashfall.gas.FaceRow.Beside;
import ashfall.grid.GridShape;

import java.util.List;

/// Carries gas along the lines of cells of one axis, all lines of a plane at a time. Belongs
/// to one worker; in place, since a row is written only when no face needs its old values any more.
/// Cells outside the region stay as they are.
final class LineSweep {
    /// Share of a cell that is left of it between two sweeps, at least.
    static final float LEAST = 0.15f;

    /// Furthest that a cycle may carry, in cells.
    static final float FURTHEST = 3.5f;

    /// Most cells that a face draws from: those that hold [#FURTHEST] even if each has only
    /// [#LEAST].
    private static final int MOST_REACH = 24;

    private final GridShape shape;
    private final int contents;
    private final List<Integer> soft;
    private final int length;
    private final CellRow[] rows = new CellRow[2 * MOST_REACH + 2];
    private final CellRow result;
    private FaceRow low;
    private FaceRow high;

    // The plane in hand: its cycle, its fastest face and emptiest cell, how far faces reach, cells
    // in a row of it.
    private Cycle cycle;
    private float fastest;
    private float least;
    private int reach;
    private int n;

    /// Upper neighbour of the faces in hand, where rows stand for lines across the sweep.
    private int face;

    private final Beside across = offset -> across(face + offset);
    private final Beside along = offset -> row(0);

    /// What stays the same through the sweeps of a cycle.
    ///
    /// @param courant time of the cycle over the voxel: turns m/s into cells
    /// @param seconds of the cycle
    /// @param diffusion D/h² of molecules at room temperature, 1/s
    record Cycle(
            GasFields fields,
            float[] volume,
            Region region,
            float courant,
            float seconds,
            float diffusion) {}

    /// @param soft contents that are carried without slopes
    LineSweep(GridShape shape, int contents, List<Integer> soft) {
        this.contents = contents;
        this.soft = soft;
        this.shape = shape;
        this.length = shape.nx() + 2 * MOST_REACH + 2;
        this.result = new CellRow(length, contents);
        this.low = new FaceRow(length, contents);
        this.high = new FaceRow(length, contents);
    }

    private CellRow row(int place) {
        CellRow row = rows[place];
        if (row == null) {
            row = new CellRow(length, contents);
            rows[place] = row;
        }
        return row;
    }

    /// A sweep along y through the plane z = `place` (axis 1), or along z through the layer y =
    /// `place` (axis 2).
    ///
    /// @param gone where to add what left the box
    void across(Cycle of, int axis, int place, double[][] gone, int slab) {
        cycle = of;
        CellRange range =
                axis == 1
                        ? of.region.bounds(0, shape.ny(), place, place + 1)
                        : of.region.bounds(place, place + 1, 0, shape.nz());
        if (range.isEmpty()) {
            return;
        }
        int at = shape.at(range.x0(), range.y0(), range.z0());
        int stride = shape.stride(axis);
        int first = axis == 1 ? range.y0() : range.z0();
        int last = axis == 1 ? range.y1() : range.z1();
        int sides = shape.count(axis);
        n = range.width();
        float[] u = of.fields.velocity[axis];
        forget();
        for (int p = first; p <= last; p++) {
            look(u, at + (p - first) * stride, n);
        }
        reach = reach();
        for (int p = first - reach; p <= last + reach; p++) {
            int inside = Math.max(-1, Math.min(sides, p));
            load(across(p), at + (inside - first) * stride);
            boolean flat = p <= first || p > last || p == 1 || p == sides;
            slope(p - 1, flat);
            face = p - reach;
            if (face < first) {
                continue;
            }
            FaceRow turned = low;
            low = high;
            high = turned;
            System.arraycopy(u, at + (face - first) * stride, high.moved, 0, n);
            scale(high.moved, of.courant, 0, n);
            high.carry(across, 0, reach, 0, n);
            if (face > first) {
                across(face - 1).update(low, high, 0, result, 0, n);
            }
            int cell = Math.max(first, face - 1);
            int y = axis == 1 ? cell : place;
            int z = axis == 1 ? place : cell;
            int x = of.region.first(y, z);
            int count = of.region.end(y, z) - x;
            if (face > first && count > 0) {
                result.store(of.fields, of.volume, x - range.x0(), shape.at(x, y, z), count);
            }
            for (int k = 0; k < contents && (face == 0 || face == sides); k++) {
                gone[k][slab] += (face == 0 ? -1 : 1) * sum(high.flux[k], x - range.x0(), count);
            }
        }
    }

    /// The row of a place along the sweep, in a ring of as many as are needed at a time.
    private CellRow across(int place) {
        return row(Math.floorMod(place, 2 * reach + 2));
    }

    private void load(CellRow cells, int at) {
        cells.load(cycle.fields, cycle.volume, at, 0, n);
        cells.weigh(n);
        Strain.exchange(cells.exchange, cells.density, cycle.seconds, cycle.diffusion, n);
    }

    /// Slopes of a row whose neighbours are known; flat outside the range in hand and at the sides.
    private void slope(int place, boolean flat) {
        if (flat) {
            across(place).flatten(0, n);
        } else {
            across(place).slopes(across(place - 1), 0, across(place + 1), 0, 0, n);
            across(place).soften(soft, n);
        }
    }

    /// A sweep along x through the region's span of (y, z).
    void along(Cycle of, int y, int z, double[][] gone, int slab) {
        cycle = of;
        int x0 = of.region.first(y, z);
        int x1 = of.region.end(y, z);
        if (x1 <= x0) {
            return;
        }
        float[] u = of.fields.velocity[0];
        int at = shape.at(x0, y, z);
        int width = x1 - x0;
        forget();
        look(u, at, width + 1);
        reach = reach();
        n = width + 2 * reach;
        int last = n - reach;
        int from = Math.max(-1, x0 - reach);
        int to = Math.min(shape.nx() + 1, x1 + reach);
        int place = reach + from - x0;
        CellRow cells = row(0);
        cells.load(of.fields, of.volume, shape.at(from, y, z), place, to - from);
        cells.repeat(place, 0, place);
        cells.repeat(place + to - from - 1, place + to - from, n);
        cells.weigh(n);
        Strain.exchange(cells.exchange, cells.density, of.seconds, of.diffusion, n);
        cells.slopes(cells, -1, cells, 1, 1, n - 1);
        cells.soften(soft, n);
        cells.flatten(0, reach + (x0 == 0 ? 1 : 0));
        cells.flatten(last - (x1 == shape.nx() ? 1 : 0), n);
        System.arraycopy(u, at, low.moved, reach, width + 1);
        scale(low.moved, of.courant, reach, last + 1);
        low.carry(along, 1, reach, reach, last + 1);
        cells.update(low, low, 1, result, reach, last);
        result.store(of.fields, of.volume, reach, at, width);
        for (int k = 0; k < contents; k++) {
            if (x0 == 0) {
                gone[k][slab] -= low.flux[k][reach];
            }
            if (x1 == shape.nx()) {
                gone[k][slab] += low.flux[k][last];
            }
        }
    }

    private void forget() {
        fastest = 0;
        least = 1;
    }

    /// Takes note of how fast n faces are and how little the cells above them hold.
    private void look(float[] u, int at, int n) {
        fastest = Math.max(fastest, SweepRows.largest(u, at, n));
        least = Math.min(least, SweepRows.least(cycle.volume, at, n));
    }

    /// Cells that the fastest of the faces looked at may draw from.
    private int reach() {
        return Math.min(MOST_REACH, 1 + (int) (fastest * cycle.courant / Math.max(least, LEAST)));
    }

    private static void scale(float[] a, float factor, int from, int to) {
        for (int i = from; i < to; i++) {
            a[i] *= factor;
        }
    }

    private static double sum(float[] a, int from, int n) {
        double sum = 0;
        for (int i = from; i < from + n; i++) {
            sum += a[i];
        }
        return sum;
    }
}
