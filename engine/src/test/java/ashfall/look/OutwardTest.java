package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;

class OutwardTest {
    private static final int PIECES = 8;
    private final Outward directions = new Outward(PIECES);

    private static double value(Vec3 d) {
        return 2 + d.x() - 0.5 * d.y() + 0.3 * d.z();
    }

    /// Those on the folded border are the same as another; the octahedron has 4 n² + 2 corners of
    /// half as many pieces.
    @Test
    void sameDirections_haveOneFirst() {
        int firsts = 0;
        for (int i = 0; i < directions.count(); i++) {
            int first = directions.first(i);
            assertEquals(first, directions.first(first));
            assertTrue(directions.at(first).minus(directions.at(i)).length() < 1e-6, "of " + i);
            firsts += first == i ? 1 : 0;
        }
        assertEquals(PIECES * PIECES + 2, firsts);
    }

    /// Shares are of all around: the mean of the directions is none, that of their squares a third.
    @Test
    void shares_areOfAllAround() {
        double sum = 0;
        Vec3 mean = new Vec3(0, 0, 0);
        double square = 0;
        for (int i = 0; i < directions.count(); i++) {
            Vec3 d = directions.at(i);
            sum += directions.share(i);
            mean = mean.plus(d.times(directions.share(i)));
            square += directions.share(i) * d.y() * d.y();
        }
        assertEquals(1, sum, 1e-12);
        assertEquals(0, mean.length(), 1e-12);
        assertEquals(1.0 / 3, square, 0.02);
    }

    /// Between directions values are read without a seam, from any length: along chords of up to
    /// 45°, `1 − cos 22.5°` below the ball.
    @Test
    void read_isEvenBetweenDirections() {
        float[] table = new float[3 * directions.count()];
        for (int i = 0; i < directions.count(); i++) {
            table[3 * i + 1] = (float) value(directions.at(i));
        }
        float[] rgb = new float[3];
        for (int i = 0; i < 400; i++) {
            double y = 1 - (i + 0.5) / 200;
            double r = Math.sqrt(1 - y * y);
            Vec3 d = new Vec3(r * Math.cos(2.4 * i), y, r * Math.sin(2.4 * i));
            directions.read(table, (float) (7 * d.x()), (float) (7 * y), (float) (7 * d.z()), rgb);
            assertEquals(value(d), rgb[1], 0.09, "at " + d);
        }
    }
}
