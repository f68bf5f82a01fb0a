package ashfall.gas;

import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

/// What molecules carry by themselves: contents by diffusion ([Strain#exchange]), momentum by
/// viscosity, here. Both grow as T^1.75 at constant pressure (Fuller, Schettler & Giddings 1966,
/// Ind. Eng. Chem. 58:18, for diffusion; that of air over its density is within about a tenth of
/// it from 250 to 2000 K). It is what makes flames of a few centimetres smooth and steady.
public final class Molecules {
    /// K at which the coefficients are given.
    public static final double ROOM = 293;

    static final float ROOM_DENSITY = (float) (GasLaw.DENSITY_TEMPERATURE / ROOM);

    /// What a face may exchange with its six neighbours at once, as a share.
    private static final double MOST = 0.14;

    private static final int MOST_PASSES = 6;

    /// Slower spreading than this, 1/s, is far below what the grid itself does.
    private static final double LEAST = 0.005;

    private Molecules() {}

    /// A coefficient at a temperature.
    ///
    /// @param still at [#ROOM]
    /// @param hot temperature over that
    static float at(float still, float hot) {
        float root = (float) Math.sqrt(hot);
        return still * hot * root * (float) Math.sqrt(root);
    }

    /// Evens velocities out: `u += ν Δt ∇²u`, in as many passes as are stable, up to a few.
    ///
    /// @param velocity on faces, m/s
    /// @param inverseDensity of the faces, m³/kg
    /// @param viscosity ν of gas at room temperature, m²/s
    /// @param voxel m
    /// @param hottest temperature of any cell, K
    public static void thicken(
            float[][] velocity,
            float[][] inverseDensity,
            double viscosity,
            double voxel,
            double seconds,
            double hottest,
            GridShape shape,
            FieldPool pool,
            Workers workers) {
        double rate = viscosity / voxel / voxel;
        if (rate < LEAST) {
            return;
        }
        double share = rate * seconds;
        int passes =
                (int)
                        Math.clamp(
                                Math.ceil(at((float) share, (float) (hottest / ROOM)) / MOST),
                                1,
                                MOST_PASSES);
        float still = (float) (share / passes);
        float[] old = pool.borrow();
        for (int axis = 0; axis < 3; axis++) {
            float[] u = velocity[axis];
            float[] beta = inverseDensity[axis];
            int x0 = axis == 0 ? 1 : 0;
            int y0 = axis == 1 ? 1 : 0;
            int z0 = axis == 2 ? 1 : 0;
            for (int pass = 0; pass < passes; pass++) {
                Faces.fillSpare(shape, u, axis);
                System.arraycopy(u, 0, old, 0, u.length);
                workers.forEachSlab(
                        shape.nz() - z0,
                        (slab, worker) -> {
                            for (int y = y0; y < shape.ny(); y++) {
                                int at = shape.at(x0, y, z0 + slab);
                                int n = shape.nx() - x0;
                                row(old, beta, u, still, at, n, shape.sy(), shape.sz());
                            }
                        });
            }
        }
        pool.giveBack(old);
    }

    /// The faces between cells; those on the sides keep their speed.
    private static void row(
            float[] old, float[] beta, float[] u, float still, int at, int n, int sy, int sz) {
        for (int i = at, end = at + n; i < end; i++) {
            float share = Math.min((float) MOST, at(still, ROOM_DENSITY * beta[i]));
            float around =
                    (old[i - 1] + old[i + 1])
                            + (old[i - sy] + old[i + sy])
                            + (old[i - sz] + old[i + sz]);
            u[i] = old[i] + share * (around - 6f * old[i]);
        }
    }
}
