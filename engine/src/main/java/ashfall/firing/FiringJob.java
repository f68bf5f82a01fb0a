package ashfall.firing;

import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Frames;
import ashfall.shot.Kept;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.shot.Unit;
import ashfall.sim.LogEntry;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.vdb.VdbWriter;
import ashfall.work.Cancel;
import ashfall.work.Disk;
import ashfall.work.Progress;
import ashfall.work.WholeFile;
import ashfall.work.Workers;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/// Fires one element of a shot into a folder: simulates from the shot's first frame, or from the
/// last whole one, and keeps a .vdb file for each frame wanted.
///
/// A frame is in `firing.json` only once its file is whole and was read back. Now and then the
/// whole state of the gas is kept as a recovery point ([Pace]). Whatever stops the job, the frames
/// named there stay playable, and the next job goes on from a recovery point with the same bits.
public final class FiringJob {
    private static final Logger LOG = LoggerFactory.getLogger(FiringJob.class);

    /// What to do with a folder that already holds a firing.
    public enum Existing {
        /// The same key: finish it. Another key: refuse.
        CONTINUE,
        /// Start anew whatever is there.
        REPLACE
    }

    /// When recovery points are made: by time, so that they take a twentieth of it at most, or
    /// every so many frames.
    ///
    /// @param frames 0 by time
    public record Pace(long frames) {
        private static final double SHARE = 20;
        private static final double SECONDS = 2;

        public Pace {
            if (frames < 0) {
                throw new IllegalArgumentException(
                        "recovery points are made every 1 or more frames, not " + frames);
            }
        }

        /// By time.
        public static final Pace BY_TIME = new Pace(0);

        boolean isDue(long framesSince, double secondsSince, double secondsTaken) {
            return frames > 0
                    ? framesSince >= frames
                    : secondsSince >= Math.max(SECONDS, SHARE * secondsTaken);
        }
    }

    /// @param from first frame whose file is kept; those between the shot's first and this one are
    ///     simulated only
    public record Request(
            Shot shot,
            String element,
            Fineness fineness,
            Path folder,
            long from,
            long to,
            Existing existing,
            Pace recovery) {}

    /// @param framesDone frames simulated by this job
    /// @param cancelled was it stopped before its last frame?
    public record Result(
            FiringRecord record, int framesDone, long voxels, double seconds, boolean cancelled) {}

    private final Request request;
    private final Workers workers;
    private final Progress progress;
    private final Cancel cancel;
    private final Disk disk;
    private final Element element;
    private final Setup.Plan plan;
    private final FiringKey key;
    private final Kept kept;

    /// Checks the request; nothing is written yet.
    ///
    /// @throws ashfall.shot.ShotException when the shot or the range does not fit
    public FiringJob(
            Request request,
            long memoryLimitBytes,
            Workers workers,
            Progress progress,
            Cancel cancel) {
        this(request, memoryLimitBytes, workers, progress, cancel, Disk.MACHINE);
    }

    /// As the other, on a disk of a test.
    FiringJob(
            Request request,
            long memoryLimitBytes,
            Workers workers,
            Progress progress,
            Cancel cancel,
            Disk disk) {
        this.disk = disk;
        this.request = request;
        this.workers = workers.job(cancel);
        this.progress = progress;
        this.cancel = cancel;
        this.element = request.shot().element(request.element());
        this.key = FiringKey.of(request.shot(), request.element(), element, request.fineness());
        this.kept = Kept.of(element.gas());
        long first = Frames.begin(request.shot().frames());
        if (request.to() < request.from()) {
            throw new FiringException(
                    "the frames run backwards: "
                            + request.from()
                            + "-"
                            + request.to()
                            + "; the first must not be after the last");
        }
        if (request.from() < first) {
            throw new FiringException(
                    "frame " + request.from() + " is before the shot's first frame, " + first);
        }
        this.plan = Setup.plan(request.shot(), element, request.fineness());
        plan.requireFits(memoryLimitBytes);
    }

    /// Cells and memory of the run.
    public Setup.Plan plan() {
        return plan;
    }

    /// The record of the firing where it is in its folder and whole already.
    ///
    /// @throws FiringException when another firing is there
    public Optional<FiringRecord> whole() {
        try {
            FiringRecord record = existing();
            long missing = record.firstMissing(request.folder(), request.from(), request.to());
            return missing > request.to() ? Optional.of(record) : Optional.empty();
        } catch (IOException e) {
            throw new FiringException("'" + request.folder() + "' cannot be read: " + reason(e), e);
        }
    }

    /// Fires. Returns what was done when finished or cancelled.
    ///
    /// @throws FiringException when the folder cannot be used or the disk is full
    /// @throws ashfall.sim.DivergedException when the gas blew up
    public Result run() {
        long started = System.nanoTime();
        Path folder = request.folder();
        try {
            makeFolder(folder);
            if (!Files.isWritable(folder)) {
                throw new AccessDeniedException(folder.toString());
            }
            try (FileChannel lockFile =
                            FileChannel.open(
                                    folder.resolve(FiringFolder.LOCK),
                                    StandardOpenOption.CREATE,
                                    StandardOpenOption.WRITE);
                    FileLock lock = lock(lockFile)) {
                LOG.debug("locked {}: {}", folder, lock.isValid());
                return fireAndUnlock(started);
            }
        } catch (AccessDeniedException e) {
            throw new FiringException(
                    "the folder '" + folder + "' cannot be written to; choose another with --out",
                    e);
        } catch (FileAlreadyExistsException e) {
            throw new FiringException(
                    "'" + folder + "' is a file, not a folder; choose another with --out", e);
        } catch (IOException e) {
            throw new FiringException(
                    "writing to '"
                            + folder
                            + "' failed: "
                            + reason(e)
                            + "; frames already written stay",
                    e);
        }
    }

    /// Only who holds the lock removes its file.
    private Result fireAndUnlock(long started) throws IOException {
        try {
            return fire(started);
        } finally {
            Files.deleteIfExists(request.folder().resolve(FiringFolder.LOCK));
        }
    }

    private static void makeFolder(Path folder) throws FileAlreadyExistsException {
        try {
            Files.createDirectories(folder);
        } catch (FileAlreadyExistsException e) {
            throw e;
        } catch (IOException e) {
            throw new FiringException(
                    "the folder '" + folder + "' cannot be made; choose another with --out", e);
        }
    }

    private String reason(IOException e) {
        return Files.isDirectory(request.folder()) ? e.getMessage() : "the folder is gone";
    }

    private FileLock lock(FileChannel channel) throws IOException {
        FileLock lock;
        try {
            lock = channel.tryLock();
        } catch (OverlappingFileLockException e) {
            throw new FiringException(beingWritten(), e);
        }
        if (lock == null) {
            throw new FiringException(beingWritten());
        }
        return lock;
    }

    private String beingWritten() {
        return "another firing is being written into '"
                + request.folder()
                + "'; wait for it or choose another folder";
    }

    private Result fire(long started) throws IOException {
        Path folder = request.folder();
        for (Path part : List.of(folder, FiringFolder.coarse(folder))) {
            for (Path left : WholeFile.unfinished(part)) {
                disk.remove(left);
            }
        }
        FiringRecord record = existing();
        long missing = record.firstMissing(folder, request.from(), request.to());
        if (missing > request.to()) {
            return new Result(record, 0, plan.cells(), seconds(started), false);
        }
        Simulation simulation = simulation();
        if (!Checkpoint.restore(folder, key.hash(), simulation, missing - 1)) {
            simulation = simulation();
        }
        requireDisk(simulation);
        record.write(disk, folder);
        try (FrameKeeper keeper =
                new FrameKeeper(
                        folder,
                        disk,
                        new VdbWriter(workers, disk),
                        record,
                        record.about(request.shot().frames().get(Frames.RATE)),
                        cancel,
                        words -> progress.report(0, Double.NaN, words))) {
            return advance(simulation, keeper, started);
        }
    }

    /// Simulates to the last frame wanted, or until it is stopped.
    private Result advance(Simulation simulation, FrameKeeper keeper, long started)
            throws IOException {
        FramePacker packer = new FramePacker(kept, workers);
        long begin = simulation.frame();
        long saved = begin;
        long savedAt = System.nanoTime();
        double taken = 0;
        boolean cancelled = false;
        try {
            while (simulation.frame() < request.to()) {
                LogEntry entry = simulation.advanceFrame(cancel);
                // Two frames that wait would be too much memory.
                keeper.finish();
                boolean kept = entry.frame() >= request.from();
                keeper.keep(
                        new FrameKeeper.Item(
                                entry,
                                simulation.setup().lattice(),
                                kept ? packer.pack(simulation) : null,
                                () -> report(entry, begin, started)));
                boolean due =
                        request.recovery()
                                .isDue(simulation.frame() - saved, seconds(savedAt), taken);
                if (due || simulation.frame() == request.to()) {
                    taken = save(simulation, keeper);
                    saved = simulation.frame();
                    savedAt = System.nanoTime();
                }
            }
        } catch (Cancel.CancelledException e) {
            cancelled = true;
        }
        try {
            keeper.finish();
        } catch (Cancel.CancelledException e) {
            cancelled = true;
        }
        LOG.info("{} after frame {}", cancelled ? "stopped" : "done", keeper.record().lastFrame());
        return new Result(
                keeper.record(),
                (int) (simulation.frame() - begin),
                plan.cells(),
                seconds(started),
                cancelled);
    }

    /// Keeps the state of the gas, after what the record tells of it is whole. Returns how long it
    /// took, s.
    private double save(Simulation simulation, FrameKeeper keeper) throws IOException {
        keeper.finish();
        long began = System.nanoTime();
        keeper.whileFull(
                () -> {
                    Checkpoint.write(disk, request.folder(), key.hash(), simulation);
                    return null;
                });
        return seconds(began);
    }

    private void report(LogEntry entry, long begin, long started) {
        double share = (double) (entry.frame() - begin) / (request.to() - begin);
        progress.report(share, seconds(started) * (1 - share) / share, words(entry));
    }

    private Simulation simulation() {
        return new Simulation(Setup.of(request.shot(), element, request.fineness()), workers);
    }

    private static double seconds(long started) {
        return (System.nanoTime() - started) * 1e-9;
    }

    private static String words(LogEntry e) {
        return String.format(
                Locale.ROOT,
                "frame %d: %s, %.0f K, %d substeps, %.1f s%s",
                e.frame(),
                Unit.KILOWATT.figure(e.heatReleaseKw(), 3),
                e.hottestK(),
                e.substeps(),
                e.seconds(),
                e.met().isEmpty() ? "" : "; the gas met the bounds at the " + e.met());
    }

    private FiringRecord existing() throws IOException {
        Path folder = request.folder();
        if (!FiringRecord.isIn(folder)) {
            return fresh();
        }
        if (request.existing() == Existing.REPLACE) {
            clear();
            return fresh();
        }
        FiringRecord record = FiringRecord.read(folder);
        List<String> differences = new ArrayList<>();
        if (!record.key().equals(key.hash())) {
            differences.addAll(key.differences(record.keyValues()));
        } else if (!record.log().isEmpty()) {
            differences.addAll(Kept.differences(record.gas(), element.gas()));
        }
        if (!differences.isEmpty()) {
            String some =
                    String.join("; ", differences.subList(0, Math.min(4, differences.size())));
            throw new FiringException(
                    "'"
                            + folder
                            + "' already holds a firing of '"
                            + record.name()
                            + "' with frames "
                            + record.firstFrame()
                            + "-"
                            + record.lastFrame()
                            + " that differs: "
                            + some
                            + (differences.size() > 4
                                    ? "; and " + (differences.size() - 4) + " more"
                                    : "")
                            + " (--replace overwrites it)");
        }
        return record;
    }

    /// Removes the files of the firing that is replaced, and nothing else.
    private void clear() throws IOException {
        Path folder = request.folder();
        try {
            new FiringFolder(folder).clear(disk);
        } catch (FiringException e) {
            LOG.warn("{}; its frames are left as they are", e.getMessage());
            disk.remove(folder.resolve(FiringRecord.FILE));
            Checkpoint.clear(disk, folder);
        }
    }

    private FiringRecord fresh() {
        return new FiringRecord(
                request.shot().name(),
                ShotFile.node(request.shot()).toString(),
                request.element(),
                request.fineness(),
                key.hash(),
                key.values(),
                Frames.begin(request.shot().frames()),
                List.of(),
                Map.of());
    }

    /// A checkpoint must fit beside the frames, twice while it is replaced.
    private void requireDisk(Simulation simulation) throws IOException {
        long free = disk.room(request.folder());
        long wanted =
                2
                        * Checkpoint.mostBytes(
                                simulation.fields(), simulation.setup().box().shape().size());
        if (free < wanted) {
            throw new FiringException(
                    String.format(
                            Locale.ROOT,
                            "the disk of '%s' has %.2f GB free and the recovery point alone needs"
                                    + " %.2f GB; free some space or choose another folder",
                            request.folder(),
                            free / 1e9,
                            wanted / 1e9));
        }
    }
}
