package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Curve;

import org.junit.jupiter.api.Test;

import java.util.NavigableMap;
import java.util.TreeMap;

/// A fire that cools is kept as bright as it was.
class HeldBrightnessTest {
    /// Falls to a tenth over 80 frames, flickering.
    private static NavigableMap<Double, Double> cooling() {
        NavigableMap<Double, Double> powers = new TreeMap<>();
        for (int frame = 30; frame <= 110; frame++) {
            double share = (frame - 30) / 80.0;
            double flicker = 1 + 0.1 * Math.sin(frame * 0.9);
            powers.put(frame / 24.0, 4e5 * Math.pow(0.1, share) * flicker);
        }
        return powers;
    }

    @Test
    void brightness_staysWithinATenth_withItsOvershoot() {
        NavigableMap<Double, Double> powers = cooling();
        Curve glow = HeldBrightness.strength(powers, Curve.constant(2), 1.3);
        double first = powers.firstEntry().getValue();
        powers.forEach(
                (seconds, power) -> {
                    double share = Math.min(1, (seconds - 1.25) / (80 / 24.0 / 6));
                    double wanted = first * (1.3 - 0.3 * share);
                    assertEquals(wanted, power * glow.at(seconds) / 2, 0.1 * wanted);
                });
        assertEquals(2.6, glow.at(1.25), 1e-9);
        assertTrue(glow.points().size() < 60, "few points: " + glow.points().size());
        assertTrue(glow.at(110 / 24.0) > 15, "it cools to a tenth");
    }

    @Test
    void brightness_thatNeverWas_isNotHeld() {
        NavigableMap<Double, Double> dark = new TreeMap<>();
        dark.put(0.0, 0.0);
        Curve one = Curve.constant(1);
        assertThrows(IllegalArgumentException.class, () -> HeldBrightness.strength(dark, one, 1));
        dark.put(1.0, 5.0);
        assertThrows(IllegalArgumentException.class, () -> HeldBrightness.strength(dark, one, 1));
    }
}
