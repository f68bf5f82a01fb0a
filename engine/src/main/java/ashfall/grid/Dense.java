package ashfall.grid;

import ashfall.grid.SparseGrid.Leaf;

import java.util.Arrays;

/// A channel laid out over the box of its leaves, with background around.
final class Dense {
    private static final int EDGE = SparseGrid.EDGE;

    /// Layers around the box that a cubic reaches into.
    private static final int RIM = 3;

    private final boolean staggered;
    private final float[] background;
    private final int[] from = new int[3];
    private final int[] count = new int[3];
    private final float[][] values;
    private final long[][] masks;

    Dense(SparseGrid grid) {
        staggered = grid.isStaggered();
        background = new float[grid.components()];
        int[] to = new int[3];
        for (int i = 0; i < grid.leafCount(); i++) {
            Leaf leaf = grid.leaf(i);
            int[] at = {leaf.x(), leaf.y(), leaf.z()};
            for (int axis = 0; axis < 3; axis++) {
                from[axis] = i == 0 ? at[axis] : Math.min(from[axis], at[axis]);
                to[axis] = i == 0 ? at[axis] + EDGE : Math.max(to[axis], at[axis] + EDGE);
            }
        }
        for (int axis = 0; axis < 3; axis++) {
            count[axis] = to[axis] - from[axis] + 2 * RIM;
            from[axis] -= RIM;
        }
        int size = Math.multiplyExact(Math.multiplyExact(count[0], count[1]), count[2]);
        values = new float[grid.components()][size];
        for (int c = 0; c < values.length; c++) {
            background[c] = grid.background(c);
            Arrays.fill(values[c], background[c]);
        }
        masks = new long[(count[0] >> 3) * (count[1] >> 3) * (count[2] >> 3)][];
        for (int i = 0; i < grid.leafCount(); i++) {
            copy(grid.leaf(i));
        }
    }

    private void copy(Leaf leaf) {
        masks[brick(leaf.x(), leaf.y(), leaf.z())] = leaf.mask();
        int n = values.length;
        for (int row = 0; row < EDGE * EDGE; row++) {
            int to = index(leaf.x(), leaf.y() + (row & 7), leaf.z() + (row >> 3));
            for (int c = 0; c < n; c++) {
                for (int x = 0; x < EDGE; x++) {
                    values[c][to + x] = leaf.value(n * (EDGE * row + x) + c);
                }
            }
        }
    }

    private int index(int x, int y, int z) {
        return x - from[0] + count[0] * (y - from[1] + count[1] * (z - from[2]));
    }

    private boolean isInside(int x, int y, int z, int below, int above) {
        return x - below >= from[0]
                && y - below >= from[1]
                && z - below >= from[2]
                && x + above < from[0] + count[0]
                && y + above < from[1] + count[1]
                && z + above < from[2] + count[2];
    }

    /// Number of the leaf of a voxel within the rim.
    private int brick(int x, int y, int z) {
        int i = (x - from[0] - RIM) >> 3;
        int j = (y - from[1] - RIM) >> 3;
        int k = (z - from[2] - RIM) >> 3;
        return i + (count[0] >> 3) * (j + (count[1] >> 3) * k);
    }

    /// Is there a leaf at a voxel?
    boolean has(int x, int y, int z) {
        return isInside(x, y, z, RIM, RIM) && masks[brick(x, y, z)] != null;
    }

    boolean isActive(float x, float y, float z) {
        int i = Math.round(x);
        int j = Math.round(y);
        int k = Math.round(z);
        if (!has(i, j, k)) {
            return false;
        }
        int voxel = (i & 7) + 8 * (j & 7) + 64 * (k & 7);
        return (masks[brick(i, j, k)][voxel >> 6] >>> (voxel & 63) & 1) != 0;
    }

    /// Component of a vector at a place given by voxel middles, whether it is kept there or on
    /// the faces; linear between the eight values around.
    float middle(float px, float py, float pz, int component) {
        float half = staggered ? 0.5f : 0f;
        float x = px + (component == 0 ? half : 0);
        float y = py + (component == 1 ? half : 0);
        float z = pz + (component == 2 ? half : 0);
        int i = (int) Math.floor(x);
        int j = (int) Math.floor(y);
        int k = (int) Math.floor(z);
        if (!isInside(i, j, k, 0, 1)) {
            return background[component];
        }
        float[] f = values[component];
        float tx = x - i;
        float ty = y - j;
        int sy = count[0];
        int sz = count[0] * count[1];
        int n = index(i, j, k);
        float a = f[n] + tx * (f[n + 1] - f[n]);
        float b = f[n + sy] + tx * (f[n + sy + 1] - f[n + sy]);
        float c = f[n + sz] + tx * (f[n + sz + 1] - f[n + sz]);
        float d = f[n + sz + sy] + tx * (f[n + sz + sy + 1] - f[n + sz + sy]);
        float e = a + ty * (b - a);
        return e + (z - k) * (c + ty * (d - c) - e);
    }

    /// Cubic through the 64 values around (Catmull and Rom 1974), within their range: linear
    /// values would blur what moves by parts of a voxel.
    float sharp(float x, float y, float z, int component) {
        int i = (int) Math.floor(x);
        int j = (int) Math.floor(y);
        int k = (int) Math.floor(z);
        if (!isInside(i, j, k, 1, 2)) {
            return background[component];
        }
        float[] f = values[component];
        float tx = x - i;
        float ty = y - j;
        float tz = z - k;
        float a = 0.5f * tx * (tx * (2 - tx) - 1);
        float b = 1 + 0.5f * tx * tx * (3 * tx - 5);
        float d = 0.5f * tx * tx * (tx - 1);
        float c = 1 - a - b - d;
        float least = Float.POSITIVE_INFINITY;
        float most = Float.NEGATIVE_INFINITY;
        float sum = 0;
        for (int dz = -1; dz < 3; dz++) {
            float plane = 0;
            for (int dy = -1; dy < 3; dy++) {
                int n = index(i - 1, j + dy, k + dz);
                float p = f[n];
                float q = f[n + 1];
                float r = f[n + 2];
                float s = f[n + 3];
                least = Math.min(least, Math.min(Math.min(p, q), Math.min(r, s)));
                most = Math.max(most, Math.max(Math.max(p, q), Math.max(r, s)));
                plane += weight(dy, ty) * (a * p + b * q + c * r + d * s);
            }
            sum += weight(dz, tz) * plane;
        }
        return Math.max(least, Math.min(most, sum));
    }

    private static float weight(int number, float t) {
        return switch (number) {
            case -1 -> 0.5f * t * (t * (2 - t) - 1);
            case 0 -> 1 + 0.5f * t * t * (3 * t - 5);
            case 1 -> 0.5f * t * (1 + t * (4 - 3 * t));
            default -> 0.5f * t * t * (t - 1);
        };
    }
}
