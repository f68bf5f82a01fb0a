package ashfall.desk.dials;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.DemoShots;
import ashfall.shot.Quantity;
import ashfall.shot.Settings;
import ashfall.shot.Shape;
import ashfall.shot.Source;

import org.junit.jupiter.api.Test;

import java.util.List;

class RuleScaleTest {
    private static List<Quantity> all() {
        return Settings.parameters(DemoShots.read("oil-store").shot()).values().stream()
                .filter(Quantity.class::isInstance)
                .map(Quantity.class::cast)
                .toList();
    }

    @Test
    void everyRule_showsTheUsualBand_withinWhatIsAllowed() {
        for (Quantity q : all()) {
            RuleScale scale = RuleScale.of(q);
            assertTrue(scale.low() >= q.least() && scale.high() <= q.most(), q.key());
            double from = scale.position(q.usualLow());
            double to = scale.position(q.usualHigh());
            assertTrue(from >= 0 && to <= 1 && to > from, q.key() + " " + from + " to " + to);
            assertTrue(to - from < 0.95, q.key() + " leaves room beside the band");
            int ticks = scale.ticks().size();
            assertTrue(ticks >= 5 && ticks <= 80, q.key() + " has " + ticks + " ticks");
        }
    }

    @Test
    void valueOfPosition_isTheInverse() {
        for (Quantity q : all()) {
            RuleScale scale = RuleScale.of(q);
            for (double t = 0.1; t < 1; t += 0.2) {
                assertEquals(t, scale.position(scale.value(t)), 1e-9, q.key());
            }
        }
    }

    @Test
    void logarithmicRule_hasZeroAtItsEnd() {
        RuleScale heat = RuleScale.of(Source.HEAT);
        assertTrue(heat.logarithmic());
        assertEquals(0, heat.value(0));
        assertEquals(0, heat.position(0));
        assertTrue(heat.value(0.06) > 0);
    }

    @Test
    void rounded_keepsThreeDigits_orFiveWhenFine() {
        RuleScale radius = RuleScale.of(Shape.RADIUS);
        assertEquals(1.23, radius.rounded(1.23456789, false));
        assertEquals(1.2346, radius.rounded(1.23456789, true));
        assertEquals(0, radius.rounded(0, false));
    }
}
