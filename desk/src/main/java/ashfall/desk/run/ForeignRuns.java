package ashfall.desk.run;

import ashfall.desk.document.Document;
import ashfall.firing.FiringException;
import ashfall.firing.FiringRecord;
import ashfall.firing.ForeignGas;
import ashfall.firing.FrameFile;
import ashfall.shot.Foreign;
import ashfall.shot.FrameRate;
import ashfall.shot.Frames;
import ashfall.shot.Shot;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executor;

/// The volumes of other programs that the shot is seen with, as runs that are whole. Their folders
/// are listed on threads of their own; on the toolkit's thread otherwise.
public final class ForeignRuns {
    private static final Logger LOG = LoggerFactory.getLogger(ForeignRuns.class);

    private static final String LOOKING = "looking for its files";

    /// What decides which files there are, and when each is shown.
    private record Files(String place, long later, FrameRate rate) {
        static Files of(ForeignGas gas, Shot shot) {
            return new Files(
                    gas.settings().get(Foreign.FILE),
                    gas.settings().get(Foreign.LATER),
                    shot.frames().get(Frames.RATE));
        }
    }

    /// Volumes whose folder was listed, or is being listed.
    ///
    /// @param run null where there is none
    /// @param words which frames there are, or why none
    private record Known(ForeignGas gas, Files files, Run run, String words) {}

    private final Document document;
    private final Executor ui;
    private final Runnable changed;
    private final FrameShelf shelf = new FrameShelf(FrameFile::read, Run.MOST_BYTES);
    private Map<String, Known> known = new LinkedHashMap<>();

    /// @param changed is told when there is something else to see
    ForeignRuns(Document document, Executor ui, Runnable changed) {
        this.document = document;
        this.ui = ui;
        this.changed = changed;
    }

    /// After an edit: lists the folders of volumes that are new.
    void consider() {
        Shot shot = document.shot();
        Map<String, Known> next = new LinkedHashMap<>();
        for (ForeignGas gas : ForeignGas.of(shot)) {
            Known before = known.get(gas.name());
            Files files = Files.of(gas, shot);
            if (before == null || !before.files.equals(files)) {
                Run run = before == null ? null : before.run;
                next.put(gas.name(), new Known(gas, files, run, LOOKING));
                Thread.ofVirtual().start(() -> list(gas, files, shot));
            } else if (before.gas.equals(gas)) {
                next.put(gas.name(), before);
            } else {
                Run run = before.run == null ? null : before.run.placed(gas, shot);
                next.put(gas.name(), new Known(gas, files, run, before.words));
            }
        }
        boolean same = next.equals(known);
        known = next;
        if (!same) {
            changed.run();
        }
    }

    private void list(ForeignGas gas, Files files, Shot shot) {
        Run run = null;
        String words;
        try {
            FiringRecord record = gas.record(shot);
            run = Run.foreign(gas, shot, gas.folder(), record.files(), shelf);
            words =
                    String.format(
                            Locale.ROOT,
                            "frames %d-%d, %d files in %s",
                            run.firstFrame(),
                            run.lastFrame(),
                            record.files().size(),
                            run.folder());
        } catch (FiringException e) {
            LOG.debug("no volumes", e);
            words = e.getMessage();
        }
        Known found = new Known(gas, files, run, words);
        ui.execute(() -> take(found));
    }

    private void take(Known found) {
        String name = found.gas.name();
        Known now = known.get(name);
        if (now != null && now.files.equals(found.files)) {
            Run run = found.run == null ? null : found.run.placed(now.gas, document.shot());
            known.put(name, new Known(now.gas, now.files, run, found.words));
            changed.run();
        }
    }

    /// Those that are on and have files, in the shot's order.
    public List<Run> all() {
        List<Run> all = new ArrayList<>();
        known.values().stream().map(Known::run).filter(run -> run != null).forEach(all::add);
        return all;
    }

    /// The volumes of a name; none where they are off or have no files.
    public Optional<Run> of(String name) {
        return Optional.ofNullable(known.get(name)).map(Known::run);
    }

    /// Are all folders listed?
    public boolean isSettled() {
        return known.values().stream().noneMatch(one -> one.words.equals(LOOKING));
    }

    /// Which frames there are of volumes, or why none, in words.
    public String words(String name) {
        Known one = known.get(name);
        return one == null ? "off" : one.words;
    }

    void close() {
        shelf.close();
    }
}
