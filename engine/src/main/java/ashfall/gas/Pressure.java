package ashfall.gas;

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
/// Arrays are float, sums are double in the order of the planes, so the bits do not depend on the
/// number of threads.
public final class Pressure {
    private static final int COARSEST_SWEEPS = 24;
    private static final int MOST_ITERATIONS = 80;

    /// What a solve reached: `relative` is the residual's 2-norm over that of the right side,
    /// `largest` its largest entry.
    public record SolveReport(int iterations, double relative, double largest, boolean converged) {}

    private final Workers workers;
    private final List<Level> levels = new ArrayList<>();
    private final float[] residual;
    private final float[] search;
    private final float[] image;
    private final double[] partialA;
    private final double[] partialB;
    private final float[] partialMax;
    private final float[][] rowScratch;

    public Pressure(GridShape shape, Workers workers) {
        this.workers = workers;
        levels.add(new Level(shape));
        GridShape s = shape;
        while (Math.min(Math.min(s.nx(), s.ny()), s.nz()) > 4
                && s.nx() % 2 == 0
                && s.ny() % 2 == 0
                && s.nz() % 2 == 0) {
            s = new GridShape(s.nx() / 2, s.ny() / 2, s.nz() / 2);
            levels.add(new Level(s));
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
        eachPlane(s, (z, worker) -> Rows.norm(residual, s, z, partialA, partialMax));
        fold(norm);
        double right = norm[0];
        eachPlane(s, (z, worker) -> levels.getFirst().subtractImage(p, z));
        eachPlane(s, (z, worker) -> Rows.norm(residual, s, z, partialA, partialMax));
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
                            Rows.step(
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
                            Rows.twoDots(residual, image, z, s, plane, partialA, partialB));
            double zr = total(partialA);
            float beta = (float) (-alpha * total(partialB) / rz);
            rz = zr;
            eachPlane(s, (plane, worker) -> Rows.combine(z, search, beta, s, plane));
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
        eachPlane(s, (z, worker) -> partialA[z] = Rows.dot(a, b, s, z));
        return total(partialA);
    }

    private void removeMean(float[] f, GridShape s) {
        eachPlane(s, (z, worker) -> partialA[z] = Rows.sum(f, s, z));
        float mean = (float) (total(partialA) / s.cells());
        eachPlane(s, (z, worker) -> Rows.add(f, -mean, s, z));
    }

    private void eachPlane(GridShape s, Workers.Body body) {
        workers.forEachSlab(s.nz(), body);
    }

    /// One V-cycle from zero: level l's `q` becomes an approximate solution for its `f`.
    private void vCycle(int l) {
        Level level = levels.get(l);
        GridShape s = level.shape;
        boolean small = s.cells() < 8192;
        if (l == levels.size() - 1) {
            for (int z = 0; z < s.nz(); z++) {
                level.firstRed(z);
            }
            for (int sweep = 0; sweep < COARSEST_SWEEPS; sweep++) {
                boolean upward = sweep < COARSEST_SWEEPS / 2;
                level.relaxAll(upward ? 1 : 0);
                level.relaxAll(upward ? 0 : 1);
            }
            return;
        }
        Level coarse = levels.get(l + 1);
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

    /// One grid of the hierarchy: coefficients, right side `f` and solution `q`.
    private static final class Level {
        final GridShape shape;
        final float[][] beta;
        final float[] inverse;
        final float[] f;
        final float[] q;
        final int sy;
        final int sz;

        Level(GridShape shape) {
            this.shape = shape;
            this.beta =
                    new float[][] {
                        new float[shape.size()], new float[shape.size()], new float[shape.size()]
                    };
            this.inverse = new float[shape.size()];
            this.f = new float[shape.size()];
            this.q = new float[shape.size()];
            this.sy = shape.sy();
            this.sz = shape.sz();
        }

        void invertDiagonal(Workers workers) {
            float[] bx = beta[0];
            float[] by = beta[1];
            float[] bz = beta[2];
            workers.forEachSlab(
                    shape.nz(),
                    (z, worker) -> {
                        for (int y = 0; y < shape.ny(); y++) {
                            for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                                float sum =
                                        ((bx[i] + bx[i + 1]) + (by[i] + by[i + sy]))
                                                + (bz[i] + bz[i + sz]);
                                inverse[i] = sum == 0 ? 0 : 1f / sum;
                            }
                        }
                    });
        }

        /// Coarse coefficients: the mean of the four fine faces. A fine ghost cell lies half a fine
        /// voxel outside an open side; so must the coarse one, hence the factor there.
        void average(Level fine, int depth, Workers workers) {
            float edge = 2f / (1f + 1f / (1 << depth)) / (2f / (1f + 1f / (1 << (depth - 1))));
            workers.forEachSlab(
                    shape.nz() + 1,
                    (z, worker) -> {
                        for (int axis = 0; axis < 3; axis++) {
                            averagePlane(fine, axis, z, edge);
                        }
                    });
        }

        private void averagePlane(Level fine, int axis, int z, float edge) {
            int nx = shape.nx() + (axis == 0 ? 1 : 0);
            int ny = shape.ny() + (axis == 1 ? 1 : 0);
            if (z == shape.nz() && axis != 2) {
                return;
            }
            int a = axis == 0 ? fine.sy : 1;
            int b = axis == 2 ? fine.sy : fine.sz;
            float[] from = fine.beta[axis];
            float[] to = beta[axis];
            for (int y = 0; y < ny; y++) {
                for (int x = 0; x < nx; x++) {
                    int i = fine.shape.at(2 * x, 2 * y, 2 * z);
                    int along = axis == 0 ? x : axis == 1 ? y : z;
                    boolean outer = along == 0 || along == shape.count(axis);
                    to[shape.at(x, y, z)] =
                            0.25f
                                    * ((from[i] + from[i + a]) + (from[i + b] + from[i + a + b]))
                                    * (outer ? edge : 1f);
                }
            }
        }

        /// `f -= A p` on a plane, where f holds the right side.
        void subtractImage(float[] p, int z) {
            float[] bx = beta[0];
            float[] by = beta[1];
            float[] bz = beta[2];
            for (int y = 0; y < shape.ny(); y++) {
                for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                    float c = p[i];
                    f[i] -=
                            ((bx[i] * (c - p[i - 1]) + bx[i + 1] * (c - p[i + 1]))
                                            + (by[i] * (c - p[i - sy])
                                                    + by[i + sy] * (c - p[i + sy])))
                                    + (bz[i] * (c - p[i - sz]) + bz[i + sz] * (c - p[i + sz]));
                }
            }
        }

        /// `out = A p` on a plane; returns the plane's part of p·Ap.
        double image(float[] p, float[] out, int z) {
            float[] bx = beta[0];
            float[] by = beta[1];
            float[] bz = beta[2];
            double sum = 0;
            for (int y = 0; y < shape.ny(); y++) {
                int first = shape.at(0, y, z);
                int end = first + shape.nx();
                for (int i = first; i < end; i++) {
                    float c = p[i];
                    out[i] =
                            ((bx[i] * (c - p[i - 1]) + bx[i + 1] * (c - p[i + 1]))
                                            + (by[i] * (c - p[i - sy])
                                                    + by[i + sy] * (c - p[i + sy])))
                                    + (bz[i] * (c - p[i - sz]) + bz[i + sz] * (c - p[i + sz]));
                }
                for (int i = first; i < end; i++) {
                    sum += (double) p[i] * out[i];
                }
            }
            return sum;
        }

        /// First half sweep from a zero guess: only the diagonal acts.
        void firstRed(int z) {
            for (int y = 0; y < shape.ny(); y++) {
                int x0 = (y + z) & 1;
                for (int i = shape.at(x0, y, z), end = shape.at(shape.nx(), y, z);
                        i < end;
                        i += 2) {
                    q[i] = f[i] * inverse[i];
                }
            }
        }

        void relaxAll(int colour) {
            for (int z = 0; z < shape.nz(); z++) {
                relax(colour, z);
            }
        }

        /// Gauss–Seidel on the cells of one colour (x + y + z even: 0, odd: 1) in a plane.
        void relax(int colour, int z) {
            float[] bx = beta[0];
            float[] by = beta[1];
            float[] bz = beta[2];
            for (int y = 0; y < shape.ny(); y++) {
                int x0 = (y + z + colour) & 1;
                for (int i = shape.at(x0, y, z), end = shape.at(shape.nx(), y, z);
                        i < end;
                        i += 2) {
                    float around =
                            (bx[i] * q[i - 1] + bx[i + 1] * q[i + 1])
                                    + (by[i] * q[i - sy] + by[i + sy] * q[i + sy]);
                    around += bz[i] * q[i - sz] + bz[i + sz] * q[i + sz];
                    q[i] = (f[i] + around) * inverse[i];
                }
            }
        }

        /// Half the sum of the eight fine residuals, the scale that keeps the coefficients'
        /// meaning. After a black sweep the residual is zero on black cells, so only the four red
        /// ones are looked at.
        void restrictRed(Level coarse, int z) {
            for (int y = 0; y < coarse.shape.ny(); y++) {
                int fine = shape.at(0, 2 * y, 2 * z);
                for (int i = coarse.shape.at(0, y, z), end = i + coarse.shape.nx();
                        i < end;
                        i++, fine += 2) {
                    coarse.f[i] =
                            0.5f
                                    * ((rest(fine) + rest(fine + 1 + sy))
                                            + (rest(fine + 1 + sz) + rest(fine + sy + sz)));
                }
            }
        }

        private float rest(int i) {
            float[] bx = beta[0];
            float[] by = beta[1];
            float[] bz = beta[2];
            float c = q[i];
            return f[i]
                    - (((bx[i] * (c - q[i - 1]) + bx[i + 1] * (c - q[i + 1]))
                                    + (by[i] * (c - q[i - sy]) + by[i + sy] * (c - q[i + sy])))
                            + (bz[i] * (c - q[i - sz]) + bz[i + sz] * (c - q[i + sz])));
        }

        /// Adds the coarse correction, interpolated linearly along each axis (weights 3/4 and 1/4).
        void prolong(Level coarse, int z, float[] row) {
            int cz = z >> 1;
            int nearZ = (z & 1) == 0 ? -coarse.sz : coarse.sz;
            int n = coarse.shape.nx();
            for (int y = 0; y < shape.ny(); y++) {
                int cy = y >> 1;
                int nearY = (y & 1) == 0 ? -coarse.sy : coarse.sy;
                int c = coarse.shape.at(-1, cy, cz);
                float[] g = coarse.q;
                for (int x = 0; x < n + 2; x++, c++) {
                    row[x] =
                            0.5625f * g[c]
                                    + 0.1875f * (g[c + nearY] + g[c + nearZ])
                                    + 0.0625f * g[c + nearY + nearZ];
                }
                int i = shape.at(0, y, z);
                for (int x = 1; x <= n; x++, i += 2) {
                    q[i] += 0.75f * row[x] + 0.25f * row[x - 1];
                    q[i + 1] += 0.75f * row[x] + 0.25f * row[x + 1];
                }
            }
        }

        /// Fills the spare layers for interpolation: the same value beyond a closed side, zero
        /// beyond an open one.
        void mirrorClosedSides() {
            Faces.fillSpare(shape, q, -1);
            int nx = shape.nx();
            for (int z = -1; z <= shape.nz(); z++) {
                for (int y = -1; y <= shape.ny(); y++) {
                    boolean inside = y >= 0 && y < shape.ny() && z >= 0 && z < shape.nz();
                    int cy = Math.max(0, Math.min(shape.ny() - 1, y));
                    int cz = Math.max(0, Math.min(shape.nz() - 1, z));
                    q[shape.at(-1, y, z)] *= open(beta[0], shape.at(0, cy, cz));
                    q[shape.at(nx, y, z)] *= open(beta[0], shape.at(nx, cy, cz));
                    if (inside) {
                        continue;
                    }
                    float keep =
                            y < 0
                                    ? open(beta[1], shape.at(0, 0, cz))
                                    : y == shape.ny() ? open(beta[1], shape.at(0, y, cz)) : 1;
                    keep *=
                            z < 0
                                    ? open(beta[2], shape.at(0, cy, 0))
                                    : z == shape.nz() ? open(beta[2], shape.at(0, cy, z)) : 1;
                    if (keep == 0) {
                        Arrays.fill(q, shape.at(-1, y, z), shape.at(nx, y, z) + 1, 0);
                    }
                }
            }
        }

        private static float open(float[] beta, int face) {
            return beta[face] == 0 ? 1 : 0;
        }
    }

    /// Vector rows of the conjugate gradient loop, a z-plane at a time, over the cells inside.
    private static final class Rows {
        static void norm(float[] r, GridShape s, int z, double[] squares, float[] largest) {
            double sum = 0;
            float most = 0;
            for (int y = 0; y < s.ny(); y++) {
                for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                    sum += (double) r[i] * r[i];
                    most = Math.max(most, Math.abs(r[i]));
                }
            }
            squares[z] = sum;
            largest[z] = most;
        }

        static void step(
                float[] p,
                float[] r,
                float[] search,
                float[] image,
                float alpha,
                GridShape s,
                int z,
                double[] squares,
                float[] largest) {
            for (int y = 0; y < s.ny(); y++) {
                for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                    p[i] += alpha * search[i];
                    r[i] -= alpha * image[i];
                }
            }
            norm(r, s, z, squares, largest);
        }

        static double dot(float[] a, float[] b, GridShape s, int z) {
            double sum = 0;
            for (int y = 0; y < s.ny(); y++) {
                for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                    sum += (double) a[i] * b[i];
                }
            }
            return sum;
        }

        static void twoDots(
                float[] a, float[] b, float[] c, GridShape s, int z, double[] ac, double[] bc) {
            ac[z] = dot(a, c, s, z);
            bc[z] = dot(b, c, s, z);
        }

        static void combine(float[] a, float[] search, float beta, GridShape s, int z) {
            for (int y = 0; y < s.ny(); y++) {
                for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                    search[i] = a[i] + beta * search[i];
                }
            }
        }

        static double sum(float[] f, GridShape s, int z) {
            double sum = 0;
            for (int y = 0; y < s.ny(); y++) {
                for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                    sum += f[i];
                }
            }
            return sum;
        }

        static void add(float[] f, float value, GridShape s, int z) {
            for (int y = 0; y < s.ny(); y++) {
                for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                    f[i] += value;
                }
            }
        }
    }
}
