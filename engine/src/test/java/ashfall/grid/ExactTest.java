package ashfall.grid;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import org.junit.jupiter.api.Test;

import java.util.function.DoubleUnaryOperator;

class ExactTest {
    @Test
    void exp_overItsRange_isWithinItsStatedError() {
        assertEquals(0, worst(Exact::exp, StrictMath::exp, -700, 700), 4e-16);
    }

    @Test
    void log_overItsRange_isWithinItsStatedError() {
        assertEquals(0, worst(Exact::log, StrictMath::log, 2, 1e6), 5e-16);
        assertEquals(0, Exact.log(1));
        assertThrows(IllegalArgumentException.class, () -> Exact.log(0));
    }

    @Test
    void cbrt_overItsRange_isWithinItsStatedError() {
        assertEquals(0, worst(Exact::cbrt, StrictMath::cbrt, 1e-30, 1e9), 4e-16);
        assertEquals(0, worst(Exact::cbrt, StrictMath::cbrt, 1e-12, 1e-6), 4e-16);
        assertEquals(0, Exact.cbrt(0));
    }

    @Test
    void oneOverCbrt1p_ofSmallAndLargeNumbers_isWithinItsStatedError() {
        DoubleUnaryOperator reference = x -> 1 / StrictMath.cbrt(1 + x);
        assertEquals(0, worst(Exact::oneOverCbrt1p, reference, 0, 2e-3), 4e-16);
        assertEquals(0, worst(Exact::oneOverCbrt1p, reference, 0, 50), 4e-16);
    }

    @Test
    void pow_ofUsualNumbers_isWithinItsStatedError() {
        assertEquals(
                0,
                worst(x -> Exact.pow(x, -1.0 / 3), x -> StrictMath.pow(x, -1.0 / 3), 1e-6, 1e6),
                1e-13);
        assertEquals(0, worst(x -> Exact.pow(x, 5), x -> StrictMath.pow(x, 5), 1e-5, 1e5), 1e-13);
    }

    @Test
    void exp_beyondItsRange_ends() {
        assertEquals(0, Exact.exp(-800));
        assertEquals(Double.POSITIVE_INFINITY, Exact.exp(800));
    }

    private static double worst(
            DoubleUnaryOperator ours, DoubleUnaryOperator reference, double from, double to) {
        double worst = 0;
        for (int i = 0; i <= 20_000; i++) {
            double x = from + (to - from) * i / 20_000.0;
            double r = reference.applyAsDouble(x);
            worst = Math.max(worst, Math.abs(ours.applyAsDouble(x) - r) / Math.abs(r));
        }
        return worst;
    }
}
