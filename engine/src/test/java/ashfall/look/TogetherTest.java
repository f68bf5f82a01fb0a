package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.look.Embers.Ember;
import ashfall.picture.Blackbody;
import ashfall.picture.Layers;
import ashfall.picture.Part;
import ashfall.picture.Picture;
import ashfall.picture.Region;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Settings;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/// Several elements in one picture: their coefficients add up, each keeps its own voxels, and light
/// and shadow go from one to the other.
class TogetherTest {
    private static final int MIDDLE = 8 * 16 + 8;
    private static final double AREA = 8700;

    private final Workers workers = new Workers(2);
    private Shot site = Shot.empty("walls");

    @AfterEach
    void close() {
        workers.close();
    }

    /// A wall of smoke, 3.2 m wide and high on the ground and one deep, its front facing south.
    ///
    /// @param leavesAcross leaves of 8 voxels along its width; their number decides its voxels
    private static Frame wall(int leavesAcross, double behind, float density, float kelvin) {
        double voxel = 3.2 / (8 * leavesAcross);
        List<Leaf> leaves = new ArrayList<>();
        long[] on = new long[8];
        Arrays.fill(on, -1L);
        for (int x = 0; x < leavesAcross; x++) {
            for (int y = 0; y < leavesAcross; y++) {
                leaves.add(new Leaf(8 * x, 8 * y, 0, on, new float[512], null));
            }
        }
        return new Frame(
                1,
                0,
                new Lattice(-1.6, 0, -behind, voxel),
                Map.of(
                        "density", filled("density", leaves, density, 0),
                        "temperature", filled("temperature", leaves, kelvin, kelvin)));
    }

    private static SparseGrid filled(String name, List<Leaf> where, float value, float outside) {
        float[] values = new float[512];
        Arrays.fill(values, value);
        Leaf[] leaves =
                where.stream()
                        .map(l -> new Leaf(l.x(), l.y(), l.z(), l.mask(), values, null))
                        .toArray(Leaf[]::new);
        return new SparseGrid(name, "", false, false, new float[] {outside}, leaves);
    }

    private Picture picture(List<Frame> frames, String... settings) {
        List<String> all =
                new ArrayList<>(
                        List.of(
                                "camera.position=0,1.6,30",
                                "camera.target=0,1.6,0",
                                "camera.lens=400",
                                "look.samples=4",
                                "look.inner=0",
                                "look.spill=0",
                                "sun.strength=0",
                                "sun.sky=0"));
        all.addAll(List.of(settings));
        Shot shot = Settings.with(site, all);
        return new Marcher(frames, shot, workers).draw(View.of(shot.camera()), 16, 16);
    }

    /// Depth of a wall is 8 voxels.
    private static double depth(int leavesAcross, double density) {
        return AREA * density * 3.2 / leavesAcross;
    }

    /// `L = S₁(1 − e^(−τ₁)) + e^(−τ₁) S₂(1 − e^(−τ₂))`, with voxels of 5 and 10 cm.
    @Test
    void oneBehindTheOther_isSeenThroughIt() {
        Frame front = wall(8, 0, 2e-4f, 1500);
        Frame back = wall(4, 3, 1e-4f, 1700);
        double near = depth(8, 2e-4);
        double far = depth(4, 1e-4);
        double wanted =
                0.7 * Blackbody.xyz(1500)[1] * (1 - Math.exp(-near))
                        + Math.exp(-near) * 0.7 * Blackbody.xyz(1700)[1] * (1 - Math.exp(-far));
        Picture seen = picture(List.of(front, back));
        assertEquals(wanted, seen.emitted()[MIDDLE], 0.03 * wanted);
        assertEquals(1 - Math.exp(-near - far), seen.opacity()[MIDDLE], 0.02);
        assertArrayEquals(
                seen.rgb(), picture(List.of(back, front)).rgb(), 1e-3f * seen.rgb()[3 * MIDDLE]);
    }

    /// `L = (κ₁B₁ + κ₂B₂)/(σ₁ + σ₂) (1 − e^(−τ₁−τ₂))` where they fill the same space.
    @Test
    void inTheSameSpace_coefficientsAddUp() {
        Frame one = wall(4, 0, 1e-4f, 1500);
        Frame other = wall(4, 0, 2e-4f, 1700);
        double source = 0.7 * (Blackbody.xyz(1500)[1] + 2 * Blackbody.xyz(1700)[1]) / 3;
        double wanted = source * (1 - Math.exp(-depth(4, 3e-4)));
        assertEquals(wanted, picture(List.of(one, other)).emitted()[MIDDLE], 0.03 * wanted);
    }

    @Test
    void smokeOfOne_takesLightOfTheOtherAndCastsItsShadow() {
        Frame smoke = wall(8, 0, 1e-3f, 300);
        Frame fire = wall(4, 3, 1e-4f, 1800);
        double alone = picture(List.of(smoke), "look.inner=1").rgb()[3 * MIDDLE];
        double lit = picture(List.of(smoke, fire), "look.inner=1").rgb()[3 * MIDDLE];
        assertEquals(0, alone);
        assertTrue(lit > 1, "cd/m² " + lit);

        // The sun is behind; what stands between takes it away.
        String[] sunny = {"sun.strength=10000", "sun.towards=0,0.001,-1", "look.phase=0"};
        double open = picture(List.of(smoke), sunny).rgb()[3 * MIDDLE];
        Frame between = wall(4, 3, 1e-3f, 300);
        double shaded = picture(List.of(smoke, between), sunny).rgb()[3 * MIDDLE];
        assertTrue(shaded < 0.2 * open, shaded + " against " + open);
    }

    /// Stone between the fire and the ground keeps the light from it, and only there.
    @Test
    void stone_hidesTheFire() {
        List<Frame> fire = List.of(wall(4, 0, 1e-4f, 1800));
        String[] east = {
            "look.spill=1", "camera.position=6,6,1", "camera.target=6,0,0.4", "camera.lens=200"
        };
        String[] west = {
            "look.spill=1", "camera.position=-6,6,1", "camera.target=-6,0,0.4", "camera.lens=200"
        };
        double open = picture(fire, east).rgb()[3 * MIDDLE];
        double otherSide = picture(fire, west).rgb()[3 * MIDDLE];
        assertTrue(open > 1, "cd/m² " + open);
        site =
                site.withObstacle(
                        "stone",
                        Item.of(Obstacle.KIND)
                                .with(Shape.SHAPE, "box")
                                .with(Shape.CENTRE, new Vec3(4, 2, 0))
                                .with(Shape.SIZE, new Vec3(0.5, 8, 12)));
        assertEquals(0, picture(fire, east).rgb()[3 * MIDDLE], 1e-3 * open);
        assertEquals(otherSide, picture(fire, west).rgb()[3 * MIDDLE], 1e-3 * otherSide);
    }

    /// Stone casts the sun's shadow through smoke, as large as it is.
    @Test
    void stone_shadesTheSmokeBehindIt() {
        site =
                site.withObstacle(
                        "stone",
                        Item.of(Obstacle.KIND)
                                .with(Shape.SHAPE, "box")
                                .with(Shape.CENTRE, new Vec3(40, 1.6, 0.2))
                                .with(Shape.SIZE, new Vec3(0.5, 1, 4)));
        String[] sunny = {
            "camera.position=0,1.6,30",
            "camera.target=0,1.6,0",
            "camera.lens=400",
            "sun.strength=10000",
            "sun.towards=1,0,0",
            "look.scatter=0"
        };
        Shot shot = Settings.with(site, List.of(sunny));
        float[] seen =
                new Marcher(List.of(wall(8, 0, 1e-4f, 300)), shot, workers)
                        .layers(View.of(shot.camera()), Region.whole(16, 16))
                        .light(Part.SMOKE_BY_SUN);
        float lit = seen[3 * (2 * 16 + 8)];
        assertTrue(lit > 1, "over the stone: " + lit);
        // It ends 0.5 m over the middle: 3 pixels of 0.17 m.
        assertTrue(seen[3 * (6 * 16 + 8)] < 0.1 * lit, "just below its edge");
        assertTrue(seen[3 * (3 * 16 + 8)] > 0.8 * lit, "just above its edge");
    }

    /// Embers: bright in the open, dimmed by e^(−τ) behind smoke, gone behind stone.
    @Test
    void embers_areDimmedBySmokeAndHiddenByStone() {
        double open = ember(1);
        assertTrue(open > 100, "cd/m² " + open);
        double behind = ember(-2);
        assertEquals(Math.exp(-depth(8, 2e-4)), behind / open, 0.02);
        site =
                site.withObstacle(
                        "stone",
                        Item.of(Obstacle.KIND)
                                .with(Shape.SHAPE, "box")
                                .with(Shape.CENTRE, new Vec3(0, 1.6, 3))
                                .with(Shape.SIZE, new Vec3(4, 4, 0.5)));
        assertEquals(0, ember(1));
    }

    /// What an ember in the middle adds to the picture of cold smoke, cd/m².
    ///
    /// @param z m; the smoke stands from 0 to 0.4
    private double ember(double z) {
        String[] dark = {"camera.position=0,1.6,30", "camera.target=0,1.6,0", "camera.lens=400"};
        Shot shot = Settings.with(site, List.of(dark));
        View view = View.of(shot.camera());
        Marcher marcher = new Marcher(List.of(wall(8, 0, 2e-4f, 300)), shot, workers);
        Layers picture = marcher.layers(view, Region.whole(16, 16));
        assertEquals(0, picture.light(Part.EMBERS)[3 * MIDDLE]);
        Vec3 place = new Vec3(0.001, 1.599, z);
        marcher.addEmbers(
                picture,
                Region.whole(16, 16),
                view,
                List.of(new Ember(place, place, 1500, 0.5, 1)));
        return picture.light(Part.EMBERS)[3 * MIDDLE];
    }

    /// The fire's power is the same without the light of the rest.
    @Test
    void firePower_isThatOfTheWholeLight() {
        List<Frame> fires = List.of(wall(8, 0, 2e-4f, 1500), wall(8, -2, 1e-4f, 1400));
        double power = new Marcher(fires, site, workers).firePower();
        assertTrue(power > 0);
        assertEquals(power, Marcher.firePower(fires, site, workers));
    }

    /// An element that has nothing in it yet changes no pixel.
    @Test
    void emptyElement_changesNothing() {
        Frame fire = wall(8, 0, 2e-4f, 1500);
        Frame none =
                new Frame(
                        1,
                        0,
                        new Lattice(0, 0, 0, 0.3),
                        Map.of("density", filled("density", List.of(), 0, 0)));
        float[] alone = picture(List.of(fire)).rgb();
        assertArrayEquals(alone, picture(List.of(none, fire)).rgb());
        assertArrayEquals(alone, picture(List.of(fire, none)).rgb());
        assertThrows(IllegalArgumentException.class, () -> picture(List.of()));
    }
}
