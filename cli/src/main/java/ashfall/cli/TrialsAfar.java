package ashfall.cli;

import ashfall.farm.Coordinator;
import ashfall.farm.Place;
import ashfall.farm.Task;
import ashfall.firing.FiringException;
import ashfall.firing.FiringJob;
import ashfall.firing.FiringRecord;
import ashfall.shot.ShotException;
import ashfall.trial.Trial;
import ashfall.work.Cancel;
import ashfall.work.Progress;
import ashfall.work.Workers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/// Trials that other machines make. What is whole here already is not made again.
final class TrialsAfar implements Coordinator.Listener {
    private final TrialsState state;
    private final Consumer<String> report;
    private final List<Task> tasks = new ArrayList<>();

    /// Places of the tasks among the trials.
    private final List<Integer> trials = new ArrayList<>();

    private int status;

    /// @param report is given lines for the user
    TrialsAfar(TrialsState state, Consumer<String> report) {
        this.state = state;
        this.report = report;
    }

    /// Takes up a trial.
    ///
    /// @param request what would be fired here
    void plan(int place, Trial trial, FiringJob.Request request) throws IOException {
        try {
            Optional<FiringRecord> whole = whole(request);
            if (whole.isPresent()) {
                state.done(place, whole.get());
                return;
            }
        } catch (FiringException | ShotException e) {
            fail(place, trial.caption(), e.getMessage());
            return;
        }
        trials.add(place);
        tasks.add(
                new Task(
                        trial.name(),
                        trial.caption(),
                        trial.shot(),
                        request.element(),
                        request.fineness(),
                        request.from(),
                        request.to()));
    }

    private static Optional<FiringRecord> whole(FiringJob.Request request) {
        try (Workers workers = new Workers(1)) {
            return new FiringJob(request, Long.MAX_VALUE, workers, Progress.silent(), new Cancel())
                    .whole();
        }
    }

    /// Has them made; returns the exit status.
    int run(Coordinator coordinator, Path out, Cancel cancel) throws IOException {
        if (!tasks.isEmpty()) {
            try {
                coordinator.run(tasks, out, this, cancel);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            } finally {
                state.stopped();
            }
        }
        return cancel.isAsked() ? 3 : status;
    }

    private void fail(int place, String caption, String why) throws IOException {
        status = 1;
        state.failed(place, why);
        report.accept("ashfall: " + caption + ": " + why);
    }

    /// A change that is written.
    @FunctionalInterface
    private interface Change {
        void make() throws IOException;
    }

    private static void keep(Change change) {
        try {
            change.make();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void say(int task, String what) {
        report.accept(tasks.get(task).caption() + "  " + what);
    }

    @Override
    public void began(int task, Place worker) {
        keep(() -> state.running(trials.get(task), worker.toString()));
        say(task, "on " + worker);
    }

    @Override
    public void progress(int task, String words) {
        say(task, words);
    }

    @Override
    public void done(int task, FiringRecord record) {
        keep(() -> state.done(trials.get(task), record));
        say(task, "done");
    }

    @Override
    public void failed(int task, String why) {
        keep(() -> fail(trials.get(task), tasks.get(task).caption(), why));
    }

    @Override
    public void lost(int task, Place worker) {
        keep(() -> state.waiting(trials.get(task)));
        say(task, worker + " is gone; another makes it");
    }

    @Override
    public void said(String sentence) {
        report.accept("ashfall: " + sentence);
    }
}
