package ashfall.validation;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.grid.GridShape;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.sim.LogEntry;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.List;

/// A lamp's flame: viscosity and diffusion of hot gas make it slender, steady and hot.
class SmallFlameTest {
    /// Soot that glows, K.
    private static final float GLOWS = 1400;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private Simulation lantern(String... settings) {
        Shot shot = Settings.with(DemoShots.read("lantern").shot(), List.of(settings));
        return new Simulation(Setup.of(shot, shot.element("flame"), Fineness.SKETCH), workers);
    }

    @Test
    void lantern_standsSlenderAndBurnsAllItIsGiven() {
        Simulation s =
                lantern("elements.flame.alike=true", "elements.flame.bounds.to=0.05,0.18,0.05");
        LogEntry now = null;
        double[] heat = new double[12];
        for (int frame = 0; frame < heat.length; frame++) {
            now = s.advanceFrame(new Cancel());
            heat[frame] = now.heatReleaseKw();
        }
        double given = 3e-6 * 43.2e3;
        assertEquals(given, heat[11], 0.1 * given, "kW");
        assertEquals(heat[10], heat[11], 0.06 * given, "kW");
        assertTrue(now.hottestK() > 1750, "K: " + now.hottestK());
        double[] size = glowing(s);
        double slender = size[1] / size[0];
        assertTrue(slender > 2.5 && slender < 5, "height over width: " + slender);
        assertTrue(now.smokeKg() < 1e-8, "kg of smoke: " + now.smokeKg());
    }

    /// Width (both halves) and height of where soot glows, voxels.
    private static double[] glowing(Simulation s) {
        GasFields f = s.fields();
        GridShape shape = f.shape();
        int widest = 0;
        int low = shape.ny();
        int high = -1;
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    if (f.temperature[shape.at(x, y, z)] > GLOWS) {
                        widest = Math.max(widest, x + 1);
                        low = Math.min(low, y);
                        high = Math.max(high, y);
                    }
                }
            }
        }
        return new double[] {2 * widest, high + 1 - low};
    }
}
