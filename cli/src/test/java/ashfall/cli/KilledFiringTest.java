package ashfall.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.firing.FiringRecord;
import ashfall.firing.KeptFrame;
import ashfall.vdb.VdbReader;
import ashfall.work.Sha256;

import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;

/// Firings in processes of their own that are killed without a word (SIGKILL) and go on.
class KilledFiringTest {
    @TempDir private Path folder;

    private Process fire(Path out) throws IOException {
        List<String> command =
                new ArrayList<>(
                        List.of(
                                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                                "--add-modules=jdk.incubator.vector",
                                "-cp",
                                System.getProperty("java.class.path"),
                                Ashfall.class.getName(),
                                "fire",
                                "oil-store",
                                "--set",
                                "elements.store.voxel.sketch=0.35",
                                "--out",
                                out.toString()));
        return new ProcessBuilder(command)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectErrorStream(true)
                .start();
    }

    /// Kills a firing again and again until it is done; returns how often.
    private int killAgainAndAgain(Path out, Random random, int atMost)
            throws IOException, InterruptedException {
        for (int kills = 0; ; kills++) {
            Process process = fire(out);
            long moment = 300 + random.nextInt(6000);
            if (kills == atMost || process.waitFor(moment, TimeUnit.MILLISECONDS)) {
                assertEquals(0, process.waitFor());
                return kills;
            }
            process.destroyForcibly().waitFor();
            assertPlayable(out);
        }
    }

    private static void assertPlayable(Path out) throws IOException {
        if (FiringRecord.isIn(out)) {
            for (KeptFrame frame : FiringRecord.read(out).kept().values()) {
                assertEquals(frame.sha256(), Sha256.of(out.resolve(frame.file())), frame.file());
            }
        }
    }

    private void assertSameVoxels(Path one, Path other) throws IOException {
        FiringRecord record = FiringRecord.read(one);
        assertEquals(48, record.kept().size());
        assertEquals(record.kept(), FiringRecord.read(other).kept());
        for (KeptFrame frame : record.kept().values()) {
            var voxels = VdbReader.measure(other.resolve(frame.file()));
            VdbReader.measure(one.resolve(frame.file()))
                    .forEach(
                            (grid, stats) ->
                                    assertEquals(
                                            stats.voxelsSha256(),
                                            voxels.get(grid).voxelsSha256(),
                                            frame.file() + " " + grid));
        }
    }

    @Test
    void killedTwice_endsWithTheSameVoxels() throws Exception {
        Path unbroken = Files.createDirectory(folder.resolve("unbroken"));
        assertEquals(0, fire(unbroken).waitFor());
        Path broken = folder.resolve("broken");
        assertTrue(killAgainAndAgain(broken, new Random(4), 2) > 0, "it was killed");
        assertSameVoxels(unbroken, broken);
    }

    /// Forty moments, over as many firings as that takes.
    @Test
    @Tag("slow")
    void killedAtFortyMoments_endsWithTheSameVoxels() throws Exception {
        Path unbroken = Files.createDirectory(folder.resolve("unbroken"));
        assertEquals(0, fire(unbroken).waitFor());
        Random random = new Random(40);
        int kills = 0;
        for (int firing = 0; kills < 40; firing++) {
            Path broken = folder.resolve("broken" + firing);
            kills += killAgainAndAgain(broken, random, 40 - kills);
            assertSameVoxels(unbroken, broken);
        }
    }
}
