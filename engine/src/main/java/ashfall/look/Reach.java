package ashfall.look;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

/// Where in a box a ray finds something to see, in blocks of four voxels: between voxels those
/// around are read as well, and gas comes from further while a shutter is open.
final class Reach {
    static final int EDGE = 4;

    final GridShape blocks;

    /// By block: does anything to see come to it?
    final boolean[] comesTo;

    private final VoxelBox box;
    private final float[][] speeds;
    private final float voxels;

    /// Blocks with anything to see in them at the frame's moment.
    private final boolean[] holds;

    /// Of what stands still.
    Reach(VoxelBox box, Workers workers) {
        this(box, null, 0, workers);
    }

    /// @param speeds velocity at the middles of the voxels, by axis, m/s; null for none
    /// @param voxels that a metre per second crosses before and after the frame's moment
    Reach(VoxelBox box, float[][] speeds, float voxels, Workers workers) {
        this.box = box;
        this.speeds = speeds;
        this.voxels = voxels;
        GridShape shape = box.shape;
        blocks = new GridShape(shape.nx() / EDGE, shape.ny() / EDGE, shape.nz() / EDGE);
        holds = new boolean[blocks.size()];
        comesTo = new boolean[blocks.size()];
        forEachBlock(workers, (at, low, high) -> holds[at] = holds(low, high));
        forEachBlock(workers, (at, low, high) -> comesTo[at] = holds[at] || isReached(low, high));
    }

    /// What is done with a block and its room: from its first voxel to before the one past its
    /// last.
    private interface Visit {
        void block(int at, int[] low, int[] high);
    }

    private void forEachBlock(Workers workers, Visit visit) {
        workers.forEachSlab(
                blocks.nz(),
                (z, worker) -> {
                    for (int y = 0; y < blocks.ny(); y++) {
                        for (int x = 0; x < blocks.nx(); x++) {
                            int[] low = {EDGE * x, EDGE * y, EDGE * z};
                            int[] high = {low[0] + EDGE, low[1] + EDGE, low[2] + EDGE};
                            visit.block(blocks.at(x, y, z), low, high);
                        }
                    }
                });
    }

    /// Does a ray in a block find anything that was or will be there?
    private boolean isReached(int[] low, int[] high) {
        grow(low, high, new int[] {1, 1, 1});
        if (speeds != null) {
            int[] reach = new int[3];
            for (int axis = 0; axis < 3; axis++) {
                reach[axis] = (int) Math.ceil(fastest(speeds[axis], low, high) * voxels);
            }
            grow(low, high, reach);
        }
        int[] from = new int[3];
        int[] to = new int[3];
        for (int z = low[2] / EDGE; z * EDGE < high[2]; z++) {
            for (int y = low[1] / EDGE; y * EDGE < high[1]; y++) {
                for (int x = low[0] / EDGE; x * EDGE < high[0]; x++) {
                    if (!holds[blocks.at(x, y, z)]) {
                        continue;
                    }
                    int[] corner = {EDGE * x, EDGE * y, EDGE * z};
                    for (int axis = 0; axis < 3; axis++) {
                        from[axis] = Math.max(low[axis], corner[axis]);
                        to[axis] = Math.min(high[axis], corner[axis] + EDGE);
                    }
                    if (holds(from, to)) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    /// Makes a room larger, as far as the box goes.
    private void grow(int[] low, int[] high, int[] by) {
        for (int axis = 0; axis < 3; axis++) {
            low[axis] = Math.max(0, low[axis] - by[axis]);
            high[axis] = Math.min(box.shape.count(axis), high[axis] + by[axis]);
        }
    }

    private boolean holds(int[] low, int[] high) {
        for (int z = low[2]; z < high[2]; z++) {
            for (int y = low[1]; y < high[1]; y++) {
                int row = box.shape.at(0, y, z);
                for (int x = low[0]; x < high[0]; x++) {
                    if (box.shows(row + x)) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    private float fastest(float[] speed, int[] low, int[] high) {
        float most = 0;
        for (int z = low[2]; z < high[2]; z++) {
            for (int y = low[1]; y < high[1]; y++) {
                int row = box.shape.at(0, y, z);
                for (int x = low[0]; x < high[0]; x++) {
                    most = Math.max(most, Math.abs(speed[row + x]));
                }
            }
        }
        return most;
    }
}
