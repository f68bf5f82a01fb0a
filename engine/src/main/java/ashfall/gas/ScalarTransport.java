package ashfall.gas;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.Arrays;

/// Carries mass, enthalpy, fuel, oxygen and soot with the flow, in conserving form.
///
/// Dimension-split fluxes with van Leer's limited slopes (van Leer 1977, J. Comput. Phys. 23:276,
/// the monotonised central limiter), sub-cycled so that no cell gives away more than it holds, at
/// most 0.9 of it a cycle. Three quantities build on each other: the *volume* of the gas in each
/// cell moves with the faces exactly; its *mass* moves with the volume; what a kilogram holds moves
/// with the mass. So a uniform gas stays uniform, a fraction or a temperature never leaves the
/// bounds of its neighbourhood, and totals are kept to rounding.
///
/// Burning leaves a cell overfull (volume above 1), and the projected flow takes the excess out. At
/// the end of the step the volume of each cell is 1 to the accuracy of the projection; the mass
/// there is kept as it is, so that nothing is lost, and what room it needs is asked for in the next
/// step.
public final class ScalarTransport {
    private static final float OUTFLOW_LIMIT = 0.9f;
    private static final int FIELDS = GasFields.CONTENTS;

    private final GridShape shape;
    private final Workers workers;
    private final Scratch[] scratch;
    private final double[][] gonePartial;
    private final float[] outflow;
    private final double[] gone = new double[FIELDS];
    private int cycles;

    public ScalarTransport(GridShape shape, Workers workers) {
        this.shape = shape;
        this.workers = workers;
        this.scratch = new Scratch[workers.threads()];
        for (int i = 0; i < scratch.length; i++) {
            scratch[i] = new Scratch(shape.nx() + 2);
        }
        this.gonePartial = new double[FIELDS][Math.max(shape.ny(), shape.nz())];
        this.outflow = new float[shape.nz()];
    }

    /// Advances mass and contents by one time step.
    ///
    /// @param fields mass in a cubic metre of gas, contents of a kilogram, projected velocities;
    ///     mass in a cubic metre of cell on return
    /// @param volume gas volume of each cell over the cell's: 1, or more where it burnt; destroyed
    /// @param range where anything differs from the surroundings, with a rim as wide as gas can
    ///     move in the step
    /// @param voxel edge of a cell, m
    public void advance(
            GasFields fields, float[] volume, CellRange range, float voxel, float dtSeconds) {
        Arrays.fill(gone, 0);
        float perCell = dtSeconds / voxel;
        cycles =
                Math.max(
                        1,
                        (int)
                                Math.ceil(
                                        largestOutflow(fields.velocity, range)
                                                * perCell
                                                / OUTFLOW_LIMIT));
        float courant = perCell / cycles;
        Sweep sweep = new Sweep(fields, volume, range, courant);
        for (int cycle = 0; cycle < cycles; cycle++) {
            boolean even = (cycle & 1) == 0;
            if (even) {
                sweepPlanes(sweep, true);
            }
            clearPartials();
            workers.forEachSlab(
                    range.height(),
                    (slab, worker) -> rows(sweep, 2, range.y0() + slab, scratch[worker], slab));
            collectGone();
            if (!even) {
                sweepPlanes(sweep, false);
            }
        }
        double cell = (double) voxel * voxel * voxel;
        for (int k = 0; k < FIELDS; k++) {
            gone[k] *= cell;
        }
        workers.forEachSlab(
                range.depth(),
                (slab, worker) -> {
                    for (int y = range.y0(); y < range.y1(); y++) {
                        for (int i = shape.at(range.x0(), y, range.z0() + slab),
                                        end = i + range.width();
                                i < end;
                                i++) {
                            fields.mass[i] *= volume[i];
                        }
                    }
                });
    }

    /// What left through the open sides in the last step, J or kg; inflow counts negative.
    public double gone(int content) {
        return gone[content];
    }

    /// Sub-cycles of the last step.
    public int cycles() {
        return cycles;
    }

    /// What stays the same through the sweeps of a step.
    private record Sweep(GasFields fields, float[] volume, CellRange range, float courant) {}

    private float largestOutflow(float[][] u, CellRange r) {
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
                    outflow[slab] = most;
                });
        float most = 0;
        for (int slab = 0; slab < r.depth(); slab++) {
            most = Math.max(most, outflow[slab]);
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
    private void sweepPlanes(Sweep sweep, boolean xFirst) {
        clearPartials();
        workers.forEachSlab(
                sweep.range.depth(),
                (slab, worker) -> {
                    int z = sweep.range.z0() + slab;
                    if (xFirst) {
                        sweepX(sweep, z, scratch[worker], slab);
                    }
                    rows(sweep, 1, z, scratch[worker], slab);
                    if (!xFirst) {
                        sweepX(sweep, z, scratch[worker], slab);
                    }
                });
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

    private void sweepX(Sweep sweep, int z, Scratch s, int slab) {
        CellRange r = sweep.range;
        int n = r.width();
        float[] u = sweep.fields.velocity[0];
        float[] mass = sweep.fields.mass;
        boolean lowSide = r.x0() == 0;
        boolean highSide = r.x1() == shape.nx();
        Row row = s.now;
        for (int y = r.y0(); y < r.y1(); y++) {
            int at = shape.at(r.x0(), y, z);
            inverses(sweep.volume, mass, row.perVolume, row.perMass, at - 1, n + 2);
            moved(u, row.moved, at, n + 1, sweep.courant);
            lineSlopes(mass, s.line, at, n, lowSide, highSide);
            fluxes(
                    mass,
                    row.moved,
                    s.line,
                    0,
                    s.line,
                    1,
                    row.perVolume,
                    0,
                    row.perVolume,
                    1,
                    row.mass,
                    at,
                    n + 1,
                    1);
            for (int k = 0; k < FIELDS; k++) {
                float[] c = sweep.fields.contents[k];
                lineSlopes(c, s.line, at, n, lowSide, highSide);
                fluxes(
                        c,
                        row.mass,
                        s.line,
                        0,
                        s.line,
                        1,
                        row.perMass,
                        0,
                        row.perMass,
                        1,
                        row.flux[k],
                        at,
                        n + 1,
                        1);
                update(
                        c,
                        mass,
                        sweep.volume,
                        row.mass,
                        0,
                        row.mass,
                        1,
                        row.flux[k],
                        0,
                        row.flux[k],
                        1,
                        at,
                        n);
                gonePartial[k][slab] +=
                        (highSide ? row.flux[k][n] : 0) - (lowSide ? row.flux[k][0] : 0);
            }
            updateMass(
                    mass,
                    sweep.volume,
                    row.moved,
                    0,
                    row.moved,
                    1,
                    row.mass,
                    0,
                    row.mass,
                    1,
                    at,
                    n);
        }
    }

    /// Slopes along x of n cells into places 1 to n; flat beyond them and at the sides of the box.
    private static void lineSlopes(
            float[] c, float[] slope, int at, int n, boolean lowSide, boolean highSide) {
        slopes(c, slope, 1, at, n, 1);
        slope[0] = 0;
        slope[n + 1] = 0;
        if (lowSide) {
            slope[1] = 0;
        }
        if (highSide) {
            slope[n] = 0;
        }
    }

    /// A sweep across rows: along y in a z-plane (axis 1), or along z in a y-plane (axis 2). In
    /// place: a row is written once both its fluxes are known and no later slope needs its old
    /// values.
    private void rows(Sweep sweep, int axis, int plane, Scratch s, int slab) {
        CellRange r = sweep.range;
        int stride = shape.stride(axis);
        int first = axis == 1 ? r.y0() : r.z0();
        int last = axis == 1 ? r.y1() : r.z1();
        boolean lowSide = first == 0;
        boolean highSide = last == shape.count(axis);
        int n = r.width();
        float[] u = sweep.fields.velocity[axis];
        float[] mass = sweep.fields.mass;
        int at = axis == 1 ? shape.at(r.x0(), first, plane) : shape.at(r.x0(), plane, first);
        s.startSweep(n);
        inverses(sweep.volume, mass, s.now.perVolume, s.now.perMass, at - stride, n);
        for (int i = first; i <= last; i++, at += stride) {
            s.turn();
            Row low = s.before;
            Row high = s.now;
            boolean flat = i == last || (lowSide && i == first) || (highSide && i == last - 1);
            inverses(sweep.volume, mass, high.perVolume, high.perMass, at, n);
            moved(u, high.moved, at, n, sweep.courant);
            rowSlopes(mass, high.massSlope, at, n, stride, flat);
            fluxes(
                    mass,
                    high.moved,
                    low.massSlope,
                    0,
                    high.massSlope,
                    0,
                    low.perVolume,
                    0,
                    high.perVolume,
                    0,
                    high.mass,
                    at,
                    n,
                    stride);
            for (int k = 0; k < FIELDS; k++) {
                float[] c = sweep.fields.contents[k];
                rowSlopes(c, high.slope[k], at, n, stride, flat);
                fluxes(
                        c,
                        high.mass,
                        low.slope[k],
                        0,
                        high.slope[k],
                        0,
                        low.perMass,
                        0,
                        high.perMass,
                        0,
                        high.flux[k],
                        at,
                        n,
                        stride);
                if (i > first) {
                    update(
                            c,
                            mass,
                            sweep.volume,
                            low.mass,
                            0,
                            high.mass,
                            0,
                            low.flux[k],
                            0,
                            high.flux[k],
                            0,
                            at - stride,
                            n);
                }
                if ((lowSide && i == first) || (highSide && i == last)) {
                    gonePartial[k][slab] += (i == last ? 1 : -1) * sum(high.flux[k], n);
                }
            }
            if (i > first) {
                updateMass(
                        mass,
                        sweep.volume,
                        low.moved,
                        0,
                        high.moved,
                        0,
                        low.mass,
                        0,
                        high.mass,
                        0,
                        at - stride,
                        n);
            }
        }
    }

    private static void rowSlopes(
            float[] c, float[] slope, int at, int n, int stride, boolean flat) {
        if (flat) {
            Arrays.fill(slope, 0, n, 0);
        } else {
            slopes(c, slope, 0, at, n, stride);
        }
    }

    private static double sum(float[] a, int n) {
        double sum = 0;
        for (int i = 0; i < n; i++) {
            sum += a[i];
        }
        return sum;
    }

    /// 1/volume and 1/mass of the gas in n cells.
    private static void inverses(
            float[] volume, float[] mass, float[] perVolume, float[] perMass, int at, int n) {
        for (int i = 0; i < n; i++) {
            float v = volume[at + i];
            perVolume[i] = 1f / v;
            perMass[i] = 1f / (v * mass[at + i]);
        }
    }

    /// Gas volume that crosses n lower faces in a cycle, over the cell's.
    private static void moved(float[] u, float[] moved, int at, int n, float courant) {
        for (int i = 0; i < n; i++) {
            moved[i] = u[at + i] * courant;
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

    /// What crosses the lower face of n cells: the carrier that moves there times the limited value
    /// it carries.
    ///
    /// `slopeLow` and `perLow` (one over the carrier in a cell) belong to the cells below the
    /// faces, `slopeHigh` and `perHigh` to those above.
    static void fluxes(
            float[] c,
            float[] carrier,
            float[] slopeLow,
            int low,
            float[] slopeHigh,
            int high,
            float[] perLow,
            int pLow,
            float[] perHigh,
            int pHigh,
            float[] flux,
            int at,
            int n,
            int stride) {
        for (int i = 0; i < n; i++) {
            float up = Math.max(carrier[i], 0f);
            float down = Math.min(carrier[i], 0f);
            flux[i] =
                    up
                                    * (c[at + i - stride]
                                            + 0.5f
                                                    * (1f - up * perLow[pLow + i])
                                                    * slopeLow[low + i])
                            + down
                                    * (c[at + i]
                                            - 0.5f
                                                    * (1f + down * perHigh[pHigh + i])
                                                    * slopeHigh[high + i]);
        }
    }

    /// New content per kilogram of n cells from the fluxes of mass and content through their faces.
    private static void update(
            float[] c,
            float[] mass,
            float[] volume,
            float[] massLow,
            int mLow,
            float[] massHigh,
            int mHigh,
            float[] low,
            int cLow,
            float[] high,
            int cHigh,
            int at,
            int n) {
        for (int i = 0; i < n; i++) {
            float before = mass[at + i] * volume[at + i];
            float after = before + (massLow[mLow + i] - massHigh[mHigh + i]);
            c[at + i] = (c[at + i] * before + (low[cLow + i] - high[cHigh + i])) / after;
        }
    }

    /// New volume of the gas in n cells, and its mass in a cubic metre of gas.
    private static void updateMass(
            float[] mass,
            float[] volume,
            float[] movedLow,
            int vLow,
            float[] movedHigh,
            int vHigh,
            float[] low,
            int mLow,
            float[] high,
            int mHigh,
            int at,
            int n) {
        for (int i = 0; i < n; i++) {
            float before = volume[at + i];
            float after = before + (movedLow[vLow + i] - movedHigh[vHigh + i]);
            mass[at + i] = (mass[at + i] * before + (low[mLow + i] - high[mHigh + i])) / after;
            volume[at + i] = after;
        }
    }

    /// What is known of a row of lower faces and of the cells above them.
    private static final class Row {
        final float[] perVolume;
        final float[] perMass;
        final float[] moved;
        final float[] mass;
        final float[] massSlope;
        final float[][] slope;
        final float[][] flux;

        Row(int length) {
            perVolume = new float[length];
            perMass = new float[length];
            moved = new float[length];
            mass = new float[length];
            massSlope = new float[length];
            slope = new float[FIELDS][length];
            flux = new float[FIELDS][length];
        }
    }

    /// Rows that one worker needs while it sweeps.
    private static final class Scratch {
        Row before;
        Row now;
        final float[] line;

        Scratch(int length) {
            before = new Row(length);
            now = new Row(length);
            line = new float[length];
        }

        /// Before the first row lies one of surroundings, without slopes. [#turn()] makes it the
        /// one before.
        void startSweep(int n) {
            Arrays.fill(now.massSlope, 0, n, 0);
            for (float[] slope : now.slope) {
                Arrays.fill(slope, 0, n, 0);
            }
        }

        void turn() {
            Row row = before;
            before = now;
            now = row;
        }
    }
}
