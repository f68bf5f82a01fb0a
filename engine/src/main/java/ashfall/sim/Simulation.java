package ashfall.sim;

import ashfall.burn.Burning;
import ashfall.burn.Escape;
import ashfall.gas.CellRange;
import ashfall.gas.Faces;
import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.gas.Projection;
import ashfall.gas.Region;
import ashfall.gas.Solids;
import ashfall.grid.Box;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.shot.Gas;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import java.util.Arrays;
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

    /// Rim around what differs from still air: wider than gas moves in a step of [#CFL]; more is
    /// added where the projection makes it faster.
    private static final int RIM = 4;

    private static final int RETRIES = 12;

    /// m/s that no gas of a fire reaches.
    private static final double FASTEST = 5000;

    private final Setup setup;
    private final Workers workers;
    private final GasLaw law;
    private final float voxel;

    private final Momentum momentum;

    private Room room;
    private Ledger ledger = Ledger.zero();
    private long frame;
    private double time;
    private double stepBefore;

    /// K of the hottest cell in the step in hand.
    private double hottest;

    /// The gas at the start of the shot: still air, or wind.
    public Simulation(Setup setup, Workers workers) {
        this.setup = setup;
        this.workers = workers;
        this.law = setup.law();
        this.voxel = (float) setup.lattice().voxel();
        this.frame = setup.firstFrame() - 1;
        this.time = setup.rate().seconds(frame);
        this.momentum = new Momentum(setup, workers);
        this.room = new Room(setup, setup.startBox(time), time, workers);
    }

    public Setup setup() {
        return setup;
    }

    /// The fields as they are: for snapshots, checkpoints and tests; not to be kept across a step.
    public GasFields fields() {
        return room.fields;
    }

    /// The box as it is: it may follow the gas inside the bounds.
    public Box box() {
        return room.box;
    }

    /// What stands in the gas, as it is now.
    Solids solids() {
        return room.solids;
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
        return room.pool.made();
    }

    /// Still air in a given box, for a state that is to be read into [#fields()].
    public void clear(Box box, double savedTime) {
        room = new Room(setup, box, savedTime, workers);
    }

    /// Takes up a state that was saved: the fields have been read into [#fields()].
    public void restore(long savedFrame, double savedTime, double savedStep, Ledger savedLedger) {
        frame = savedFrame;
        time = savedTime;
        stepBefore = savedStep;
        ledger = savedLedger;
        room.activity.temperatures(room.fields, law, Region.all(room.shape));
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
        FrameLog.Steps steps = new FrameLog.Steps();
        while (time < end) {
            step(end, steps, cancel);
        }
        frame++;
        double seconds = (System.nanoTime() - started) * 1e-9;
        return new FrameLog(setup, room, workers).entry(this, before, from, steps, seconds);
    }

    /// One step of at most the stability limits' length, ending at `end` at the latest.
    private void step(double end, FrameLog.Steps steps, Cancel cancel) {
        cancel.check();
        Region gas = fitBox(end, steps);
        GasFields fields = room.fields;
        GridShape shape = room.shape;
        FieldPool pool = room.pool;
        for (int axis = 0; axis < 3; axis++) {
            Faces.fillSpare(shape, fields.velocity[axis], axis);
        }
        Faces.fillSpare(shape, fields.temperature, -1);
        Region region = active(gas, end);
        room.strain.find(fields.velocity, region, voxel, fields.strain);
        room.solids.calm(fields.strain);
        float[][] acceleration = {pool.borrow(), pool.borrow(), pool.borrow()};
        float stir = setup.motion().stirring(time);
        double gasTime = setup.motion().gasSeconds(0, time);
        room.forces.accelerations(fields, law, setup.forces(), region, gasTime, stir, acceleration);
        setup.draughts().addTo(acceleration, room, setup, region, time, workers);
        float[] volume = pool.borrow();
        double step = stableStep(end, acceleration, steps.count);
        step = sourcesAndBurning(region, volume, step);
        boolean last = end - (time + step) < 1e-9;
        double to = last ? end : time + step;
        double dt = setup.motion().gasSeconds(time, time + step);
        cancel.check();
        if (room.solids.isMoving()) {
            room.solids.place(setup.obstacles().at(time, to, dt / step));
            room.cooling.place(to);
            room.solids.calm(fields.strain);
        }
        float[][] wind = setup.wind().layers(time, room.box, setup.lattice());
        momentum.move(room, acceleration, wind, (float) dt, stepBefore);
        cancel.check();
        for (SourceStage source : room.sources) {
            source.push(fields.velocity, time, time + step, dt);
        }
        float[][] later = setup.wind().layers(time + step, room.box, setup.lattice());
        float left = Motion.left(setup.motion().speedHalfLife(), dt);
        if (left < 1 || !Arrays.deepEquals(wind, later)) {
            momentum.drift(room, wind, later, left);
        }
        momentum.thicken(room, dt, hottest);
        project(volume, later, dt, steps);
        cancel.check();
        // The projection may have made the gas faster than the step was chosen for.
        double fastest = fastest();
        int reach = 1 + (int) (fastest * dt / voxel);
        region = reach > RIM ? region.grown(reach - RIM).rounded() : region;
        boolean turned = ((frame + steps.count) & 1) != 0;
        room.solids.blend(fields.velocity);
        room.scalars.advance(
                fields,
                volume,
                region,
                voxel,
                (float) dt,
                (float) fastest,
                (float) hottest,
                turned);
        room.solids.unblend(fields.velocity);
        pool.giveBack(volume);
        ledger = ledger.plus(room.scalars);
        fields.temperature = pool.borrow();
        Arrays.fill(fields.temperature, (float) law.temperatureOfEnthalpy(0));
        room.activity.temperatures(fields, law, region);
        stepBefore = dt;
        time = to;
        steps.count++;
    }

    /// Lets the box follow the gas; returns what differs from still air, in its cells.
    private Region fitBox(double end, FrameLog.Steps steps) {
        Region gas = room.activity.region(room.fields);
        BoxFit fit = setup.fit();
        if (!fit.moves()) {
            return gas;
        }
        CellRange visible = room.activity.visible(room.fields).bounds();
        CellRange kept = visible;
        for (SourceStage source : room.sources) {
            if (source.isActive(time, SourceSettings.EVER)) {
                kept = kept.union(source.range(time, end));
            }
        }
        steps.met.addAll(fit.met(room.box, visible));
        Box box = fit.fitted(room.box, kept);
        if (box.equals(room.box)) {
            return gas;
        }
        Room next = new Room(setup, box, time, workers);
        next.takeOver(room);
        ledger = ledger.plusLeftOut(room.held(voxel), next.held(voxel));
        room = next;
        return room.activity.region(room.fields);
    }

    /// What differs from still air, or will by what the sources give, with a rim.
    private Region active(Region gas, double end) {
        Region region = gas;
        for (SourceStage source : room.sources) {
            if (source.isActive(time, end)) {
                region = region.with(source.range(time, end));
            }
        }
        return region.grown(RIM).rounded();
    }

    /// Largest speed along an axis, m/s.
    private double fastest() {
        double speed = room.activity.largest(room.fields.velocity);
        if (!(speed < FASTEST)) {
            throw diverged(
                    "velocity",
                    room.activity.whereLargest(room.fields.velocity),
                    String.format(Locale.ROOT, "%.0f m/s", speed));
        }
        return speed;
    }

    /// Length of the next step in shot time, s.
    private double stableStep(double end, float[][] acceleration, int taken) {
        double speed = fastest();
        double pull = room.activity.largest(acceleration);
        if (Double.isNaN(pull)) {
            throw diverged(
                    "temperature", room.activity.whereLargest(acceleration), "no number at all");
        }
        double limit =
                Math.min(
                        CFL * voxel / Math.max(speed, 1e-9),
                        Math.sqrt(voxel / Math.max(pull, 1e-9)));
        double left = end - time;
        Motion motion = setup.motion();
        double atLeast = motion.leastSteps().at(time) * left / setup.rate().seconds(1);
        double needed = left * motion.fastest(time, end) / limit;
        // A body passes no cell by: gas that it never met it could not push aside.
        double hops = left * setup.obstacles().fastest(time, end) / voxel;
        needed = Math.max(needed, Math.min(hops, Obstacles.MOST_STEPS - taken));
        if (motion.mostSteps() < Gas.MANY_STEPS) {
            needed = Math.min(needed, motion.mostSteps() - taken);
        }
        double count = Math.max(1, Math.ceil(Math.max(needed, atLeast) - 1e-9));
        if (count + taken > Gas.MANY_STEPS) {
            throw diverged(
                    "velocity",
                    room.activity.whereLargest(room.fields.velocity),
                    String.format(
                            Locale.ROOT,
                            "%.0f m/s at an acceleration of %.0f m/s², which takes more than %d"
                                    + " steps a frame",
                            speed,
                            pull,
                            Gas.MANY_STEPS));
        }
        return left / count;
    }

    /// Burns with the step given, or with half of it again and again until no cell grows by more
    /// than half.
    private double sourcesAndBurning(Region region, float[] volume, double length) {
        GasFields fields = room.fields;
        FieldPool pool = room.pool;
        Escape escape = room.escape;
        Arrays.fill(volume, 1);
        Arrays.fill(fields.flame, 0);
        hottest = law.ambient();
        if (region.isEmpty()) {
            return length;
        }
        escape.update(fields, voxel);
        float[][] burnt = new float[fields.contents.length][];
        for (int k = 0; k < burnt.length; k++) {
            burnt[k] = pool.borrow();
        }
        float[] mass = pool.borrow();
        double step = length;
        for (int attempt = 0; ; attempt++) {
            fields.copy(burnt, mass, workers);
            double dt = setup.motion().gasSeconds(time, time + step);
            Ledger next = ledger;
            for (SourceStage source : room.sources) {
                next = next.plus(source.give(burnt, mass, law, time, time + step, dt / step));
            }
            next = next.plusCooled(room.cooling.cool(burnt, mass, law, dt));
            Burning.Totals totals =
                    room.burning.burn(
                            fields,
                            law,
                            setup.burning(),
                            region,
                            burnt,
                            mass,
                            volume,
                            escape,
                            fields.flame,
                            voxel,
                            (float) dt);
            if (!(totals.hottest() < 20_000)) {
                throw diverged(
                        "temperature",
                        room.activity.whereLargest(new float[][] {fields.temperature}),
                        totals.hottest() + " K");
            }
            if (totals.largestExpansion() <= GROWTH || attempt == RETRIES) {
                ledger = next.plus(totals);
                hottest = totals.hottest();
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

    private void project(float[] volume, float[][] wind, double dt, FrameLog.Steps steps) {
        Projection.Report report = momentum.project(room, volume, wind, dt, stepBefore);
        if (!report.converged() || !(report.relative() < 1e3)) {
            throw diverged(
                    "pressure",
                    room.activity.whereLargest(room.fields.velocity),
                    "a residual of " + report.relative());
        }
        steps.iterations += report.iterations();
        steps.worstDivergence = Math.max(steps.worstDivergence, report.largest());
        steps.worstResidual = Math.max(steps.worstResidual, report.relative());
    }

    private DivergedException diverged(String field, int[] cell, String value) {
        int[] first = {room.box.x(), room.box.y(), room.box.z()};
        double[] centre = new double[3];
        for (int axis = 0; axis < 3; axis++) {
            centre[axis] = setup.lattice().centre(axis, first[axis] + cell[axis]);
        }
        return DivergedException.of(frame + 1, centre, field, value);
    }
}
