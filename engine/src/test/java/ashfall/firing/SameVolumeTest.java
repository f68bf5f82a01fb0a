package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.picture.Picture;
import ashfall.picture.PictureFile;
import ashfall.picture.Region;
import ashfall.shot.Item;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/// One firing in a picture twice, read in two ways.
class SameVolumeTest {
    private static final Workers WORKERS = new Workers(2);
    private static final long FRAME = 4;
    private static final Shot SHOT =
            NewShot.make(
                    "fireball",
                    List.of(
                            "mass=2",
                            "elements.fireball.voxel.work=0.8",
                            "camera.shutter=0",
                            "look.haze=0",
                            "look.samples=8"));

    @TempDir private static Path all;
    private static Path firing;

    @BeforeAll
    static void fire() {
        firing = all.resolve("firing");
        Fired.into(firing, SHOT, 1, FRAME, WORKERS);
    }

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    private static Item reading(double smoke, double glow) {
        return Settings.with(
                        SHOT, List.of("reading.smokeFactor=" + smoke, "reading.glowFactor=" + glow))
                .reading();
    }

    private static PictureJob job(Shot shot, PictureJob.Firing... firings) {
        Region region = Region.whole(48, 27);
        PictureFile file = PictureFile.of("png", null, "half");
        Path out = all.resolve("pictures");
        return new PictureJob(
                new PictureJob.Order(shot, List.of(firings), out, region, file, false), WORKERS);
    }

    private static Picture picture(PictureJob job) throws IOException {
        return Fired.drawn(job, FRAME);
    }

    private static PictureJob.Firing as(String name) {
        return PictureJob.Firing.parse(name + "=" + firing);
    }

    /// A third of the gas and two thirds of it are all of it.
    @Test
    void partsOfAVolume_addUpToIt() throws IOException {
        Picture whole = picture(job(SHOT, PictureJob.Firing.of(firing)));
        Shot split =
                SHOT.withGroup(
                        "readings",
                        Map.of(
                                "fireball",
                                reading(1 / 3.0, 1 / 3.0),
                                "more",
                                reading(2 / 3.0, 2 / 3.0)));
        Picture parts = picture(job(split, PictureJob.Firing.of(firing), as("more")));
        Picture third = picture(job(split, PictureJob.Firing.of(firing)));
        double most = 0;
        double off = 0;
        double far = 0;
        for (int i = 0; i < whole.rgb().length; i++) {
            most = Math.max(most, whole.rgb()[i]);
            off = Math.max(off, Math.abs(parts.rgb()[i] - whole.rgb()[i]));
            far = Math.max(far, Math.abs(third.rgb()[i] - whole.rgb()[i]));
        }
        assertTrue(off < 0.02 * most, "off by " + off / most);
        assertTrue(far > 0.1 * most, "a third alone is another picture, by " + far / most);
    }

    /// The one that only glows is seen as a name that no element has.
    @Test
    void findings_areOfTheNamesAndTheirReadings() {
        Shot shot =
                SHOT.withGroup("readings", Map.of("glow", reading(0, 1), "gone", reading(1, 0)));
        List<String> found =
                job(shot, PictureJob.Firing.of(firing), as("glow")).findings("").stream()
                        .filter(f -> !f.path().equals("elements.fireball"))
                        .map(f -> f.path() + " " + f.sentence())
                        .toList();
        assertEquals(
                List.of("readings.gone is of no element in the shot, and none is seen as it"),
                found);
    }

    @Test
    void twoOfOneName_areRefused() {
        PictureJob.Firing own = PictureJob.Firing.of(firing);
        String why = assertThrows(FiringException.class, () -> job(SHOT, own, own)).getMessage();
        assertTrue(why.startsWith("two firings are of 'fireball'; write NAME=DIR"), why);
    }
}
