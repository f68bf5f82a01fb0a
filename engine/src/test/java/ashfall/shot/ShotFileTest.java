package ashfall.shot;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.List;
import java.util.Random;

class ShotFileTest {
    private static final String GOOD =
            """
            {"ashfall": 1, "name": "t", "air": {"temperature": "12 C", "wind": [1, 0, "18 km/h"], "smell": "tar"},
             "elements": {"fire": {"kind": "gas", "voxel": {"work": "5 cm"}, "sources": {
               "pan": {"kind": "burner", "radius": 0.3, "release": {"fuel": {"curve": [[0, 0], ["500 ms", "20 g/s"]]}}}}}}}
            """;

    private static Shot good() {
        return ShotFile.parse(GOOD, "t.ashfall").shot();
    }

    private static String refused(String text) {
        return assertThrows(ShotException.class, () -> ShotFile.parse(text, "t.ashfall"))
                .getMessage();
    }

    @Test
    void parse_unitsAndCurves_areReadInSi() {
        Shot shot = good();
        assertEquals(285.15, shot.air().number(Air.TEMPERATURE), 1e-9);
        assertEquals(5, shot.air().get(Air.WIND).z(), 1e-9);
        Element fire = shot.element("fire");
        assertEquals(0.05, fire.voxel(Fineness.WORK), 1e-12);
        assertEquals(0.01, fire.sources().get("pan").get(Source.RELEASED_FUEL).at(0.25), 1e-12);
    }

    @Test
    void parse_unknownKey_isKeptAndReported() {
        ShotFile.Reading reading = ShotFile.parse(GOOD, "t.ashfall");
        assertEquals(List.of("air.smell"), reading.unknownKeys());
        assertTrue(ShotFile.write(reading.shot()).contains("\"smell\" : \"tar\""));
    }

    /// Notes stay with their item through edits and files, and name what is there.
    @Test
    void notes_sayWhy_andStayWithTheirItem() {
        for (String name : DemoShots.all().keySet()) {
            Shot shot = DemoShots.read(name).shot();
            int notes = 0;
            for (var entry : shot.items().entrySet()) {
                Item item = entry.getValue();
                notes += item.notes().size();
                for (String key : item.notes().keySet()) {
                    assertTrue(
                            item.values().containsKey(item.kind().params().get(key)),
                            name + ": a note on " + entry.getKey() + "." + key);
                }
            }
            assertTrue(notes >= 8, name + " has " + notes + " notes");
            assertEquals(shot, ShotFile.parse(ShotFile.write(shot), name).shot());
        }
        Shot calm = Settings.with(DemoShots.read("oil-store").shot(), List.of("air.wind=0,0,0"));
        assertTrue(calm.air().note(Air.WIND).startsWith("a light breeze"));
        String bad = "{\"ashfall\": 1, \"air\": {\"notes\": {\"wind\": 3}}}";
        assertTrue(refused(bad).contains("'air.notes.wind' must be text"), refused(bad));
    }

    @ParameterizedTest
    @ValueSource(strings = {"burner", "fireball", "puff", "empty"})
    void write_thenRead_givesTheSameShot(String kind) {
        Shot shot = NewShot.make(kind, List.of());
        assertEquals(shot, ShotFile.parse(ShotFile.write(shot), "again").shot());
    }

    @Test
    void demoShots_allRead_withoutUnknownKeys() {
        for (String name : DemoShots.all().keySet()) {
            ShotFile.Reading reading = DemoShots.read(name);
            assertEquals(List.of(), reading.unknownKeys());
            assertEquals(name, reading.shot().name());
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "{\"ashfall\": 1, \"air\": {\"temperature\": 5000}}|'air.temperature': 5000 K is"
                        + " out of range; it must be 200 K to 350 K",
                "{\"ashfall\": 1, \"air\": {\"temperature\": \"12 m\"}}|'air.temperature': the unit"
                        + " 'm' does not fit; use K or C",
                "{\"ashfall\": 1, \"air\": {\"wind\": 3}}|'air.wind': it must be three numbers",
                "{\"ashfall\": 1, \"frames\": {\"rate\": \"24/0\"}}|'frames.rate': a frame rate"
                        + " must be 1 to 1000",
                "{\"ashfall\": 9}|it was written in version 9",
                "{\"name\": \"x\"}|the key 'ashfall' with the version of the format is missing",
                "{\"ashfall\": 1, \"elements\": {\"a b\": {\"kind\": \"gas\"}}}|the name 'a b'",
                "{\"ashfall\": 1, \"elements\": {\"a\": {\"kind\": \"steam\"}}}|'elements.a.kind'"
                        + " is 'steam'; 'gas' would be right",
                "{\"ashfall\": 1, \"elements\": {\"a\": {\"kind\": \"gas\", \"voxel\": {\"wrok\":"
                        + " 1}}}}|'elements.a.voxel.wrok' is not known",
                "{\"ashfall\": 1, \"elements\": {\"a\": {\"kind\": \"gas\", \"burn\": {\"fuel\":"
                        + " \"custard\"}}}}|'custard' is not known; it must be one of methane",
                "{\"ashfall\": 1, \"look\": {\"albedo\": {\"curve\": [[0, 1]]}}}|'look.albedo':"
                        + " it cannot follow a curve",
                "{\"ashfall\": 1, |line 1, column",
            })
    void parse_wrongShot_isRefusedWithFileKeyAndRemedy(String text, String expected) {
        String message = refused(text);
        assertTrue(message.startsWith("t.ashfall: "), message);
        assertTrue(message.contains(expected), message);
    }

    @Test
    void curve_thatGoesBackInTime_isRefused() {
        String message = refused(GOOD.replace("\"500 ms\"", "0"));
        assertTrue(message.contains("release.fuel") && message.contains("rise in time"), message);
    }

    @Test
    void with_settings_changeTheShot() {
        Shot shot =
                Settings.with(
                        good(),
                        List.of(
                                "air.wind=2,0,0",
                                "elements.fire.sources.pan.radius=40 cm",
                                "frames.last=9"));
        assertEquals(2, shot.air().get(Air.WIND).x());
        assertEquals(0.4, shot.element("fire").sources().get("pan").number(Shape.RADIUS), 1e-12);
    }

    @Test
    void with_unknownKey_isRefusedWithTheNearest() {
        String message =
                assertThrows(
                                ShotException.class,
                                () -> Settings.with(good(), List.of("fire.radius=1")))
                        .getMessage();
        assertTrue(message.contains("elements.fire.sources.pan.radius"), message);
    }

    /// Every declared parameter: unique key, words, a default that its own reader accepts.
    @Test
    void parameters_ofAllKinds_areWhole() {
        Shot shot = NewShot.make("fireball", List.of());
        Settings.parameters(shot).forEach((path, param) -> check(path, param));
    }

    private static <T> void check(String path, Param<T> param) {
        assertFalse(param.label().isEmpty(), path);
        assertFalse(param.range().isEmpty(), path);
        boolean asFuel = param instanceof Quantity q && Double.isNaN(q.number());
        if (!asFuel) {
            assertEquals(param.byDefault(), param.read(param.write(param.byDefault())), path);
        }
    }

    /// Random damage to a good file: read or refused in one sentence, nothing else.
    @Test
    void parse_damagedText_isReadOrRefused() {
        long seed = 4711;
        Random random = new Random(seed);
        String good = ShotFile.write(NewShot.make("fireball", List.of()));
        for (int round = 0; round < 500; round++) {
            StringBuilder bad = new StringBuilder(good);
            for (int k = 0; k < 1 + random.nextInt(3); k++) {
                bad.setCharAt(random.nextInt(bad.length()), (char) (32 + random.nextInt(95)));
            }
            try {
                ShotFile.parse(bad.toString(), "damaged");
            } catch (ShotException e) {
                assertTrue(
                        e.getMessage().startsWith("damaged"),
                        "seed " + seed + " round " + round + ": " + e.getMessage());
            }
        }
    }
}
