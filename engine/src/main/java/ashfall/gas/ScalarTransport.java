package ashfall.gas;

import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.Arrays;

/// Carries enthalpy, fuel, oxygen and soot with the flow, in conserving form.
///
/// Dimension-split fluxes with van Leer's limited slopes (van Leer 1977, J. Comput. Phys. 23:276,
/// the monotonised central limiter), sub-cycled so that no cell gives away more than it holds, at
/// most 0.9 of it a cycle. Beside the contents the *volume* of the gas in each cell is carried:
/// burning leaves a cell overfull (volume above 1), the projected flow takes the excess out, and
/// what a cell holds is always content over volume. So a uniform gas stays uniform, nothing leaves
/// the bounds of its neighbourhood, and the temperature of a burning cell survives its own
/// expansion exactly.
///
/// At the end the volume of each cell is 1 to the accuracy of the projection. What the difference
/// holds, the *defect*, is measured and given back within the bounds of neighbouring cells, so that
/// totals are kept to rounding.
public final class ScalarTransport {
    private static final float OUTFLOW_LIMIT = 0.9f;
    private static final int FIELDS = GasFields.CONTENTS;

    private final GridShape shape;
    private final Workers workers;
    private final FieldPool pool;
    private final Scratch[] scratch;
    private final double[][] gonePartial;
    private final double[][] sumPartial;
    private final double[] gone = new double[FIELDS];
    private final double[] defect = new double[FIELDS];
    private final double[] notReturned = new double[FIELDS];
    private int cycles;

    public ScalarTransport(GridShape shape, FieldPool pool, Workers workers) {
        this.shape = shape;
        this.pool = pool;
        this.workers = workers;
        this.scratch = new Scratch[workers.threads()];
        for (int i = 0; i < scratch.length; i++) {
            scratch[i] = new Scratch(shape.nx() + 2);
        }
        int planes = Math.max(shape.ny(), shape.nz());
        this.gonePartial = new double[FIELDS][planes];
        this.sumPartial = new double[2 * FIELDS][planes];
    }

    /// Advances the contents by one time step.
    ///
    /// @param fields contents and projected velocities; contents are changed in place
    /// @param volume gas volume of each cell over the cell's: 1, or more where it burnt; destroyed
    /// @param range where anything differs from the surroundings, with a rim as wide as gas can
    ///     move in the step
    /// @param voxel edge of a cell, m
    public void advance(
            GasFields fields, float[] volume, CellRange range, float voxel, float dtSeconds) {
        Arrays.fill(gone, 0);
        float[][] u = fields.velocity;
        float perCell = dtSeconds / voxel;
        cycles = Math.max(1, (int) Math.ceil(largestOutflow(u, range) * perCell / OUTFLOW_LIMIT));
        float courant = perCell / cycles;
        for (int cycle = 0; cycle < cycles; cycle++) {
            boolean even = (cycle & 1) == 0;
            if (even) {
                sweepPlanes(fields, volume, range, courant, true);
            }
            sweepAlongZ(fields, volume, range, courant);
            if (!even) {
                sweepPlanes(fields, volume, range, courant, false);
            }
        }
        double cell = (double) voxel * voxel * voxel;
        for (int k = 0; k < FIELDS; k++) {
            gone[k] *= cell;
        }
        giveBack(fields, volume, range, cell);
    }

    /// What left through the open sides in the last step, in the content's own unit (J or kg);
    /// inflow counts negative.
    public double gone(int content) {
        return gone[content];
    }

    /// What the last step's transport lost before it was given back (J or kg), positive when
    /// content was missing.
    public double defect(int content) {
        return defect[content];
    }

    /// The part of the defect that the neighbourhood's bounds did not let back in.
    public double notReturned(int content) {
        return notReturned[content];
    }

    /// Sub-cycles of the last step.
    public int cycles() {
        return cycles;
    }

    private float largestOutflow(float[][] u, CellRange r) {
        float[] largest = new float[r.depth()];
        int sy = shape.sy();
        int sz = shape.sz();
        workers.forEachSlab(
                r.depth(),
                (slab, worker) -> {
                    float most = 0;
                    for (int y = r.y0(); y < r.y1(); y++) {
                        most =
                                Math.max(
                                        most,
                                        outflowRow(
                                                u[0],
                                                u[1],
                                                u[2],
                                                shape.at(r.x0(), y, r.z0() + slab),
                                                r.width(),
                                                sy,
                                                sz));
                    }
                    largest[slab] = most;
                });
        float most = 0;
        for (float l : largest) {
            most = Math.max(most, l);
        }
        return most;
    }

    private static float outflowRow(
            float[] u, float[] v, float[] w, int at, int n, int sy, int sz) {
        float most = 0;
        for (int i = at, end = at + n; i < end; i++) {
            float out = Math.max(u[i + 1], 0f) - Math.min(u[i], 0f);
            out += Math.max(v[i + sy], 0f) - Math.min(v[i], 0f);
            out += Math.max(w[i + sz], 0f) - Math.min(w[i], 0f);
            most = Math.max(most, out);
        }
        return most;
    }

    /// Sweeps along x and y: both stay inside one z-plane, so a plane is taken through both while
    /// it is in the cache.
    private void sweepPlanes(
            GasFields fields, float[] volume, CellRange r, float courant, boolean xFirst) {
        clearPartials();
        workers.forEachSlab(
                r.depth(),
                (slab, worker) -> {
                    int z = r.z0() + slab;
                    if (xFirst) {
                        sweepX(fields, volume, r, z, courant, scratch[worker], slab);
                    }
                    sweepRows(fields, volume, r, 1, z, courant, scratch[worker], slab);
                    if (!xFirst) {
                        sweepX(fields, volume, r, z, courant, scratch[worker], slab);
                    }
                });
        collectGone();
    }

    private void sweepAlongZ(GasFields fields, float[] volume, CellRange r, float courant) {
        clearPartials();
        workers.forEachSlab(
                r.height(),
                (slab, worker) ->
                        sweepRows(
                                fields,
                                volume,
                                r,
                                2,
                                r.y0() + slab,
                                courant,
                                scratch[worker],
                                slab));
        collectGone();
    }

    private void clearPartials() {
        for (double[] p : gonePartial) {
            Arrays.fill(p, 0);
        }
    }

    private void collectGone() {
        for (int k = 0; k < FIELDS; k++) {
            for (double p : gonePartial[k]) {
                gone[k] += p;
            }
        }
    }

    private void sweepX(
            GasFields fields,
            float[] volume,
            CellRange r,
            int z,
            float courant,
            Scratch s,
            int slab) {
        int n = r.width();
        float[] u = fields.velocity[0];
        for (int y = r.y0(); y < r.y1(); y++) {
            int at = shape.at(r.x0(), y, z);
            float[] perVolume = s.perVolumeNow;
            inverse(volume, at, perVolume, 1, n);
            perVolume[0] = 1;
            perVolume[n + 1] = 1;
            for (int k = 0; k < FIELDS; k++) {
                float[] c = fields.contents[k];
                float[] slope = s.slopeNow[k];
                slopes(c, slope, 1, at, n, 1);
                if (r.x0() == 0) {
                    slope[1] = 0;
                }
                if (r.x1() == shape.nx()) {
                    slope[n] = 0;
                }
                slope[0] = 0;
                slope[n + 1] = 0;
                float[] flux = s.fluxNow[k];
                fluxes(
                        c, u, slope, 0, slope, 1, perVolume, 0, perVolume, 1, flux, at, n + 1, 1,
                        courant);
                update(c, volume, u, flux, 0, flux, 1, at, n, 1, courant);
                if (r.x0() == 0) {
                    gonePartial[k][slab] -= flux[0];
                }
                if (r.x1() == shape.nx()) {
                    gonePartial[k][slab] += flux[n];
                }
            }
            shrink(volume, u, at, n, 1, courant);
        }
    }

    /// A sweep across rows: along y in a z-plane (axis 1), or along z in a y-plane (axis 2). In
    /// place: a row is written once both its fluxes are known and no later slope needs its old
    /// values.
    private void sweepRows(
            GasFields fields,
            float[] volume,
            CellRange r,
            int axis,
            int plane,
            float courant,
            Scratch s,
            int slab) {
        int stride = shape.stride(axis);
        int first = axis == 1 ? r.y0() : r.z0();
        int last = axis == 1 ? r.y1() : r.z1();
        boolean lowSide = first == 0;
        boolean highSide = last == shape.count(axis);
        int n = r.width();
        float[] u = fields.velocity[axis];
        s.startSweep(n);
        int at = axis == 1 ? shape.at(r.x0(), first, plane) : shape.at(r.x0(), plane, first);
        for (int row = first; row <= last; row++, at += stride) {
            s.turn();
            boolean beyond = row == last;
            if (beyond) {
                Arrays.fill(s.perVolumeNow, 0, n, 1);
            } else {
                inverse(volume, at, s.perVolumeNow, 0, n);
            }
            for (int k = 0; k < FIELDS; k++) {
                float[] c = fields.contents[k];
                boolean flat = beyond || (lowSide && row == first) || (highSide && row == last - 1);
                if (flat) {
                    Arrays.fill(s.slopeNow[k], 0, n, 0);
                } else {
                    slopes(c, s.slopeNow[k], 0, at, n, stride);
                }
                fluxes(
                        c,
                        u,
                        s.slopeBefore[k],
                        0,
                        s.slopeNow[k],
                        0,
                        s.perVolumeBefore,
                        0,
                        s.perVolumeNow,
                        0,
                        s.fluxNow[k],
                        at,
                        n,
                        stride,
                        courant);
                if (row > first) {
                    update(
                            c,
                            volume,
                            u,
                            s.fluxBefore[k],
                            0,
                            s.fluxNow[k],
                            0,
                            at - stride,
                            n,
                            stride,
                            courant);
                }
                if ((lowSide && row == first) || (highSide && beyond)) {
                    gonePartial[k][slab] += (beyond ? 1 : -1) * sum(s.fluxNow[k], n);
                }
            }
            if (row > first) {
                shrink(volume, u, at - stride, n, stride, courant);
            }
        }
    }

    private static double sum(float[] a, int n) {
        double sum = 0;
        for (int i = 0; i < n; i++) {
            sum += a[i];
        }
        return sum;
    }

    private static void inverse(float[] volume, int at, float[] out, int to, int n) {
        for (int i = 0; i < n; i++) {
            out[to + i] = 1f / volume[at + i];
        }
    }

    /// Limited slope of each cell of a row, per cell: the smallest of twice the two differences and
    /// their mean, 0 at extrema.
    static void slopes(float[] c, float[] slope, int to, int at, int n, int stride) {
        for (int i = 0; i < n; i++) {
            float here = c[at + i];
            float below = 2f * (here - c[at + i - stride]);
            float above = 2f * (c[at + i + stride] - here);
            float mean = 0.25f * (below + above);
            slope[to + i] =
                    Math.max(0f, Math.min(mean, Math.min(below, above)))
                            + Math.min(0f, Math.max(mean, Math.max(below, above)));
        }
    }

    /// Content that crosses the lower face of n cells in a cycle, over the volume of a cell.
    ///
    /// `slopeLow`, `perVolumeLow` belong to the cells below the faces, `slopeHigh`, `perVolumeHigh`
    /// to those above.
    static void fluxes(
            float[] c,
            float[] u,
            float[] slopeLow,
            int low,
            float[] slopeHigh,
            int high,
            float[] perVolumeLow,
            int vLow,
            float[] perVolumeHigh,
            int vHigh,
            float[] flux,
            int at,
            int n,
            int stride,
            float courant) {
        for (int i = 0; i < n; i++) {
            float moved = u[at + i] * courant;
            float up = Math.max(moved, 0f);
            float down = Math.min(moved, 0f);
            flux[i] =
                    up
                                    * (c[at + i - stride]
                                            + 0.5f
                                                    * (1f - up * perVolumeLow[vLow + i])
                                                    * slopeLow[low + i])
                            + down
                                    * (c[at + i]
                                            - 0.5f
                                                    * (1f + down * perVolumeHigh[vHigh + i])
                                                    * slopeHigh[high + i]);
        }
    }

    /// New content per volume of n cells from their two fluxes.
    static void update(
            float[] c,
            float[] volume,
            float[] u,
            float[] fluxLow,
            int low,
            float[] fluxHigh,
            int high,
            int at,
            int n,
            int stride,
            float courant) {
        for (int i = 0; i < n; i++) {
            float before = volume[at + i];
            float after = before + (u[at + i] - u[at + i + stride]) * courant;
            c[at + i] = (c[at + i] * before + (fluxLow[low + i] - fluxHigh[high + i])) / after;
        }
    }

    /// New gas volume of n cells.
    static void shrink(float[] volume, float[] u, int at, int n, int stride, float courant) {
        for (int i = 0; i < n; i++) {
            volume[at + i] += (u[at + i] - u[at + i + stride]) * courant;
        }
    }

    private void giveBack(GasFields fields, float[] volume, CellRange r, double cell) {
        for (double[] p : sumPartial) {
            Arrays.fill(p, 0);
        }
        workers.forEachSlab(
                r.depth(),
                (slab, worker) -> {
                    for (int y = r.y0(); y < r.y1(); y++) {
                        int at = shape.at(r.x0(), y, r.z0() + slab);
                        for (int k = 0; k < FIELDS; k++) {
                            sumPartial[k][slab] +=
                                    excess(
                                            fields.contents[k],
                                            fields.background(k),
                                            volume,
                                            at,
                                            r.width());
                        }
                    }
                });
        for (int k = 0; k < FIELDS; k++) {
            double missing = total(sumPartial[k], r.depth());
            defect[k] = missing * cell;
            notReturned[k] = missing == 0 ? 0 : cell * returned(fields.contents[k], r, missing);
        }
    }

    private static double total(double[] partial, int count) {
        double sum = 0;
        for (int i = 0; i < count; i++) {
            sum += partial[i];
        }
        return sum;
    }

    private static double excess(float[] c, float background, float[] volume, int at, int n) {
        double sum = 0;
        for (int i = at, end = at + n; i < end; i++) {
            sum += (double) (c[i] - background) * (volume[i] - 1f);
        }
        return sum;
    }

    /// Spreads `missing` over the cells in proportion to the room up (or down) to the neighbours'
    /// extreme; returns what found no room.
    private double returned(float[] c, CellRange r, double missing) {
        float[] room = pool.borrow();
        double[] partial = sumPartial[FIELDS];
        boolean upward = missing > 0;
        workers.forEachSlab(
                r.depth(),
                (slab, worker) -> {
                    double sum = 0;
                    for (int y = r.y0(); y < r.y1(); y++) {
                        sum +=
                                roomRow(
                                        c,
                                        room,
                                        upward,
                                        shape.at(r.x0(), y, r.z0() + slab),
                                        r.width(),
                                        shape.sy(),
                                        shape.sz());
                    }
                    partial[slab] = sum;
                });
        double available = total(partial, r.depth());
        double share = available == 0 ? 0 : Math.min(1, missing / available);
        float factor = (float) share;
        workers.forEachSlab(
                r.depth(),
                (slab, worker) -> {
                    for (int y = r.y0(); y < r.y1(); y++) {
                        int at = shape.at(r.x0(), y, r.z0() + slab);
                        for (int i = at, end = at + r.width(); i < end; i++) {
                            c[i] += factor * room[i];
                        }
                    }
                });
        pool.giveBack(room);
        return missing - share * available;
    }

    private static double roomRow(
            float[] c, float[] room, boolean upward, int at, int n, int sy, int sz) {
        double sum = 0;
        for (int i = at, end = at + n; i < end; i++) {
            float bound;
            if (upward) {
                bound =
                        Math.max(
                                Math.max(
                                        Math.max(c[i - 1], c[i + 1]),
                                        Math.max(c[i - sy], c[i + sy])),
                                Math.max(c[i - sz], c[i + sz]));
                room[i] = Math.max(0f, bound - c[i]);
            } else {
                bound =
                        Math.min(
                                Math.min(
                                        Math.min(c[i - 1], c[i + 1]),
                                        Math.min(c[i - sy], c[i + sy])),
                                Math.min(c[i - sz], c[i + sz]));
                room[i] = Math.min(0f, bound - c[i]);
            }
            sum += room[i];
        }
        return sum;
    }

    /// Rows that one worker needs while it sweeps.
    private static final class Scratch {
        private float[][] slopeBefore;
        private float[][] slopeNow;
        private float[][] fluxBefore;
        private float[][] fluxNow;
        private float[] perVolumeBefore;
        private float[] perVolumeNow;

        Scratch(int length) {
            slopeBefore = new float[FIELDS][length];
            slopeNow = new float[FIELDS][length];
            fluxBefore = new float[FIELDS][length];
            fluxNow = new float[FIELDS][length];
            perVolumeBefore = new float[length];
            perVolumeNow = new float[length];
        }

        /// Before the first row lies a row of surroundings: flat, of volume 1. [#turn()] makes it
        /// the one before.
        void startSweep(int n) {
            for (float[] slope : slopeNow) {
                Arrays.fill(slope, 0, n, 0);
            }
            Arrays.fill(perVolumeNow, 0, n, 1);
        }

        void turn() {
            float[][] slope = slopeBefore;
            slopeBefore = slopeNow;
            slopeNow = slope;
            float[][] flux = fluxBefore;
            fluxBefore = fluxNow;
            fluxNow = flux;
            float[] perVolume = perVolumeBefore;
            perVolumeBefore = perVolumeNow;
            perVolumeNow = perVolume;
        }
    }
}
