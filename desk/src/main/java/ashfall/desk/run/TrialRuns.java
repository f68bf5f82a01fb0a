package ashfall.desk.run;

import ashfall.trial.Trial;
import ashfall.work.Workers;

import javafx.beans.property.ReadOnlyLongProperty;
import javafx.beans.property.ReadOnlyLongWrapper;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.Executor;

/// Trials of the shot, sketched in turn. Those asked for last are kept until others are, or another
/// shot is opened; no edit touches them. On the toolkit's thread.
public final class TrialRuns {
    /// A trial and its run, which has no frames before its turn.
    public record Tried(Trial trial, Run run) {}

    private final Sketcher sketcher;
    private final ReadOnlyLongWrapper news = new ReadOnlyLongWrapper();
    private List<Tried> all = List.of();
    private Run making;
    private long startedNanos;

    /// @param ui where the runs' properties change
    public TrialRuns(Workers workers, Executor ui) {
        this.sketcher = new Sketcher(workers, ui);
    }

    /// Those asked for last, in their order.
    public List<Tried> all() {
        return all;
    }

    /// The trial whose run it is.
    public Optional<Trial> of(Run run) {
        return all.stream().filter(one -> one.run.equals(run)).map(Tried::trial).findFirst();
    }

    /// Changes whenever there is something new to see.
    public ReadOnlyLongProperty newsProperty() {
        return news.getReadOnlyProperty();
    }

    /// Sketches an element of each trial, one after the other; trials from before are given up.
    public void start(List<Trial> trials, String element) {
        clear();
        List<Tried> next = new ArrayList<>();
        for (Trial trial : trials) {
            Run run = Run.sketch(trial.caption(), trial.shot(), element, trials.size());
            run.sizeProperty().addListener((o, was, is) -> tell());
            run.stateProperty().addListener((o, was, is) -> ended(run));
            next.add(new Tried(trial, run));
        }
        all = List.copyOf(next);
        startedNanos = System.nanoTime();
        next();
    }

    private void next() {
        Optional<Run> due = all.stream().map(Tried::run).filter(Run::isWaiting).findFirst();
        making = due.orElse(null);
        due.ifPresent(run -> sketcher.start(run, began -> {}));
        tell();
    }

    private void ended(Run run) {
        if (run.equals(making)) {
            next();
        } else {
            tell();
        }
    }

    private void tell() {
        news.set(news.get() + 1);
    }

    public boolean isRunning() {
        return making != null;
    }

    /// How many are done, or cannot be made.
    public int done() {
        return (int) all.stream().filter(one -> !one.run.isRunning()).count();
    }

    /// Time left, s, from how quickly frames came so far; nothing before the first.
    public OptionalDouble secondsLeft() {
        long frames = all.stream().mapToLong(one -> one.run.log().size()).sum();
        if (frames == 0 || !isRunning()) {
            return OptionalDouble.empty();
        }
        long left =
                all.stream()
                        .filter(one -> one.run.isRunning())
                        .mapToLong(one -> one.run.framesAsked() - one.run.log().size())
                        .sum();
        double passed = (System.nanoTime() - startedNanos) * 1e-9;
        return OptionalDouble.of(passed / frames * left);
    }

    /// Makes no more; frames that are there stay.
    public void stop() {
        making = null;
        sketcher.stop();
        for (Tried one : all) {
            if (one.run.isRunning()) {
                one.run.end(Run.State.STOPPED, "");
            }
        }
        tell();
    }

    /// Forgets them.
    public void clear() {
        stop();
        all = List.of();
        tell();
    }

    void close() {
        clear();
        sketcher.close();
    }
}
