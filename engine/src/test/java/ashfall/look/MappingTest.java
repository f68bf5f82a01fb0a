package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.picture.Blackbody;
import ashfall.picture.Picture;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// What the channels of a frame are read as: an even block of gas, 16 x 16 x 16 voxels of 0.5 m,
/// seen from the south.
class MappingTest {
    private static final double SOOT = 1e-3;
    private static final double HOT = 1500;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private static Frame frame(Map<String, Double> channels) {
        Map<String, SparseGrid> all = new LinkedHashMap<>();
        channels.forEach(
                (name, value) ->
                        all.put(
                                name,
                                Blocks.grid(
                                        name,
                                        name.equals("temperature") ? value : 0,
                                        () -> value)));
        return new Frame(1, 0, new Lattice(-4, 1, -4, 0.5), all);
    }

    private static Shot shot(String... settings) {
        List<String> all =
                new ArrayList<>(
                        List.of(
                                "sun.strength=0",
                                "sun.sky=0",
                                "look.albedo=0",
                                "look.blue=0",
                                "camera.position=0,5,60",
                                "camera.target=0,5,0",
                                "camera.lens=400"));
        all.addAll(List.of(settings));
        return Settings.with(Shot.empty("block"), all);
    }

    private Picture picture(Map<String, Double> channels, String... settings) {
        Shot shot = shot(settings);
        return new Marcher(List.of(frame(channels)), shot, workers)
                .draw(View.of(shot.camera()), 8, 8);
    }

    private float[] middle(Map<String, Double> channels, String... settings) {
        Picture picture = picture(channels, settings);
        return new float[] {
            picture.rgb()[3 * 36], picture.rgb()[3 * 36 + 1], picture.rgb()[3 * 36 + 2]
        };
    }

    /// Of soot so thick that a black body is seen.
    private static Map<String, Double> hot() {
        return Map.of("density", SOOT, "temperature", HOT);
    }

    private static float[] blackBody(double kelvin) {
        float[] rgb = new float[3];
        Blackbody.add((float) kelvin, 1, rgb);
        return rgb;
    }

    private static void assertSame(float[] wanted, float[] seen) {
        for (int k = 0; k < 3; k++) {
            assertEquals(wanted[k], seen[k], 0.01 * wanted[1], "channel " + k);
        }
    }

    @Test
    void temperature_isShownByFactorAndOffset() {
        assertSame(blackBody(HOT), middle(hot()));
        assertSame(
                blackBody(0.8 * HOT + 400),
                middle(hot(), "reading.kelvinFactor=0.8", "reading.kelvinOffset=400"));
    }

    @Test
    void ramp_isBetweenItsStopsInAStraightLine() {
        double full = Blackbody.xyz(1700)[1];
        float[] seen = middle(hot(), "reading.ramp=[[1000, 0, 0.4, 0], [2000, 1, 0.4, 0.2]]");
        assertArrayEquals(
                new float[] {(float) (0.5 * full), (float) (0.4 * full), (float) (0.1 * full)},
                seen,
                (float) (0.01 * full));
    }

    @Test
    void rampThatFalls_isRefused() {
        ShotException e =
                assertThrows(
                        ShotException.class,
                        () -> shot("reading.ramp=[[1000, 0, 0, 0], [900, 1, 1, 1]]"));
        assertTrue(e.getMessage().contains("must rise"), e.getMessage());
    }

    @Test
    void anotherChannel_isReadAsHeat() {
        Map<String, Double> channels = Map.of("density", SOOT, "flame", 3e6);
        assertSame(
                blackBody(1200),
                middle(channels, "reading.heat=flame", "reading.kelvinFactor=0.0004"));
    }

    @Test
    void anotherChannel_isReadAsGlow() {
        // Through 8 m of so little that glows, each metre adds its own: κ B.
        Map<String, Double> channels =
                Map.of("density", 0.0, "fuel", 1e-3, "temperature", HOT, "flame", 1.0);
        float[] seen = middle(channels, "reading.glow=fuel", "reading.glowFactor=0.001");
        float[] body = blackBody(HOT);
        for (int k = 0; k < 3; k++) {
            assertEquals(body[k] * 8700 * 1e-6 * 8, seen[k], 0.01 * body[0] * 0.0696);
        }
    }

    @Test
    void anotherChannel_isReadAsSmoke() {
        Map<String, Double> channels = Map.of("density", 0.0, "fuel", 0.1);
        Picture seen = picture(channels, "reading.smoke=fuel", "reading.smokeFactor=1e-4");
        assertEquals(1 - Math.exp(-8700 * 1e-5 * 8), seen.opacity()[36], 0.005);
    }

    @Test
    void edges_leaveThinSmokeOut() {
        String[] edges = {"reading.edgeFrom=1e-5", "reading.edgeTo=3e-5"};
        assertEquals(0, picture(Map.of("density", 1e-5), edges).opacity()[36]);
        assertEquals(
                1 - Math.exp(-8700 * 1e-5 * 8),
                picture(Map.of("density", 2e-5), edges).opacity()[36],
                0.005,
                "half of what is between");
        assertEquals(
                1 - Math.exp(-8700 * 4e-5 * 8),
                picture(Map.of("density", 4e-5), edges).opacity()[36],
                0.005);
    }

    @Test
    void core_isDarkWhereVapourIs() {
        Map<String, Double> channels = Map.of("density", SOOT, "temperature", HOT, "fuel", 0.003);
        float[] solid = middle(channels);
        float[] hollow = middle(channels, "reading.core=1");
        assertEquals(0.5, hollow[1] / solid[1], 0.01);
        assertSame(solid, middle(hot(), "reading.core=1"));
    }

    @Test
    void smoke_takesItsColourFromThinToThick() {
        String[] lit = {
            "sun.sky=1000",
            "look.albedo=0.5",
            "reading.thin=1,0.5,0",
            "reading.thick=0,0.5,1",
            "reading.tintAt=0.004"
        };
        float[] plain = middle(Map.of("density", SOOT), "sun.sky=1000", "look.albedo=0.5");
        float[] seen = middle(Map.of("density", SOOT), lit);
        assertEquals(0.75, seen[0] / plain[0], 0.01);
        assertEquals(0.5, seen[1] / plain[1], 0.01);
        assertEquals(0.25, seen[2] / plain[2], 0.01);
    }

    @Test
    void channelsThatAreRead_areThoseTheReadingNames() {
        assertEquals(
                java.util.Set.of("density", "temperature", "flame"),
                Marcher.channels(shot(), false));
        assertEquals(
                java.util.Set.of("density", "temperature", "flame", "fuel", "velocity"),
                Marcher.channels(shot("reading.core=0.5"), true));
    }

    @Test
    void channelThatIsNotThere_isNamed() {
        IllegalArgumentException e =
                assertThrows(
                        IllegalArgumentException.class, () -> picture(hot(), "reading.smoke=fuel"));
        assertTrue(e.getMessage().contains("'fuel'"), e.getMessage());
    }
}
