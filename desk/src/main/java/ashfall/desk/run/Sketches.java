package ashfall.desk.run;

import ashfall.desk.document.Document;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Shot;

import javafx.animation.PauseTransition;
import javafx.util.Duration;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;

/// The newest sketch of each element. A moment after an edit those that are out of date are made
/// again, one after the other: the element in view first. On the toolkit's thread.
final class Sketches {
    private static final Duration SETTLE = Duration.millis(300);

    private final Document document;
    private final Sketcher sketcher;
    private final Supplier<String> inView;
    private final Consumer<Run> began;
    private final Map<String, Run> newest = new HashMap<>();
    private final PauseTransition settle = new PauseTransition(SETTLE);
    private Run running;
    private boolean closed;

    /// @param inView name of the element in view, or null
    /// @param began is told of each sketch once its first frame is there, or once it failed
    Sketches(Document document, Sketcher sketcher, Supplier<String> inView, Consumer<Run> began) {
        this.document = document;
        this.sketcher = sketcher;
        this.inView = inView;
        this.began = began;
        settle.setOnFinished(e -> next().ifPresent(this::start));
    }

    /// Forgets the sketches of the shot before.
    void clear() {
        stop();
        newest.clear();
    }

    private void stop() {
        settle.stop();
        running = null;
        sketcher.stop();
    }

    /// The newest sketch of an element, or null without any that has a frame.
    Run of(String name) {
        Run run = find(name);
        return run == null || run.log().isEmpty() ? null : run;
    }

    /// An element that was renamed keeps its sketch.
    private Run find(String name) {
        Run found = newest.get(name);
        if (found == null) {
            Map<String, ?> all = document.shot().elements();
            found =
                    newest.values().stream()
                            .filter(run -> !all.containsKey(run.element()))
                            .filter(run -> isCurrent(run, name))
                            .findFirst()
                            .orElse(null);
            if (found != null) {
                newest.put(name, found);
            }
        }
        return found;
    }

    /// After an edit: begins what is out of date, a moment from now.
    void consider() {
        if (inView.get() == null) {
            stop();
        } else if (document.draggingProperty().get() || next().isEmpty()) {
            settle.stop();
        } else {
            settle.playFromStart();
        }
    }

    /// The element to sketch next; none while one that is wanted is being made.
    private Optional<String> next() {
        List<String> order = new ArrayList<>();
        order.add(inView.get());
        order.addAll(document.shot().elements().keySet());
        for (String name : order) {
            if (!isOn(name)) {
                continue;
            }
            boolean made = running != null && running.element().equals(name);
            Run run = made ? running : find(name);
            if (run == null || !isCurrent(run, name)) {
                return Optional.of(name);
            }
            if (made && run.isRunning()) {
                return Optional.empty();
            }
        }
        return Optional.empty();
    }

    private boolean isOn(String name) {
        var element = document.shot().elements().get(name);
        return element != null && element.gas().get(Gas.ON);
    }

    private boolean isCurrent(Run run, String name) {
        Shot shot = document.shot();
        long wanted = shot.frames().get(Frames.LAST);
        boolean longEnough = run.shot().frames().get(Frames.LAST) >= wanted;
        return longEnough
                && run.stateProperty().get() != Run.State.STOPPED
                && Sketcher.key(shot, name).differences(run.key()).isEmpty();
    }

    /// Starts a sketch of an element as it is, now.
    void start(String name) {
        settle.stop();
        if (!closed && isOn(name)) {
            Shot shot = document.shot();
            running = Run.sketch("sketch", shot, name, shot.elements().size());
            sketcher.start(running, this::begins);
        }
    }

    private void begins(Run run) {
        if (run != running) {
            return;
        }
        newest.put(run.element(), run);
        began.accept(run);
        run.stateProperty().addListener((o, was, is) -> ends(run));
        if (!run.isRunning()) {
            ends(run);
        }
    }

    private void ends(Run run) {
        if (run == running) {
            running = null;
            next().ifPresent(this::start);
        }
    }

    void close() {
        closed = true;
        stop();
        sketcher.close();
    }
}
