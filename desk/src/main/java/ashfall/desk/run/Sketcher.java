package ashfall.desk.run;

import ashfall.firing.FiringKey;
import ashfall.grid.Frame;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Frames;
import ashfall.shot.Kept;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.sim.DivergedException;
import ashfall.sim.LogEntry;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.sim.Snapshot;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.util.List;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;

/// Makes sketches: runs that are not kept, in this process, one at a time on a thread of its own.
/// The run made last is the one that counts; starting another stops it.
public final class Sketcher implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Sketcher.class);
    private static final Kept ALL = Kept.everything(Kept.ALL, List.of());

    private final Workers workers;
    private final Executor ui;
    private final ExecutorService thread =
            Executors.newSingleThreadExecutor(
                    task -> Thread.ofPlatform().daemon().name("ashfall-sketch").unstarted(task));
    private Cancel cancel = new Cancel();

    /// @param ui where the run's properties change
    public Sketcher(Workers workers, Executor ui) {
        this.workers = workers;
        this.ui = ui;
    }

    /// What decides the gas of a sketch.
    public static FiringKey key(Shot shot, String elementName) {
        Element element = shot.element(elementName);
        return FiringKey.of(shot, elementName, element, Fineness.SKETCH);
    }

    /// Makes a run; the one before is stopped.
    ///
    /// @param run without frames, of [Run#sketch]
    /// @param began is told once its first frame is there, or once it failed
    void start(Run run, Consumer<Run> began) {
        stop();
        Cancel own = new Cancel();
        cancel = own;
        thread.execute(() -> simulate(run, own, began));
    }

    /// Stops the run in hand; its frames stay.
    public void stop() {
        cancel.ask();
    }

    private void simulate(Run run, Cancel own, Consumer<Run> began) {
        try {
            Workers job = workers.job(own);
            Element element = run.shot().element(run.element());
            Setup.plan(run.shot(), element, Fineness.SKETCH)
                    .requireFits(Runtime.getRuntime().maxMemory() / 2);
            Simulation simulation =
                    new Simulation(Setup.of(run.shot(), element, Fineness.SKETCH), job);
            long last = run.shot().frames().get(Frames.LAST);
            boolean first = true;
            while (simulation.frame() < last) {
                LogEntry entry = simulation.advanceFrame(own);
                Frame frame = Snapshot.of(simulation, ALL, job);
                boolean announce = first;
                first = false;
                ui.execute(
                        () -> {
                            run.add(frame, entry);
                            if (announce) {
                                began.accept(run);
                            }
                        });
            }
            ui.execute(() -> run.end(Run.State.DONE, ""));
        } catch (Cancel.CancelledException e) {
            ui.execute(() -> run.end(Run.State.STOPPED, ""));
        } catch (ShotException | DivergedException e) {
            fail(run, e.getMessage(), began);
        } catch (RuntimeException | OutOfMemoryError e) {
            LOG.error("the sketch failed", e);
            String why =
                    e instanceof OutOfMemoryError
                            ? "there is not enough memory for the sketch; make its voxels larger"
                            : "the sketch failed by a fault of the program: " + e;
            fail(run, why, began);
        }
    }

    private void fail(Run run, String why, Consumer<Run> began) {
        ui.execute(
                () -> {
                    run.end(Run.State.FAILED, why);
                    began.accept(run);
                });
    }

    @Override
    public void close() {
        stop();
        thread.shutdown();
    }
}
