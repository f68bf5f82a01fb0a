package ashfall.desk.run;

import ashfall.desk.document.Document;
import ashfall.shot.Frames;

import java.util.ArrayList;
import java.util.List;

/// Which moment of which runs is shown: where the playhead is, as far as they have
/// come.
public final class Moments {
    private final Document document;
    private final Runs runs;

    public Moments(Document document, Runs runs) {
        this.document = document;
        this.runs = runs;
    }

    /// The frame that can be shown: the playhead's, or the newest before it.
    public long frame() {
        return (long) Math.floor(moment());
    }

    /// The moment that can be shown: between two frames where both are there.
    public double moment() {
        double wanted = runs.playhead().positionProperty().get();
        Run run = runs.shown();
        if (run == null || run.log().isEmpty()) {
            return wanted;
        }
        double first = run.log().getFirst().frame();
        double last = run.lastFrame();
        return run.momentFor(Math.max(first, Math.min(last, wanted))).getAsDouble();
    }

    /// The other elements at the same moment, where they have been run that far.
    public List<RunFrames.Moment> others() {
        List<RunFrames.Moment> all = new ArrayList<>();
        double moment = moment();
        for (Run run : runs.others()) {
            run.momentFor(moment).ifPresent(at -> all.add(new RunFrames.Moment(run, at)));
        }
        return all;
    }

    /// Stored seconds in a second shown.
    public double speed() {
        Playhead playhead = runs.playhead();
        return playhead.playback().speedAt(playhead.playback().shown(moment()));
    }

    /// Shot time of the playhead, s.
    public double seconds() {
        double frame = document.shot().frames().get(Frames.RATE).seconds(1);
        return runs.playhead().positionProperty().get() * frame;
    }
}
