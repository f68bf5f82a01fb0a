package ashfall.look;

import ashfall.grid.Frame;
import ashfall.grid.GridShape;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.work.Workers;

/// The velocity of a frame laid out for motion blur: at the middles of voxels, and around the gas
/// that of the gas beside it, since what will be there, or was, is looked for by the velocity
/// there.
final class Motion {
    private static final int BRICK = VoxelBox.BRICK;

    /// As far as blur is followed, bricks.
    private static final int MOST_BRICKS = 6;

    private final GridShape shape;
    private final GridShape bricks;
    private final float[][] components = new float[3][];

    /// Sums of the velocities of each brick's leaf, and how many.
    private final double[][] sums;

    /// @param from lattice place of the box's corner
    /// @param shape of the box, whole bricks
    Motion(SparseGrid velocity, int[] from, GridShape shape, Workers workers) {
        this.shape = shape;
        this.bricks = new GridShape(shape.nx() / BRICK, shape.ny() / BRICK, shape.nz() / BRICK);
        this.sums = new double[bricks.size()][];
        for (int axis = 0; axis < 3; axis++) {
            components[axis] = new float[shape.size()];
            VoxelBox.fill(velocity, from, shape, axis, components[axis], workers);
            if (velocity.isStaggered()) {
                int next = shape.stride(axis);
                float[] faces = components[axis];
                for (int i = 0; i + next < faces.length; i++) {
                    faces[i] = 0.5f * (faces[i] + faces[i + next]);
                }
            }
        }
        for (int i = 0; i < velocity.leafCount(); i++) {
            spreadWithin(velocity.leaf(i), from);
        }
        spreadAround();
    }

    /// How many bricks the fastest gas of a frame crosses; none where it has no velocity.
    ///
    /// @param voxels that a metre per second crosses
    static int bricks(Frame frame, double voxels) {
        SparseGrid velocity = frame.channels().get("velocity");
        if (velocity == null) {
            return 0;
        }
        float fastest = 0;
        for (int i = 0; i < velocity.leafCount(); i++) {
            Leaf leaf = velocity.leaf(i);
            for (int v = 0; v < 3 * SparseGrid.VOXELS; v++) {
                fastest = Math.max(fastest, Math.abs(leaf.value(v)));
            }
        }
        return (int) Math.min(MOST_BRICKS, Math.ceil(fastest * voxels / BRICK));
    }

    float[][] components() {
        return components;
    }

    /// Gives the voxels of a leaf without gas the mean of those with it.
    private void spreadWithin(Leaf leaf, int[] from) {
        int x0 = leaf.x() - from[0];
        int y0 = leaf.y() - from[1];
        int z0 = leaf.z() - from[2];
        boolean inside = x0 >= 0 && y0 >= 0 && z0 >= 0;
        if (!inside || x0 >= shape.nx() || y0 >= shape.ny() || z0 >= shape.nz()) {
            return;
        }
        double[] sum = new double[4];
        for (int v = 0; v < SparseGrid.VOXELS; v++) {
            int at = shape.at(x0 + (v & 7), y0 + (v >> 3 & 7), z0 + (v >> 6));
            for (int a = 0; a < 3 && leaf.isActive(v); a++) {
                sum[a] += components[a][at];
            }
            sum[3] += leaf.isActive(v) ? 1 : 0;
        }
        if (sum[3] == 0) {
            return;
        }
        sums[bricks.at(x0 / BRICK, y0 / BRICK, z0 / BRICK)] = sum;
        for (int v = 0; v < SparseGrid.VOXELS; v++) {
            int at = shape.at(x0 + (v & 7), y0 + (v >> 3 & 7), z0 + (v >> 6));
            for (int a = 0; a < 3 && !leaf.isActive(v); a++) {
                components[a][at] = (float) (sum[a] / sum[3]);
            }
        }
    }

    /// Gives bricks without gas the mean of those beside them, again and again outward.
    private void spreadAround() {
        for (int ring = 0; ring < MOST_BRICKS; ring++) {
            double[][] before = sums.clone();
            boolean changed = false;
            for (int z = 0; z < bricks.nz(); z++) {
                for (int y = 0; y < bricks.ny(); y++) {
                    for (int x = 0; x < bricks.nx(); x++) {
                        int at = bricks.at(x, y, z);
                        double[] mean = before[at] == null ? beside(before, x, y, z) : null;
                        if (mean != null) {
                            sums[at] = mean;
                            fill(x, y, z, mean);
                            changed = true;
                        }
                    }
                }
            }
            if (!changed) {
                return;
            }
        }
    }

    /// Sum over the bricks around one, or null where none has any.
    private double[] beside(double[][] all, int x, int y, int z) {
        double[] sum = new double[4];
        for (int k = Math.max(0, z - 1); k <= Math.min(bricks.nz() - 1, z + 1); k++) {
            for (int j = Math.max(0, y - 1); j <= Math.min(bricks.ny() - 1, y + 1); j++) {
                for (int i = Math.max(0, x - 1); i <= Math.min(bricks.nx() - 1, x + 1); i++) {
                    double[] there = all[bricks.at(i, j, k)];
                    for (int a = 0; a < 4 && there != null; a++) {
                        sum[a] += there[a];
                    }
                }
            }
        }
        return sum[3] == 0 ? null : sum;
    }

    private void fill(int x, int y, int z, double[] sum) {
        for (int v = 0; v < SparseGrid.VOXELS; v++) {
            int at = shape.at(BRICK * x + (v & 7), BRICK * y + (v >> 3 & 7), BRICK * z + (v >> 6));
            for (int a = 0; a < 3; a++) {
                components[a][at] = (float) (sum[a] / sum[3]);
            }
        }
    }
}
