package ashfall.sim;

import ashfall.gas.Solids;
import ashfall.geometry.Body;
import ashfall.grid.Lattice;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;

import java.util.List;

/// The bodies that gas flows around, as they stand for a step.
///
/// @param contacts what each of them does to the heat of gas at its surface
public record Obstacles(List<Body> bodies, List<Contact> contacts) {
    /// @param cooling W/(m² K)
    /// @param kelvin temperature of the body
    record Contact(double cooling, double kelvin) {}

    /// Steps a frame that are taken at most for the sake of bodies that move fast.
    public static final int MOST_STEPS = 100;

    /// Points along each side of a body by which its volume is known.
    private static final int POINTS = 24;

    /// Those of a shot that are on.
    public static Obstacles of(Shot shot) {
        List<Item> on =
                shot.obstacles().values().stream().filter(item -> item.get(Obstacle.ON)).toList();
        return new Obstacles(
                on.stream().map(Body::of).toList(),
                on.stream()
                        .map(
                                item ->
                                        new Contact(
                                                item.number(Obstacle.COOLING),
                                                item.number(Obstacle.TEMPERATURE)))
                        .toList());
    }

    public boolean isEmpty() {
        return bodies.isEmpty();
    }

    boolean areCooling() {
        return contacts.stream().anyMatch(contact -> contact.cooling() > 0);
    }

    boolean isMoving() {
        return bodies.stream().anyMatch(Body::isMoving);
    }

    /// Speed of their fastest point between two times, m/s.
    double fastest(double from, double to) {
        double most = 0;
        for (Body body : bodies) {
            most = Math.max(most, body.fastest(from, to));
        }
        return most;
    }

    /// Cells of a box at most that lie in one range around all bodies until a time.
    ///
    /// @param first of the box along x, y, z
    /// @param count of the box's cells
    double cellsNear(Lattice lattice, long[] first, long[] count, double lastSecond) {
        if (bodies.isEmpty()) {
            return 0;
        }
        double cells = 1;
        for (int axis = 0; axis < 3; axis++) {
            double low = Double.POSITIVE_INFINITY;
            double high = Double.NEGATIVE_INFINITY;
            for (Body body : bodies) {
                Vec3[] room = body.room(0, lastSecond);
                low = Math.min(low, room[0].get(axis));
                high = Math.max(high, room[1].get(axis));
            }
            double h = lattice.voxel();
            long from = (long) Math.floor((low - lattice.origin(axis)) / h) - 1;
            long to = (long) Math.ceil((high - lattice.origin(axis)) / h) + 1;
            long last = first[axis] + count[axis];
            cells *= Math.max(0, Math.min(last, to) - Math.max(first[axis], from));
        }
        return cells;
    }

    /// Where they have come to at a time, with the speed that brought them there.
    ///
    /// @param before time of the step's begin, s
    /// @param now time of its end, s
    /// @param pace seconds that pass for the gas in one of these
    List<Solids.Body> at(double before, double now, double pace) {
        return bodies.stream()
                .map(
                        body ->
                                (Solids.Body)
                                        new Placed(
                                                body.at(now), body.motion(before, now), 1 / pace))
                .toList();
    }

    private record Placed(Body.Placed body, Body.Motion motion, double perPace)
            implements Solids.Body {
        @Override
        public double distance(double x, double y, double z) {
            return body.distance(x, y, z);
        }

        @Override
        public double speed(int axis, double x, double y, double z) {
            return perPace * motion.along(axis, x, y, z);
        }

        @Override
        public double from(int axis) {
            return body.centre().get(axis) - body.half(axis);
        }

        @Override
        public double to(int axis) {
            return body.centre().get(axis) + body.half(axis);
        }
    }

    /// How much of the bodies has no mirror image among them at the shot's begin: 0 to 1.
    ///
    /// @param plane x of the mirror, m
    public double unmirrored(double plane) {
        List<Body.Placed> placed = bodies.stream().map(b -> b.at(0)).toList();
        int[] count = new int[2];
        for (Body.Placed body : placed) {
            body.forEachInside(
                    POINTS,
                    (x, y, z) -> {
                        double image = 2 * plane - x;
                        boolean there = placed.stream().anyMatch(b -> b.distance(image, y, z) <= 0);
                        count[0]++;
                        count[1] += there ? 0 : 1;
                    });
        }
        return count[0] == 0 ? 0 : (double) count[1] / count[0];
    }

    /// How much of another body lies in them at a time: 0 to 1, by points spread through it.
    public double shareOf(Body other, double seconds) {
        List<Body.Placed> placed = bodies.stream().map(b -> b.at(seconds)).toList();
        int[] count = new int[2];
        other.at(seconds)
                .forEachInside(
                        POINTS,
                        (x, y, z) -> {
                            boolean buried = placed.stream().anyMatch(b -> b.distance(x, y, z) < 0);
                            count[0]++;
                            count[1] += buried ? 1 : 0;
                        });
        return count[0] == 0 ? 0 : (double) count[1] / count[0];
    }
}
