package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.anyDouble;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.ArgumentMatchers.matches;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.work.Cancel;
import ashfall.work.Progress;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;

class FiringJobTest {
    private static final long MEMORY = 2L << 30;
    private static final FiringJob.Pace EACH = new FiringJob.Pace(1);

    @TempDir private Path folder;
    private final Workers workers = new Workers(2);
    private final Shot shot =
            Settings.with(
                    DemoShots.read("oil-store").shot(), List.of("elements.store.voxel.sketch=1"));

    @AfterEach
    void close() {
        workers.close();
    }

    private FiringJob job(
            Shot s,
            Path out,
            long from,
            long to,
            FiringJob.Existing existing,
            Progress progress,
            Cancel cancel) {
        return new FiringJob(
                new FiringJob.Request(s, "store", Fineness.SKETCH, out, from, to, existing, EACH),
                MEMORY,
                workers,
                progress,
                cancel);
    }

    private FiringJob.Result fire(Shot s, Path out, long from, long to) {
        return job(s, out, from, to, FiringJob.Existing.CONTINUE, Progress.silent(), new Cancel())
                .run();
    }

    private static byte[] bytes(Path dir, long frame) throws IOException {
        return Files.readAllBytes(dir.resolve(String.format("oil-store_%04d.vdb", frame)));
    }

    @Test
    void run_thenAgain_isDoneAtOnce() {
        assertEquals(3, fire(shot, folder, 1, 3).framesDone());
        assertEquals(0, fire(shot, folder, 1, 3).framesDone());
        assertEquals(3, FiringRecord.read(folder).log().size());
    }

    /// The box follows the gas: it is wider in the frame that goes on than in the first.
    @Test
    void run_extendedLater_equalsAnUnbrokenRunByteForByte() throws IOException {
        Shot finer = Settings.with(shot, List.of("elements.store.voxel.sketch=0.2"));
        Path broken = folder.resolve("broken");
        Path unbroken = folder.resolve("unbroken");
        fire(finer, broken, 1, 16);
        assertEquals(2, fire(finer, broken, 1, 18).framesDone());
        FiringJob.Result whole = fire(finer, unbroken, 1, 18);
        var log = whole.record().log();
        assertTrue(log.get(15).voxels() > log.get(0).voxels(), "it grows before the break");
        for (int frame = 1; frame <= 18; frame++) {
            assertArrayEquals(bytes(unbroken, frame), bytes(broken, frame), "frame " + frame);
        }
    }

    /// A run-up is simulated like earlier frames, and kept as little as none of them.
    @Test
    void run_withARunUp_keepsFramesFromTheFirstOn() throws IOException {
        Shot from = Settings.with(shot, List.of("frames.first=-3"));
        Path early = folder.resolve("early");
        fire(from, early, -3, 2);
        Path runUp = folder.resolve("run-up");
        fire(Settings.with(shot, List.of("frames.runUp=4")), runUp, 1, 2);
        FiringRecord record = FiringRecord.read(runUp);
        assertEquals(List.of(1L, 2L), List.copyOf(record.files().keySet()));
        assertEquals(-3, record.log().getFirst().frame());
        for (long frame = 1; frame <= 2; frame++) {
            Frame one = FrameFile.read(early.resolve(String.format("oil-store_%04d.vdb", frame)));
            Frame other = FrameFile.read(runUp.resolve(record.fileName(frame)));
            for (SparseGrid grid : one.channels().values()) {
                SparseGrid same = other.channels().get(grid.name());
                assertEquals(grid.leafCount(), same.leafCount());
                for (int i = 0; i < grid.leafCount(); i++) {
                    assertArrayEquals(grid.leaf(i).half(), same.leaf(i).half());
                    assertArrayEquals(grid.leaf(i).full(), same.leaf(i).full());
                }
            }
        }
    }

    @Test
    void run_cancelledAfterAFrame_keepsItAndGoesOn() throws IOException {
        Cancel cancel = new Cancel();
        Progress stopAfterTwo =
                (done, left, what) -> {
                    if (what.startsWith("frame 2")) {
                        cancel.ask();
                    }
                };
        FiringJob.Result result =
                job(shot, folder, 1, 5, FiringJob.Existing.CONTINUE, stopAfterTwo, cancel).run();
        assertTrue(result.cancelled());
        long last = result.record().lastFrame();
        assertTrue(last == 2 || last == 3, "at most the frame in hand is done after it: " + last);
        Path whole = folder.resolve("whole");
        fire(shot, whole, 1, 5);
        assertEquals(5 - last, fire(shot, folder, 1, 5).framesDone());
        assertArrayEquals(bytes(whole, 5), bytes(folder, 5));
    }

    @Test
    void run_withADamagedRecoveryPoint_goesOnFromTheOneBefore() throws IOException {
        fire(shot, folder, 1, 3);
        damage("recovery-3.bin");
        assertEquals(2, fire(shot, folder, 1, 4).framesDone());
        damage("recovery-3.bin");
        damage("recovery-4.bin");
        assertEquals(5, fire(shot, folder, 1, 5).framesDone());
    }

    private void damage(String name) throws IOException {
        byte[] damaged = Files.readAllBytes(folder.resolve(name));
        damaged[5000] ^= 1;
        Files.write(folder.resolve(name), damaged);
    }

    @Test
    void run_anotherShotInTheFolder_isRefusedAndNamesWhatDiffers() throws IOException {
        fire(shot, folder, 1, 1);
        byte[] before = bytes(folder, 1);
        Shot windy = Settings.with(shot, List.of("air.wind=5,0,0"));
        String message =
                assertThrows(FiringException.class, () -> fire(windy, folder, 1, 1)).getMessage();
        assertTrue(message.contains("air.wind was [1.2,0.0,0.3], is [5.0,0.0,0.0]"), message);
        assertArrayEquals(before, bytes(folder, 1));
        job(windy, folder, 1, 1, FiringJob.Existing.REPLACE, Progress.silent(), new Cancel()).run();
        assertFalse(java.util.Arrays.equals(before, bytes(folder, 1)));
    }

    @Test
    void look_neverEntersTheKey() {
        fire(shot, folder, 1, 1);
        Shot darker =
                Settings.with(
                        shot, List.of("look.exposure=-13", "camera.lens=50", "frames.last=200"));
        assertEquals(0, fire(darker, folder, 1, 1).framesDone());
    }

    @Test
    void run_whileAnotherWrites_isRefused() throws IOException {
        try (FileChannel channel =
                        FileChannel.open(
                                folder.resolve(".lock"),
                                StandardOpenOption.CREATE,
                                StandardOpenOption.WRITE);
                var lock = channel.lock()) {
            assertTrue(lock.isValid());
            String message =
                    assertThrows(FiringException.class, () -> fire(shot, folder, 1, 1))
                            .getMessage();
            assertTrue(message.contains("another firing is being written"), message);
        }
    }

    @Test
    void progress_isReportedOncePerFrameAndEndsAtOne() {
        Progress progress = mock(Progress.class);
        job(shot, folder, 1, 2, FiringJob.Existing.CONTINUE, progress, new Cancel()).run();
        verify(progress, times(2)).report(anyDouble(), anyDouble(), anyString());
        verify(progress).report(eq(1.0), eq(0.0), matches("frame 2: [0-9.]+ [kM]?W, [0-9]+ K, .*"));
    }

    @Test
    void frameFile_readBack_isTheFrameThatWasFired() throws IOException {
        fire(shot, folder, 1, 4);
        Frame frame = FrameFile.read(folder.resolve("oil-store_0004.vdb"));
        assertEquals(4, frame.number());
        assertEquals(4 / 24.0, frame.seconds(), 0);
        assertEquals(1.0, frame.lattice().voxel(), 0);
        assertEquals(0, frame.lattice().x(), 1e-12);
        assertEquals(
                List.of("density", "temperature", "flame", "fuel", "velocity"),
                List.copyOf(frame.channels().keySet()));
        SparseGrid heat = frame.channels().get("temperature");
        assertEquals("K", heat.unit());
        assertTrue(heat.isHalf() && !frame.channels().get("flame").isHalf());
        assertTrue(frame.channels().get("velocity").isStaggered());
        assertTrue(heat.value(0, 0, 0, 0) > 400, "hot at the store: " + heat.value(0, 0, 0, 0));
        assertEquals(285, heat.value(-500, 3, 9, 0), 0.1);
    }

    @Test
    void request_tooLarge_isRefusedWithTheNearestThatFits() {
        Shot fine = Settings.with(shot, List.of("elements.store.voxel.sketch=0.006"));
        String message =
                assertThrows(
                                ShotException.class,
                                () ->
                                        job(
                                                fine,
                                                folder,
                                                1,
                                                1,
                                                FiringJob.Existing.CONTINUE,
                                                Progress.silent(),
                                                new Cancel()))
                        .getMessage();
        assertTrue(
                message.contains("voxels of 0.006 m need") && message.contains("would fit"),
                message);
    }

    @Test
    void request_framesTurnedRound_isRefused() {
        assertThrows(
                FiringException.class,
                () ->
                        job(
                                shot,
                                folder,
                                9,
                                3,
                                FiringJob.Existing.CONTINUE,
                                Progress.silent(),
                                new Cancel()));
    }
}
