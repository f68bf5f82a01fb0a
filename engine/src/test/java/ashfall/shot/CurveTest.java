package ashfall.shot;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;

class CurveTest {
    private final Curve curve =
            Curve.through(new double[] {1, 0}, new double[] {2, 10}, new double[] {4, 0});

    @Test
    void at_betweenAndBeyondPoints_isLinearAndHeld() {
        assertEquals(0, curve.at(-3));
        assertEquals(5, curve.at(1.5));
        assertEquals(10, curve.at(2));
        assertEquals(5, curve.at(3));
        assertEquals(0, curve.at(9));
    }

    @Test
    void integral_doesNotDependOnTheSteps() {
        double whole = curve.integral(0, 5);
        assertEquals(15, whole, 1e-12);
        for (int n : new int[] {3, 7, 100}) {
            double sum = 0;
            for (int i = 0; i < n; i++) {
                sum += curve.integral(5.0 * i / n, 5.0 * (i + 1) / n);
            }
            assertEquals(whole, sum, 1e-9);
        }
    }

    @Test
    void frameRate_asFraction_countsExactly() {
        FrameRate ntsc = FrameRate.parse("24000/1001");
        assertEquals(1001.0, ntsc.seconds(24000), 0);
        assertEquals(2, new FrameRate(24, 1).seconds(48), 0);
    }
}
