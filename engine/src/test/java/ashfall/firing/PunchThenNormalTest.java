package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.look.Streaks;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.sim.LogEntry;
import ashfall.work.Sha256;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/// A punch, then normal: a fireball that goes three times as fast at first and as it is after eight
/// frames, shown so after it was fired, and fired so.
class PunchThenNormalTest {
    private static final Workers WORKERS = new Workers(2);
    private static final int LAST = 180;
    private static final String FALLING = "={\"curve\": [[0.041666666666666664, 3], [0.375, 1]]}";
    private static final String PLAYED = "frames.speed" + FALLING;
    private static final Set<String> ALL = Set.of("density", "temperature", "velocity");

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    private static Shot shot(String... settings) {
        Shot small =
                NewShot.make(
                        "fireball",
                        List.of(
                                "mass=2",
                                "frames.last=" + LAST,
                                "elements.fireball.voxel.work=1.6"));
        return Settings.with(small, List.of(settings));
    }

    @Test
    void played_afterTheFiring(@TempDir Path folder) throws IOException {
        Fired.into(folder, shot(), 1, LAST, WORKERS);
        Map<Path, String> before = sums(folder);
        ShownFrames plain = ShownFrames.in(folder, shot(), WORKERS);
        ShownFrames punch = ShownFrames.in(folder, shot(PLAYED), WORKERS);

        // Sixteen frames after the start stand at the eighth after it.
        Frame eighth = punch.at(9, ALL);
        assertEquals(bits(plain.at(17, ALL)), bits(eighth));
        int last = 0;
        for (long n : punch.numbers()) {
            int bits = bits(punch.at(n, Set.of("temperature")));
            assertNotEquals(last, bits, "frame " + n + " shows the one before again");
            last = bits;
        }
        assertEquals(LAST - 8, punch.numbers().size());
        double streak = longest(punch.at(1, ALL)) / longest(plain.at(1, ALL));
        assertEquals(3, streak, 0.3, "streaks of the first frame");
        assertEquals(before, sums(folder), "nothing was simulated again");
    }

    @Test
    void fired_withMoreSubstepsAtItsPeak(@TempDir Path folder) {
        List<LogEntry> plain = Fired.into(folder.resolve("plain"), shot(), 1, 12, WORKERS).log();
        String paced = "elements.fireball.timescale" + FALLING;
        List<LogEntry> punch =
                Fired.into(folder.resolve("punch"), shot(paced), 1, 12, WORKERS).log();
        int peak = punch.subList(0, 4).stream().mapToInt(LogEntry::substeps).max().orElseThrow();
        int usual = plain.subList(0, 4).stream().mapToInt(LogEntry::substeps).max().orElseThrow();
        int calm = punch.subList(8, 12).stream().mapToInt(LogEntry::substeps).max().orElseThrow();
        assertTrue(peak > usual && peak > calm, peak + " substeps, " + usual + ", " + calm);
        // The first eight frames after the start are sixteen for the gas, and so it is said.
        double gas = punch.subList(1, 9).stream().mapToDouble(LogEntry::gasSeconds).sum() * 24;
        assertEquals(16, gas, 0.25);
        assertEquals(1, punch.get(10).gasSeconds() * 24, 1e-6);
    }

    private static int bits(Frame frame) {
        int bits = 1;
        for (SparseGrid grid : new TreeMap<>(frame.channels()).values()) {
            for (int i = 0; i < grid.leafCount(); i++) {
                SparseGrid.Leaf leaf = grid.leaf(i);
                for (int v = 0; v < grid.components() * SparseGrid.VOXELS; v++) {
                    bits = 31 * bits + Float.floatToIntBits(leaf.value(v));
                }
            }
        }
        return bits;
    }

    private static double longest(Frame frame) {
        return Streaks.of(frame, null, 0.5 / 24, 400).stream()
                .mapToDouble(s -> s.points().getLast().minus(s.points().getFirst()).length())
                .max()
                .orElseThrow();
    }

    private static Map<Path, String> sums(Path folder) throws IOException {
        Map<Path, String> all = new TreeMap<>();
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                all.put(file, sum(file));
            }
        }
        return all;
    }

    private static String sum(Path file) {
        try {
            return HexFormat.of().formatHex(Sha256.begin().digest(Files.readAllBytes(file)));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
