package ashfall.look;

import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;

import java.util.Arrays;
import java.util.function.DoubleSupplier;

/// Grids for tests: two leaves along each axis, all of their voxels set.
final class Blocks {
    private Blocks() {}

    /// A value at a voxel.
    interface Field {
        double at(int x, int y, int z);
    }

    static SparseGrid grid(String name, double background, DoubleSupplier value) {
        return grid(name, background, (x, y, z) -> value.getAsDouble());
    }

    static SparseGrid grid(String name, double background, Field value) {
        return grid(name, background, 2, value);
    }

    /// @param count of leaves along each side
    static SparseGrid grid(String name, double background, int count, Field value) {
        Leaf[] leaves = new Leaf[count * count * count];
        for (int i = 0; i < leaves.length; i++) {
            int y = i / count % count;
            leaves[i] = leaf(8 * (i % count), 8 * y, 8 * (i / count / count), value);
        }
        float[] outside = {(float) background};
        return new SparseGrid(name, "", false, false, outside, leaves);
    }

    /// A leaf with its corner at a voxel.
    static Leaf leaf(int x, int y, int z, DoubleSupplier value) {
        return leaf(x, y, z, (i, j, k) -> value.getAsDouble());
    }

    private static Leaf leaf(int x, int y, int z, Field value) {
        float[] all = new float[SparseGrid.VOXELS];
        for (int v = 0; v < all.length; v++) {
            all[v] = (float) value.at(x + (v & 7), y + (v >> 3 & 7), z + (v >> 6));
        }
        long[] mask = new long[8];
        Arrays.fill(mask, -1);
        return new Leaf(x, y, z, mask, all, null);
    }
}
