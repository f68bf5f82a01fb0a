package ashfall.geometry;

import ashfall.shot.Vec3;

/// A surface of triangles, each with three points and three normals of its own.
///
/// @param points x, y and z of three corners a triangle, anticlockwise seen from outside, m
/// @param normals of the surface at these corners, of length 1
/// @param colours share of light thrown back, red, green and blue a triangle; not a number where
///     the mesh says nothing of it
public record Mesh(float[] points, float[] normals, float[] colours) {
    /// Floats a triangle in points and normals.
    static final int TRIANGLE = 9;

    /// Nothing.
    public static final Mesh NONE = new Mesh(new float[0], new float[0], new float[0]);

    /// Number of triangles.
    public int count() {
        return points.length / TRIANGLE;
    }

    /// A corner of a triangle.
    ///
    /// @param corner 0 to 2
    public Vec3 corner(int triangle, int corner) {
        return vector(points, triangle, corner);
    }

    /// The normal at a place of a triangle, between those at its corners.
    ///
    /// @param u share of the second corner
    /// @param v share of the third
    public Vec3 normal(int triangle, double u, double v) {
        return between(normals, triangle, u, v).unit();
    }

    /// A place of a triangle.
    public Vec3 place(int triangle, double u, double v) {
        return between(points, triangle, u, v);
    }

    /// The direction that a triangle faces, as its corners say.
    public Vec3 facing(int triangle) {
        Vec3 a = corner(triangle, 0);
        return corner(triangle, 1).minus(a).cross(corner(triangle, 2).minus(a)).unit();
    }

    private static Vec3 between(float[] of, int triangle, double u, double v) {
        return vector(of, triangle, 0)
                .times(1 - u - v)
                .plus(vector(of, triangle, 1).times(u))
                .plus(vector(of, triangle, 2).times(v));
    }

    private static Vec3 vector(float[] of, int triangle, int corner) {
        int at = TRIANGLE * triangle + 3 * corner;
        return new Vec3(of[at], of[at + 1], of[at + 2]);
    }

    /// The least and the greatest of its coordinates, m; both 0 where it is empty.
    public Vec3[] room() {
        double[] low = {
            Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY
        };
        double[] high = {
            Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY
        };
        for (int i = 0; i < points.length; i++) {
            low[i % 3] = Math.min(low[i % 3], points[i]);
            high[i % 3] = Math.max(high[i % 3], points[i]);
        }
        return points.length == 0
                ? new Vec3[] {new Vec3(0, 0, 0), new Vec3(0, 0, 0)}
                : new Vec3[] {
                    new Vec3(low[0], low[1], low[2]), new Vec3(high[0], high[1], high[2])
                };
    }

    /// The mesh in a shot.
    ///
    /// @param unit what a unit of its lengths is, m
    /// @param zUp whether its own z is up, and not y
    /// @param degrees by which it is turned about its own origin: about x, then y, then z
    /// @param moved how far its origin stands from that of the shot, m
    public Mesh placed(double unit, boolean zUp, Vec3 degrees, Vec3 moved) {
        Turn turn = Turn.of(degrees);
        float[] at = new float[points.length];
        float[] facing = new float[points.length];
        for (int i = 0; i < points.length; i += 3) {
            put(at, i, turned(points, i, zUp, turn).times(unit).plus(moved));
            put(facing, i, turned(normals, i, zUp, turn));
        }
        return new Mesh(at, facing, colours);
    }

    private static Vec3 turned(float[] of, int i, boolean zUp, Turn turn) {
        return zUp
                ? turn.forth(of[i], of[i + 2], -of[i + 1])
                : turn.forth(of[i], of[i + 1], of[i + 2]);
    }

    static void put(float[] into, int i, Vec3 v) {
        into[i] = (float) v.x();
        into[i + 1] = (float) v.y();
        into[i + 2] = (float) v.z();
    }
}
