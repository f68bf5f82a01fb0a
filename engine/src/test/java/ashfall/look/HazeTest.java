package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.picture.Layers;
import ashfall.picture.Part;
import ashfall.picture.Region;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/// What hot air does to light from behind it, against the reference table and its integral.
class HazeTest {
    private static final Workers WORKERS = new Workers(2);
    private static final int SIDE = 64;

    /// Width of a pixel at 1 m, m.
    private static final double PIXEL = 36.0 / 180 / SIDE;

    /// A block of air of a metre, ten above the ground, that is warmer by 1 K a centimetre of
    /// height.
    private static final Frame AIR =
            new Frame(
                    1,
                    0,
                    new Lattice(-0.5, 10, -0.5, 1.0 / 16),
                    Map.of(
                            "density", Blocks.grid("density", 0, () -> 0),
                            "temperature",
                                    Blocks.grid(
                                            "temperature",
                                            320,
                                            (x, y, z) -> 320 + 100 * ((y + 0.5) / 16 - 0.5))));

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    private static Shot shot(double strength, String camera) {
        return Settings.with(
                NewShot.make("burner", List.of()),
                List.of(
                        "camera.position=" + camera,
                        "camera.target=0,10.5,0",
                        "camera.lens=180",
                        "camera.film=36",
                        "camera.shutter=0",
                        "look.rays=1",
                        "look.haze=" + strength));
    }

    private static Layers picture(double strength, String camera, Frame frame) {
        return picture(strength, camera, frame, Presence.SEEN);
    }

    private static Layers picture(double strength, String camera, Frame frame, Presence presence) {
        Shot shot = shot(strength, camera);
        return Marcher.finished(
                        List.of(new SeenGas(frame, presence, shot.reading())), shot, WORKERS)
                .layers(View.of(shot.camera()), Region.whole(SIDE, SIDE));
    }

    @Test
    void index_isThatOfTheReferenceTable() throws IOException {
        Path table = Path.of("src/test/resources/ashfall/refractive_index.csv");
        List<String> lines = Files.readAllLines(table);
        for (String line : lines.subList(2, lines.size())) {
            String[] cells = line.split(",");
            double wanted = Double.parseDouble(cells[2]);
            assertEquals(wanted, Haze.index(Double.parseDouble(cells[0])), 1e-4 * wanted);
        }
    }

    /// `L dn/dy`: the site is seen from below, where the air is denser, and not beside it.
    @Test
    void turn_isThatOfTheSlopeOverTheWay() {
        double wanted = 100 * 100 * Haze.index(320) / 320 / PIXEL;
        assertTrue(wanted > 2, wanted + " pixels");
        float[] haze = picture(100, "0,10.5,10", AIR).haze();
        int middle = SIDE / 2 * SIDE + SIDE / 2;
        assertEquals(wanted, haze[2 * middle + 1], 0.02 * wanted);
        assertEquals(0, haze[2 * middle], 0.01 * wanted);
        int beside = SIDE / 2 * SIDE + 4;
        assertEquals(0, haze[2 * beside + 1]);
    }

    /// What is seen is the sky from as many pixels away as the layer says.
    @Test
    void site_isSeenFromBesideItsPlace() {
        String below = "0.3,4,10";
        float[] still = picture(0, below, AIR).light(Part.BACKGROUND);
        Layers hazy = picture(100, below, AIR);
        float[] moved = hazy.light(Part.BACKGROUND);
        double off = 0;
        double most = 0;
        for (int row = 8; row < SIDE - 8; row++) {
            for (int column = 8; column < SIDE - 8; column++) {
                int p = row * SIDE + column;
                double wanted =
                        between(still, column + hazy.haze()[2 * p], row + hazy.haze()[2 * p + 1]);
                off = Math.max(off, Math.abs(moved[3 * p] / wanted - 1));
                most = Math.max(most, Math.abs(moved[3 * p] / still[3 * p] - 1));
            }
        }
        assertTrue(most > 0.005, "moved by " + most);
        assertTrue(off < 0.02 * most, "off by " + off + " of " + most);
    }

    private static double between(float[] light, double column, double row) {
        int x = (int) column;
        int y = (int) row;
        int p = 3 * (y * SIDE + x);
        double upper = light[p] + (column - x) * (light[p + 3] - light[p]);
        int q = p + 3 * SIDE;
        double lower = light[q] + (column - x) * (light[q + 3] - light[q]);
        return upper + (row - y) * (lower - upper);
    }

    /// What prepared the light may have been called off before the air is first wanted.
    @Test
    void air_isLaidOutByTheJobThatDraws() {
        Shot shot = shot(100, "0.3,4,10");
        View view = View.of(shot.camera());
        Cancel stop = new Cancel();
        Marcher off = Marcher.quick(AIR, shot, null, WORKERS.job(stop));
        stop.ask();
        Marcher on = Marcher.quick(AIR, shot, null, WORKERS);
        assertArrayEquals(
                on.draw(view, SIDE, SIDE, 1, WORKERS).rgb(),
                off.draw(view, SIDE, SIDE, 1, WORKERS).rgb());
    }

    /// Nothing is turned where nothing is warmer than the rest, no temperature is known, or the gas
    /// is unseen.
    @Test
    void stillAir_changesNothing() {
        Frame unknown =
                new Frame(1, 0, AIR.lattice(), Map.of("density", AIR.channels().get("density")));
        Frame even =
                new Frame(
                        1,
                        0,
                        AIR.lattice(),
                        Map.of(
                                "density", AIR.channels().get("density"),
                                "temperature", Blocks.grid("temperature", 320, () -> 320)));
        String low = "0,3,10";
        float[] still = picture(0, low, AIR).picture().rgb();
        assertArrayEquals(still, picture(100, low, unknown).picture().rgb());
        assertArrayEquals(still, picture(100, low, even).picture().rgb());
        assertArrayEquals(still, picture(100, low, AIR, Presence.UNSEEN).picture().rgb());
    }
}
