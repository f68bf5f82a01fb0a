package ashfall.desk.run;

import ashfall.firing.FiringRecord;
import ashfall.firing.KeptFrame;
import ashfall.firing.PictureJob;
import ashfall.firing.ShownFrames;
import ashfall.grid.Frame;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.work.Workers;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/// A sketch as finished pictures take it: the frames that are there when they are begun.
record SketchedGas(Run run) implements PictureJob.Gas {
    private static final KeptFrame IN_MEMORY = new KeptFrame("", 0, "", Map.of());

    @Override
    public String name() {
        return run.element();
    }

    @Override
    public ShownFrames frames(Shot shot, Workers workers) {
        TreeMap<Long, KeptFrame> there = new TreeMap<>();
        run.held().forEach(number -> there.put(number, IN_MEMORY));
        FiringRecord record =
                new FiringRecord(
                        run.shot().name(),
                        ShotFile.write(run.shot()),
                        run.element(),
                        run.fineness(),
                        "",
                        run.key(),
                        there.isEmpty() ? 0 : there.firstKey(),
                        List.of(),
                        there);
        return new ShownFrames(record, "the " + run.title(), this::frame, shot, workers);
    }

    private Frame frame(long number) throws IOException {
        Frame held = run.held(number);
        if (held == null) {
            throw new IOException(
                    "frame "
                            + number
                            + " of the "
                            + run.title()
                            + " was let go for want of memory");
        }
        return held;
    }
}
