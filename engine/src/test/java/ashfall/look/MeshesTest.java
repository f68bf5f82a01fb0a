package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.firing.PictureCheck;
import ashfall.geometry.MeshTree;
import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.picture.Layers;
import ashfall.picture.Part;
import ashfall.picture.Picture;
import ashfall.picture.Region;
import ashfall.shot.DemoShots;
import ashfall.shot.Item;
import ashfall.shot.Scenery;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Meshes in the picture, lit and throwing shadows.
class MeshesTest {
    private static final Workers WORKERS = new Workers(2);
    private static final int SIDE = 32;

    /// An upright square of 4 m around 0, its lower edge on the ground, its front facing south.
    private static final String SCREEN = "v -2 0 0\nv 2 0 0\nv 2 4 0\nv -2 4 0\nf 1 2 3 4\n";

    @TempDir Path folder;
    private Path screen;

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    @BeforeEach
    void write() throws IOException {
        screen = folder.resolve("screen.obj");
        Files.writeString(screen, SCREEN);
    }

    private Item mesh() {
        return Item.of(Scenery.KIND)
                .with(Scenery.FILE, screen.toString())
                .with(Scenery.UNEVEN, 0)
                .with(Scenery.COLOUR, new Vec3(0.5, 0.4, 0.3));
    }

    private static Shot with(Item... meshes) {
        Shot shot =
                Settings.with(
                        Shot.empty("screen"),
                        List.of(
                                "camera.position=0,2,20",
                                "camera.target=0,2,0",
                                "camera.lens=90",
                                "look.rays=1",
                                "look.haze=0",
                                "sun.towards=0,0,1",
                                "sun.strength=1000",
                                "sun.colour=1,1,1",
                                "sun.sky=0"));
        Map<String, Item> all = new LinkedHashMap<>();
        for (Item mesh : meshes) {
            all.put("mesh" + all.size(), mesh);
        }
        return shot.withGroup("meshes", all);
    }

    /// A block of gas of 2 m on the ground.
    private static Frame gas(double south, double density, double kelvin) {
        return new Frame(
                1,
                0,
                new Lattice(-1, 1, south - 1, 0.125),
                Map.of(
                        "density", Blocks.grid("density", 0, () -> density),
                        "temperature", Blocks.grid("temperature", kelvin, () -> kelvin)));
    }

    private static Layers layers(Shot shot, Frame gas) {
        View view = View.of(shot.camera());
        return new Marcher(List.of(gas), shot, WORKERS).layers(view, Region.whole(SIDE, SIDE));
    }

    private static double middle(Layers layers, Part part) {
        return layers.light(part)[3 * (SIDE / 2 * SIDE + SIDE / 2)];
    }

    /// `L = ρE/π` of a matt surface that faces the sun; a quarter turned it gets less by the
    /// cosine.
    @Test
    void inTheSun_itIsAsBrightAsItsColourSays() {
        Frame far = gas(-500, 0, 300);
        assertEquals(0.5 * 1000 / Math.PI, middle(layers(with(mesh()), far), Part.SITE_BY_SUN), 1);
        Item turned = mesh().with(Scenery.TURN, new Vec3(0, 60, 0));
        assertEquals(0.25 * 1000 / Math.PI, middle(layers(with(turned), far), Part.SITE_BY_SUN), 1);
        Item off = mesh().with(Scenery.ON, false);
        assertEquals(0, middle(layers(with(off), far), Part.SITE_BY_SUN));
    }

    @Test
    void anotherBeforeIt_keepsTheSunOff_andIsNearer() {
        Frame far = gas(-500, 0, 300);
        Shot shot = Settings.with(with(mesh()), List.of("sun.towards=0,1,1"));
        // Above the line of sight, where the light comes from.
        Item roof = mesh().with(Scenery.MOVED, new Vec3(0, 3, 3));
        assertTrue(middle(layers(shot, far), Part.SITE_BY_SUN) > 100);
        Map<String, Item> both = Map.of("a", mesh(), "b", roof);
        assertEquals(0, middle(layers(shot.withGroup("meshes", both), far), Part.SITE_BY_SUN));
        int at = SIDE / 2 * SIDE + SIDE / 2;
        assertEquals(20, layers(shot, far).distance()[at], 1e-2);
        Item near = mesh().with(Scenery.MOVED, new Vec3(0, 0, 5));
        assertEquals(15, layers(with(mesh(), near), far).distance()[at], 1e-2);
    }

    /// Half of the light of an even sky falls on an upright surface in the open, none on one that
    /// stands close behind another.
    @Test
    void skylight_isWhatIsOpen() {
        Frame far = gas(-500, 0, 300);
        Shot sky =
                Settings.with(
                        with(mesh()),
                        List.of("sun.strength=0", "sun.sky=1000", "sun.skyColour=1,1,1"));
        double open = 0.5 * 500 / Math.PI;
        assertEquals(open, middle(layers(sky, far), Part.SITE_BY_SKY), 0.02 * open);
        Item glass = mesh().with(Scenery.SCALE, 50).with(Scenery.MOVED, new Vec3(0, 0, 21));
        Shot behind = sky.withGroup("meshes", Map.of("a", mesh(), "b", glass));
        assertEquals(0, middle(layers(behind, far), Part.SITE_BY_SKY), 0.1 * open);
    }

    /// Fire lights it as it lights a point there, and smoke before it hides it.
    @Test
    void fireAndSmoke_lightAndHideIt() {
        Shot dark = Settings.with(with(mesh()), List.of("sun.strength=0"));
        Frame fire = gas(5, 2e-5, 1700);
        Marcher marcher = new Marcher(List.of(fire), dark, WORKERS);
        Vec3 place = new Vec3(1.5, 3.5, 1e-3);
        View view = View.towards(new Vec3(6, 6, 12), place, 0.01);
        Layers seen = marcher.layers(view, Region.whole(SIDE, SIDE));
        float[] wanted = new float[3];
        double[] corner = marcher.volumes.corner;
        marcher.light.fire.irradiance(
                place.minus(new Vec3(corner[0], corner[1], corner[2])), new Vec3(0, 0, 1), wanted);
        double got = middle(seen, Part.SITE_BY_FIRE);
        assertEquals(0.5 * wanted[0] / Math.PI, got, 0.02 * got);
        assertTrue(got > 1);

        Frame smoke = gas(5, 1 / 8700.0, 300);
        double clear = middle(layers(with(mesh()), gas(5, 0, 300)), Part.SITE_BY_SUN);
        Layers hidden = layers(with(mesh()), smoke);
        // As much on the way to the eye as to the sun.
        double through = 1 - hidden.opacity()[SIDE / 2 * SIDE + SIDE / 2];
        assertEquals(Math.exp(-2), through, 0.02);
        double wanting = through * through * clear;
        assertEquals(wanting, middle(hidden, Part.SITE_BY_SUN), 0.02 * wanting);
        Frame behind = gas(-5, 1 / 8700.0, 300);
        assertEquals(0, layers(with(mesh()), behind).opacity()[SIDE / 2 * SIDE + SIDE / 2]);
    }

    /// The fireground's picture draws them first, the finished one asks ray by ray.
    @Test
    void quickPicture_isThatOfTheRays() {
        Item ball = Item.of(Scenery.KIND).with(Scenery.FILE, "demo:tower.obj");
        Shot shot = with(mesh().with(Scenery.MOVED, new Vec3(1, 0, 9)), ball);
        Marcher marcher = new Marcher(List.of(gas(6, 1e-4, 300)), shot, WORKERS);
        View view = View.of(shot.camera());
        // Below a sample a voxel edges are as rays through the middles have them.
        Picture drawn = marcher.draw(view, 48, 48, 0.99, WORKERS);
        float[] sum = whole(marcher.layers(view, Region.whole(48, 48)));
        int same = 0;
        for (int i = 0; i < sum.length; i++) {
            same += Math.abs(sum[i] - drawn.rgb()[i]) < 0.02 * (1 + sum[i]) ? 1 : 0;
        }
        assertTrue(same > 0.98 * sum.length, same + " of " + sum.length);
    }

    private static float[] whole(Layers taken) {
        float[] sum = new float[taken.light(Part.FLAME).length];
        for (Part part : Part.values()) {
            for (int i = 0; i < sum.length; i++) {
                sum[i] += taken.light(part)[i];
            }
        }
        return sum;
    }

    private static double apart(float[] a, float[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) {
            sum += (a[i] - b[i]) * (a[i] - b[i]);
        }
        return Math.sqrt(sum / a.length);
    }

    /// Where there is time for it, edges are nearer to those of a picture of many rays.
    @Test
    void edgesWhileWorking_areSmooth() {
        Item slanted =
                mesh().with(Scenery.MOVED, new Vec3(0, 50, 0))
                        .with(Scenery.TURN, new Vec3(0, 0, 20));
        Shot shot =
                Settings.with(
                        with(slanted),
                        List.of(
                                "look.rays=64",
                                "camera.position=0,52,20",
                                "camera.target=0,52,0",
                                "camera.lens=60"));
        Marcher marcher = new Marcher(List.of(gas(-500, 0, 300)), shot, WORKERS);
        View view = View.of(shot.camera());
        float[] wanted = whole(marcher.layers(view, Region.whole(64, 64)));
        double smooth = apart(wanted, marcher.draw(view, 64, 64, 1, WORKERS).rgb());
        double rough = apart(wanted, marcher.draw(view, 64, 64, 0.99, WORKERS).rgb());
        assertTrue(smooth < 0.6 * rough, smooth + " " + rough);
    }

    @Test
    void onePicture_hasTheSameBits_forAnyWorkers() {
        Shot shot = with(mesh(), Item.of(Scenery.KIND).with(Scenery.FILE, "demo:store.obj"));
        Frame fire = gas(5, 2e-5, 1700);
        float[] two = layers(shot, fire).light(Part.SITE_BY_FIRE);
        try (Workers three = new Workers(3)) {
            View view = View.of(shot.camera());
            Layers again =
                    new Marcher(List.of(fire), shot, three).layers(view, Region.whole(SIDE, SIDE));
            assertArrayEquals(two, again.light(Part.SITE_BY_FIRE));
        }
    }

    @Test
    void whatCannotBeUsed_isSaidBeforehand() throws IOException {
        Item gone = mesh().with(Scenery.FILE, folder.resolve("gone.obj").toString());
        assertThrows(ShotException.class, () -> Meshes.of(with(gone)));
        Shot shot = with(gone, Item.of(Scenery.KIND), mesh().with(Scenery.ON, false), mesh());
        List<String> found =
                PictureCheck.check(shot, Map.of()).stream().map(f -> f.toString()).toList();
        assertEquals(3, found.size(), found.toString());
        assertTrue(found.get(0).contains("is off"));
        assertTrue(found.get(1).contains("'mesh0'") && found.get(1).contains("no such file"));
        assertTrue(found.get(2).contains("has no file yet"));
        assertEquals(2, PictureCheck.files(shot).size());
        // A file that is another now is read again.
        assertEquals(2, Meshes.of(with(mesh())).mesh().count());
        Files.writeString(screen, SCREEN + "f 1 2 4\n");
        assertTrue(screen.toFile().setLastModified(1_000_000));
        assertEquals(3, Meshes.of(with(mesh())).mesh().count());
    }

    @Test
    void demoShots_haveTheirMeshesWhereverTheyAreSaved() {
        for (String name : DemoShots.all().keySet()) {
            Shot shot = DemoShots.read(name).shot();
            Path file = folder.resolve(name + ".ashfall");
            Shot saved = ShotFile.parse(ShotFile.write(shot, file), name).shot();
            assertEquals(shot.meshes(), saved.meshes());
            saved.meshes()
                    .forEach((own, item) -> assertFalse(Meshes.trouble(own, item).isPresent()));
        }
        MeshTree tree = Meshes.of(DemoShots.read("oil-store").shot()).tree;
        assertTrue(tree.hides(new Vec3(-11, 2, 0), new Vec3(0, 0, -1), 20), "the tower");
        float[] colours = tree.mesh().colours();
        assertEquals(0, Arrays.binarySearch(new float[] {colours[0]}, 0.07f));
    }
}
