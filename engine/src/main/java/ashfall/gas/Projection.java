package ashfall.gas;

import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

/// Makes the flow grow by exactly what burns: `∇·u = S`, by the pressure of a gas of varying
/// density, `∇·((Δt/ρ)∇p') = ∇·u* − S` (Rehm & Baum 1978; Majda & Sethian 1985). p' leaves the
/// hydrostatic part of still air out.
///
/// Outside open sides the pressure is not zero but that of the air which the fire pushes away: a
/// source that grows by ΔQ m³/s within Δt accelerates the air at distance r, which takes `p = ρ∞
/// ΔQ/(4π r Δt)`, mirrored in a closed ground and in a mirror; and one that pushes with an
/// impulse per density of D adds `ρ∞ D·r/(4π r³ Δt)`. Without the first a box close around the
/// fire would brake its expansion, without the second it would let it rise too fast. In D, light
/// gas counts by the pressure it would have had by the step before: `−∇·(β∇p) = R` is `−β∞∇²p = R
/// + ∇·((β − β∞)∇p)`.
///
/// Air that is drawn in comes from rest (or from the wind) and pays for its speed with pressure,
/// `p = −½ρu²` (Bernoulli); with none to pay, air drawn in and blown out in turn would carry more
/// and more energy into the box. The term is taken as `−½ρ|u*|u`, so that no step overshoots.
public final class Projection {
    /// What a projection reached. `relative`: ‖∇·u − S‖₂ over ‖∇·u* − S‖₂; `largest`: max|∇·u −
    /// S|Δt.
    public record Report(int iterations, double relative, double largest, boolean converged) {}

    /// How well the flow grows as the gas does.
    ///
    /// @param relative bound on ‖∇·u − S‖₂ over ‖∇·u* − S‖₂
    /// @param largest bound on max|∇·u − S|Δt
    public record Accuracy(double relative, double largest) {
        public static final Accuracy ROUGH = new Accuracy(1e-2, 1e-2);
        public static final Accuracy CLOSE = new Accuracy(1e-4, 5e-4);
        public static final Accuracy EXACT = new Accuracy(1e-5, 1e-4);
    }

    /// Times the specific volume of the air from which gas counts as light.
    private static final float LIGHT = 1.05f;

    private static final int MOMENTS = 12;

    private final GridShape shape;
    private final Workers workers;
    private final FieldPool pool;
    private final Pressure pressure;
    private final double[][] partial;
    private final Sides sides;
    private final Solids solids;
    private final Accuracy accuracy;

    /// @param sides which sides are closed
    /// @param solids what stands in the gas
    /// @param pool lends the arrays of a solve
    public Projection(
            GridShape shape,
            Sides sides,
            Solids solids,
            Accuracy accuracy,
            FieldPool pool,
            Workers workers) {
        this.shape = shape;
        this.sides = sides;
        this.solids = solids;
        this.accuracy = accuracy;
        this.workers = workers;
        this.pool = pool;
        this.pressure = new Pressure(shape, pool, workers);
        this.partial = new double[MOMENTS][shape.nz()];
    }

    /// Coefficients 1/ρ of the lower faces along x, y, z, as the last [#updateDensity] left them,
    /// m³/kg; until [#forgetDensity].
    public float[][] inverseDensity() {
        return pressure.coefficients();
    }

    /// Takes the density of the faces (mean of the two cells) from the temperature.
    ///
    /// @param temperature K, with its spare layers filled
    public void updateDensity(float[] temperature) {
        float[][] beta = pressure.coefficients();
        Faces.forEachRow(
                shape,
                workers,
                (axis, at, n) ->
                        inverseDensityRow(temperature, beta[axis], at, n, shape.stride(axis)));
        closeSides(beta);
    }

    /// Leaves the arrays of the coefficients to others until the next [#updateDensity].
    public void forgetDensity() {
        pressure.giveBackCoefficients();
    }

    /// 1/ρ of n lower faces, with ρ the mean of K/T on both sides.
    private static void inverseDensityRow(float[] t, float[] beta, int at, int n, int stride) {
        float twoPerK = (float) (2 / GasLaw.DENSITY_TEMPERATURE);
        for (int i = at, end = at + n; i < end; i++) {
            float below = t[i - stride];
            float here = t[i];
            beta[i] = twoPerK * below * here / (below + here);
        }
    }

    /// Sets face values on closed sides to zero: there is no flow through a wall, and no
    /// coefficient.
    private void closeSides(float[][] faces) {
        for (int axis = 0; axis < 3; axis++) {
            if (sides.lowClosed(axis)) {
                clearSide(faces[axis], axis, 0);
            }
            if (sides.highClosed(axis)) {
                clearSide(faces[axis], axis, shape.count(axis));
            }
        }
    }

    private void clearSide(float[] f, int axis, int position) {
        forEachFace(axis, position, (i, y) -> f[i] = 0);
    }

    /// Slows what flows in through open sides by what Bernoulli's pressure takes from it.
    private void drawIn(float[][] u, float[][] wind, float cellsPerSpeed) {
        for (int axis = 0; axis < 3; axis++) {
            if (!sides.lowClosed(axis)) {
                drawIn(u[axis], axis, 0, wind[axis], 1f, cellsPerSpeed);
            }
            if (!sides.highClosed(axis)) {
                drawIn(u[axis], axis, shape.count(axis), wind[axis], -1f, cellsPerSpeed);
            }
        }
    }

    /// @param wind m/s along the axis, by layer
    /// @param inward sign of velocities that point into the box
    private void drawIn(
            float[] u, int axis, int position, float[] wind, float inward, float cellsPerSpeed) {
        float[] beta = pressure.coefficients()[axis];
        forEachFace(
                axis,
                position,
                (i, y) -> {
                    float speed = inward * u[i];
                    if (speed > 0) {
                        float blown = Math.max(0, inward * wind[y]);
                        float head = 0.5f * cellsPerSpeed * blown * blown;
                        float share = 1f / (1f + 0.5f * cellsPerSpeed * speed);
                        u[i] = inward * (speed + head) * share;
                        beta[i] *= share;
                    }
                });
    }

    /// What is done with the face of an index, in a layer.
    @FunctionalInterface
    private interface Face {
        void run(int index, int layer);
    }

    private void forEachFace(int axis, int position, Face what) {
        int na = axis == 0 ? shape.ny() : shape.nx();
        int nb = axis == 2 ? shape.ny() : shape.nz();
        for (int b = 0; b < nb; b++) {
            for (int a = 0; a < na; a++) {
                int i =
                        axis == 0
                                ? shape.at(position, a, b)
                                : axis == 1 ? shape.at(a, position, b) : shape.at(a, b, position);
                what.run(i, axis == 0 ? a : axis == 1 ? position : b);
            }
        }
    }

    /// Changes the velocities so that ∇·u = (volume − 1)/Δt.
    ///
    /// @param volume gas volume of each cell over the cell's after sources and burning
    /// @param wind m/s along x, y, z, by layer and one more, of the air outside
    /// @param impulse first guess of the pressure times Δt/h inside; on return the one found
    public Report project(
            float[][] u,
            float[] volume,
            float[][] wind,
            float[] impulse,
            GasLaw law,
            float voxel,
            float dtSeconds) {
        closeSides(u);
        drawIn(u, wind, dtSeconds / voxel);
        solids.hold(u);
        solids.blend(u);
        float[] right = pool.borrow();
        float scale = voxel / dtSeconds;
        workers.forEachSlab(
                shape.nz(),
                (z, worker) -> {
                    for (int y = 0; y < shape.ny(); y++) {
                        rightRow(
                                u[0],
                                u[1],
                                u[2],
                                volume,
                                right,
                                shape.at(0, y, z),
                                shape.nx(),
                                shape.sy(),
                                shape.sz(),
                                scale);
                    }
                });
        solids.unblend(u);
        setOuterPressure(right, volume, impulse, law);
        float[][] beta = pressure.coefficients();
        solids.weigh(beta);
        solids.settle(right);
        pressure.prepare();
        double largest = accuracy.largest * voxel / dtSeconds;
        boolean singular = sides.noneOpen() && solids.areNone();
        Pressure.SolveReport solved =
                pressure.solve(impulse, right, accuracy.relative, largest, singular);
        pool.giveBack(right);
        solids.unblend(beta);
        correct(u, impulse);
        solids.hold(u);
        return new Report(
                solved.iterations(),
                solved.relative(),
                solved.largest() * dtSeconds / voxel,
                solved.converged());
    }

    /// h(S − ∇·u) of n cells.
    private static void rightRow(
            float[] u,
            float[] v,
            float[] w,
            float[] volume,
            float[] right,
            int at,
            int n,
            int sy,
            int sz,
            float scale) {
        for (int i = at, end = at + n; i < end; i++) {
            right[i] =
                    (volume[i] - 1f) * scale
                            - ((u[i + 1] - u[i]) + (v[i + sy] - v[i]) + (w[i + sz] - w[i]));
        }
    }

    private void setOuterPressure(float[] right, float[] volume, float[] p, GasLaw law) {
        float outside = (float) (1 / law.ambientDensity());
        workers.forEachSlab(shape.nz(), (z, worker) -> moments(right, volume, p, outside, z));
        double[] sums = new double[MOMENTS];
        for (int k = 0; k < MOMENTS; k++) {
            for (double part : partial[k]) {
                sums[k] += part;
            }
        }
        double weight = sums[4];
        double[] centre = new double[3];
        for (int axis = 0; axis < 3; axis++) {
            centre[axis] = weight > 0 ? sums[1 + axis] / weight : 0.5 * shape.count(axis);
        }
        // Σ right is ΔQ/h²; p Δt/h = ρ∞ ΔQ/(4π r h), r in voxels.
        double perVolume = law.ambientDensity() / (4 * Math.PI);
        double growth = perVolume * sums[0];
        double[] push = new double[3];
        boolean inside = sums[11] == 0;
        for (int axis = 0; inside && axis < 3; axis++) {
            push[axis] = perVolume * (sums[5 + axis] - centre[axis] * sums[0] - sums[8 + axis]);
        }
        workers.forEachSlab(
                shape.nz() + 2, (slab, worker) -> outerPlane(p, slab - 1, growth, push, centre));
    }

    /// Sums over a plane: of the right side; of |expansion|, with its first moments; the first
    /// moments of the right side; what lighter gas adds to them, Σ(β − β∞)∇p; and how many cells at
    /// open sides hold such gas.
    private void moments(float[] right, float[] volume, float[] p, float outside, int z) {
        double all = 0;
        double mx = 0;
        double my = 0;
        double mz = 0;
        double m = 0;
        double rx = 0;
        double ry = 0;
        double lx = 0;
        double ly = 0;
        double lz = 0;
        float[][] beta = pressure.coefficients();
        int sy = shape.sy();
        int sz = shape.sz();
        for (int y = 0; y < shape.ny(); y++) {
            int at = shape.at(0, y, z);
            double row = 0;
            for (int x = 0; x < shape.nx(); x++, at++) {
                float r = right[at];
                row += r;
                rx += r * (x + 0.5);
                double expansion = Math.abs(volume[at] - 1f);
                m += expansion;
                mx += expansion * (x + 0.5);
                my += expansion * (y + 0.5);
                mz += expansion * (z + 0.5);
                lx += (beta[0][at] - outside) * (p[at] - p[at - 1]);
                ly += (beta[1][at] - outside) * (p[at] - p[at - sy]);
                lz += (beta[2][at] - outside) * (p[at] - p[at - sz]);
            }
            all += row;
            ry += row * (y + 0.5);
        }
        double[] sums = {
            all, mx, my, mz, m, rx, ry, all * (z + 0.5), lx, ly, lz, lightAtSides(z, outside)
        };
        for (int k = 0; k < MOMENTS; k++) {
            partial[k][z] = sums[k];
        }
    }

    private int lightAtSides(int z, float outside) {
        float[] beta = pressure.coefficients()[2];
        float light = LIGHT * outside;
        boolean atSide =
                (z == 0 && !sides.lowClosed(2)) || (z == shape.nz() - 1 && !sides.highClosed(2));
        int count = 0;
        for (int y = 0; y < shape.ny(); y++) {
            boolean atRow =
                    atSide
                            || (y == 0 && !sides.lowClosed(1))
                            || (y == shape.ny() - 1 && !sides.highClosed(1));
            int at = shape.at(0, y, z);
            int last = shape.nx() - 1;
            for (int x = 0; atRow && x <= last; x++) {
                count += beta[at + x] > light ? 1 : 0;
            }
            count += !sides.lowClosed(0) && beta[at] > light ? 1 : 0;
            count += !sides.highClosed(0) && beta[at + last] > light ? 1 : 0;
        }
        return count;
    }

    private void outerPlane(float[] p, int z, double growth, double[] push, double[] centre) {
        boolean zOutside = z < 0 || z == shape.nz();
        for (int y = -1; y <= shape.ny(); y++) {
            boolean wholeRow = zOutside || y < 0 || y == shape.ny();
            int step = wholeRow ? 1 : shape.nx() + 1;
            for (int x = -1; x <= shape.nx(); x += step) {
                double dx = x + 0.5 - centre[0];
                double dy = y + 0.5 - centre[1];
                double dz = z + 0.5 - centre[2];
                double value = outer(dx, dy, dz, growth, push, 1, 1);
                double below = y + 0.5 + centre[1];
                if (sides.bottom()) {
                    value += outer(dx, below, dz, growth, push, 1, -1);
                }
                if (sides.mirrored()) {
                    double beside = x + 0.5 + centre[0];
                    value += outer(beside, dy, dz, growth, push, -1, 1);
                    if (sides.bottom()) {
                        value += outer(beside, below, dz, growth, push, -1, -1);
                    }
                }
                p[shape.at(x, y, z)] = (float) value;
            }
        }
    }

    /// Pressure of a growing and pushing point; `upward` is -1 for its mirror image in the ground,
    /// `eastward` for that in a mirror.
    private static double outer(
            double dx,
            double dy,
            double dz,
            double growth,
            double[] push,
            int eastward,
            int upward) {
        double square = dx * dx + dy * dy + dz * dz;
        double r = Math.sqrt(square);
        double along = eastward * push[0] * dx + upward * push[1] * dy + push[2] * dz;
        return growth / r + along / (square * r);
    }

    private void correct(float[][] u, float[] p) {
        float[][] beta = pressure.coefficients();
        Faces.forEachRow(
                shape,
                workers,
                (axis, at, n) -> correctRow(u[axis], beta[axis], p, at, n, shape.stride(axis)));
    }

    private static void correctRow(float[] u, float[] beta, float[] p, int at, int n, int stride) {
        for (int i = at, end = at + n; i < end; i++) {
            u[i] -= beta[i] * (p[i] - p[i - stride]);
        }
    }
}
