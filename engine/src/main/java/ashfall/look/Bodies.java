package ashfall.look;

import ashfall.geometry.Body;
import ashfall.geometry.MeshTree;
import ashfall.grid.Noise;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;

import java.util.List;

/// What stands in a shot as it is seen at a time: obstacles, which are stone, and meshes, in the
/// light of sun, sky and fire.
final class Bodies {
    private static final double[] STONE = {0.33, 0.32, 0.29};

    /// Share of a distance that a ray goes on by: rough and squashed bodies have no exact ones.
    private static final double CAREFUL = 0.8;

    private static final int MOST_STEPS = 200;

    /// As far as a body can be away and still cast a shadow, m.
    private static final double FAR = 1e4;

    private final List<Body.Placed> placed;
    private final Meshes meshes;

    /// Where a ray meets something.
    ///
    /// @param distance m along it
    /// @param mesh where it is a mesh, else null
    record Met(double distance, MeshTree.Hit mesh) {}

    Bodies(Shot shot, double seconds) {
        this.placed =
                shot.obstacles().values().stream()
                        .filter((Item item) -> item.get(Obstacle.ON) && item.get(Obstacle.SHOWN))
                        .map(item -> Body.of(item).at(seconds))
                        .toList();
        this.meshes = Meshes.of(shot);
    }

    Meshes meshes() {
        return meshes;
    }

    boolean areNone() {
        return placed.isEmpty() && meshes.areNone();
    }

    /// As far as any of them reaches from a place, m.
    double reach(Vec3 from) {
        double most = 0;
        for (Body.Placed body : placed) {
            double half = new Vec3(body.half(0), body.half(1), body.half(2)).length();
            most = Math.max(most, body.centre().minus(from).length() + half);
        }
        if (!meshes.areNone()) {
            Vec3[] room = meshes.room();
            double half = 0.5 * room[1].minus(room[0]).length();
            double away = room[0].plus(room[1]).times(0.5).minus(from).length();
            most = Math.max(most, away + half);
        }
        return most;
    }

    /// Is a place within an obstacle, or closer to it than a margin (m)?
    boolean isWithin(double x, double y, double z, double margin) {
        return !placed.isEmpty() && distance(new Vec3(x, y, z)) < margin;
    }

    private double distance(Vec3 p) {
        double least = Double.POSITIVE_INFINITY;
        for (Body.Placed body : placed) {
            least = Math.min(least, body.distance(p.x(), p.y(), p.z()));
        }
        return least;
    }

    /// Where a ray meets something, m along it; infinite where it meets nothing before `end`.
    double hit(Vec3 from, Vec3 d, double end) {
        double near = stone(from, d, end);
        MeshTree.Hit mesh = meshes.areNone() ? null : meshes.tree.hit(from, d, Math.min(end, near));
        return mesh == null ? near : mesh.distance();
    }

    /// What a ray meets first before `end`; null where that is nothing.
    Met meet(Vec3 from, Vec3 d, double end) {
        double near = stone(from, d, end);
        MeshTree.Hit mesh = meshes.areNone() ? null : meshes.tree.hit(from, d, Math.min(end, near));
        return met(near, mesh);
    }

    /// As [#meet], where it is known which triangle of the meshes the ray meets first.
    ///
    /// @param triangle or [DepthMap#NOTHING]
    Met meet(Vec3 from, Vec3 d, double end, int triangle) {
        double near = stone(from, d, end);
        MeshTree.Hit mesh = triangle == DepthMap.NOTHING ? null : meshes.tree.at(triangle, from, d);
        return met(near, mesh == null || mesh.distance() > Math.min(end, near) ? null : mesh);
    }

    private static Met met(double stone, MeshTree.Hit mesh) {
        if (mesh != null) {
            return new Met(mesh.distance(), mesh);
        }
        return stone == Double.POSITIVE_INFINITY ? null : new Met(stone, null);
    }

    /// Where a ray meets an obstacle.
    private double stone(Vec3 from, Vec3 d, double end) {
        double near = Double.POSITIVE_INFINITY;
        for (Body.Placed body : placed) {
            near = Math.min(near, hit(body, body::free, from, d, Math.min(end, near)));
        }
        return near;
    }

    /// Does one stand on a ray before `end`? What is rough on it does not count, which throws no
    /// shadow that is seen in light as soft as the fire's.
    boolean hides(Vec3 from, Vec3 d, double end) {
        for (Body.Placed body : placed) {
            if (hit(body, body::core, from, d, end) < Double.POSITIVE_INFINITY) {
                return true;
            }
        }
        return !meshes.areNone() && meshes.tree.hides(from, d, end);
    }

    private interface Distance {
        double from(double x, double y, double z);
    }

    private static double hit(Body.Placed body, Distance distance, Vec3 from, Vec3 d, double end) {
        double reach = new Vec3(body.half(0), body.half(1), body.half(2)).length();
        double s = 0;
        double last = end;
        for (int axis = 0; axis < 3; axis++) {
            double to = body.centre().get(axis) - from.get(axis);
            double half = body.half(axis);
            double slope = d.get(axis);
            if (slope != 0) {
                double a = (to - half) / slope;
                double b = (to + half) / slope;
                s = Math.max(s, Math.min(a, b));
                last = Math.min(last, Math.max(a, b));
            } else if (Math.abs(to) > half) {
                return Double.POSITIVE_INFINITY;
            }
        }
        for (int step = 0; step < MOST_STEPS && s < last; step++) {
            Vec3 p = from.plus(d.times(s));
            double free = distance.from(p.x(), p.y(), p.z());
            if (free < 2e-4 * (reach + s * 0.1)) {
                return s;
            }
            s += CAREFUL * free;
        }
        return Double.POSITIVE_INFINITY;
    }

    /// Does anything keep the sun from a place?
    boolean shades(Vec3 place, Vec3 towardsSun) {
        return stone(place, towardsSun, FAR) < Double.POSITIVE_INFINITY
                || (!meshes.areNone() && meshes.tree.hides(place, towardsSun, FAR));
    }

    /// Outward direction of an obstacle's surface at a place on it.
    Vec3 normal(Vec3 p, double step) {
        double x = distance(p.plus(new Vec3(step, 0, 0))) - distance(p.minus(new Vec3(step, 0, 0)));
        double y = distance(p.plus(new Vec3(0, step, 0))) - distance(p.minus(new Vec3(0, step, 0)));
        double z = distance(p.plus(new Vec3(0, 0, step))) - distance(p.minus(new Vec3(0, 0, step)));
        return new Vec3(x, y, z).unit();
    }

    /// Share of light thrown back by the stone at a place, as red, green and blue.
    static double[] albedo(Vec3 p) {
        double grain = 0.14 * Noise.octaves(11, p.x() * 1.7, p.y() * 1.7, p.z() * 1.7);
        grain += 0.1 * Noise.at(12, p.x() * 14, p.y() * 14, p.z() * 14);
        double[] rgb = new double[3];
        for (int k = 0; k < 3; k++) {
            rgb[k] = STONE[k] * (1 + grain);
        }
        return rgb;
    }
}
