package ashfall.desk.compare;

import ashfall.desk.document.Document;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.desk.kit.Soon;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.look.View;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.work.Workers;

import javafx.application.Platform;

import java.util.List;
import java.util.function.Consumer;

/// Keeps pictures of several runs or looks at the playhead's frame, as the fireground's camera sees
/// them.
final class InStep implements AutoCloseable {
    private final Document document;
    private final Runs runs;
    private final FiregroundModel model;
    private final PlateMaker maker;
    private final Consumer<PlateMaker.Drawn> show;
    private final Soon asking = new Soon(this::askNow);
    private List<PlateMaker.Subject> all = List.of();
    private int columns;
    private int rows;
    private PlateMaker.Request asked;
    private PlateMaker.Drawn drawn;

    /// @param show is given the pictures, on the toolkit's thread
    InStep(
            Document document,
            Runs runs,
            FiregroundModel model,
            Workers workers,
            Consumer<PlateMaker.Drawn> show) {
        this.document = document;
        this.runs = runs;
        this.model = model;
        this.show = show;
        this.maker = new PlateMaker(workers, Platform::runLater, this::drawn);
        runs.playhead().positionProperty().addListener((o, was, is) -> ask());
        runs.playhead().playingProperty().addListener((o, was, is) -> ask());
        runs.newsProperty().addListener((o, was, is) -> ask());
        runs.trials().newsProperty().addListener((o, was, is) -> ask());
        model.eyeProperty().addListener((o, was, is) -> ask());
        model.cameraProperty().addListener((o, was, is) -> ask());
        model.throughCameraProperty().addListener((o, was, is) -> ask());
        document.shotProperty().addListener((o, was, is) -> ask());
    }

    /// Pictures of these runs, of so many pixels each; of none, none.
    void show(List<Run> wanted, int width, int height) {
        showAll(wanted.stream().map(PlateMaker.Subject::of).toList(), width, height);
    }

    /// Pictures of these, whatever moments they name, of so many pixels each; of none, none.
    void showAll(List<PlateMaker.Subject> wanted, int width, int height) {
        if (all.isEmpty() != wanted.isEmpty()) {
            watch(!wanted.isEmpty());
        }
        all = List.copyOf(wanted);
        columns = width;
        rows = height;
        ask();
    }

    /// The playhead goes over all frames of the shot, whatever the run in the fireground has.
    private void watch(boolean is) {
        if (is) {
            Item frames = document.shot().frames();
            runs.watch(frames.get(Frames.FIRST), frames.get(Frames.LAST));
        } else {
            runs.watchNoMore();
        }
    }

    private void ask() {
        if (!all.isEmpty() && columns > 1 && rows > 1) {
            asking.ask();
        }
    }

    private void askNow() {
        if (all.isEmpty()) {
            return;
        }
        double wanted = runs.playhead().positionProperty().get();
        View view = model.view();
        PlateMaker.Request next =
                new PlateMaker.Request(
                        all.stream().map(one -> one.at(moment(one.run(), wanted))).toList(),
                        document.shot(),
                        view,
                        columns,
                        rows,
                        runs.playhead().playingProperty().get() || runs.trials().isRunning());
        if (!next.equals(asked)) {
            asked = next;
            maker.ask(next);
        }
    }

    private static double moment(Run run, double wanted) {
        if (run.log().isEmpty()) {
            return Double.NaN;
        }
        double first = run.log().getFirst().frame();
        return run.momentFor(Math.max(wanted, first)).orElse(Double.NaN);
    }

    private void drawn(PlateMaker.Drawn done) {
        if (done.request().subjects().stream()
                .map(one -> one.at(Double.NaN))
                .toList()
                .equals(all)) {
            drawn = done;
            show.accept(done);
        }
    }

    /// Is what is shown the finest of what is asked for? Never while it plays.
    boolean isFinest() {
        return !asking.isWaiting()
                && drawn != null
                && drawn.finest()
                && drawn.request().equals(asked);
    }

    @Override
    public void close() {
        maker.close();
    }
}
