package ashfall.desk.document;

import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.work.WholeFile;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/// Autosaved shots: one folder a window, locked while the window lives. A folder that nobody locks
/// and that holds a shot was left by a crash.
///
/// `shot.ashfall` is the shot as it was, `origin.txt` the file it came from (empty when it never
/// had one). May be used from any one thread.
public final class Recovery implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Recovery.class);
    private static final String SHOT = "shot.ashfall";
    private static final String ORIGIN = "origin.txt";
    private static final String LOCK = ".lock";

    /// A shot that a crash left.
    ///
    /// @param origin its file, where it had one
    public record Left(Path folder, Shot shot, Optional<Path> origin, long savedMillis) {}

    private final Path folder;
    private final FileChannel lockFile;
    private final FileLock lock;

    /// Makes this window's folder below a folder.
    public Recovery(Path below) {
        this.folder = below.resolve(UUID.randomUUID().toString());
        try {
            Files.createDirectories(folder);
            lockFile =
                    FileChannel.open(
                            folder.resolve(LOCK),
                            StandardOpenOption.CREATE,
                            StandardOpenOption.WRITE);
            lock = lockFile.lock();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /// This window's folder; firings of a shot without a file go below it.
    public Path folder() {
        return folder;
    }

    /// Writes the shot as it is, whole or not at all.
    public synchronized void keep(Shot shot, Optional<Path> origin) throws IOException {
        if (!lock.isValid()) {
            return;
        }
        String from = origin.map(p -> p.toAbsolutePath().toString()).orElse("");
        write(ORIGIN, from);
        write(SHOT, ShotFile.write(shot));
    }

    private void write(String name, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        WholeFile.write(folder.resolve(name), List.of(ByteBuffer.wrap(bytes)));
    }

    /// Forgets the shot: it is saved, or the user let it go.
    public synchronized void forget() throws IOException {
        Files.deleteIfExists(folder.resolve(SHOT));
        Files.deleteIfExists(folder.resolve(ORIGIN));
    }

    /// Shots that crashes left below a folder, the newest first.
    public static List<Left> left(Path below) {
        List<Left> found = new ArrayList<>();
        if (!Files.isDirectory(below)) {
            return found;
        }
        try (var folders = Files.list(below)) {
            folders.filter(f -> Files.isRegularFile(f.resolve(SHOT)) && !isLocked(f))
                    .forEach(f -> read(f).ifPresent(found::add));
        } catch (IOException e) {
            LOG.warn("the recovery folder {} cannot be listed", below, e);
        }
        found.sort((a, b) -> Long.compare(b.savedMillis, a.savedMillis));
        return found;
    }

    private static boolean isLocked(Path folder) {
        try (FileChannel channel =
                        FileChannel.open(
                                folder.resolve(LOCK),
                                StandardOpenOption.CREATE,
                                StandardOpenOption.WRITE);
                FileLock probe = channel.tryLock()) {
            return probe == null;
        } catch (OverlappingFileLockException e) {
            return true;
        } catch (IOException e) {
            LOG.warn("{} cannot be looked at", folder, e);
            return true;
        }
    }

    private static Optional<Left> read(Path folder) {
        try {
            Path file = folder.resolve(SHOT);
            String origin =
                    Files.exists(folder.resolve(ORIGIN))
                            ? Files.readString(folder.resolve(ORIGIN))
                            : "";
            return Optional.of(
                    new Left(
                            folder,
                            ShotFile.read(file).shot(),
                            origin.isBlank() ? Optional.empty() : Optional.of(Path.of(origin)),
                            Files.getLastModifiedTime(file).toMillis()));
        } catch (IOException | ShotException e) {
            LOG.warn("what was kept in {} cannot be read", folder, e);
            return Optional.empty();
        }
    }

    /// Lets a shot that a crash left go.
    public static void discard(Left left) throws IOException {
        Files.deleteIfExists(left.folder.resolve(SHOT));
        Files.deleteIfExists(left.folder.resolve(ORIGIN));
        removeIfEmpty(left.folder);
    }

    private static void removeIfEmpty(Path folder) throws IOException {
        Files.deleteIfExists(folder.resolve(LOCK));
        try (var rest = Files.list(folder)) {
            if (rest.findAny().isPresent()) {
                return;
            }
        }
        Files.delete(folder);
    }

    /// Ends a window's life in good order: nothing is left to recover. Firings made there stay.
    @Override
    public synchronized void close() throws IOException {
        forget();
        lock.release();
        lockFile.close();
        removeIfEmpty(folder);
    }
}
