package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.shot.Fineness;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.shot.Unit;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/// Barrels of lamp oil in a row that burn when they are lit, and a flare that rolls up to them.
class DormantOilTest {
    private static final int BARRELS = 6;
    private static final double APART = 0.9;
    private static final double SPEED = 2;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private Simulation barrels(String flare) {
        StringBuilder sources = new StringBuilder();
        for (int k = 0; k < BARRELS; k++) {
            sources.append(
                    String.format(
                            java.util.Locale.ROOT,
                            "\"barrel%d\": {\"kind\": \"burner\", \"shape\": \"cylinder\","
                                    + " \"centre\": [%f, 0.25, 0], \"radius\": 0.2, \"size\": [1,"
                                    + " 0.3, 1], \"uneven\": 0, \"temperature\": \"60 C\","
                                    + " \"keep\": {\"fuel\": 0.12}}, ",
                            k,
                            1 + APART * k));
        }
        double way = 1 + APART * (BARRELS - 1);
        String json =
                """
                {"ashfall": 1, "name": "barrels", "frames": {"rate": 24},
                 "air": {"turbulence": {"speed": 0}},
                 "elements": {"row": {"kind": "gas", "voxel": {"sketch": 0.1},
                  "burn": {"fuel": "kerosene", "ignition": "210 C"},
                  "bounds": {"from": [-1, 0, -1.5], "to": [7, 3, 1.5]},
                  "sources": {%s"flare": {"kind": "igniter", "centre": [0, 0.3, 0],
                   "radius": 0.2, "uneven": 0, "keep": {"temperature": "%s"},
                   "path": [[0, 0, 0, 0], [%s, %s, 0, 0]]}}}}}
                """
                        .formatted(sources, flare, way / SPEED, way);
        Shot shot = ShotFile.parse(json, "test").shot();
        return new Simulation(Setup.of(shot, shot.element("row"), Fineness.SKETCH), workers);
    }

    /// Frame at which each barrel first burns; 0 for never.
    private static int[] lit(Simulation s, int frames, List<LogEntry> log) {
        int[] lit = new int[BARRELS];
        for (int frame = 1; frame <= frames; frame++) {
            log.add(s.advanceFrame(new Cancel()));
            for (int k = 0; k < BARRELS; k++) {
                lit[k] = lit[k] == 0 && burns(s, 1 + APART * k) ? frame : lit[k];
            }
        }
        return lit;
    }

    private static boolean burns(Simulation s, double at) {
        GasFields f = s.fields();
        double h = s.setup().lattice().voxel();
        for (int z = 0; z < f.shape().nz(); z++) {
            for (int y = 0; y < f.shape().ny(); y++) {
                for (int x = 0; x < f.shape().nx(); x++) {
                    double wx = (s.box().x() + x + 0.5) * h;
                    if (Math.abs(wx - at) < 0.25 && f.flame[f.shape().at(x, y, z)] > 2e4) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    @Test
    void flareTooCold_lightsNothing_andIsSaidWithItsDegrees() {
        List<LogEntry> log = new ArrayList<>();
        int[] lit = lit(barrels("150 C"), 60, log);
        assertTrue(IntStream.of(lit).allMatch(f -> f == 0), List.of(lit).toString());
        assertEquals(0, log.getLast().fuelBurntKg());
        String why =
                FlameNeeds.whyNoFlame(log, 60, "kerosene", Unit.KELVIN.parse("210 C"))
                        .orElseThrow();
        assertTrue(
                why.contains("the hottest gas with kerosene is 41") && why.contains("483 K"), why);
    }

    @Test
    void flareHotEnough_lightsBarrelAfterBarrel_andGivesNoSmoke() {
        Simulation s = barrels("600 C");
        List<LogEntry> log = new ArrayList<>();
        int[] lit = lit(s, 75, log);
        String all = IntStream.of(lit).boxed().toList().toString();
        // It touches the first barrel when their rims meet.
        double touch = 24 * (1 - 0.4) / SPEED;
        assertTrue(lit[0] > 0 && lit[0] <= touch + 2.5, "touched at " + touch + ", lit " + all);
        for (int k = 1; k < BARRELS; k++) {
            assertTrue(lit[k] >= lit[k - 1] && lit[k] > 0, all);
        }
        assertTrue(lit[BARRELS - 1] > lit[0] + 10, all);
        LogEntry last = log.getLast();
        double formed = last.sootFormedKg() - last.sootBurntKg() - last.sootGoneKg();
        assertEquals(formed, last.smokeKg(), 0.02 * last.sootFormedKg(), "all soot is the oil's");
    }
}
