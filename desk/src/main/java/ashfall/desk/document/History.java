package ashfall.desk.document;

import ashfall.shot.Shot;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;

/// The edits made and undone, and which state is the saved one. Knows no window.
public final class History {
    private static final Object EMPTY = new Object();

    private final Deque<Edit> done = new ArrayDeque<>();
    private final Deque<Edit> undone = new ArrayDeque<>();
    private Edit savedAfter;
    private boolean savedReachable = true;
    private boolean open;

    /// Takes up an edit that was made. While a drag is open, edits of one value become one.
    ///
    /// @param dragging is the value still being dragged?
    void add(Edit edit, boolean dragging) {
        if (!undone.isEmpty()) {
            savedReachable &= !undone.contains(savedAfter);
            undone.clear();
        }
        Optional<Edit> merged =
                open && !done.isEmpty() ? done.peek().mergedWith(edit) : Optional.empty();
        if (merged.isPresent()) {
            Edit before = done.pop();
            savedReachable &= before != savedAfter;
            done.push(merged.get());
        } else {
            done.push(edit);
        }
        open = dragging;
    }

    /// Ends a drag: the next edit is a step of its own.
    void close() {
        open = false;
    }

    /// Takes back the last edit.
    Optional<Shot> undo(Shot shot) {
        open = false;
        if (done.isEmpty()) {
            return Optional.empty();
        }
        Edit edit = done.pop();
        undone.push(edit);
        return Optional.of(edit.inverse().apply(shot));
    }

    /// Makes the last undone edit again.
    Optional<Shot> redo(Shot shot) {
        open = false;
        if (undone.isEmpty()) {
            return Optional.empty();
        }
        Edit edit = undone.pop();
        done.push(edit);
        return Optional.of(edit.apply(shot));
    }

    /// Name of the edit that [#undo] would take back, or null.
    String undoName() {
        return done.isEmpty() ? null : done.peek().name();
    }

    /// Name of the edit that [#redo] would make, or null.
    String redoName() {
        return undone.isEmpty() ? null : undone.peek().name();
    }

    /// A mark of the present state, for [#markSaved].
    Object state() {
        open = false;
        return done.isEmpty() ? EMPTY : done.peek();
    }

    /// The state of a mark is the saved one.
    void markSaved(Object state) {
        savedAfter = state == EMPTY ? null : (Edit) state;
        savedReachable = true;
    }

    boolean isSaved() {
        return savedReachable && done.peek() == savedAfter;
    }

    /// The state is one that was never saved.
    void markUnsaved() {
        savedReachable = false;
    }
}
