package ashfall.burn;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

import java.util.Arrays;

/// Escape factors of a sooty block in the middle of clear air.
class EscapeTest {
    private static final int N = 64;
    private final GridShape shape = new GridShape(N, N, N);
    private final Workers workers = new Workers(2);
    private final Escape escape = new Escape(shape, workers);

    @BeforeEach
    void fill() {
        var fields =
                new GasFields(
                        shape, new FieldPool(shape), Fuels.of("kerosene").gasLaw(288), 0.2314);
        for (int z = 24; z < 40; z++) {
            for (int y = 24; y < 40; y++) {
                int at = shape.at(24, y, z);
                Arrays.fill(fields.contents[GasFields.SOOT], at, at + 16, 1e-3f);
            }
        }
        escape.update(fields, 0.5f);
    }

    @AfterEach
    void close() {
        workers.close();
    }

    private float[] row(int x0, int y, int z, int n) {
        float[] out = new float[n];
        escape.row(x0, y, z, n, out);
        return out;
    }

    @Test
    void row_throughSoot_fallsTowardsItsMiddle_alikeFromBothSides() {
        float[] through = row(0, 32, 32, N);
        for (int x = 0; x < N; x++) {
            assertEquals(through[x], through[N - 1 - x], 1e-6, "x " + x);
            assertTrue(through[x] > 0 && through[x] <= 1, through[x] + " at " + x);
        }
        assertTrue(through[32] < 0.9 * through[0], through[0] + " outside, " + through[32]);
        assertTrue(row(0, 0, 0, N)[0] > 0.999, "nothing holds it back in a corner");
    }

    @Test
    void row_isTheSame_whereverItBegins_andAlongAnyAxis() {
        float[] through = row(0, 30, 27, N);
        for (int x0 : new int[] {1, 3, 4, 20, 60, 63}) {
            assertEquals(
                    0, Arrays.compare(Arrays.copyOfRange(through, x0, N), row(x0, 30, 27, N - x0)));
        }
        for (int x = 0; x < N; x++) {
            assertEquals(through[x], row(30, x, 27, 1)[0], 1e-5, "turned, " + x);
        }
    }

    @Test
    void row_betweenMiddlesOfBricks_isALine() {
        // Middles lie at 3.5, 11.5, 19.5 ... cells; the soot begins with the brick at 27.5.
        float[] through = row(0, 32, 32, N);
        float slope = through[22] - through[21];
        assertTrue(slope < 0);
        for (int x = 20; x < 27; x++) {
            assertEquals(slope, through[x + 1] - through[x], 1e-6, "x " + x);
        }
        assertEquals(through[0], through[3], 0, "before the first middle");
    }
}
