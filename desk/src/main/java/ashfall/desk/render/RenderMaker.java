package ashfall.desk.render;

import ashfall.continuity.Finding;
import ashfall.firing.FiringException;
import ashfall.firing.PictureJob;
import ashfall.picture.Print;
import ashfall.shot.ShotException;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/// Draws finished pictures on a thread of its own, after pictures that are looked at, one order at
/// a time.
final class RenderMaker implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(RenderMaker.class);

    /// A picture that is written.
    ///
    /// @param argb of the print, row by row
    record Drawn(long frame, String name, double seconds, int columns, int rows, int[] argb) {}

    /// Hears how pictures come along, on the toolkit's thread.
    interface Listener {
        void foretold(double seconds, int count);

        void drawn(Drawn picture);

        /// @param problem why not all are there; empty when they are
        void ended(String problem);
    }

    /// Hears what is found before, on the toolkit's thread.
    interface Looker {
        /// @param frames how many pictures are wanted
        /// @param problem why there can be none; empty when there can
        void looked(List<Finding> findings, int frames, String problem);
    }

    private final Workers workers;
    private final Executor ui;
    private final ExecutorService thread =
            Executors.newSingleThreadExecutor(
                    task -> Thread.ofPlatform().daemon().name("ashfall-render").unstarted(task));
    private Cancel cancel = new Cancel();

    RenderMaker(Workers workers, Executor ui) {
        this.workers = workers;
        this.ui = ui;
    }

    /// Looks what pictures of an order would lack.
    void look(PictureJob.Order order, String frames, Looker looker) {
        thread.execute(
                () -> {
                    List<Finding> findings = List.of();
                    int count = 0;
                    String problem = "";
                    try {
                        PictureJob job = new PictureJob(order, workers);
                        findings = job.findings(frames);
                        count = job.wanted(frames).size();
                    } catch (FiringException | ShotException | IllegalArgumentException e) {
                        LOG.debug("no pictures can be made", e);
                        problem = e.getMessage();
                    }
                    List<Finding> found = findings;
                    int wanted = count;
                    String why = problem;
                    ui.execute(() -> looker.looked(found, wanted, why));
                });
    }

    /// Draws the pictures of an order.
    void draw(PictureJob.Order order, String frames, Listener listener) {
        Cancel own = new Cancel();
        cancel = own;
        thread.execute(
                () -> {
                    String problem = "";
                    try {
                        Workers job = workers.job(own);
                        PictureJob all = new PictureJob(order, job);
                        all.draw(all.wanted(frames), heard(order, job, listener));
                    } catch (Cancel.CancelledException e) {
                        LOG.debug("stopped", e);
                        problem = "stopped; what is written stays";
                    } catch (IOException | RuntimeException e) {
                        LOG.warn("no pictures", e);
                        problem = String.valueOf(e.getMessage());
                    }
                    String why = problem;
                    ui.execute(() -> listener.ended(why));
                });
    }

    private PictureJob.Listener heard(PictureJob.Order order, Workers job, Listener listener) {
        return new PictureJob.Listener() {
            @Override
            public void foretold(double seconds, int count) {
                ui.execute(() -> listener.foretold(seconds, count));
            }

            @Override
            public void done(PictureJob.Done done, long last) {
                Print print = Print.of(done.picture().picture(), order.shot(), job);
                Drawn drawn =
                        new Drawn(
                                done.frame(),
                                done.name(),
                                done.seconds(),
                                print.width(),
                                print.height(),
                                print.argb(job));
                ui.execute(() -> listener.drawn(drawn));
            }
        };
    }

    /// Stops what is drawn; files that are whole stay.
    void cancel() {
        cancel.ask();
    }

    @Override
    public void close() {
        cancel.ask();
        thread.shutdownNow();
    }
}
