package ashfall.sim;

import ashfall.gas.Solids;
import ashfall.geometry.Body;
import ashfall.shot.Obstacle;
import ashfall.shot.Shot;

import java.util.List;

/// The bodies that gas flows around, as they stand for a step.
public record Obstacles(List<Body> bodies) {
    /// Points along each side of a body by which its volume is known.
    private static final int POINTS = 24;

    /// Those of a shot that are on.
    public static Obstacles of(Shot shot) {
        return new Obstacles(
                shot.obstacles().values().stream()
                        .filter(item -> item.get(Obstacle.ON))
                        .map(Body::of)
                        .toList());
    }

    public boolean isEmpty() {
        return bodies.isEmpty();
    }

    boolean isMoving() {
        return bodies.stream().anyMatch(Body::isMoving);
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
