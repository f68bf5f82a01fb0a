package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.shot.Fineness;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// A kilometre from the origin gas burns to the same bits: as at the origin where nothing random
/// tells places apart, and on any number of threads.
class PlaceTest {
    /// Fields after some frames: contents, then velocities.
    private static float[][] burn(double x, int threads, String... settings) {
        List<String> all =
                new ArrayList<>(
                        List.of(
                                "mass=1",
                                "elements.fireball.voxel.sketch=0.25",
                                "elements.fireball.sources.charge.centre=" + x + ",0.5,0",
                                "elements.fireball.sources.igniter.centre=" + x + ",0.5,0",
                                "elements.fireball.bounds.from=" + (x - 6) + ",0,-6",
                                "elements.fireball.bounds.to=" + (x + 6) + ",12,6"));
        all.addAll(List.of(settings));
        Shot shot = NewShot.make("fireball", all);
        try (Workers workers = new Workers(threads)) {
            Simulation s =
                    new Simulation(
                            Setup.of(shot, shot.element("fireball"), Fineness.SKETCH), workers);
            for (int frame = 0; frame < 8; frame++) {
                s.advanceFrame(new Cancel());
            }
            GasFields f = s.fields();
            assertTrue(s.ledger().heat() > 1e6, "it burns");
            return new float[][] {
                inside(f, f.contents[GasFields.ENTHALPY]),
                inside(f, f.contents[GasFields.SOOT]),
                inside(f, f.velocity[0]),
                inside(f, f.velocity[1])
            };
        }
    }

    private static float[] inside(GasFields f, float[] field) {
        var shape = f.shape();
        float[] out = new float[(int) shape.cells()];
        int n = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                System.arraycopy(field, shape.at(0, y, z), out, n, shape.nx());
                n += shape.nx();
            }
        }
        return out;
    }

    /// Heights are over zero, whatever ground a fire stands on.
    @Test
    void flameTop_onAGallery_isAsMuchHigher() {
        assertEquals(9 + flameTop(0), flameTop(9), 1e-5);
    }

    private static double flameTop(double ground) {
        Shot shot =
                NewShot.make(
                        "fireball",
                        List.of(
                                "mass=1",
                                "elements.fireball.ragged=0",
                                "elements.fireball.voxel.sketch=0.25",
                                "elements.fireball.sources.charge.centre=0,"
                                        + (ground + 0.5)
                                        + ",0",
                                "elements.fireball.sources.igniter.centre=0,"
                                        + (ground + 0.5)
                                        + ",0",
                                "elements.fireball.bounds.from=-6," + ground + ",-6",
                                "elements.fireball.bounds.to=6," + (ground + 12) + ",6"));
        try (Workers workers = new Workers(2)) {
            Simulation s =
                    new Simulation(
                            Setup.of(shot, shot.element("fireball"), Fineness.SKETCH), workers);
            double top = 0;
            for (int frame = 0; frame < 8; frame++) {
                top = s.advanceFrame(new Cancel()).flameTopM();
            }
            assertTrue(top > ground + 0.5, "m: " + top);
            return top;
        }
    }

    @Test
    void evenFireball_aKilometreWest_isTheSame() {
        float[][] here = burn(0, 2, "elements.fireball.ragged=0");
        float[][] there = burn(-1000, 2, "elements.fireball.ragged=0");
        for (int k = 0; k < here.length; k++) {
            assertArrayEquals(here[k], there[k]);
        }
    }

    @Test
    void raggedFireball_aKilometreWest_isTheSameOnAnyThreads() {
        float[][] one = burn(-1000, 1);
        for (int threads : new int[] {2, 4}) {
            float[][] more = burn(-1000, threads);
            for (int k = 0; k < one.length; k++) {
                assertArrayEquals(one[k], more[k], threads + " threads");
            }
        }
        assertTrue(!Arrays.equals(one[0], burn(-1000, 1, "elements.fireball.seed=9")[0]));
    }
}
