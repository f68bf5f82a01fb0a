package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.geometry.Body;
import ashfall.grid.Noise;
import ashfall.grid.Seeded;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Shape;
import ashfall.shot.Source;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;

class PatchesTest {
    /// A deck of 6 by 2 m with patches of 10 cm.
    private static final Item DECK =
            Item.of(Source.BURNER)
                    .with(Shape.SHAPE, "box")
                    .with(Shape.CENTRE, new Vec3(0, 0.1, 0))
                    .with(Shape.SIZE, new Vec3(6, 0.2, 2))
                    .with(Source.UNEVEN, 0)
                    .with(Source.GRAIN, 0.1);

    private static SourceSettings of(Item item) {
        return SourceSettings.of("deck", item, 0, 0, 1, 5, null);
    }

    private static double strength(Item item, double seconds, double x, double z) {
        Body body = Body.of(item);
        return Patches.of(item, 1, 5).strength(body.at(seconds), seconds, x, 0.1, z);
    }

    @Test
    void evenNoise_fillsZeroToOneEvenly() {
        int[] tenths = new int[10];
        int n = 200_000;
        for (int i = 0; i < n; i++) {
            double v =
                    Noise.even(
                            77,
                            300 * Seeded.unit(2, i, 0, 0),
                            300 * Seeded.unit(2, i, 1, 0),
                            300 * Seeded.unit(2, i, 2, 0));
            tenths[Math.min(9, (int) (10 * v))]++;
        }
        for (int tenth : tenths) {
            assertEquals(0.1, (double) tenth / n, 0.005);
        }
    }

    /// Noise from 180 to 320 °C over fuel that catches at 210 °C: 79 % above ignition, for 200
    /// frames of drift; 60 °C at the low end is said at once.
    @Test
    void burningShare_inRealDegrees_isSaidAndHoldsThroughTheDrift() {
        double ignition = Unit.KELVIN.parse("210 C");
        Item deck =
                DECK.with(Source.TEMPERATURE, Unit.KELVIN.parse("320 C"))
                        .with(Source.COLDEST, Unit.KELVIN.parse("180 C"))
                        .with(Source.DRIFT, new Vec3(0.05, 0, 0));
        for (int frame = 0; frame < 200; frame += 20) {
            assertEquals(0.79, of(deck).shares(frame / 24.0, ignition).warm(), 0.03);
        }
        Item colder = deck.with(Source.COLDEST, Unit.KELVIN.parse("60 C"));
        assertEquals(110 / 260.0, of(colder).shares(0, ignition).warm(), 0.03);
    }

    @Test
    void share_givesFromSoMuchOfTheSource_andInvertedFromTheRest() {
        Item some = DECK.with(Source.PATCH_SHARE, 0.38);
        assertEquals(0.38, of(some).shares(0, 300).gives(), 0.03);
        Item rest = some.with(Source.PATCH_INVERTED, true);
        for (int k = 0; k < 500; k++) {
            double x = 3 * Seeded.unit(1, k, 0, 0);
            double z = Seeded.unit(1, k, 1, 0);
            assertEquals(1, strength(some, 0, x, z) + strength(rest, 0, x, z), 1e-12);
        }
        assertTrue(of(some).hasPatches());
        assertTrue(!of(DECK).hasPatches());
    }

    @Test
    void drift_carriesPatchesAlong_jumpsMakeOthers() {
        Item drifting =
                DECK.with(Source.PATCH_SHARE, 0.5).with(Source.DRIFT, new Vec3(0.4, 0, -0.2));
        assertEquals(
                strength(drifting, 0, 0.3, 0.2), strength(drifting, 1, 0.3 + 0.4, 0.2 - 0.2), 1e-9);
        Item jumping = DECK.with(Source.UNEVEN, 0.9).with(Source.PATCH_EVERY, 0.5);
        assertEquals(strength(jumping, 0.1, 0.3, 0.2), strength(jumping, 0.4, 0.3, 0.2));
        assertNotEquals(strength(jumping, 0.4, 0.3, 0.2), strength(jumping, 0.6, 0.3, 0.2));
        assertTrue(of(jumping).isChanging() && of(drifting).isChanging());
        assertTrue(!of(DECK).isChanging());
    }

    /// A ring that runs out over a disc: strongest where the curve says.
    @Test
    void course_outward_runsFromTheMiddleToTheRim() {
        Item ring =
                DECK.with(Shape.SHAPE, "disc")
                        .with(Shape.RADIUS, 2)
                        .with(Source.COURSE, "outward")
                        .with(Source.COURSE_WIDTH, 0.2)
                        .with(
                                Source.COURSE_AT,
                                Curve.through(new double[] {0, 0}, new double[] {1, 1}));
        assertEquals(1, strength(ring, 0.5, 1, 0), 1e-9);
        assertEquals(0.5, strength(ring, 0.5, 0, 1.2), 1e-9);
        assertEquals(0, strength(ring, 0.5, 0.2, 0), 1e-9);
        assertEquals(1, strength(ring, 0.9, 0, 1.8), 1e-9);
    }
}
