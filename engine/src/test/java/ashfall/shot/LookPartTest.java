package ashfall.shot;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;

import java.util.List;
import java.util.Map;

/// Looks that go from shot to shot.
class LookPartTest {
    private static final Shot FROM =
            Settings.with(
                    Shot.empty("from"),
                    List.of(
                            "look.glow=2",
                            "look.extinction=4",
                            "look.exposure=-3",
                            "reading.core=0.5",
                            "reading.edgeTo=1e-4",
                            "grade.colour.saturation=0.5",
                            "sun.sky=1"));
    private static final Shot TO =
            Settings.with(Shot.empty("to"), List.of("look.blue=7", "look.albedo=0.9"));

    @Test
    void flame_isTakenAlone() {
        Shot taken = LookPart.FLAME.taken(TO, FROM);
        assertEquals(2, taken.look().number(Look.GLOW));
        assertEquals(1, taken.look().number(Look.BLUE), "as it is there: by default");
        assertEquals(0.5, taken.reading().number(Reading.CORE));
        assertEquals(8.7, taken.look().number(Look.EXTINCTION));
        assertEquals(0.9, taken.look().number(Look.ALBEDO));
        assertEquals(TO.grade(), taken.grade());
    }

    @Test
    void smoke_isTakenAlone() {
        Shot taken = LookPart.SMOKE.taken(TO, FROM);
        assertEquals(4, taken.look().number(Look.EXTINCTION));
        assertEquals(1e-4, taken.reading().number(Reading.EDGE_TO));
        assertEquals(7, taken.look().number(Look.BLUE));
        assertEquals(0, taken.reading().number(Reading.CORE));
    }

    @Test
    void all_isTakenWithTheGrade_butNeitherSunNorGas() {
        Shot taken = LookPart.ALL.taken(TO, FROM);
        assertEquals(FROM.look(), taken.look());
        assertEquals(FROM.reading(), taken.reading());
        assertEquals(FROM.grade(), taken.grade());
        assertEquals(TO.sun(), taken.sun());
        assertEquals("to", taken.name());
    }

    @Test
    void readingOfAnElement_takesWhatIsOfTheReading() {
        Shot own = TO.withGroup("readings", Map.of("east", TO.reading()));
        Shot taken = LookPart.ALL.taken(own, FROM, "east");
        assertEquals(FROM.reading(), taken.reading("east"));
        assertEquals(TO.reading(), taken.reading());
        assertEquals(FROM.reading(), LookPart.ALL.taken(own, FROM, "west").reading());
    }

    @Test
    void exposure_staysWhereAllElseIsTaken() {
        Shot taken = LookPart.BUT_EXPOSURE.taken(TO, FROM);
        Item look = FROM.look().without(Look.EXPOSURE);
        assertEquals(look, taken.look());
        assertEquals(FROM.grade(), taken.grade());
    }
}
