package ashfall.shot;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

import java.util.List;

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

    @Test
    void eased_isLevelAtItsPoints_andStaysBetweenTheirValues() {
        Curve eased =
                Curve.through(
                        List.of(
                                new Curve.Point(0, 2, true),
                                new Curve.Point(1, 6, false),
                                new Curve.Point(3, 5, true),
                                new Curve.Point(4, 5, false)));
        double step = 1e-6;
        assertEquals(0, (eased.at(step) - eased.at(0)) / step, 1e-4);
        assertEquals(
                4, (eased.at(1) - eased.at(1 - step)) / step, 1e-3, "straight where not eased");
        assertEquals(0, (eased.at(3) - eased.at(3 - step)) / step, 1e-4);
        for (double t = 0; t < 4; t += 0.01) {
            assertTrue(eased.at(t) <= eased.at(t + 0.01) || t > 0.98, "rises to its second point");
            assertTrue(eased.at(t) >= 2 && eased.at(t) <= 6);
        }
    }

    @Test
    void integralOfEased_isThatOfItsValues() {
        for (ReadyShape shape : ReadyShape.values()) {
            Curve c = shape.curve(0.3, 0.7, 5, 1);
            int n = 200_000;
            double sum = 0;
            for (int i = 0; i < n; i++) {
                sum += c.at(2 * (i + 0.5) / n) * 2 / n;
            }
            assertEquals(sum, c.integral(0, 2), 1e-7, shape.label());
            assertEquals(c.integral(0, 2), c.integral(0, 0.611) + c.integral(0.611, 2), 1e-12);
        }
    }

    @Test
    void readyShapes_areOrdinaryCurves_withTheNumbersAsked() {
        for (ReadyShape shape : ReadyShape.values()) {
            Curve c = shape.curve(0.5, 0.35, 2.4, 0.3);
            assertEquals(0.5, c.time(0), 1e-9, shape.label());
            assertEquals(0.35, c.length(), 1e-6, shape.label());
            assertEquals(2.4, c.largest(), 1e-12, shape.label());
            assertTrue(c.least() >= 0, shape.label());
            Curve written = Source.RELEASED_FUEL.read(Source.RELEASED_FUEL.write(c));
            assertEquals(c, written, "a file keeps it");
        }
        assertEquals(0.3, ReadyShape.SPIKE_AND_TAIL.curve(0, 0.35, 2.4, 0.3).at(9), 0);
    }

    @Test
    void stretchedAndMoved_keepValues_andComeBack() {
        Curve twice = curve.stretched(1, 2);
        assertEquals(6, twice.length(), 1e-9);
        assertEquals(1, twice.time(0));
        assertEquals(curve, twice.stretched(1, 0.5));
        assertEquals(curve, curve.later(0.4).later(-0.4));
    }

    @Test
    void seconds_areReadFromSecondsAndFrames() {
        FrameRate rate = new FrameRate(24, 1);
        assertEquals(0.5, rate.parseSeconds("12 f"));
        assertEquals(0.5, rate.parseSeconds("12 frames"));
        assertEquals(0.35, rate.parseSeconds("350 ms"), 1e-12);
        assertEquals(0.35, rate.parseSeconds("0.35"));
        assertThrows(NumberFormatException.class, () -> rate.parseSeconds("soon"));
    }

    @Test
    void anotherFrameRate_keepsTheSecondsOfTheEnds() {
        Item frames = Item.of(Frames.KIND).with(Frames.FIRST, 25L).with(Frames.LAST, 72L);
        Item faster = Timing.atRate(frames, new FrameRate(30, 1));
        assertEquals(31, faster.get(Frames.FIRST));
        assertEquals(90, faster.get(Frames.LAST));
        Item back = Timing.atRate(faster, new FrameRate(24, 1));
        assertEquals(25, back.get(Frames.FIRST));
        assertEquals(72, back.get(Frames.LAST));
    }
}
