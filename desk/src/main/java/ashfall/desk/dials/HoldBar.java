package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.document.Edit;
import ashfall.desk.kit.LastAsked;
import ashfall.desk.kit.Latest;
import ashfall.desk.kit.Tips;
import ashfall.desk.kit.ValueField;
import ashfall.desk.run.Changes;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.firing.PictureJob;
import ashfall.grid.Frame;
import ashfall.look.HeldBrightness;
import ashfall.look.Marcher;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Look;
import ashfall.shot.Shot;
import ashfall.shot.Unit;
import ashfall.sim.LogEntry;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;

/// Holds the brightness of the fire while it cools: measures the frames of the run shown on a
/// thread of its own, and lets the light of the look follow curves, in one edit.
final class HoldBar extends VBox implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(HoldBar.class);
    private static final double PLOT = 44;

    /// What to measure.
    ///
    /// @param shot with the look that is measured
    private record Request(Run run, long from, long to, double overshoot, Shot shot) {}

    /// What is measured so far.
    ///
    /// @param powers lumen by time in seconds
    /// @param seconds that it took so far
    private record Measured(
            Request request, NavigableMap<Double, Double> powers, double seconds, String problem) {
        boolean isWhole() {
            return problem.isEmpty() && powers.size() == request.to - request.from + 1;
        }
    }

    private final Document document;
    private final Runs runs;
    private final Workers workers;
    private final LastAsked<Request> work = new LastAsked<>("ashfall-hold", this::measure);
    private final Latest<Measured> out = new Latest<>(Platform::runLater, this::measured);
    private final Label problem = new Label();
    private final ValueField frames = new ValueField("hold-frames", problem, this::takeFrames);
    private final ValueField overshoot = new ValueField("hold-overshoot", problem, this::takeOver);
    private final Button hold = new Button("hold");
    private final Label said = new Label();
    private final BrightnessPlot plot = new BrightnessPlot();

    /// First and last frame as they were typed for the shot of a name; null until then.
    private long[] typed;

    private String typedFor = "";

    private double factor = 1;
    private Request asked;

    /// The light that was written last.
    private Curve written;

    HoldBar(Document document, Runs runs, Workers workers) {
        this.document = document;
        this.runs = runs;
        this.workers = workers;
        getStyleClass().add("dial");
        Label name = new Label("Hold brightness");
        name.getStyleClass().add("dial-label");
        name.setTooltip(
                Tips.of(
                        "Keeps the fire as bright as in the first of these frames, however much it"
                                + " cools: glow and blue follow curves of this picture alone, to be"
                                + " edited in the cue sheet. Measured on the element in view."));
        frames.field().setTooltip(Tips.of("Such as 30-110; the first is as bright as it is"));
        overshoot
                .field()
                .setTooltip(
                        Tips.of(
                                "How many times brighter it begins; that fades over the first sixth"
                                        + " of the frames"));
        hold.setId("hold-brightness");
        hold.setOnAction(e -> press());
        said.setId("hold-said");
        said.getStyleClass().add("purpose");
        said.setWrapText(true);
        said.setMinHeight(USE_PREF_SIZE);
        plot.setHeight(PLOT);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox first = new HBox(4, name, gap, frames);
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox second = new HBox(4, hold, space, new Label("overshoot"), overshoot);
        first.setAlignment(Pos.CENTER_LEFT);
        second.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(first, second, problem, said, plot);
        widthProperty().addListener((o, was, is) -> plot.setWidth(Math.max(0, is.doubleValue())));
        document.shotProperty().addListener((o, was, is) -> forgetWhatIsUndone());
        say("");
        show();
    }

    /// Shows the frames that are held: those typed, or from the hottest fire of the run on.
    void show() {
        long[] range = range();
        frames.show(range == null ? "" : range[0] + "-" + range[1]);
        overshoot.show(Unit.number(factor, 3));
        hold.setDisable(range == null);
    }

    private long[] range() {
        Run run = runs.shown();
        if (typed != null && typedFor.equals(document.shot().name())) {
            return typed;
        }
        if (run == null || run.log().size() < 2) {
            return null;
        }
        long last = run.lastFrame();
        long hottest =
                run.log().stream()
                        .max(Comparator.comparingDouble(LogEntry::heatReleaseKw))
                        .orElseThrow()
                        .frame();
        return new long[] {Math.min(hottest, last - 1), last};
    }

    private void takeFrames(String text) {
        typed = PictureJob.range(text);
        typedFor = document.shot().name();
        show();
    }

    private void takeOver(String text) {
        double value = Unit.NONE.parse(text);
        if (!(value > 0 && value <= 10)) {
            throw new IllegalArgumentException("the overshoot must be more than 0, at most 10");
        }
        factor = value;
        show();
    }

    /// Is nothing being measured?
    boolean isSettled() {
        return asked == null;
    }

    private void press() {
        if (asked != null) {
            work.stop();
            finish("");
            return;
        }
        long[] range = range();
        Run run = runs.shown();
        if (run == null || range == null) {
            say("there is no run to measure");
            return;
        }
        for (long frame : range) {
            if (!run.has(frame)) {
                say("frame " + frame + " is not there yet");
                return;
            }
        }
        Shot shot = Changes.seenAs(run.shot(), document.shot());
        asked = new Request(run, range[0], range[1], factor, shot);
        hold.setText("stop");
        say("measures the light of frame " + range[0]);
        work.ask(asked);
    }

    private void finish(String words) {
        asked = null;
        hold.setText("hold");
        say(words);
    }

    private void say(String words) {
        said.setText(words);
        said.setVisible(!words.isEmpty());
        said.setManaged(!words.isEmpty());
        boolean shown = written != null && asked == null && !words.isEmpty();
        plot.setVisible(shown);
        plot.setManaged(shown);
    }

    private void measure(Request request, Cancel own) {
        NavigableMap<Double, Double> powers = new TreeMap<>();
        String why = "";
        long started = System.nanoTime();
        try {
            Workers job = workers.pictures(own);
            Shot read = request.shot.readAs(request.run.element());
            for (long number = request.from; number <= request.to; number++) {
                Frame frame = request.run.frame(number, job);
                if (frame == null) {
                    throw new IOException("frame " + number + " is not there");
                }
                double power = Marcher.firePower(List.of(frame), read, job);
                powers.put(frame.seconds(), power);
                double seconds = (System.nanoTime() - started) * 1e-9;
                out.publish(new Measured(request, new TreeMap<>(powers), seconds, ""));
            }
        } catch (IOException e) {
            LOG.warn("the brightness cannot be held", e);
            why = e.getMessage();
        }
        if (!why.isEmpty()) {
            out.publish(new Measured(request, powers, 0, why));
        }
    }

    private void measured(Measured so) {
        if (!so.request.equals(asked)) {
            return;
        }
        if (!so.problem.isEmpty()) {
            finish(so.problem);
        } else if (!so.request.run.equals(runs.shown())) {
            work.stop();
            finish("another run is shown now; nothing was held");
        } else if (so.isWhole()) {
            write(so);
        } else {
            int done = so.powers.size();
            long all = so.request.to - so.request.from + 1;
            say(
                    String.format(
                            Locale.ROOT,
                            "measured %d of %d frames, %.0f s left",
                            done,
                            all,
                            so.seconds / done * (all - done)));
        }
    }

    private void write(Measured all) {
        Request request = all.request;
        Item before = request.shot.look();
        try {
            Item held = HeldBrightness.held(before, all.powers, request.overshoot);
            written = held.get(Look.GLOW);
            Item look =
                    document.shot()
                            .look()
                            .with(Look.GLOW, written)
                            .with(Look.BLUE, held.get(Look.BLUE));
            document.edit(Edit.Items.of("Hold brightness", document.shot(), Map.of("look", look)));
            BrightnessPlot.Lines lines =
                    BrightnessPlot.Lines.of(
                            all.powers, before.get(Look.GLOW), written, request.overshoot);
            plot.show(lines);
            finish(lines.words(written.points().size()));
        } catch (IllegalArgumentException e) {
            finish(e.getMessage());
        }
    }

    /// What is said of the curve counts as long as it is there.
    private void forgetWhatIsUndone() {
        boolean gone = written != null && !document.shot().look().get(Look.GLOW).equals(written);
        if (gone && asked == null) {
            written = null;
            say("");
        }
    }

    @Override
    public void close() {
        work.close();
    }
}
