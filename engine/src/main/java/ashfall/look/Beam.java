package ashfall.look;

import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.Arrays;

/// Optical depths of a volume along parallel light: how much smoke, or stone, stands between a
/// place and a far lamp.
///
/// The points lie in lines along the light, so a line is summed once from the lit end to the other
/// (trapezoids) and every point on it is known: the work goes with the points, not with points
/// times their ways. Between points depths are read trilinearly, beyond the lit end there is none,
/// beyond the other end that of the whole line.
final class Beam {
    /// Effective optical depth behind which nothing is seen of the light.
    static final float DARK = 18;

    private final double cell;

    /// Unit vectors across the light and along it, away from the lamp.
    private final Vec3[] axes;

    /// Place of the first point along the axes, m.
    private final double[] first = new double[3];

    /// Points along the axes; along the light they are next to each other in memory.
    private final int[] count = new int[3];

    private final float[] depths;

    /// From metres to cells along the three axes: nine factors, then what is taken off.
    private final float[] turn = new float[12];

    /// @param towards the lamp
    /// @param bodies that cast shadows
    /// @param voxels length of a cell, in voxels of the volume
    Beam(
            Volume volume,
            Shading shading,
            Bodies bodies,
            Vec3 towards,
            double voxels,
            Workers workers) {
        cell = voxels * volume.voxel;
        axes = axes(towards);
        enclose(volume);
        double[] perAxis = new double[3];
        for (int a = 0; a < 3; a++) {
            perAxis[a] = volume.voxel / axes[2].get(a);
        }
        depths = new float[count[0] * count[1] * count[2]];
        float dark = DARK / shading.effective(1);
        workers.forEachSlab(
                count[1],
                (row, worker) -> {
                    for (int column = 0; column < count[0]; column++) {
                        sum(volume, shading, bodies, perAxis, dark, column, row);
                    }
                });
    }

    private static Vec3[] axes(Vec3 towards) {
        Vec3 along = towards.times(-1);
        Vec3 across = along.aside();
        return new Vec3[] {across, along.cross(across), along};
    }

    /// Lays points around the box of a volume, a spare one on every side.
    private void enclose(Volume volume) {
        for (int a = 0; a < 3; a++) {
            double low = 0;
            double high = 0;
            for (int k = 0; k < 3; k++) {
                double edge = volume.size(k) * axes[a].get(k);
                low += Math.min(0, edge);
                high += Math.max(0, edge);
            }
            first[a] = low - 1.5 * cell;
            count[a] = (int) Math.ceil((high - low) / cell) + 4;
            for (int k = 0; k < 3; k++) {
                turn[3 * a + k] = (float) (axes[a].get(k) / cell);
            }
            turn[9 + a] = (float) (first[a] / cell);
        }
    }

    /// Sums a line.
    ///
    /// @param perAxis metres of it per voxel along each axis
    /// @param dark depth at which it ends
    private void sum(
            Volume volume,
            Shading shading,
            Bodies bodies,
            double[] perAxis,
            float dark,
            int column,
            int row) {
        int at = (row * count[0] + column) * count[2];
        Vec3 d = axes[2];
        double x = start(0, column, row);
        double y = start(1, column, row);
        double z = start(2, column, row);
        double[] span = new double[2];
        volume.clip(x, y, z, d, 0, span);
        double stone = stone(volume, bodies, new Vec3(x, y, z));
        int samples = (int) Math.max(1, Math.round(cell / volume.voxel));
        double step = cell / samples;
        float perVoxel = (float) (1 / volume.voxel);
        float weight = (float) (0.5 * step);
        float before = 0;
        float depth = 0;
        boolean empty = false;
        // As far as it is known to be empty, or not.
        double asked = Double.NEGATIVE_INFINITY;
        int k = 1;
        for (; k < count[2] && depth < dark; k++) {
            if (span[0] <= k * cell && (k - 1) * cell < span[1] + volume.voxel) {
                for (int s = 1; s <= samples; s++) {
                    double far = (k - 1) * cell + s * step;
                    float px = (float) (x + far * d.x()) * perVoxel;
                    float py = (float) (y + far * d.y()) * perVoxel;
                    float pz = (float) (z + far * d.z()) * perVoxel;
                    if (far >= asked) {
                        double way = volume.skips.way(px, py, pz, perAxis);
                        empty = way < 0;
                        asked = far + Math.abs(way);
                    }
                    float here =
                            empty
                                    ? 0
                                    : shading.extinction(volume.sample(volume.density, px, py, pz));
                    depth += weight * (before + here);
                    before = here;
                }
            }
            depths[at + k] = k * cell > stone ? depth + dark : depth;
        }
        Arrays.fill(depths, at + k, at + count[2], depth);
    }

    private double start(int axis, int column, int row) {
        return (first[0] + column * cell) * axes[0].get(axis)
                + (first[1] + row * cell) * axes[1].get(axis)
                + first[2] * axes[2].get(axis);
    }

    /// Distance from the start of a line to where a body ends the light; from before it, since
    /// bodies stand outside of the gas too.
    private double stone(Volume volume, Bodies bodies, Vec3 start) {
        if (bodies.areNone()) {
            return Double.POSITIVE_INFINITY;
        }
        Vec3 corner = new Vec3(volume.corner[0], volume.corner[1], volume.corner[2]);
        Vec3 place = corner.plus(start);
        double before = bodies.reach(place);
        Vec3 far = place.minus(axes[2].times(before));
        return bodies.hit(far, axes[2], before + count[2] * cell) - before;
    }

    /// Optical depth from a place towards the lamp, m from the volume's corner.
    float depth(float x, float y, float z) {
        float u = turn[0] * x + turn[1] * y + turn[2] * z - turn[9];
        float v = turn[3] * x + turn[4] * y + turn[5] * z - turn[10];
        float w = turn[6] * x + turn[7] * y + turn[8] * z - turn[11];
        int nu = count[0];
        int nw = count[2];
        if (u <= 0 || v <= 0 || w <= 0 || u >= nu - 1 || v >= count[1] - 1) {
            return 0;
        }
        w = Math.min(w, nw - 1.001f);
        int iu = (int) u;
        int iv = (int) v;
        int iw = (int) w;
        float tu = u - iu;
        float tv = v - iv;
        float tw = w - iw;
        int i = (iv * nu + iu) * nw + iw;
        float a = depths[i] + tw * (depths[i + 1] - depths[i]);
        float b = depths[i + nw] + tw * (depths[i + nw + 1] - depths[i + nw]);
        int j = i + nu * nw;
        float c = depths[j] + tw * (depths[j + 1] - depths[j]);
        float e = depths[j + nw] + tw * (depths[j + nw + 1] - depths[j + nw]);
        float f = a + tu * (b - a);
        float g = c + tu * (e - c);
        return f + tv * (g - f);
    }
}
