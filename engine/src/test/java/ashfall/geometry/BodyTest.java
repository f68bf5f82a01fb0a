package ashfall.geometry;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Seeded;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Route;
import ashfall.shot.Shape;
import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.List;

class BodyTest {
    private static final Item TURNED =
            Item.of(Obstacle.KIND)
                    .with(Shape.CENTRE, new Vec3(0.3, 1.2, -0.4))
                    .with(Shape.RADIUS, 0.8)
                    .with(Shape.SIZE, new Vec3(0.9, 0.7, 1.6))
                    .with(Shape.THICKNESS, 0.3)
                    .with(Shape.TURN, new Vec3(25, -40, 70));

    private static double random(int point, int purpose) {
        return 2 * Seeded.unit(5, point, purpose, 0) - 1;
    }

    private static Vec3 point(int k, double reach) {
        return new Vec3(random(k, 0), random(k, 1), random(k, 2)).times(reach);
    }

    private static double distance(Body.Placed body, Vec3 p) {
        return body.distance(p.x(), p.y(), p.z());
    }

    /// No line of a cut body goes beyond its cut, and those that cross it end there.
    @Test
    void outline_ofACutBody_endsAtTheCut() {
        Item half =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "cone")
                        .with(Shape.CENTRE, new Vec3(1, 2, 3))
                        .with(Shape.SIZE, new Vec3(2, 4, 2))
                        .with(Shape.CUT_TOWARDS, new Vec3(0, -1, 0))
                        .with(Shape.CUT_AT, 0.5);
        double highest = 0;
        for (List<Vec3> line : Body.of(half).outline(0)) {
            assertTrue(line.size() > 1);
            for (Vec3 p : line) {
                highest = Math.max(highest, p.y());
            }
        }
        assertEquals(1.5, highest, 1e-12);
    }

    /// A ball that spins while it goes: its rim moves at v + ωr, here 3 + 2π · 0.8 m/s.
    @Test
    void fastest_isThatOfTheRim() {
        Item ball =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "sphere")
                        .with(Shape.RADIUS, 0.8)
                        .with(
                                Shape.PATH,
                                new Route(
                                        List.of(
                                                new Route.Point(0, new Vec3(0, 0, 0)),
                                                new Route.Point(2, new Vec3(6, 0, 0)))))
                        .with(Shape.SPIN, new Vec3(0, 360, 0));
        double rim = Math.sqrt(3) * 0.8;
        assertEquals(3 + 2 * Math.PI * rim, Body.of(ball).fastest(0.5, 0.6), 0.05);
        assertEquals(0, Body.of(TURNED).fastest(0, 1));
    }

    /// A signed distance never changes faster than one goes, and a step of its length towards the
    /// surface ends there: both together are what exact means.
    @ParameterizedTest
    @ValueSource(
            strings = {"sphere", "half-sphere", "box", "disc", "ring", "cone", "cylinder", "tube"})
    void distance_ofEveryForm_isExact(String shape) {
        Body.Placed body = Body.of(TURNED.with(Shape.SHAPE, shape)).at(0);
        int landed = 0;
        for (int k = 0; k < 2000; k++) {
            Vec3 p = body.centre().plus(point(k, 2));
            Vec3 q = p.plus(point(k + 5000, 0.3));
            double d = distance(body, p);
            assertTrue(
                    Math.abs(distance(body, q) - d) <= q.minus(p).length() + 1e-12,
                    shape + " at " + p);
            double e = 1e-6;
            Vec3 up =
                    new Vec3(
                                    distance(body, p.plus(new Vec3(e, 0, 0))) - d,
                                    distance(body, p.plus(new Vec3(0, e, 0))) - d,
                                    distance(body, p.plus(new Vec3(0, 0, e))) - d)
                            .times(1 / e);
            // On an edge of the field, where two ways are as short, the slope is no direction.
            if (Math.abs(up.length() - 1) < 1e-4) {
                landed++;
                assertEquals(0, distance(body, p.minus(up.times(d))), 1e-3, shape + " at " + p);
            }
        }
        assertTrue(landed > 1900, landed + " of 2000");
    }

    /// Volumes by counting points against those of the textbook.
    @ParameterizedTest
    @ValueSource(
            strings = {"sphere", "half-sphere", "box", "disc", "ring", "cone", "cylinder", "tube"})
    void room_holdsTheVolumeOfTheForm(String shape) {
        Body body = Body.of(TURNED.with(Shape.SHAPE, shape));
        Vec3[] room = body.room(0, 0);
        Vec3 size = room[1].minus(room[0]);
        Body.Placed placed = body.at(0);
        int inside = 0;
        int n = 90;
        for (int k = 0; k < n * n * n; k++) {
            double x = room[0].x() + size.x() * (k % n + 0.5) / n;
            double y = room[0].y() + size.y() * (k / n % n + 0.5) / n;
            double z = room[0].z() + size.z() * (k / n / n + 0.5) / n;
            inside += placed.distance(x, y, z) < 0 ? 1 : 0;
        }
        double volume = size.x() * size.y() * size.z() * inside / n / n / n;
        double disc = Math.PI * 0.8 * 0.8;
        double expected =
                switch (shape) {
                    case "sphere" -> disc * 0.8 * 4 / 3;
                    case "half-sphere" -> disc * 0.8 * 2 / 3;
                    case "box" -> 0.9 * 0.7 * 1.6;
                    case "ring" -> 2 * Math.PI * 0.8 * Math.PI * 0.15 * 0.15;
                    case "cone" -> disc * 0.7 / 3;
                    case "tube" -> Math.PI * (0.8 * 0.8 - 0.5 * 0.5) * 0.7;
                    default -> disc * 0.7;
                };
        assertEquals(expected, volume, 0.02 * expected);
        double deepest = 0;
        for (int k = 0; k < 20000; k++) {
            deepest = Math.max(deepest, -distance(placed, body.at(0).centre().plus(point(k, 1))));
        }
        assertTrue(deepest <= body.depth() + 1e-9 && deepest > 0.85 * body.depth(), shape);
    }

    @Test
    void distance_ofASquashedSphere_isZeroOnTheEllipsoidAndRightBesideIt() {
        Vec3 squash = new Vec3(1, 0.4, 2);
        Body.Placed body = Body.of(TURNED.with(Shape.SQUASH, squash)).at(0);
        for (int k = 0; k < 500; k++) {
            Vec3 u = point(k, 1).unit().times(0.8);
            assertEquals(0, distance(body, body.place(u.x(), u.y(), u.z())), 1e-9);
            Vec3 out = u.times(1.02);
            Vec3 there = body.place(out.x(), out.y(), out.z());
            Vec3 normal =
                    new Vec3(u.x() / squash.x(), u.y() / squash.y(), u.z() / squash.z()).unit();
            Vec3 way = new Vec3(u.x(), u.y() * 0.4, u.z() * 2).times(0.02);
            assertEquals(normal.dot(way), distance(body, there), 0.002);
        }
    }

    @Test
    void cut_keepsTheSideTold() {
        Body.Placed body =
                Body.of(TURNED.with(Shape.CUT_TOWARDS, new Vec3(0, 1, 0)).with(Shape.CUT_AT, 0.2))
                        .at(0);
        Vec3 c = body.centre();
        assertTrue(distance(body, c.plus(new Vec3(0, 0.21, 0))) < 0);
        assertTrue(distance(body, c.plus(new Vec3(0, 0.19, 0))) > 0);
    }

    @Test
    void roughness_movesTheSurfaceByItsAmountAtMost() {
        Item rough = TURNED.with(Shape.ROUGH, 0.1).with(Shape.ROUGH_SIZE, 0.3);
        Body.Placed body = Body.of(rough).at(0);
        Body.Placed smooth = Body.of(TURNED).at(0);
        double most = 0;
        for (int k = 0; k < 2000; k++) {
            Vec3 p = body.centre().plus(point(k, 1));
            double away = distance(body, p);
            most = Math.max(most, Math.abs(away - distance(smooth, p)));
            double free = body.free(p.x(), p.y(), p.z());
            assertTrue(free <= away && (free == away || free > 0.1), "free " + free);
            assertTrue(body.core(p.x(), p.y(), p.z()) >= away, "the core is within");
        }
        assertTrue(most > 0.04 && most <= 0.15, "moved by " + most);
        assertTrue(
                distance(Body.of(rough.with(Shape.ROUGH_SEED, 2)).at(0), body.centre())
                        != distance(body, body.centre()));
    }

    /// The motion that gas is told of carries points of the body to where it will be.
    @Test
    void motion_carriesPointsWithTheBody() {
        Route path =
                new Route(
                        List.of(
                                new Route.Point(0, new Vec3(0, 0, 0)),
                                new Route.Point(1, new Vec3(2, 1, 0)),
                                new Route.Point(3, new Vec3(2, 0, -4))));
        Body body = Body.of(TURNED.with(Shape.PATH, path).with(Shape.SPIN, new Vec3(30, 90, -10)));
        assertTrue(body.isMoving());
        double dt = 1e-3;
        Body.Motion motion = body.motion(1.4, 1.4 + dt);
        for (int k = 0; k < 100; k++) {
            Vec3 own = point(k, 1);
            Vec3 a = body.at(1.4).place(own.x(), own.y(), own.z());
            Vec3 b = body.at(1.4 + dt).place(own.x(), own.y(), own.z());
            Vec3 middle = a.plus(b).times(0.5);
            for (int axis = 0; axis < 3; axis++) {
                double speed = (b.get(axis) - a.get(axis)) / dt;
                assertEquals(
                        speed,
                        motion.along(axis, middle.x(), middle.y(), middle.z()),
                        1e-5 * (1 + Math.abs(speed)));
            }
        }
    }

    @Test
    void route_glidesThroughItsPointsAndRestsAtTheEnds() {
        Route route =
                new Route(
                        List.of(
                                new Route.Point(1, new Vec3(1, 0, 0)),
                                new Route.Point(2, new Vec3(3, 0, 0)),
                                new Route.Point(4, new Vec3(3, 5, 0))));
        assertEquals(new Vec3(1, 0, 0), route.at(0));
        assertEquals(new Vec3(3, 0, 0), route.at(2));
        assertEquals(new Vec3(3, 5, 0), route.at(9));
        double e = 1e-6;
        Vec3 before = route.at(2).minus(route.at(2 - e)).times(1 / e);
        Vec3 after = route.at(2 + e).minus(route.at(2)).times(1 / e);
        assertEquals(0, before.minus(after).length(), 1e-4);
        Route straight =
                new Route(
                        List.of(
                                new Route.Point(0, new Vec3(0, 0, 0)),
                                new Route.Point(1, new Vec3(2, 0, 0)),
                                new Route.Point(4, new Vec3(8, 0, 0))));
        assertEquals(2.6, straight.at(1.3).x(), 1e-12);
        assertEquals(new Vec3(0, 0, 0), Route.NONE.at(3));
    }

    @Test
    void turned_aboutAnAxisOfTheShot_turnsTheBodyAsItStands() {
        assertEquals(new Vec3(0, 30, 0), Body.turned(new Vec3(0, 10, 0), 1, 20));
        Vec3 before = new Vec3(25, -40, 70);
        Vec3 after = Body.turned(before, 0, 90);
        Item item = TURNED.with(Shape.CENTRE, new Vec3(0, 0, 0));
        Body.Placed a = Body.of(item.with(Shape.TURN, before)).at(0);
        Body.Placed b = Body.of(item.with(Shape.TURN, after)).at(0);
        Vec3 p = a.place(0.3, 0.5, -0.2);
        Vec3 q = b.place(0.3, 0.5, -0.2);
        assertEquals(0, q.minus(new Vec3(p.x(), -p.z(), p.y())).length(), 1e-3);
    }
}
