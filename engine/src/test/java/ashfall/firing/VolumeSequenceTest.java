package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.continuity.Finding;
import ashfall.picture.PictureFile;
import ashfall.picture.Region;
import ashfall.shot.NewShot;
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

/// Volumes without a firing's record are drawn as those with one.
class VolumeSequenceTest {
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

    /// Copies frames of the firing under another name.
    private static Path copy(Path folder, String name, int... frames) throws IOException {
        Files.createDirectories(folder);
        for (int frame : frames) {
            String file = String.format("%s%03d.vdb", name, frame);
            Files.copy(firing.resolve("fireball_000" + frame + ".vdb"), folder.resolve(file));
        }
        return folder;
    }

    private static byte[] picture(Path place, Path out, long frame) throws IOException {
        PictureJob.Order order =
                new PictureJob.Order(
                        SHOT,
                        List.of(PictureJob.Firing.of(place)),
                        out,
                        Region.whole(48, 27),
                        PictureFile.of("png", null, "half"),
                        false);
        PictureJob job = new PictureJob(order, WORKERS);
        assertEquals(
                List.of(),
                job.findings("").stream()
                        .filter(f -> !f.path().equals("elements.fireball"))
                        .map(Finding::sentence)
                        .toList());
        Fired.drawn(job, frame);
        try (var drawn = Files.list(out)) {
            return Files.readAllBytes(drawn.findFirst().orElseThrow());
        }
    }

    @Test
    void pictures_areThoseOfTheFiring(@TempDir Path folder) throws IOException {
        byte[] own = picture(firing, folder.resolve("own"), 3);
        Path foreign = copy(folder.resolve("foreign"), "smoke.", 2, 3, 4);
        assertArrayEquals(own, picture(foreign, folder.resolve("a"), 3));
        copy(foreign, "other.", 1);
        Path any = foreign.resolve("smoke.004.vdb");
        assertArrayEquals(own, picture(any, folder.resolve("b"), 3));
        assertTrue(Files.exists(folder.resolve("b/smoke_0003.png")));
        ShownFrames shown = ShownFrames.in(any, SHOT, WORKERS);
        assertEquals(List.of(2L, 3L, 4L), shown.numbers());
        assertEquals(3 / 24.0, shown.at(3, Set.of()).seconds(), 1e-12);
    }

    /// One without a number is a sequence of one frame.
    @Test
    void still_isItsFirstFrame(@TempDir Path folder) throws IOException {
        Path still = folder.resolve("cloud.vdb");
        Files.copy(firing.resolve("fireball_0003.vdb"), still);
        assertEquals(List.of(1L), ShownFrames.in(still, SHOT, WORKERS).numbers());
    }

    @Test
    void whatIsNoSequence_isSaid(@TempDir Path folder) throws IOException {
        assertEquals(
                "there is no firing in '" + folder + "', nor are there numbered .vdb files",
                why(folder));
        copy(copy(folder, "a_", 1), "b_", 1, 2);
        assertEquals(
                "'"
                        + folder
                        + "' holds several sequences, a_, b_; name a file of the one that is"
                        + " meant",
                why(folder));
        Path gone = folder.resolve("gone");
        assertEquals(
                "there is no firing in '" + gone + "', nor are there numbered .vdb files",
                why(gone));
    }

    private static String why(Path place) {
        return assertThrows(FiringException.class, () -> ShownFrames.in(place, SHOT, WORKERS))
                .getMessage();
    }
}
