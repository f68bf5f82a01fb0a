package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.continuity.Continuity;
import ashfall.look.Marcher;
import ashfall.look.View;
import ashfall.picture.Picture;
import ashfall.picture.Print;
import ashfall.shot.Fineness;
import ashfall.shot.Kept;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Starter;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/// What burns and how big: it burns, and is seen, with nothing else touched.
class FirstFireTest {
    private static final int WIDE = 960;
    private static final int HIGH = 540;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private static String element(Shot shot) {
        return shot.elements().keySet().iterator().next();
    }

    private Simulation simulation(Shot shot) {
        return new Simulation(
                Setup.of(shot, shot.element(element(shot)), Fineness.SKETCH), workers);
    }

    private int[] picture(Simulation s, Shot shot) {
        Picture picture =
                new Marcher(
                                List.of(
                                        Snapshot.of(
                                                s,
                                                Kept.everything(
                                                        Set.of("density", "temperature", "flame"),
                                                        Set.of()),
                                                workers)),
                                shot,
                                workers)
                        .draw(View.of(shot.camera()), WIDE, HIGH);
        return Print.of(picture, shot, workers).argb(workers);
    }

    @Test
    void basketFire_atFrame30_showsFlameAndSmoke() {
        Shot shot = Starter.BASKET.make(1.2);
        Simulation s = simulation(shot);
        int[] before = picture(s, shot);
        for (int frame = 1; frame <= 30; frame++) {
            s.advanceFrame(new Cancel());
        }
        int[] after = picture(s, shot);
        int flame = 0;
        int smoke = 0;
        for (int i = 0; i < after.length; i++) {
            int red = after[i] >> 16 & 255;
            int green = after[i] >> 8 & 255;
            int blue = after[i] & 255;
            flame += red > 150 && red > green + 25 && green > blue + 10 ? 1 : 0;
            int was = (before[i] >> 16 & 255) + (before[i] >> 8 & 255) + (before[i] & 255);
            smoke += red + green + blue < was - 12 ? 1 : 0;
        }
        System.out.printf("basket fire: %d pixels of flame, %d of smoke%n", flame, smoke);
        assertTrue(flame >= 1000, flame + " pixels of flame");
        assertTrue(smoke >= 1000, smoke + " pixels darkened by smoke");
    }

    /// Set its fuel to nothing, and it is said that fuel is missing.
    @Test
    void basketFire_withoutFuel_saysWhatIsMissing() {
        Shot lit = Starter.BASKET.make(1.2);
        String name = element(lit);
        Shot shot =
                Settings.with(lit, List.of("elements." + name + ".sources.pool.release.fuel=0"));
        Simulation s = simulation(shot);
        List<LogEntry> log = new ArrayList<>();
        for (int frame = 1; frame <= 12; frame++) {
            log.add(s.advanceFrame(new Cancel()));
        }
        String words = Continuity.lookBack(shot, name, log).getFirst().sentence();
        assertTrue(words.contains("fuel"), words);
    }

    /// Every kind burns in three sizes; a larger one is slower, and has larger voxels.
    @ParameterizedTest
    @EnumSource(Starter.class)
    void starter_ofAnySize_burns(Starter starter) {
        double[] voxels = new double[3];
        for (int k = 0; k < 3; k++) {
            double size = starter.size() * new double[] {0.5, 1, 3}[k];
            Shot shot = starter.make(size);
            voxels[k] = shot.element(element(shot)).voxel(Fineness.SKETCH);
            Simulation s = simulation(shot);
            double wanted = starter == Starter.PUFF ? 450 : 900;
            double hottest = 0;
            for (int frame = 1; frame <= 10 && hottest <= wanted; frame++) {
                hottest = s.advanceFrame(new Cancel()).hottestK();
            }
            assertTrue(hottest > wanted, starter + " of " + size + " m: " + hottest + " K");
        }
        assertEquals(6, voxels[2] / voxels[0], 2.5, starter.label());
        assertThrows(ShotException.class, () -> starter.make(1e4));
    }
}
