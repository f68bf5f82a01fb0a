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
    private static final int MASS = FIELDS;

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
        float[] mass = sweep.fields.mass;
        boolean lowSide = r.x0() == 0;
        boolean highSide = r.x1() == shape.nx();
        // Cells -1 to n lie at 0 to n + 1 of `low` rows; face j has cell j - 1 below it and cell j
        // above.
        Row low = s.before;
        Row high = s.now;
        for (int y = r.y0(); y < r.y1(); y++) {
            int at = shape.at(r.x0(), y, z);
            low.load(sweep.volume, mass, at - 1, n + 2);
            moved(sweep.fields.velocity[0], low.moved, at, n + 1, sweep.courant);
            shift(low.volume, high.volume, n + 1);
            shift(low.perVolume, high.perVolume, n + 1);
            shift(low.perMass, high.perMass, n + 1);
            shift(low.content, high.content, n + 1);
            shift(low.value[MASS], high.value[MASS], n + 1);
            lineSlopes(
                    low.value[MASS],
                    high.value[MASS],
                    low.slope[MASS],
                    high.slope[MASS],
                    s,
                    n,
                    lowSide,
                    highSide);
            fluxes(
                    low.moved,
                    low.value[MASS],
                    low.slope[MASS],
                    low.perVolume,
                    high.value[MASS],
                    high.slope[MASS],
                    high.perVolume,
                    low.flux[MASS],
                    n + 1);
            shift(low.flux[MASS], high.flux[MASS], n);
            for (int k = 0; k < FIELDS; k++) {
                float[] c = sweep.fields.contents[k];
                System.arraycopy(c, at - 1, low.value[k], 0, n + 2);
                shift(low.value[k], high.value[k], n + 1);
                lineSlopes(
                        low.value[k],
                        high.value[k],
                        low.slope[k],
                        high.slope[k],
                        s,
                        n,
                        lowSide,
                        highSide);
                fluxes(
                        low.flux[MASS],
                        low.value[k],
                        low.slope[k],
                        low.perMass,
                        high.value[k],
                        high.slope[k],
                        high.perMass,
                        low.flux[k],
                        n + 1);
                gonePartial[k][slab] +=
                        (highSide ? low.flux[k][n] : 0) - (lowSide ? low.flux[k][0] : 0);
                shift(low.flux[k], high.flux[k], n);
                update(
                        high.value[k],
                        high.content,
                        low.flux[MASS],
                        high.flux[MASS],
                        low.flux[k],
                        high.flux[k],
                        s.line,
                        n);
                System.arraycopy(s.line, 0, c, at, n);
            }
            shift(low.moved, high.moved, n);
            updateMass(high, low.moved, high.moved, low.flux[MASS], high.flux[MASS], s, n);
            System.arraycopy(s.line, 0, mass, at, n);
            System.arraycopy(s.above, 0, sweep.volume, at, n);
        }
    }

    /// The row one place on: loops over rows of the same index run as vector instructions, others
    /// do not.
    private static void shift(float[] from, float[] to, int n) {
        System.arraycopy(from, 1, to, 0, n);
    }

    /// Slopes along x into places 1 to n of `slopeLow`, flat beyond them and at the sides of the
    /// box; `slopeHigh` is the same a place on.
    private static void lineSlopes(
            float[] low,
            float[] high,
            float[] slopeLow,
            float[] slopeHigh,
            Scratch s,
            int n,
            boolean lowSide,
            boolean highSide) {
        shift(high, s.above, n);
        slopes(low, high, s.above, slopeHigh, n);
        slopeHigh[n] = 0;
        if (lowSide) {
            slopeHigh[0] = 0;
        }
        if (highSide) {
            slopeHigh[n - 1] = 0;
        }
        slopeLow[0] = 0;
        System.arraycopy(slopeHigh, 0, slopeLow, 1, n + 1);
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
        GasFields fields = sweep.fields;
        int at = axis == 1 ? shape.at(r.x0(), first, plane) : shape.at(r.x0(), plane, first);
        // Before the first row lies one of surroundings, without slopes.
        s.now.load(sweep.volume, fields.mass, at - stride, n);
        Arrays.fill(s.now.slope[MASS], 0, n, 0);
        for (int k = 0; k < FIELDS; k++) {
            System.arraycopy(fields.contents[k], at - stride, s.now.value[k], 0, n);
            Arrays.fill(s.now.slope[k], 0, n, 0);
        }
        for (int i = first; i <= last; i++, at += stride) {
            s.turn();
            Row low = s.before;
            Row high = s.now;
            boolean flat = i == last || (lowSide && i == first) || (highSide && i == last - 1);
            high.load(sweep.volume, fields.mass, at, n);
            moved(fields.velocity[axis], high.moved, at, n, sweep.courant);
            rowSlopes(fields.mass, low, high, MASS, s, at + stride, n, flat);
            fluxes(
                    high.moved,
                    low.value[MASS],
                    low.slope[MASS],
                    low.perVolume,
                    high.value[MASS],
                    high.slope[MASS],
                    high.perVolume,
                    high.flux[MASS],
                    n);
            for (int k = 0; k < FIELDS; k++) {
                float[] c = fields.contents[k];
                System.arraycopy(c, at, high.value[k], 0, n);
                rowSlopes(c, low, high, k, s, at + stride, n, flat);
                fluxes(
                        high.flux[MASS],
                        low.value[k],
                        low.slope[k],
                        low.perMass,
                        high.value[k],
                        high.slope[k],
                        high.perMass,
                        high.flux[k],
                        n);
                if (i > first) {
                    update(
                            low.value[k],
                            low.content,
                            low.flux[MASS],
                            high.flux[MASS],
                            low.flux[k],
                            high.flux[k],
                            s.line,
                            n);
                    System.arraycopy(s.line, 0, c, at - stride, n);
                }
                if ((lowSide && i == first) || (highSide && i == last)) {
                    gonePartial[k][slab] += (i == last ? 1 : -1) * sum(high.flux[k], n);
                }
            }
            if (i > first) {
                updateMass(low, low.moved, high.moved, low.flux[MASS], high.flux[MASS], s, n);
                System.arraycopy(s.line, 0, fields.mass, at - stride, n);
                System.arraycopy(s.above, 0, sweep.volume, at - stride, n);
            }
        }
    }

    private static void rowSlopes(
            float[] c, Row low, Row high, int k, Scratch s, int above, int n, boolean flat) {
        if (flat) {
            Arrays.fill(high.slope[k], 0, n, 0);
        } else {
            System.arraycopy(c, above, s.above, 0, n);
            slopes(low.value[k], high.value[k], s.above, high.slope[k], n);
        }
    }

    private static double sum(float[] a, int n) {
        double sum = 0;
        for (int i = 0; i < n; i++) {
            sum += a[i];
        }
        return sum;
    }

    /// Gas volume that crosses n lower faces in a cycle, over the cell's.
    private static void moved(float[] u, float[] moved, int at, int n, float courant) {
        System.arraycopy(u, at, moved, 0, n);
        for (int i = 0; i < n; i++) {
            moved[i] *= courant;
        }
    }

    /// Limited slope of each cell of a row, per cell: the smallest of twice the two differences and
    /// their mean, 0 at extrema.
    static void slopes(float[] below, float[] here, float[] above, float[] slope, int n) {
        for (int i = 0; i < n; i++) {
            float a = 2f * (here[i] - below[i]);
            float b = 2f * (above[i] - here[i]);
            float mean = 0.25f * (a + b);
            slope[i] =
                    Math.max(0f, Math.min(mean, Math.min(a, b)))
                            + Math.min(0f, Math.max(mean, Math.max(a, b)));
        }
    }

    /// What crosses n faces: the carrier that moves there times the limited value it carries. `low`
    /// rows belong to the cells below the faces, `high` ones to those above; `per` is one over the
    /// carrier in a cell.
    static void fluxes(
            float[] carrier,
            float[] low,
            float[] slopeLow,
            float[] perLow,
            float[] high,
            float[] slopeHigh,
            float[] perHigh,
            float[] flux,
            int n) {
        for (int i = 0; i < n; i++) {
            float up = Math.max(carrier[i], 0f);
            float down = Math.min(carrier[i], 0f);
            flux[i] =
                    up * (low[i] + 0.5f * (1f - up * perLow[i]) * slopeLow[i])
                            + down * (high[i] - 0.5f * (1f + down * perHigh[i]) * slopeHigh[i]);
        }
    }

    /// New content per kilogram of n cells from the fluxes of mass and content through their faces;
    /// `mass` is what they held before, over the volume of a cell.
    private static void update(
            float[] c,
            float[] mass,
            float[] massLow,
            float[] massHigh,
            float[] low,
            float[] high,
            float[] out,
            int n) {
        for (int i = 0; i < n; i++) {
            float after = mass[i] + (massLow[i] - massHigh[i]);
            out[i] = (c[i] * mass[i] + (low[i] - high[i])) / after;
        }
    }

    /// New volume of the gas in n cells into `s.above`, and its mass in a cubic metre of gas into
    /// `s.line`.
    private static void updateMass(
            Row cells,
            float[] movedLow,
            float[] movedHigh,
            float[] low,
            float[] high,
            Scratch s,
            int n) {
        float[] volume = cells.volume;
        float[] mass = cells.content;
        float[] nextVolume = s.above;
        float[] nextMass = s.line;
        for (int i = 0; i < n; i++) {
            float after = volume[i] + (movedLow[i] - movedHigh[i]);
            nextVolume[i] = after;
            nextMass[i] = (mass[i] + (low[i] - high[i])) / after;
        }
    }

    /// What is known of a row of cells and of their lower faces. Row [#MASS] of values is the mass
    /// in a cubic metre of gas.
    private static final class Row {
        final float[] volume;
        final float[] content;
        final float[] perVolume;
        final float[] perMass;
        final float[] moved;
        final float[][] value;
        final float[][] slope;
        final float[][] flux;

        Row(int length) {
            volume = new float[length];
            content = new float[length];
            perVolume = new float[length];
            perMass = new float[length];
            moved = new float[length];
            value = new float[FIELDS + 1][length];
            slope = new float[FIELDS + 1][length];
            flux = new float[FIELDS + 1][length];
        }

        /// Volume and mass of n cells, and one over each.
        void load(float[] volumes, float[] masses, int at, int n) {
            float[] density = value[MASS];
            System.arraycopy(volumes, at, volume, 0, n);
            System.arraycopy(masses, at, density, 0, n);
            for (int i = 0; i < n; i++) {
                content[i] = volume[i] * density[i];
                perVolume[i] = 1f / volume[i];
                perMass[i] = 1f / content[i];
            }
        }
    }

    /// Rows that one worker needs while it sweeps.
    private static final class Scratch {
        Row before;
        Row now;
        final float[] line;
        final float[] above;

        Scratch(int length) {
            before = new Row(length);
            now = new Row(length);
            line = new float[length];
            above = new float[length];
        }

        void turn() {
            Row row = before;
            before = now;
            now = row;
        }
    }
}
