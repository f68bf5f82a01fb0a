package ashfall.sim;

import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Kept;

/// The cells that are kept.
final class Crop {
    private final int[] from = new int[3];
    private final int[] end = new int[3];

    Crop(Kept kept, Lattice lattice) {
        for (int axis = 0; axis < 3; axis++) {
            from[axis] = firstCell(kept.from().get(axis), lattice, axis);
            end[axis] = firstCell(kept.to().get(axis), lattice, axis);
        }
    }

    /// The first cell whose centre lies at a place or after it.
    private static int firstCell(double place, Lattice lattice, int axis) {
        return (int) Math.ceil((place - lattice.origin(axis)) / lattice.voxel() - 0.5);
    }

    /// What is kept of a leaf: itself, part of it, or null.
    ///
    /// @param leftOut by channel, largest difference from still air of what is not kept; not
    ///     followed for the velocity
    Leaf of(Leaf leaf, float[] background, double[] leftOut, int channel) {
        long[] mask = leaf.mask().clone();
        boolean any = false;
        boolean all = true;
        for (int v = 0; v < SparseGrid.VOXELS; v++) {
            if (leaf.isActive(v)) {
                boolean holds =
                        holds(0, leaf.x() + (v & 7))
                                && holds(1, leaf.y() + (v >> 3 & 7))
                                && holds(2, leaf.z() + (v >> 6));
                any |= holds;
                all &= holds;
                if (!holds) {
                    mask[v >> 6] &= ~(1L << (v & 63));
                    if (background.length == 1) {
                        double off = Math.abs(leaf.value(v) - background[0]);
                        leftOut[channel] = Math.max(leftOut[channel], off);
                    }
                }
            }
        }
        return all ? leaf : any ? emptied(leaf, mask, background) : null;
    }

    private boolean holds(int axis, int cell) {
        return cell >= from[axis] && cell < end[axis];
    }

    /// A leaf with background where it is not active any more.
    private static Leaf emptied(Leaf leaf, long[] mask, float[] background) {
        int components = background.length;
        float[] full = leaf.full() == null ? null : leaf.full().clone();
        short[] half = leaf.half() == null ? null : leaf.half().clone();
        for (int i = 0; i < SparseGrid.VOXELS * components; i++) {
            int v = i / components;
            if ((mask[v >> 6] >>> (v & 63) & 1) == 0) {
                if (full != null) {
                    full[i] = background[i % components];
                } else {
                    half[i] = Float.floatToFloat16(background[i % components]);
                }
            }
        }
        return new Leaf(leaf.x(), leaf.y(), leaf.z(), mask, full, half);
    }
}
