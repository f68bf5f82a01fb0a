package ashfall.gas;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.Arrays;

/// One grid of the pressure's hierarchy: coefficients, right side `f` and solution `q`.
final class PressureLevel {
    final GridShape shape;
    final float[][] beta;
    final float[] inverse;
    final float[] f;
    final float[] q;
    final int sy;
    final int sz;

    PressureLevel(GridShape shape) {
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
    void average(PressureLevel fine, int depth, Workers workers) {
        float edge = 2f / (1f + 1f / (1 << depth)) / (2f / (1f + 1f / (1 << (depth - 1))));
        workers.forEachSlab(
                shape.nz() + 1,
                (z, worker) -> {
                    for (int axis = 0; axis < 3; axis++) {
                        averagePlane(fine, axis, z, edge);
                    }
                });
    }

    private void averagePlane(PressureLevel fine, int axis, int z, float edge) {
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
                                        + (by[i] * (c - p[i - sy]) + by[i + sy] * (c - p[i + sy])))
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
                                        + (by[i] * (c - p[i - sy]) + by[i + sy] * (c - p[i + sy])))
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
            for (int i = shape.at(x0, y, z), end = shape.at(shape.nx(), y, z); i < end; i += 2) {
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
            for (int i = shape.at(x0, y, z), end = shape.at(shape.nx(), y, z); i < end; i += 2) {
                float around =
                        (bx[i] * q[i - 1] + bx[i + 1] * q[i + 1])
                                + (by[i] * q[i - sy] + by[i + sy] * q[i + sy]);
                around += bz[i] * q[i - sz] + bz[i + sz] * q[i + sz];
                q[i] = (f[i] + around) * inverse[i];
            }
        }
    }

    /// Half the sum of the eight fine residuals, the scale that keeps the coefficients' meaning.
    /// After a black sweep the residual is zero on black cells, so only the four red ones are
    /// looked at.
    void restrictRed(PressureLevel coarse, int z) {
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
    void prolong(PressureLevel coarse, int z, float[] row) {
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

    /// Fills the spare layers for interpolation: the same value beyond a closed side, zero beyond
    /// an open one.
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
