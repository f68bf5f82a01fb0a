package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.continuity.Continuity;
import ashfall.gas.CellRange;
import ashfall.gas.Sides;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// A beacon's box: what it costs, what is refused, how it grows and where it may not.
class LimitsTest {
    private static final String BOX = "elements.box.";

    private static Shot beacon(String... settings) {
        String json =
                """
                {"ashfall": 1, "name": "box", "elements": {"box": {"kind": "gas",
                  "voxel": {"sketch": 0.1},
                  "bounds": {"from": [-6, 0, -6], "to": [6, 18, 6], "margin": 0.5},
                  "burn": {"fuel": "wood_volatiles"},
                  "sources": {"wood": {"kind": "burner", "shape": "disc", "centre": [0, 0.4, 0],
                   "radius": 0.6, "size": [1.2, 0.4, 1.2], "temperature": 900,
                   "keep": {"temperature": 1300}, "release": {"fuel": 0.12}}}}}}
                """;
        return Settings.with(ShotFile.parse(json, "test").shot(), List.of(settings));
    }

    private static Setup.Plan plan(double voxel) {
        Shot shot = beacon(BOX + "voxel.sketch=" + voxel);
        return Setup.plan(shot, shot.element("box"), Fineness.SKETCH);
    }

    @Test
    void cells_areThoseOfTheBoxAsTyped() {
        assertEquals(List.of(120L, 180L, 120L), plan(0.1).typed());
        assertEquals(2_592_000, plan(0.1).typedCells());
        assertEquals(20_736_000, plan(0.05).typedCells());
        assertTrue(plan(0.1).words().contains("2,592,000 voxels of 0.1 m"), plan(0.1).words());
        assertTrue(plan(0.05).memoryBytes() > 6 * plan(0.1).memoryBytes());
    }

    @Test
    void tooFine_isRefusedAtOnce_andTheNearestThatFitsFits() {
        long memory = 8_000_000_000L;
        long started = System.nanoTime();
        Setup.Plan huge = plan(0.005);
        String words =
                assertThrows(ShotException.class, () -> huge.requireFits(memory)).getMessage();
        double seconds = (System.nanoTime() - started) * 1e-9;
        assertTrue(seconds < 1, seconds + " s");
        assertEquals(20_736_000_000L, huge.typedCells());
        Matcher offered = Pattern.compile("voxels of ([0-9.]+) m or larger").matcher(words);
        assertTrue(offered.find(), words);
        double voxel = Double.parseDouble(offered.group(1));
        plan(voxel).requireFits(memory);
        assertThrows(ShotException.class, () -> plan(0.9 * voxel).requireFits(memory));
    }

    /// Gas never touches a side that moves; where an outer limit is met, side and frame are said.
    @Test
    void boxThatGrows_keepsItsMargin_andSaysWhatItMet() {
        Shot shot =
                beacon(
                        BOX + "voxel.sketch=0.15",
                        BOX + "bounds.to=[6,6,6]",
                        BOX + "bounds.follow=[\"west\",\"east\",\"top\",\"south\",\"north\"]");
        List<LogEntry> log = new ArrayList<>();
        boolean grew = false;
        try (Workers workers = new Workers(2)) {
            Setup setup = Setup.of(shot, shot.element("box"), Fineness.SKETCH);
            Simulation s = new Simulation(setup, workers);
            long first = s.box().shape().cells();
            for (int frame = 1; frame <= 48; frame++) {
                log.add(s.advanceFrame(new Cancel()));
                grew |= s.box().shape().cells() > first;
                Activity activity = new Activity(s.box().shape(), workers);
                CellRange gas = activity.visible(s.fields()).bounds();
                assertFree(s, setup, gas, frame);
            }
        }
        assertTrue(grew, "it grew");
        long met =
                log.stream().filter(e -> e.met().contains("top")).findFirst().orElseThrow().frame();
        String words =
                Continuity.lookBack(shot, "box", log).stream()
                        .map(f -> f.sentence())
                        .filter(w -> w.contains("meets the bounds"))
                        .findFirst()
                        .orElseThrow();
        assertTrue(
                words.startsWith("from frame " + met + " the gas meets the bounds at the top"),
                words);
    }

    /// South is where z points, for walls as for the wind.
    @Test
    void southernSide_isTheUpperAcrossZ() {
        Shot shot = beacon(BOX + "bounds.closed=[\"south\"]");
        Sides sides = Setup.of(shot, shot.element("box"), Fineness.SKETCH).sides();
        assertTrue(sides.highClosed(2) && !sides.lowClosed(2) && !sides.noneOpen());
    }

    private static void assertFree(Simulation s, Setup setup, CellRange gas, int frame) {
        int[][] sides = {{gas.x0(), gas.x1()}, {gas.y0(), gas.y1()}, {gas.z0(), gas.z1()}};
        for (int axis = 0; axis < 3; axis++) {
            boolean limitHigh = s.box().end(axis) == setup.box().end(axis);
            boolean limitLow = s.box().from(axis) == setup.box().from(axis);
            assertTrue(limitLow || sides[axis][0] > 0, "frame " + frame + ", axis " + axis);
            assertTrue(
                    limitHigh || sides[axis][1] < s.box().shape().count(axis),
                    "frame " + frame + ", axis " + axis);
        }
    }
}
