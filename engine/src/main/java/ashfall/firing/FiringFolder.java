package ashfall.firing;

import ashfall.work.Disk;
import ashfall.work.WholeFile;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/// A firing's folder as the ledger sees it: how much it takes, when it was made, what was noted
/// about it; and how to be rid of it.
///
/// @param path of the folder
public record FiringFolder(Path path) {
    private static final String NOTE = "note.txt";

    /// The shot as it was fired, which a firing's process is started with.
    public static final String SHOT = "shot.ashfall";

    static final String LOCK = ".lock";

    /// Where large frames of a firing are at less detail, under their own names. Made of the
    /// frames, and no part of what is handed over.
    public static Path coarse(Path folder) {
        return folder.resolve("coarse");
    }

    /// Bytes of all its files.
    public long bytes() throws IOException {
        long sum = 0;
        for (Path file : own()) {
            sum += Files.size(file);
        }
        return sum;
    }

    /// When its last frame was made.
    public Instant made() throws IOException {
        return Files.getLastModifiedTime(path.resolve(FiringRecord.FILE)).toInstant();
    }

    /// What was noted; empty without a note.
    public String note() throws IOException {
        try {
            return Files.readString(path.resolve(NOTE)).strip();
        } catch (NoSuchFileException e) {
            return "";
        }
    }

    /// Notes something.
    public void note(String text) throws IOException {
        if (text.isBlank()) {
            Files.deleteIfExists(path.resolve(NOTE));
            return;
        }
        byte[] bytes = text.strip().getBytes(StandardCharsets.UTF_8);
        WholeFile.write(path.resolve(NOTE), List.of(ByteBuffer.wrap(bytes)));
    }

    /// Removes the firing: its record first, so that what is left after a crash is none; then its
    /// files, and the folder where nothing else is in it.
    ///
    /// @throws FiringException while it is being made
    public void delete() throws IOException {
        List<Path> files = own();
        try (FileChannel channel =
                        FileChannel.open(
                                path.resolve(LOCK),
                                StandardOpenOption.CREATE,
                                StandardOpenOption.WRITE);
                FileLock lock = channel.tryLock()) {
            if (lock == null) {
                throw beingMade(null);
            }
            for (Path file : files) {
                Files.deleteIfExists(file);
            }
        } catch (OverlappingFileLockException e) {
            throw beingMade(e);
        }
        Files.deleteIfExists(path.resolve(LOCK));
        deleteIfEmpty(coarse(path));
        deleteIfEmpty(path);
    }

    private static void deleteIfEmpty(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return;
        }
        boolean empty;
        try (var rest = Files.list(folder)) {
            empty = rest.findAny().isEmpty();
        }
        if (empty) {
            Files.delete(folder);
        }
    }

    private FiringException beingMade(Exception e) {
        return new FiringException(
                "the firing in '" + path + "' is being made; stop it before it is deleted", e);
    }

    /// The files that are the firing's, its record first.
    private List<Path> own() throws IOException {
        List<Path> all = new ArrayList<>();
        all.add(path.resolve(FiringRecord.FILE));
        for (String file : FiringRecord.read(path).files().values()) {
            all.add(path.resolve(file));
            all.add(coarse(path).resolve(file));
        }
        all.addAll(WholeFile.unfinished(coarse(path)));
        all.addAll(Checkpoint.in(path));
        all.addAll(WholeFile.unfinished(path));
        all.add(path.resolve(SHOT));
        all.add(path.resolve(NOTE));
        all.removeIf(file -> !Files.exists(file));
        return all;
    }

    /// Removes frames and recovery points, so that another firing can be made here.
    void clear(Disk disk) throws IOException {
        for (Path file : own()) {
            boolean stays = file.endsWith(SHOT) || file.endsWith(NOTE);
            if (!stays) {
                disk.remove(file);
            }
        }
    }
}
