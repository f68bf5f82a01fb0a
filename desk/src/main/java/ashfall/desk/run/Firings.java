package ashfall.desk.run;

import ashfall.desk.document.Document;
import ashfall.firing.FiringException;
import ashfall.firing.FiringKey;
import ashfall.firing.FiringRecord;
import ashfall.firing.FrameFile;
import ashfall.shot.Fineness;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Kept;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;

import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// The firings of the shot that is open: those in its folder, and the one being made. On the
/// toolkit's thread.
public final class Firings {
    private static final Logger LOG = LoggerFactory.getLogger(Firings.class);

    /// A firing's folder: its number, and mostly its seed.
    private static final Pattern NAME = Pattern.compile("firing-(\\d{1,9})(-seed-\\d+)?");

    /// Of a key, in a folder's name.
    private static final int DIGITS = 8;

    private final Document document;
    private final Supplier<String> element;
    private final Executor ui;
    private final FiringQueue queue;
    private final FrameShelf shelf = new FrameShelf(FrameFile::read, Run.MOST_BYTES);
    private final Path homeless;
    private final Consumer<String> problem;
    private final ObservableList<Run> all = FXCollections.observableArrayList();
    private final ReadOnlyObjectWrapper<Run> newest = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyStringWrapper said = new ReadOnlyStringWrapper("");
    private boolean areRead;

    /// @param element which is fired, or null
    /// @param homeless folder for the firings of a shot that has no file yet
    /// @param problem is told why the last firing failed; nothing while it has not
    Firings(
            Document document,
            Supplier<String> element,
            FiringProcess.Launcher launcher,
            Executor ui,
            Path homeless,
            Consumer<String> problem) {
        this.document = document;
        this.element = element;
        this.ui = ui;
        this.queue = new FiringQueue(launcher, ui, newest::set, this::ended);
        this.homeless = homeless;
        this.problem = problem;
    }

    /// All, the oldest first.
    public ObservableList<Run> all() {
        return all;
    }

    /// Were those in the shot's folder looked for?
    public boolean areRead() {
        return areRead;
    }

    /// The firing that was made last in this window, or null.
    public ReadOnlyObjectProperty<Run> newestProperty() {
        return newest.getReadOnlyProperty();
    }

    /// The folder for pictures of a run: beside a firing; of sketches of the same gas one and the
    /// same; of volumes from elsewhere by their name.
    public Path pictures(Run run) {
        if (run.isFiring()) {
            return run.folder().resolveSibling(run.folder().getFileName() + "-pictures");
        }
        String name =
                run.isForeign()
                        ? run.title()
                        : "sketch-" + new FiringKey(run.key()).hash().substring(0, DIGITS);
        return folder().resolve(name + "-pictures");
    }

    /// Where a shot's firings go.
    private Path folder() {
        return document.folder("firings", homeless);
    }

    /// The firing that would be made next.
    ///
    /// @param after frames that are there already, when a firing that was stopped goes on; else 0
    public record Next(String title, Path folder, int after) {}

    /// Where the next firing at a fineness goes: on with one that was stopped, has the same gas and
    /// keeps the same of it, else a folder of its own.
    public Next next(Fineness fineness) {
        Shot shot = document.shot();
        FiringKey key = FiringKey.of(shot, element.get(), shot.element(element.get()), fineness);
        Item gas = shot.element(element.get()).gas();
        for (Run run : all) {
            boolean same =
                    run.fineness() == fineness
                            && key.differences(run.key()).isEmpty()
                            && Kept.differences(run.gas(), gas).isEmpty();
            boolean whole = run.lastFrame() >= shot.frames().get(Frames.LAST);
            if (same && !whole && !run.isRunning()) {
                return new Next(run.title(), run.folder(), run.log().size());
            }
        }
        long seed = gas.get(Gas.SEED);
        int last = lastNumber(folder());
        for (Run run : all) {
            last = Math.max(last, number(run.folder().getFileName().toString()));
        }
        String name = "firing-" + (last + 1) + "-seed-" + seed;
        return new Next(title(name), folder().resolve(name), 0);
    }

    /// "firing 3 seed 42" of a folder's name.
    private static String title(String name) {
        return name.replace('-', ' ');
    }

    /// The largest number that a firing in a folder has; 0 without any.
    private static int lastNumber(Path folder) {
        String[] names = folder.toFile().list();
        return names == null ? 0 : Arrays.stream(names).mapToInt(Firings::number).max().orElse(0);
    }

    private static int number(String name) {
        Matcher matcher = NAME.matcher(name);
        return matcher.matches() ? Integer.parseInt(matcher.group(1)) : 0;
    }

    /// Bytes that are free where a folder is or will be; NaN where that cannot be told. Slow: not
    /// on the toolkit's thread.
    public static double freeBytes(Path folder) {
        Path at = folder.toAbsolutePath();
        while (at != null && !Files.exists(at)) {
            at = at.getParent();
        }
        try {
            return at == null ? Double.NaN : Files.getFileStore(at).getUsableSpace();
        } catch (IOException e) {
            LOG.warn("the free space of {} is not known", folder, e);
            return Double.NaN;
        }
    }

    /// Fires the shot as it is: now, or after the firings that were asked for before. A shot that
    /// has a file is saved before.
    public void start(Fineness fineness) {
        Next next = next(fineness);
        Shot shot = document.shot();
        Run run =
                Run.firing(
                        next.title(),
                        shot,
                        element.get(),
                        fineness,
                        FiringKey.of(shot, element.get(), shot.element(element.get()), fineness)
                                .values(),
                        next.folder(),
                        shelf);
        problem.accept("");
        run.problemProperty().addListener((o, was, is) -> problem.accept(is));
        save();
        shelf.forget(next.folder());
        all.removeIf(old -> old.folder().equals(next.folder()));
        all.add(run);
        queue.add(run);
    }

    /// What is not saved would be lost with the machine that a heavy firing brings down; a shot
    /// without a file is kept by the recovery.
    private void save() {
        Optional<Path> file = document.file();
        if (file.isPresent() && !document.savedProperty().get()) {
            document.saveAs(file.get(), ui, () -> {}, problem);
        }
    }

    private void ended(Run run) {
        save();
        int left = queue.waiting().size() + (isRunning() ? 1 : 0);
        String how =
                switch (run.stateProperty().get()) {
                    case DONE -> " is whole, ";
                    case STOPPED -> " was stopped after ";
                    default -> " failed after ";
                };
        int frames = run.log().size();
        said.set(
                run.title()
                        + how
                        + (frames == 1 ? "1 frame" : frames + " frames")
                        + (left == 0
                                ? ""
                                : left == 1 ? "; 1 more to make" : "; " + left + " more to make"));
    }

    /// How the firing that ended last came out, in one sentence.
    public ReadOnlyStringProperty saidProperty() {
        return said.getReadOnlyProperty();
    }

    /// Firings that wait for their turn, the next first.
    public List<Run> waiting() {
        return queue.waiting();
    }

    /// Makes a firing that waits the next.
    public void putFirst(Run run) {
        queue.putFirst(run);
    }

    /// Stops the firing in hand; whole frames stay, and the next begins.
    public void cancel() {
        queue.cancel();
    }

    /// Stops the firing in hand, and none begins any more.
    void close() {
        queue.close();
        shelf.close();
    }

    public boolean isRunning() {
        return newest.get() != null && newest.get().isRunning();
    }

    void forget(Run run) {
        queue.remove(run);
        all.remove(run);
        shelf.forget(run.folder());
        if (run.equals(newest.get())) {
            newest.set(null);
        }
    }

    void read() {
        all.clear();
        areRead = false;
        Path folder = folder();
        Thread.ofVirtual()
                .start(
                        () -> {
                            List<Run> found = in(folder);
                            ui.execute(
                                    () -> {
                                        if (folder.equals(folder())) {
                                            areRead = true;
                                            if (all.isEmpty()) {
                                                all.setAll(found);
                                            }
                                        }
                                    });
                        });
    }

    private List<Run> in(Path folder) {
        List<Run> found = new ArrayList<>();
        if (!Files.isDirectory(folder)) {
            return found;
        }
        try (var list = Files.list(folder)) {
            list.filter(FiringRecord::isIn)
                    .sorted(
                            Comparator.comparingInt((Path f) -> number(f.getFileName().toString()))
                                    .thenComparing(f -> f.getFileName().toString()))
                    .forEach(f -> readOne(f).ifPresent(found::add));
        } catch (IOException e) {
            LOG.warn("{} cannot be listed", folder, e);
        }
        return found;
    }

    private Optional<Run> readOne(Path folder) {
        try {
            FiringRecord record = FiringRecord.read(folder);
            Shot shot = ShotFile.parse(record.shotJson(), folder.toString()).shot();
            Run run =
                    Run.firing(
                            title(folder.getFileName().toString()),
                            shot,
                            record.element(),
                            record.fineness(),
                            record.keyValues(),
                            folder,
                            shelf);
            run.update(record.log(), record.files());
            boolean whole = record.lastFrame() >= shot.frames().get(Frames.LAST);
            run.end(whole ? Run.State.DONE : Run.State.STOPPED, "");
            return Optional.of(run);
        } catch (FiringException | ShotException e) {
            LOG.warn("the firing in {} cannot be read", folder, e);
            return Optional.empty();
        }
    }
}
