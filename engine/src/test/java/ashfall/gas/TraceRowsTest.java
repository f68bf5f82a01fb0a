package ashfall.gas;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import ashfall.grid.GridShape;

import org.junit.jupiter.api.Test;

import java.util.Random;

/// The rows written with vectors against one place at a time: the same bits for any length.
class TraceRowsTest {
    private static final int LONGEST = 140;
    private static final int Y = 2;
    private static final int Z = 1;

    private final Random random = new Random(3);

    private float[] random(GridShape shape, float size) {
        float[] f = new float[shape.size()];
        for (int i = 0; i < f.length; i++) {
            f[i] = size * (2 * random.nextFloat() - 1);
        }
        return f;
    }

    /// A row of paths of up to 3 cells, some of which lead outside.
    private final class Row {
        final GridShape shape;
        final int at;
        final float[][] path;
        final float[] most;
        final float[] field;
        final TraceRows rows;

        Row(int n) {
            shape = new GridShape(n, 5, 4);
            at = shape.at(0, Y, Z);
            path = new float[][] {random(shape, 3), random(shape, 3), random(shape, 3)};
            most = new float[] {Math.max(0, n - 1.001f), 3.999f, 2.999f};
            field = random(shape, 1);
            rows = new TraceRows(shape);
            rows.go(path, shape.sy(), at, n, Y, Z, most);
        }

        float place(int axis, int x) {
            int i = at + x;
            float from = axis == 0 ? 0 : axis == 1 ? Y : Z;
            float p = 0.5f * (path[axis][i] + path[axis][i - shape.sy()]) + from;
            return axis == 0 ? p + x : p;
        }

        float inside(int axis, int x) {
            return Math.max(0, Math.min(most[axis], place(axis, x)));
        }

        float corner(float[] f, int x, int corner) {
            return f[
                    shape.at(
                            (int) inside(0, x) + (corner & 1),
                            (int) inside(1, x) + (corner >> 1 & 1),
                            (int) inside(2, x) + (corner >> 2))];
        }

        float value(float[] f, int x) {
            float[] t = new float[3];
            for (int axis = 0; axis < 3; axis++) {
                t[axis] = inside(axis, x) - (int) inside(axis, x);
            }
            float[] side = new float[2];
            for (int upper = 0; upper < 2; upper++) {
                float a = between(corner(f, x, upper), corner(f, x, upper + 2), t[1]);
                float b = between(corner(f, x, upper + 4), corner(f, x, upper + 6), t[1]);
                side[upper] = between(a, b, t[2]);
            }
            return between(side[0], side[1], t[0]);
        }
    }

    private static float between(float a, float b, float t) {
        return a + t * (b - a);
    }

    @Test
    void samples_ofAnyLength_areThoseOfOnePlaceAtATime() {
        for (int n = 1; n <= LONGEST; n++) {
            Row row = new Row(n);
            float[] found = new float[n];
            row.rows.sample(row.field, -1f, found, 0, n);
            float[] again = new float[n];
            float[] low = new float[n];
            float[] high = new float[n];
            row.rows.sample(row.field, again, low, high, 0, n);
            for (int x = 0; x < n; x++) {
                assertEquals(-row.value(row.field, x), found[x], 0f, x + " of " + n);
                assertEquals(row.value(row.field, x), again[x], 0f, x + " of " + n);
                float least = Float.MAX_VALUE;
                float most = -Float.MAX_VALUE;
                for (int corner = 0; corner < 8; corner++) {
                    least = Math.min(least, row.corner(row.field, x, corner));
                    most = Math.max(most, row.corner(row.field, x, corner));
                }
                assertEquals(least, low[x], x + " of " + n);
                assertEquals(most, high[x], x + " of " + n);
            }
        }
    }

    @Test
    void corrections_ofAnyLength_stayWithinTheExtremes_andLeaveOutWhatLedOutside() {
        float[] lowest = {0, 0, 0};
        for (int n = 1; n <= LONGEST; n++) {
            Row row = new Row(n);
            float[] highest = {n, 4, 3};
            float[] moved = random(row.shape, 1);
            float[] low = random(row.shape, 1);
            float[] high = low.clone();
            for (int i = 0; i < high.length; i++) {
                high[i] += 0.3f;
            }
            float[] returned = new float[n];
            row.rows.sample(row.field, 1f, returned, 0, n);
            float[] out = new float[row.shape.size()];
            float[] expected = new float[row.shape.size()];
            for (int x = 0; x < n; x++) {
                int i = row.at + x;
                boolean left = false;
                for (int axis = 0; axis < 3; axis++) {
                    float p = row.place(axis, x);
                    left |= p < lowest[axis] || p > highest[axis];
                }
                float free = moved[i] + 0.5f * (row.field[i] - returned[x]);
                expected[i] = left ? moved[i] : Math.max(low[i], Math.min(high[i], free));
            }
            row.rows.correct(
                    row.field, moved, returned, low, high, out, row.at, n, lowest, highest);
            assertArrayEquals(expected, out, "of " + n);
        }
    }
}
