package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;

import org.junit.jupiter.api.Test;

import java.util.List;

class ContinuityTest {
    private static List<Continuity.Finding> of(String... settings) {
        Shot shot = ShotFile.with(DemoShots.read("oil-store").shot(), List.of(settings));
        return Continuity.check(shot, "store", Fineness.SKETCH);
    }

    private static void assertFound(String words, String... settings) {
        List<Continuity.Finding> found = of(settings);
        assertEquals(1, found.size(), found.toString());
        assertTrue(found.getFirst().sentence().contains(words), found.toString());
    }

    @Test
    void demo_hasNoFault() {
        assertEquals(List.of(), of());
    }

    @Test
    void eachFault_isSaidWithItsRemedy() {
        String oil = "elements.store.sources.oil.";
        String spark = "elements.store.sources.spark.";
        assertFound("'oil' lies outside the bounds", oil + "centre=40,0,0");
        assertFound("use voxels of 10 cm", spark + "radius=10 cm");
        assertFound("'spark' gives nothing; set", spark + "release.heat=0");
        assertFound(
                "gives nothing before the last frame",
                spark + "release.heat={\"curve\": [[5, 0], [6, 100]]}");
        assertFound(
                "nothing is hotter than the ignition temperature",
                spark + "on=false",
                oil + "temperature=300");
        assertFound("density is not kept", "elements.store.channels=flame");
        assertFound(
                "the last frame is before the first",
                "frames.first=100",
                oil + "release.fuel=1",
                oil + "release.total=0",
                spark + "release.heat=9");
    }

    @Test
    void nothingOn_isSaid() {
        List<Continuity.Finding> found =
                of("elements.store.sources.oil.on=false", "elements.store.sources.spark.on=off");
        assertTrue(found.getFirst().sentence().startsWith("no source is on"), found.toString());
    }
}
