package ashfall.desk.run;

import ashfall.continuity.Stake;
import ashfall.continuity.Stakes;
import ashfall.desk.document.Document;
import ashfall.firing.FiringKey;
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

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.Executor;
import java.util.stream.Stream;

/// The runs of the shot that is open: the sketch, which starts by itself a moment after an edit,
/// and the firings. Decides which one is shown. On the toolkit's thread.
public final class Runs {
    private final Document document;
    private final Sketches sketches;
    private final Playhead playhead = new Playhead();
    private final ObjectProperty<String> element = new SimpleObjectProperty<>();
    private final ObjectProperty<Fineness> fineness = new SimpleObjectProperty<>(Fineness.WORK);
    private final ReadOnlyObjectWrapper<Run> shown = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<Run> sketch = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<Run> before = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyBooleanWrapper superseded = new ReadOnlyBooleanWrapper();
    private final ReadOnlyStringWrapper problem = new ReadOnlyStringWrapper("");
    private final Firings firings;
    private final TrialRuns trials;
    private final ForeignRuns volumes;
    private List<Run> compared = List.of();
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

    private Shot differencesFrom;
    private Shot stakesFrom;
    private String stakesOf = "";
    private List<Stake> stakes = List.of();

    /// @param homeless folder for the firings of a shot that has no file yet
    public Runs(
            Document document,
            Sketcher sketcher,
            TrialRuns trials,
            FiringProcess.Launcher launcher,
            Executor ui,
            Path homeless) {
        this.document = document;
        this.trials = trials;
        this.firings = new Firings(document, element::get, launcher, ui, homeless, problem::set);
        this.volumes = new ForeignRuns(document, ui, this::volumesChanged);
        this.sketches = new Sketches(document, sketcher, element::get, this::began);
        document.shotProperty().addListener((o, was, is) -> shotChanged());
        document.shotProperty().addListener((o, was, is) -> span());
        document.draggingProperty().addListener((o, was, is) -> shotChanged());
        element.addListener((o, was, is) -> lookedAt());
        trials.newsProperty().addListener((o, was, is) -> comparedGrew());
    }

    /// Takes up the shot that was opened: its firings, and a first sketch.
    public void opened() {
        sketches.clear();
        trials.clear();
        compared = List.of();
        before.set(null);
        sketch.set(null);
        put(null);
        problem.set("");
        element.set(null);
        firings.read();
        playhead.playingProperty().set(false);
        playhead.followingProperty().set(true);
        volumes.consider();
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

    /// Fineness of the next firing.
    public ObjectProperty<Fineness> finenessProperty() {
        return fineness;
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
        if (!shot.equals(stakesFrom) || !name.equals(stakesOf)) {
            stakesFrom = shot;
            stakesOf = name;
            stakes = stakes(shot, name);
        }
        return stakes;
    }

    private static List<Stake> stakes(Shot shot, String element) {
        try {
            return Stakes.of(shot, element);
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

    /// The runs whose burn logs are seen with that of the one shown: those it is compared with,
    /// else the sketch before.
    public List<Run> beside() {
        return !compared.isEmpty()
                ? compared
                : before.get() == null ? List.of() : List.of(before.get());
    }

    /// Compares the run shown with others; with none, with the sketch before again.
    public void compareWith(List<Run> others) {
        if (!compared.equals(others)) {
            compared = List.copyOf(others);
            news.set(news.get() + 1);
        }
    }

    /// All runs that can be shown: the sketches, the firings, the trials.
    public List<Run> all() {
        List<Run> all = new ArrayList<>();
        Stream.of(sketch.get(), before.get()).filter(Objects::nonNull).forEach(all::add);
        all.addAll(firings.all());
        trials.all().stream().map(TrialRuns.Tried::run).forEach(all::add);
        all.removeIf(run -> run.log().isEmpty());
        return all;
    }

    /// Variants of the shot, sketched side by side.
    public TrialRuns trials() {
        return trials;
    }

    /// Changes whenever there is something new to see: another run is shown, it has grown, or
    /// ended.
    public ReadOnlyLongProperty newsProperty() {
        return news.getReadOnlyProperty();
    }

    /// Volumes of other programs that the shot is seen with.
    public ForeignRuns volumes() {
        return volumes;
    }

    private void volumesChanged() {
        span();
        news.set(news.get() + 1);
    }

    /// The firings of the shot.
    public Firings firings() {
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

    /// Shows a run; the element that it is of comes into view.
    public void show(Run run) {
        if (document.shot().elements().containsKey(run.element())) {
            element.set(run.element());
        }
        put(run);
    }

    /// Lets a firing go that was deleted; where it was shown, the sketch comes back.
    public void forget(Run run) {
        firings.forget(run);
        if (run.equals(shown.get())) {
            put(sketch.get());
        }
    }

    private void put(Run run) {
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
        } else if (!volumes.all().isEmpty()) {
            playhead.span(
                    Playback.of(frames).over(frames.get(Frames.FIRST), frames.get(Frames.LAST)));
        }
    }

    /// The parameters in which a run differs from the shot as it is: "air.wind was …, is …".
    public List<String> differences(Run run) {
        if (run.isForeign()) {
            return List.of();
        }
        Shot shot = document.shot();
        if (!shot.equals(differencesFrom)) {
            differencesFrom = shot;
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
        volumes.consider();
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
            put(known);
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
        put(run);
    }

    private void comparedGrew() {
        if (!compared.isEmpty()) {
            news.set(news.get() + 1);
        }
    }

    /// A sketch that is not the one shown, but may be seen with it, has grown.
    private void grownBeside(Run run) {
        if (!run.equals(shown.get())) {
            news.set(news.get() + 1);
        }
    }

    /// Runs of the other elements that are on, to be seen with the one shown: with a firing firings
    /// where there are any, else sketches. Volumes of other programs besides.
    public List<Run> others() {
        Run run = shown.get();
        List<Run> all = new ArrayList<>(volumes.all());
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
                firings.all().reversed().stream()
                        .filter(run -> run.element().equals(name) && !run.log().isEmpty())
                        .findFirst();
        Optional<Run> sketched = Optional.ofNullable(sketches.of(name));
        return (beside.isFiring() ? fired.or(() -> sketched) : sketched.or(() -> fired))
                .filter(run -> !run.equals(beside) && rate(run).equals(rate(beside)));
    }

    private static FrameRate rate(Run run) {
        return run.shot().frames().get(Frames.RATE);
    }

    /// Stops what runs.
    public void close() {
        playhead.playingProperty().set(false);
        firings.close();
        trials.close();
        volumes.close();
        sketches.close();
    }
}
