package ashfall.sim;

import ashfall.burn.Burning;
import ashfall.burn.Escape;
import ashfall.gas.CellRange;
import ashfall.gas.Faces;
import ashfall.gas.Forces;
import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.gas.Projection;
import ashfall.gas.ScalarTransport;
import ashfall.gas.Strain;
import ashfall.gas.VelocityTransport;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/// A gas element while it burns. Steps belong to one thread; the same shot gives the same bits on
/// any number of threads.
///
/// The order of a step:
///
/// 1. accelerations of the gas as it is;
/// 2. sources give, fuel burns, gas cools: what a kilogram holds, and the volume V each cell's gas
///    now needs (again with half the step while some cell would grow by more than half);
/// 3. velocities take half the accelerations and the last pressure gradient, move along the flow,
///    take the other half;
/// 4. projection: ∇·u = (V − 1)/Δt;
/// 5. contents move with the projected flow, which lets exactly the excess volume out of each cell;
/// 6. temperatures from the new enthalpies.
///
/// Step 3 is the trapezoidal rule along the path (Xiu & Karniadakis 2001, J. Comput. Phys. 172:658;
/// equivalent to the reflection of Zehnder, Narain & Thomaszewski 2018): with the pressure on one
/// side only, a vortex loses most of its energy within a turn at a CFL number of 2.5.
public final class Simulation {
    private static final double CFL = 2.5;

    /// Largest growth of a cell's gas in a step, |S|Δt.
    private static final double GROWTH = 0.5;

    /// Rim around what differs from still air: wider than gas can move in a step.
    private static final int RIM = 8;

    private static final int RETRIES = 12;

    private final Setup setup;
    private final GridShape shape;
    private final Workers workers;
    private final FieldPool pool;
    private final GasLaw law;
    private final GasFields fields;
    private final List<SourceStage> sources = new ArrayList<>();
    private final Burning burning;
    private final Escape escape;
    private final Forces forces;
    private final VelocityTransport velocities;
    private final ScalarTransport scalars;
    private final Projection projection;
    private final Activity activity;
    private final float voxel;
    private final double[] partial;

    private Ledger ledger = Ledger.zero();
    private long frame;
    private double time;
    private double stepBefore;
    private CellRange warm = new CellRange(0, 0, 0, 0, 0, 0);

    /// The gas at the start of the shot: still air, or wind.
    public Simulation(Setup setup, Workers workers) {
        this.setup = setup;
        this.shape = setup.box().shape();
        this.workers = workers;
        this.pool = new FieldPool(shape);
        this.law = setup.law();
        this.voxel = (float) setup.lattice().voxel();
        this.fields = new GasFields(shape, pool, law, setup.oxygenShare(), setup.wind());
        for (SourceSettings source : setup.sources()) {
            sources.add(new SourceStage(source, setup.box(), setup.lattice()));
        }
        this.burning = new Burning(shape, workers);
        this.escape = new Escape(shape, workers);
        this.forces = new Forces(setup.box(), setup.lattice(), pool, workers);
        this.velocities = new VelocityTransport(shape, pool, workers);
        this.scalars = new ScalarTransport(shape, workers);
        this.projection = new Projection(shape, setup.sides(), setup.wind(), workers);
        this.activity = new Activity(shape, workers);
        this.partial = new double[shape.nz()];
        this.frame = setup.firstFrame() - 1;
        this.time = setup.rate().seconds(frame);
    }

    public Setup setup() {
        return setup;
    }

    /// The fields as they are: for snapshots, checkpoints and tests; not to be kept across a step.
    public GasFields fields() {
        return fields;
    }

    public Ledger ledger() {
        return ledger;
    }

    /// The last whole frame.
    public long frame() {
        return frame;
    }

    /// Shot time, s.
    public double time() {
        return time;
    }

    /// Length of the last step, s; 0 before the first.
    public double stepBefore() {
        return stepBefore;
    }

    /// Arrays of the grid's size that were ever made by the stages' pool.
    public int fieldsMade() {
        return pool.made();
    }

    /// Takes up a state that was saved: the fields have been read into [#fields()].
    public void restore(long savedFrame, double savedTime, double savedStep, Ledger savedLedger) {
        frame = savedFrame;
        time = savedTime;
        stepBefore = savedStep;
        ledger = savedLedger;
        refreshTemperature(CellRange.all(shape));
    }

    /// Advances to the next frame. Cancelling leaves the gas in the middle of a step: it must then
    /// be thrown away, or restored from a checkpoint.
    ///
    /// @throws DivergedException when the gas blew up
    public LogEntry advanceFrame(Cancel cancel) {
        long started = System.nanoTime();
        double end = setup.rate().seconds(frame + 1);
        double from = time;
        Ledger before = ledger;
        Steps steps = new Steps();
        while (time < end) {
            step(end, steps, cancel);
        }
        frame++;
        double seconds = (System.nanoTime() - started) * 1e-9;
        return entry(before, from, steps, seconds);
    }

    /// What the steps of a frame had in common.
    private static final class Steps {
        int count;
        int iterations;
        double worstDivergence;
        double worstResidual;
    }

    /// One step of at most the stability limits' length, ending at `end` at the latest.
    private void step(double end, Steps steps, Cancel cancel) {
        cancel.check();
        for (int axis = 0; axis < 3; axis++) {
            Faces.fillSpare(shape, fields.velocity[axis], axis);
        }
        Faces.fillSpare(shape, fields.temperature, -1);
        CellRange range = activeRange(end);
        Strain.find(shape, fields.velocity, range, voxel, fields.strain, workers);
        float[][] acceleration = {pool.borrow(), pool.borrow(), pool.borrow()};
        forces.accelerations(fields, law, setup.forces(), range, time, acceleration);
        double dt = stableStep(end, acceleration);
        float[] volume = pool.borrow();
        dt = sourcesAndBurning(range, volume, dt, end);
        cancel.check();
        projection.updateDensity(fields.temperature);
        moveVelocities(acceleration, (float) dt);
        cancel.check();
        for (float[] a : acceleration) {
            pool.giveBack(a);
        }
        for (SourceStage source : sources) {
            source.push(fields.velocity, time, time + dt);
        }
        project(volume, dt, steps);
        cancel.check();
        // The projection may have made the gas faster than the step was chosen for.
        double fastest = activity.largest(fields.velocity);
        int reach = 1 + (int) (fastest * dt / voxel);
        range = range.isEmpty() ? range : range.grown(Math.max(0, reach - RIM), shape);
        boolean turned = ((frame + steps.count) & 1) != 0;
        scalars.advance(fields, volume, range, voxel, (float) dt, (float) fastest, turned);
        pool.giveBack(volume);
        ledger = ledger.plus(scalars);
        refreshTemperature(range);
        warm = range;
        stepBefore = dt;
        boolean last = end - (time + dt) < 1e-9;
        time = last ? end : time + dt;
        steps.count++;
    }

    private CellRange activeRange(double end) {
        CellRange range = activity.range(fields);
        for (SourceStage source : sources) {
            if (source.isActive(time, end)) {
                range = range.union(source.range());
            }
        }
        return range.isEmpty() ? range : range.grown(RIM, shape);
    }

    private double stableStep(double end, float[][] acceleration) {
        double speed = activity.largest(fields.velocity);
        double pull = activity.largest(acceleration);
        if (!(speed < 5000)) {
            throw diverged("velocity", activity.whereLargest(fields.velocity), speed + " m/s");
        }
        double limit =
                Math.min(
                        CFL * voxel / Math.max(speed, 1e-9),
                        Math.sqrt(voxel / Math.max(pull, 1e-9)));
        double left = end - time;
        return left / Math.max(1, Math.ceil(left / limit - 1e-9));
    }

    /// Burns with the step given, or with half of it again and again until no cell grows by more
    /// than half.
    private double sourcesAndBurning(CellRange range, float[] volume, double dt, double end) {
        Arrays.fill(volume, 1);
        Arrays.fill(fields.flame, 0);
        if (range.isEmpty()) {
            return dt;
        }
        escape.update(fields, voxel);
        float[][] burnt = new float[GasFields.CONTENTS][];
        for (int k = 0; k < burnt.length; k++) {
            burnt[k] = pool.borrow();
        }
        float[] mass = pool.borrow();
        double step = dt;
        for (int attempt = 0; ; attempt++) {
            for (int k = 0; k < burnt.length; k++) {
                System.arraycopy(fields.contents[k], 0, burnt[k], 0, burnt[k].length);
            }
            System.arraycopy(fields.mass, 0, mass, 0, mass.length);
            Ledger next = ledger;
            for (SourceStage source : sources) {
                next = next.plus(source.give(burnt, mass, law, time, Math.min(end, time + step)));
            }
            Burning.Totals totals =
                    burning.burn(
                            fields,
                            law,
                            setup.burning(),
                            range,
                            burnt,
                            mass,
                            volume,
                            escape,
                            fields.flame,
                            voxel,
                            (float) step);
            if (!(totals.hottest() < 20_000)) {
                throw diverged(
                        "temperature",
                        activity.whereLargest(new float[][] {fields.temperature}),
                        totals.hottest() + " K");
            }
            if (totals.largestExpansion() <= GROWTH || attempt == RETRIES) {
                ledger = next.plus(totals);
                break;
            }
            step /= 2;
        }
        for (int k = 0; k < burnt.length; k++) {
            pool.giveBack(fields.contents[k]);
            fields.contents[k] = burnt[k];
        }
        pool.giveBack(fields.mass);
        fields.mass = mass;
        return step;
    }

    private void moveVelocities(float[][] acceleration, float dt) {
        float[][] flow = fields.velocity;
        float[][] carried = {pool.borrow(), pool.borrow(), pool.borrow()};
        // The pressure gradient of the last two steps' mean: one step's alone would ring when
        // burning sets in.
        float now = stepBefore == 0 ? 0 : (float) (0.5 * dt / stepBefore);
        float[][] beta = projection.inverseDensity();
        Faces.forEachRow(
                shape,
                workers,
                (axis, at, n) ->
                        predictRow(
                                flow[axis],
                                acceleration[axis],
                                beta[axis],
                                fields.impulse,
                                fields.impulseBefore,
                                carried[axis],
                                at,
                                n,
                                shape.stride(axis),
                                0.5f * dt,
                                now));
        float[][] moved = {pool.borrow(), pool.borrow(), pool.borrow()};
        for (int axis = 0; axis < 3; axis++) {
            Faces.fillSpare(shape, carried[axis], axis);
        }
        velocities.advance(flow, carried, moved, setup.sides(), setup.wind(), dt / voxel);
        for (int axis = 0; axis < 3; axis++) {
            addScaled(moved[axis], acceleration[axis], 0.5f * dt);
            pool.giveBack(carried[axis]);
            pool.giveBack(flow[axis]);
            fields.velocity[axis] = moved[axis];
        }
    }

    private static void predictRow(
            float[] u,
            float[] a,
            float[] beta,
            float[] impulse,
            float[] before,
            float[] out,
            int at,
            int n,
            int stride,
            float half,
            float share) {
        for (int i = at, end = at + n; i < end; i++) {
            float gradient = (impulse[i] + before[i]) - (impulse[i - stride] + before[i - stride]);
            out[i] = u[i] + half * a[i] - share * beta[i] * gradient;
        }
    }

    private void addScaled(float[] to, float[] a, float factor) {
        int sz = shape.sz();
        workers.forEachSlab(
                shape.nz() + 2,
                (slab, worker) -> {
                    for (int i = slab * sz, end = i + sz; i < end; i++) {
                        to[i] += factor * a[i];
                    }
                });
    }

    private void project(float[] volume, double dt, Steps steps) {
        float[] spare = fields.impulseBefore;
        float ratio = stepBefore == 0 ? 0 : (float) (dt / stepBefore);
        float[] old = fields.impulse;
        int sz = shape.sz();
        // Both impulses are kept at the length of the step just made, so that their mean is one of
        // pressures.
        workers.forEachSlab(
                shape.nz() + 2,
                (slab, worker) -> {
                    for (int i = slab * sz, end = i + sz; i < end; i++) {
                        old[i] *= ratio;
                        spare[i] = old[i];
                    }
                });
        Projection.Report report =
                projection.project(fields.velocity, volume, spare, law, voxel, (float) dt);
        if (!report.converged() || !(report.relative() < 1e3)) {
            throw diverged(
                    "pressure",
                    activity.whereLargest(fields.velocity),
                    "a residual of " + report.relative());
        }
        if (stepBefore == 0) {
            // The first step took the whole pressure after the move; as a predictor it counts half.
            for (int i = 0; i < spare.length; i++) {
                spare[i] *= 0.5f;
                old[i] = spare[i];
            }
        }
        fields.impulse = spare;
        fields.impulseBefore = old;
        steps.iterations += report.iterations();
        steps.worstDivergence = Math.max(steps.worstDivergence, report.largest());
        steps.worstResidual = Math.max(steps.worstResidual, report.relative());
    }

    private void refreshTemperature(CellRange range) {
        activity.temperatures(fields, law, range.union(warm));
    }

    private DivergedException diverged(String field, int[] cell, String value) {
        String cause =
                field.equals("temperature")
                        ? "heat is given faster than the gas can carry it away"
                        : field.equals("pressure")
                                ? "the gas expands too suddenly for its voxels, or no side is open"
                                : "a push or an expansion is too strong for its voxels";
        return new DivergedException(
                String.format(
                        Locale.ROOT,
                        "the gas blew up in frame %d at %.2f, %.2f, %.2f m: %s reached %s; likely"
                                + " cause: %s",
                        frame + 1,
                        setup.lattice().centre(0, setup.box().x() + cell[0]),
                        setup.lattice().centre(1, setup.box().y() + cell[1]),
                        setup.lattice().centre(2, setup.box().z() + cell[2]),
                        field,
                        value,
                        cause));
    }

    private LogEntry entry(Ledger before, double from, Steps steps, double seconds) {
        double cell = (double) voxel * voxel * voxel;
        double fuelLeft =
                activity.sum(fields.contents[GasFields.FUEL], fields.mass, partial) * cell;
        double smoke = activity.sum(fields.contents[GasFields.SOOT], fields.mass, partial) * cell;
        double enthalpy =
                activity.sum(fields.contents[GasFields.ENTHALPY], fields.mass, partial) * cell;
        int top = activity.highestAbove(fields.flame, 1000);
        return new LogEntry(
                frame,
                time,
                (ledger.heat() - before.heat()) / (time - from) / 1000,
                fuelLeft,
                ledger.fuelBurnt(),
                ledger.fuelReleased(),
                ledger.fuelGone(),
                ledger.fuelReleased() - ledger.fuelBurnt() - ledger.fuelGone() - fuelLeft,
                activity.largest(new float[][] {fields.temperature}),
                top < 0 ? 0 : (top + 1 + setup.box().y()) * (double) voxel,
                smoke,
                activity.largest(fields.velocity),
                steps.count,
                seconds,
                ledger.heat() / 1000,
                ledger.radiated() / 1000,
                ledger.enthalpyGiven() / 1000,
                enthalpy / 1000,
                ledger.enthalpyGone() / 1000,
                (ledger.enthalpyGiven()
                                + ledger.heat()
                                - ledger.radiated()
                                - ledger.enthalpyGone()
                                - enthalpy)
                        / 1000,
                ledger.sootFormed(),
                ledger.sootBurnt(),
                ledger.sootGone(),
                shape.cells(),
                steps.iterations,
                steps.worstDivergence,
                steps.worstResidual);
    }
}
