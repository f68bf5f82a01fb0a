package ashfall.look;

import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.Arrays;
import java.util.List;

/// A box of voxels around the leaves of some grids, laid out densely: where values lie, and how a
/// ray goes through it.
abstract class VoxelBox {
    static final int BRICK = 8;

    final GridShape shape;
    final double voxel;

    /// World position of the lower corner, m.
    final double[] corner = new double[3];

    /// Lattice place of the corner.
    final int[] from = new int[3];

    /// Middle of the last voxel along each axis, in voxels from that of the first: beyond both
    /// values are as there.
    final float lastX;

    final float lastY;
    final float lastZ;

    /// Index of the first voxel.
    final int first;

    /// @param seen grids that decide
    /// @param reach bricks around theirs that it is larger by
    VoxelBox(List<SparseGrid> seen, int reach, Lattice lattice) {
        int[] to = new int[3];
        enclose(seen, from, to);
        for (int a = 0; a < 3; a++) {
            from[a] -= reach * BRICK;
            to[a] += reach * BRICK;
        }
        shape = new GridShape(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
        lastX = shape.count(0) - 1;
        lastY = shape.count(1) - 1;
        lastZ = shape.count(2) - 1;
        first = shape.at(0, 0, 0);
        voxel = lattice.voxel();
        for (int a = 0; a < 3; a++) {
            corner[a] = lattice.origin(a) + from[a] * voxel;
        }
    }

    /// One of twice the voxel in the same place.
    VoxelBox(VoxelBox fine) {
        shape =
                new GridShape(
                        halved(fine.shape.nx()), halved(fine.shape.ny()), halved(fine.shape.nz()));
        lastX = shape.count(0) - 1;
        lastY = shape.count(1) - 1;
        lastZ = shape.count(2) - 1;
        first = shape.at(0, 0, 0);
        voxel = 2 * fine.voxel;
        System.arraycopy(fine.corner, 0, corner, 0, 3);
    }

    /// Is there anything to see at the middle of a voxel?
    abstract boolean shows(int voxel);

    /// Voxels of half the number, in whole bricks.
    private static int halved(int count) {
        return BRICK * Math.ceilDiv(count, 2 * BRICK);
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

    /// A grid's first component as an array in this shape.
    final float[] dense(SparseGrid grid, float background, Workers workers) {
        float[] out = new float[shape.size()];
        if (background != 0) {
            Arrays.fill(out, background);
        }
        fill(grid, from, shape, 0, out, workers);
        return out;
    }

    /// Lays a component of a grid's leaves into an array.
    ///
    /// @param from lattice place of the array's corner
    static void fill(
            SparseGrid grid,
            int[] from,
            GridShape shape,
            int component,
            float[] out,
            Workers workers) {
        int components = grid.components();
        workers.forEachSlab(
                grid.leafCount(),
                (i, worker) -> {
                    Leaf leaf = grid.leaf(i);
                    int x0 = leaf.x() - from[0];
                    int y0 = leaf.y() - from[1];
                    int z0 = leaf.z() - from[2];
                    boolean before = x0 < 0 || y0 < 0 || z0 < 0;
                    if (before || x0 >= shape.nx() || y0 >= shape.ny() || z0 >= shape.nz()) {
                        return;
                    }
                    for (int v = 0; v < SparseGrid.VOXELS; v++) {
                        out[shape.at(x0 + (v & 7), y0 + (v >> 3 & 7), z0 + (v >> 6))] =
                                leaf.value(components * v + component);
                    }
                });
    }

    /// Length of an edge, m.
    final double size(int axis) {
        return shape.count(axis) * voxel;
    }

    /// Trilinear sample at a place in voxels from the corner, between cell centres.
    final float sample(float[] f, float gx, float gy, float gz) {
        float x = within(gx - 0.5f, lastX);
        float y = within(gy - 0.5f, lastY);
        float z = within(gz - 0.5f, lastZ);
        int ix = (int) x;
        int iy = (int) y;
        int iz = (int) z;
        return between(f, first + ix + shape.sy() * iy + shape.sz() * iz, x - ix, y - iy, z - iz);
    }

    /// A number, or the nearer end of a range from 0; written so, it costs less than minimum and
    /// maximum.
    static float within(float at, float end) {
        return at < 0 ? 0 : at > end ? end : at;
    }

    /// Mean of eight neighbours.
    ///
    /// @param i index of the lowest
    /// @param tx share of the upper along x, the others likewise
    final float between(float[] f, int i, float tx, float ty, float tz) {
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
    final void slope(float[] f, float gx, float gy, float gz, double[] out) {
        float x = within(gx - 0.5f, lastX);
        float y = within(gy - 0.5f, lastY);
        float z = within(gz - 0.5f, lastZ);
        int i = first + (int) x + shape.sy() * (int) y + shape.sz() * (int) z;
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

    /// Where a ray is within the box: from and to, m; from is not below to where it misses.
    ///
    /// @param ox where it starts, m from the corner; the others likewise
    /// @param from least distance
    /// @param span is set
    final void clip(double ox, double oy, double oz, Vec3 d, double from, double[] span) {
        span[0] = from;
        span[1] = Double.POSITIVE_INFINITY;
        clip(ox, d.x(), size(0), span);
        clip(oy, d.y(), size(1), span);
        clip(oz, d.z(), size(2), span);
    }

    /// Narrows a ray to where it is between two planes across an axis.
    ///
    /// @param o where it starts, m from the lower one
    /// @param v its direction along the axis
    static void clip(double o, double v, double size, double[] span) {
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
}
