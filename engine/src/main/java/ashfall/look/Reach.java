package ashfall.look;

/// How far the gas of a volume comes while the shutter is open, brick by brick.
final class Reach {
    private static final int BRICK = BrickBox.BRICK;

    private final Volume volume;
    private final float[][] speeds;
    private final float voxels;

    /// Bricks with anything to see in them at the frame's moment.
    private final boolean[] holds;

    /// @param speeds velocity at the middles of the voxels, by axis, m/s
    /// @param voxels that a metre per second crosses before and after the frame's moment
    Reach(Volume volume, float[][] speeds, float voxels) {
        this.volume = volume;
        this.speeds = speeds;
        this.voxels = voxels;
        this.holds = new boolean[volume.bricks.size()];
        forEachBrick((at, low, high) -> holds[at] = holds(low, high));
    }

    /// Counts bricks as empty that nothing to see comes to.
    void leaveOut() {
        forEachBrick((at, low, high) -> volume.full[at] = volume.full[at] && isReached(low, high));
    }

    /// What is done with a brick and its room: from its first voxel to before the one past its
    /// last.
    private interface Visit {
        void brick(int at, int[] low, int[] high);
    }

    private void forEachBrick(Visit visit) {
        for (int z = 0; z < volume.bricks.nz(); z++) {
            for (int y = 0; y < volume.bricks.ny(); y++) {
                for (int x = 0; x < volume.bricks.nx(); x++) {
                    int[] low = {BRICK * x, BRICK * y, BRICK * z};
                    int[] high = {low[0] + BRICK, low[1] + BRICK, low[2] + BRICK};
                    visit.brick(volume.bricks.at(x, y, z), low, high);
                }
            }
        }
    }

    /// Does a ray in a brick find anything that was or will be there?
    private boolean isReached(int[] low, int[] high) {
        // Between voxels those around are read as well.
        grow(low, high, new int[] {1, 1, 1});
        int[] reach = new int[3];
        for (int axis = 0; axis < 3; axis++) {
            reach[axis] = (int) Math.ceil(fastest(speeds[axis], low, high) * voxels);
        }
        grow(low, high, reach);
        int[] from = new int[3];
        int[] to = new int[3];
        for (int z = low[2] / BRICK; z * BRICK < high[2]; z++) {
            for (int y = low[1] / BRICK; y * BRICK < high[1]; y++) {
                for (int x = low[0] / BRICK; x * BRICK < high[0]; x++) {
                    if (!holds[volume.bricks.at(x, y, z)]) {
                        continue;
                    }
                    int[] corner = {BRICK * x, BRICK * y, BRICK * z};
                    for (int axis = 0; axis < 3; axis++) {
                        from[axis] = Math.max(low[axis], corner[axis]);
                        to[axis] = Math.min(high[axis], corner[axis] + BRICK);
                    }
                    if (holds(from, to)) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    /// Makes a room larger, as far as the volume goes.
    private void grow(int[] low, int[] high, int[] by) {
        for (int axis = 0; axis < 3; axis++) {
            low[axis] = Math.max(0, low[axis] - by[axis]);
            high[axis] = Math.min(volume.shape.count(axis), high[axis] + by[axis]);
        }
    }

    private boolean holds(int[] low, int[] high) {
        for (int z = low[2]; z < high[2]; z++) {
            for (int y = low[1]; y < high[1]; y++) {
                int row = volume.shape.at(0, y, z);
                for (int x = low[0]; x < high[0]; x++) {
                    if (volume.shows(row + x)) {
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
                int row = volume.shape.at(0, y, z);
                for (int x = low[0]; x < high[0]; x++) {
                    most = Math.max(most, Math.abs(speed[row + x]));
                }
            }
        }
        return most;
    }
}
