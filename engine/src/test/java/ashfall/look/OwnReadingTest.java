package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.picture.Picture;
import ashfall.shot.Item;
import ashfall.shot.Reading;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/// Elements of one picture whose channels are read each in a way of its own.
class OwnReadingTest {
    private static final Workers WORKERS = new Workers(2);
    private static final int SIDE = 16;

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    /// A block of 16 voxels of half a metre a side.
    private static Frame block(double x, double density, double kelvin) {
        Map<String, SparseGrid> channels =
                Map.of(
                        "density", Blocks.grid("density", 0, () -> density),
                        "temperature", Blocks.grid("temperature", 300, () -> kelvin));
        return new Frame(1, 0, new Lattice(x, 1, -4, 0.5), channels);
    }

    private static Shot shot(String... settings) {
        List<String> all =
                new ArrayList<>(
                        List.of(
                                "sun.sky=0",
                                "look.blue=0",
                                "look.inner=0",
                                "look.spill=0",
                                "look.scatter=0",
                                "look.haze=0",
                                "look.rays=1",
                                "camera.shutter=0",
                                "camera.position=0,5,80",
                                "camera.target=0,5,0",
                                "camera.lens=100"));
        all.addAll(List.of(settings));
        return Settings.with(Shot.empty("blocks"), all);
    }

    private static Item reading(String... settings) {
        return shot(settings).reading();
    }

    private static float[] picture(Shot shot, SeenGas... gas) {
        Picture picture =
                Marcher.finished(List.of(gas), shot, WORKERS)
                        .draw(View.of(shot.camera()), SIDE, SIDE);
        return picture.rgb();
    }

    private static SeenGas seen(Frame frame, Item reading) {
        return new SeenGas(frame, Presence.SEEN, reading);
    }

    /// Beside each other, each is as it would be alone under its reading.
    @Test
    void eachElement_hasTheColoursOfItsReading() {
        Shot dark = shot("sun.strength=0", "look.albedo=0");
        Item blue =
                reading("reading.ramp=[[500, 0, 0, 1], [2000, 0, 0, 1]]", "reading.glowFactor=3");
        Frame left = block(-10, 1e-3, 1500);
        Frame right = block(2, 1e-3, 1500);
        float[] both = picture(dark, seen(left, dark.reading()), seen(right, blue));
        float[] first = picture(dark, seen(left, dark.reading()));
        float[] second = picture(dark, seen(right, blue));
        double bluest = 0;
        double reddest = 0;
        for (int i = 0; i < both.length; i++) {
            assertEquals(first[i] + second[i], both[i], 0.01 * (1 + both[i]), "value " + i);
        }
        for (int i = 0; i < both.length; i += 3) {
            bluest = Math.max(bluest, both[i + 2] - both[i]);
            reddest = Math.max(reddest, both[i] - both[i + 2]);
        }
        assertTrue(bluest > 10, "blue by " + bluest);
        assertTrue(reddest > 10, "red by " + reddest);
    }

    /// In each other, smoke throws back the mean of both colours.
    @Test
    void coloursOfSmokeInOneAnother_areMixedByTheirExtinction() {
        Shot lit = shot("look.albedo=0.5");
        Item black = reading("reading.thin=0,0,0", "reading.thick=0,0,0");
        Item white = lit.reading();
        Frame twice = block(-4, 2e-4, 300);
        Frame once = block(-4, 1e-4, 300);
        int middle = 3 * (SIDE / 2 * SIDE + SIDE / 2);
        float all = picture(lit, seen(twice, white), seen(once, white))[middle];
        float some = picture(lit, seen(twice, white), seen(once, black))[middle];
        float ground = picture(lit, seen(twice, black), seen(once, black))[middle];
        assertTrue(all - ground > 10, all + " against " + ground);
        assertEquals(2 / 3.0, (some - ground) / (all - ground), 1e-3);
    }

    /// It is kept in the file beside that of the shot, and says which channels pictures need.
    @Test
    void readingOfAnElement_isKeptAndAsksForItsChannels() {
        Item own = reading("reading.heat=flame", "reading.core=0.5");
        Shot shot = shot().withGroup("readings", Map.of("east", own));
        assertEquals(shot, ShotFile.parse(ShotFile.write(shot), "blocks").shot());
        assertEquals(own, shot.reading("east"));
        assertEquals("readings.east", shot.readingPath("east"));
        assertEquals("reading", shot.readingPath("west"));
        assertEquals(shot.reading(), shot.reading("west"));
        assertEquals(own, shot.readAs("east").reading());
        assertTrue(Marcher.channels(shot, false).contains("fuel"));
        Shot set = Settings.with(shot, List.of("readings.east.core=0.25"));
        assertEquals(0.25, set.reading("east").number(Reading.CORE));
    }
}
