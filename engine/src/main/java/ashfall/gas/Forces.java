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
    private final float[][] stirRows;

    public Forces(Box box, Lattice lattice, FieldPool pool, Workers workers) {
        this.shape = box.shape();
        this.box = box;
        this.lattice = lattice;
        this.pool = pool;
        this.workers = workers;
        this.weightRows = new float[workers.threads()][shape.nx()];
        this.stirRows = new float[workers.threads()][Stirring.SCRATCH];
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
        float[] soot = fields.contents[GasFields.SOOT];
        int last = Math.min(r.y1(), shape.ny() - 1);
        workers.forEachSlab(
                r.depth(),
                (slab, worker) -> {
                    for (int y = r.y0(); y <= last; y++) {
                        liftRow(
                                fields.temperature,
                                soot,
                                out,
                                shape.at(r.x0(), y, r.z0() + slab),
                                r.width(),
                                shape.sy(),
                                heat,
                                smoke,
                                ambient);
                    }
                });
    }

    private static void liftRow(
            float[] t,
            float[] soot,
            float[] out,
            int at,
            int n,
            int sy,
            float heat,
            float smoke,
            float ambient) {
        float halfK = (float) (0.5 * GasLaw.DENSITY_TEMPERATURE);
        for (int i = at, end = at + n; i < end; i++) {
            float below = 1f / t[i - sy];
            float here = 1f / t[i];
            float gas = halfK * (here + below);
            float carried = halfK * (soot[i] * here + soot[i - sy] * below);
            out[i] += (heat * (ambient - gas) - smoke * carried) / (gas + carried);
        }
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
        private static final float FULL_SMOKE = 5e-4f;

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
            float most = 0;
            for (int i = 0; i < n; i++) {
                out[i] = factor * of(at + i);
                most = Math.max(most, out[i]);
            }
            return most > 0;
        }

        float of(int i) {
            return switch (where) {
                case HEAT -> Math.max(0f, Math.min(1f, (kelvin[i] - ambient - 5f) / 300f));
                case SMOKE -> Math.min(1f, soot[i] * mass[i] / FULL_SMOKE);
                case ALL -> 1;
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
        float h = (float) lattice.voxel();
        workers.forEachSlab(
                rim.depth(),
                (slab, worker) -> {
                    for (int y = rim.y0(); y < rim.y1(); y++) {
                        int at = shape.at(rim.x0(), y, rim.z0() + slab);
                        curlRow(
                                u[0],
                                u[1],
                                u[2],
                                ox,
                                oy,
                                oz,
                                size,
                                at,
                                rim.width(),
                                shape.sy(),
                                shape.sz(),
                                0.25f / h);
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
                            confineRow(
                                    ox,
                                    oy,
                                    oz,
                                    size,
                                    at,
                                    inner.width(),
                                    shape.sy(),
                                    shape.sz(),
                                    epsilon * h);
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

    /// Curl of the face velocities at cell centres and its size, 1/s; `quarter` is 1/(4h).
    private static void curlRow(
            float[] u,
            float[] v,
            float[] w,
            float[] ox,
            float[] oy,
            float[] oz,
            float[] size,
            int at,
            int n,
            int sy,
            int sz,
            float quarter) {
        for (int i = at, end = at + n; i < end; i++) {
            float wy = (w[i + sy] + w[i + sy + sz]) - (w[i - sy] + w[i - sy + sz]);
            float vz = (v[i + sz] + v[i + sz + sy]) - (v[i - sz] + v[i - sz + sy]);
            float uz = (u[i + sz] + u[i + sz + 1]) - (u[i - sz] + u[i - sz + 1]);
            float wx = (w[i + 1] + w[i + 1 + sz]) - (w[i - 1] + w[i - 1 + sz]);
            float vx = (v[i + 1] + v[i + 1 + sy]) - (v[i - 1] + v[i - 1 + sy]);
            float uy = (u[i + sy] + u[i + sy + 1]) - (u[i - sy] + u[i - sy + 1]);
            float a = (wy - vz) * quarter;
            float b = (uz - wx) * quarter;
            float c = (vx - uy) * quarter;
            ox[i] = a;
            oy[i] = b;
            oz[i] = c;
            size[i] = (float) Math.sqrt(a * a + b * b + c * c);
        }
    }

    /// Turns the curl (ox, oy, oz) of n cells into the acceleration ε'h|ω|(N × ω), in place;
    /// `scale` is ε'h.
    private static void confineRow(
            float[] ox,
            float[] oy,
            float[] oz,
            float[] size,
            int at,
            int n,
            int sy,
            int sz,
            float scale) {
        for (int i = at, end = at + n; i < end; i++) {
            float gx = size[i + 1] - size[i - 1];
            float gy = size[i + sy] - size[i - sy];
            float gz = size[i + sz] - size[i - sz];
            float length = (float) Math.sqrt(gx * gx + gy * gy + gz * gz) + 1e-6f;
            float s = scale * size[i] / length;
            float a = ox[i];
            float b = oy[i];
            float c = oz[i];
            ox[i] = s * (gy * c - gz * b);
            oy[i] = s * (gz * a - gx * c);
            oz[i] = s * (gx * b - gy * a);
        }
    }

    /// Cell accelerations to the faces between them, weighted.
    private void spreadToFaces(float[] force, Weight weights, float[] out, int axis, CellRange r) {
        int stride = shape.stride(axis);
        int x0 = r.x0() + (axis == 0 ? 1 : 0);
        int y0 = r.y0() + (axis == 1 ? 1 : 0);
        int z0 = r.z0() + (axis == 2 ? 1 : 0);
        workers.forEachSlab(
                Math.max(0, r.z1() - z0),
                (slab, worker) -> {
                    for (int y = y0; y < r.y1(); y++) {
                        for (int i = shape.at(x0, y, z0 + slab), end = i + r.x1() - x0;
                                i < end;
                                i++) {
                            float weight = Math.max(weights.of(i), weights.of(i - stride));
                            out[i] += weight * 0.5f * (force[i] + force[i - stride]);
                        }
                    }
                });
    }
}
