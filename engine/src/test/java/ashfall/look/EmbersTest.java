package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.look.Embers.Ember;
import ashfall.picture.Blackbody;
import ashfall.picture.Layers;
import ashfall.picture.Part;
import ashfall.picture.Region;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

import java.util.List;
import java.util.Map;

/// Light of embers, against the area that a ball covers.
class EmbersTest {
    private static final Workers WORKERS = new Workers(2);
    private static final int SIDE = 64;

    /// A pixel is 0.05 m wide at 16 m, with a lens as long as five films are wide.
    private static final Shot SHOT =
            Settings.with(
                    NewShot.make("burner", List.of()),
                    List.of(
                            "camera.position=0,5,16",
                            "camera.target=0,5,0",
                            "camera.lens=180",
                            "camera.film=36"));

    private static final double PIXEL = 16.0 * 36 / 180 / SIDE;

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    private static float[] light(Region region, List<Ember> embers) {
        SparseGrid none =
                new SparseGrid(
                        "density", "kg/m3", true, false, new float[1], new SparseGrid.Leaf[0]);
        Frame frame = new Frame(1, 0, new Lattice(0, 0, 0, 0.3), Map.of("density", none));
        Marcher marcher = new Marcher(List.of(frame), SHOT, WORKERS);
        Layers picture = new Layers(SIDE, SIDE, 1);
        marcher.addEmbers(picture, region, View.of(SHOT.camera()), embers);
        return picture.light(Part.EMBERS);
    }

    /// Red of all pixels, cd/m² times pixels.
    private static double sum(Ember... embers) {
        double sum = 0;
        float[] light = light(Region.whole(SIDE, SIDE), List.of(embers));
        for (int i = 0; i < light.length; i += 3) {
            sum += light[i];
        }
        return sum;
    }

    private static Ember ember(Vec3 from, Vec3 to, double diameter) {
        return new Ember(from, to, 1600, diameter, 1);
    }

    private static double red(double kelvin) {
        float[] rgb = new float[3];
        Blackbody.add((float) kelvin, 1, rgb);
        return rgb[0];
    }

    /// Small or large, still or on a streak: all of its light, and no more, is in the picture.
    @Test
    void light_isThatOfTheAreaCovered() {
        Vec3 middle = new Vec3(0.013, 5.021, 0);
        for (double diameter : new double[] {0.003, 0.02, 0.05, 0.11, 0.6, 1.2}) {
            double pixels = Math.PI * diameter * diameter / 4 / (PIXEL * PIXEL);
            double wanted = red(1600) * pixels;
            assertEquals(wanted, sum(ember(middle, middle, diameter)), 1e-3 * wanted);
            Vec3 on = middle.plus(new Vec3(0.9, 0.4, 0));
            assertEquals(wanted, sum(ember(middle, on, diameter)), 1e-3 * wanted);
        }
        double large = red(1600) * Math.PI * 0.81 / (PIXEL * PIXEL);
        assertEquals(large, sum(ember(middle, middle, 1.8)), 1e-3 * large);
        double near = sum(ember(middle, middle, 0.02));
        Vec3 far = new Vec3(0, 5, -16);
        assertEquals(near / 4, sum(ember(far, far, 0.02)), 1e-3 * near);
        Vec3 behind = new Vec3(0, 5, 17);
        assertEquals(0, sum(ember(behind, behind, 0.02)));
        assertEquals(3 * near, sum(new Ember(middle, middle, 1600, 0.02, 3)), 1e-3 * near);
        assertTrue(sum(new Ember(middle, middle, 1200, 0.02, 1)) < near / 5);
    }

    /// A streak is as long as the way and as dim as that makes it; a large disc is as bright as
    /// what glows.
    @Test
    void streak_liesAlongItsWay() {
        Vec3 from = new Vec3(-20 * PIXEL, 5, 0);
        float[] streak =
                light(
                        Region.whole(SIDE, SIDE),
                        List.of(ember(from, new Vec3(20 * PIXEL, 5, 0), 0.02)));
        float[] across = new float[SIDE];
        for (int y = 0; y < SIDE; y++) {
            for (int x = 0; x < SIDE; x++) {
                across[x] += streak[3 * (y * SIDE + x)];
            }
        }
        double each = red(1600) * Math.PI * 1e-4 / (PIXEL * PIXEL) / 40;
        for (int x = 14; x < 50; x++) {
            assertEquals(each, across[x], 0.03 * each, "column " + x);
        }
        assertEquals(0, across[8]);
        assertEquals(0, across[56]);
        Vec3 middle = new Vec3(0, 5, 0);
        float[] disc = light(Region.whole(SIDE, SIDE), List.of(ember(middle, middle, 0.6)));
        assertEquals(red(1600), disc[3 * (32 * SIDE + 32)], 0.02 * red(1600));
    }

    /// One that flies at the eye fills the picture, and takes no longer than that.
    @Test
    void ember_beforeTheEye_isDrawnAsFarAsThePictureGoes() {
        Vec3 close = new Vec3(0, 5, 15.98);
        float[] all = light(Region.whole(SIDE, SIDE), List.of(ember(close, close, 0.2)));
        for (int i = 0; i < all.length; i += 3) {
            assertEquals(red(1600), all[i], 1e-3 * red(1600));
        }
        Vec3 gone = new Vec3(0, 5, 15.999999999);
        assertEquals(0, sum(ember(gone, gone, 0.2)));
    }

    /// A part of the picture equals that part of the whole; the rest stays dark.
    @Test
    void region_equalsThatPartOfTheWhole() {
        List<Ember> all =
                List.of(
                        ember(new Vec3(-1, 4.6, 0), new Vec3(1, 5.3, 1), 0.3),
                        ember(new Vec3(0.3, 5, 3), new Vec3(0.3, 5, 3), 0.1));
        float[] whole = light(Region.whole(SIDE, SIDE), all);
        Region region = Region.of(SIDE + "x" + SIDE, "20,22,17,19");
        float[] part = light(region, all);
        float[] wanted = new float[whole.length];
        for (int y = 22; y < 41; y++) {
            System.arraycopy(whole, 3 * (y * SIDE + 20), wanted, 3 * (y * SIDE + 20), 3 * 17);
        }
        assertArrayEquals(wanted, part);
    }
}
