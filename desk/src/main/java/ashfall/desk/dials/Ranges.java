package ashfall.desk.dials;

import ashfall.desk.kit.LastAsked;
import ashfall.desk.kit.Latest;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.grid.Frame;
import ashfall.look.Histogram;
import ashfall.shot.Kept;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import javafx.application.Platform;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/// What values the channels have in the frame shown, and over its run; found on a thread of its
/// own.
final class Ranges implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Ranges.class);

    /// Frames of a run that are looked at, at most.
    private static final int MOST = 8;

    /// What to look at.
    ///
    /// @param some frames of the run; none while it grows
    record Request(Run run, long frame, List<Long> some) {}

    /// What was found.
    ///
    /// @param here by channel, of the frame
    /// @param over by channel, of several frames of the run
    record Found(Request request, Map<String, Histogram> here, Map<String, Histogram> over) {
        Optional<Histogram> here(String channel) {
            return Optional.ofNullable(here.get(channel));
        }

        Optional<Histogram> over(String channel) {
            return Optional.ofNullable(over.get(channel));
        }
    }

    private static final Found NOTHING = new Found(null, Map.of(), Map.of());

    private final Runs runs;
    private final ReadOnlyObjectWrapper<Found> found = new ReadOnlyObjectWrapper<>(NOTHING);
    private final Workers workers;
    private final LastAsked<Request> work = new LastAsked<>("ashfall-ranges", this::look);
    private final Latest<Found> out = new Latest<>(Platform::runLater, found::set);
    private Request asked;

    Ranges(Runs runs, Workers workers) {
        this.runs = runs;
        this.workers = workers;
    }

    ReadOnlyObjectProperty<Found> foundProperty() {
        return found.getReadOnlyProperty();
    }

    /// Looks at the frame shown now.
    ///
    /// @param name of volumes from elsewhere that are read; any other for the run shown
    void ask(String name) {
        Run run = runs.volumes().of(name).orElse(runs.shown());
        if (run == null || run.isEmpty()) {
            asked = null;
            found.set(NOTHING);
            return;
        }
        long frame = run.shownFor(runs.playhead().frameProperty().get()).orElse(run.lastFrame());
        Request next = new Request(run, frame, run.isRunning() ? List.of() : run.some(MOST));
        if (!next.equals(asked)) {
            asked = next;
            work.ask(next);
        }
    }

    /// Is what is asked for found?
    boolean isSettled() {
        return asked == null || asked.equals(found.get().request());
    }

    private void look(Request request, Cancel own) {
        try {
            Workers job = workers.pictures(own);
            Frame shown = request.run.frame(request.frame, job);
            List<Frame> some = new ArrayList<>();
            for (long number : request.some) {
                Frame frame = request.run.has(number) ? request.run.frame(number, job) : null;
                if (frame != null) {
                    some.add(frame);
                }
            }
            Map<String, Histogram> here = new LinkedHashMap<>();
            Map<String, Histogram> over = new LinkedHashMap<>();
            for (String channel : Kept.ALL) {
                if (!channel.equals("velocity") && shown != null) {
                    Histogram.of(shown, channel).ifPresent(h -> here.put(channel, h));
                    Histogram.over(some, channel).ifPresent(h -> over.put(channel, h));
                }
            }
            out.publish(new Found(request, here, over));
        } catch (IOException e) {
            LOG.warn("frame {} cannot be looked at", request.frame, e);
            out.publish(new Found(request, Map.of(), Map.of()));
        }
    }

    @Override
    public void close() {
        work.close();
    }
}
