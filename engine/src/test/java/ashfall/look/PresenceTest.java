package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.firing.PictureCheck;
import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.look.Embers.Ember;
import ashfall.picture.Layers;
import ashfall.picture.Part;
import ashfall.picture.Region;
import ashfall.shot.DemoShots;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/// An element that is cut out of a picture, or unseen, before another.
class PresenceTest {
    private static final Workers WORKERS = new Workers(2);
    private static final int SIDE = 16;
    private static final int MIDDLE = SIDE / 2 * SIDE + SIDE / 2;

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    /// A block of glowing smoke, a metre a side, above the ground.
    private static Frame block(double z, double density, double kelvin) {
        return new Frame(
                1,
                0,
                new Lattice(-0.5, 1, z, 1.0 / 16),
                Map.of(
                        "density", Blocks.grid("density", 0, () -> density),
                        "temperature", Blocks.grid("temperature", kelvin, () -> kelvin)));
    }

    private static Shot shot(String... settings) {
        List<String> all =
                new ArrayList<>(
                        List.of(
                                "camera.position=0,1.5,20",
                                "camera.target=0,1.5,0",
                                "camera.lens=1000",
                                "camera.shutter=0",
                                "look.rays=1",
                                "look.inner=0",
                                "look.scatter=0"));
        all.addAll(List.of(settings));
        return Settings.with(Shot.empty("blocks"), all);
    }

    private static List<SeenGas> gas(List<Frame> frames, List<Presence> presences, Shot shot) {
        List<SeenGas> all = new ArrayList<>();
        for (int i = 0; i < frames.size(); i++) {
            all.add(new SeenGas(frames.get(i), presences.get(i), shot.reading()));
        }
        return all;
    }

    private static Layers picture(
            List<Frame> frames, List<Presence> presences, String... settings) {
        Shot shot = shot(settings);
        return Marcher.finished(gas(frames, presences, shot), shot, WORKERS)
                .layers(View.of(shot.camera()), Region.whole(SIDE, SIDE));
    }

    private static final Frame FRONT = block(2, 1e-4, 1700);
    private static final Frame BACK = block(0, 2e-4, 1500);

    /// What is behind it is as dark as through it; of itself there is neither light nor opacity.
    @Test
    void cutOut_hidesAndIsNotThere() {
        List<Frame> both = List.of(FRONT, BACK);
        Layers alone = picture(List.of(BACK), List.of(Presence.SEEN));
        Layers cut = picture(both, List.of(Presence.CUT_OUT, Presence.SEEN));
        double through = Math.exp(-8700 * 1e-4);
        float[] flame = cut.light(Part.FLAME);
        assertEquals(
                through * alone.light(Part.FLAME)[3 * MIDDLE],
                flame[3 * MIDDLE],
                0.01 * flame[3 * MIDDLE]);
        assertEquals(through * alone.opacity()[MIDDLE], cut.opacity()[MIDDLE], 0.01);
        assertEquals(alone.kelvin()[MIDDLE], cut.kelvin()[MIDDLE], 1);
        assertEquals(alone.distance()[MIDDLE], cut.distance()[MIDDLE], 0.1);

        // Together with the other way round it is the whole picture.
        Layers other = picture(both, List.of(Presence.SEEN, Presence.CUT_OUT));
        Layers whole = picture(both, List.of(Presence.SEEN, Presence.SEEN));
        for (Part part : List.of(Part.FLAME, Part.SMOKE_BY_SUN, Part.SMOKE_BY_SKY)) {
            double sum = cut.light(part)[3 * MIDDLE] + other.light(part)[3 * MIDDLE];
            assertTrue(sum > 0, part.toString());
            assertEquals(whole.light(part)[3 * MIDDLE], sum, 1e-3 * sum, part.toString());
        }
        assertEquals(
                whole.opacity()[MIDDLE], cut.opacity()[MIDDLE] + other.opacity()[MIDDLE], 1e-4);
    }

    /// It is looked through, and shades the ground as before.
    @Test
    void unseen_onlyShades() {
        Layers unseen = picture(List.of(BACK), List.of(Presence.UNSEEN));
        assertEquals(0, unseen.opacity()[MIDDLE]);
        assertArrayEquals(
                new float[3 * SIDE * SIDE], unseen.light(Part.FLAME), "its glow is not seen");
        String[] wide = {"camera.lens=60", "camera.position=0,6,20"};
        Layers seen = picture(List.of(BACK), List.of(Presence.SEEN), wide);
        Layers shade = picture(List.of(BACK), List.of(Presence.UNSEEN), wide);
        float[] open =
                picture(List.of(block(0, 0, 1500)), List.of(Presence.SEEN), wide)
                        .light(Part.SITE_BY_SUN);
        double darkest = 1;
        for (int p = 0; p < SIDE * SIDE; p++) {
            if (seen.opacity()[p] == 0) {
                float light = seen.light(Part.SITE_BY_SUN)[3 * p];
                assertEquals(light, shade.light(Part.SITE_BY_SUN)[3 * p], 1e-3 * light);
                darkest = Math.min(darkest, open[3 * p] > 0 ? light / open[3 * p] : 1);
            }
        }
        assertTrue(darkest < 0.8, "its shadow lies beside it, " + darkest);
    }

    /// It hides no embers; what is cut out does.
    @Test
    void embers_shineThroughWhatIsUnseen() {
        double free = ember(block(2, 0, 1500), Presence.SEEN);
        assertEquals(free, ember(FRONT, Presence.UNSEEN), 1e-6 * free);
        double hidden = Math.exp(-8700 * 1e-4) * free;
        assertEquals(hidden, ember(FRONT, Presence.SEEN), 0.01 * hidden);
        assertEquals(hidden, ember(FRONT, Presence.CUT_OUT), 0.01 * hidden);
    }

    /// Light of an ember behind a block, in the middle.
    private static double ember(Frame front, Presence presence) {
        Shot shot = shot();
        Layers out = new Layers(SIDE, SIDE, 1);
        Vec3 place = new Vec3(0, 1.5, 0);
        Marcher.finished(gas(List.of(front), List.of(presence), shot), shot, WORKERS)
                .addEmbers(
                        out,
                        Region.whole(SIDE, SIDE),
                        View.of(shot.camera()),
                        List.of(new Ember(place, place, 1500, 0.3, 1)));
        return out.light(Part.EMBERS)[3 * MIDDLE];
    }

    @Test
    void words_areOfTheShot_andFoundBeforeARender() {
        Shot shot =
                Settings.with(
                        DemoShots.read("oil-store").shot(),
                        List.of("elements.store.presence=cut_out"));
        assertEquals(Presence.CUT_OUT, Presence.of(shot, "store"));
        assertEquals(Presence.SEEN, Presence.of(shot, "another"));
        assertTrue(
                PictureCheck.check(shot, Map.of()).stream()
                        .anyMatch(f -> f.sentence().equals("is cut out of the picture")));
    }
}
