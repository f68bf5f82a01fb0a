package ashfall.desk.run;

import ashfall.grid.Frame;
import ashfall.work.Workers;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;

/// Frames that were read from firings: those asked for last stay, inside a limit of memory, and the
/// next ones are read ahead while frames are asked for in their order. Asked from any thread.
final class FrameShelf {
    private static final Logger LOG = LoggerFactory.getLogger(FrameShelf.class);

    /// Frames that are read ahead at most.
    static final int AHEAD = 4;

    /// Reads a frame's file.
    @FunctionalInterface
    interface Reader {
        /// @param workers who help, or null
        Frame read(Path file, Workers workers) throws IOException;
    }

    private final Reader reader;
    private final long limit;
    private final Map<Path, Frame> held = new LinkedHashMap<>(16, 0.75f, true);
    private final Map<Path, Long> sizes = new HashMap<>();
    private final ExecutorService thread =
            Executors.newSingleThreadExecutor(
                    task -> Thread.ofPlatform().daemon().name("ashfall-ahead").unstarted(task));
    private long bytes;

    /// The frame after the one that was asked for last; null after the last.
    private Path expected;

    /// What is read ahead for; anything else that is wanted since leaves the rest unread.
    private long turn;

    /// @param limit bytes that frames take together at most; one is always held
    FrameShelf(Reader reader, long limit) {
        this.reader = reader;
        this.limit = limit;
    }

    /// A frame; read now where it is not held.
    ///
    /// @param next files of the frames after it, in their order
    Frame frame(Path file, List<Path> next, Workers workers) throws IOException {
        Frame frame = held(file);
        if (frame == null) {
            frame = reader.read(file, workers);
            hold(file, frame, file);
        }
        boolean inOrder;
        long own;
        synchronized (this) {
            inOrder = file.equals(expected);
            expected = next.isEmpty() ? null : next.getFirst();
            own = ++turn;
        }
        if (inOrder) {
            try {
                next.forEach(ahead -> thread.execute(() -> readAhead(ahead, file, own)));
            } catch (RejectedExecutionException e) {
                LOG.trace("the window is closing", e);
            }
        }
        return frame;
    }

    /// Is a frame held, so that it comes at once?
    synchronized boolean holds(Path file) {
        return held.containsKey(file);
    }

    private synchronized Frame held(Path file) {
        return held.get(file);
    }

    private void readAhead(Path file, Path shown, long own) {
        synchronized (this) {
            if (own != turn || held.containsKey(file) || bytes + largest() > limit) {
                return;
            }
        }
        try {
            hold(file, reader.read(file, null), shown);
        } catch (IOException e) {
            // It is said when the frame itself is asked for.
            LOG.debug("{} cannot be read ahead", file, e);
        }
    }

    private long largest() {
        return sizes.values().stream().mapToLong(Long::longValue).max().orElse(0);
    }

    /// @param shown the frame that is looked at: never let go
    private synchronized void hold(Path file, Frame frame, Path shown) {
        if (held.put(file, frame) == null) {
            long size = Run.bytes(frame);
            sizes.put(file, size);
            bytes += size;
        }
        Iterator<Path> oldest = held.keySet().iterator();
        while (bytes > limit && oldest.hasNext()) {
            Path old = oldest.next();
            if (!old.equals(shown) && !old.equals(file)) {
                oldest.remove();
                bytes -= sizes.remove(old);
            }
        }
    }

    /// Bytes that the frames take that are held.
    synchronized long bytes() {
        return bytes;
    }

    /// Lets the frames of a folder go: its files are others, or gone.
    synchronized void forget(Path folder) {
        held.keySet().removeIf(file -> file.startsWith(folder));
        sizes.entrySet()
                .removeIf(
                        entry -> {
                            boolean gone = entry.getKey().startsWith(folder);
                            bytes -= gone ? entry.getValue() : 0;
                            return gone;
                        });
    }

    void close() {
        thread.shutdownNow();
    }
}
