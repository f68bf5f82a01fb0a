package ashfall.firing;

import ashfall.grid.Lattice;
import ashfall.sim.LogEntry;
import ashfall.vdb.PackedGrid;
import ashfall.vdb.VdbReader;
import ashfall.vdb.VdbWriter;
import ashfall.work.Cancel;
import ashfall.work.Disk;
import ashfall.work.Sha256;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import java.util.zip.CRC32C;
import java.util.zip.CheckedInputStream;

/// Brings the frames of a firing to the disk while the next ones are simulated: writes each, reads
/// it back, and only then names it in the record. One frame at a time, in their order.
///
/// When the disk is full it waits for room.
final class FrameKeeper implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(FrameKeeper.class);
    private final Path folder;
    private final Disk disk;
    private final VdbWriter writer;
    private final Cancel cancel;
    private final Consumer<String> waits;
    private final Map<String, Object> about;
    private final ExecutorService thread =
            Executors.newSingleThreadExecutor(
                    task -> Thread.ofPlatform().daemon().name("ashfall-keeper").unstarted(task));
    private volatile FiringRecord record;
    private Future<?> last;

    /// A frame on its way to the disk.
    ///
    /// @param packed what its file holds, or null where it is not kept
    /// @param whole is told once it is in the record
    record Item(LogEntry entry, Lattice lattice, FramePacker.Packed packed, Runnable whole) {}

    /// @param about what each file says of the firing
    /// @param waits hears that the disk is full
    FrameKeeper(
            Path folder,
            Disk disk,
            VdbWriter writer,
            FiringRecord record,
            Map<String, Object> about,
            Cancel cancel,
            Consumer<String> waits) {
        this.folder = folder;
        this.disk = disk;
        this.writer = writer;
        this.record = record;
        this.about = about;
        this.cancel = cancel;
        this.waits = waits;
    }

    /// The record as it stands on the disk.
    FiringRecord record() {
        return record;
    }

    /// Takes a frame, once the one before is whole.
    void keep(Item item) throws IOException {
        finish();
        last =
                thread.submit(
                        () -> {
                            keepOne(item);
                            return null;
                        });
    }

    /// Waits until what was taken is whole.
    ///
    /// @throws IOException why it could not be kept
    void finish() throws IOException {
        Future<?> waited = last;
        last = null;
        if (waited == null) {
            return;
        }
        try {
            waited.get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("the firing was interrupted", e);
        } catch (ExecutionException e) {
            switch (e.getCause()) {
                case IOException io -> throw io;
                case RuntimeException other -> throw other;
                case Throwable other -> throw new IllegalStateException(other);
            }
        }
    }

    private void keepOne(Item item) throws IOException {
        LogEntry entry = item.entry;
        KeptFrame kept = item.packed == null ? null : write(item);
        FiringRecord next = record.with(entry, kept);
        whileFull(
                () -> {
                    next.write(disk, folder);
                    return null;
                });
        record = next;
        item.whole.run();
    }

    private KeptFrame write(Item item) throws IOException {
        String name = record.fileName(item.entry.frame());
        Path file = folder.resolve(name);
        Map<String, Object> entries =
                FrameFile.entries(about, item.entry.frame(), item.entry.timeS(), item.lattice);
        List<PackedGrid> grids = item.packed.grids();
        VdbWriter.Written written = whileFull(() -> writer.writePacked(file, entries, grids));
        if (item.packed.coarse() != null) {
            whileFull(
                    () -> {
                        Files.createDirectories(FiringFolder.coarse(folder));
                        Path coarse = FiringFolder.coarse(folder).resolve(name);
                        FrameFile.write(coarse, item.packed.coarse(), about, writer);
                        return null;
                    });
        }
        return new KeptFrame(
                name, written.bytes(), readBack(file, written.crc()), channels(file, grids));
    }

    /// Reads a file back: the bytes must be those that were written. Returns their digest.
    private static String readBack(Path file, int crc) throws IOException {
        MessageDigest digest = Sha256.begin();
        CRC32C sum = new CRC32C();
        try (var in =
                new CheckedInputStream(
                        new DigestInputStream(Files.newInputStream(file), digest), sum)) {
            in.transferTo(OutputStream.nullOutputStream());
        }
        if ((int) sum.getValue() != crc) {
            throw new FiringException(
                    file
                            + ": read back, it does not hold what was written; its disk cannot be"
                            + " trusted");
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    /// What a file holds, by its own structure: the channels and voxels that were given.
    private static Map<String, KeptFrame.Channel> channels(Path file, List<PackedGrid> grids)
            throws IOException {
        Map<String, KeptFrame.Channel> channels = new LinkedHashMap<>();
        Map<String, Long> voxels = VdbReader.outline(file);
        for (PackedGrid grid : grids) {
            if (!Objects.equals(voxels.get(grid.uniqueName()), grid.active())) {
                throw new FiringException(
                        file
                                + ": read back, it does not hold the "
                                + grid.active()
                                + " voxels of '"
                                + grid.name()
                                + "'; this is a fault of the program, please report it");
            }
            channels.put(
                    FrameFile.channelOf(grid.name(), grid.metadata()),
                    new KeptFrame.Channel(
                            grid.active(),
                            (double) grid.metadata().get(FrameFile.ROUNDING),
                            (double) grid.metadata().getOrDefault(FrameFile.LEFT_OUT, 0.0)));
        }
        return channels;
    }

    /// Something that writes.
    @FunctionalInterface
    interface Writing<T> {
        T run() throws IOException;
    }

    /// Writes, again and again while the disk is full, as soon as there is more room.
    <T> T whileFull(Writing<T> writing) throws IOException {
        while (true) {
            long room;
            try {
                return writing.run();
            } catch (IOException e) {
                if (!isFull(e)) {
                    throw e;
                }
                room = disk.room(folder);
                waits.accept(
                        "paused: the disk of '"
                                + folder
                                + "' is full; it goes on as soon as there is room");
            }
            while (disk.room(folder) <= room) {
                cancel.check();
                try {
                    TimeUnit.MILLISECONDS.sleep(500);
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    throw new IOException("the firing was interrupted", e);
                }
            }
        }
    }

    /// As Linux and macOS, quotas, and Windows say it.
    private static boolean isFull(IOException e) {
        String text = String.valueOf(e.getMessage());
        return text.contains("No space left")
                || text.contains("quota exceeded")
                || text.contains("not enough space");
    }

    /// Lets what was taken become whole, after something else has failed.
    @Override
    public void close() {
        try {
            finish();
        } catch (IOException | RuntimeException e) {
            LOG.error("the frame before could not be kept either", e);
        }
        thread.shutdown();
    }
}
