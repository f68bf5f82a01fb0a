package ashfall.desk.document;

import ashfall.shot.Shot;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;

/// Keeps what is not saved: at most a few seconds of work are lost to a crash. Writes on a thread
/// of its own.
public final class Autosave implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Autosave.class);
    private static final long SECONDS = 2;

    private record State(Shot shot, Optional<Path> file, boolean saved) {}

    private final Recovery recovery;
    private final AtomicReference<State> waiting = new AtomicReference<>();
    private final ScheduledExecutorService thread =
            Executors.newSingleThreadScheduledExecutor(
                    task -> Thread.ofPlatform().daemon().name("ashfall-autosave").unstarted(task));

    private final ScheduledFuture<?> writing;

    /// Watches a document.
    public Autosave(Document document, Recovery recovery) {
        this.recovery = recovery;
        document.shotProperty().addListener((o, was, is) -> note(document));
        document.savedProperty().addListener((o, was, is) -> note(document));
        writing = thread.scheduleWithFixedDelay(this::write, SECONDS, SECONDS, TimeUnit.SECONDS);
    }

    private void note(Document document) {
        waiting.set(new State(document.shot(), document.file(), document.savedProperty().get()));
    }

    /// Writes what waits, now.
    public void write() {
        State state = waiting.getAndSet(null);
        if (state == null) {
            return;
        }
        try {
            if (state.saved) {
                recovery.forget();
            } else {
                recovery.keep(state.shot, state.file);
            }
        } catch (IOException e) {
            LOG.warn("the shot could not be kept for recovery", e);
        }
    }

    @Override
    public void close() {
        writing.cancel(false);
        thread.shutdownNow();
        try {
            recovery.close();
        } catch (IOException e) {
            LOG.warn("the recovery folder {} could not be cleared", recovery.folder(), e);
        }
    }
}
