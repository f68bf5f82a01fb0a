package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.picture.Layers;
import ashfall.picture.Picture;
import ashfall.picture.Region;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/// How finished pictures are taken: shutter, lens, and what is known of each pixel. The object is a
/// dense wall, 3.2 m wide and high, its front 0.8 m before the origin.
class TakingTest {
    private static final int WIDTH = 320;
    private static final int HEIGHT = 8;

    /// Metres that the picture is wide at the wall's front.
    private static final double SEEN = 36.0 / 320 * 29.2;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    /// All leaves of a wall whose left edge lies in the middle of what is seen.
    private static SparseGrid even(String name, float... value) {
        List<Leaf> leaves = new ArrayList<>();
        long[] all = new long[8];
        Arrays.fill(all, -1L);
        float[] values = new float[512 * value.length];
        for (int i = 0; i < values.length; i++) {
            values[i] = value[i % value.length];
        }
        for (int x = 0; x < 8; x++) {
            for (int y = 0; y < 8; y++) {
                for (int z = 0; z < 2; z++) {
                    leaves.add(new Leaf(8 * x, 8 * y, 8 * z, all, values, null));
                }
            }
        }
        float[] around = new float[value.length];
        return new SparseGrid(name, "", false, false, around, leaves.toArray(Leaf[]::new));
    }

    private Layers picture(String... settings) {
        Shot shot = shot(settings);
        return marcher(shot).layers(View.of(shot.camera()), Region.whole(WIDTH, HEIGHT));
    }

    private static Shot shot(String... settings) {
        List<String> all =
                new ArrayList<>(
                        List.of(
                                "camera.position=0,1.6,30",
                                "camera.target=0,1.6,0",
                                "camera.lens=320",
                                "look.rays=64"));
        all.addAll(List.of(settings));
        return Settings.with(Shot.empty("wall"), all);
    }

    private Marcher marcher(Shot shot) {
        Frame frame =
                new Frame(
                        1,
                        0,
                        new Lattice(0, 0, 0, 0.05),
                        Map.of(
                                "density", even("density", 0.05f),
                                "temperature", even("temperature", 900),
                                "velocity", even("velocity", 9.6f, 0, 0)));
        return new Marcher(List.of(frame), shot, workers);
    }

    /// A part alone has the pixels of the whole, bit for bit, embers at its edges too.
    @Test
    void part_isThatOfTheWholePicture() {
        Shot shot = shot("look.rays=4", "camera.shutter=180");
        Region region = new Region(WIDTH, HEIGHT, 150, 3, 190, 7);
        View view = View.of(shot.camera());
        List<Embers.Ember> embers = new ArrayList<>();
        for (int x = 140; x < 200; x += 2) {
            // Before the wall, along all of its left part.
            Vec3 place = new Vec3((x - 160) * SEEN / WIDTH, 1.6 + 1e-3 * (x % 7), 3);
            Vec3 to = place.plus(new Vec3(0.03, 0.02, 0));
            embers.add(new Embers.Ember(place, to, 1500, 0.01 + 1e-4 * x, 1));
        }
        Layers all = picture("look.rays=4", "camera.shutter=180");
        float[] without = all.picture().rgb();
        marcher(shot).addEmbers(all, Region.whole(WIDTH, HEIGHT), view, embers);
        float[] whole = all.picture().rgb();
        assertFalse(Arrays.equals(without, whole), "embers are seen");
        Picture part = marcher(shot).part(view, region, embers, workers);
        assertEquals(40, part.width());
        assertEquals(4, part.height());
        for (int row = 0; row < 4; row++) {
            int from = 3 * ((3 + row) * WIDTH + 150);
            assertArrayEquals(
                    Arrays.copyOfRange(whole, from, from + 120),
                    Arrays.copyOfRange(part.rgb(), 120 * row, 120 * (row + 1)));
        }
    }

    /// Metres at the wall over which its edge goes from a tenth to nine tenths.
    private static double edge(Layers picture) {
        int from = 0;
        int to = 0;
        for (int x = 0; x < WIDTH; x++) {
            float covers = picture.opacity()[HEIGHT / 2 * WIDTH + x];
            from = covers < 0.1 ? x : from;
            to = covers < 0.9 ? x : to;
        }
        return (to - from) * SEEN / WIDTH;
    }

    /// 9.6 m/s for half of a twenty-fourth of a second: 0.2 m, evenly.
    @Test
    void shutter_blursByWayAndTime() {
        assertEquals(0.02, edge(picture("camera.shutter=0")), 0.03);
        assertEquals(0.8 * 0.2, edge(picture("camera.shutter=180")), 0.03);
        assertEquals(0.8 * 0.4, edge(picture("camera.shutter=360")), 0.03);
    }

    /// With few rays too: pixels that see the same differ by a twentieth, where eight rays by
    /// chance alone would by more than a tenth.
    @Test
    void movingEdge_isSmooth() {
        float[] opacity = picture("look.rays=8", "camera.shutter=360").opacity();
        double square = 0;
        int blurred = 0;
        for (int x = 0; x < WIDTH; x++) {
            double mean = 0;
            for (int y = 0; y < HEIGHT; y++) {
                mean += opacity[y * WIDTH + x] / HEIGHT;
            }
            for (int y = 0; y < HEIGHT && mean > 0.02 && mean < 0.98; y++) {
                square += Math.pow(opacity[y * WIDTH + x] - mean, 2);
                blurred++;
            }
        }
        assertTrue(blurred > 20 * HEIGHT, blurred + " pixels are blurred");
        double spread = Math.sqrt(square / blurred);
        assertTrue(spread < 0.055, "differ by " + spread);
    }

    /// A lens of 0.4 m with its focus at twice the wall's distance blurs to half its opening; on
    /// the wall nothing is blurred.
    @Test
    void opening_blursWhatIsNotInFocus() {
        String[] wide = {"camera.shutter=0", "camera.opening=400", "camera.focus=58.4"};
        // Chords of a disk 0.2 m across: nine tenths of its area lie within 0.69 of its width.
        assertEquals(0.137, edge(picture(wide)), 0.03);
        assertTrue(
                edge(picture("camera.shutter=0", "camera.opening=400", "camera.focus=29.2"))
                        < 0.04);
    }

    @Test
    void layers_holdDistanceTemperatureAndVelocity() {
        Layers picture = picture("camera.shutter=0");
        int pixel = HEIGHT / 2 * WIDTH + WIDTH * 3 / 4;
        assertEquals(1, picture.opacity()[pixel], 1e-3);
        assertEquals(29.2, picture.distance()[pixel], 0.05);
        assertEquals(900, picture.kelvin()[pixel], 20);
        assertEquals(9.6, picture.motion()[3 * pixel], 0.01);
        int sky = HEIGHT / 2 * WIDTH + WIDTH / 8;
        assertEquals(0, picture.opacity()[sky]);
        assertEquals(0, picture.kelvin()[sky]);
    }
}
