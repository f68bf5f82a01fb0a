package ashfall.sim;

import ashfall.gas.Faces;
import ashfall.gas.GasFields;
import ashfall.gas.Molecules;
import ashfall.gas.Projection;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

/// The velocities' part of a step: the trapezoidal rule along the path (see [Simulation]), and the
/// two pressures that it remembers.
final class Momentum {
    private final Setup setup;
    private final Workers workers;
    private final float voxel;

    Momentum(Setup setup, Workers workers) {
        this.setup = setup;
        this.workers = workers;
        this.voxel = (float) setup.lattice().voxel();
    }

    /// Moves the velocities along the flow for a time step, with half the accelerations and half
    /// the pressure on each side of the way. The pressure of the step before the last and the
    /// temperature are not needed any more then, and given back to the pool.
    ///
    /// The densities are found twice: their three arrays would lie idle while most others are lent.
    ///
    /// @param acceleration m/s², arrays of the pool; taken over
    /// @param wind m/s along x, y, z
    /// @param stepBefore length of the last step, s; 0 before the first
    void move(Room room, float[][] acceleration, float[][] wind, float dt, double stepBefore) {
        GasFields fields = room.fields;
        GridShape shape = room.shape;
        FieldPool pool = room.pool;
        float[][] carried = fields.velocity.clone();
        float[][] ways = room.velocities.ways(carried, dt / voxel);
        // The pressure gradient of the last two steps' mean: one step's alone would ring when
        // burning sets in.
        float now = stepBefore == 0 ? 0 : (float) (0.5 * dt / stepBefore);
        Projection projection = room.projection;
        projection.updateDensity(fields.temperature);
        float[][] beta = projection.inverseDensity();
        Faces.forEachRow(
                shape,
                workers,
                (axis, at, n) ->
                        predictRow(
                                carried[axis],
                                acceleration[axis],
                                beta[axis],
                                fields.impulse,
                                fields.impulseBefore,
                                at,
                                n,
                                shape.stride(axis),
                                0.5f * dt,
                                now));
        projection.forgetDensity();
        room.solids.hold(carried);
        pool.giveBack(fields.impulseBefore);
        fields.impulseBefore = null;
        for (int axis = 0; axis < 3; axis++) {
            Faces.fillSpare(shape, carried[axis], axis);
        }
        room.velocities.advance(ways, carried, acceleration, 0.5f * dt, setup.sides(), wind);
        for (int axis = 0; axis < 3; axis++) {
            pool.giveBack(carried[axis]);
            fields.velocity[axis] = acceleration[axis];
        }
        projection.updateDensity(fields.temperature);
        pool.giveBack(fields.temperature);
        fields.temperature = null;
    }

    private static void predictRow(
            float[] u,
            float[] a,
            float[] beta,
            float[] impulse,
            float[] before,
            int at,
            int n,
            int stride,
            float half,
            float share) {
        for (int i = at, end = at + n; i < end; i++) {
            float gradient = (impulse[i] + before[i]) - (impulse[i - stride] + before[i - stride]);
            u[i] = u[i] + half * a[i] - share * beta[i] * gradient;
        }
    }

    /// Lets a gust take the air along, by the pressure gradient that drives it, and the gas lose
    /// speed against the wind.
    ///
    /// @param before the wind at the step's begin, by layer, m/s
    /// @param after at its end
    /// @param left share of the speed that is left
    void drift(Room room, float[][] before, float[][] after, float left) {
        float[][] beta = room.projection.inverseDensity();
        float ambient = (float) setup.law().ambientDensity();
        int start = room.shape.at(0, 0, 0);
        Faces.forEachRow(
                room.shape,
                workers,
                (axis, at, n) -> {
                    float[] u = room.fields.velocity[axis];
                    int y = (at - start) % room.shape.sz() / room.shape.sy();
                    float gust = (after[axis][y] - before[axis][y]) * ambient;
                    float wind = before[axis][y];
                    for (int i = at, end = at + n; i < end; i++) {
                        u[i] = wind + (u[i] - wind) * left + gust * beta[axis][i];
                    }
                });
    }

    /// Evens the velocities out as molecules do.
    ///
    /// @param hottest K of any cell
    void thicken(Room room, double dt, double hottest) {
        Molecules.thicken(
                room.fields.velocity,
                room.projection.inverseDensity(),
                setup.motion().viscosity(),
                voxel,
                dt,
                hottest,
                room.shape,
                room.pool,
                workers);
    }

    /// Makes the flow grow as the gas does, and keeps the pressures for the next step.
    ///
    /// @param volume gas volume of each cell over the cell's
    ///
    /// @param wind m/s along x, y, z
    Projection.Report project(
            Room room, float[] volume, float[][] wind, double dt, double stepBefore) {
        GasFields fields = room.fields;
        GridShape shape = room.shape;
        float[] spare = room.pool.borrow();
        float ratio = stepBefore == 0 ? 0 : (float) (dt / stepBefore);
        float[] old = fields.impulse;
        int sz = shape.sz();
        // Both impulses are kept at the length of the step just made, so that their mean is one of
        // pressures.
        workers.forEachSlab(
                shape.nz() + 2,
                (slab, worker) -> {
                    for (int i = slab * sz, end = i + sz; i < end; i++) {
                        old[i] *= ratio;
                        spare[i] = old[i];
                    }
                });
        Projection.Report report =
                room.projection.project(
                        fields.velocity, volume, wind, spare, setup.law(), voxel, (float) dt);
        room.projection.forgetDensity();
        if (stepBefore == 0) {
            // The first step took the whole pressure after the move; as a predictor it counts half.
            for (int i = 0; i < spare.length; i++) {
                spare[i] *= 0.5f;
                old[i] = spare[i];
            }
        }
        fields.impulse = spare;
        fields.impulseBefore = old;
        return report;
    }
}
