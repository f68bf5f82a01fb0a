package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.look.Embers.Ember;
import ashfall.particles.Carriers;
import ashfall.shot.Element;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.shot.Vec3;
import ashfall.sim.CarrierFlights;

import org.junit.jupiter.api.Test;

import java.util.List;

/// What embers shed. A star of half a second flies through still air and sheds 400 sparks a second.
class SparksTest {
    private static final double FRAME = 1 / 24.0;

    private static Shot shot(String... settings) {
        String json =
                """
                {"ashfall": 1, "name": "bay", "frames": {"last": 48},
                 "elements": {"bay": {"kind": "gas", "voxel": {"work": 0.5},
                  "bounds": {"from": [-3, 0, -3], "to": [3, 6, 3]},
                  "sources": {"star": {"kind": "carriers", "centre": [0, 3, 0], "radius": 0.3,
                   "born": {"count": 1, "from": 0, "to": 0}, "life": {"mean": 0.5, "spread": 0},
                   "carrier": {"shown": true}, "ember": {"born": 2400, "end": 1900},
                   "spark": {"rate": 400, "life": 0.2, "speed": 0}}}}}}
                """;
        return Settings.with(ShotFile.parse(json, "test").shot(), List.of(settings));
    }

    private static List<Ember> sparks(double frame, double open, String... settings) {
        Shot shot = shot(settings);
        List<Ember> all = EmberFlights.at(shot, "bay", shot, frame * FRAME, open);
        return all.stream().filter(e -> e.diameter() <= 0.005).toList();
    }

    /// They hang where the star was while they were shed, the younger the hotter.
    @Test
    void sparks_hangOnTheWayOfTheirEmber() {
        List<Ember> sparks = sparks(10, 0);
        // Lives between 0.3 and 1 of 0.2 s: 0.65 of 80 in the mean.
        assertEquals(52, sparks.size(), 12);

        Shot shot = shot();
        Element element = shot.element("bay");
        Carriers star = CarrierFlights.of(shot, element, element.sources().get("star"));
        Carriers.Seen now = new Carriers.Seen();
        Carriers.Seen before = new Carriers.Seen();
        assertTrue(star.look(0, 10 * FRAME, now) && star.look(0, 10 * FRAME - 0.2, before));
        Vec3 head = new Vec3(now.x, now.y, now.z);
        double tail = new Vec3(before.x, before.y, before.z).minus(head).length();
        Vec3 flight = new Vec3(now.u, now.v, now.w).unit();
        for (Ember spark : sparks) {
            Vec3 off = head.minus(spark.from());
            double behind = off.dot(flight);
            assertTrue(behind >= -1e-3 && behind < tail, "m behind " + behind);
            assertEquals(0, off.minus(flight.times(behind)).length(), 1e-3, "m beside the way");
            // The star has 1990 K or more where the oldest were shed.
            double age = behind / tail;
            assertTrue(spark.kelvin() < 2400 - 1000 * age, spark.kelvin() + " K");
            assertTrue(spark.kelvin() > 900, spark.kelvin() + " K");
        }
    }

    /// A spark is the same one in the next frame, moved by the wind.
    @Test
    void sparks_goWithTheWind_andStayTheSame() {
        List<Ember> first = sparks(9, 0, "air.wind=2,0,0");
        List<Ember> next = sparks(10, 0, "air.wind=2,0,0");
        Vec3 blown = new Vec3(2 * FRAME, 0, 0);
        int old = 0;
        for (Ember spark : first) {
            Vec3 place = spark.from().plus(blown);
            old += next.stream().anyMatch(later -> isCooled(later, spark, place)) ? 1 : 0;
        }
        int shedSince = next.size() - old;
        assertEquals(400 * FRAME, shedSince, 2);
        assertTrue(old > 25, "still glow: " + old);
    }

    private static boolean isCooled(Ember later, Ember spark, Vec3 place) {
        boolean isThere = later.from().minus(place).length() < 1e-6;
        return isThere && later.kelvin() < spark.kelvin();
    }

    /// While the shutter is open they go as far as they fly then.
    @Test
    void sparks_thatScatterAndDrift_leaveStreaks() {
        String[] wild = {"elements.bay.sources.star.spark.speed=5", "air.wind=0,0,3"};
        List<Ember> sparks = sparks(10, FRAME / 2, wild);
        assertTrue(sparks.size() > 40, "sparks: " + sparks.size());
        double longest =
                sparks.stream()
                        .mapToDouble(e -> e.to().minus(e.from()).length())
                        .max()
                        .orElseThrow();
        assertTrue(longest < 8 * FRAME / 2 && longest > 5 * FRAME / 2, "m " + longest);
        assertTrue(sparks(10, 0, wild).stream().allMatch(e -> e.to().equals(e.from())));
    }

    /// The tail of a star that has gone out goes out after it.
    @Test
    void sparks_outliveTheirEmber() {
        assertTrue(sparks(13, 0).size() > 20, "0.04 s after it went out");
        assertEquals(0, sparks(17, 0).size(), "0.21 s after");
        assertEquals(0, sparks(10, 0, "elements.bay.sources.star.spark.rate=0").size());
    }

    @Test
    void sparks_beyondAllMeasure_areRefused() {
        String many = "elements.bay.sources.star.born.count=2000";
        String rate = "elements.bay.sources.star.spark.rate=5000";
        ShotException e = assertThrows(ShotException.class, () -> sparks(10, 0, many, rate));
        assertTrue(e.getMessage().startsWith("spark.rate: more than 400,000"), e.getMessage());
    }
}
