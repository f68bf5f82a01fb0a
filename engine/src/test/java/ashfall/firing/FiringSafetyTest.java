package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.vdb.VdbReader;
import ashfall.work.Cancel;
import ashfall.work.Disk;
import ashfall.work.Progress;
import ashfall.work.Sha256;
import ashfall.work.WholeFile;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;

/// What becomes of a firing when the power, the disk or the folder goes.
class FiringSafetyTest {
    private static final int LAST = 12;
    private static final FiringJob.Pace EVERY_FOURTH = new FiringJob.Pace(4);

    @TempDir private Path folder;
    private final Workers workers = new Workers(2);
    private final Shot shot =
            Settings.with(
                    DemoShots.read("oil-store").shot(), List.of("elements.store.voxel.sketch=1"));

    @AfterEach
    void close() {
        workers.close();
    }

    private FiringJob.Result fire(Path out, Disk disk, Progress progress) {
        return fire(out, LAST, disk, progress);
    }

    private FiringJob.Result fire(Path out, long last, Disk disk, Progress progress) {
        return new FiringJob(
                        new FiringJob.Request(
                                shot,
                                "store",
                                Fineness.SKETCH,
                                out,
                                1,
                                last,
                                FiringJob.Existing.CONTINUE,
                                EVERY_FOURTH),
                        2L << 30,
                        workers,
                        progress,
                        new Cancel(),
                        disk)
                .run();
    }

    private Map<Long, KeptFrame> unbroken() throws IOException {
        Path out = Files.createDirectory(folder.resolve("unbroken"));
        return fire(out, Disk.MACHINE, Progress.silent()).record().kept();
    }

    /// Whatever the record names is whole.
    private static void assertPlayable(Path out) throws IOException {
        if (FiringRecord.isIn(out)) {
            for (KeptFrame frame : FiringRecord.read(out).kept().values()) {
                assertEquals(frame.sha256(), Sha256.of(out.resolve(frame.file())), frame.file());
                assertEquals(
                        frame.channels().keySet(),
                        VdbReader.measure(out.resolve(frame.file())).keySet());
            }
        }
    }

    @Test
    void powerCutAnywhere_losesAtMostAnIntervalAndEndsTheSame() throws IOException {
        Map<Long, KeptFrame> whole = unbroken();
        Random random = new Random(17);
        for (int cut = 0; cut < 12; cut++) {
            Path before = Files.createDirectory(folder.resolve("before" + cut));
            TestDisk disk = new TestDisk(cut);
            disk.cutAfter(random.nextInt(90));
            String message =
                    assertThrows(FiringException.class, () -> fire(before, disk, Progress.silent()))
                            .getMessage();
            assertTrue(message.contains("the power was cut"), message);
            Path after = Files.createDirectory(folder.resolve("after" + cut));
            disk.survivors(after);
            assertPlayable(after);
            int kept = FiringRecord.isIn(after) ? FiringRecord.read(after).log().size() : 0;
            FiringJob.Result result = fire(after, Disk.MACHINE, Progress.silent());
            assertTrue(
                    result.framesDone() <= LAST - kept + 4,
                    result.framesDone() + " simulated again, " + kept + " were kept");
            assertEquals(whole, result.record().kept());
            assertPlayable(after);
            assertEquals(List.of(), WholeFile.unfinished(after), "nothing half-written stays");
        }
    }

    /// The power goes at frame 58 of 120, with a recovery point every fourth frame; then it is gone
    /// on with to frame 160.
    @Test
    void powerCutAtAFrame_goesOnFromTheRecoveryPointBeforeIt() throws IOException {
        Path unbroken = Files.createDirectory(folder.resolve("unbroken"));
        Map<Long, KeptFrame> whole =
                fire(unbroken, 160, Disk.MACHINE, Progress.silent()).record().kept();
        Path before = Files.createDirectory(folder.resolve("before"));
        TestDisk disk = new TestDisk(1);
        assertThrows(
                FiringException.class,
                () ->
                        fire(
                                before,
                                120,
                                disk,
                                (done, left, what) -> {
                                    if (what.startsWith("frame 58:")) {
                                        disk.cutAfter(0);
                                    }
                                }));
        Path after = Files.createDirectory(folder.resolve("after"));
        disk.survivors(after);
        assertEquals(58, FiringRecord.read(after).lastFrame());
        assertPlayable(after);
        assertEquals(frames(57, 120), simulatedTo(120, after), "resumed from frame 56");
        assertEquals(frames(121, 160), simulatedTo(160, after), "extended without a seam");
        assertEquals(whole, FiringRecord.read(after).kept());
    }

    private List<String> simulatedTo(long last, Path out) {
        List<String> simulated = new ArrayList<>();
        fire(out, last, Disk.MACHINE, (done, left, what) -> simulated.add(what.split(":")[0]));
        return simulated;
    }

    private static List<String> frames(int first, int last) {
        return IntStream.rangeClosed(first, last).mapToObj(n -> "frame " + n).toList();
    }

    @Test
    void fullDisk_isWaitedForAndNothingIsLost() throws IOException {
        Map<Long, KeptFrame> whole = unbroken();
        Path out = Files.createDirectory(folder.resolve("full"));
        TestDisk disk = new TestDisk(2);
        List<String> said = new ArrayList<>();
        FiringJob.Result result =
                fire(
                        out,
                        disk,
                        (done, left, what) -> {
                            said.add(what);
                            if (what.startsWith("frame 5:")) {
                                disk.fill();
                            }
                            if (what.startsWith("paused")) {
                                assertPlayableUnchecked(out);
                                disk.free();
                            }
                        });
        assertEquals(
                1,
                said.stream().filter(s -> s.startsWith("paused: the disk of '")).count(),
                "" + said);
        assertEquals(whole, result.record().kept());
    }

    private static void assertPlayableUnchecked(Path out) {
        try {
            assertPlayable(out);
            assertEquals(5, FiringRecord.read(out).lastFrame());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void folderThatVanishes_isSaidAndTheNextFiringMakesItAgain() throws IOException {
        Map<Long, KeptFrame> whole = unbroken();
        Path out = folder.resolve("gone");
        String message =
                assertThrows(
                                FiringException.class,
                                () ->
                                        fire(
                                                out,
                                                Disk.MACHINE,
                                                (done, left, what) -> {
                                                    if (what.startsWith("frame 6:")) {
                                                        remove(out);
                                                    }
                                                }))
                        .getMessage();
        assertTrue(message.contains("failed: the folder is gone"), message);
        assertEquals(whole, fire(out, Disk.MACHINE, Progress.silent()).record().kept());
    }

    private static void remove(Path out) {
        try (var files = Files.walk(out)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void aFrameThatWasLost_isMadeAgain() throws IOException {
        Path out = folder.resolve("lost");
        fire(out, Disk.MACHINE, Progress.silent());
        Path lost = out.resolve("oil-store_0010.vdb");
        byte[] bytes = Files.readAllBytes(lost);
        Files.delete(lost);
        assertEquals(4, fire(out, Disk.MACHINE, Progress.silent()).framesDone());
        assertArrayEquals(bytes, Files.readAllBytes(lost));
    }

    /// Fires, and makes the record one of an older version; gives its text.
    ///
    /// @param newer what that did not have yet
    private String fireAsVersion(int version, String newer, String instead, Path out)
            throws IOException {
        fire(out, Disk.MACHINE, Progress.silent());
        Path file = out.resolve(FiringRecord.FILE);
        String older =
                Files.readString(file)
                        .replace("\"ashfall_firing\" : 3", "\"ashfall_firing\" : " + version)
                        .replaceAll(newer, instead);
        Files.writeString(file, older);
        return older;
    }

    /// Firings of the record before this one still play; they are made again to go on.
    @Test
    void recordOfTheOlderVersion_isRead() throws IOException {
        Path out = folder.resolve("older");
        String older =
                fireAsVersion(
                        1, "(?s)\\{\\s*\"file\" : (\"[^\"]+vdb\").*?\\}\\s*\\}\\s*\\}", "$1", out);
        assertTrue(older.contains("\"12\" : \"oil-store_0012.vdb\""), older.substring(0, 400));
        assertEquals("oil-store_0012.vdb", FiringRecord.read(out).files().get(12L));
        assertEquals(0, fire(out, Disk.MACHINE, Progress.silent()).framesDone());
    }

    /// Before the third version, what was left out was not followed.
    @Test
    void recordOfTheSecondVersion_isRead() throws IOException {
        Path out = folder.resolve("second");
        String older = fireAsVersion(2, ",\\s*\"leftOut\" : [0-9.E-]+", "", out);
        assertFalse(older.contains("leftOut"));
        KeptFrame kept = FiringRecord.read(out).kept().get(12L);
        assertEquals(0, kept.channels().get("density").leftOut());
        assertEquals(0, fire(out, Disk.MACHINE, Progress.silent()).framesDone());
    }
}
