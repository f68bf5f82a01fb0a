package ashfall.gas;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.ArrayList;
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
/// Arrays are float, sums are double in the order of the planes, so the bits do not depend on the
/// number of threads.
public final class Pressure {
    private static final int COARSEST_SWEEPS = 24;
    private static final int MOST_ITERATIONS = 80;

    /// What a solve reached: `relative` is the residual's 2-norm over that of the right side,
    /// `largest` its largest entry.
    public record SolveReport(int iterations, double relative, double largest, boolean converged) {}

    private final Workers workers;
    private final List<PressureLevel> levels = new ArrayList<>();
    private final float[] residual;
    private final float[] search;
    private final float[] image;
    private final double[] partialA;
    private final double[] partialB;
    private final float[] partialMax;
    private final float[][] rowScratch;

    public Pressure(GridShape shape, Workers workers) {
        this.workers = workers;
        levels.add(new PressureLevel(shape));
        GridShape s = shape;
        while (Math.min(Math.min(s.nx(), s.ny()), s.nz()) > 4
                && s.nx() % 2 == 0
                && s.ny() % 2 == 0
                && s.nz() % 2 == 0) {
            s = new GridShape(s.nx() / 2, s.ny() / 2, s.nz() / 2);
            levels.add(new PressureLevel(s));
        }
        residual = levels.getFirst().f;
        search = new float[shape.size()];
        image = new float[shape.size()];
        partialA = new double[shape.nz()];
        partialB = new double[shape.nz()];
        partialMax = new float[shape.nz()];
        rowScratch = new float[workers.threads()][shape.nx() + 2];
    }

    /// Coefficients of the lower faces along x, y, z, to be written before [#prepare]; 0 on closed
    /// sides.
    public float[][] coefficients() {
        return levels.getFirst().beta;
    }

    /// Where the right side is written before [#solve]; destroyed by it.
    public float[] rightSide() {
        return residual;
    }

    /// Takes over the coefficients: inverse diagonals, and the coarser levels.
    public void prepare() {
        for (int l = 0; l < levels.size(); l++) {
            if (l > 0) {
                levels.get(l).average(levels.get(l - 1), l, workers);
            }
            levels.get(l).invertDiagonal(workers);
        }
    }

    /// Solves for `p`, which holds a first guess inside and the outer pressure in its spare layers.
    ///
    /// @param relativeTolerance of the residual's 2-norm to that of the right side
    /// @param largestAllowed bound on every entry of the residual
    /// @param singular no open side: the mean of the right side is removed first
    public SolveReport solve(
            float[] p, double relativeTolerance, double largestAllowed, boolean singular) {
        GridShape s = levels.getFirst().shape;
        if (singular) {
            removeMean(residual, s);
        }
        double[] norm = new double[2];
        eachPlane(s, (z, worker) -> PressureRows.norm(residual, s, z, partialA, partialMax));
        fold(norm);
        double right = norm[0];
        eachPlane(s, (z, worker) -> levels.getFirst().subtractImage(p, z));
        eachPlane(s, (z, worker) -> PressureRows.norm(residual, s, z, partialA, partialMax));
        fold(norm);
        if (right == 0 || reached(norm, right, relativeTolerance, largestAllowed)) {
            return new SolveReport(0, right == 0 ? 0 : norm[0] / right, norm[1], true);
        }
        float[] z = levels.getFirst().q;
        vCycle(0);
        System.arraycopy(z, 0, search, 0, z.length);
        double rz = dot(residual, z, s);
        int iterations = 0;
        while (iterations < MOST_ITERATIONS) {
            iterations++;
            eachPlane(
                    s,
                    (plane, worker) ->
                            partialA[plane] = levels.getFirst().image(search, image, plane));
            double alpha = rz / total(partialA);
            float step = (float) alpha;
            eachPlane(
                    s,
                    (plane, worker) ->
                            PressureRows.step(
                                    p,
                                    residual,
                                    search,
                                    image,
                                    step,
                                    s,
                                    plane,
                                    partialA,
                                    partialMax));
            fold(norm);
            if (reached(norm, right, relativeTolerance, largestAllowed)) {
                return new SolveReport(iterations, norm[0] / right, norm[1], true);
            }
            if (!(norm[0] < 1e30)) {
                break;
            }
            vCycle(0);
            eachPlane(
                    s,
                    (plane, worker) ->
                            PressureRows.twoDots(residual, image, z, s, plane, partialA, partialB));
            double zr = total(partialA);
            float beta = (float) (-alpha * total(partialB) / rz);
            rz = zr;
            eachPlane(s, (plane, worker) -> PressureRows.combine(z, search, beta, s, plane));
        }
        return new SolveReport(iterations, norm[0] / right, norm[1], false);
    }

    private static boolean reached(double[] norm, double right, double relative, double largest) {
        return norm[0] <= relative * right && norm[1] <= largest;
    }

    private void fold(double[] norm) {
        double sum = 0;
        float most = 0;
        for (int z = 0; z < partialA.length; z++) {
            sum += partialA[z];
            most = Math.max(most, partialMax[z]);
        }
        norm[0] = Math.sqrt(sum);
        norm[1] = most;
    }

    private static double total(double[] partial) {
        double sum = 0;
        for (double p : partial) {
            sum += p;
        }
        return sum;
    }

    private double dot(float[] a, float[] b, GridShape s) {
        eachPlane(s, (z, worker) -> partialA[z] = PressureRows.dot(a, b, s, z));
        return total(partialA);
    }

    private void removeMean(float[] f, GridShape s) {
        eachPlane(s, (z, worker) -> partialA[z] = PressureRows.sum(f, s, z));
        float mean = (float) (total(partialA) / s.cells());
        eachPlane(s, (z, worker) -> PressureRows.add(f, -mean, s, z));
    }

    private void eachPlane(GridShape s, Workers.Body body) {
        workers.forEachSlab(s.nz(), body);
    }

    /// One V-cycle from zero: level l's `q` becomes an approximate solution for its `f`.
    private void vCycle(int l) {
        PressureLevel level = levels.get(l);
        GridShape s = level.shape;
        boolean small = s.cells() < 8192;
        if (l == levels.size() - 1) {
            for (int z = 0; z < s.nz(); z++) {
                level.firstRed(z);
            }
            int longest = Math.max(s.nx(), Math.max(s.ny(), s.nz()));
            int sweeps = Math.max(COARSEST_SWEEPS, 2 * longest);
            for (int sweep = 0; sweep < sweeps; sweep++) {
                boolean upward = sweep < sweeps / 2;
                level.relaxAll(upward ? 1 : 0);
                level.relaxAll(upward ? 0 : 1);
            }
            return;
        }
        PressureLevel coarse = levels.get(l + 1);
        if (small) {
            for (int z = 0; z < s.nz(); z++) {
                level.firstRed(z);
            }
            level.relaxAll(1);
            for (int z = 0; z < coarse.shape.nz(); z++) {
                level.restrictRed(coarse, z);
            }
        } else {
            eachPlane(s, (z, worker) -> level.firstRed(z));
            eachPlane(s, (z, worker) -> level.relax(1, z));
            eachPlane(coarse.shape, (z, worker) -> level.restrictRed(coarse, z));
        }
        vCycle(l + 1);
        coarse.mirrorClosedSides();
        if (small) {
            for (int z = 0; z < s.nz(); z++) {
                level.prolong(coarse, z, rowScratch[0]);
            }
            level.relaxAll(1);
            level.relaxAll(0);
        } else {
            eachPlane(s, (z, worker) -> level.prolong(coarse, z, rowScratch[worker]));
            eachPlane(s, (z, worker) -> level.relax(1, z));
            eachPlane(s, (z, worker) -> level.relax(0, z));
        }
    }
}
