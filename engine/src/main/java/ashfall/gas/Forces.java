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
    /// @param range where anything differs from the surroundings
    /// @param stir strength of the stirring, 0 to 1
    /// @param out three face fields, overwritten whole
    public void accelerations(
            GasFields fields,
            GasLaw law,
            Settings settings,
            CellRange range,
            double seconds,
            float stir,
            float[][] out) {
        for (float[] a : out) {
            Arrays.fill(a, 0);
        }
        if (range.isEmpty()) {
            return;
        }
        if (settings.vorticity() > 0) {
            Weight weight = new Weight(settings.vorticityIn(), fields, law);
            addVorticity(fields, weight, (float) settings.vorticity(), range, out);
        }
        if (stir > 0 && !settings.stirring().isStill()) {
            Weight weight = new Weight(settings.stirringIn(), fields, law);
            addStirring(weight, settings.stirring(), stir, range, seconds, out);
        }
        addLift(fields, law, settings, range, out[1]);
    }

    private void addLift(GasFields fields, GasLaw law, Settings s, CellRange r, float[] out) {
        float ambient = (float) law.ambientDensity();
        float heat = (float) (s.gravity() * s.lift());
        float smoke = (float) (s.gravity() * s.smokeWeight());
        float halfK = (float) (0.5 * GasLaw.DENSITY_TEMPERATURE);
        float[] soot = fields.contents[GasFields.SOOT];
        int last = Math.min(r.y1(), shape.ny() - 1);
        workers.forEachSlab(
                r.depth(),
                (slab, worker) -> {
                    for (int y = r.y0(); y <= last; y++) {
                        ForceRows.lift(
                                fields.temperature,
                                soot,
                                out,
                                shape.at(r.x0(), y, r.z0() + slab),
                                r.width(),
                                shape.sy(),
                                heat,
                                smoke,
                                ambient,
                                halfK);
                    }
                });
    }

    private void addStirring(
            Weight weights,
            Stirring stirring,
            float strength,
            CellRange r,
            double seconds,
            float[][] out) {
        float h = (float) lattice.voxel();
        float x0 = (float) (lattice.x() + box.x() * lattice.voxel());
        float y0 = (float) (lattice.y() + box.y() * lattice.voxel());
        float z0 = (float) (lattice.z() + box.z() * lattice.voxel());
        workers.forEachSlab(
                r.depth(),
                (slab, worker) -> {
                    int z = r.z0() + slab;
                    float[] row = weightRows[worker];
                    for (int y = r.y0(); y < r.y1(); y++) {
                        int at = shape.at(r.x0(), y, z);
                        if (weights.row(at, r.width(), strength, row)) {
                            stirring.addRow(
                                    x0 + (r.x0() + 0.5f) * h,
                                    y0 + (y + 0.5f) * h,
                                    z0 + (z + 0.5f) * h,
                                    h,
                                    seconds,
                                    row,
                                    out,
                                    at,
                                    r.width(),
                                    stirRows[worker]);
                        }
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
            GasFields fields, Weight weight, float epsilon, CellRange r, float[][] out) {
        float[] ox = pool.borrow();
        float[] oy = pool.borrow();
        float[] oz = pool.borrow();
        float[] size = pool.borrow();
        CellRange rim = r.grown(2, shape);
        float[][] u = fields.velocity;
        int sy = shape.sy();
        int sz = shape.sz();
        float h = (float) lattice.voxel();
        float quarter = 0.25f / h;
        workers.forEachSlab(
                rim.depth(),
                (slab, worker) -> {
                    for (int y = rim.y0(); y < rim.y1(); y++) {
                        int at = shape.at(rim.x0(), y, rim.z0() + slab);
                        int n = rim.width();
                        ForceRows.across(u[2], sz, sy, u[1], sy, sz, quarter, -1, at, n, ox, at);
                        ForceRows.across(u[0], 1, sz, u[2], sz, 1, quarter, -1, at, n, oy, at);
                        ForceRows.across(u[1], sy, 1, u[0], 1, sy, quarter, -1, at, n, oz, at);
                        ForceRows.length(ox, oy, oz, size, at, n);
                    }
                });
        // The rim's outermost cells have no complete gradient: the force is written one cell
        // further in.
        CellRange inner =
                new CellRange(
                        rim.x0() + 1,
                        rim.x1() - 1,
                        rim.y0() + 1,
                        rim.y1() - 1,
                        rim.z0() + 1,
                        rim.z1() - 1);
        if (!inner.isEmpty()) {
            workers.forEachSlab(
                    inner.depth(),
                    (slab, worker) -> {
                        for (int y = inner.y0(); y < inner.y1(); y++) {
                            int at = shape.at(inner.x0(), y, inner.z0() + slab);
                            int n = inner.width();
                            ForceRows.confine(ox, oy, oz, size, at, n, sy, sz, epsilon * h);
                        }
                    });
            spreadToFaces(ox, weight, out[0], 0, inner);
            spreadToFaces(oy, weight, out[1], 1, inner);
            spreadToFaces(oz, weight, out[2], 2, inner);
        }
        pool.giveBack(ox);
        pool.giveBack(oy);
        pool.giveBack(oz);
        pool.giveBack(size);
    }

    /// Cell accelerations to the faces between them, weighted by the larger weight of the two.
    private void spreadToFaces(float[] force, Weight weights, float[] out, int axis, CellRange r) {
        int stride = shape.stride(axis);
        int x0 = r.x0() + (axis == 0 ? 1 : 0);
        int y0 = r.y0() + (axis == 1 ? 1 : 0);
        int z0 = r.z0() + (axis == 2 ? 1 : 0);
        int n = r.x1() - x0;
        workers.forEachSlab(
                Math.max(0, r.z1() - z0),
                (slab, worker) -> {
                    float[] here = weightRows[worker];
                    float[] below = belowRows[worker];
                    for (int y = y0; y < r.y1(); y++) {
                        int at = shape.at(x0, y, z0 + slab);
                        boolean acts = weights.row(at, n, 0.5f, here);
                        acts |= weights.row(at - stride, n, 0.5f, below);
                        if (acts) {
                            ForceRows.spread(force, here, below, out, at, n, stride);
                        }
                    }
                });
    }
}
