package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.particles.Carriers;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.shot.Vec3;
import ashfall.sim.CarrierFlights;
import ashfall.work.Cancel;
import ashfall.work.Progress;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.nio.file.Path;
import java.util.List;

/// Carriers of a firing in its pictures.
class SpecksTest {
    private static final String BURST = "elements.bay.sources.burst.";
    private static final String SHOWN = BURST + "carrier.shown=true";

    private static Shot shot(String... settings) {
        String json =
                """
                {"ashfall": 1, "name": "bay", "frames": {"last": 4},
                 "elements": {"bay": {"kind": "gas", "voxel": {"sketch": 0.5},
                  "bounds": {"from": [-3, 0, -3], "to": [3, 6, 3]},
                  "sources": {"burst": {"kind": "carriers", "centre": [0, 3, 0], "radius": 0.3,
                   "born": {"count": 60, "from": 0, "to": 0.05}, "life": {"mean": 1},
                   "release": {"total": 0.1}}}}}}
                """;
        return Settings.with(ShotFile.parse(json, "test").shot(), List.of(settings));
    }

    /// None unless asked for; then as they were fired, whatever became of the shot since, and where
    /// they are at the moment shown.
    @Test
    void specks_areTheCarriersThatWereFired_whereAsked(@TempDir Path folder) {
        try (Workers workers = new Workers(2)) {
            Shot fired = shot();
            FiringJob.Request request =
                    new FiringJob.Request(
                            fired,
                            "bay",
                            Fineness.SKETCH,
                            folder,
                            1,
                            4,
                            FiringJob.Existing.CONTINUE,
                            FiringJob.Pace.BY_TIME);
            new FiringJob(request, 1L << 30, workers, Progress.silent(), new Cancel()).run();
            assertEquals(List.of(), specks(folder, 3, workers));
            assertEquals(List.of(), specks(folder, 3, workers, SHOWN, BURST + "on=false"));

            Element element = fired.element("bay");
            Carriers carriers = CarrierFlights.of(fired, element, element.sources().get("burst"));
            Carriers.Seen seen = new Carriers.Seen();
            List<Vec3> now = specks(folder, 3, workers, SHOWN, BURST + "speed.start=1");
            assertEquals(60, now.size());
            assertTrue(carriers.look(0, 3 / 24.0, seen));
            Vec3 first = new Vec3(seen.x, seen.y, seen.z);
            assertTrue(now.contains(first));
            // The fifth frame shown at half speed is the third that was fired.
            assertTrue(specks(folder, 5, workers, SHOWN, "frames.speed=0.5").contains(first));
        }
    }

    private static List<Vec3> specks(Path folder, long frame, Workers workers, String... settings) {
        Shot asked = shot(settings);
        return new ShownFrames(folder, asked, workers).specks(asked, frame);
    }
}
