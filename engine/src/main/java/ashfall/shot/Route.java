package ashfall.shot;

import java.util.List;

/// A way through places at given times, smooth: a cubic between two points, with the slope at each
/// that of the parabola through it and its neighbours (Catmull & Rom 1974, for uneven times); at
/// rest before the first point and after the last. Empty for what does not move.
public record Route(List<Point> points) {
    public static final Route NONE = new Route(List.of());

    /// @param seconds shot time
    /// @param place m
    public record Point(double seconds, Vec3 place) {}

    public Route {
        points = List.copyOf(points);
        for (int i = 1; i < points.size(); i++) {
            double before = points.get(i - 1).seconds;
            if (!(points.get(i).seconds > before)) {
                throw new IllegalArgumentException(
                        "the points of a path must rise in time, but "
                                + points.get(i).seconds
                                + " s follows "
                                + before
                                + " s");
            }
        }
    }

    /// Does it lead anywhere?
    public boolean isMoving() {
        return points.stream().anyMatch(p -> !p.place.equals(points.getFirst().place));
    }

    /// Where it is at a time.
    public Vec3 at(double seconds) {
        if (points.isEmpty()) {
            return new Vec3(0, 0, 0);
        }
        int last = points.size() - 1;
        if (seconds <= points.getFirst().seconds) {
            return points.getFirst().place;
        }
        if (seconds >= points.get(last).seconds) {
            return points.get(last).place;
        }
        int i = 0;
        while (points.get(i + 1).seconds <= seconds) {
            i++;
        }
        double start = points.get(i).seconds;
        double length = points.get(i + 1).seconds - start;
        double t = (seconds - start) / length;
        double u = 1 - t;
        Vec3 a = points.get(i).place;
        Vec3 b = points.get(i + 1).place;
        return a.times(u * u * (1 + 2 * t))
                .plus(b.times(t * t * (1 + 2 * u)))
                .plus(slope(i).times(length * t * u * u))
                .minus(slope(i + 1).times(length * u * t * t));
    }

    /// m/s at a point; at the ends as between the two last ones.
    private Vec3 slope(int i) {
        int last = points.size() - 1;
        if (i == 0 || i == last) {
            return chord(Math.min(i, last - 1));
        }
        double before = points.get(i).seconds - points.get(i - 1).seconds;
        double after = points.get(i + 1).seconds - points.get(i).seconds;
        return chord(i - 1)
                .times(after / (before + after))
                .plus(chord(i).times(before / (before + after)));
    }

    private Vec3 chord(int i) {
        Point a = points.get(i);
        Point b = points.get(i + 1);
        return b.place.minus(a.place).times(1 / (b.seconds - a.seconds));
    }
}
