package ashfall.desk.run;

import ashfall.grid.Between;
import ashfall.grid.Frame;
import ashfall.shot.Curve;
import ashfall.shot.Gas;
import ashfall.work.Workers;

import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;

/// The frames of a run as pictures ask for them: stored ones, and those between two. What was asked
/// for last stays.
public final class RunFrames {
    /// A moment of a run.
    ///
    /// @param frame number of the frame, with the share of the way to the next
    public record Moment(Run run, double frame) {}

    /// What pictures may read.
    private static final Set<String> READ = Set.of("density", "temperature", "flame", "fuel");

    private final Run run;
    private final Map<Long, Frame> stored = new HashMap<>();
    private Frame held;
    private double heldAt;
    private boolean heldWhole;

    public RunFrames(Run run) {
        this.run = run;
    }

    /// Gas seconds in a second of the shot.
    public static Curve clock(Run run) {
        return run.shot().element(run.element()).gas().get(Gas.TIME_SCALE);
    }

    /// The frame at a moment; null where there is none.
    ///
    /// @param whole with all channels, or with those of a picture only
    /// @throws IOException when its file is damaged or gone
    public Frame at(double moment, boolean whole, Workers job) throws IOException {
        if (held == null || heldAt != moment || (whole && !heldWhole)) {
            long number = (long) Math.floor(moment);
            Frame before = read(number, job);
            Frame after = before != null && number < moment ? read(number + 1, job) : null;
            held = after == null ? before : between(before, after, moment, whole, job);
            heldAt = moment;
            heldWhole = whole || after == null;
        }
        return held;
    }

    private Frame between(Frame before, Frame after, double moment, boolean whole, Workers job) {
        Set<String> channels = whole ? before.channels().keySet() : READ;
        double seconds = clock(run).integral(before.seconds(), after.seconds());
        double share = moment - before.number();
        return Between.of(before, after, share, seconds, 1, channels, job);
    }

    /// A stored frame. The last two stay: moments between two ask for both again.
    private Frame read(long number, Workers job) throws IOException {
        Frame frame = stored.get(number);
        if (frame == null) {
            frame = run.frame(number, job);
            stored.keySet().removeIf(other -> Math.abs(other - number) > 1);
            if (frame != null) {
                stored.put(number, frame);
            }
        }
        return frame;
    }
}
