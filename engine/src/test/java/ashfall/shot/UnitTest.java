package ashfall.shot;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;

import java.util.List;
import java.util.Random;

class UnitTest {
    @Test
    void figure_picksTheUnitThatFits() {
        assertEquals("60 MW", Unit.KILOWATT.figure(60_000, 3));
        assertEquals("80 W", Unit.KILOWATT.figure(0.08, 3));
        assertEquals("33.4 cm", Unit.METRE.figure(0.334, 3));
        assertEquals("5 mm", Unit.METRE.figure(0.005, 3));
        assertEquals("1.5 km", Unit.METRE.figure(1500, 3));
        assertEquals("1 m", Unit.METRE.figure(1, 3));
        assertEquals("-8 m", Unit.METRE.figure(-8, 3));
        assertEquals("0 m", Unit.METRE.figure(0, 3));
        assertEquals("1,784 K", Unit.KELVIN.figure(1784, 4));
        assertEquals("9.81 m/s²", Unit.METRE_PER_SECOND_SQUARED.figure(9.81, 3));
        assertEquals("20 m/s", Unit.METRE_PER_SECOND.figure(20, 3));
        assertEquals("26 mm", Unit.MILLIMETRE.figure(26, 3));
    }

    @Test
    void number_hasThousandsAndNoTrailingZeros() {
        assertEquals("1,234,567", Unit.number(1_234_567, 7));
        assertEquals("-12,300", Unit.number(-12_345, 3));
        assertEquals("0.25", Unit.number(0.25, 6));
        assertEquals("100", Unit.number(100, 3));
        assertEquals("-", Unit.number(Double.NaN, 3));
    }

    @Test
    void parse_inDecimals_isWhatWasMeant() {
        assertEquals(0.7, Unit.METRE.parse("70 cm"));
        assertEquals(1500, Unit.KILOWATT.parse("1.5 MW"));
        assertEquals(1234, Unit.KELVIN.parse("1,234 K"));
        assertEquals(273.15, Unit.KELVIN.parse("0 C"));
    }

    @Test
    void parse_ofAnyFigure_givesTheValueBack() {
        long seed = 20_261_123;
        Random random = new Random(seed);
        List<Unit> all = List.of(Unit.values());
        for (int i = 0; i < 2000; i++) {
            Unit unit = all.get(random.nextInt(all.size()));
            double value = Math.pow(10, random.nextDouble(-3, 5));
            String text = unit.figure(value, 12);
            assertEquals(value, unit.parse(text), 1e-10 * value, text + ", seed " + seed);
        }
    }
}
