package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.continuity.Feels;
import ashfall.gas.GasFields;
import ashfall.grid.GridShape;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.shot.Vec3;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.Arrays;
import java.util.List;

/// Wind and draughts: what shows them, what they do, and who feels them.
class AirTest {
    private static final String BOX = "elements.box.";

    private static Shot shot(String... settings) {
        String json =
                """
                {"ashfall": 1, "name": "box", "air": {"turbulence": {"speed": 0}},
                 "elements": {"box": {"kind": "gas", "voxel": {"sketch": 0.125},
                  "bounds": {"from": [-2, 0, -2], "to": [2, 4, 2]},
                  "sources": {"source": {"kind": "burner", "centre": [0, 2, 0], "radius": 0.5,
                   "uneven": 0, "temperature": 288, "release": {"smoke": 0.01}}}}}}
                """;
        return Settings.with(ShotFile.parse(json, "test").shot(), List.of(settings));
    }

    private static Shot draughty(String draught, String... settings) {
        String json =
                ShotFile.write(shot())
                        .replaceFirst(
                                "\"elements\"",
                                "\"draughts\": {\"side\": {" + draught + "}}, \"elements\"");
        return Settings.with(ShotFile.parse(json, "test").shot(), List.of(settings));
    }

    /// The mean way of all specks from their places half a life before.
    @ParameterizedTest
    @ValueSource(doubles = {0, 40, 200, 310})
    void specks_goWhereTheWindGoes(double degrees) {
        double a = Math.toRadians(degrees);
        Shot shot = shot("air.wind=" + 6 * Math.cos(a) + ",0," + 6 * Math.sin(a));
        Specks specks = new Specks(shot, new Vec3(-2, 0, -2), new Vec3(2, 4, 2));
        assertTrue(specks.isMoving());
        double[] was = new double[7];
        double[] is = new double[7];
        int seen = 0;
        for (int i = 0; i < 300; i++) {
            double dt = 0.25 * specks.life();
            specks.at(i, 1, 1, was);
            specks.at(i, 1 + dt, 1 + dt, is);
            if (is[3] > was[3]) {
                seen++;
                assertEquals(6 * Math.cos(a) * dt, is[0] - was[0], 1e-6);
                assertEquals(6 * Math.sin(a) * dt, is[2] - was[2], 1e-6);
                assertEquals(0, is[1] - was[1], 1e-6);
            }
        }
        assertTrue(seen > 200, "most live on: " + seen);
    }

    /// A gust at its cue is seen at its cue, whenever specks are looked at.
    @Test
    void specks_goInTheAirOfTheTimeShown() {
        Shot shot = shot("air.wind=6,0,0", "air.wind.share={\"curve\":[[9,0],[10,1]]}");
        Specks specks = new Specks(shot, new Vec3(-2, 0, -2), new Vec3(2, 4, 2));
        double[] out = new double[7];
        for (int i = 0; i < 50; i++) {
            specks.at(i, 100, 5, out);
            assertEquals(0, out[0] - out[4], 1e-9, "before the gust");
            specks.at(i, 100, 12, out);
            double way = 6 * specks.life() * Math.min(out[3], 1 / 12.0);
            assertEquals(way, out[0] - out[4], 1e-6, "in the gust");
        }
    }

    private static double[] smoke(Simulation s) {
        GasFields f = s.fields();
        GridShape shape = f.shape();
        double[] m = new double[4];
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    int i = shape.at(x, y, z);
                    double smoke = f.contents[GasFields.SOOT][i] * f.mass[i];
                    int[] at = {s.box().x() + x, s.box().y() + y, s.box().z() + z};
                    m[3] += smoke;
                    for (int axis = 0; axis < 3; axis++) {
                        m[axis] += smoke * s.setup().lattice().centre(axis, at[axis]);
                    }
                }
            }
        }
        return new double[] {m[0] / m[3], m[1] / m[3], m[2] / m[3]};
    }

    private static Simulation run(Shot shot, int frames, Workers workers) {
        Simulation s =
                new Simulation(Setup.of(shot, shot.element("box"), Fineness.SKETCH), workers);
        for (int frame = 0; frame < frames; frame++) {
            s.advanceFrame(new Cancel());
        }
        return s;
    }

    /// Smoke goes where a draught pushes, twice as far with twice the push, and nowhere where it
    /// does not act.
    @Test
    void draught_pushesTheGas_whereItActs() {
        try (Workers workers = new Workers(2)) {
            String push = "\"push\": [0, 0, %s], \"noise\": {\"amount\": 0}%s";
            double still = smoke(run(shot(), 16, workers))[2];
            double once = smoke(run(draughty(String.format(push, "2", "")), 16, workers))[2];
            double twice = smoke(run(draughty(String.format(push, "4", "")), 16, workers))[2];
            String away = ", \"everywhere\": false, \"centre\": [0, 2, 9], \"radius\": 1";
            double none = smoke(run(draughty(String.format(push, "4", away)), 16, workers))[2];
            String here = ", \"everywhere\": false, \"centre\": [0, 2, 0], \"radius\": 2";
            double in = smoke(run(draughty(String.format(push, "4", here)), 16, workers))[2];
            String unfelt = ", \"felt\": 0";
            double deaf = smoke(run(draughty(String.format(push, "4", unfelt)), 16, workers))[2];
            assertEquals(0, still, 1e-3);
            assertTrue(once > 0.03, "" + once);
            assertEquals(2, twice / once, 0.3);
            assertEquals(still, none, 1e-6);
            assertEquals(still, deaf, 1e-6);
            assertTrue(in > 0.5 * twice, in + " of " + twice);
        }
    }

    @Test
    void unevenDraught_sameBits_onAnyThreads() {
        String draught = "\"push\": [3, 0, 0], \"noise\": {\"amount\": 1, \"every\": 0.2}";
        float[][] smoke = new float[2][];
        for (int k = 0; k < 2; k++) {
            try (Workers workers = new Workers(1 + 2 * k)) {
                Simulation s = run(draughty(draught), 6, workers);
                smoke[k] =
                        Arrays.copyOf(
                                s.fields().contents[GasFields.SOOT],
                                s.fields().contents[GasFields.SOOT].length);
            }
        }
        assertArrayEquals(smoke[0], smoke[1]);
    }

    /// What is computed on one side only must be alike on both.
    @Test
    void draughtFromTheSide_whereLeftAndRightAreAlike_isRefused() {
        String alike = BOX + "alike=true";
        String even = "\"noise\": {\"amount\": 0}";
        for (String draught :
                List.of(
                        "\"push\": [1, 0, 0], " + even,
                        "\"push\": [0, 0, 1], \"noise\": {\"amount\": 1}",
                        "\"push\": [0, 0, 1], \"everywhere\": false, " + even)) {
            Shot shot = draughty(draught, alike);
            assertThrows(
                    ShotException.class,
                    () -> Setup.of(shot, shot.element("box"), Fineness.SKETCH));
        }
        Shot along = draughty("\"push\": [0, 0, 1], " + even, alike);
        Setup.of(along, along.element("box"), Fineness.SKETCH);
    }

    /// Three forces are fine; the fourth on the same gas brings a hint, and nothing is refused.
    @Test
    void fourthForce_bringsAHint() {
        String draught = "\"push\": [3, 0, 0]";
        String[] two = {"air.wind=2,0,0", "air.turbulence.speed=1", "elements.box.vorticity=0"};
        Feels three = Feels.of(draughty(draught, two), "box");
        assertEquals(List.of("gravity", "wind", "eddies", "side"), three.forces());
        assertTrue(three.hint().isEmpty());
        String[] more = {"air.wind=2,0,0", "air.turbulence.speed=1", "elements.box.vorticity=0.2"};
        Shot shot = draughty(draught, more);
        String hint = Feels.of(shot, "box").hint().orElseThrow();
        assertTrue(hint.startsWith("4 forces act on gas (wind, eddies, curls, side)"), hint);
        try (Workers workers = new Workers(1)) {
            run(shot, 1, workers);
        }
        Shot off = Settings.with(shot, List.of("draughts.side.felt=0"));
        assertTrue(Feels.of(off, "box").hint().isEmpty());
    }
}
