package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.gas.Sides;
import ashfall.gas.Solids;
import ashfall.particles.Carriers;
import ashfall.shot.Fineness;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Settings;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.shot.Vec3;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.List;

/// What carriers give to the gas.
class CarrierGasTest {
    private static final String BURST = "elements.bay.sources.burst.";

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    /// Six metres of still air around a burst at 3 m that gives half a kilogram of fuel.
    private static Shot shot(String... settings) {
        String json =
                """
                {"ashfall": 1, "name": "bay", "air": {"turbulence": {"speed": 0}},
                 "elements": {"bay": {"kind": "gas", "voxel": {"sketch": 0.2},
                  "bounds": {"from": [-3, 0, -3], "to": [3, 6, 3]},
                  "sources": {"burst": {"kind": "carriers", "centre": [0, 3, 0], "radius": 0.3,
                   "born": {"count": 60, "from": 0.05, "to": 0.1},
                   "life": {"mean": 0.25, "spread": 0.05}, "speed": {"start": 8},
                   "carrier": {"radius": 0.25}, "release": {"total": 0.5}}}}}}
                """;
        return Settings.with(ShotFile.parse(json, "test").shot(), List.of(settings));
    }

    private static Setup setup(Shot shot) {
        return Setup.of(shot, shot.element("bay"), Fineness.SKETCH);
    }

    private LogEntry run(Shot shot, int frames) {
        Simulation s = new Simulation(setup(shot), workers);
        LogEntry entry = null;
        for (int k = 0; k < frames; k++) {
            entry = s.advanceFrame(new Cancel());
        }
        return entry;
    }

    @Test
    void total_isGivenWhole_whateverTheVoxelTheSizeAndTheSteps() {
        assertEquals(0.5, run(shot(), 12).fuelReleasedKg(), 0.01);
        String fine = "elements.bay.voxel.sketch=0.1";
        assertEquals(0.5, run(shot(fine), 12).fuelReleasedKg(), 0.01);
        String tiny = BURST + "carrier.radius=0.01";
        assertEquals(0.5, run(shot(tiny), 12).fuelReleasedKg(), 0.01);
        String steps = "elements.bay.steps=8";
        assertEquals(0.5, run(shot(steps), 12).fuelReleasedKg(), 0.005);
    }

    @Test
    void beyondTheBounds_whatCarriersReleaseIsLost() {
        double given = run(shot(BURST + "speed.start=60"), 12).fuelReleasedKg();
        assertTrue(given > 0.02 && given < 0.4, "given " + given);
    }

    /// The speed that faces are brought to at birth is that of the carriers, times the factor.
    @Test
    void motion_isPassedOnByItsFactor() {
        Shot shot =
                shot(
                        BURST + "release.inherited=1.3",
                        BURST + "speed.way=direction",
                        BURST + "speed.spread=0",
                        BURST + "speed.start=26");
        Setup setup = setup(shot);
        Solids none = new Solids(setup.box(), setup.lattice(), Sides.allOpen(), false, workers);
        SourcePlace place =
                SourcePlace.find(
                        setup.sources().getFirst(), setup.box(), setup, none, 0.06, 0.062, workers);
        int faces = 0;
        for (float speed : place.own[1]) {
            if (!Float.isNaN(speed)) {
                assertEquals(1.3 * 26, speed, 1.3 * 26 * 0.01);
                faces++;
            }
        }
        assertTrue(faces > 20, faces + " faces");
        Simulation s = new Simulation(setup, workers);
        s.advanceFrame(new Cancel());
        s.advanceFrame(new Cancel());
        double fastest = 0;
        for (float v : s.fields().velocity[1]) {
            fastest = Math.max(fastest, v);
        }
        assertTrue(fastest > 20, "the gas moves at " + fastest);
    }

    /// At 200 m/s a carrier crosses a metre in a step, and leaves no gap between its beads.
    @Test
    void fastCarriers_leaveNoBeads() {
        Shot shot =
                shot(
                        BURST + "born.count=1",
                        BURST + "born.from=0",
                        BURST + "born.to=0",
                        BURST + "centre=-2.5,3,0",
                        BURST + "radius=0.01",
                        BURST + "speed.way=direction",
                        BURST + "speed.towards=1,0,0",
                        BURST + "speed.start=200");
        Setup setup = setup(shot);
        Solids none = new Solids(setup.box(), setup.lattice(), Sides.allOpen(), false, workers);
        SourcePlace place =
                SourcePlace.find(
                        setup.sources().getFirst(), setup.box(), setup, none, 0, 0.02, workers);
        int width = place.range.width();
        float[] along = new float[width];
        for (int j = 0; j < place.weight.length; j++) {
            along[j % width] += place.weight[j];
        }
        float most = 0;
        for (float w : along) {
            most = Math.max(most, w);
        }
        for (int x = width / 2 - 7; x < width / 2 + 7; x++) {
            assertTrue(along[x] > 0.9 * most, "at " + x + " " + along[x] + " of " + most);
        }
    }

    @Test
    void bodies_getNothing() {
        Item block =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "box")
                        .with(Shape.CENTRE, new Vec3(0.9, 3, 0))
                        .with(Shape.SIZE, new Vec3(0.6, 6, 6));
        Shot shot = shot().withObstacle("block", block);
        Simulation s = new Simulation(setup(shot), workers);
        LogEntry entry = null;
        for (int k = 0; k < 12; k++) {
            entry = s.advanceFrame(new Cancel());
        }
        assertEquals(0.5, entry.fuelReleasedKg(), 0.01);
        GasFields f = s.fields();
        int hidden = 0;
        for (int z = 0; z < f.shape().nz(); z++) {
            for (int y = 0; y < f.shape().ny(); y++) {
                for (int x = 0; x < f.shape().nx(); x++) {
                    if (s.solids().isSolid(x, y, z)) {
                        assertEquals(0, f.contents[GasFields.FUEL][f.shape().at(x, y, z)], 1e-6f);
                        hidden++;
                    }
                }
            }
        }
        assertTrue(hidden > 100);
    }

    @Test
    void threads_giveTheSameBits() {
        float[][] all = new float[2][];
        for (int k = 0; k < 2; k++) {
            try (Workers own = new Workers(1 + 2 * k)) {
                Simulation s = new Simulation(setup(shot()), own);
                for (int frame = 0; frame < 6; frame++) {
                    s.advanceFrame(new Cancel());
                }
                all[k] = s.fields().contents[GasFields.FUEL].clone();
            }
        }
        assertArrayEquals(all[0], all[1]);
    }

    /// 420 carriers from 0.50 to 0.63 s, 26 m/s that fall to 7 within 0.3 s: what is forecast of
    /// one carrier is how far they come in the mean.
    @Test
    void reach_ofABurst_isAsForecast() {
        Shot shot =
                shot(
                        BURST + "born.count=420",
                        BURST + "born.from=0.5",
                        BURST + "born.to=0.63",
                        BURST + "life.mean=0.4",
                        BURST + "life.spread=0.15",
                        BURST + "speed.start=26",
                        BURST + "speed.end=7",
                        BURST + "speed.within=0.3",
                        BURST + "speed.spread=0.2");
        Carriers carriers =
                CarrierFlights.of(
                        shot, shot.element("bay"), shot.item("elements.bay.sources.burst"));
        assertEquals(420, carriers.count());
        double forecast = 16.5 * 0.3 + 7 * 0.1;
        assertEquals(forecast, carriers.reach().mean(), 0.1 * forecast);
        assertTrue(carriers.reach().farthest() < 1.5 * forecast);
    }
}
