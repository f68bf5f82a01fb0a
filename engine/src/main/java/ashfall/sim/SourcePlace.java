package ashfall.sim;

import ashfall.gas.CellRange;
import ashfall.gas.Solids;
import ashfall.grid.Box;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.work.Workers;

/// Which cells a source covers for a while, and how strongly.
abstract class SourcePlace {
    final CellRange range;

    /// Over the cells of the range, x fastest: shares of what is given, over a cell's volume.
    final float[] weight;

    /// How much of a cell is kept at what the source keeps, 0 to 1; null where it keeps nothing.
    final float[] kept;

    /// Warmth of each cell's patch, 0 to 1; null where all are as warm.
    final float[] warmth;

    /// What a push makes of its speed on the lower faces of the cells, along x, y and z; NaN where
    /// the source does not reach; null without.
    final float[][] outward;

    /// Speed of the source itself on these faces, m/s; null where it stands still or keeps its
    /// motion to itself.
    final float[][] own;

    SourcePlace(SourceSettings source, CellRange range) {
        int n = range.count();
        this.range = range;
        this.weight = new float[n];
        this.kept = source.kept().isAny() ? new float[n] : null;
        this.warmth = source.patches().differInWarmth() ? new float[n] : null;
        this.outward = source.push().largest() > 0 ? new float[3][n] : null;
        this.own = source.isMoving() && source.inherited() > 0 ? new float[3][n] : null;
    }

    /// Finds the place of a source from one time to another.
    ///
    /// @param solids in which nothing is given
    static SourcePlace find(
            SourceSettings source,
            Box box,
            Setup setup,
            Solids solids,
            double from,
            double to,
            Workers workers) {
        return source.carriers() == null
                ? new BodyPlace(source, box, setup, solids, from, to, workers)
                : new CarrierPlace(source, box, setup, solids, from, to, workers);
    }

    /// Cells of a box that a source may cover between two times, with one more on each side.
    static CellRange covered(
            SourceSettings source, Box box, Lattice lattice, double from, double to) {
        return source.carriers() == null
                ? BodyPlace.covered(source, box, lattice, from, to)
                : CarrierPlace.covered(source, box, lattice, from, to);
    }

    /// Cells of a box between two corners in m, with one more on each side.
    static CellRange cells(double[] low, double[] high, Box box, Lattice lattice) {
        GridShape shape = box.shape();
        double h = lattice.voxel();
        int[] from = new int[3];
        int[] to = new int[3];
        for (int axis = 0; axis < 3; axis++) {
            double origin = lattice.origin(axis) + box.from(axis) * h;
            int count = shape.count(axis);
            from[axis] = clamp((int) Math.floor((low[axis] - origin) / h) - 1, count);
            to[axis] = clamp((int) Math.ceil((high[axis] - origin) / h) + 2, count);
        }
        return new CellRange(from[0], to[0], from[1], to[1], from[2], to[2]);
    }

    private static int clamp(int cell, int count) {
        return Math.max(0, Math.min(count, cell));
    }

    boolean coversNothing() {
        for (float w : weight) {
            if (w > 0) {
                return false;
            }
        }
        return true;
    }

    /// Makes of strengths, which are `sum` in all, shares over a cell's volume.
    final void scale(double sum, double voxel) {
        float scale = sum > 0 ? (float) (1 / (sum * voxel * voxel * voxel)) : 0;
        for (int i = 0; i < weight.length; i++) {
            weight[i] *= scale;
        }
    }
}
