package ashfall.desk.train;

import ashfall.desk.run.Run;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Frames;
import ashfall.shot.Shot;
import ashfall.sim.LogEntry;
import ashfall.sim.Setup;

import java.util.List;

/// What a firing will take, from what the sketch took: time goes with the fourth power of the
/// fineness (voxels times steps).
///
/// @param seconds NaN while no sketch tells
public record Forecast(Setup.Plan plan, long frames, double seconds) {

    /// Of an element at a fineness.
    ///
    /// @param sketch with some frames, or null
    /// @throws ashfall.shot.ShotException when the bounds or voxels make no sense
    static Forecast of(Shot shot, String element, Fineness fineness, Run sketch) {
        Element gas = shot.element(element);
        Setup.Plan plan = Setup.plan(shot, gas, fineness);
        long frames = shot.frames().get(Frames.LAST) - shot.frames().get(Frames.FIRST) + 1;
        if (sketch == null || sketch.log().isEmpty()) {
            return new Forecast(plan, frames, Double.NaN);
        }
        List<LogEntry> log = sketch.log();
        // What else the machine does makes some steps slow; the quick ones tell.
        double[] perStep =
                log.stream().mapToDouble(e -> e.seconds() / e.substeps()).sorted().toArray();
        double perFrame =
                perStep[perStep.length / 4]
                        * log.stream().mapToInt(LogEntry::substeps).average().orElse(1);
        double coarser =
                sketch.shot().element(sketch.element()).voxel(sketch.fineness())
                        / plan.lattice().voxel();
        double cells = (double) plan.cells() / log.getLast().voxels();
        return new Forecast(
                plan,
                frames,
                (frames + shot.frames().get(Frames.RUN_UP))
                        * perFrame
                        * cells
                        * Math.max(0.25, coarser));
    }

    /// "40 s", "9 min", "3.5 h".
    static String time(double seconds) {
        if (Double.isNaN(seconds)) {
            return "unknown";
        }
        if (seconds < 90) {
            return Math.max(1, Math.round(seconds)) + " s";
        }
        double minutes = seconds / 60;
        return minutes < 90
                ? Math.round(minutes) + " min"
                : ashfall.shot.Unit.number(minutes / 60, 2) + " h";
    }
}
