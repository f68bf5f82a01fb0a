package ashfall.particles;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.geometry.Body;
import ashfall.shot.Carrier;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Shape;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;

class CarriersTest {
    private static final double G = 9.81;

    /// Born at once in a small ball at 2 m, all alike.
    private static Item item() {
        return Item.of(Source.CARRIERS)
                .with(Carrier.COUNT, 100L)
                .with(Carrier.TO, 0)
                .with(Carrier.LIFE, 1)
                .with(Carrier.LIFE_SPREAD, 0)
                .with(Carrier.SPEED_SPREAD, 0)
                .with(Shape.CENTRE, new Vec3(0, 2, 0))
                .with(Shape.RADIUS, 0.01);
    }

    private static Item thrown(Vec3 towards) {
        return item().with(Carrier.WAY, "direction").with(Carrier.TOWARDS, towards);
    }

    private static Carriers still(Item item) {
        return new Carriers(item, Surroundings.still(G), 0, 4);
    }

    private static Vec3 gone(Carriers carriers, double seconds) {
        Carriers.Seen begin = new Carriers.Seen();
        Carriers.Seen now = new Carriers.Seen();
        assertTrue(carriers.look(0, 0, begin));
        assertTrue(carriers.look(0, seconds, now));
        return new Vec3(now.x - begin.x, now.y - begin.y, now.z - begin.z);
    }

    @Test
    void way_inAVacuum_isAParabola() {
        Carriers carriers = still(thrown(new Vec3(1, 1, 0)).with(Carrier.GRAVITY, 1));
        for (double t = 0; t < 1; t += 0.0625) {
            double along = 10 * Math.sqrt(0.5) * t;
            Vec3 exact = new Vec3(along, along - 0.5 * G * t * t, 0);
            assertEquals(0, gone(carriers, t).minus(exact).length(), 1e-4, t + " s");
        }
    }

    @Test
    void way_throughStillAir_isThatOfQuadraticDrag() {
        double terminal = 5;
        Carriers carriers = still(thrown(new Vec3(1, 0, 0)).with(Carrier.TERMINAL, terminal));
        for (double t = 0; t < 1; t += 0.125) {
            // w' = -(g/w_t²) w² integrates to a logarithm.
            double per = G / (terminal * terminal);
            double exact = Math.log(1 + per * 10 * t) / per;
            assertEquals(exact, gone(carriers, t).x(), 0.003 * exact + 1e-5, t + " s");
        }
    }

    @Test
    void fall_throughStillAir_reachesItsTerminalSpeed() {
        Item item =
                thrown(new Vec3(0, -1, 0))
                        .with(Carrier.SPEED, 0)
                        .with(Carrier.GRAVITY, 1)
                        .with(Carrier.TERMINAL, 3)
                        .with(Carrier.LIFE, 4);
        Carriers.Seen seen = new Carriers.Seen();
        assertTrue(still(item).look(0, 3.5, seen));
        assertEquals(-3, seen.v, 0.03);
    }

    @Test
    void slowing_fallsEvenlyToWhatIsLeft() {
        Item item =
                thrown(new Vec3(0, 0, 1))
                        .with(Carrier.SPEED, 26)
                        .with(Carrier.SLOWED_TO, 7)
                        .with(Carrier.SLOWED_WITHIN, 0.3);
        Carriers carriers = still(item);
        assertEquals(26 * 0.15 - 0.5 * 19 / 0.3 * 0.0225, gone(carriers, 0.15).z(), 1e-3);
        assertEquals(16.5 * 0.3 + 7 * 0.2, gone(carriers, 0.5).z(), 5e-3);
    }

    @Test
    void wind_carriesWhatIsLight() {
        Surroundings windy =
                new Surroundings(
                        G,
                        (seconds, height, out) -> {
                            out[0] = 6;
                            out[1] = 0;
                            out[2] = 0;
                        },
                        Surroundings.still(G).eddies(),
                        Surroundings.still(G).draughts(),
                        List.of(),
                        Double.NEGATIVE_INFINITY);
        Item item = thrown(new Vec3(0, 1, 0)).with(Carrier.SPEED, 0).with(Carrier.TERMINAL, 0.5);
        Carriers.Seen seen = new Carriers.Seen();
        assertTrue(new Carriers(item, windy, 0, 4).look(0, 0.9, seen));
        assertEquals(6, seen.u, 0.1);
        Item half = item.with(Carrier.FEELS_WIND, 0.5);
        assertTrue(new Carriers(half, windy, 0, 4).look(0, 0.9, seen));
        assertEquals(3, seen.u, 0.1);
        Item stone = item.with(Carrier.TERMINAL, 0);
        assertTrue(new Carriers(stone, windy, 0, 4).look(0, 0.9, seen));
        assertEquals(0, seen.u);
    }

    @Test
    void ways_outwardAndAlongNormals_leaveTheSphereEvenly() {
        for (String way : List.of("outward", "normals")) {
            Item item =
                    item().with(Carrier.COUNT, 4000L)
                            .with(Carrier.WHERE, "surface")
                            .with(Carrier.WAY, way)
                            .with(Shape.RADIUS, 1);
            Carriers carriers = still(item);
            double[] sum = new double[4];
            carriers.forEachLiving(
                    0,
                    s -> {
                        Vec3 place = new Vec3(s.x, s.y - 2, s.z);
                        assertEquals(1, place.length(), 1e-3);
                        Vec3 speed = new Vec3(s.u, s.v, s.w);
                        assertEquals(10, speed.dot(place), 0.02);
                        sum[0] += place.x();
                        sum[1] += place.y();
                        sum[2] += place.z();
                        sum[3] += place.y() * place.y();
                    });
            for (int axis = 0; axis < 3; axis++) {
                assertEquals(0, sum[axis] / 4000, 0.03);
            }
            assertEquals(1.0 / 3, sum[3] / 4000, 0.02);
        }
    }

    @Test
    void cone_scattersEvenlyOverItsCap() {
        Item item = thrown(new Vec3(1, 0, 0)).with(Carrier.COUNT, 5000L).with(Carrier.CONE, 60);
        double[] mean = new double[2];
        still(item)
                .forEachLiving(
                        0,
                        s -> {
                            assertTrue(s.u >= 10 * 0.5 - 1e-4);
                            mean[0] += s.u / 10 / 5000;
                            mean[1] += s.v / 10 / 5000;
                        });
        assertEquals(0.75, mean[0], 0.01);
        assertEquals(0, mean[1], 0.02);
    }

    @Test
    void burst_isBornEvenlyOverItsTime_andDiesByItsLife() {
        Item item =
                item().with(Carrier.COUNT, 420L)
                        .with(Carrier.FROM, 0.5)
                        .with(Carrier.TO, 0.63)
                        .with(Carrier.LIFE, 0.4)
                        .with(Carrier.LIFE_SPREAD, 0.15);
        Carriers carriers = still(item);
        assertEquals(0, carriers.bornBy(0.4999));
        assertEquals(210, carriers.bornBy(0.565), 2);
        assertEquals(420, carriers.bornBy(0.63));
        double mean = 0;
        for (int i = 0; i < 420; i++) {
            assertTrue(carriers.life(i) >= 0.25 && carriers.life(i) <= 0.55);
            mean += carriers.life(i) / 420;
        }
        assertEquals(0.4, mean, 0.01);
        assertFalse(carriers.anyLives(0, 0.499));
        assertTrue(carriers.anyLives(0.6, 0.61));
        assertFalse(carriers.anyLives(1.2, 9));
        assertEquals(1, carriers.share(0.7), 0.02);
        assertEquals(0, carriers.share(1.3));
    }

    @Test
    void rate_bearsAsManyAsItsIntegral() {
        Item item =
                item().with(Carrier.COUNT, 0L)
                        .with(
                                Carrier.RATE,
                                Curve.through(new double[] {0, 0}, new double[] {2, 200}));
        Carriers carriers = new Carriers(item, Surroundings.still(G), 0, 2);
        assertEquals(200, carriers.count(), 1);
        assertEquals(50, carriers.bornBy(1), 1.5);
        Item many = item.with(Carrier.RATE, Curve.constant(100_000));
        ShotException e =
                assertThrows(
                        ShotException.class,
                        () -> new Carriers(many, Surroundings.still(G), 0, 10));
        assertTrue(e.getMessage().startsWith("born.rate"), e.getMessage());
        Item old = item().with(Carrier.COUNT, 50_000L).with(Carrier.LIFE, 10);
        e = assertThrows(ShotException.class, () -> still(old));
        assertTrue(e.getMessage().startsWith("life.mean: 50,000 carriers"), e.getMessage());
    }

    /// More carriers change nothing of those that were there, but for when a burst bears them.
    @Test
    void chances_belongToTheCarrier() {
        Item few = item().with(Carrier.CONE, 90);
        Carriers hundred = still(few);
        Carriers thousand = still(few.with(Carrier.COUNT, 1000L));
        Carriers other = still(few.with(Carrier.SEED, 2L));
        int same = 0;
        for (int i = 0; i < 100; i++) {
            assertEquals(hundred.end(i), thousand.end(i));
            same += hundred.end(i).equals(other.end(i)) ? 1 : 0;
        }
        assertEquals(0, same);
    }

    @Test
    void obstacles_throwCarriersBack_andLetNoneIn() {
        Item board =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "box")
                        .with(Shape.CENTRE, new Vec3(2, 2, 0))
                        .with(Shape.SIZE, new Vec3(0.2, 4, 4));
        Body wall = Body.of(board);
        Surroundings closed =
                new Surroundings(
                        G,
                        Surroundings.still(G).wind(),
                        Surroundings.still(G).eddies(),
                        Surroundings.still(G).draughts(),
                        List.of(wall),
                        0);
        Item item =
                thrown(new Vec3(1, 0.2, 0))
                        .with(Carrier.CONE, 20)
                        .with(Carrier.SPEED, 40)
                        .with(Carrier.GRAVITY, 1)
                        .with(Carrier.BOUNCE, 0.5);
        Carriers carriers = new Carriers(item, closed, 0, 4);
        for (double t = 0; t < 1; t += 0.01) {
            carriers.forEachLiving(
                    t,
                    s -> {
                        assertTrue(s.x < 1.95, "at " + s.x);
                        assertTrue(s.y > -0.05, "under ground " + s.y);
                    });
        }
        List<Double> back = new ArrayList<>();
        carriers.forEachLiving(0.2, s -> back.add(s.u));
        assertTrue(back.stream().allMatch(u -> u < 0 && u > -25), back.toString());
        Item through = item.with(Carrier.COLLIDES, false);
        List<Double> beyond = new ArrayList<>();
        new Carriers(through, closed, 0, 4).forEachLiving(0.5, s -> beyond.add(s.x));
        assertTrue(beyond.stream().allMatch(x -> x > 10));
    }

    @Test
    void overlap_isTheShareOfBallsThatMeet() {
        Item apart = item().with(Carrier.SPEED, 100).with(Carrier.SIZE, 0.3);
        Carriers carriers = still(apart);
        assertEquals(1, carriers.overlap(0));
        double later = carriers.overlap(0.5);
        // A hundred balls of 0.3 m on a sphere of 50 m.
        assertTrue(later < 0.1, "overlap " + later);
    }

    @Test
    void radiusAndStrength_taper() {
        Item item =
                item().with(Carrier.SIZE, 0.4)
                        .with(Carrier.SIZE_END, 0.5)
                        .with(Carrier.STRENGTH_END, 0);
        Carriers.Seen seen = new Carriers.Seen();
        assertTrue(still(item).look(0, 0.5, seen));
        assertEquals(0.3, seen.radius, 1e-6);
        assertEquals(0.5, seen.strength, 1e-9);
        // All are born at once and fade to nothing within a second: half of it in all.
        assertEquals(0.5, still(item).integralOf(Curve.constant(1)), 0.005);
    }

    /// Each keeps its own chances: sizes and strengths spread evenly around what is set, whether
    /// more are born or not.
    @Test
    void radiiAndStrengths_differBySeed() {
        Item item =
                item().with(Carrier.SIZE, 0.4)
                        .with(Carrier.SIZE_SPREAD, 0.5)
                        .with(Carrier.STRENGTH_SPREAD, 0.5);
        Carriers.Seen seen = new Carriers.Seen();
        Carriers carriers = still(item);
        Carriers more = still(item.with(Carrier.COUNT, 2L * carriers.count()));
        double[] sums = new double[4];
        for (int i = 0; i < carriers.count(); i++) {
            assertTrue(carriers.look(i, carriers.born(i), seen));
            assertEquals(0.4, seen.radius, 0.2);
            assertEquals(1, seen.strength, 0.5);
            sums[0] += seen.radius / 0.4 - 1;
            sums[1] += Math.abs(seen.radius / 0.4 - 1);
            sums[2] += seen.strength - 1;
            sums[3] += Math.abs(seen.strength - 1);
            double radius = seen.radius;
            assertTrue(more.look(i, more.born(i), seen));
            assertEquals(radius, seen.radius);
        }
        for (int k = 0; k < 4; k++) {
            assertEquals(k % 2 == 0 ? 0 : 0.25, sums[k] / carriers.count(), 0.06);
        }
    }

    @Test
    void room_holdsAllThatLive() {
        Item item = item().with(Carrier.GRAVITY, 1).with(Carrier.SIZE, 0.1);
        Carriers carriers = still(item);
        for (double from = 0; from < 0.9; from += 0.1) {
            double[][] room = carriers.room(from, from + 0.1);
            for (double t = from; t <= from + 0.1; t += 0.01) {
                carriers.forEachLiving(
                        t,
                        s -> {
                            double[] at = {s.x, s.y, s.z};
                            for (int axis = 0; axis < 3; axis++) {
                                assertTrue(at[axis] - s.radius >= room[0][axis] - 1e-3);
                                assertTrue(at[axis] + s.radius <= room[1][axis] + 1e-3);
                            }
                        });
            }
        }
        assertArrayEquals(null, carriers.room(2, 3));
    }
}
