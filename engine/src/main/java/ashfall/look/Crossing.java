package ashfall.look;

import ashfall.shot.Vec3;

/// The way of a ray through one volume, and what it met there last.
final class Crossing {
    /// Temperature where no smoke is.
    static final float NONE = -1;

    private final Volume volume;

    /// Is smoke all that there is to read?
    private final boolean isSmoke;

    /// World position of the volume's corner, m.
    private final double[] corner;

    /// Voxels from the corner: where the ray starts, and per metre of it.
    private final double[] start = new double[3];

    private final double[] slope = new double[3];

    /// Metres of the ray per voxel along each axis.
    private final double[] perVoxel = new double[3];
    private final double[] span = new double[2];

    /// Where the ray is within the box, m along it; far is below near where it misses.
    double near;

    double far;

    /// What was read last: smoke in kg/m³, temperature in K, heat release in W/m³, velocity in m/s.
    float density;

    /// Soot that glows, kg/m³.
    float source;

    /// From thin to thick.
    float tint;

    float kelvin = NONE;
    float release;
    final float[] moving = new float[4];

    private final float[] got = new float[4];

    /// Where that was, m along the ray.
    private double known;

    Crossing(Volume volume) {
        this.volume = volume;
        this.isSmoke =
                volume.flame == null
                        && volume.tint == null
                        && volume.kelvin == null
                        && (volume.source == volume.density || volume.source == null);
        this.corner = volume.corner;
    }

    Presence presence() {
        return volume.presence;
    }

    /// How the channels of its gas are read.
    Mapping mapping() {
        return volume.mapping;
    }

    double voxel() {
        return volume.voxel;
    }

    /// Begins with a ray.
    ///
    /// @param from least distance along it, m
    /// @param end largest
    void enter(Vec3 eye, Vec3 d, double from, double end) {
        double ox = eye.x() - corner[0];
        double oy = eye.y() - corner[1];
        double oz = eye.z() - corner[2];
        for (int a = 0; a < 3; a++) {
            start[a] = (eye.get(a) - corner[a]) / volume.voxel;
            slope[a] = d.get(a) / volume.voxel;
            perVoxel[a] = volume.voxel / d.get(a);
        }
        volume.clip(ox, oy, oz, d, from, span);
        near = span[0];
        far = Math.min(span[1], end);
        known = -1;
        if (!(near < far)) {
            far = Double.NEGATIVE_INFINITY;
        }
    }

    private double at(int axis, double s) {
        return start[axis] + s * slope[axis];
    }

    /// Metres on which there is something to see all the time; below 0, and as far as there is
    /// nothing, where there is not.
    double way(double s) {
        return volume.skips.way(at(0, s), at(1, s), at(2, s), perVoxel);
    }

    /// Metres to the next plane through the middles of voxels, where values bend.
    double bend(double s) {
        double way = bend(at(0, s) - 0.5, slope[0]);
        way = Math.min(way, bend(at(1, s) - 0.5, slope[1]));
        return Math.min(way, bend(at(2, s) - 0.5, slope[2]));
    }

    /// Way to the next whole number along an axis; never less than a fiftieth of one.
    private static double bend(double at, double slope) {
        if (slope == 0) {
            return Double.POSITIVE_INFINITY;
        }
        double cell = Math.floor(at);
        double left = slope > 0 ? cell + 1 - at : at - cell;
        return (left < 0.02 ? left + 1 : left) / Math.abs(slope);
    }

    /// Finds a place of the ray, m from the volume's corner.
    void place(double s, float[] out) {
        for (int a = 0; a < 3; a++) {
            out[a] = (float) (at(a, s) * volume.voxel);
        }
    }

    /// Was what is known read at a place of the ray?
    boolean knows(double s) {
        return known == s;
    }

    /// Reads the volume at a place of the ray, where the gas is that will be or was there.
    ///
    /// @param late seconds after the frame's moment
    void read(double s, float late) {
        float x = (float) at(0, s);
        float y = (float) at(1, s);
        float z = (float) at(2, s);
        if (volume.motion == null) {
            readStill(x, y, z);
        } else {
            volume.motion.sample(x, y, z, moving);
            float voxels = late / (float) volume.voxel;
            readMoved(x - moving[0] * voxels, y - moving[1] * voxels, z - moving[2] * voxels);
        }
        known = s;
    }

    private void readMoved(float x, float y, float z) {
        volume.moved.sample(x, y, z, got);
        density = got[0];
        release = got[2];
        source = volume.source == null ? density : got[3];
        tint = volume.tint == null ? 0 : volume.sample(volume.tint, x, y, z);
        boolean isCold = (density == 0 && source == 0) || volume.kelvin == null;
        kelvin = isCold ? NONE : got[1];
    }

    private void readStill(float gx, float gy, float gz) {
        float x = VoxelBox.within(gx - 0.5f, volume.lastX);
        float y = VoxelBox.within(gy - 0.5f, volume.lastY);
        float z = VoxelBox.within(gz - 0.5f, volume.lastZ);
        int ix = (int) x;
        int iy = (int) y;
        int iz = (int) z;
        int low = volume.first + ix + volume.shape.sy() * iy + volume.shape.sz() * iz;
        x -= ix;
        y -= iy;
        z -= iz;
        density = volume.between(volume.density, low, x, y, z);
        source = density;
        if (isSmoke) {
            return;
        }
        readOther(low, x, y, z);
    }

    /// Reads what is not smoke, in a method of its own so that the other is compiled into its
    /// caller.
    private void readOther(int low, float x, float y, float z) {
        release = volume.flame == null ? 0 : volume.between(volume.flame, low, x, y, z);
        if (volume.source != volume.density && volume.source != null) {
            source = volume.between(volume.source, low, x, y, z);
        }
        tint = volume.tint == null ? 0 : volume.between(volume.tint, low, x, y, z);
        boolean isCold = (density == 0 && source == 0) || volume.kelvin == null;
        kelvin = isCold ? NONE : volume.between(volume.kelvin, low, x, y, z);
    }
}
