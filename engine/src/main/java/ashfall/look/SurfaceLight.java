package ashfall.look;

import ashfall.geometry.Mesh;
import ashfall.geometry.MeshTree;
import ashfall.shot.Vec3;

import java.util.Arrays;
import java.util.concurrent.atomic.AtomicReferenceArray;

/// Soft light on meshes: that of the fire, and how much of the sky is open. It is found where it is
/// first wanted, at points spread over the triangles, and read between them; near the fire they are
/// close together.
final class SurfaceLight {
    /// Values of a point: the fire's light in three colours (lux), and the open share of the sky.
    static final int VALUES = 4;

    static final int SKY = 3;

    /// Most pieces of a side.
    private static final int FINEST = 512;

    /// What is farther away does not hide the sky, m.
    private static final double FAR = 1000;

    private final Mesh mesh;
    private final Bodies bodies;
    private final FireLight fire;
    private final Vec3 corner;
    private final Vec3[] sky;

    /// Distance from the surface at which light is looked for, m.
    private final double off;

    /// Size of the room of the gas, m.
    private final Vec3 size;

    /// Distance between points as a share of that from the gas, and at least, m.
    private final double share;

    private final double least;

    /// Pieces of each side of a triangle; 0 where nobody asked.
    private final int[] pieces;

    /// Values of the points of each triangle's front, and then of its back; null where nobody
    /// asked.
    private final AtomicReferenceArray<float[]> light;

    /// @param share of the distance from the fire that two points are apart
    /// @param directions in which the sky is looked for
    SurfaceLight(Bodies bodies, FireLight fire, Volumes volumes, double share, int directions) {
        this.mesh = bodies.meshes().mesh();
        this.bodies = bodies;
        this.fire = fire;
        this.corner = new Vec3(volumes.corner[0], volumes.corner[1], volumes.corner[2]);
        Vec3[] room = bodies.meshes().room();
        this.off = 2e-5 * (room[1].minus(room[0]).length() + room[0].length() + room[1].length());
        this.sky = directions(directions);
        this.size = new Vec3(volumes.size(0), volumes.size(1), volumes.size(2));
        this.share = share;
        this.least = 0.15 * share * Math.max(size.x(), Math.max(size.y(), size.z()));
        this.pieces = new int[mesh.count()];
        this.light = new AtomicReferenceArray<>(2 * mesh.count());
    }

    /// Directions around upright, as many where more light comes to a surface that lies so.
    private static Vec3[] directions(int count) {
        Vec3[] all = new Vec3[count];
        for (int i = 0; i < count; i++) {
            double r = Math.sqrt((i + 0.5) / count);
            double turn = i * Math.PI * (3 - Math.sqrt(5));
            all[i] =
                    new Vec3(
                            r * StrictMath.cos(turn),
                            Math.sqrt(1 - r * r),
                            r * StrictMath.sin(turn));
        }
        return all;
    }

    /// Pieces of each side of a triangle: as many as put its points as close together as is wanted
    /// where it is.
    private int pieces(int t) {
        if (pieces[t] == 0) {
            double apart = Math.max(least, share * away(t));
            pieces[t] = (int) Math.max(1, Math.min(FINEST, Math.ceil(longest(t) / apart)));
        }
        return pieces[t];
    }

    private double longest(int t) {
        Vec3 a = mesh.corner(t, 0);
        Vec3 b = mesh.corner(t, 1);
        Vec3 c = mesh.corner(t, 2);
        double sides = Math.max(b.minus(a).length(), c.minus(b).length());
        return Math.max(sides, a.minus(c).length());
    }

    /// Distance of a triangle's room from that of the gas.
    private double away(int t) {
        double[] gap = new double[3];
        for (int axis = 0; axis < 3; axis++) {
            double a = mesh.corner(t, 0).get(axis);
            double b = mesh.corner(t, 1).get(axis);
            double c = mesh.corner(t, 2).get(axis);
            double under = corner.get(axis) - Math.max(a, Math.max(b, c));
            double over = Math.min(a, Math.min(b, c)) - corner.get(axis) - size.get(axis);
            gap[axis] = Math.max(0, Math.max(under, over));
        }
        return new Vec3(gap[0], gap[1], gap[2]).length();
    }

    /// A place just before a surface.
    ///
    /// @param facing direction in which it is before, of length 1
    Vec3 before(Vec3 place, Vec3 facing) {
        return place.plus(facing.times(off));
    }

    /// Reads the light at a place of a mesh.
    ///
    /// @param isFront whether the side is seen that its corners turn around anticlockwise
    /// @param out set to the four values
    void at(MeshTree.Hit hit, boolean isFront, float[] out) {
        int n = pieces(hit.triangle());
        double a = hit.u() * n;
        double b = hit.v() * n;
        int i = Math.min(n - 1, (int) a);
        int j = Math.min(n - 1 - i, (int) b);
        float u = (float) (a - i);
        float v = (float) (b - j);
        Arrays.fill(out, 0);
        if (u + v <= 1) {
            add(hit.triangle(), isFront, i, j, 1 - u - v, out);
            add(hit.triangle(), isFront, i + 1, j, u, out);
            add(hit.triangle(), isFront, i, j + 1, v, out);
        } else {
            add(hit.triangle(), isFront, i + 1, j + 1, u + v - 1, out);
            add(hit.triangle(), isFront, i + 1, j, 1 - v, out);
            add(hit.triangle(), isFront, i, j + 1, 1 - u, out);
        }
    }

    private void add(int triangle, boolean isFront, int i, int j, float weight, float[] out) {
        if (weight <= 0) {
            return;
        }
        int n = pieces(triangle);
        float[] own = points(2 * triangle + (isFront ? 0 : 1), n);
        int at = VALUES * (i * (n + 1) - i * (i - 1) / 2 + j);
        float[] found = null;
        for (int k = 0; k < VALUES; k++) {
            float value = own[at + k];
            // Another worker may be at it, and then finds the same.
            if (Float.isNaN(value)) {
                if (found == null) {
                    found = find(triangle, isFront, (double) i / n, (double) j / n);
                }
                value = found[k];
                own[at + k] = value;
            }
            out[k] += weight * value;
        }
    }

    /// Values of the points of a side of a triangle, not a number where nobody asked.
    private float[] points(int side, int n) {
        float[] own = light.get(side);
        if (own == null) {
            float[] none = new float[VALUES * ((n + 1) * (n + 2) / 2)];
            Arrays.fill(none, Float.NaN);
            light.compareAndSet(side, null, none);
            own = light.get(side);
        }
        return own;
    }

    private float[] find(int triangle, boolean isFront, double u, double v) {
        double sign = isFront ? 1 : -1;
        Vec3 facing = mesh.facing(triangle).times(sign);
        Vec3 normal = mesh.normal(triangle, u, v).times(sign);
        // At its very edge a neighbour would hide it or not by chance.
        double inward = 0.02;
        Vec3 on = mesh.place(triangle, u + inward * (1.0 / 3 - u), v + inward * (1.0 / 3 - v));
        Vec3 place = before(on, facing);
        float[] found = new float[VALUES];
        fire.irradiance(place.minus(corner), normal, found);
        found[SKY] = open(place, normal);
        return found;
    }

    /// Share of the sky's light on a surface that nothing stands before.
    private float open(Vec3 place, Vec3 normal) {
        Vec3 across = normal.aside();
        Vec3 along = across.cross(normal);
        int free = 0;
        int all = 0;
        for (Vec3 d : sky) {
            Vec3 towards = across.times(d.x()).plus(normal.times(d.y())).plus(along.times(d.z()));
            if (towards.y() > 0) {
                all++;
                free += bodies.hides(place, towards, FAR) ? 0 : 1;
            }
        }
        return all == 0 ? 0 : (float) free / all;
    }
}
