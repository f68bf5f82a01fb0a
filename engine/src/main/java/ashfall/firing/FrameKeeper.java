package ashfall.firing;

import ashfall.grid.Lattice;
import ashfall.sim.LogEntry;
import ashfall.vdb.PackedGrid;
import ashfall.vdb.VdbReader;
import ashfall.vdb.VdbStats;
import ashfall.vdb.VdbWriter;
import ashfall.work.Cancel;
import ashfall.work.Disk;
import ashfall.work.Sha256;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;

/// Brings the frames of a firing to the disk while the next ones are simulated: writes each, reads
/// it back, and only then names it in the record. One frame at a time, in their order.
///
/// When the disk is full it waits for room.
final class FrameKeeper implements AutoCloseable {
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
    /// @param grids what its file holds, or null where it is not kept
    /// @param whole is told once it is in the record
    record Item(LogEntry entry, Lattice lattice, List<PackedGrid> grids, Runnable whole) {}

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
        KeptFrame kept = item.grids == null ? null : write(item);
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
        VdbWriter.Written written = whileFull(() -> writer.writePacked(file, entries, item.grids));
        Map<String, KeptFrame.Channel> channels = new LinkedHashMap<>();
        Map<String, VdbStats> read = VdbReader.measure(file);
        for (PackedGrid grid : item.grids) {
            VdbStats stats = read.get(grid.uniqueName());
            if (stats == null || stats.active() != grid.active()) {
                throw new FiringException(
                        file
                                + ": read back, it does not hold the "
                                + grid.active()
                                + " voxels of '"
                                + grid.name()
                                + "' that were written; its disk cannot be trusted");
            }
            channels.put(
                    grid.name(),
                    new KeptFrame.Channel(
                            grid.active(), (double) grid.metadata().get(FrameFile.ROUNDING)));
        }
        return new KeptFrame(name, written.bytes(), Sha256.of(file), channels);
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

    /// Lets what was taken become whole.
    @Override
    public void close() {
        thread.shutdown();
        try {
            boolean ended = thread.awaitTermination(1, TimeUnit.DAYS);
            assert ended;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
