package ashfall.sim;

import ashfall.gas.GasFields;
import ashfall.work.Workers;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.IntToDoubleFunction;

/// Measures what a frame did, for the burn log.
final class FrameLog {
    private final Setup setup;
    private final Room room;
    private final Workers workers;

    FrameLog(Setup setup, Room room, Workers workers) {
        this.setup = setup;
        this.room = room;
        this.workers = workers;
    }

    /// What the steps of a frame had in common.
    static final class Steps {
        final Set<String> met = new LinkedHashSet<>();
        int count;
        int iterations;
        double worstDivergence;
        double worstResidual;
    }

    /// Tells of all there is, both halves where one is the mirror image of the other.
    ///
    /// @param frameBefore the ledger at the frame's begin
    /// @param from shot time of its begin, s
    /// @param seconds that it took
    LogEntry entry(
            Simulation simulation, Ledger frameBefore, double from, Steps steps, double seconds) {
        double time = simulation.time();
        int copies = setup.copies();
        Ledger all = simulation.ledger().times(copies);
        Ledger before = frameBefore.times(copies);
        GasFields fields = room.fields;
        double gasSeconds = setup.motion().gasSeconds(from, time);
        double[] held = room.held((float) setup.lattice().voxel());
        double fuelLeft = copies * held[GasFields.FUEL];
        double smoke = copies * held[GasFields.SOOT];
        double enthalpy = copies * held[GasFields.ENTHALPY];
        FlameNeeds needs = FlameNeeds.of(fields, setup.burning().ignition(), workers);
        return new LogEntry(
                simulation.frame(),
                time,
                (all.heat() - before.heat()) / gasSeconds / 1000,
                fuelLeft,
                all.fuelBurnt(),
                all.fuelReleased(),
                all.fuelGone(),
                all.fuelReleased() - all.fuelBurnt() - all.fuelGone() - fuelLeft,
                room.activity.largest(new float[][] {fields.temperature}),
                topAbove(1000),
                smoke,
                room.activity.largest(room.fields.velocity),
                steps.count,
                seconds,
                all.heat() / 1000,
                all.radiated() / 1000,
                all.enthalpyGiven() / 1000,
                enthalpy / 1000,
                all.enthalpyGone() / 1000,
                (all.enthalpyGiven() + all.heat() - all.radiated() - all.enthalpyGone() - enthalpy)
                        / 1000,
                all.sootFormed(),
                all.sootBurnt(),
                all.sootGone(),
                room.shape.cells(),
                steps.iterations,
                steps.worstDivergence,
                steps.worstResidual,
                String.join(" ", steps.met),
                needs.hottestFuelK(),
                needs.oxygenAtHotFuel(),
                gasSeconds,
                topAbove(LogEntry.FLAME),
                shared(
                        (all.heat() - before.heat()) / gasSeconds / 1000,
                        k -> (all.heatOf().get(k) - before.heatOf().get(k)) / gasSeconds / 1000),
                shared(smoke, k -> copies * held[setup.burning().origins().soot(k + 1)]));
    }

    /// What each of the sources that are told apart has of a whole; the last the rest.
    private Map<String, Double> shared(double whole, IntToDoubleFunction part) {
        Map<String, Double> all = new LinkedHashMap<>();
        double rest = whole;
        for (int k = 0; k < setup.told().size(); k++) {
            boolean last = k == setup.told().size() - 1;
            double own = last ? Math.max(0, rest) : part.applyAsDouble(k);
            rest -= own;
            all.put(setup.told().get(k), own);
        }
        return all;
    }

    /// Highest point that releases more, m over zero; 0 without any.
    private double topAbove(float wattsPerCubicMetre) {
        int top = room.activity.highestAbove(room.fields.flame, wattsPerCubicMetre);
        return top < 0
                ? 0
                : setup.lattice().y() + (top + 1 + room.box.y()) * setup.lattice().voxel();
    }
}
