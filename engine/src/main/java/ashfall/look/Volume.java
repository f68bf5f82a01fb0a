package ashfall.look;

import ashfall.grid.Frame;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;

/// Density, temperature and, where wanted, heat release of a frame laid out for marching: dense
/// over the leaves' box, with the empty bricks known.
final class Volume {
    static final int BRICK = 8;

    /// Optical depth through which no light is counted.
    static final double DARK = 8;

    final GridShape shape;
    final double voxel;
    final Presence presence;

    /// World position of the lower corner, m.
    final double[] corner = new double[3];

    /// Smoke that is seen, kg/m³.
    final float[] density;

    /// Soot that glows, kg/m³; the same array where that is the smoke.
    final float[] source;

    /// From thin (0) to thick (1); null where smoke has no colour of its own.
    final float[] tint;

    /// Temperature shown, K; null where the frame has none.
    final float[] kelvin;

    /// Heat release, W/m³; null where it is not wanted or the frame has none.
    final float[] flame;

    /// Velocity at the middles of the voxels, m/s; null where it is not wanted or the frame has
    /// none.
    final float[][] motion;

    final GridShape bricks;

    /// Bricks whose gas is seen: with smoke or flame in them or a voxel beside them; beside them as
    /// far as it moves while a shutter is open, where it does.
    final boolean[] full;

    /// Of twice the voxel, once it was asked for.
    private Volume half;

    /// @param mapping of channels to what is seen
    /// @param burning whether the heat release is wanted
    /// @param open seconds that a shutter is open for; below 0 where no velocity is wanted
    Volume(Frame frame, Presence presence, Mapping mapping, boolean burning, double open) {
        this.presence = presence;
        SparseGrid smoke = frame.channels().get(mapping.smoke());
        SparseGrid heat = frame.channels().get(mapping.heat());
        if (smoke == null) {
            throw new IllegalArgumentException(
                    "the frame has no channel '"
                            + mapping.smoke()
                            + "'; fire with it to see a picture");
        }
        SparseGrid glow = mapping.glowsAsSeen() ? smoke : frame.channels().get(mapping.glow());
        SparseGrid release = burning ? frame.channels().get("flame") : null;
        List<SparseGrid> seen =
                Stream.of(smoke, release, glow).filter(Objects::nonNull).distinct().toList();
        int[] from = new int[3];
        int[] to = new int[3];
        SparseGrid velocity = open >= 0 ? frame.channels().get("velocity") : null;
        enclose(seen, from, to);
        int reach =
                velocity == null
                        ? 0
                        : Motion.bricks(velocity, 0.5 * open / frame.lattice().voxel());
        for (int a = 0; a < 3; a++) {
            from[a] -= reach * BRICK;
            to[a] += reach * BRICK;
        }
        shape = new GridShape(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
        voxel = frame.lattice().voxel();
        for (int a = 0; a < 3; a++) {
            corner[a] = frame.lattice().origin(a) + from[a] * voxel;
        }
        density = dense(smoke, from, 0, 0);
        mapping.toSmoke(density);
        source = mapping.glowsAsSeen() ? density : glow == null ? null : dense(glow, from, 0, 0);
        if (source != null && source != density) {
            SparseGrid fuel = mapping.core() > 0 ? frame.channels().get("fuel") : null;
            mapping.toGlow(source, fuel == null ? null : dense(fuel, from, 0, 0));
        }
        SparseGrid dye = mapping.thin() == null ? null : frame.channels().get(mapping.tint());
        tint = dye == null ? null : dense(dye, from, 0, 0);
        if (tint != null) {
            mapping.toTint(tint);
        }
        kelvin = heat == null || source == null ? null : dense(heat, from, heat.background(0), 0);
        if (kelvin != null) {
            mapping.toKelvin(kelvin);
        }
        flame = release == null ? null : dense(release, from, 0, 0);
        bricks = new GridShape(shape.nx() / BRICK, shape.ny() / BRICK, shape.nz() / BRICK);
        full = new boolean[bricks.size()];
        for (SparseGrid grid : seen) {
            for (int i = 0; i < grid.leafCount(); i++) {
                Leaf leaf = grid.leaf(i);
                int bx = (leaf.x() - from[0]) / BRICK;
                int by = (leaf.y() - from[1]) / BRICK;
                int bz = (leaf.z() - from[2]) / BRICK;
                markAround(bx, by, bz, leaf, reach);
            }
        }
        motion = velocity == null ? null : new Motion(velocity, from, shape).components();
    }

    /// Values of one channel alone, in the place of the smoke.
    Volume(SparseGrid grid, Lattice lattice) {
        presence = Presence.UNSEEN;
        int[] from = new int[3];
        int[] to = new int[3];
        enclose(List.of(grid), from, to);
        shape = new GridShape(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
        voxel = lattice.voxel();
        for (int a = 0; a < 3; a++) {
            corner[a] = lattice.origin(a) + from[a] * voxel;
        }
        density = dense(grid, from, grid.background(0), 0);
        source = null;
        tint = null;
        kelvin = null;
        flame = null;
        motion = null;
        bricks = new GridShape(shape.nx() / BRICK, shape.ny() / BRICK, shape.nz() / BRICK);
        full = new boolean[bricks.size()];
        for (int i = 0; i < grid.leafCount(); i++) {
            Leaf leaf = grid.leaf(i);
            full[
                            bricks.at(
                                    (leaf.x() - from[0]) / BRICK,
                                    (leaf.y() - from[1]) / BRICK,
                                    (leaf.z() - from[2]) / BRICK)] =
                    true;
        }
    }

    /// Means of two voxels a side of another volume, where none is wanted of velocity.
    private Volume(Volume fine, Workers workers) {
        shape =
                new GridShape(
                        halved(fine.shape.nx()), halved(fine.shape.ny()), halved(fine.shape.nz()));
        voxel = 2 * fine.voxel;
        presence = fine.presence;
        System.arraycopy(fine.corner, 0, corner, 0, 3);
        density = means(fine, fine.density, null, 0, workers);
        source = fine.source == fine.density ? density : means(fine, fine.source, null, 0, workers);
        tint = means(fine, fine.tint, fine.density, 0, workers);
        // A mean of the gas: what of it is smoke has the say.
        float outside = fine.kelvin == null ? 0 : fine.kelvin[0];
        kelvin = means(fine, fine.kelvin, fine.source, outside, workers);
        flame = means(fine, fine.flame, null, 0, workers);
        motion = null;
        bricks = new GridShape(shape.nx() / BRICK, shape.ny() / BRICK, shape.nz() / BRICK);
        full = new boolean[bricks.size()];
        for (int z = 0; z < bricks.nz(); z++) {
            for (int y = 0; y < bricks.ny(); y++) {
                for (int x = 0; x < bricks.nx(); x++) {
                    full[bricks.at(x, y, z)] = fine.isFullAround(2 * x, 2 * y, 2 * z);
                }
            }
        }
    }

    /// Voxels of half the number, in whole bricks.
    private static int halved(int count) {
        return BRICK * Math.ceilDiv(count, 2 * BRICK);
    }

    /// Is one of two bricks a side full, or one beside them?
    private boolean isFullAround(int bx, int by, int bz) {
        for (int z = Math.max(0, bz - 1); z < Math.min(bricks.nz(), bz + 3); z++) {
            for (int y = Math.max(0, by - 1); y < Math.min(bricks.ny(), by + 3); y++) {
                for (int x = Math.max(0, bx - 1); x < Math.min(bricks.nx(), bx + 3); x++) {
                    if (full[bricks.at(x, y, z)]) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    /// Means of eight values each, as much of each as a weight says.
    ///
    /// @param values or null
    /// @param weights or null for even ones
    private float[] means(
            Volume fine, float[] values, float[] weights, float outside, Workers workers) {
        if (values == null) {
            return null;
        }
        float[] out = new float[shape.size()];
        Arrays.fill(out, outside);
        GridShape f = fine.shape;
        workers.forEachSlab(
                f.nz() / 2,
                (z, worker) -> {
                    for (int y = 0; y < f.ny() / 2; y++) {
                        for (int x = 0; x < f.nx() / 2; x++) {
                            float sum = 0;
                            float plain = 0;
                            float weight = 0;
                            for (int i = 0; i < 8; i++) {
                                int at =
                                        f.at(
                                                2 * x + (i & 1),
                                                2 * y + (i >> 1 & 1),
                                                2 * z + (i >> 2));
                                float w = weights == null ? 1 : weights[at];
                                sum += w * values[at];
                                weight += w;
                                plain += values[at];
                            }
                            out[shape.at(x, y, z)] = weight > 0 ? sum / weight : plain / 8;
                        }
                    }
                });
        return out;
    }

    /// This volume, or one of larger voxels, of no more than a size where it can be.
    ///
    /// @param largest voxel, m
    Volume coarse(double largest, Workers workers) {
        if (2 * voxel > largest || motion != null) {
            return this;
        }
        if (half == null) {
            half = new Volume(this, workers);
        }
        return half.coarse(largest, workers);
    }

    /// Finds the box around the leaves of some grids, one brick where there are none.
    private static void enclose(List<SparseGrid> grids, int[] from, int[] to) {
        Arrays.fill(from, Integer.MAX_VALUE);
        Arrays.fill(to, Integer.MIN_VALUE);
        for (SparseGrid grid : grids) {
            for (int i = 0; i < grid.leafCount(); i++) {
                Leaf leaf = grid.leaf(i);
                int[] o = {leaf.x(), leaf.y(), leaf.z()};
                for (int a = 0; a < 3; a++) {
                    from[a] = Math.min(from[a], o[a]);
                    to[a] = Math.max(to[a], o[a] + BRICK);
                }
            }
        }
        if (from[0] > to[0]) {
            Arrays.fill(from, 0);
            Arrays.fill(to, BRICK);
        }
    }

    /// Marks a brick and those that a voxel of its rim is read from.
    ///
    /// @param reach bricks around it that are marked whatever its rim holds
    private void markAround(int bx, int by, int bz, Leaf leaf, int reach) {
        int far = Math.max(1, reach);
        for (int z = Math.max(0, bz - far); z <= Math.min(bricks.nz() - 1, bz + far); z++) {
            for (int y = Math.max(0, by - far); y <= Math.min(bricks.ny() - 1, by + far); y++) {
                for (int x = Math.max(0, bx - far); x <= Math.min(bricks.nx() - 1, bx + far); x++) {
                    int at = bricks.at(x, y, z);
                    full[at] |= reach > 0 || isSeen(leaf, x - bx, y - by, z - bz);
                }
            }
        }
    }

    /// Does a leaf have a value in the voxels next to a neighbour, or anywhere for itself?
    private static boolean isSeen(Leaf leaf, int dx, int dy, int dz) {
        int last = BRICK - 1;
        for (int z = dz > 0 ? last : 0; z <= (dz < 0 ? 0 : last); z++) {
            for (int y = dy > 0 ? last : 0; y <= (dy < 0 ? 0 : last); y++) {
                for (int x = dx > 0 ? last : 0; x <= (dx < 0 ? 0 : last); x++) {
                    if (leaf.value(x + 8 * y + 64 * z) != 0) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    private float[] dense(SparseGrid grid, int[] from, float background, int component) {
        float[] out = new float[shape.size()];
        Arrays.fill(out, background);
        fill(grid, from, shape, component, out);
        return out;
    }

    /// Lays a component of a grid's leaves into an array.
    ///
    /// @param from lattice place of the array's corner
    static void fill(SparseGrid grid, int[] from, GridShape shape, int component, float[] out) {
        int components = grid.components();
        for (int i = 0; i < grid.leafCount(); i++) {
            Leaf leaf = grid.leaf(i);
            int x0 = leaf.x() - from[0];
            int y0 = leaf.y() - from[1];
            int z0 = leaf.z() - from[2];
            if (x0 < 0
                    || y0 < 0
                    || z0 < 0
                    || x0 >= shape.nx()
                    || y0 >= shape.ny()
                    || z0 >= shape.nz()) {
                continue;
            }
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                out[shape.at(x0 + (v & 7), y0 + (v >> 3 & 7), z0 + (v >> 6))] =
                        leaf.value(components * v + component);
            }
        }
    }

    /// Length of an edge, m.
    double size(int axis) {
        return shape.count(axis) * voxel;
    }

    /// Trilinear sample at a place in voxels from the corner, between cell centres.
    float sample(float[] f, float gx, float gy, float gz) {
        float x = Math.max(0f, Math.min(shape.nx(), gx + 0.5f));
        float y = Math.max(0f, Math.min(shape.ny(), gy + 0.5f));
        float z = Math.max(0f, Math.min(shape.nz(), gz + 0.5f));
        int ix = (int) x;
        int iy = (int) y;
        int iz = (int) z;
        // Index -1, the spare layer, is at offset 0: cell centres start half a voxel in.
        return between(f, ix + shape.sy() * iy + shape.sz() * iz, x - ix, y - iy, z - iz);
    }

    /// Mean of eight neighbours.
    ///
    /// @param i index of the lowest
    /// @param tx share of the upper along x, the others likewise
    float between(float[] f, int i, float tx, float ty, float tz) {
        int sy = shape.sy();
        int sz = shape.sz();
        float a = f[i] + tx * (f[i + 1] - f[i]);
        float b = f[i + sy] + tx * (f[i + sy + 1] - f[i + sy]);
        float c = f[i + sz] + tx * (f[i + sz + 1] - f[i + sz]);
        float d = f[i + sz + sy] + tx * (f[i + sz + sy + 1] - f[i + sz + sy]);
        float e = a + ty * (b - a);
        float g = c + ty * (d - c);
        return e + tz * (g - e);
    }

    /// Slope of what is between eight neighbours at a place in voxels from the corner.
    ///
    /// @param out along each axis, per voxel
    void slope(float[] f, float gx, float gy, float gz, double[] out) {
        float x = Math.max(0f, Math.min(shape.nx(), gx + 0.5f));
        float y = Math.max(0f, Math.min(shape.ny(), gy + 0.5f));
        float z = Math.max(0f, Math.min(shape.nz(), gz + 0.5f));
        int i = (int) x + shape.sy() * (int) y + shape.sz() * (int) z;
        float tx = x - (int) x;
        float ty = y - (int) y;
        float tz = z - (int) z;
        int sy = shape.sy();
        int sz = shape.sz();
        float c00 = f[i + 1] - f[i];
        float c10 = f[i + sy + 1] - f[i + sy];
        float c01 = f[i + sz + 1] - f[i + sz];
        float c11 = f[i + sz + sy + 1] - f[i + sz + sy];
        float a0 = c00 + ty * (c10 - c00);
        float a1 = c01 + ty * (c11 - c01);
        out[0] = a0 + tz * (a1 - a0);
        float e00 = f[i] + tx * c00;
        float e10 = f[i + sy] + tx * c10;
        float e01 = f[i + sz] + tx * c01;
        float e11 = f[i + sz + sy] + tx * c11;
        float b0 = e10 - e00;
        float b1 = e11 - e01;
        out[1] = b0 + tz * (b1 - b0);
        float d0 = e01 - e00;
        float d1 = e11 - e10;
        out[2] = d0 + ty * (d1 - d0);
    }

    /// Is there anything to see in it?
    boolean isEmpty() {
        for (boolean brick : full) {
            if (brick) {
                return false;
            }
        }
        return true;
    }

    /// Where a ray is within the box: from and to, m; from is not below to where it misses.
    ///
    /// @param ox where it starts, m from the corner; the others likewise
    /// @param from least distance
    /// @param span is set
    void clip(double ox, double oy, double oz, Vec3 d, double from, double[] span) {
        span[0] = from;
        span[1] = Double.POSITIVE_INFINITY;
        clip(ox, d.x(), size(0), span);
        clip(oy, d.y(), size(1), span);
        clip(oz, d.z(), size(2), span);
    }

    private static void clip(double o, double v, double size, double[] span) {
        if (v == 0) {
            if (o < 0 || o > size) {
                span[1] = span[0];
            }
            return;
        }
        double a = -o / v;
        double b = (size - o) / v;
        span[0] = Math.max(span[0], Math.min(a, b));
        span[1] = Math.min(span[1], Math.max(a, b));
    }

    /// Is the gas of the brick at a place, in voxels from the corner, seen?
    boolean isFull(double x, double y, double z) {
        return full[bricks.at(brick(x, 0), brick(y, 1), brick(z, 2))];
    }

    /// The brick of a place in voxels along an axis.
    private int brick(double at, int axis) {
        return (int) Math.max(0, Math.min(bricks.count(axis) - 1, at / BRICK));
    }

    /// Way along a ray to the end of the brick it is in, in the unit that the slope is per; never
    /// nothing.
    ///
    /// @param at place along the axis, voxels from the corner
    /// @param slope voxels along the axis per unit of way
    double wayOut(double at, double slope, int axis) {
        if (slope == 0) {
            return Double.POSITIVE_INFINITY;
        }
        double low = BRICK * brick(at, axis);
        double left = slope > 0 ? low + BRICK - at : at - low;
        return Math.max(1e-3, left) / Math.abs(slope);
    }

    /// Optical depth from a place (m from the corner) along a direction; what is past any light is
    /// not counted.
    ///
    /// @param end how far, m; to the outside where that is nearer
    /// @param span room for two numbers
    double depth(
            Shading shading,
            float x,
            float y,
            float z,
            Vec3 d,
            double end,
            double step,
            double[] span) {
        clip(x, y, z, d, 0, span);
        span[1] = Math.min(span[1], end);
        float perVoxel = (float) (1 / voxel);
        double depth = 0;
        for (double s = (Math.floor(span[0] / step) + 0.5) * step;
                s < span[1] && depth < DARK;
                s += step) {
            float px = (float) (x + s * d.x());
            float py = (float) (y + s * d.y());
            float pz = (float) (z + s * d.z());
            depth +=
                    step
                            * shading.extinction(
                                    sample(density, px * perVoxel, py * perVoxel, pz * perVoxel));
        }
        return depth;
    }
}
