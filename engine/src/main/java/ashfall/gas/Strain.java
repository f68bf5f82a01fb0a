package ashfall.gas;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

/// How fast the gas is strained at each cell, `|S| = √(2 S_ij S_ij − ⅔(∇·u)²)` in 1/s: the pace at
/// which the eddies that the grid does not show mix (Smagorinsky 1963, Mon. Weather Rev. 91:99).
/// Gas that only grows, as in a flame, is not strained.
public final class Strain {
    /// Squared size of those eddies over the voxel, over the ratio in which they mix contents
    /// rather than momentum: 0.15² / 0.5.
    private static final float MIXING = 0.045f;

    /// Keeps the exchange between two cells stable on six sides, with a margin.
    private static final float MOST = 0.08f;

    /// What still gas has, 1/s, so that it differs from none found.
    private static final float LEAST = 1e-10f;

    private Strain() {}

    /// Writes the strain rates of a range.
    ///
    /// @param velocity on faces, spare layers filled, m/s
    /// @param voxel m
    public static void find(
            GridShape shape,
            float[][] velocity,
            CellRange range,
            float voxel,
            float[] out,
            Workers workers) {
        workers.forEachSlab(
                range.depth(),
                (slab, worker) -> {
                    for (int y = range.y0(); y < range.y1(); y++) {
                        row(
                                velocity[0],
                                velocity[1],
                                velocity[2],
                                out,
                                shape.at(range.x0(), y, range.z0() + slab),
                                range.width(),
                                shape.sy(),
                                shape.sz(),
                                1 / voxel);
                    }
                });
    }

    private static void row(
            float[] u,
            float[] v,
            float[] w,
            float[] out,
            int at,
            int n,
            int sy,
            int sz,
            float perVoxel) {
        for (int i = at, end = at + n; i < end; i++) {
            float xx = u[i + 1] - u[i];
            float yy = v[i + sy] - v[i];
            float zz = w[i + sz] - w[i];
            float xy =
                    0.25f
                            * ((u[i + sy] + u[i + sy + 1])
                                    - (u[i - sy] + u[i - sy + 1])
                                    + (v[i + 1] + v[i + 1 + sy])
                                    - (v[i - 1] + v[i - 1 + sy]));
            float xz =
                    0.25f
                            * ((u[i + sz] + u[i + sz + 1])
                                    - (u[i - sz] + u[i - sz + 1])
                                    + (w[i + 1] + w[i + 1 + sz])
                                    - (w[i - 1] + w[i - 1 + sz]));
            float yz =
                    0.25f
                            * ((v[i + sz] + v[i + sz + sy])
                                    - (v[i - sz] + v[i - sz + sy])
                                    + (w[i + sy] + w[i + sy + sz])
                                    - (w[i - sy] + w[i - sy + sz]));
            float growth = xx + yy + zz;
            float squares =
                    2 * (xx * xx + yy * yy + zz * zz)
                            - (2f / 3) * growth * growth
                            + (xy * xy + xz * xz + yz * yz);
            out[i] = Math.max(LEAST, perVoxel * (float) Math.sqrt(Math.max(0f, squares)));
        }
    }

    /// Turns the strain rates of n cells into what unseen eddies and molecules exchange with a
    /// neighbour in a time, as a share of the cell: `D Δt / h²` with `D = (0.15 h)²|S| / 0.5` for
    /// the eddies. Where the strain was not found, nothing is exchanged.
    ///
    /// @param diffusion D/h² of the molecules, 1/s
    static void exchange(float[] strain, float seconds, float diffusion, int n) {
        float factor = MIXING * seconds;
        float still = diffusion * seconds;
        for (int i = 0; i < n; i++) {
            float found = strain[i];
            strain[i] = Math.min(MOST, factor * found + Math.min(still, found / LEAST * still));
        }
    }
}
