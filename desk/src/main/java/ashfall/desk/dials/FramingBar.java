package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.LastAsked;
import ashfall.desk.kit.Latest;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.grid.Frame;
import ashfall.look.Framing;
import ashfall.look.View;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.sim.LogEntry;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import javafx.application.Platform;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/// Says whether the whole effect over time fits the picture of a camera, or from which frame on it
/// passes which side; found on a thread of its own.
final class FramingBar extends Label implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(FramingBar.class);
    private static final int MOST = 16;
    private static final double ASPECT = 16 / 9.0;

    /// @param length of the run so far
    private record Request(Run run, int length, Shot shot, Item camera) {}

    private record Found(Request request, String words) {}

    private final Document document;
    private final Runs runs;
    private final Workers workers;
    private final LastAsked<Request> work = new LastAsked<>("ashfall-framing", this::look);
    private final Latest<Found> out = new Latest<>(Platform::runLater, this::show);
    private Request asked;

    FramingBar(Document document, Runs runs, Workers workers) {
        this.document = document;
        this.runs = runs;
        this.workers = workers;
        setId("framing");
        setWrapText(true);
        setMinHeight(USE_PREF_SIZE);
        getStyleClass().add("purpose");
        setTooltip(
                new Tooltip(
                        "Of all smoke that is seen over the run, in a picture of 16:9 from"
                                + " this camera"));
    }

    /// Looks through a camera.
    ///
    /// @param path of the camera
    void ask(String path) {
        Run run = runs.shown();
        Item camera = document.shot().item(path);
        if (run == null || run.log().isEmpty() || camera == null) {
            setText("");
            return;
        }
        Request next =
                new Request(run, run.isRunning() ? 0 : run.log().size(), document.shot(), camera);
        if (!next.equals(asked)) {
            asked = next;
            work.ask(next);
        }
    }

    private void show(Found found) {
        if (found.request.equals(asked)) {
            setText(found.words);
        }
    }

    private void look(Request request, Cancel own) {
        try {
            Workers job = workers.pictures(own);
            View view = View.of(request.camera);
            List<LogEntry> log = List.copyOf(request.run.log());
            Framing all = null;
            String passed = "";
            List<Long> numbers = new ArrayList<>();
            for (int i = 1; i <= MOST; i++) {
                numbers.add(log.get((log.size() * i - 1) / MOST).frame());
            }
            for (long number : numbers.stream().distinct().toList()) {
                Frame frame = request.run.has(number) ? request.run.frame(number, job) : null;
                Optional<Framing> one =
                        frame == null
                                ? Optional.empty()
                                : Framing.of(
                                        frame,
                                        request.shot.readAs(request.run.element()),
                                        view,
                                        ASPECT);
                if (one.isEmpty()) {
                    continue;
                }
                all = all == null ? one.get() : all.and(one.get());
                if (passed.isEmpty() && !one.get().passed().isEmpty()) {
                    passed =
                            "by frame "
                                    + number
                                    + " the smoke leaves the picture "
                                    + one.get().passed();
                }
            }
            out.publish(new Found(request, passed.isEmpty() ? fits(all) : passed));
        } catch (IOException | ShotException e) {
            LOG.debug("the run cannot be framed", e);
            out.publish(new Found(request, e.getMessage()));
        }
    }

    private static String fits(Framing all) {
        if (all == null) {
            return "nothing is seen in this run";
        }
        double spare =
                Math.min(
                        Math.min(all.left(), all.top()),
                        Math.min(1 - all.right(), 1 - all.bottom()));
        return String.format(
                Locale.ROOT,
                "all of the run fits, with %.0f %% of the picture to spare",
                100 * spare);
    }

    @Override
    public void close() {
        work.close();
    }
}
