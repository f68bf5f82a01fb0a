package ashfall.firing;

import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Kept;

/// Voxels of a frame that a firing would not keep of it.
public final class LeftOut {
    private LeftOut() {}

    /// Hears of voxels.
    @FunctionalInterface
    public interface Visitor {
        /// @param off by how much it differs from still air, in the unit of the channel
        void voxel(double x, double y, double z, float off);
    }

    /// Tells of the voxels of a channel of one number that are gas, and are not kept, by their
    /// centres in the world, m. Nothing where the frame has no such channel.
    public static void visit(Frame frame, String channel, Kept kept, Visitor visitor) {
        SparseGrid grid = frame.channels().get(channel);
        if (grid == null || grid.components() > 1) {
            return;
        }
        double above = kept.above().get(channel);
        float still = grid.background(0);
        boolean cropped = !kept.isUncropped();
        for (int i = 0; i < grid.leafCount(); i++) {
            Leaf leaf = grid.leaf(i);
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                if (!leaf.isActive(v)) {
                    continue;
                }
                float off = Math.abs(leaf.value(v) - still);
                if (off > above && !cropped) {
                    continue;
                }
                double x = frame.lattice().centre(0, leaf.x() + (v & 7));
                double y = frame.lattice().centre(1, leaf.y() + (v >> 3 & 7));
                double z = frame.lattice().centre(2, leaf.z() + (v >> 6));
                if (off <= above || !kept.holds(x, y, z)) {
                    visitor.voxel(x, y, z, off);
                }
            }
        }
    }
}
