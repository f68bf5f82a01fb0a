package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.continuity.Finding;
import ashfall.look.Embers.Ember;
import ashfall.particles.Carriers;
import ashfall.shot.Element;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.shot.Vec3;
import ashfall.sim.CarrierFlights;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/// Carriers of a firing in its pictures.
class ShownEmbersTest {
    private static final String BURST = "elements.bay.sources.burst.";
    private static final String SHOWN = BURST + "carrier.shown=true";
    private static final String STILL = "camera.shutter=0";

    private static Shot shot(String... settings) {
        String json =
                """
                {"ashfall": 1, "name": "bay", "frames": {"last": 4},
                 "elements": {"bay": {"kind": "gas", "voxel": {"work": 0.5},
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
    void embers_areTheCarriersThatWereFired_whereAsked(@TempDir Path folder) {
        try (Workers workers = new Workers(2)) {
            Shot fired = shot();
            Fired.into(folder, fired, 1, 4, workers);
            assertEquals(List.of(), embers(folder, 3, workers));
            assertEquals(List.of(), embers(folder, 3, workers, SHOWN, BURST + "on=false"));

            Element element = fired.element("bay");
            Carriers carriers = CarrierFlights.of(fired, element, element.sources().get("burst"));
            Carriers.Seen seen = new Carriers.Seen();
            List<Ember> now = embers(folder, 3, workers, SHOWN, STILL, BURST + "speed.start=1");
            assertEquals(60, now.size());
            assertTrue(carriers.look(0, 3 / 24.0, seen));
            double lived = (3 / 24.0 - carriers.born(0)) / carriers.life(0);
            Vec3 place = new Vec3(seen.x, seen.y, seen.z);
            Ember first = new Ember(place, place, 1800 - 800 * lived, 0.02, 1);
            assertTrue(now.contains(first), first + " is not in " + now);
            // The fifth frame shown at half speed is the third that was fired.
            assertTrue(
                    embers(folder, 5, workers, SHOWN, STILL, "frames.speed=0.5").contains(first));

            assertEquals(List.of(), strange(folder, SHOWN));
            assertEquals(List.of(), strange(folder, BURST + "ember.glow=8000"));
            assertEquals(
                    List.of(BURST + "ember.glow"),
                    strange(folder, SHOWN, BURST + "ember.glow=8000"),
                    "what was left on embers is found");

            // Half a frame's way, three times as long at three times the speed.
            double fast = Math.sqrt(seen.u * seen.u + seen.v * seen.v + seen.w * seen.w);
            double plain = longest(embers(folder, 4, workers, SHOWN));
            assertTrue(fast > 5, "m/s " + fast);
            assertEquals(fast / 48, plain, 0.3 * plain);
            double thrice = longest(embers(folder, 2, workers, SHOWN, "frames.speed=3"));
            assertEquals(3 * plain, thrice, 0.1 * thrice);
        }
    }

    /// Values of the source that are found before a picture is made.
    private static List<String> strange(Path folder, String... settings) {
        return PictureCheck.check(shot(settings), Map.of("bay", FiringRecord.read(folder))).stream()
                .map(Finding::path)
                .filter(path -> path.startsWith(BURST))
                .toList();
    }

    private static double longest(List<Ember> embers) {
        return embers.stream().mapToDouble(e -> e.to().minus(e.from()).length()).max().orElse(0);
    }

    private static List<Ember> embers(
            Path folder, long frame, Workers workers, String... settings) {
        Shot asked = shot(settings);
        return ShownFrames.in(folder, asked, workers).embers(asked, frame);
    }
}
