package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.grid.GridShape;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.shot.Unit;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.List;

/// What a source keeps, what it adds, and where the wind takes it.
class KeepOrAddTest {
    private static final String SOURCE = "elements.box.sources.source.";

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private Simulation simulation(String... settings) {
        String json =
                """
                {"ashfall": 1, "name": "box", "air": {"turbulence": {"speed": 0}},
                 "elements": {"box": {"kind": "gas", "voxel": {"sketch": 0.125},
                  "bounds": {"from": [-2, 0, -2], "to": [2, 4, 2]},
                  "sources": {"source": {"kind": "burner", "centre": [0, 1, 0], "radius": 0.5,
                   "uneven": 0, "temperature": 285}}}}}
                """;
        Shot shot = Settings.with(ShotFile.parse(json, "test").shot(), List.of(settings));
        return new Simulation(Setup.of(shot, shot.element("box"), Fineness.SKETCH), workers);
    }

    /// A basket kept at 640 °C: its hottest voxel stays within 1 % for 100 frames.
    @Test
    void heatKept_staysThere() {
        double kept = Unit.KELVIN.parse("640 C");
        Simulation s = simulation(SOURCE + "keep.temperature=640 C");
        for (int frame = 1; frame <= 100; frame++) {
            double hottest = s.advanceFrame(new Cancel()).hottestK();
            if (frame > 6) {
                assertEquals(kept, hottest, 0.01 * kept, "frame " + frame);
            }
        }
    }

    @Test
    void heatAdded_isTheSameInTwiceTheSteps() {
        double[] given = new double[2];
        for (int k = 0; k < 2; k++) {
            Simulation s =
                    simulation(
                            SOURCE + "release.heat=200",
                            SOURCE + "release.smoke=0.01",
                            "elements.box.steps=" + (2 + 2 * k));
            LogEntry last = null;
            for (int frame = 1; frame <= 48; frame++) {
                last = s.advanceFrame(new Cancel());
            }
            given[k] = last.enthalpyGivenKj();
        }
        assertEquals(given[0], given[1], 0.02 * given[0]);
        assertEquals(200 * 2, given[0], 0.02 * 400);
    }

    /// A source that is limited to a time gives just what it gives in that time.
    @Test
    void limited_givesInItsTimeOnly() {
        Simulation s =
                simulation(
                        SOURCE + "release.heat=200",
                        SOURCE + "time.limited=true",
                        SOURCE + "time.from=0.51",
                        SOURCE + "time.to=0.83");
        double before = -1;
        LogEntry last = null;
        for (int frame = 1; frame <= 30; frame++) {
            last = s.advanceFrame(new Cancel());
            before = frame == 12 ? last.enthalpyGivenKj() : before;
        }
        assertEquals(0, before, "nothing before");
        assertEquals(200 * 0.32, last.enthalpyGivenKj(), 0.001 * 64);
    }

    /// Heat that is added to whatever there is climbs as forecast, however long the steps.
    @Test
    void warming_climbsAsForecast() {
        double[] given = new double[2];
        for (int k = 0; k < 2; k++) {
            Simulation s =
                    simulation(
                            "air.gravity=0",
                            SOURCE + "release.warming=640",
                            "elements.box.steps=" + (2 + 2 * k));
            LogEntry last = null;
            for (int frame = 1; frame <= 24; frame++) {
                last = s.advanceFrame(new Cancel());
            }
            assertEquals(288 + 640, last.hottestK(), 0.01 * 928);
            given[k] = last.enthalpyGivenKj();
        }
        assertEquals(given[0], given[1], 0.02 * given[0]);
    }

    /// Cold smoke goes where the arrow of the wind points.
    @ParameterizedTest
    @ValueSource(doubles = {0, 50, 130, 260})
    void wind_takesColdSmokeAlong(double degrees) {
        double a = Math.toRadians(degrees);
        double wx = 6 * Math.cos(a);
        double wz = 6 * Math.sin(a);
        Simulation s = simulation("air.wind=" + wx + ",0," + wz, SOURCE + "release.smoke=0.05");
        for (int frame = 0; frame < 5; frame++) {
            s.advanceFrame(new Cancel());
        }
        GasFields f = s.fields();
        GridShape shape = f.shape();
        double sum = 0;
        double mx = 0;
        double mz = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    int i = shape.at(x, y, z);
                    double smoke = f.contents[GasFields.SOOT][i] * f.mass[i];
                    sum += smoke;
                    mx += smoke * s.setup().lattice().centre(0, s.box().x() + x);
                    mz += smoke * s.setup().lattice().centre(2, s.box().z() + z);
                }
            }
        }
        double along = (mx * Math.cos(a) + mz * Math.sin(a)) / sum;
        double across = (mz * Math.cos(a) - mx * Math.sin(a)) / sum;
        // Given evenly for a time, smoke has gone half as far as the wind in the mean.
        assertEquals(0.5 * 6 * s.time(), along, 0.2, "along");
        assertEquals(0, across, 0.05, "across");
        assertTrue(sum > 0);
    }
}
