package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.burn.Fuels;
import ashfall.gas.GasFields;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// Heat and smoke, split by the source whose fuel it was.
class WhoBurnedTest {
    private static final String BOX = "elements.box.";

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    /// Two charges into one another and a burner beside; all burns out.
    private Simulation simulation(String... settings) {
        String json =
                """
                {"ashfall": 1, "name": "box", "air": {"turbulence": {"speed": 1}},
                 "elements": {"box": {"kind": "gas", "voxel": {"sketch": 0.25},
                  "bounds": {"from": [-4, 0, -4], "to": [4, 8, 4]},
                  "burn": {"time": 0.05},
                  "sources": {
                   "left": {"kind": "charge", "centre": [-0.4, 1, 0], "radius": 0.8,
                    "release": {"total": 0.3, "air": 1.5, "fuel": {"curve": [[0, 1], [0.2, 1], [0.25, 0]]}}},
                   "right": {"kind": "charge", "centre": [0.4, 1, 0], "radius": 0.8,
                    "release": {"total": 0.1, "air": 1.5, "fuel": {"curve": [[0, 1], [0.2, 1], [0.25, 0]]}}},
                   "pool": {"kind": "burner", "centre": [1.5, 0.4, 0], "radius": 0.5,
                    "release": {"air": 1.5, "fuel": {"curve": [[0.1, 0.2], [0.6, 0.2], [0.65, 0]]}, "smoke": 0.002}},
                   "spark": {"kind": "igniter", "centre": [0, 1, 0], "radius": 2,
                    "release": {"heat": {"curve": [[0, 60000], [0.6, 60000], [0.7, 0]]}}}}}}}
                """;
        List<String> all = new ArrayList<>(List.of(BOX + "whoburned=true"));
        all.addAll(List.of(settings));
        Shot shot = Settings.with(ShotFile.parse(json, "test").shot(), all);
        return new Simulation(Setup.of(shot, shot.element("box"), Fineness.SKETCH), workers);
    }

    private static List<LogEntry> burn(Simulation s, int frames) {
        List<LogEntry> log = new ArrayList<>();
        for (int f = 0; f < frames; f++) {
            log.add(s.advanceFrame(new Cancel()));
        }
        return log;
    }

    private static Map<String, Double> heat(List<LogEntry> log) {
        Map<String, Double> all = new HashMap<>();
        for (LogEntry e : log) {
            double sum = e.heatOfKw().values().stream().mapToDouble(v -> v).sum();
            assertEquals(e.heatReleaseKw(), sum, 0.005 * e.heatReleaseKw() + 1e-9);
            double smoke = e.smokeOfKg().values().stream().mapToDouble(v -> v).sum();
            assertEquals(e.smokeKg(), smoke, 0.005 * e.smokeKg() + 1e-12);
            e.heatOfKw().forEach((name, kw) -> all.merge(name, kw * e.gasSeconds(), Double::sum));
        }
        return all;
    }

    @Test
    void whatBurntOut_isWhoseFuelItWas() {
        List<LogEntry> log = burn(simulation(), 32);
        LogEntry last = log.getLast();
        double unburnt = last.fuelLeftKg() + last.fuelGoneKg();
        assertTrue(unburnt < 0.02 * last.fuelReleasedKg(), unburnt + " kg are left");
        Map<String, Double> heat = heat(log);
        assertEquals(List.of("left", "right", "pool"), List.copyOf(last.heatOfKw().keySet()));
        double all = heat.values().stream().mapToDouble(v -> v).sum();
        double given = last.fuelReleasedKg();
        assertEquals(0.3 / given, heat.get("left") / all, 0.005);
        assertEquals(0.1 / given, heat.get("right") / all, 0.005);
        assertEquals(1 - 0.4 / given, heat.get("pool") / all, 0.005);
    }

    @Test
    void telling_changesNoBit() {
        Simulation told = simulation();
        Simulation plain = simulation(BOX + "whoburned=false");
        List<LogEntry> log = burn(told, 20);
        assertTrue(burn(plain, 20).getLast().heatOfKw().isEmpty());
        assertTrue(log.getLast().heatOfKw().get("pool") > 0);
        GasFields a = told.fields();
        GasFields b = plain.fields();
        assertEquals(4, b.contents.length, "free when off");
        for (int k = 0; k < b.contents.length; k++) {
            assertArrayEquals(b.contents[k], a.contents[k]);
        }
        for (int axis = 0; axis < 3; axis++) {
            assertArrayEquals(b.velocity[axis], a.velocity[axis]);
        }
    }

    /// Each with its own fuel, of another heat.
    @Test
    void severalFuels_areToldApart() {
        List<LogEntry> log =
                burn(
                        simulation(
                                BOX + "burn.fuel=kerosene",
                                BOX + "sources.left.burns=ethanol",
                                BOX + "sources.pool.burns=propane"),
                        32);
        Map<String, Double> heat = heat(log);
        double ratio = heat.get("left") / heat.get("right");
        double expected = 3 * Fuels.of("ethanol").heat() / Fuels.of("kerosene").heat();
        assertEquals(expected, ratio, 0.03 * expected);
    }

    /// More than can be told apart: the last stands for the rest.
    @Test
    void manySources_theLastStandsForTheRest() {
        String[] names = new String[9];
        Arrays.setAll(names, i -> "p" + i);
        StringBuilder sources = new StringBuilder();
        for (String name : names) {
            sources.append(sources.isEmpty() ? "" : ",")
                    .append("\"")
                    .append(name)
                    .append(
                            "\": {\"kind\": \"burner\", \"radius\": 0.5, \"centre\": [0, 1, 0],"
                                    + " \"temperature\": 1500, \"release\": {\"fuel\": 0.05}}");
        }
        String json =
                "{\"ashfall\": 1, \"name\": \"box\", \"elements\": {\"box\": {\"kind\": \"gas\","
                    + " \"whoburned\": true, \"voxel\": {\"sketch\": 0.25}, \"bounds\": {\"from\":"
                    + " [-2, 0, -2], \"to\": [2, 4, 2]}, \"sources\": {"
                        + sources
                        + "}}}}";
        Shot shot = ShotFile.parse(json, "test").shot();
        Simulation s =
                new Simulation(Setup.of(shot, shot.element("box"), Fineness.SKETCH), workers);
        LogEntry last = burn(s, 8).getLast();
        assertEquals(8, last.heatOfKw().size());
        double one = last.heatOfKw().get("p0");
        assertEquals(last.heatReleaseKw() / 9, one, 0.005 * last.heatReleaseKw());
        assertEquals(2 * one, last.heatOfKw().get("p7"), 0.01 * last.heatReleaseKw());
    }
}
