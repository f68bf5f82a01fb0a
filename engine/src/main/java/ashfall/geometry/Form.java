package ashfall.geometry;

import ashfall.shot.Item;
import ashfall.shot.Shape;
import ashfall.shot.Vec3;

import java.util.ArrayList;
import java.util.List;

/// An upright form around 0 with exact signed distances. All but the box are turned about y: what
/// they look like is said by their half section, q away from the axis and y up.
sealed interface Form {
    int ROUND = 48;

    /// From a point to the surface, m; negative inside.
    double distance(double x, double y, double z);

    /// How deep the deepest point lies, m.
    double depth();

    /// Half the room it takes along an axis, to either side of 0 at most, m.
    double half(int axis);

    /// Lines that show it.
    List<List<Vec3>> outline();

    static Form of(Item item) {
        double r = item.number(Shape.RADIUS);
        double height = item.get(Shape.SIZE).y();
        double thick = item.number(Shape.THICKNESS);
        return switch (item.get(Shape.SHAPE)) {
            case "sphere" -> new Sphere(r);
            case "half-sphere" -> new HalfSphere(r);
            case "ring" -> new Ring(r, 0.5 * thick);
            case "cone" -> new Cone(r, 0.5 * height);
            case "disc", "cylinder" -> new Drum(0, r, 0.5 * height);
            case "tube" -> new Drum(Math.max(0, r - thick), r, 0.5 * height);
            default -> new Block(item.get(Shape.SIZE).times(0.5));
        };
    }

    private static double length(double a, double b) {
        return Math.sqrt(a * a + b * b);
    }

    /// From a point to a rectangle around 0, by how far it lies beyond the sides.
    private static double beyond(double a, double b) {
        return Math.min(Math.max(a, b), 0) + length(Math.max(a, 0), Math.max(b, 0));
    }

    private static List<Vec3> circle(int axis, double radius, double at) {
        return arc(axis, radius, at, 0, ROUND);
    }

    /// A part of a circle around an axis, in steps of a full one.
    private static List<Vec3> arc(int axis, double radius, double at, int from, int to) {
        List<Vec3> points = new ArrayList<>();
        for (int k = from; k <= to; k++) {
            double angle = 2 * Math.PI * k / ROUND;
            double a = radius * StrictMath.cos(angle);
            double b = radius * StrictMath.sin(angle);
            points.add(
                    switch (axis) {
                        case 0 -> new Vec3(at, a, b);
                        case 1 -> new Vec3(a, at, b);
                        default -> new Vec3(a, b, at);
                    });
        }
        return points;
    }

    /// Lines in four directions around the axis, each through points of the half section.
    private static void spokes(List<List<Vec3>> lines, double... section) {
        for (int k = 0; k < 4; k++) {
            List<Vec3> line = new ArrayList<>();
            for (int i = 0; i < section.length; i += 2) {
                double q = section[i];
                line.add(
                        new Vec3(
                                k == 0 ? q : k == 2 ? -q : 0,
                                section[i + 1],
                                k == 1 ? q : k == 3 ? -q : 0));
            }
            lines.add(line);
        }
    }

    /// A ball.
    record Sphere(double radius) implements Form {
        @Override
        public double distance(double x, double y, double z) {
            return Math.sqrt(x * x + y * y + z * z) - radius;
        }

        @Override
        public double depth() {
            return radius;
        }

        @Override
        public double half(int axis) {
            return radius;
        }

        @Override
        public List<List<Vec3>> outline() {
            return List.of(circle(0, radius, 0), circle(1, radius, 0), circle(2, radius, 0));
        }
    }

    /// The upper half of a ball, its foot at 0.
    record HalfSphere(double radius) implements Form {
        @Override
        public double distance(double x, double y, double z) {
            double q = length(x, z);
            if (y < 0) {
                return q <= radius ? -y : length(q - radius, y);
            }
            double round = length(q, y) - radius;
            return round > 0 ? round : Math.max(round, -y);
        }

        @Override
        public double depth() {
            return 0.5 * radius;
        }

        @Override
        public double half(int axis) {
            return radius;
        }

        @Override
        public List<List<Vec3>> outline() {
            return List.of(
                    circle(1, radius, 0),
                    arc(0, radius, 0, -ROUND / 4, ROUND / 4),
                    arc(2, radius, 0, 0, ROUND / 2));
        }
    }

    /// A ring that lies flat, round in section.
    record Ring(double radius, double bead) implements Form {
        @Override
        public double distance(double x, double y, double z) {
            return length(length(x, z) - radius, y) - bead;
        }

        @Override
        public double depth() {
            return bead;
        }

        @Override
        public double half(int axis) {
            return axis == 1 ? bead : radius + bead;
        }

        @Override
        public List<List<Vec3>> outline() {
            return List.of(
                    circle(1, radius + bead, 0),
                    circle(1, Math.max(0, radius - bead), 0),
                    circle(1, radius, bead),
                    circle(1, radius, -bead));
        }
    }

    /// A disc or a cylinder, or with a bore a tube.
    record Drum(double bore, double radius, double halfHeight) implements Form {
        @Override
        public double distance(double x, double y, double z) {
            double q = length(x, z);
            double across =
                    bore > 0
                            ? Math.abs(q - 0.5 * (radius + bore)) - 0.5 * (radius - bore)
                            : q - radius;
            return beyond(across, Math.abs(y) - halfHeight);
        }

        @Override
        public double depth() {
            return Math.min(halfHeight, bore > 0 ? 0.5 * (radius - bore) : radius);
        }

        @Override
        public double half(int axis) {
            return axis == 1 ? halfHeight : radius;
        }

        @Override
        public List<List<Vec3>> outline() {
            List<List<Vec3>> lines = new ArrayList<>();
            for (double end : new double[] {-halfHeight, halfHeight}) {
                lines.add(circle(1, radius, end));
                if (bore > 0) {
                    lines.add(circle(1, bore, end));
                }
            }
            spokes(lines, radius, -halfHeight, radius, halfHeight);
            return lines;
        }
    }

    /// A cone on its base, 0 at half its height.
    record Cone(double radius, double halfHeight) implements Form {
        @Override
        public double distance(double x, double y, double z) {
            double q = length(x, z);
            double height = 2 * halfHeight;
            double side = length(radius, height);
            // Beyond the slant side, along its normal.
            double beyond = ((q - radius) * height + (y + halfHeight) * radius) / side;
            double below = -halfHeight - y;
            if (beyond <= 0 && below <= 0) {
                return Math.max(beyond, below);
            }
            double onBase = length(Math.max(0, q - radius), y + halfHeight);
            double along = ((radius - q) * radius + (y + halfHeight) * height) / (side * side);
            double t = Math.max(0, Math.min(1, along));
            double onSide = length(q - radius * (1 - t), y + halfHeight - height * t);
            return Math.min(onBase, onSide);
        }

        @Override
        public double depth() {
            double side = length(radius, 2 * halfHeight);
            return 2 * halfHeight * radius / (radius + side);
        }

        @Override
        public double half(int axis) {
            return axis == 1 ? halfHeight : radius;
        }

        @Override
        public List<List<Vec3>> outline() {
            List<List<Vec3>> lines = new ArrayList<>();
            lines.add(circle(1, radius, -halfHeight));
            spokes(lines, radius, -halfHeight, 0, halfHeight);
            return lines;
        }
    }

    /// A box.
    record Block(Vec3 halves) implements Form {
        @Override
        public double distance(double x, double y, double z) {
            double a = Math.abs(x) - halves.x();
            double b = Math.abs(y) - halves.y();
            double c = Math.abs(z) - halves.z();
            double out = length(Math.max(a, 0), Math.max(b, 0));
            return Math.min(Math.max(a, Math.max(b, c)), 0) + length(out, Math.max(c, 0));
        }

        @Override
        public double depth() {
            return Math.min(halves.x(), Math.min(halves.y(), halves.z()));
        }

        @Override
        public double half(int axis) {
            return halves.get(axis);
        }

        @Override
        public List<List<Vec3>> outline() {
            List<List<Vec3>> lines = new ArrayList<>();
            for (int axis = 0; axis < 3; axis++) {
                for (int side = 0; side < 4; side++) {
                    List<Vec3> edge = new ArrayList<>();
                    for (int end = -1; end <= 1; end += 2) {
                        double[] p = new double[3];
                        p[axis] = end * halves.get(axis);
                        p[(axis + 1) % 3] = ((side & 1) == 0 ? -1 : 1) * halves.get((axis + 1) % 3);
                        p[(axis + 2) % 3] = ((side & 2) == 0 ? -1 : 1) * halves.get((axis + 2) % 3);
                        edge.add(new Vec3(p[0], p[1], p[2]));
                    }
                    lines.add(edge);
                }
            }
            return lines;
        }
    }
}
