package ashfall.sim;

import ashfall.burn.Burning;
import ashfall.burn.Escape;
import ashfall.gas.Forces;
import ashfall.gas.GasFields;
import ashfall.gas.Projection;
import ashfall.gas.ScalarTransport;
import ashfall.gas.Solids;
import ashfall.gas.Strain;
import ashfall.gas.VelocityTransport;
import ashfall.grid.Box;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.List;

/// The gas of a box and the stages that have the box's size. When the box changes, another room
/// takes its gas over.
final class Room {
    final Box box;
    final GridShape shape;
    final FieldPool pool;
    final GasFields fields;
    final Solids solids;
    final Cooling cooling;
    final List<SourceStage> sources = new ArrayList<>();
    final Strain strain;
    final Burning burning;
    final Escape escape;
    final Forces forces;
    final VelocityTransport velocities;
    final ScalarTransport scalars;
    final Projection projection;
    final Activity activity;

    /// Still air, or wind.
    ///
    /// @param seconds sources that give nothing from then on are left out
    Room(Setup setup, Box box, double seconds, Workers workers) {
        this.box = box;
        this.shape = box.shape();
        this.pool = new FieldPool(shape);
        this.fields =
                new GasFields(
                        shape,
                        pool,
                        setup.law(),
                        setup.oxygenShare(),
                        setup.contents(),
                        setup.wind().layers(seconds, box, setup.lattice()));
        Obstacles obstacles = setup.obstacles();
        this.solids =
                new Solids(box, setup.lattice(), setup.sides(), obstacles.isMoving(), workers);
        this.cooling = new Cooling(obstacles, solids, box, setup.lattice());
        if (!obstacles.isEmpty()) {
            double before = seconds - setup.rate().seconds(1);
            solids.place(obstacles.at(before, seconds, 1));
            solids.hold(fields.velocity);
            cooling.place(seconds);
        }
        for (SourceSettings source : setup.sources()) {
            if (source.isActive(seconds, SourceSettings.EVER)) {
                sources.add(new SourceStage(source, box, setup, solids, seconds, workers));
            }
        }
        this.strain = new Strain(shape, workers);
        this.burning = new Burning(box, workers);
        this.escape = new Escape(shape, setup.sides().mirrored(), workers);
        this.forces = new Forces(box, setup.lattice(), pool, workers);
        this.velocities = new VelocityTransport(shape, setup.motion().softSpeed(), pool, workers);
        this.scalars =
                new ScalarTransport(
                        shape, fields.contents.length, setup.motion().scalars(), workers);
        this.projection =
                new Projection(
                        shape, setup.sides(), solids, setup.motion().accuracy(), pool, workers);
        this.activity = new Activity(shape, workers);
    }

    /// What the room holds of each content, kg and J.
    ///
    /// @param voxel m
    double[] held(double voxel) {
        double[] partial = new double[shape.nz()];
        double[] sums = new double[fields.contents.length];
        for (int k = 0; k < sums.length; k++) {
            sums[k] =
                    activity.sum(fields.contents[k], fields.mass, partial) * voxel * voxel * voxel;
        }
        return sums;
    }

    /// Takes over the gas of another room. Cells that it did not have stay ambient; velocities and
    /// pressures there go on as at its sides.
    void takeOver(Room other) {
        GasFields from = other.fields;
        for (int k = 0; k < fields.contents.length; k++) {
            copy(other, from.contents[k], fields.contents[k]);
        }
        copy(other, from.mass, fields.mass);
        copy(other, from.temperature, fields.temperature);
        copy(other, from.flame, fields.flame);
        for (int axis = 0; axis < 3; axis++) {
            extend(other, from.velocity[axis], fields.velocity[axis], axis);
        }
        extend(other, from.impulse, fields.impulse, -1);
        extend(other, from.impulseBefore, fields.impulseBefore, -1);
    }

    private void copy(Room other, float[] from, float[] to) {
        int x0 = Math.max(box.x(), other.box.x());
        int n = Math.min(box.end(0), other.box.end(0)) - x0;
        for (int z = Math.max(box.z(), other.box.z());
                z < Math.min(box.end(2), other.box.end(2));
                z++) {
            for (int y = Math.max(box.y(), other.box.y());
                    y < Math.min(box.end(1), other.box.end(1));
                    y++) {
                System.arraycopy(
                        from,
                        other.shape.at(x0 - other.box.x(), y - other.box.y(), z - other.box.z()),
                        to,
                        shape.at(x0 - box.x(), y - box.y(), z - box.z()),
                        n);
            }
        }
    }

    /// Copies a field of faces, or of cells with their spare layers (the pressure outside), and
    /// goes on with its outermost values.
    ///
    /// @param axis of the faces that hold the field, or -1 for cells
    private void extend(Room other, float[] from, float[] to, int axis) {
        int first = axis < 0 ? -1 : 0;
        int[] last = new int[3];
        for (int along = 0; along < 3; along++) {
            last[along] = other.shape.count(along) - (axis < 0 || axis == along ? 0 : 1);
        }
        int shift = box.x() - other.box.x();
        for (int z = first; z <= shape.nz(); z++) {
            int oz = Math.clamp(z + box.z() - other.box.z(), first, last[2]);
            for (int y = first; y <= shape.ny(); y++) {
                int oy = Math.clamp(y + box.y() - other.box.y(), first, last[1]);
                int row = other.shape.at(0, oy, oz);
                int at = shape.at(0, y, z);
                for (int x = first; x <= shape.nx(); x++) {
                    to[at + x] = from[row + Math.clamp(x + shift, first, last[0])];
                }
            }
        }
    }
}
