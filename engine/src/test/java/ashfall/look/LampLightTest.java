package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.picture.Layers;
import ashfall.picture.Part;
import ashfall.picture.Region;
import ashfall.shot.Item;
import ashfall.shot.Lamp;
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

/// Lamps of the site: a block of even smoke, 8 x 8 x 8 voxels of 0.25 m with its middle 5 m up, and
/// the ground.
class LampLightTest {
    private static final double LUMEN = 1e5;
    private static final double CANDELA = LUMEN / (4 * Math.PI);

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private static Frame smoke(double density) {
        Leaf leaf = Blocks.leaf(0, 0, 0, () -> density);
        SparseGrid grid =
                new SparseGrid("density", "kg/m3", false, false, new float[1], new Leaf[] {leaf});
        return new Frame(1, 0, new Lattice(-1, 4, -1, 0.25), Map.of("density", grid));
    }

    private static Shot shot(Vec3 lamp, String... settings) {
        Item item =
                Item.of(Lamp.KIND)
                        .with(Lamp.AT, lamp)
                        .with(Lamp.LIGHT, LUMEN)
                        .with(Lamp.COLOUR, new Vec3(1, 1, 1));
        List<String> all =
                new ArrayList<>(
                        List.of(
                                "sun.strength=0",
                                "sun.sky=0",
                                "look.scatter=0",
                                "look.phase=0",
                                "look.albedo=0.5",
                                "camera.position=0,5,50",
                                "camera.target=0,5,0",
                                "camera.lens=900",
                                "look.rays=1"));
        all.addAll(List.of(settings));
        return Settings.with(Shot.empty("test").withGroup("lamps", Map.of("lamp", item)), all);
    }

    private float[] part(Shot shot, double density, Part part) {
        Layers layers =
                new Marcher(List.of(smoke(density)), shot, workers)
                        .layers(View.of(shot.camera()), Region.whole(9, 9));
        return Arrays.copyOfRange(layers.light(part), 3 * 40, 3 * 41);
    }

    @Test
    void thinSmoke_scattersOnceWhatComesByTheSquareOfTheDistance() {
        // Seen through 2 m, lit from 20 m to the west: single scattering, σ_s I/(4π r²) L.
        double density = 1e-6;
        double scattering = 0.5 * 8700 * density;
        double wanted = scattering * CANDELA / (4 * Math.PI * 400) * 2;
        float[] seen = part(shot(new Vec3(-20, 5, 0)), density, Part.SMOKE_BY_LAMPS);
        assertEquals(wanted, seen[1], 0.02 * wanted);
        float[] far = part(shot(new Vec3(-40, 5, 0)), density, Part.SMOKE_BY_LAMPS);
        assertEquals(0.25, far[1] / seen[1], 0.01);
    }

    @Test
    void onGas_changesTheGasAlone() {
        Shot plain = shot(new Vec3(-20, 5, 0));
        Shot dark = Settings.with(plain, List.of("lamps.lamp.onGas=0.5"));
        float[] before = part(plain, 1e-6, Part.SMOKE_BY_LAMPS);
        assertEquals(0.5, part(dark, 1e-6, Part.SMOKE_BY_LAMPS)[0] / before[0], 1e-3);
        String[] down = {"camera.position=5,8,0.1", "camera.target=5,0,0", "camera.lens=900"};
        assertArrayEquals(
                part(Settings.with(plain, List.of(down)), 0, Part.SITE_BY_LAMPS),
                part(Settings.with(dark, List.of(down)), 0, Part.SITE_BY_LAMPS),
                0);
    }

    @Test
    void ground_isLitByTheCosine_andShadedByTheSmoke() {
        // From straight above the spot that is looked at, 8 m up; the block is between or not.
        String[] down = {
            "camera.position=8,3,0.01", "camera.target=8,0,0", "look.albedo=0",
        };
        Vec3 overhead = new Vec3(8, 10, 0);
        float[] lit = part(shot(overhead, down), 1e-3, Part.SITE_BY_LAMPS);
        double steep = lit[1];
        float[] slanted = part(shot(new Vec3(-2, 10, 0), down), 0, Part.SITE_BY_LAMPS);
        // 45°: twice the square of the distance, and the cosine.
        assertEquals(steep / 2 * Math.sqrt(0.5), slanted[1], 0.01 * steep);
        float[] shaded = part(shot(new Vec3(-8, 10, 0), down), 1e-3, Part.SITE_BY_LAMPS);
        float[] open = part(shot(new Vec3(-8, 10, 0), down), 0, Part.SITE_BY_LAMPS);
        assertTrue(shaded[1] < 0.01 * open[1], shaded[1] + " against " + open[1]);
    }

    @Test
    void obstacle_hidesTheLamp_butTheLampHidesNothing() {
        Item wall =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "box")
                        .with(Shape.CENTRE, new Vec3(-10, 5, 0))
                        .with(Shape.SIZE, new Vec3(0.5, 6, 6));
        Shot open = shot(new Vec3(-20, 5, 0));
        assertEquals(0, part(open.withObstacle("wall", wall), 1e-6, Part.SMOKE_BY_LAMPS)[1]);
        // In the middle of the gas.
        Shot within = shot(new Vec3(0, 5, 0));
        Shot without = Settings.with(within, List.of("lamps.lamp.on=false"));
        assertTrue(part(within, 1e-5, Part.SMOKE_BY_LAMPS)[1] > 0);
        assertArrayEquals(
                part(without, 1e-5, Part.BACKGROUND), part(within, 1e-5, Part.BACKGROUND), 0);
    }

    @Test
    void sunOnGas_leavesTheGround() {
        String[] sunny = {"sun.strength=1000", "sun.towards=0,1,0.2", "lamps.lamp.on=false"};
        Shot plain = shot(new Vec3(-20, 5, 0), sunny);
        Shot dim = Settings.with(plain, List.of("sun.onGas=0.25"));
        float[] before = part(plain, 1e-5, Part.SMOKE_BY_SUN);
        assertEquals(0.25, part(dim, 1e-5, Part.SMOKE_BY_SUN)[1] / before[1], 1e-3);
    }
}
