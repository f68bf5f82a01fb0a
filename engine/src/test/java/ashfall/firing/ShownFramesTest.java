package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Between;
import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.look.Streaks;
import ashfall.look.Streaks.Streak;
import ashfall.shot.Curve;
import ashfall.shot.DemoShots;
import ashfall.shot.FrameRate;
import ashfall.shot.Playback;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.function.ToDoubleFunction;

/// A firing of 20 frames, shown at speeds that were chosen after it.
class ShownFramesTest {
    private static final String COARSE = "elements.store.voxel.work=50 cm";

    /// From three to one over eight frames, from the first frame on.
    private static final String PUNCH =
            "frames.speed={\"curve\": [[0.041666666666666664, 3], [0.375, 1]]}";

    private static final Curve FALLING =
            Curve.through(new double[][] {{1 / 24.0, 3}, {9 / 24.0, 1}});

    @TempDir private static Path folder;
    private static final Workers WORKERS = new Workers(2);
    private static final Set<String> ALL = Set.of("density", "temperature", "fuel", "velocity");

    @BeforeAll
    static void fire() {
        Shot shot = Settings.with(DemoShots.read("oil-store").shot(), List.of(COARSE));
        Fired.into(folder, shot, 1, 20, WORKERS);
    }

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    private static ShownFrames at(String... settings) {
        Shot shot = Settings.with(DemoShots.read("oil-store").shot(), List.of(settings));
        return ShownFrames.in(folder, shot, WORKERS);
    }

    /// A finished firing of 180 frames: sixteen frames after the start at the eighth, none twice.
    @Test
    void punchThenNormal_showsTheMomentsAsked() {
        Playback shown = Playback.of(new FrameRate(24, 1), 1, 180, FALLING);
        assertEquals(1, shown.stored(1), 1e-9);
        assertEquals(17, shown.stored(9), 1e-9);
        assertEquals(172, shown.lastShown());
        for (long n = 2; n <= 172; n++) {
            double stored = shown.stored(n);
            assertTrue(stored - shown.stored(n - 1) > 0.99, "frame " + n);
            assertEquals(n, shown.shown(stored));
        }
        assertEquals(9, shown.shown(17.3));
        assertEquals(1, shown.shown(-5));
        assertEquals(172, shown.shown(500));
    }

    @Test
    void slow_putsFramesBetween_andPlain_isAsFired() throws IOException {
        Playback slow = Playback.of(new FrameRate(25, 1), -3, 6, Curve.constant(0.3));
        assertEquals(-3 + 0.3 * 7, slow.stored(4), 1e-9);
        assertEquals(27, slow.lastShown());
        ShownFrames plain = at();
        assertEquals(20, plain.numbers().size());
        assertArrayEquals(
                leaf(FrameFile.read(folder.resolve("oil-store_0012.vdb"))),
                leaf(plain.at(12, ALL)));
    }

    private static float[] leaf(Frame frame) {
        SparseGrid grid = frame.channels().get("temperature");
        float[] values = new float[SparseGrid.VOXELS];
        for (int v = 0; v < values.length; v++) {
            values[v] = grid.leaf(grid.leafCount() / 2).value(v);
        }
        return values;
    }

    /// What moves leaves streaks three times as long where it is shown three times as fast.
    @Test
    void streaksOfTheFirstFrame_areThreeTimesAsLong() throws IOException {
        Frame seventh = FrameFile.read(folder.resolve("oil-store_0007.vdb"));
        assertEquals(3, length(at("frames.speed=3").at(3, ALL)) / length(seventh), 0.3);
        SparseGrid stored =
                FrameFile.read(folder.resolve("oil-store_0001.vdb")).channels().get("velocity");
        SparseGrid first = at(PUNCH).at(1, ALL).channels().get("velocity");
        float fastest = 0;
        for (int i = 0; i < stored.leafCount(); i++) {
            for (int v = 0; v < 3 * SparseGrid.VOXELS; v++) {
                float was = stored.leaf(i).value(v);
                assertEquals(3 * was, first.leaf(i).value(v), 0.01 + 0.002 * Math.abs(was));
                fastest = Math.max(fastest, Math.abs(was));
            }
        }
        assertTrue(fastest > 1, "fastest " + fastest);
    }

    /// Mean way of specks during the shutter's half of a frame, m.
    private static double length(Frame frame) {
        return Streaks.of(frame, null, 0.5 / 24, 400).stream()
                .map(Streak::points)
                .mapToDouble(p -> p.getLast().minus(p.getFirst()).length())
                .average()
                .orElseThrow();
    }

    /// What is found between the frames two before and two after is nearer to the one simulated
    /// than their mean is.
    @Test
    void frameBetween_isNearTheOneSimulated() throws IOException {
        Frame before = FrameFile.read(folder.resolve("oil-store_0003.vdb"));
        Frame truth = FrameFile.read(folder.resolve("oil-store_0005.vdb"));
        Frame after = FrameFile.read(folder.resolve("oil-store_0007.vdb"));
        Frame found = Between.of(before, after, 0.5, 4 / 24.0, 1, ALL, WORKERS);
        for (String channel : List.of("density", "temperature")) {
            SparseGrid a = before.channels().get(channel);
            SparseGrid b = after.channels().get(channel);
            double own =
                    gap(
                            truth,
                            channel,
                            at -> found.channels().get(channel).value(at[0], at[1], at[2], 0));
            double mean =
                    gap(
                            truth,
                            channel,
                            at ->
                                    0.5 * a.value(at[0], at[1], at[2], 0)
                                            + 0.5 * b.value(at[0], at[1], at[2], 0));
            System.out.printf("%s: off by %.3f, the mean by %.3f%n", channel, own, mean);
            assertTrue(own < 0.75 * mean, channel + " off by " + own + ", the mean by " + mean);
        }
    }

    /// Sum of what another is off by, over the sum of what a frame is above its background.
    private static double gap(Frame truth, String channel, ToDoubleFunction<int[]> other) {
        SparseGrid grid = truth.channels().get(channel);
        double off = 0;
        double all = 0;
        for (int i = 0; i < grid.leafCount(); i++) {
            SparseGrid.Leaf leaf = grid.leaf(i);
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                int[] at = {leaf.x() + (v & 7), leaf.y() + (v >> 3 & 7), leaf.z() + (v >> 6)};
                off += Math.abs(leaf.value(v) - other.applyAsDouble(at));
                all += Math.abs(leaf.value(v) - grid.background(0));
            }
        }
        return off / all;
    }

    @Test
    void framesNotThere_areNamed() {
        var e = assertThrows(FiringException.class, () -> at("frames.speed=2").at(11, ALL));
        assertTrue(
                e.getMessage().startsWith("frame 11 shows frame 21.0 and is not in"), e::toString);
        assertTrue(e.getMessage().endsWith("it holds frames 1-20"), e::toString);
    }

    @Test
    void written_framesSayWhatTheyShow() throws IOException {
        Path file = Files.createDirectories(folder.resolve("shown")).resolve("oil-store_0002.vdb");
        at(PUNCH).write(2, file, new ashfall.vdb.VdbWriter(WORKERS));
        var metadata = ashfall.vdb.VdbReader.read(file).metadata();
        assertEquals(3.875, (double) metadata.get("stored_frame"), 1e-9);
        assertEquals(2.75, (double) metadata.get("playback_speed"), 1e-9);
        assertEquals(2L, ((Number) metadata.get("frame")).longValue());
        assertEquals(2 / 24.0, (double) metadata.get("seconds"), 1e-12);
    }
}
