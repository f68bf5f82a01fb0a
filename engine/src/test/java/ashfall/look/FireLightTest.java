package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.picture.Layers;
import ashfall.picture.Part;
import ashfall.picture.Region;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Settings;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;

/// The light of the fire on surfaces away from it.
class FireLightTest {
    private static final Workers WORKERS = new Workers(2);
    private static final double AREA = 8700;
    private static final int SIDE = 96;
    private static final Shot BALL =
            Settings.with(
                    Shot.empty("ball"),
                    List.of("look.rays=1", "sun.strength=0", "sun.sky=0", "look.inner=0"));

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    /// A ball of glowing smoke 6 m wide, its lower edge a metre above the ground.
    ///
    /// @param extinction of it, 1/m
    private static Frame ball(double extinction) {
        Blocks.Field density =
                (x, y, z) ->
                        Math.hypot(Math.hypot(x - 7.5, y - 7.5), z - 7.5) < 6
                                ? extinction / AREA
                                : 0;
        return new Frame(
                1,
                0,
                new Lattice(-4, 0, -4, 0.5),
                Map.of(
                        "density", Blocks.grid("density", 0, density),
                        "temperature", Blocks.grid("temperature", 1600, () -> 1600)));
    }

    /// Lamps in place of the fire give a surface what the fire gives it that is seen from there:
    /// the sum over a picture of `L cos θ dΩ`.
    @ParameterizedTest
    @CsvSource({"2e-4, 10, 3", "0.3, 10, 3", "2, 10, 3", "40, 10, 3", "2, 7, 1", "2, 20, 1"})
    void irradiance_isThatOfWhatIsSeen(double extinction, double away, double high) {
        Marcher marcher = new Marcher(List.of(ball(extinction)), BALL, WORKERS);
        assertIsWhatIsSeen(marcher, new Vec3(away, high, 1));
    }

    private static void assertIsWhatIsSeen(Marcher marcher, Vec3 at) {
        Vec3 middle = new Vec3(-0.25, 3.75, -0.25);
        double width = 2 * 3.6 / (at.x() - 1);
        View view = View.towards(at, middle, 1.3 * width);
        Layers seen = marcher.layers(view, Region.whole(SIDE, SIDE));
        Vec3 normal = new Vec3(-0.8, 0.6, 0);
        double pixel = view.width() / SIDE;
        double[] wanted = new double[3];
        for (int i = 0; i < SIDE * SIDE; i++) {
            Vec3 d = view.ray(i % SIDE + 0.5, i / SIDE + 0.5, SIDE, SIDE);
            double cos = d.dot(view.forward());
            double share = Math.max(0, d.dot(normal)) * pixel * pixel * cos * cos * cos;
            for (int k = 0; k < 3; k++) {
                wanted[k] += share * seen.light(Part.FLAME)[3 * i + k];
            }
        }
        float[] got = lux(marcher, at, normal);
        // There is no blue in it.
        for (int k = 0; k < 2; k++) {
            assertEquals(1, got[k] / wanted[k], 0.08, "colour " + k);
        }
    }

    /// A ball of glowing smoke as [#ball], cold smoke from 6 m east of its middle to 12 m.
    private static Frame ballBeforeSmoke(double extinction) {
        Blocks.Field inside = (x, y, z) -> 6 - Math.hypot(Math.hypot(x - 7.5, y - 7.5), z - 7.5);
        Blocks.Field density =
                (x, y, z) -> inside.at(x, y, z) > 0 || x >= 20 ? extinction / AREA : 0;
        Blocks.Field kelvin = (x, y, z) -> x < 16 ? 1600 : 300;
        return new Frame(
                1,
                0,
                new Lattice(-4, 0, -4, 0.5),
                Map.of(
                        "density", Blocks.grid("density", 0, 4, density),
                        "temperature", Blocks.grid("temperature", 300, 4, kelvin)));
    }

    /// Smoke behind a surface takes nothing from the light that falls on it, smoke before it does.
    @ParameterizedTest
    @CsvSource({"2, 5.5", "0.3, 5.5", "0.3, 8", "0.3, 10.5"})
    void irradianceAmongTheGas_isThatOfWhatIsSeen(double extinction, double away) {
        Marcher marcher = new Marcher(List.of(ballBeforeSmoke(extinction)), BALL, WORKERS);
        assertIsWhatIsSeen(marcher, new Vec3(away, 3, 1));
    }

    /// Of a wall among the gas one side is lit, and the other is in its shadow.
    @Test
    void wallAmongTheGas_isLitFromTheFire() {
        Item wall =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "box")
                        .with(Shape.CENTRE, new Vec3(5, 3, 0))
                        .with(Shape.SIZE, new Vec3(1, 8, 12));
        Frame frame = ballBeforeSmoke(0.3);
        Marcher open = new Marcher(List.of(frame), BALL, WORKERS);
        Marcher walled = new Marcher(List.of(frame), BALL.withObstacle("wall", wall), WORKERS);
        Vec3 west = new Vec3(-1, 0, 0);
        Vec3 before = new Vec3(4.45, 3, 0.3);
        float lit = lux(open, before, west)[0];
        assertEquals(lit, lux(walled, before, west)[0], 0.1 * lit);
        Vec3 behind = new Vec3(5.55, 3, 0.3);
        assertEquals(0, lux(walled, behind, west)[0], 0.02 * lit);
        assertEquals(0, lux(walled, behind, new Vec3(1, 0, 0))[0], 0.02 * lit);
    }

    /// While the view moves the fire's power may be off, but alike from frame to frame, or the site
    /// would flicker.
    @Test
    void powerOfAGrowingFire_growsEvenly() {
        Shot shot = Shot.empty("shell");
        List<Double> all = new ArrayList<>();
        for (double radius = 9; radius < 11; radius += 0.25) {
            double size = radius;
            Blocks.Field outward =
                    (x, y, z) -> Math.hypot(Math.hypot(x - 15.5, y - 15.4), z - 15.3) - size;
            Blocks.Field kelvin =
                    (x, y, z) -> 900 + 800 * Math.exp(-Math.pow(outward.at(x, y, z), 2));
            Blocks.Field density = (x, y, z) -> outward.at(x, y, z) < 2 ? 0.5 / AREA : 0;
            Frame shell =
                    new Frame(
                            1,
                            0,
                            new Lattice(-8, 0, -8, 0.5),
                            Map.of(
                                    "density",
                                    Blocks.grid("density", 0, 4, density),
                                    "temperature",
                                    Blocks.grid("temperature", 300, 4, kelvin)));
            double power = Marcher.quick(shell, shot, null, WORKERS).firePower();
            all.add(power / radius / radius);
        }
        assertEquals(1, Collections.min(all) / Collections.max(all), 0.1, "a square metre: " + all);
    }

    private static float[] lux(Marcher marcher, Vec3 at, Vec3 normal) {
        float[] rgb = new float[3];
        double[] c = marcher.volumes.corner;
        marcher.light.fire.irradiance(at.minus(new Vec3(c[0], c[1], c[2])), normal, rgb);
        return rgb;
    }

    /// A block of cold smoke, 8 m wide, hides the fire from what lies behind it, and from nothing
    /// else: `e^(−τ)` of the light is left. So does smoke of which no temperature is known.
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void otherGas_hidesWhatLiesBehindItOnly(boolean hasHeat) {
        SparseGrid density = Blocks.grid("density", 0, () -> 0.2 / AREA);
        SparseGrid heat = Blocks.grid("temperature", 300, () -> 300);
        Frame smoke =
                new Frame(
                        1,
                        0,
                        new Lattice(8, 0, -4, 0.5),
                        hasHeat
                                ? Map.of("density", density, "temperature", heat)
                                : Map.of("density", density));
        Shot shot =
                Settings.with(
                        Shot.empty("balls"),
                        List.of("sun.strength=0", "sun.sky=0", "look.inner=0", "look.scatter=0"));
        Marcher alone = new Marcher(List.of(ball(2)), shot, WORKERS);
        Marcher both = new Marcher(List.of(ball(2), smoke), shot, WORKERS);
        assertEquals(alone.firePower(), both.firePower(), 1e-6 * alone.firePower());
        Vec3 west = new Vec3(-1, 0, 0);
        Vec3 behind = new Vec3(24, 4, 0);
        float got = lux(both, behind, west)[0] / lux(alone, behind, west)[0];
        assertEquals(Math.exp(-1.6), got, 0.03 * Math.exp(-1.6));
        Vec3 before = new Vec3(-24, 4, 0);
        Vec3 east = new Vec3(1, 0, 0);
        float same = lux(both, before, east)[0] / lux(alone, before, east)[0];
        assertEquals(1, same, 1e-5);
    }
}
