package ashfall.gas;

import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// Solves `Σ_f β_f (p_i − p_neighbour) = b_i` over a box, with the face coefficients β = 1/ρ of a
/// gas whose density varies eightfold.
///
/// Conjugate gradients, preconditioned by one multigrid V-cycle (McAdams, Sifakis & Teran 2010,
/// SCA): red-black Gauss–Seidel before, black-red after, trilinear prolongation, restriction by
/// sums of eight, coefficients averaged over coarse faces. The cycle is not quite symmetric, so the
/// flexible form of the step is used (Notay 2000, SIAM J. Sci. Comput. 22:1444). Closed sides have
/// β = 0; the spare layer of `p` holds the pressure outside open ones.
///
/// What follows each other is done plane by plane, each pass a plane behind the one before, so that
/// a cycle goes through memory twice down and up, not once a pass ([#chain]).
///
/// Arrays are float, sums are double in the order of the planes, so the bits do not depend on the
/// number of threads.
public final class Pressure {
    private static final int COARSEST_SWEEPS = 24;
    private static final int MOST_ITERATIONS = 80;

    /// Planes that a chain of passes goes through without looking at others' planes.
    private static final int CHUNK = 16;

    /// Grids of fewer cells are not worth handing to other threads.
    private static final int SMALL = 8192;

    /// What a solve reached: `relative` is the residual's 2-norm over that of the right side,
    /// `largest` its largest entry.
    public record SolveReport(int iterations, double relative, double largest, boolean converged) {}

    /// What is done with a plane once the pass before is done with it and the planes beside it.
    @FunctionalInterface
    private interface Pass {
        void run(int z, float[] row);
    }

    private final Workers workers;
    private final FieldPool pool;
    private final List<PressureLevel> levels = new ArrayList<>();
    private final double[] partialA;
    private final double[] partialB;
    private final float[] partialMax;
    private final float[][] rows;

    /// @param pool lends the arrays of a solve
    public Pressure(GridShape shape, FieldPool pool, Workers workers) {
        this.workers = workers;
        this.pool = pool;
        levels.add(new PressureLevel(shape, true));
        GridShape s = shape;
        while (Math.min(Math.min(s.nx(), s.ny()), s.nz()) > 4
                && s.nx() % 2 == 0
                && s.ny() % 2 == 0
                && s.nz() % 2 == 0) {
            s = new GridShape(s.nx() / 2, s.ny() / 2, s.nz() / 2);
            levels.add(new PressureLevel(s, false));
        }
        partialA = new double[shape.nz()];
        partialB = new double[shape.nz()];
        partialMax = new float[shape.nz()];
        rows = new float[workers.threads()][Math.max(PressureRows.PARTS, shape.nx() + 2)];
    }

    /// Coefficients of the lower faces along x, y, z, to be written before [#prepare]; 0 on closed
    /// sides. Lent by the pool until [#giveBackCoefficients].
    public float[][] coefficients() {
        float[][] beta = levels.getFirst().beta;
        for (int axis = 0; axis < 3 && beta[axis] == null; axis++) {
            beta[axis] = pool.borrow();
        }
        return beta;
    }

    /// Gives the coefficients' arrays back to the pool: they must be written anew before they are
    /// read again.
    public void giveBackCoefficients() {
        float[][] beta = levels.getFirst().beta;
        for (int axis = 0; axis < 3; axis++) {
            pool.giveBack(beta[axis]);
            beta[axis] = null;
        }
    }

    /// Takes over the coefficients to the coarser levels.
    public void prepare() {
        for (int l = 1; l < levels.size(); l++) {
            levels.get(l).average(levels.get(l - 1), l, workers);
        }
    }

    /// Solves for `p`, which holds a first guess inside and the outer pressure in its spare layers.
    ///
    /// @param residual the right side; the residual on return
    /// @param relativeTolerance of the residual's 2-norm to that of the right side
    /// @param largestAllowed bound on every entry of the residual
    /// @param singular no open side: the mean of the right side is removed first
    public SolveReport solve(
            float[] p,
            float[] residual,
            double relativeTolerance,
            double largestAllowed,
            boolean singular) {
        PressureLevel finest = levels.getFirst();
        GridShape s = finest.shape;
        if (singular) {
            removeMean(residual, s);
        }
        finest.f = residual;
        eachPlane(
                s,
                (z, worker) ->
                        partialA[z] = PressureRows.dot(residual, residual, s, z, rows[worker]));
        double right = Math.sqrt(total(partialA));
        eachPlane(
                s,
                (z, worker) -> {
                    finest.subtractImage(p, z);
                    norm(residual, z, rows[worker]);
                });
        double rest = Math.sqrt(total(partialA));
        double most = most();
        if (right == 0 || (rest <= relativeTolerance * right && most <= largestAllowed)) {
            return new SolveReport(0, right == 0 ? 0 : rest / right, most, true);
        }
        finest.q = borrowClear();
        float[] search = borrowClear();
        float[] image = pool.borrow();
        SolveReport report = iterate(p, search, image, right, relativeTolerance, largestAllowed);
        pool.giveBack(image);
        pool.giveBack(search);
        pool.giveBack(finest.q);
        return report;
    }

    /// Conjugate gradients from `search` 0 on.
    private SolveReport iterate(
            float[] p,
            float[] search,
            float[] image,
            double right,
            double relativeTolerance,
            double largestAllowed) {
        PressureLevel finest = levels.getFirst();
        GridShape s = finest.shape;
        float[] residual = finest.f;
        double before = 0;
        double alpha = 0;
        for (int iterations = 1; ; iterations++) {
            // The first search has nothing to look back to.
            boolean first = iterations == 1;
            vCycle(0, first ? null : image);
            double rq = total(partialA);
            float beta = first ? 0 : (float) (-alpha * total(partialB) / before);
            before = rq;
            chain(
                    s.nz(),
                    CHUNK,
                    (z, row) -> PressureRows.combine(finest.q, search, beta, s, z),
                    (z, row) -> partialA[z] = finest.image(search, image, z, row));
            alpha = rq / total(partialA);
            float step = (float) alpha;
            eachPlane(
                    s,
                    (z, worker) -> {
                        PressureRows.step(p, residual, search, image, step, s, z);
                        norm(residual, z, rows[worker]);
                    });
            double rest = Math.sqrt(total(partialA));
            double most = most();
            boolean reached = rest <= relativeTolerance * right && most <= largestAllowed;
            if (reached || iterations == MOST_ITERATIONS || !(rest < 1e30)) {
                return new SolveReport(iterations, rest / right, most, reached);
            }
        }
    }

    private float[] borrowClear() {
        float[] field = pool.borrow();
        Arrays.fill(field, 0);
        return field;
    }

    private void norm(float[] r, int z, float[] row) {
        GridShape s = levels.getFirst().shape;
        partialA[z] = PressureRows.dot(r, r, s, z, row);
        partialMax[z] = PressureRows.largest(r, s, z);
    }

    private double most() {
        float most = 0;
        for (float m : partialMax) {
            most = Math.max(most, m);
        }
        return most;
    }

    private static double total(double[] partial) {
        double sum = 0;
        for (double p : partial) {
            sum += p;
        }
        return sum;
    }

    private void removeMean(float[] f, GridShape s) {
        eachPlane(s, (z, worker) -> partialA[z] = PressureRows.sum(f, s, z));
        float mean = (float) (total(partialA) / s.cells());
        eachPlane(s, (z, worker) -> PressureRows.add(f, -mean, s, z));
    }

    private void eachPlane(GridShape s, Workers.Body body) {
        workers.forEachSlab(s.nz(), body);
    }

    /// Runs passes over all planes, each only where the pass before is done with the plane and the
    /// two beside it, and in the order of the planes where it counts: first inside chunks of
    /// planes, then around the borders between them.
    private void chain(int planes, int chunk, Pass... passes) {
        int chunks = Math.max(1, planes / chunk);
        workers.forEachSlab(
                chunks,
                (slab, worker) -> {
                    int from = slab * chunk;
                    boolean last = slab == chunks - 1;
                    int to = last ? planes : from + chunk;
                    for (int lead = from; lead < to + passes.length; lead++) {
                        for (int pass = 0; pass < passes.length; pass++) {
                            int z = lead - pass;
                            int low = slab == 0 ? from : from + pass;
                            int high = last ? to : to - pass;
                            if (z >= low && z < high) {
                                passes[pass].run(z, rows[worker]);
                            }
                        }
                    }
                });
        workers.forEachSlab(
                chunks - 1,
                (slab, worker) -> {
                    int border = (slab + 1) * chunk;
                    for (int pass = 1; pass < passes.length; pass++) {
                        for (int z = border - pass; z < border + pass; z++) {
                            passes[pass].run(z, rows[worker]);
                        }
                    }
                });
    }

    /// One V-cycle from zero: level l's `q` becomes an approximate solution for its `f`. On the
    /// finest level the products of `f` and of `beside`, if there is one, with q are left in the
    /// partial sums.
    private void vCycle(int l, float[] beside) {
        PressureLevel level = levels.get(l);
        int planes = level.shape.nz();
        int chunk = level.shape.cells() < SMALL ? planes : CHUNK;
        if (l == levels.size() - 1) {
            solveCoarsest(level);
            for (int z = 0; l == 0 && z < planes; z++) {
                products(level, beside, z, rows[0]);
            }
            return;
        }
        PressureLevel coarse = levels.get(l + 1);
        chain(
                planes,
                chunk,
                (z, row) -> level.firstRed(z),
                (z, row) -> level.relax(1, z, row),
                (z, row) -> level.restrictRed(coarse, z, row));
        vCycle(l + 1, null);
        coarse.mirrorClosedSides();
        chain(
                planes,
                chunk,
                (z, row) -> level.prolongRed(coarse, z, row),
                (z, row) -> level.relax(1, z, row),
                (z, row) -> {
                    level.relax(0, z, row);
                    if (l == 0) {
                        products(level, beside, z, row);
                    }
                });
    }

    private void products(PressureLevel level, float[] beside, int z, float[] row) {
        partialA[z] = PressureRows.dot(level.f, level.q, level.shape, z, row);
        if (beside != null) {
            partialB[z] = PressureRows.dot(beside, level.q, level.shape, z, row);
        }
    }

    private void solveCoarsest(PressureLevel level) {
        GridShape s = level.shape;
        int longest = Math.max(s.nx(), Math.max(s.ny(), s.nz()));
        int sweeps = Math.max(COARSEST_SWEEPS, 2 * longest);
        for (int z = 0; z < s.nz(); z++) {
            level.firstRed(z);
        }
        for (int sweep = 0; sweep < sweeps; sweep++) {
            boolean upward = sweep < sweeps / 2;
            for (int half = 0; half < 2; half++) {
                int colour = upward == (half == 0) ? 1 : 0;
                for (int z = 0; z < s.nz(); z++) {
                    level.relax(colour, z, rows[0]);
                }
            }
        }
    }
}
