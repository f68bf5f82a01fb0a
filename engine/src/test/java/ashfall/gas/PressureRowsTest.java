package ashfall.gas;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import ashfall.grid.GridShape;

import org.junit.jupiter.api.Test;

import java.util.Random;

/// The rows written with vectors against plain loops over cells: the same bits for any length.
class PressureRowsTest {
    private static final int LONGEST = 140;

    private final Random random = new Random(11);

    /// Arrays of a row's surroundings; a few cells have only closed faces.
    private final class Row {
        final GridShape shape;
        final float[] q;
        final float[] f;
        final float[][] beta = new float[3][];
        final int at;

        Row(int n) {
            shape = new GridShape(n, 2, 2);
            q = random();
            f = random();
            for (int axis = 0; axis < 3; axis++) {
                beta[axis] = random();
            }
            at = shape.at(0, 0, 0);
            int closed = at + random.nextInt(n);
            for (int axis = 0; axis < 3; axis++) {
                beta[axis][closed] = 0;
                beta[axis][closed + shape.stride(axis)] = 0;
            }
        }

        private float[] random() {
            float[] a = new float[shape.size()];
            for (int i = 0; i < a.length; i++) {
                a[i] = random.nextFloat() + 0.1f;
            }
            return a;
        }

        float imageOf(float[] p, int i) {
            int sy = shape.sy();
            int sz = shape.sz();
            float[] bx = beta[0];
            float[] by = beta[1];
            float[] bz = beta[2];
            return ((bx[i] * (p[i] - p[i - 1]) + bx[i + 1] * (p[i] - p[i + 1]))
                            + (by[i] * (p[i] - p[i - sy]) + by[i + sy] * (p[i] - p[i + sy])))
                    + (bz[i] * (p[i] - p[i - sz]) + bz[i + sz] * (p[i] - p[i + sz]));
        }

        float relaxed(int i) {
            int sy = shape.sy();
            int sz = shape.sz();
            float[] bx = beta[0];
            float[] by = beta[1];
            float[] bz = beta[2];
            float sum = ((bx[i] + bx[i + 1]) + (by[i] + by[i + sy])) + (bz[i] + bz[i + sz]);
            float around =
                    ((bx[i] * q[i - 1] + bx[i + 1] * q[i + 1])
                                    + (by[i] * q[i - sy] + by[i + sy] * q[i + sy]))
                            + (bz[i] * q[i - sz] + bz[i + sz] * q[i + sz]);
            return sum == 0 ? 0 : (f[i] + around) / sum;
        }
    }

    @Test
    void relax_ofAnyLengthAndColour_isThatOfOneCellAtATime() {
        for (int n = 1; n <= LONGEST; n++) {
            for (int parity = 0; parity < 2; parity++) {
                Row row = new Row(n);
                float[] expected = row.q.clone();
                for (int x = parity; x < n; x += 2) {
                    expected[row.at + x] = row.relaxed(row.at + x);
                }
                PressureRows.relax(
                        row.q,
                        row.f,
                        row.beta[0],
                        row.beta[1],
                        row.beta[2],
                        new float[n],
                        row.at,
                        n,
                        row.shape.sy(),
                        row.shape.sz(),
                        parity);
                assertArrayEquals(expected, row.q, "of " + n + " cells, from the " + parity);
            }
        }
    }

    @Test
    void images_ofAnyLength_areThoseOfOneCellAtATime() {
        for (int n = 1; n <= LONGEST; n++) {
            Row row = new Row(n);
            float[] expected = new float[row.q.length];
            float[] subtracted = row.f.clone();
            for (int i = row.at; i < row.at + n; i++) {
                expected[i] = row.imageOf(row.q, i);
                subtracted[i] -= expected[i];
            }
            float[] out = new float[row.q.length];
            int sy = row.shape.sy();
            int sz = row.shape.sz();
            float[][] b = row.beta;
            PressureRows.image(row.q, b[0], b[1], b[2], out, row.at, n, sy, sz);
            assertArrayEquals(expected, out, "of " + n);
            PressureRows.subtractImage(row.q, b[0], b[1], b[2], row.f, row.at, n, sy, sz);
            assertArrayEquals(subtracted, row.f, "of " + n);
        }
    }

    @Test
    void rest_ofEverySecondCell_isAddedToTheRow() {
        for (int n = 1; n <= LONGEST; n++) {
            Row row = new Row(n);
            int parity = n & 1;
            float[] sums = new float[n];
            float[] expected = new float[n];
            for (int x = 0; x < n; x++) {
                sums[x] = x;
                int i = row.at + x;
                expected[x] = (x & 1) == parity ? x + (row.f[i] - row.imageOf(row.q, i)) : x;
            }
            float[][] b = row.beta;
            PressureRows.addRest(
                    row.q,
                    row.f,
                    b[0],
                    b[1],
                    b[2],
                    sums,
                    row.at,
                    n,
                    row.shape.sy(),
                    row.shape.sz(),
                    parity);
            assertArrayEquals(expected, sums, "of " + n);
        }
    }

    /// Sixteen sums of floats along a row, by place, whatever the vectors' length.
    @Test
    void dot_ofAnyLength_sumsByPlace() {
        for (int n = 1; n <= LONGEST; n++) {
            Row row = new Row(n);
            double expected = 0;
            for (int y = 0; y < 2; y++) {
                float[] parts = new float[16];
                for (int x = 0; x < n; x++) {
                    int i = row.shape.at(x, y, 1);
                    parts[x % 16] += row.q[i] * row.f[i];
                }
                for (int k = 0; k < 16; k += 4) {
                    expected +=
                            ((double) parts[k] + parts[k + 1])
                                    + ((double) parts[k + 2] + parts[k + 3]);
                }
            }
            assertEquals(expected, PressureRows.dot(row.q, row.f, row.shape, 1, new float[n + 16]));
        }
    }
}
