package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.picture.Picture;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Settings;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.List;
import java.util.Map;

/// Pixels between others that are alike, against such as are looked at for themselves: below a
/// sample a voxel all are.
class NeighboursTest {
    private static final int WIDE = 240;
    private static final int HIGH = 160;
    private static final double RAY_BY_RAY = 0.9999;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    /// A cloud 7 m wide, densest in its middle.
    private static Frame cloud() {
        Blocks.Field smoke =
                (x, y, z) -> {
                    double off = Math.hypot(Math.hypot(x - 15.5, y - 15.5), z - 15.5) / 14;
                    return off < 1 ? 8e-5 * Math.pow(1 - off * off, 2) : 0;
                };
        return new Frame(
                1,
                0,
                new Lattice(-4, 1, -4, 0.25),
                Map.of("density", Blocks.grid("density", 0, 4, smoke)));
    }

    private static Shot shot(Item... obstacles) {
        Shot shot =
                Settings.with(
                        Shot.empty("s"),
                        List.of("camera.position=0,5,20", "camera.target=0,5,0", "camera.lens=60"));
        for (int i = 0; i < obstacles.length; i++) {
            shot = shot.withObstacle("bar" + i, obstacles[i]);
        }
        return shot;
    }

    private Picture draw(Shot shot, double samples, Seen seen) {
        Marcher marcher = new Marcher(List.of(cloud()), shot, workers);
        return marcher.draw(View.of(shot.camera()), WIDE, HIGH, samples, seen, workers);
    }

    @Test
    void smoothSmoke_isFoundBetweenNeighbours_andAsItIs() {
        float[] found = draw(shot(), 1, Seen.SMOKE).rgb();
        float[] wanted = draw(shot(), RAY_BY_RAY, Seen.SMOKE).rgb();
        int between = 0;
        int gas = 0;
        double sum = 0;
        double off = 0;
        for (int row = 1; row < HIGH - 1; row++) {
            for (int column = 1; column < WIDE - 1; column++) {
                int i = 3 * (row * WIDE + column);
                gas += wanted[i] > 0 ? 1 : 0;
                sum += wanted[i];
                off += Math.abs(found[i] - wanted[i]);
                boolean isDiagonal = (row + column) % 2 == 0;
                int one = 3 * (isDiagonal ? WIDE + 1 : 1);
                int other = 3 * (isDiagonal ? WIDE - 1 : WIDE);
                float mean =
                        0.25f
                                * (found[i - one]
                                        + found[i + one]
                                        + found[i - other]
                                        + found[i + other]);
                between += wanted[i] > 0 && found[i] == mean ? 1 : 0;
            }
        }
        assertTrue(between > gas / 3 && gas > 10_000, between + " of " + gas);
        assertTrue(off < 0.003 * sum, "off by " + off / sum);
    }

    /// A bar thinner than a pixel stands before the smoke of all pixels around: where a ray meets
    /// it no smoke is seen, whatever the neighbours have.
    @Test
    void whatStandsBefore_isNotLost() {
        Item bar =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "box")
                        .with(Shape.CENTRE, new Vec3(0.02, 5, 10))
                        .with(Shape.SIZE, new Vec3(0.015, 4, 0.015))
                        .with(Shape.TURN, new Vec3(0, 0, 20));
        float[] found = draw(shot(bar), 1, Seen.SMOKE).rgb();
        float[] wanted = draw(shot(bar), RAY_BY_RAY, Seen.SMOKE).rgb();
        float[] without = draw(shot(), RAY_BY_RAY, Seen.SMOKE).rgb();
        int hidden = 0;
        for (int i = 0; i < wanted.length; i += 3) {
            assertEquals(wanted[i] == 0, found[i] == 0, "pixel " + i / 3);
            hidden += wanted[i] == 0 && without[i] > 0 ? 1 : 0;
        }
        assertTrue(hidden > 20 && hidden < HIGH, hidden + " pixels");
    }

    /// What is seen behind the smoke, here the horizon, is each pixel's own.
    @Test
    void whatIsBehind_isAsSharp() {
        float[] found = draw(shot(), 1, Seen.WHOLE).rgb();
        float[] wanted = draw(shot(), RAY_BY_RAY, Seen.WHOLE).rgb();
        for (int i = 0; i < wanted.length; i++) {
            assertEquals(wanted[i], found[i], 0.03 * wanted[i], "value " + i);
        }
    }
}
