package ashfall.geometry;

import ashfall.shot.Vec3;

import java.util.Arrays;

/// Finds where rays meet a mesh, by a tree of boxes around its triangles.
///
/// Boxes are parted across their longest side where the sum of surface times triangles is least, of
/// [#BINS] places (Wald 2007, binned surface-area heuristic); a ray's way to a triangle is that of
/// Möller & Trumbore (1997). Both sides of a triangle are met.
public final class MeshTree {
    private static final int BINS = 16;

    /// Triangles that are not parted any more.
    private static final int FEW = 4;

    /// As much beyond its edges a triangle is still met, so that none goes between two.
    private static final double EDGE = 1e-9;

    private final Mesh mesh;
    private final float[] points;

    /// The triangles, those of a leaf one after another.
    private final int[] order;

    /// Lower and upper corner of each node.
    private final float[] boxes;

    /// The first triangle of a leaf in [#order], the first of the two children of others; the
    /// second follows.
    private final int[] first;

    /// Triangles of a leaf; for others −1 less the axis along which they are parted.
    private final int[] held;

    private int nodes = 1;
    private int deepest;

    /// Where a ray meets a mesh.
    ///
    /// @param distance m along it
    /// @param u share of the second corner of the triangle at the place
    /// @param v share of the third
    public record Hit(double distance, int triangle, double u, double v) {}

    public MeshTree(Mesh mesh) {
        this.mesh = mesh;
        this.points = mesh.points();
        int count = mesh.count();
        order = new int[count];
        float[] middles = new float[3 * count];
        for (int t = 0; t < count; t++) {
            order[t] = t;
            for (int axis = 0; axis < 3; axis++) {
                middles[3 * t + axis] = 0.5f * (least(t, axis) + most(t, axis));
            }
        }
        boxes = new float[6 * Math.max(1, 2 * count)];
        first = new int[boxes.length / 6];
        held = new int[first.length];
        if (count > 0) {
            part(0, 0, count, middles, 1);
        }
    }

    public Mesh mesh() {
        return mesh;
    }

    private float least(int t, int axis) {
        int i = Mesh.TRIANGLE * t + axis;
        return Math.min(points[i], Math.min(points[i + 3], points[i + 6]));
    }

    private float most(int t, int axis) {
        int i = Mesh.TRIANGLE * t + axis;
        return Math.max(points[i], Math.max(points[i + 3], points[i + 6]));
    }

    /// Puts triangles of [#order] into a node, and parts it.
    private void part(int node, int from, int to, float[] middles, int depth) {
        deepest = Math.max(deepest, depth);
        enclose(node, from, to);
        int[] split = to - from <= FEW ? null : split(from, to, middles);
        if (split == null) {
            first[node] = from;
            held[node] = to - from;
            return;
        }
        int child = nodes;
        nodes += 2;
        first[node] = child;
        held[node] = -1 - split[1];
        part(child, from, split[0], middles, depth + 1);
        part(child + 1, split[0], to, middles, depth + 1);
    }

    private void enclose(int node, int from, int to) {
        for (int axis = 0; axis < 3; axis++) {
            float low = Float.POSITIVE_INFINITY;
            float high = Float.NEGATIVE_INFINITY;
            for (int i = from; i < to; i++) {
                low = Math.min(low, least(order[i], axis));
                high = Math.max(high, most(order[i], axis));
            }
            // A ray along a side of it is within.
            boxes[6 * node + axis] = Math.nextDown(low);
            boxes[6 * node + 3 + axis] = Math.nextUp(high);
        }
    }

    /// Sorts triangles into two parts.
    ///
    /// @return the first of the second part and the axis; null where all have one middle
    private int[] split(int from, int to, float[] middles) {
        int best = 0;
        float low = 0;
        float high = 0;
        for (int axis = 0; axis < 3; axis++) {
            float under = Float.POSITIVE_INFINITY;
            float over = Float.NEGATIVE_INFINITY;
            for (int i = from; i < to; i++) {
                float middle = middles[3 * order[i] + axis];
                under = Math.min(under, middle);
                over = Math.max(over, middle);
            }
            if (over - under > high - low) {
                best = axis;
                low = under;
                high = over;
            }
        }
        if (!(high > low)) {
            return null;
        }
        double[] costs = costs(from, to, best, low, high, middles);
        double least = Double.POSITIVE_INFINITY;
        float at = Float.NaN;
        for (int k = 1; k < BINS; k++) {
            if (costs[k] < least) {
                least = costs[k];
                at = low + (high - low) * k / BINS;
            }
        }
        int split = from;
        for (int i = from; i < to; i++) {
            if (middles[3 * order[i] + best] < at) {
                int other = order[split];
                order[split++] = order[i];
                order[i] = other;
            }
        }
        return split == from || split == to ? null : new int[] {split, best};
    }

    /// What it costs to part triangles before each bin of an axis: surface times triangles on both
    /// sides.
    private double[] costs(int from, int to, int axis, float low, float high, float[] middles) {
        int[] counts = new int[BINS];
        float[] rooms = new float[6 * BINS];
        for (int bin = 0; bin < BINS; bin++) {
            empty(rooms, 6 * bin);
        }
        for (int i = from; i < to; i++) {
            int t = order[i];
            int bin = (int) (BINS * ((middles[3 * t + axis] - low) / (high - low)));
            bin = Math.min(BINS - 1, bin);
            counts[bin]++;
            for (int a = 0; a < 3; a++) {
                rooms[6 * bin + a] = Math.min(rooms[6 * bin + a], least(t, a));
                rooms[6 * bin + 3 + a] = Math.max(rooms[6 * bin + 3 + a], most(t, a));
            }
        }
        double[] costs = new double[BINS];
        float[] room = new float[6];
        for (int side = 0; side < 2; side++) {
            empty(room, 0);
            int count = 0;
            for (int k = 0; k < BINS - 1; k++) {
                int bin = side == 0 ? k : BINS - 1 - k;
                for (int a = 0; a < 3; a++) {
                    room[a] = Math.min(room[a], rooms[6 * bin + a]);
                    room[3 + a] = Math.max(room[3 + a], rooms[6 * bin + 3 + a]);
                }
                count += counts[bin];
                costs[side == 0 ? k + 1 : bin] +=
                        count == 0 ? Double.POSITIVE_INFINITY : count * surface(room);
            }
        }
        return costs;
    }

    private static void empty(float[] rooms, int at) {
        Arrays.fill(rooms, at, at + 3, Float.POSITIVE_INFINITY);
        Arrays.fill(rooms, at + 3, at + 6, Float.NEGATIVE_INFINITY);
    }

    private static double surface(float[] room) {
        double x = room[3] - room[0];
        double y = room[4] - room[1];
        double z = room[5] - room[2];
        return x * y + y * z + z * x;
    }

    /// Where a ray meets the mesh first; null where it meets none before `end`.
    ///
    /// @param d its direction, of length 1
    public Hit hit(Vec3 from, Vec3 d, double end) {
        int triangle = walk(from, d, end, false);
        return triangle < 0 ? null : at(triangle, from, d);
    }

    /// Does a ray meet the mesh before `end`?
    public boolean hides(Vec3 from, Vec3 d, double end) {
        return walk(from, d, end, true) >= 0;
    }

    /// Where a ray meets the plane of a triangle: the place within it next to that, by its shares.
    public Hit at(int triangle, Vec3 from, Vec3 d) {
        Vec3 a = mesh.corner(triangle, 0);
        Vec3 b = mesh.corner(triangle, 1).minus(a);
        Vec3 c = mesh.corner(triangle, 2).minus(a);
        Vec3 p = d.cross(c);
        double inverse = 1 / p.dot(b);
        Vec3 o = from.minus(a);
        Vec3 q = o.cross(b);
        double u = Math.max(0, Math.min(1, p.dot(o) * inverse));
        double v = Math.max(0, Math.min(1 - u, q.dot(d) * inverse));
        return new Hit(q.dot(c) * inverse, triangle, u, v);
    }

    /// A ray in the tree's own terms.
    private static final class Way {
        final double x;
        final double y;
        final double z;
        final double dx;
        final double dy;
        final double dz;

        /// Its slopes' inverses.
        final double ix;

        final double iy;
        final double iz;

        /// Which side of a box it comes to first along each axis, as numbers of [#boxes].
        final int nx;

        final int ny;
        final int nz;

        Way(Vec3 from, Vec3 d) {
            x = from.x();
            y = from.y();
            z = from.z();
            dx = d.x();
            dy = d.y();
            dz = d.z();
            ix = inverse(dx);
            iy = inverse(dy);
            iz = inverse(dz);
            nx = ix > 0 ? 0 : 3;
            ny = iy > 0 ? 1 : 4;
            nz = iz > 0 ? 2 : 5;
        }

        /// Along a side the inverse is as good as infinite, but not so that it makes no number.
        private static double inverse(double slope) {
            return 1 / (Math.abs(slope) < 1e-200 ? 1e-200 : slope);
        }

        boolean isUpward(int axis) {
            return (axis == 0 ? ix : axis == 1 ? iy : iz) > 0;
        }
    }

    /// The triangle that a ray meets first, or any that it meets; −1 where there is none.
    private int walk(Vec3 from, Vec3 d, double end, boolean any) {
        Way way = new Way(from, d);
        int[] open = new int[deepest + 1];
        int count = order.length == 0 ? 0 : 1;
        int met = -1;
        double near = end;
        while (count > 0) {
            int node = open[--count];
            if (!enters(6 * node, way, near)) {
                continue;
            }
            if (held[node] < 0) {
                // The half that the ray comes to first is looked at first, and often the other not.
                boolean isUpward = way.isUpward(-1 - held[node]);
                open[count++] = isUpward ? first[node] + 1 : first[node];
                open[count++] = isUpward ? first[node] : first[node] + 1;
                continue;
            }
            for (int i = first[node]; i < first[node] + held[node]; i++) {
                double s = distance(order[i], way);
                // Of two at one distance the one that comes first in the mesh.
                if (s < near || (s == near && met >= 0 && order[i] < met)) {
                    near = s;
                    met = order[i];
                    if (any) {
                        return met;
                    }
                }
            }
        }
        return met;
    }

    /// Does a ray go through a node's box before `end`?
    ///
    /// @param i of its first number
    private boolean enters(int i, Way way, double end) {
        double in = (boxes[i + way.nx] - way.x) * way.ix;
        double out = (boxes[i + 3 - way.nx] - way.x) * way.ix;
        double inY = (boxes[i + way.ny] - way.y) * way.iy;
        double outY = (boxes[i + 5 - way.ny] - way.y) * way.iy;
        in = inY > in ? inY : in;
        out = outY < out ? outY : out;
        double inZ = (boxes[i + way.nz] - way.z) * way.iz;
        double outZ = (boxes[i + 7 - way.nz] - way.z) * way.iz;
        in = inZ > in ? inZ : in;
        out = outZ < out ? outZ : out;
        return in <= out * (1 + EDGE) && out >= 0 && in <= end;
    }

    /// Distance along a ray to a triangle; infinite where it meets it not, or behind.
    private double distance(int triangle, Way way) {
        int i = Mesh.TRIANGLE * triangle;
        double ax = points[i];
        double ay = points[i + 1];
        double az = points[i + 2];
        double bx = points[i + 3] - ax;
        double by = points[i + 4] - ay;
        double bz = points[i + 5] - az;
        double cx = points[i + 6] - ax;
        double cy = points[i + 7] - ay;
        double cz = points[i + 8] - az;
        double px = way.dy * cz - way.dz * cy;
        double py = way.dz * cx - way.dx * cz;
        double pz = way.dx * cy - way.dy * cx;
        double inverse = 1 / (px * bx + py * by + pz * bz);
        double x = way.x - ax;
        double y = way.y - ay;
        double z = way.z - az;
        double u = (px * x + py * y + pz * z) * inverse;
        double qx = y * bz - z * by;
        double qy = z * bx - x * bz;
        double qz = x * by - y * bx;
        double v = (qx * way.dx + qy * way.dy + qz * way.dz) * inverse;
        double s = (qx * cx + qy * cy + qz * cz) * inverse;
        // Of a ray along its plane these are no numbers, and no comparison holds.
        boolean within = u >= -EDGE && v >= -EDGE && u + v <= 1 + EDGE && s > 0;
        return within ? s : Double.POSITIVE_INFINITY;
    }
}
