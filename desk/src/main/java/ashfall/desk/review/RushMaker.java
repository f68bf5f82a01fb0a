package ashfall.desk.review;

import ashfall.desk.run.Changes;
import ashfall.desk.run.Run;
import ashfall.desk.run.RunFrames;
import ashfall.grid.Frame;
import ashfall.look.Marcher;
import ashfall.look.SeenGas;
import ashfall.picture.Picture;
import ashfall.picture.Print;
import ashfall.shot.Shot;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import java.util.function.IntConsumer;

/// Draws the pictures of rushes on a thread of its own, one movie at a time.
final class RushMaker {
    private static final Logger LOG = LoggerFactory.getLogger(RushMaker.class);

    private final Workers workers;
    private final Executor ui;
    private Cancel cancel = new Cancel();

    /// Hears how a movie comes along, on the toolkit's thread.
    ///
    /// @param drawn how many pictures are whole
    /// @param ended why there is none, empty for a movie that is whole
    record Listener(IntConsumer drawn, Consumer<String> ended) {}

    RushMaker(Workers workers, Executor ui) {
        this.workers = workers;
        this.ui = ui;
    }

    /// Stops the movie in hand; nothing of it stays.
    void cancel() {
        cancel.ask();
    }

    /// Draws a movie of a run, with others that are seen with it where they have the frame.
    ///
    /// @param moments of the first run, one a picture
    void make(Rush rush, List<Run> runs, List<Double> moments, Listener listener) {
        Cancel own = new Cancel();
        cancel = own;
        Thread.ofPlatform()
                .daemon()
                .name("ashfall-rushes")
                .start(
                        () -> {
                            String problem = "";
                            try {
                                Files.createDirectories(rush.folder());
                                draw(rush, runs, moments, listener, workers.job(own));
                                rush.write();
                            } catch (Cancel.CancelledException e) {
                                clear(rush);
                                problem = "stopped";
                            } catch (IOException | RuntimeException e) {
                                LOG.error("no rushes", e);
                                clear(rush);
                                problem = "the rushes failed: " + e.getMessage();
                            }
                            String how = problem;
                            ui.execute(() -> listener.ended.accept(how));
                        });
    }

    private void draw(
            Rush rush, List<Run> runs, List<Double> moments, Listener listener, Workers job)
            throws IOException {
        List<RunFrames> read = runs.stream().map(RunFrames::new).toList();
        Shot shot = Changes.seenAs(runs.getFirst().shot(), rush.shot());
        for (int place = 0; place < moments.size(); place++) {
            List<SeenGas> gas = new ArrayList<>();
            for (int i = 0; i < read.size(); i++) {
                var moment = runs.get(i).momentFor(moments.get(place));
                if (moment.isPresent()) {
                    Frame frame = read.get(i).at(moment.getAsDouble(), false, job);
                    gas.add(SeenGas.of(frame, shot, runs.get(i).element()));
                }
            }
            if (gas.isEmpty()) {
                throw new IOException("frame " + (rush.first() + place) + " is not there");
            }
            Picture picture =
                    Marcher.quick(gas, shot, null, job)
                            .draw(rush.view(), rush.columns(), rush.rows(), 1, job);
            Print.of(picture, shot, job).writePng(rush.picture(place));
            int drawn = place + 1;
            ui.execute(() -> listener.drawn.accept(drawn));
        }
    }

    /// Takes what there is of a movie away.
    private static void clear(Rush rush) {
        try {
            rush.delete();
        } catch (IOException e) {
            LOG.warn("{} cannot be taken away", rush.folder(), e);
        }
    }
}
