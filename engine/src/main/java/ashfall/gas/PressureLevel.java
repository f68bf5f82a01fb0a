package ashfall.gas;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.Arrays;

/// One grid of the pressure's hierarchy: coefficients, right side `f` and solution `q`. Cells with
/// x + y + z even are red, the others black.
final class PressureLevel {
    final GridShape shape;
    final float[][] beta;
    final int sy;
    final int sz;
    float[] f;
    float[] q;

    /// @param finest whose arrays are lent
    PressureLevel(GridShape shape, boolean finest) {
        this.shape = shape;
        this.beta = new float[3][];
        if (!finest) {
            Arrays.setAll(beta, axis -> new float[shape.size()]);
            this.f = new float[shape.size()];
            this.q = new float[shape.size()];
        }
        this.sy = shape.sy();
        this.sz = shape.sz();
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
        for (int y = 0; y < shape.ny(); y++) {
            PressureRows.subtractImage(
                    p, beta[0], beta[1], beta[2], f, shape.at(0, y, z), shape.nx(), sy, sz);
        }
    }

    /// `out = A p` on a plane; returns the plane's part of p·Ap.
    double image(float[] p, float[] out, int z, float[] row) {
        for (int y = 0; y < shape.ny(); y++) {
            PressureRows.image(
                    p, beta[0], beta[1], beta[2], out, shape.at(0, y, z), shape.nx(), sy, sz);
        }
        return PressureRows.dot(p, out, shape, z, row);
    }

    /// Red half sweep from a zero guess.
    void firstRed(int z) {
        for (int y = 0; y < shape.ny(); y++) {
            PressureRows.first(
                    q, f, beta[0], beta[1], beta[2], shape.at(0, y, z), shape.nx(), sy, sz);
        }
    }

    /// Gauss–Seidel on the red (0) or black (1) cells of a plane.
    void relax(int colour, int z, float[] row) {
        for (int y = 0; y < shape.ny(); y++) {
            PressureRows.relax(
                    q,
                    f,
                    beta[0],
                    beta[1],
                    beta[2],
                    row,
                    shape.at(0, y, z),
                    shape.nx(),
                    sy,
                    sz,
                    (y + z + colour) & 1);
        }
    }

    /// Half the sum of the eight fine residuals, the scale that keeps the coefficients' meaning,
    /// from one of their two planes. After a black sweep the residual is zero on black cells, so
    /// only the red ones are looked at.
    void restrictRed(PressureLevel coarse, int z, float[] row) {
        float[] to = coarse.f;
        for (int y = 0; y < coarse.shape.ny(); y++) {
            Arrays.fill(row, 0, shape.nx(), 0);
            for (int side = 0; side < 2; side++) {
                int fine = shape.at(0, 2 * y + side, z);
                PressureRows.addRest(
                        q,
                        f,
                        beta[0],
                        beta[1],
                        beta[2],
                        row,
                        fine,
                        shape.nx(),
                        sy,
                        sz,
                        (side + z) & 1);
            }
            int c = coarse.shape.at(0, y, z >> 1);
            for (int x = 0, n = coarse.shape.nx(); x < n; x++) {
                float sum = 0.5f * (row[2 * x] + row[2 * x + 1]);
                to[c + x] = (z & 1) == 0 ? sum : to[c + x] + sum;
            }
        }
    }

    /// Adds the coarse correction to the red cells of a plane, interpolated linearly along each
    /// axis (weights 3/4 and 1/4). Black cells are relaxed next, whatever they hold.
    void prolongRed(PressureLevel coarse, int z, float[] row) {
        int nearZ = (z & 1) == 0 ? -coarse.sz : coarse.sz;
        int n = coarse.shape.nx();
        for (int y = 0; y < shape.ny(); y++) {
            int nearY = (y & 1) == 0 ? -coarse.sy : coarse.sy;
            PressureRows.between(
                    coarse.q, row, coarse.shape.at(-1, y >> 1, z >> 1), n + 2, nearY, nearZ);
            int parity = (y + z) & 1;
            int side = parity == 0 ? -1 : 1;
            int i = shape.at(parity, y, z);
            for (int x = 1; x <= n; x++, i += 2) {
                q[i] += 0.75f * row[x] + 0.25f * row[x + side];
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
