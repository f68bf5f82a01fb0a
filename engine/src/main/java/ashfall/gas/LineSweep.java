package ashfall.gas;

import ashfall.gas.FaceRow.Beside;
import ashfall.grid.GridShape;

import java.util.Arrays;

/// Carries gas along the lines of cells of one axis, a bundle of lines at a time. Belongs to one
/// worker; in place, since a row is written only when no face needs its old values any more.
final class LineSweep {
    /// Cells side by side that make good use of vector instructions without leaving the cache.
    private static final int BUNDLE = 128;

    /// Most cells that a face may draw from; more would need smaller steps.
    private static final int MOST_REACH = 16;

    private final GridShape shape;
    private final int length;
    private final CellRow[] ring = new CellRow[2 * MOST_REACH + 2];
    private final CellRow result;
    private final int[] sideFaces;
    private FaceRow low;
    private FaceRow high;

    /// What stays the same through the sweeps of a cycle.
    ///
    /// @param courant time of the cycle over the voxel: turns m/s into cells
    /// @param seconds of the cycle
    record Cycle(GasFields fields, float[] volume, CellRange range, float courant, float seconds) {}

    LineSweep(GridShape shape) {
        this.shape = shape;
        this.length = Math.max(2 * BUNDLE, shape.nx() + 2 * MOST_REACH + 2);
        this.result = new CellRow(length);
        this.sideFaces = new int[2 * BUNDLE];
        this.low = new FaceRow(length);
        this.high = new FaceRow(length);
    }

    /// Lines that make a bundle.
    static int bundle(CellRange range) {
        return Math.max(1, BUNDLE / range.width());
    }

    private CellRow row(int place) {
        CellRow row = ring[place];
        if (row == null) {
            row = new CellRow(length);
            ring[place] = row;
        }
        return row;
    }

    /// A sweep along y (axis 1) or z (axis 2) over lines that start beside each other.
    ///
    /// @param at index of the first line's first cell of the range
    /// @param pitch from one group of lines to the next: a group is as wide as the range
    /// @param gone where to add what left the box
    void across(Cycle cycle, int axis, int at, int pitch, int groups, double[][] gone, int slab) {
        CellRange r = cycle.range;
        int stride = shape.stride(axis);
        int first = axis == 1 ? r.y0() : r.z0();
        int last = axis == 1 ? r.y1() : r.z1();
        int sides = shape.count(axis);
        int width = r.width();
        int n = groups * width;
        float[] u = cycle.fields.velocity[axis];
        int reach = reach(cycle, u, at, stride, last - first, pitch, groups);
        int places = 2 * reach + 2;
        for (int p = first - reach; p <= last + reach; p++) {
            CellRow cells = row(Math.floorMod(p, places));
            int inside = Math.max(-1, Math.min(sides, p));
            for (int g = 0; g < groups; g++) {
                int from = at + g * pitch + (inside - first) * stride;
                cells.load(cycle.fields, cycle.volume, from, g * width, width);
            }
            cells.weigh(n);
            Strain.exchange(cells.exchange, cycle.seconds, n);
            int before = p - 1;
            CellRow sloped = row(Math.floorMod(before, places));
            if (before >= first && before < last && before > 0 && before < sides - 1) {
                sloped.slopes(row(Math.floorMod(before - 1, places)), cells, n);
            } else {
                sloped.flatten(0, n);
            }
            int face = p - reach;
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
            scale(high.moved, cycle.courant, n);
            Beside beside = o -> row(Math.floorMod(face + o, places));
            high.carry(beside, reach, n);
            if (face > 0 && face < sides) {
                high.mix(beside.row(-1), beside.row(0), sideFaces, 0, n);
            }
            if (face > first) {
                row(Math.floorMod(face - 1, places)).update(low, high, result, n);
                for (int g = 0; g < groups; g++) {
                    int to = at + g * pitch + (face - 1 - first) * stride;
                    result.store(cycle.fields, cycle.volume, g * width, to, width);
                }
            }
            if (face == 0 || face == sides) {
                for (int k = 0; k < GasFields.CONTENTS; k++) {
                    gone[k][slab] += (face == 0 ? -1 : 1) * sum(high.flux[k], 0, 1, n);
                }
            }
        }
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

    /// Cells that the fastest face of some lines may draw from.
    private int reach(
            Cycle cycle, float[] u, int at, int stride, int cells, int pitch, int groups) {
        float fastest = 0;
        float least = 1;
        int width = cycle.range.width();
        for (int c = 0; c <= cells; c++) {
            for (int g = 0; g < groups; g++) {
                int from = at + g * pitch + c * stride;
                fastest = Math.max(fastest, largest(u, from, width));
                least = Math.min(least, least(cycle.volume, from, width));
            }
        }
        return reach(fastest * cycle.courant, least);
    }

    private static int reach(float fastest, float least) {
        return Math.min(MOST_REACH, 1 + (int) (fastest / Math.max(least, 0.1f)));
    }

    private static float largest(float[] a, int from, int n) {
        float most = 0;
        for (int i = from, end = from + n; i < end; i++) {
            most = Math.max(most, Math.abs(a[i]));
        }
        return most;
    }

    private static float least(float[] a, int from, int n) {
        float least = Float.MAX_VALUE;
        for (int i = from, end = from + n; i < end; i++) {
            least = Math.min(least, a[i]);
        }
        return least;
    }

    /// A sweep along x over `lines` lines from (x0, y, z) upward in y.
    void along(Cycle cycle, int y, int z, int lines, double[][] gone, int slab) {
        CellRange r = cycle.range;
        int width = r.width();
        int at = shape.at(r.x0(), y, z);
        int sy = shape.sy();
        float[] u = cycle.fields.velocity[0];
        float fastest = 0;
        float least = 1;
        for (int line = 0; line < lines; line++) {
            fastest = Math.max(fastest, largest(u, at + line * sy, width + 1));
            least = Math.min(least, least(cycle.volume, at + line * sy, width));
        }
        int reach = reach(fastest * cycle.courant, least);
        int pitch = width + 2 * reach;
        int n = lines * pitch;
        CellRow cells = row(0);
        Arrays.fill(low.moved, 0, n, 0);
        for (int line = 0; line < lines; line++) {
            int start = line * pitch;
            int from = Math.max(-1, r.x0() - reach);
            int to = Math.min(shape.nx() + 1, r.x1() + reach);
            int place = start + reach + from - r.x0();
            int count = to - from;
            cells.load(cycle.fields, cycle.volume, shape.at(from, y + line, z), place, count);
            cells.repeat(place, start, place);
            cells.repeat(place + count - 1, place + count, start + pitch);
            System.arraycopy(u, at + line * sy, low.moved, start + reach, width + 1);
        }
        scale(low.moved, cycle.courant, n);
        cells.weigh(n);
        Strain.exchange(cells.exchange, cycle.seconds, n);
        CellRow below = row(1);
        CellRow above = row(2);
        for (int k = 0; k <= GasFields.CONTENTS; k++) {
            CellRow.shift(cells.value[k], below.value[k], -1, n);
            CellRow.shift(cells.value[k], above.value[k], 1, n);
        }
        cells.slopes(below, above, n);
        for (int line = 0; line < lines; line++) {
            int start = line * pitch;
            cells.flatten(start, start + reach + (r.x0() == 0 ? 1 : 0));
            int end = start + reach + width;
            cells.flatten(end - (r.x1() == shape.nx() ? 1 : 0), start + pitch);
        }
        low.carry(o -> shifted(cells, o, n), reach, n);
        int closed = 0;
        for (int line = 0; line < lines; line++) {
            int start = line * pitch + reach;
            if (r.x0() == 0) {
                sideFaces[closed++] = start;
            }
            if (r.x1() == shape.nx()) {
                sideFaces[closed++] = start + width;
            }
        }
        low.mix(shifted(cells, -1, n), cells, sideFaces, closed, n);
        for (int k = 0; k <= GasFields.CONTENTS; k++) {
            CellRow.shift(low.flux[k], high.flux[k], 1, n);
        }
        CellRow.shift(low.moved, high.moved, 1, n);
        cells.update(low, high, result, n);
        for (int line = 0; line < lines; line++) {
            int start = line * pitch + reach;
            result.store(cycle.fields, cycle.volume, start, at + line * sy, width);
        }
        for (int k = 0; k < GasFields.CONTENTS; k++) {
            if (r.x0() == 0) {
                gone[k][slab] -= sum(low.flux[k], reach, pitch, lines);
            }
            if (r.x1() == shape.nx()) {
                gone[k][slab] += sum(low.flux[k], reach + width, pitch, lines);
            }
        }
    }

    private CellRow shifted(CellRow cells, int offset, int n) {
        if (offset == 0) {
            return cells;
        }
        CellRow row = row(offset < 0 ? -2 * offset - 1 : 2 * offset);
        row.shift(cells, offset, n);
        return row;
    }
}
