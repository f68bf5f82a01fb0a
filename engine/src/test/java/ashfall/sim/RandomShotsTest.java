package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;

import ashfall.gas.GasFields;
import ashfall.shot.Bounds;
import ashfall.shot.Draught;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.NewShot;
import ashfall.shot.Obstacle;
import ashfall.shot.Param;
import ashfall.shot.Quantity;
import ashfall.shot.Settings;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;

/// Shots with values from the ends of every hard range either burn or say why not.
class RandomShotsTest {
    private static final int FRAMES = 10;
    private static final List<String> KINDS = List.of("burner", "fireball", "puff");

    /// Set by the test itself, so that shots stay small.
    private static final Set<String> OWN =
            // Up to 200 steps a frame only take their time.
            Set.of(Gas.SKETCH.key(), Gas.WORK.key(), Gas.FINAL.key(), Gas.STEPS.key());

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    @Test
    void shots_withValuesAtTheEndsOfTheirRanges_burnOrSayWhyNot() {
        check(0, 16);
    }

    @Test
    @Tag("slow")
    void sixtyShots_withValuesAtTheEndsOfTheirRanges_burnOrSayWhyNot() {
        check(0, 60);
    }

    @Test
    @Tag("slowest")
    void fiveHundredShots_withValuesAtTheEndsOfTheirRanges_burnOrSayWhyNot() {
        check(0, 500);
    }

    private void check(int from, int to) {
        List<String> wrong = new ArrayList<>();
        int refused = 0;
        for (int seed = from; seed < to; seed++) {
            List<String> settings = new ArrayList<>();
            try {
                Shot shot = shot(seed, settings);
                Element element = shot.elements().values().iterator().next();
                run(new Simulation(Setup.of(shot, element, Fineness.WORK), workers));
            } catch (ShotException | DivergedException e) {
                refused++;
                if (e.getMessage().isBlank() || e.getMessage().contains("NaN")) {
                    wrong.add("seed " + seed + ": says only '" + e.getMessage() + "'");
                }
            } catch (RuntimeException | AssertionError e) {
                wrong.add("seed " + seed + ": " + e + " with " + settings);
            }
        }
        System.out.printf(
                Locale.ROOT,
                "random shots: %d of %d refused with a sentence%n",
                refused,
                to - from);
        assertEquals(List.of(), wrong);
    }

    private static void run(Simulation s) {
        for (int frame = 0; frame < FRAMES; frame++) {
            LogEntry entry = s.advanceFrame(new Cancel());
            GasFields f = s.fields();
            for (float[] field : new float[][] {f.temperature, f.mass, f.velocity[1], f.flame}) {
                for (float v : field) {
                    if (!Float.isFinite(v)) {
                        throw new AssertionError("frame " + entry.frame() + " holds " + v);
                    }
                }
            }
        }
    }

    private static Shot shot(int seed, List<String> settings) {
        Random random = new Random(seed);
        String kind = KINDS.get(random.nextInt(KINDS.size()));
        Shot base = NewShot.make(kind, List.of());
        String name = base.elements().keySet().iterator().next();
        Element element = base.elements().get(name);
        String path = "elements." + name + ".";
        double width = 2 * element.bounds().get(Bounds.TO).x();
        settings.add(path + Gas.WORK.key() + "=" + width / 16);
        pick(random, base.air(), "air.", settings);
        pick(random, element.gas(), path, settings);
        pick(random, element.burn(), path + "burn.", settings);
        pick(random, element.bounds(), path + "bounds.", settings);
        for (var source : element.sources().entrySet()) {
            pick(random, source.getValue(), path + "sources." + source.getKey() + ".", settings);
        }
        Shot shot = base;
        for (int k = random.nextInt(3); k > 0; k--) {
            String obstacle = "body" + k;
            shot = shot.withObstacle(obstacle, Item.of(Obstacle.KIND));
            Item body = Item.of(Obstacle.KIND);
            stand(random, body, width, "obstacles." + obstacle + ".", settings);
        }
        if (random.nextInt(3) == 0) {
            Element now = shot.elements().get(name);
            Item thrown = Item.of(Source.CARRIERS);
            shot = shot.withElement(name, now.withSource("thrown", thrown));
            fling(random, width, path + "sources.thrown.", settings);
        }
        if (random.nextInt(3) == 0) {
            Item draught = Item.of(Draught.KIND);
            shot = shot.withDraught("side", draught);
            stand(random, draught, width, "draughts.side.", settings);
        }
        return Settings.with(shot, settings);
    }

    /// Up to 300 carriers from somewhere in or around the bounds, with fuel.
    private static void fling(Random random, double width, String path, List<String> settings) {
        settings.add(path + "centre=" + place(random, width));
        settings.add(path + "radius=" + width * 0.1);
        settings.add(path + "born.count=" + random.nextInt(300));
        settings.add(path + "speed.start=" + width * random.nextDouble());
        settings.add(path + "carrier.radius=" + width * 0.1 * random.nextDouble());
        settings.add(path + "release.total=" + 1e-3 * width * width * width);
        pick(random, Item.of(Source.CARRIERS), path, settings);
    }

    /// A body of any form somewhere in or around the bounds; one in two moves.
    private static void stand(
            Random random, Item item, double width, String path, List<String> settings) {
        List<String> forms = Shape.SHAPE.options();
        settings.add(path + "shape=" + forms.get(random.nextInt(forms.size())));
        settings.add(path + "centre=" + place(random, width));
        settings.add(path + "radius=" + width * 0.3 * random.nextDouble());
        settings.add(path + "size=" + width * random.nextDouble() + "," + width / 8 + "," + width);
        settings.add(path + "thickness=" + width * 0.2 * random.nextDouble());
        settings.add(path + "turn=" + random.nextInt(360) + "," + random.nextInt(360) + ",0");
        if (random.nextBoolean()) {
            settings.add(path + "path=[[0,0,0,0],[0.3," + place(random, width) + "]]");
            settings.add(path + "spin=0," + random.nextInt(2000) + ",0");
        }
        pick(random, item, path, settings);
    }

    private static String place(Random random, double width) {
        return width * (random.nextDouble() - 0.5)
                + ","
                + width * 0.5 * random.nextDouble()
                + ","
                + width * (random.nextDouble() - 0.5);
    }

    /// Most values stay; one in fifteen goes to an end of its range, one in thirty anywhere.
    private static void pick(Random random, Item item, String path, List<String> settings) {
        for (Param<?> param : item.kind().params().values()) {
            int choice = random.nextInt(30);
            if (param instanceof Param.Choice c && choice == 0) {
                settings.add(
                        path + c.key() + "=" + c.options().get(random.nextInt(c.options().size())));
            }
            if (!(param instanceof Quantity q) || choice > 2 || OWN.contains(q.key())) {
                continue;
            }
            double share = choice < 2 ? choice : random.nextDouble();
            double value = q.least() + share * (q.most() - q.least());
            settings.add(path + q.key() + "=" + value);
        }
    }
}
