package ashfall.gas;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.Arrays;

/// How fast the gas is strained at each cell, `|S| = √(2 S_ij S_ij − ⅔(∇·u)²)` in 1/s: the pace at
/// which the eddies that the grid does not show mix (Smagorinsky 1963, Mon. Weather Rev. 91:99).
/// Gas that only grows, as in a flame, is not strained.
public final class Strain {
    /// Squared size of those eddies over the voxel, over the ratio in which they mix contents
    /// rather than momentum: 0.15² / 0.5.
    private static final float MIXING = 0.045f;

    /// Keeps the exchange between two cells stable on six sides, with a margin.
    private static final float MOST = 0.08f;

    /// More than so many cycles would hold up everything for a coefficient that no gas has.
    private static final int MOST_CYCLES = 6;

    /// What still gas has, 1/s, so that it differs from none found.
    private static final float LEAST = 1e-10f;

    private final GridShape shape;
    private final Workers workers;

    /// Shears of the row in hand in the planes xy, xz and yz, for each worker.
    private final float[][][] shears;

    public Strain(GridShape shape, Workers workers) {
        this.shape = shape;
        this.workers = workers;
        this.shears = new float[workers.threads()][3][shape.nx()];
    }

    /// Writes the strain rates of a region, and 0 elsewhere.
    ///
    /// @param velocity on faces, spare layers filled, m/s
    /// @param voxel m
    public void find(float[][] velocity, Region region, float voxel, float[] out) {
        Arrays.fill(out, 0);
        int sy = shape.sy();
        int sz = shape.sz();
        float[] u = velocity[0];
        float[] v = velocity[1];
        float[] w = velocity[2];
        region.forEachRow(
                workers,
                (x, y, z, n, worker) -> {
                    float[] xy = shears[worker][0];
                    float[] xz = shears[worker][1];
                    float[] yz = shears[worker][2];
                    int at = shape.at(x, y, z);
                    ForceRows.across(u, 1, sy, v, sy, 1, 0.25f, 1, at, n, xy, 0);
                    ForceRows.across(u, 1, sz, w, sz, 1, 0.25f, 1, at, n, xz, 0);
                    ForceRows.across(v, sy, sz, w, sz, sy, 0.25f, 1, at, n, yz, 0);
                    ForceRows.strain(u, v, w, xy, xz, yz, out, at, n, sy, sz, 1 / voxel, LEAST);
                });
    }

    /// Turns the strain rates of n cells into what unseen eddies and molecules exchange with a
    /// neighbour in a time, as a share of the cell: `D Δt / h²` with `D = (0.15 h)²|S| / 0.5` for
    /// the eddies. Where the strain was not found, nothing is exchanged.
    ///
    /// @param density of the gas, kg/m³
    /// @param diffusion D/h² of the molecules at [Molecules#ROOM], 1/s
    static void exchange(float[] strain, float[] density, float seconds, float diffusion, int n) {
        float factor = MIXING * seconds;
        float still = diffusion * seconds;
        float room = Molecules.ROOM_DENSITY;
        for (int i = 0; i < n; i++) {
            float found = strain[i];
            float molecules = Molecules.at(still, room / density[i]);
            strain[i] = Math.min(MOST, factor * found + Math.min(1f, found / LEAST) * molecules);
        }
    }

    /// Cycles that the exchange of molecules takes so that none passes the most that is stable.
    ///
    /// @param share D Δt/h² of the hottest gas
    static double cycles(double share) {
        return Math.min(MOST_CYCLES, share / MOST);
    }
}
