package ashfall.shot;

/// A point or a direction: x, y (up), z.
public record Vec3(double x, double y, double z) {
    public double get(int axis) {
        return axis == 0 ? x : axis == 1 ? y : z;
    }

    public Vec3 plus(Vec3 o) {
        return new Vec3(x + o.x, y + o.y, z + o.z);
    }

    public Vec3 minus(Vec3 o) {
        return new Vec3(x - o.x, y - o.y, z - o.z);
    }

    public Vec3 times(double s) {
        return new Vec3(x * s, y * s, z * s);
    }

    public double dot(Vec3 o) {
        return x * o.x + y * o.y + z * o.z;
    }

    public Vec3 cross(Vec3 o) {
        return new Vec3(y * o.z - z * o.y, z * o.x - x * o.z, x * o.y - y * o.x);
    }

    public double length() {
        return Math.sqrt(dot(this));
    }

    /// The same direction with length 1; the zero vector stays.
    public Vec3 unit() {
        double l = length();
        return l == 0 ? this : times(1 / l);
    }

    /// A direction across this one, which is of length 1 as it is.
    public Vec3 aside() {
        return cross(Math.abs(y) < 0.9 ? new Vec3(0, 1, 0) : new Vec3(1, 0, 0)).unit();
    }

    @Override
    public String toString() {
        return x + "," + y + "," + z;
    }
}
