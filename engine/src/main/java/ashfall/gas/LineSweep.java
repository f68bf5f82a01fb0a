package ashfall.gas;

import ashfall.gas.FaceRow.Beside;
import ashfall.grid.GridShape;

import java.util.Arrays;
import java.util.List;

/// Carries gas along the lines of cells of one axis, a bundle of lines at a time. Belongs to one
/// worker; in place, since a row is written only when no face needs its old values any more.
final class LineSweep {
    /// Share of a cell that is left of it between two sweeps, at least.
    static final float LEAST = 0.15f;

    /// Furthest that a cycle may carry, in cells.
    static final float FURTHEST = 3.5f;

    /// Cells side by side that make good use of vector instructions without leaving the cache.
    private static final int BUNDLE = 128;

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

    // The bundle in hand: its cycle, how far its faces reach, cells in a row of it.
    private Cycle cycle;
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
            CellRange range,
            float courant,
            float seconds,
            float diffusion) {}

    /// @param soft contents that are carried without slopes
    LineSweep(GridShape shape, int contents, List<Integer> soft) {
        this.contents = contents;
        this.soft = soft;
        this.shape = shape;
        this.length = Math.max(2 * BUNDLE, shape.nx() + 2 * MOST_REACH + 2);
        this.result = new CellRow(length, contents);
        this.low = new FaceRow(length, contents);
        this.high = new FaceRow(length, contents);
    }

    /// Lines that make a bundle: one where rows are too short for vectors anyway.
    static int bundle(CellRange range) {
        int width = range.width();
        return Lanes.bound(width) == 0 ? 1 : Math.max(1, BUNDLE / width);
    }

    private CellRow row(int place) {
        CellRow row = rows[place];
        if (row == null) {
            row = new CellRow(length, contents);
            rows[place] = row;
        }
        return row;
    }

    /// A sweep along y (axis 1) or z (axis 2) over lines that start beside each other.
    ///
    /// @param at index of the first line's first cell of the range
    /// @param pitch from one group of lines to the next: a group is as wide as the range
    /// @param gone where to add what left the box
    void across(Cycle of, int axis, int at, int pitch, int groups, double[][] gone, int slab) {
        cycle = of;
        int stride = shape.stride(axis);
        int first = axis == 1 ? of.range.y0() : of.range.z0();
        int last = axis == 1 ? of.range.y1() : of.range.z1();
        int sides = shape.count(axis);
        int width = of.range.width();
        n = groups * width;
        float[] u = of.fields.velocity[axis];
        reach = reach(u, at, stride, last - first + 1, pitch, groups, width);
        for (int p = first - reach; p <= last + reach; p++) {
            int inside = Math.max(-1, Math.min(sides, p));
            load(across(p), at + (inside - first) * stride, pitch, groups);
            boolean flat = p <= first || p > last || p == 1 || p == sides;
            slope(p - 1, flat);
            face = p - reach;
            if (face < first) {
                continue;
            }
            FaceRow turned = low;
            low = high;
            high = turned;
            for (int g = 0; g < groups; g++) {
                int from = at + g * pitch + (face - first) * stride;
                System.arraycopy(u, from, high.moved, g * width, width);
            }
            scale(high.moved, of.courant, n);
            high.carry(across, 0, reach, 0, n);
            if (face > first) {
                across(face - 1).update(low, high, 0, result, 0, n);
                for (int g = 0; g < groups; g++) {
                    int to = at + g * pitch + (face - 1 - first) * stride;
                    result.store(of.fields, of.volume, g * width, to, width);
                }
            }
            if (face == 0 || face == sides) {
                for (int k = 0; k < contents; k++) {
                    gone[k][slab] += (face == 0 ? -1 : 1) * sum(high.flux[k], 0, 1, n);
                }
            }
        }
    }

    /// The row of a place along the sweep, in a ring of as many as are needed at a time.
    private CellRow across(int place) {
        return row(Math.floorMod(place, 2 * reach + 2));
    }

    private void load(CellRow cells, int at, int pitch, int groups) {
        int width = n / groups;
        for (int g = 0; g < groups; g++) {
            cells.load(cycle.fields, cycle.volume, at + g * pitch, g * width, width);
        }
        cells.weigh(n);
        Strain.exchange(cells.exchange, cells.density, cycle.seconds, cycle.diffusion, n);
    }

    /// Slopes of a row whose neighbours are known; flat outside the range and at the sides.
    private void slope(int place, boolean flat) {
        if (flat) {
            across(place).flatten(0, n);
        } else {
            across(place).slopes(across(place - 1), 0, across(place + 1), 0, 0, n);
            across(place).soften(soft, n);
        }
    }

    /// A sweep along x over `lines` lines from (x0, y, z) upward in y.
    void along(Cycle of, int y, int z, int lines, double[][] gone, int slab) {
        cycle = of;
        CellRange r = of.range;
        int width = r.width();
        int at = shape.at(r.x0(), y, z);
        int sy = shape.sy();
        float[] u = of.fields.velocity[0];
        reach = reach(u, at, sy, lines, 0, 1, width + 1);
        int pitch = width + 2 * reach;
        n = lines * pitch;
        CellRow cells = row(0);
        Arrays.fill(low.moved, 0, n, 0);
        for (int line = 0; line < lines; line++) {
            int start = line * pitch;
            int from = Math.max(-1, r.x0() - reach);
            int to = Math.min(shape.nx() + 1, r.x1() + reach);
            int place = start + reach + from - r.x0();
            int count = to - from;
            cells.load(of.fields, of.volume, shape.at(from, y + line, z), place, count);
            cells.repeat(place, start, place);
            cells.repeat(place + count - 1, place + count, start + pitch);
            System.arraycopy(u, at + line * sy, low.moved, start + reach, width + 1);
        }
        scale(low.moved, of.courant, n);
        cells.weigh(n);
        Strain.exchange(cells.exchange, cells.density, of.seconds, of.diffusion, n);
        slopeLines(cells, lines, pitch);
        int last = n - reach;
        low.carry(along, 1, reach, reach, last + 1);
        cells.update(low, low, 1, result, reach, last);
        for (int line = 0; line < lines; line++) {
            int start = line * pitch + reach;
            result.store(of.fields, of.volume, start, at + line * sy, width);
        }
        for (int k = 0; k < contents; k++) {
            if (r.x0() == 0) {
                gone[k][slab] -= sum(low.flux[k], reach, pitch, lines);
            }
            if (r.x1() == shape.nx()) {
                gone[k][slab] += sum(low.flux[k], reach + width, pitch, lines);
            }
        }
    }

    private void slopeLines(CellRow cells, int lines, int pitch) {
        cells.slopes(cells, -1, cells, 1, 1, n - 1);
        cells.soften(soft, n);
        CellRange r = cycle.range;
        for (int line = 0; line < lines; line++) {
            int start = line * pitch;
            int end = start + pitch;
            cells.flatten(start, start + reach + (r.x0() == 0 ? 1 : 0));
            cells.flatten(end - reach - (r.x1() == shape.nx() ? 1 : 0), end);
        }
    }

    /// Cells that the fastest face of some rows may draw from.
    private int reach(float[] u, int at, int stride, int count, int pitch, int groups, int width) {
        float fastest = 0;
        float least = 1;
        for (int c = 0; c < count; c++) {
            for (int g = 0; g < groups; g++) {
                int from = at + g * pitch + c * stride;
                fastest = Math.max(fastest, SweepRows.largest(u, from, width));
                least = Math.min(least, SweepRows.least(cycle.volume, from, width));
            }
        }
        return Math.min(MOST_REACH, 1 + (int) (fastest * cycle.courant / Math.max(least, LEAST)));
    }

    private static void scale(float[] a, float factor, int n) {
        for (int i = 0; i < n; i++) {
            a[i] *= factor;
        }
    }

    private static double sum(float[] a, int from, int step, int n) {
        double sum = 0;
        for (int i = 0; i < n; i++) {
            sum += a[from + i * step];
        }
        return sum;
    }
}
