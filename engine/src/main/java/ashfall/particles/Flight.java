package ashfall.particles;

import ashfall.geometry.Body;
import ashfall.shot.Carrier;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Vec3;

import java.util.List;
import java.util.function.IntToDoubleFunction;

/// How one carrier of a source comes to be and flies: thrown, slowed along its way by what is
/// set, pulled by gravity, eddies and draughts, held back by the air with a drag that grows with
/// the square of the speed, and thrown back by obstacles.
final class Flight {
    /// s of a step at most, and m where there are obstacles: no wall is flown through.
    private static final double STEP = 1.0 / 120;

    private static final double STRIDE = 0.1;
    private static final int MOST_STEPS = 40;

    private static final int TRIES = 400;
    private static final Vec3 NONE = new Vec3(0, 0, 0);

    /// How near the surface, over the depth of the body, a point must be to be moved onto it.
    private static final double SKIN = 0.08;

    private final Item item;
    private final Body body;
    private final Surroundings around;
    private final List<Body> obstacles;
    private final double ground;
    private final Curve speed;
    private final double slowedTo;
    private final double within;
    private final double gravity;
    private final double terminal;
    private final double wind;
    private final double eddies;
    private final double draughts;
    private final double bounce;

    Flight(Item item, Body body, Surroundings around) {
        boolean collides = item.get(Carrier.COLLIDES);
        this.item = item;
        this.body = body;
        this.around = around;
        this.obstacles = collides ? around.obstacles() : List.of();
        this.ground = collides ? around.ground() : Double.NEGATIVE_INFINITY;
        this.speed = item.get(Carrier.SPEED);
        this.slowedTo = item.number(Carrier.SLOWED_TO);
        this.within = item.number(Carrier.SLOWED_WITHIN);
        this.gravity = item.number(Carrier.GRAVITY);
        this.terminal = item.number(Carrier.TERMINAL);
        this.wind = item.number(Carrier.FEELS_WIND);
        this.eddies = item.number(Carrier.FEELS_EDDIES);
        this.draughts = item.number(Carrier.FEELS_DRAUGHTS);
        this.bounce = item.number(Carrier.BOUNCE);
    }

    /// A place in the body or on it, evenly by chance.
    Vec3 birthplace(double seconds, IntToDoubleFunction chance) {
        Body.Placed placed = body.at(seconds);
        boolean surface = item.get(Carrier.WHERE).equals("surface");
        double skin = SKIN * body.depth();
        for (int k = 0; k < TRIES; k++) {
            double[] p = new double[3];
            for (int axis = 0; axis < 3; axis++) {
                double half = placed.half(axis) + (surface ? skin : 0);
                double at = 2 * chance.applyAsDouble(3 * k + axis) - 1;
                p[axis] = placed.centre().get(axis) + half * at;
            }
            Vec3 place = new Vec3(p[0], p[1], p[2]);
            double d = distance(placed, place);
            if (surface && Math.abs(d) < skin) {
                return place.minus(normal(placed, place).times(d));
            }
            if (!surface && d < 0) {
                return place;
            }
        }
        return placed.centre();
    }

    private static double distance(Body.Placed placed, Vec3 p) {
        return placed.distance(p.x(), p.y(), p.z());
    }

    private Vec3 normal(Body.Placed placed, Vec3 p) {
        double step = 1e-3 * body.depth();
        return gradient(placed, p, step);
    }

    private static Vec3 gradient(Body.Placed placed, Vec3 p, double step) {
        double x =
                placed.distance(p.x() + step, p.y(), p.z())
                        - placed.distance(p.x() - step, p.y(), p.z());
        double y =
                placed.distance(p.x(), p.y() + step, p.z())
                        - placed.distance(p.x(), p.y() - step, p.z());
        double z =
                placed.distance(p.x(), p.y(), p.z() + step)
                        - placed.distance(p.x(), p.y(), p.z() - step);
        Vec3 away = new Vec3(x, y, z).unit();
        return away.length() > 0 ? away : new Vec3(0, 1, 0);
    }

    /// Which way one is thrown that is born at a place: a unit vector.
    Vec3 way(Vec3 place, double seconds, IntToDoubleFunction chance) {
        Body.Placed placed = body.at(seconds);
        Vec3 straight =
                switch (item.get(Carrier.WAY)) {
                    case "normals" -> normal(placed, place);
                    case "direction" -> item.get(Carrier.TOWARDS).unit();
                    default -> place.minus(placed.centre()).unit();
                };
        if (straight.length() == 0) {
            straight = new Vec3(0, 1, 0);
        }
        double cone = item.number(Carrier.CONE);
        if (cone == 0) {
            return straight;
        }
        // Evenly over the cap of the sphere around the straight way.
        double least = StrictMath.cos(StrictMath.toRadians(cone));
        double along = 1 - (1 - least) * chance.applyAsDouble(0);
        double across = Math.sqrt(Math.max(0, 1 - along * along));
        Vec3 one = straight.aside();
        Vec3 other = straight.cross(one);
        double turn = 2 * Math.PI * chance.applyAsDouble(1);
        return straight.times(along)
                .plus(one.times(across * StrictMath.cos(turn)))
                .plus(other.times(across * StrictMath.sin(turn)));
    }

    /// Speed along its way that is set for an age, m/s.
    private double thrown(double start, double age) {
        if (within == 0) {
            return start;
        }
        return start + (slowedTo - start) * Math.min(1, age / within);
    }

    /// Flies; returns places and speeds along x, y, z at evenly spread points of its life.
    ///
    /// @param faster factor on the speeds set
    float[] fly(Vec3 place, Vec3 way, double faster, double born, double life, int points) {
        double start = speed.at(born);
        double[] p = {place.x(), place.y(), place.z()};
        double[] v = new double[3];
        Vec3 own = body.isMoving() ? body.motion(born - 1e-3, born).speed() : NONE;
        for (int axis = 0; axis < 3; axis++) {
            v[axis] = own.get(axis) + way.get(axis) * faster * start;
        }
        float[] kept = new float[6 * (points + 1)];
        keep(kept, 0, p, v);
        double span = life / points;
        double age = 0;
        for (int k = 1; k <= points; k++) {
            int steps = steps(span, v);
            double dt = span / steps;
            for (int s = 0; s < steps; s++) {
                double slowed = faster * (thrown(start, age + dt) - thrown(start, age));
                step(p, v, way, slowed, born + age, dt);
                age += dt;
            }
            keep(kept, 6 * k, p, v);
        }
        return kept;
    }

    private int steps(double span, double[] v) {
        double steps = span / STEP;
        if (!obstacles.isEmpty()) {
            double way = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]) * span;
            steps = Math.max(steps, Math.min(MOST_STEPS, way / STRIDE));
        }
        return Math.max(1, (int) Math.ceil(steps - 1e-9));
    }

    private static void keep(float[] out, int at, double[] p, double[] v) {
        for (int axis = 0; axis < 3; axis++) {
            out[at + axis] = (float) p[axis];
            out[at + 3 + axis] = (float) v[axis];
        }
    }

    private void step(double[] p, double[] v, Vec3 way, double slowed, double seconds, double dt) {
        double[] air = new double[3];
        double[] pull = new double[3];
        if (terminal > 0 && wind > 0) {
            around.wind().at(seconds, p[1], air);
        }
        if (eddies > 0) {
            around.eddies().at(seconds, p[0], p[1], p[2], pull);
        }
        double[] push = new double[3];
        if (draughts > 0) {
            around.draughts().at(seconds, p[0], p[1], p[2], push);
        }
        for (int axis = 0; axis < 3; axis++) {
            pull[axis] = eddies * pull[axis] + draughts * push[axis];
        }
        double[] before = v.clone();
        slow(v, way, slowed);
        // Half of the pull before the drag and half after it: the sum is exact to second order.
        pull(v, pull, 0.5 * dt);
        if (terminal > 0) {
            resist(v, air, dt);
        }
        pull(v, pull, 0.5 * dt);
        for (int axis = 0; axis < 3; axis++) {
            p[axis] += 0.5 * (before[axis] + v[axis]) * dt;
        }
        if (p[1] < ground) {
            rebound(p, v, new Vec3(0, 1, 0), ground - p[1], NONE);
        }
        for (Body obstacle : obstacles) {
            meet(obstacle, p, v, seconds + dt, dt);
        }
    }

    private void pull(double[] v, double[] pull, double dt) {
        for (int axis = 0; axis < 3; axis++) {
            v[axis] += pull[axis] * dt;
        }
        v[1] -= gravity * around.gravity() * dt;
    }

    /// Takes from the speed along the way it now goes, which an obstacle may have turned.
    private static void slow(double[] v, Vec3 way, double gained) {
        double speed = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
        double to = Math.max(0, speed + gained);
        for (int axis = 0; axis < 3; axis++) {
            v[axis] = speed > 0 ? v[axis] * to / speed : to * way.get(axis);
        }
    }

    /// The exact course of a speed through the air under drag alone: `w/(1 + g|w|t/w_t²)`.
    private void resist(double[] v, double[] air, double dt) {
        double square = 0;
        for (int axis = 0; axis < 3; axis++) {
            double w = v[axis] - wind * air[axis];
            square += w * w;
        }
        double left = 1 / (1 + around.gravity() * Math.sqrt(square) * dt / (terminal * terminal));
        for (int axis = 0; axis < 3; axis++) {
            double w = v[axis] - wind * air[axis];
            v[axis] = wind * air[axis] + w * left;
        }
    }

    private void meet(Body obstacle, double[] p, double[] v, double seconds, double dt) {
        Body.Placed placed = obstacle.at(seconds);
        double d = placed.distance(p[0], p[1], p[2]);
        if (d >= 0) {
            return;
        }
        Vec3 at = new Vec3(p[0], p[1], p[2]);
        Vec3 away = gradient(placed, at, 1e-3 * obstacle.depth());
        Vec3 own = NONE;
        if (obstacle.isMoving()) {
            Body.Motion motion = obstacle.motion(seconds - dt, seconds);
            own =
                    new Vec3(
                            motion.along(0, p[0], p[1], p[2]),
                            motion.along(1, p[0], p[1], p[2]),
                            motion.along(2, p[0], p[1], p[2]));
        }
        rebound(p, v, away, -d, own);
    }

    /// Out of a body, and back from it.
    ///
    /// @param deep how far it had come in, m
    /// @param own m/s of the body there
    private void rebound(double[] p, double[] v, Vec3 away, double deep, Vec3 own) {
        double into = 0;
        for (int axis = 0; axis < 3; axis++) {
            into += (v[axis] - own.get(axis)) * away.get(axis);
        }
        for (int axis = 0; axis < 3; axis++) {
            p[axis] += deep * away.get(axis);
            v[axis] -= (1 + bounce) * Math.min(0, into) * away.get(axis);
        }
    }
}
