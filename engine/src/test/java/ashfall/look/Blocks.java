package ashfall.look;

import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;

import java.util.Arrays;
import java.util.function.DoubleSupplier;

/// Grids for tests: two leaves along each axis, all of their voxels set.
final class Blocks {
    private Blocks() {}

    static SparseGrid grid(String name, double background, DoubleSupplier value) {
        Leaf[] leaves = new Leaf[8];
        for (int i = 0; i < leaves.length; i++) {
            leaves[i] = leaf(8 * (i & 1), 8 * (i >> 1 & 1), 8 * (i >> 2), value);
        }
        float[] outside = {(float) background};
        return new SparseGrid(name, "", false, false, outside, leaves);
    }

    /// A leaf with its corner at a voxel.
    static Leaf leaf(int x, int y, int z, DoubleSupplier value) {
        float[] all = new float[SparseGrid.VOXELS];
        for (int v = 0; v < all.length; v++) {
            all[v] = (float) value.getAsDouble();
        }
        long[] mask = new long[8];
        Arrays.fill(mask, -1);
        return new Leaf(x, y, z, mask, all, null);
    }
}
