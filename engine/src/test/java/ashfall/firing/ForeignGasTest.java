package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.continuity.Finding;
import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.picture.PictureFile;
import ashfall.picture.Region;
import ashfall.shot.Bounds;
import ashfall.shot.Foreign;
import ashfall.shot.Item;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// Volumes that a shot is seen with.
class ForeignGasTest {
    private static final Workers WORKERS = new Workers(2);
    private static final Shot SHOT =
            NewShot.make("fireball", List.of("mass=2", "elements.fireball.voxel.work=0.8"));

    @TempDir private static Path all;
    private static Path firing;

    @BeforeAll
    static void fire() {
        firing = all.resolve("firing");
        Fired.into(firing, SHOT, 1, 4, WORKERS);
    }

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    private static Item volumes(Path file) {
        return Item.of(Foreign.KIND).with(Foreign.FILE, file.toString());
    }

    private static Shot with(Item volumes) {
        return SHOT.withGroup("volumes", Map.of("cloud", volumes));
    }

    private static PictureJob job(Shot shot, PictureJob.Gas... gas) {
        return new PictureJob(
                new PictureJob.Order(
                        shot,
                        List.of(gas),
                        all.resolve("pictures"),
                        Region.whole(48, 27),
                        PictureFile.of("png", null, "half"),
                        false),
                WORKERS);
    }

    private static float[] drawn(PictureJob job, long frame) throws IOException {
        return Fired.drawn(job, frame).rgb();
    }

    private static Path some(String name, int... frames) throws IOException {
        Path folder = Files.createDirectories(all.resolve(name));
        for (int frame : frames) {
            String file = "fireball_000" + frame + ".vdb";
            Files.copy(firing.resolve(file), folder.resolve(file));
        }
        return folder;
    }

    @Test
    void alone_theyAreSeenAsTheFiringThatMadeThem() throws IOException {
        float[] own = drawn(job(SHOT, PictureJob.Firing.of(firing)), 3);
        assertArrayEquals(own, drawn(job(with(volumes(firing))), 3));
        Shot off = with(volumes(firing).with(Foreign.ON, false));
        assertThrows(FiringException.class, () -> job(off));
        List<String> said =
                job(off, PictureJob.Firing.of(firing)).findings("").stream()
                        .map(Finding::path)
                        .toList();
        assertTrue(said.contains("volumes.cloud"), said.toString());
    }

    /// As if all had been made in centimetres, elsewhere and two frames earlier.
    @Test
    void lengthPlaceAndTime_areAsTheShotSays() throws IOException {
        Item volumes =
                volumes(firing)
                        .with(Foreign.SCALE, 0.01)
                        .with(Foreign.MOVED, new Vec3(1, 2, 3))
                        .with(Foreign.LATER, 2L);
        Shot shot = with(volumes);
        ShownFrames shown = ForeignGas.of(shot).getFirst().frames(shot, WORKERS);
        assertEquals(List.of(3L, 4L, 5L, 6L), shown.numbers());
        Frame was = ShownFrames.in(firing, SHOT, WORKERS).at(2, Set.of());
        Frame now = shown.at(4, Set.of());
        assertEquals(4 / 24.0, now.seconds(), 1e-12);
        assertEquals(0.01 * was.lattice().voxel(), now.lattice().voxel(), 1e-12);
        assertEquals(1 + 0.01 * was.lattice().x(), now.lattice().x(), 1e-12);
        assertEquals(2 + 0.01 * was.lattice().y(), now.lattice().y(), 1e-12);
        assertEquals(3 + 0.01 * was.lattice().z(), now.lattice().z(), 1e-12);
        assertEquals(0.01 * quickest(was), quickest(now), 1e-3 * 0.01 * quickest(was));
        assertEquals(was.channels().keySet(), now.channels().keySet());
    }

    /// It grows with what is seen of it, and holds the smoke of all of that.
    @Test
    void room_holdsAllFramesThatWereRead() throws IOException {
        ShownFrames shown = ShownFrames.in(firing, SHOT, WORKERS);
        Item first = ForeignGas.room(shown.at(1, Set.of()), null);
        Item last = ForeignGas.room(shown.at(4, Set.of()), null);
        Item both = ForeignGas.room(shown.at(4, Set.of()), first);
        for (int axis = 0; axis < 3; axis++) {
            double low = first.get(Bounds.FROM).get(axis);
            double high = first.get(Bounds.TO).get(axis);
            assertTrue(low < high);
            assertEquals(
                    Math.min(low, last.get(Bounds.FROM).get(axis)),
                    both.get(Bounds.FROM).get(axis));
            assertEquals(
                    Math.max(high, last.get(Bounds.TO).get(axis)), both.get(Bounds.TO).get(axis));
        }
    }

    private static double quickest(Frame frame) {
        SparseGrid velocity = frame.channels().get("velocity");
        double most = 0;
        for (int leaf = 0; leaf < velocity.leafCount(); leaf++) {
            for (int i = 0; i < SparseGrid.VOXELS * velocity.components(); i++) {
                most = Math.max(most, Math.abs(velocity.leaf(leaf).value(i)));
            }
        }
        return most;
    }

    @Test
    void theyMayBeginLaterAndEndSooner_butHaveNoGap() throws IOException {
        PictureJob.Firing fired = PictureJob.Firing.of(firing);
        float[] own = drawn(job(SHOT, fired), 4);
        PictureJob together = job(with(volumes(some("middle", 2, 3))), fired);
        assertEquals(List.of(1L, 2L, 3L, 4L), together.wanted(""));
        assertArrayEquals(own, drawn(together, 4));
        assertFalse(Arrays.equals(drawn(job(SHOT, fired), 3), drawn(together, 3)));
        PictureJob gap = job(with(volumes(some("gap", 1, 3))), fired);
        assertEquals(List.of(1L, 3L, 4L), gap.wanted(""));
        String why = assertThrows(FiringException.class, () -> gap.wanted("1-4")).getMessage();
        assertTrue(why.startsWith("frame 2 is not in '" + all.resolve("gap")), why);
    }

    @Test
    void whatIsMissing_isSaid() {
        Path gone = all.resolve("gone");
        assertEquals(
                "has no files: volumes 'cloud' have no file yet", fault(Item.of(Foreign.KIND)));
        assertEquals(
                "has no files: there is no firing in '"
                        + gone
                        + "', nor are there numbered .vdb files",
                fault(volumes(gone)));
        assertTrue(ForeignGas.of(with(volumes(firing))).getFirst().fault(SHOT).isEmpty());
    }

    private static String fault(Item volumes) {
        Finding found = ForeignGas.of(with(volumes)).getFirst().fault(SHOT).orElseThrow();
        assertEquals("volumes.cloud", found.path());
        return found.sentence();
    }

    /// They go with the shot, and none is taken for an element.
    @Test
    void shotFile_keepsThemBesideIt() throws IOException {
        Path file = all.resolve("with.ashfall");
        Shot shot = with(volumes(firing.resolve("fireball_0001.vdb")));
        Files.writeString(file, ShotFile.write(shot, file));
        assertTrue(Files.readString(file).contains("\"firing/fireball_0001.vdb\""));
        assertEquals(shot, ShotFile.read(file).shot());
        Shot mistaken = SHOT.withGroup("volumes", Map.of("fireball", volumes(firing)));
        String json = ShotFile.write(mistaken);
        String why =
                assertThrows(ShotException.class, () -> ShotFile.parse(json, "bay")).getMessage();
        assertTrue(why.startsWith("bay: 'volumes.fireball' is called like an element"), why);
        assertEquals(
                "unseen",
                Settings.with(shot, List.of("volumes.cloud.presence=unseen"))
                        .item("volumes.cloud")
                        .get(ashfall.shot.Gas.PRESENCE));
    }
}
