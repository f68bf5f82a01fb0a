package ashfall.desk.run;

import ashfall.continuity.Stake;
import ashfall.continuity.Stakes;
import ashfall.desk.document.Document;
import ashfall.firing.FiringException;
import ashfall.firing.FiringKey;
import ashfall.firing.FiringRecord;
import ashfall.firing.ShownFrames;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.FrameRate;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Playback;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;

import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyLongProperty;
import javafx.beans.property.ReadOnlyLongWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ChangeListener;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executor;

/// The runs of the shot that is open: the sketch, which starts by itself a moment after an edit,
/// and the firings. Decides which one is shown. On the toolkit's thread.
public final class Runs {
    private static final Logger LOG = LoggerFactory.getLogger(Runs.class);

    private final Document document;
    private final Sketches sketches;
    private final FiringProcess.Launcher launcher;
    private final Executor ui;
    private final Path homeless;
    private final Playhead playhead = new Playhead();
    private final ObjectProperty<String> element = new SimpleObjectProperty<>();
    private final ReadOnlyObjectWrapper<Run> shown = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<Run> sketch = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<Run> before = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<Run> firing = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyBooleanWrapper superseded = new ReadOnlyBooleanWrapper();
    private final ReadOnlyStringWrapper problem = new ReadOnlyStringWrapper("");
    private final ObservableList<Run> firings = FXCollections.observableArrayList();
    private final ReadOnlyLongWrapper news = new ReadOnlyLongWrapper();
    private final ChangeListener<Number> grown =
            (o, was, is) -> {
                span();
                news.set(news.get() + 1);
            };
    private final ChangeListener<Run.State> ended = (o, was, is) -> news.set(news.get() + 1);
    private long[] watched;

    /// Of the runs, from the shot they were compared to; asked for by several regions at each edit.
    private final Map<Run, List<String>> differences = new HashMap<>();

    private Shot compared;
    private FiringProcess process;

    /// @param homeless folder for the firings of a shot that has no file yet
    public Runs(
            Document document,
            Sketcher sketcher,
            FiringProcess.Launcher launcher,
            Executor ui,
            Path homeless) {
        this.document = document;
        this.sketches = new Sketches(document, sketcher, element::get, this::began);
        this.launcher = launcher;
        this.ui = ui;
        this.homeless = homeless;
        document.shotProperty().addListener((o, was, is) -> shotChanged());
        document.shotProperty().addListener((o, was, is) -> span());
        document.draggingProperty().addListener((o, was, is) -> shotChanged());
        element.addListener((o, was, is) -> lookedAt());
    }

    /// Takes up the shot that was opened: its firings, and a first sketch.
    public void opened() {
        sketches.clear();
        before.set(null);
        sketch.set(null);
        show(null);
        problem.set("");
        element.set(null);
        readFirings();
        playhead.playingProperty().set(false);
        playhead.followingProperty().set(true);
        chooseElement();
        startSketch();
    }

    public Playhead playhead() {
        return playhead;
    }

    /// The element that is looked at, sketched and fired; null in an empty shot.
    public ObjectProperty<String> elementProperty() {
        return element;
    }

    /// The run in the fireground and on the chart, or null.
    public ReadOnlyObjectProperty<Run> shownProperty() {
        return shown.getReadOnlyProperty();
    }

    public Run shown() {
        return shown.get();
    }

    /// What is forecast and wanted of the element in view; nothing while its values fit no fire.
    public List<Stake> stakes() {
        String name = element.get();
        Shot shot = document.shot();
        if (name == null || !shot.elements().containsKey(name)) {
            return List.of();
        }
        try {
            return Stakes.of(shot, name);
        } catch (ShotException e) {
            return List.of();
        }
    }

    public ReadOnlyObjectProperty<Run> sketchProperty() {
        return sketch.getReadOnlyProperty();
    }

    /// The sketch before the one that counts, or null.
    public ReadOnlyObjectProperty<Run> beforeProperty() {
        return before.getReadOnlyProperty();
    }

    /// The firing that was made last in this window, or null.
    public ReadOnlyObjectProperty<Run> firingProperty() {
        return firing.getReadOnlyProperty();
    }

    /// Changes whenever there is something new to see: another run is shown, it has grown, or
    /// ended.
    public ReadOnlyLongProperty newsProperty() {
        return news.getReadOnlyProperty();
    }

    /// All firings of the shot, the oldest first.
    public ObservableList<Run> firings() {
        return firings;
    }

    /// Was the shown run made with other settings than the shot's?
    public ReadOnlyBooleanProperty supersededProperty() {
        return superseded.getReadOnlyProperty();
    }

    /// Why the last sketch or firing failed; empty otherwise.
    public ReadOnlyStringProperty problemProperty() {
        return problem.getReadOnlyProperty();
    }

    /// Shows a run.
    public void show(Run run) {
        if (shown.get() != null) {
            shown.get().sizeProperty().removeListener(grown);
            shown.get().stateProperty().removeListener(ended);
        }
        shown.set(run);
        if (run != null) {
            run.sizeProperty().addListener(grown);
            run.stateProperty().addListener(ended);
            span();
        }
        refreshSuperseded();
        news.set(news.get() + 1);
    }

    /// Lets the playhead go over frames of the shot, whatever has been run of them.
    public void watch(long first, long last) {
        watched = new long[] {first, last};
        span();
        long frame = playhead.frameProperty().get();
        if (frame < first || frame > last) {
            playhead.followingProperty().set(false);
            playhead.frameProperty().set(first);
        }
    }

    /// Lets it go over the frames of the run shown again.
    public void watchNoMore() {
        watched = null;
        playhead.playingProperty().set(false);
        span();
    }

    /// The playback speed is the shot's as it is; the run's frames are those it was made with.
    private void span() {
        Run run = shown.get();
        Item frames = document.shot().frames();
        if (watched != null) {
            playhead.span(Playback.of(frames).over(watched[0], watched[1]));
        } else if (run != null) {
            Item ran = ShownFrames.asShown(run.shot().frames(), frames);
            boolean none = run.sizeProperty().get() == 0;
            long done = none ? ran.get(Frames.FIRST) : run.lastFrame();
            playhead.span(Playback.of(ran).until(done));
        }
    }

    /// The parameters in which a run differs from the shot as it is: "air.wind was …, is …".
    public List<String> differences(Run run) {
        Shot shot = document.shot();
        if (!shot.equals(compared)) {
            compared = shot;
            differences.clear();
        }
        return differences.computeIfAbsent(run, one -> compare(shot, one));
    }

    private List<String> compare(Shot shot, Run run) {
        // An element that was renamed is still the one in view.
        String name = shot.elements().containsKey(run.element()) ? run.element() : element.get();
        if (name == null) {
            return List.of("the element '" + run.element() + "' is gone");
        }
        return FiringKey.of(shot, name, shot.element(name), run.fineness()).differences(run.key());
    }

    private void shotChanged() {
        chooseElement();
        refreshSuperseded();
        sketches.consider();
    }

    /// Another element is in view: what was sketched of it is shown at once.
    private void lookedAt() {
        String name = element.get();
        differences.clear();
        Run known = name == null ? null : sketches.of(name);
        if (known == null || !known.equals(sketch.get())) {
            before.set(null);
            sketch.set(known);
        }
        if (known != null) {
            show(known);
        }
        shotChanged();
    }

    private void refreshSuperseded() {
        Run run = shown.get();
        superseded.set(run != null && !differences(run).isEmpty());
    }

    private void chooseElement() {
        Map<String, Element> all = document.shot().elements();
        String name = element.get();
        if (name == null || !all.containsKey(name)) {
            element.set(all.isEmpty() ? null : all.keySet().iterator().next());
        }
    }

    /// Starts a sketch of the element in view as it is, now.
    public void startSketch() {
        if (element.get() != null) {
            sketches.start(element.get());
        }
    }

    private void began(Run run) {
        boolean inView = run.element().equals(element.get());
        String trouble = run.problemProperty().get();
        if (inView) {
            problem.set(trouble);
            run.problemProperty().addListener((o, was, is) -> problem.set(is));
        } else if (!trouble.isEmpty()) {
            problem.set("element " + run.element() + ": " + trouble);
        }
        if (run.log().isEmpty()) {
            return;
        }
        run.sizeProperty().addListener((o, was, is) -> grownBeside(run));
        if (!inView) {
            grownBeside(run);
            return;
        }
        before.set(sketch.get());
        sketch.set(run);
        run.stateProperty()
                .addListener(
                        (o, was, is) -> {
                            if (is == Run.State.DONE && playhead.followingProperty().get()) {
                                playhead.togglePlay();
                            }
                        });
        show(run);
    }

    /// A sketch that is not the one shown, but may be seen with it, has grown.
    private void grownBeside(Run run) {
        if (!run.equals(shown.get())) {
            news.set(news.get() + 1);
        }
    }

    /// Runs of the other elements that are on, to be seen with the one shown: with a firing firings
    /// where there are any, else sketches.
    public List<Run> others() {
        Run run = shown.get();
        List<Run> all = new ArrayList<>();
        if (run == null) {
            return all;
        }
        document.shot()
                .elements()
                .forEach(
                        (name, other) -> {
                            if (!name.equals(run.element()) && other.gas().get(Gas.ON)) {
                                other(name, run).ifPresent(all::add);
                            }
                        });
        return all;
    }

    private Optional<Run> other(String name, Run beside) {
        Optional<Run> fired =
                firings.reversed().stream()
                        .filter(run -> run.element().equals(name) && !run.log().isEmpty())
                        .findFirst();
        Optional<Run> sketched = Optional.ofNullable(sketches.of(name));
        return (beside.isFiring() ? fired.or(() -> sketched) : sketched.or(() -> fired))
                .filter(run -> !run.equals(beside) && rate(run).equals(rate(beside)));
    }

    private static FrameRate rate(Run run) {
        return run.shot().frames().get(Frames.RATE);
    }

    /// Where a shot's firings go.
    public Path firingsFolder() {
        Optional<Path> file = document.file();
        return file.map(
                        f ->
                                f.toAbsolutePath()
                                        .resolveSibling(
                                                f.getFileName()
                                                                .toString()
                                                                .replaceAll("\\.ashfall$", "")
                                                        + "-firings"))
                .orElse(homeless.resolve("firings"));
    }

    /// The firing that would be made next.
    ///
    /// @param after frames that are there already, when a firing that was stopped goes on; else 0
    public record Next(String title, Path folder, int after) {}

    /// Where the next firing at a fineness goes: on with one that was stopped and has the same gas,
    /// else a folder of its own.
    public Next next(Fineness fineness) {
        Shot shot = document.shot();
        FiringKey key = FiringKey.of(shot, element.get(), shot.element(element.get()), fineness);
        for (Run run : firings) {
            boolean same = run.fineness() == fineness && key.differences(run.key()).isEmpty();
            boolean whole = run.lastFrame() >= shot.frames().get(Frames.LAST);
            if (same && !whole && !run.isRunning()) {
                return new Next(run.title(), run.folder(), run.log().size());
            }
        }
        int number = 1;
        while (Files.exists(firingsFolder().resolve("firing-" + number))) {
            number++;
        }
        return new Next("firing " + number, firingsFolder().resolve("firing-" + number), 0);
    }

    /// Fires the shot as it is.
    public void fire(Fineness fineness) {
        Next next = next(fineness);
        Shot shot = document.shot();
        Run run =
                new Run(
                        next.title(),
                        shot,
                        element.get(),
                        fineness,
                        FiringKey.of(shot, element.get(), shot.element(element.get()), fineness)
                                .values(),
                        next.folder());
        problem.set("");
        run.stateProperty().addListener((o, was, is) -> problem.set(run.problemProperty().get()));
        process = new FiringProcess(launcher, run, ui);
        firings.removeIf(old -> old.folder().equals(next.folder()));
        firings.add(run);
        firing.set(run);
    }

    /// Stops the firing in hand; whole frames stay.
    public void cancelFiring() {
        if (process != null) {
            process.cancel();
        }
    }

    public boolean isFiring() {
        return firing.get() != null && firing.get().isRunning();
    }

    private void readFirings() {
        firings.clear();
        Path folder = firingsFolder();
        Thread.ofVirtual()
                .start(
                        () -> {
                            List<Run> found = firingsIn(folder);
                            ui.execute(
                                    () -> {
                                        if (firings.isEmpty() && folder.equals(firingsFolder())) {
                                            firings.setAll(found);
                                        }
                                    });
                        });
    }

    private static List<Run> firingsIn(Path folder) {
        List<Run> found = new ArrayList<>();
        if (!Files.isDirectory(folder)) {
            return found;
        }
        try (var list = Files.list(folder)) {
            list.filter(FiringRecord::isIn)
                    .sorted(
                            Comparator.comparingInt((Path f) -> f.getFileName().toString().length())
                                    .thenComparing(f -> f.getFileName().toString()))
                    .forEach(f -> readFiring(f).ifPresent(found::add));
        } catch (IOException e) {
            LOG.warn("{} cannot be listed", folder, e);
        }
        return found;
    }

    private static Optional<Run> readFiring(Path folder) {
        try {
            FiringRecord record = FiringRecord.read(folder);
            Shot shot = ShotFile.parse(record.shotJson(), folder.toString()).shot();
            Run run =
                    new Run(
                            folder.getFileName().toString().replace('-', ' '),
                            shot,
                            record.element(),
                            record.fineness(),
                            record.keyValues(),
                            folder);
            run.update(record.log(), record.files());
            boolean whole = record.lastFrame() >= shot.frames().get(Frames.LAST);
            run.end(whole ? Run.State.DONE : Run.State.STOPPED, "");
            return Optional.of(run);
        } catch (FiringException | ShotException e) {
            LOG.warn("the firing in {} cannot be read", folder, e);
            return Optional.empty();
        }
    }

    /// Stops what runs.
    public void close() {
        playhead.playingProperty().set(false);
        cancelFiring();
        sketches.close();
    }
}
