package ashfall.gas;

import ashfall.grid.Box;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.work.Workers;

import java.util.Arrays;

/// Accelerations of the gas: lift, the curls that the grid would lose, and stirring.
///
/// - Lift: `g(ρ∞ − ρ)/ρ` with ρ = ρ_gas + soot, exact for any temperature (physics reference,
///   section 2.5).
/// - Vorticity: `ε' h |ω| (N × ω)`, N = ∇|ω|/|∇|ω||, the form without scale (after Fedkiw, Stam &
///   Jensen 2001).
/// - Turbulence: [Stirring].
///
/// The last two act where [Where] says.
public final class Forces {
    /// Where a force acts: in gas 300 K hotter than still air, in smoke of half a gram a cubic
    /// metre (both fading towards none), or in all gas that is looked at.
    public enum Where {
        HEAT,
        SMOKE,
        ALL
    }

    /// @param gravity m/s², downwards
    /// @param lift factor on the lift of heat; 1 is physical
    /// @param smokeWeight factor on the weight of soot; 1 is physical
    /// @param vorticity ε', 0 for none
    public record Settings(
            double gravity,
            double lift,
            double smokeWeight,
            double vorticity,
            Where vorticityIn,
            Stirring stirring,
            Where stirringIn) {}

    private final GridShape shape;
    private final Box box;
    private final Lattice lattice;
    private final FieldPool pool;
    private final Workers workers;
    private final float[][] weightRows;
    private final float[][] belowRows;
    private final Stirring.Scratch[] stirRows;

    public Forces(Box box, Lattice lattice, FieldPool pool, Workers workers) {
        this.shape = box.shape();
        this.box = box;
        this.lattice = lattice;
        this.pool = pool;
        this.workers = workers;
        this.weightRows = new float[workers.threads()][shape.nx() + 1];
        this.belowRows = new float[workers.threads()][shape.nx() + 1];
        this.stirRows = new Stirring.Scratch[workers.threads()];
        Arrays.setAll(stirRows, worker -> new Stirring.Scratch(shape.nx()));
    }

    /// Writes accelerations of the lower faces, m/s², zero where nothing acts.
    ///
    /// @param region where anything differs from the surroundings
    /// @param stir strength of the stirring, 0 to 1
    /// @param out three face fields, overwritten whole
    public void accelerations(
            GasFields fields,
            GasLaw law,
            Settings settings,
            Region region,
            double seconds,
            float stir,
            float[][] out) {
        for (float[] a : out) {
            Arrays.fill(a, 0);
        }
        if (region.isEmpty()) {
            return;
        }
        if (settings.vorticity() > 0) {
            Weight weight = new Weight(settings.vorticityIn(), fields, law);
            addVorticity(fields, weight, (float) settings.vorticity(), region, out);
        }
        if (stir > 0 && !settings.stirring().isStill()) {
            Weight weight = new Weight(settings.stirringIn(), fields, law);
            addStirring(weight, settings.stirring(), stir, region, seconds, out);
        }
        addLift(fields, law, settings, region, out[1]);
    }

    private void addLift(GasFields fields, GasLaw law, Settings s, Region region, float[] out) {
        float ambient = (float) law.ambientDensity();
        float heat = (float) (s.gravity() * s.lift());
        float smoke = (float) (s.gravity() * s.smokeWeight());
        float halfK = (float) (0.5 * GasLaw.DENSITY_TEMPERATURE);
        float[] soot = fields.contents[GasFields.SOOT];
        region.forEachRow(
                workers,
                (x, y, z, n, worker) ->
                        ForceRows.lift(
                                fields.temperature,
                                soot,
                                out,
                                shape.at(x, y, z),
                                n,
                                shape.sy(),
                                heat,
                                smoke,
                                ambient,
                                halfK));
    }

    private void addStirring(
            Weight weights,
            Stirring stirring,
            float strength,
            Region region,
            double seconds,
            float[][] out) {
        float h = (float) lattice.voxel();
        float x0 = (float) (lattice.x() + box.x() * lattice.voxel());
        float y0 = (float) (lattice.y() + box.y() * lattice.voxel());
        float z0 = (float) (lattice.z() + box.z() * lattice.voxel());
        region.forEachRow(
                workers,
                (x, y, z, n, worker) -> {
                    float[] row = weightRows[worker];
                    int at = shape.at(x, y, z);
                    if (weights.row(at, n, strength, row)) {
                        stirring.addRow(
                                x0 + (x + 0.5f) * h,
                                y0 + (y + 0.5f) * h,
                                z0 + (z + 0.5f) * h,
                                h,
                                seconds,
                                row,
                                out,
                                at,
                                n,
                                stirRows[worker]);
                    }
                });
    }

    /// How much a force acts in a cell: 0 to 1.
    private static final class Weight {
        private final Where where;
        private final float[] kelvin;
        private final float[] soot;
        private final float[] mass;
        private final float ambient;

        Weight(Where where, GasFields fields, GasLaw law) {
            this.where = where;
            this.kelvin = fields.temperature;
            this.soot = fields.contents[GasFields.SOOT];
            this.mass = fields.mass;
            this.ambient = (float) law.ambient();
        }

        /// Writes the weights of n cells times a factor; false when all are 0.
        boolean row(int at, int n, float factor, float[] out) {
            return switch (where) {
                case HEAT -> ForceRows.hot(kelvin, ambient, factor, at, n, out);
                case SMOKE -> ForceRows.dense(soot, mass, factor, at, n, out);
                case ALL -> {
                    Arrays.fill(out, 0, n, factor);
                    yield true;
                }
            };
        }
    }

    private void addVorticity(
            GasFields fields, Weight weight, float epsilon, Region region, float[][] out) {
        float[] ox = pool.borrow();
        float[] oy = pool.borrow();
        float[] oz = pool.borrow();
        float[] size = pool.borrow();
        float[][] u = fields.velocity;
        int sy = shape.sy();
        int sz = shape.sz();
        float h = (float) lattice.voxel();
        float quarter = 0.25f / h;
        // Faces need the force of the cells on both sides, and that the curls around each.
        region.grown(2)
                .forEachRow(
                        workers,
                        (x, y, z, n, worker) -> {
                            int i = shape.at(x, y, z);
                            ForceRows.across(u[2], sz, sy, u[1], sy, sz, quarter, -1, i, n, ox, i);
                            ForceRows.across(u[0], 1, sz, u[2], sz, 1, quarter, -1, i, n, oy, i);
                            ForceRows.across(u[1], sy, 1, u[0], 1, sy, quarter, -1, i, n, oz, i);
                            ForceRows.length(ox, oy, oz, size, i, n);
                        });
        Faces.fillSpare(shape, size, -1);
        region.grown(1)
                .forEachRow(
                        workers,
                        (x, y, z, n, worker) ->
                                ForceRows.confine(
                                        ox,
                                        oy,
                                        oz,
                                        size,
                                        shape.at(x, y, z),
                                        n,
                                        sy,
                                        sz,
                                        epsilon * h));
        float[][] forces = {ox, oy, oz};
        for (int axis = 0; axis < 3; axis++) {
            spreadToFaces(forces[axis], weight, out[axis], axis, region);
        }
        pool.giveBack(ox);
        pool.giveBack(oy);
        pool.giveBack(oz);
        pool.giveBack(size);
    }

    /// Cell accelerations to the faces between them, weighted by the larger weight of the two.
    private void spreadToFaces(
            float[] force, Weight weights, float[] out, int axis, Region region) {
        int stride = shape.stride(axis);
        region.forEachRow(
                workers,
                (x, y, z, n, worker) -> {
                    if ((axis == 1 && y == 0) || (axis == 2 && z == 0)) {
                        return;
                    }
                    int skipped = axis == 0 && x == 0 ? 1 : 0;
                    float[] here = weightRows[worker];
                    float[] below = belowRows[worker];
                    int at = shape.at(x + skipped, y, z);
                    boolean acts = weights.row(at, n - skipped, 0.5f, here);
                    acts |= weights.row(at - stride, n - skipped, 0.5f, below);
                    if (acts) {
                        ForceRows.spread(force, here, below, out, at, n - skipped, stride);
                    }
                });
    }
}
