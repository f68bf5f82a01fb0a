package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.grid.Frame;
import ashfall.grid.GridShape;
import ashfall.grid.SparseGrid;
import ashfall.shot.Fineness;
import ashfall.shot.Kept;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/// Left and right alike: one half is computed, both are there.
class AlikeTest {
    private static final Set<String> ALL =
            Set.of("density", "temperature", "flame", "fuel", "velocity");

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private static Shot fireball(String... settings) {
        List<String> all =
                new ArrayList<>(
                        List.of(
                                "mass=1",
                                "air.turbulence.speed=0",
                                "elements.fireball.sources.charge.uneven=0",
                                "elements.fireball.sources.igniter.uneven=0",
                                "elements.fireball.voxel.sketch=0.2"));
        all.addAll(List.of(settings));
        return NewShot.make("fireball", all);
    }

    private Simulation run(Shot shot, int frames) {
        Simulation s =
                new Simulation(Setup.of(shot, shot.element("fireball"), Fineness.SKETCH), workers);
        for (int i = 0; i < frames; i++) {
            s.advanceFrame(new Cancel());
        }
        return s;
    }

    @Test
    void alike_isMirroredBitForBit_atThePlane() {
        Simulation s =
                run(
                        fireball(
                                "elements.fireball.alike=true",
                                "elements.fireball.sources.charge.uneven=0.7",
                                "air.turbulence.speed=2"),
                        8);
        Frame frame =
                Snapshot.of(s, Kept.everything(ALL, Set.of("temperature", "velocity")), workers);
        for (SparseGrid grid : frame.channels().values()) {
            for (int l = 0; l < grid.leafCount(); l++) {
                SparseGrid.Leaf leaf = grid.leaf(l);
                SparseGrid.Leaf other = grid.leafAt(-8 - leaf.x(), leaf.y(), leaf.z());
                assertNotNull(other, grid.name());
                for (int v = 0; v < SparseGrid.VOXELS; v++) {
                    assertEquals(leaf.isActive(v), other.isActive(v ^ 7));
                    int c = grid.components();
                    if (c == 1) {
                        assertEquals(leaf.value(v), other.value(v ^ 7));
                    } else {
                        assertEquals(leaf.value(c * v + 1), other.value(c * (v ^ 7) + 1));
                    }
                    // The lower face across x here is the upper one there.
                    if (c == 3 && (v & 7) > 0) {
                        assertEquals(leaf.value(3 * v), -other.value(3 * ((v - 1) ^ 7)));
                    }
                }
            }
        }
        SparseGrid heat = frame.channels().get("temperature");
        assertTrue(heat.leafCount() > 4 && heat.leafCount() % 2 == 0);
    }

    @Test
    void alike_burnsAsTheWholeDoes_inHalfTheVoxels() {
        String[] fixed = {
            "elements.fireball.bounds.follow=[]",
            "elements.fireball.bounds.from=-6.4,0,-6.4",
            "elements.fireball.bounds.to=6.4,12.8,6.4"
        };
        Shot shot = fireball(fixed);
        Simulation whole = run(shot, 0);
        Simulation half = run(Settings.with(shot, List.of("elements.fireball.alike=true")), 0);
        for (int frame = 1; frame <= 20; frame++) {
            LogEntry w = whole.advanceFrame(new Cancel());
            LogEntry h = half.advanceFrame(new Cancel());
            assertEquals(w.fuelReleasedKg(), h.fuelReleasedKg(), 1e-6);
            assertEquals(w.fuelBurntKg(), h.fuelBurntKg(), 0.01 * w.fuelBurntKg(), "" + frame);
            assertEquals(w.radiatedKj(), h.radiatedKj(), 0.02 * w.radiatedKj(), "" + frame);
            assertEquals(w.smokeKg(), h.smokeKg(), 0.02 * w.smokeKg() + 1e-6, "" + frame);
            assertEquals(w.flameTopM(), h.flameTopM(), 0.21);
            assertEquals(0, h.fuelDefectKg(), 1e-5);
            assertEquals(w.voxels(), 2 * h.voxels());
        }
    }

    @Test
    void alike_takesNoWindFromTheSide() {
        Shot shot =
                Settings.with(fireball("elements.fireball.alike=true"), List.of("air.wind=3,0,0"));
        String why = assertThrows(ShotException.class, () -> run(shot, 0)).getMessage();
        assertTrue(why.contains("air.wind"), why);
        run(Settings.with(shot, List.of("air.wind=0,0,3")), 1);
    }

    @Test
    void alike_sourceWestOfThePlane_isNamed() {
        Shot shot = fireball("elements.fireball.alike=true", "elements.fireball.alike.at=1.9");
        String why = assertThrows(ShotException.class, () -> run(shot, 1)).getMessage();
        assertTrue(why.contains("charge") && why.contains("west"), why);
    }

    /// Difference between the smoke west and the mirrored smoke east of x = 0, over all smoke.
    private double unlike(String... settings) {
        Simulation s = run(NewShot.make("fireball", List.of(settings)), 36);
        GasFields f = s.fields();
        GridShape shape = f.shape();
        double difference = 0;
        double sum = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    int other = -1 - (s.box().x() + x) - s.box().x();
                    int i = shape.at(x, y, z);
                    double here = f.contents[GasFields.SOOT][i] * f.mass[i];
                    boolean inside = other >= 0 && other < shape.nx();
                    int j = shape.at(inside ? other : 0, y, z);
                    double there = inside ? f.contents[GasFields.SOOT][j] * f.mass[j] : 0;
                    difference += Math.abs(here - there);
                    sum += here;
                }
            }
        }
        return difference / sum;
    }

    @Test
    void evenToRagged_goesFromAlmostAlikeToFarFromIt() {
        String[] dial = {"elements.fireball.ragged=0", "elements.fireball.ragged=1.5"};
        double[] d = {unlike("mass=10", dial[0]), unlike("mass=10", dial[1])};
        System.out.printf("even to ragged: %.3f to %.3f%n", d[0], d[1]);
        assertTrue(d[0] < 0.05 && d[1] > 0.25, d[0] + " to " + d[1]);
    }
}
