package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;

class ForetellingTest {
    private static final long SECOND = 1_000_000_000;

    private final List<Double> told = new ArrayList<>();
    private long now;

    /// @param seconds that the rows take, one after another; the last for all that follow
    private void draw(int rows, double... seconds) {
        now = 3 * SECOND;
        Foretelling foretelling = new Foretelling(0, () -> now, told::add);
        for (int row = 1; row <= rows; row++) {
            now += (long) (SECOND * seconds[Math.min(row, seconds.length) - 1]);
            foretelling.drawn(row, rows);
        }
    }

    /// Of 32 rows the first takes 9 s and the others 1 s: 3 s before, 9 and 31.
    @Test
    void slowBeginnings_areNotTakenForTheRest() {
        draw(32, 9, 1);
        assertArrayEquals(new double[] {43, 43}, told.stream().mapToDouble(s -> s).toArray(), 1e-6);
    }

    /// Where it gets quicker later the second time is right.
    @Test
    void itIsToldAgain() {
        draw(32, 5, 5, 5, 1);
        assertArrayEquals(
                new double[] {3 + 10 + 30 * 5, 3 + 15 + 29},
                told.stream().mapToDouble(s -> s).toArray(),
                1e-6);
    }

    /// A picture of few rows is told of by the first.
    @Test
    void fewRows() {
        draw(3, 2);
        assertEquals(List.of(9.0), told);
        told.clear();
        draw(1, 2);
        assertEquals(List.of(5.0), told);
    }
}
