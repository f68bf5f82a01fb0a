package ashfall.burn;

import ashfall.gas.GasFields;
import ashfall.grid.Exact;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.Arrays;

/// How much of a cell's radiation gets out of the hot cloud around it, on bricks of 8³ cells.
///
/// The factor is the mean over the six axis directions of e^(−τ), with τ the optical depth from the
/// brick's middle to the edge of the box. It is 1 in thin gas and near 0 deep in a sooty fireball,
/// whose core therefore stays hot while its skin cools.
public final class Escape {
    private static final int BRICK = 8;

    /// κ_P of soot: 1860 f_v T per m, at 1800 kg/m³ (physics reference, section 2.3).
    private static final double SOOT = 1860.0 / 1800.0;

    /// κ of undiluted products at 1500 K, 1/m, falling as (1500/T)² (fit to the TNF table for 10 %
    /// CO₂, 12 % H₂O).
    private static final double PRODUCTS = 1.5;

    private static final double PER_OXYGEN_IN_AIR = 1 / Fuel.OXYGEN_IN_AIR;

    private final GridShape shape;
    private final GridShape bricks;
    private final Workers workers;
    private final float[] depth;
    private final float[] factor;
    private final boolean mirrored;

    public Escape(GridShape shape, Workers workers) {
        this(shape, false, workers);
    }

    /// @param mirrored whether the cloud goes on beyond x = 0 as its own mirror image
    public Escape(GridShape shape, boolean mirrored, Workers workers) {
        this.mirrored = mirrored;
        this.shape = shape;
        this.workers = workers;
        this.bricks = new GridShape(up(shape.nx()), up(shape.ny()), up(shape.nz()));
        this.depth = new float[bricks.size()];
        this.factor = new float[bricks.size()];
        Arrays.fill(factor, 1);
    }

    private static int up(int n) {
        return (n + BRICK - 1) / BRICK;
    }

    /// Planck mean absorption of gas with soot, 1/m. Products are told from air by the oxygen they
    /// lack.
    static double absorption(double kelvin, float sootDensity, float oxygenShare) {
        double products = Math.max(0, 1 - oxygenShare * PER_OXYGEN_IN_AIR);
        double warm = 1500 / Math.max(600, kelvin);
        return SOOT * sootDensity * kelvin + PRODUCTS * products * Math.min(4, warm * warm);
    }

    /// Recomputes the factors from the fields; `voxel` in m.
    public void update(GasFields fields, float voxel) {
        workers.forEachSlab(bricks.nz(), (bz, worker) -> depthPlane(fields, voxel, bz));
        workers.forEachSlab(
                bricks.nz(),
                (bz, worker) -> {
                    for (int by = 0; by < bricks.ny(); by++) {
                        for (int bx = 0; bx < bricks.nx(); bx++) {
                            factor[bricks.at(bx, by, bz)] = mean(bx, by, bz);
                        }
                    }
                });
    }

    /// Optical depth of each brick along one of its edges.
    private void depthPlane(GasFields fields, float voxel, int bz) {
        for (int by = 0; by < bricks.ny(); by++) {
            for (int bx = 0; bx < bricks.nx(); bx++) {
                double sum = 0;
                int cells = 0;
                for (int z = bz * BRICK; z < Math.min(shape.nz(), (bz + 1) * BRICK); z += 2) {
                    for (int y = by * BRICK; y < Math.min(shape.ny(), (by + 1) * BRICK); y += 2) {
                        for (int x = bx * BRICK;
                                x < Math.min(shape.nx(), (bx + 1) * BRICK);
                                x += 2) {
                            int i = shape.at(x, y, z);
                            cells++;
                            if (fields.contents[GasFields.ENTHALPY][i] != 0
                                    || fields.contents[GasFields.SOOT][i] != 0) {
                                sum +=
                                        absorption(
                                                fields.temperature[i],
                                                fields.mass[i] * fields.contents[GasFields.SOOT][i],
                                                fields.contents[GasFields.OXYGEN][i]);
                            }
                        }
                    }
                }
                depth[bricks.at(bx, by, bz)] = (float) (sum / cells * BRICK * voxel);
            }
        }
    }

    private float mean(int bx, int by, int bz) {
        double sum = 0;
        for (int axis = 0; axis < 3; axis++) {
            int here = axis == 0 ? bx : axis == 1 ? by : bz;
            int stride = bricks.stride(axis);
            int at = bricks.at(bx, by, bz);
            double low = 0.5 * depth[at];
            for (int s = 1; s <= here; s++) {
                low += depth[at - s * stride];
            }
            for (int s = 0; mirrored && axis == 0 && s < bricks.nx(); s++) {
                low += depth[bricks.at(s, by, bz)];
            }
            double high = 0.5 * depth[at];
            for (int s = 1; s < bricks.count(axis) - here; s++) {
                high += depth[at + s * stride];
            }
            sum += Exact.exp(-low) + Exact.exp(-high);
        }
        return (float) (sum / 6);
    }

    /// Writes the factors of n cells from (x0, y, z) along x, interpolated between the middles of
    /// bricks.
    void row(int x0, int y, int z, int n, float[] out) {
        float gy = place(y, bricks.ny());
        float gz = place(z, bricks.nz());
        int iy = (int) gy;
        int iz = (int) gz;
        float ty = gy - iy;
        float tz = gz - iz;
        int dy = iy + 1 < bricks.ny() ? bricks.sy() : 0;
        int dz = iz + 1 < bricks.nz() ? bricks.sz() : 0;
        int at = bricks.at(0, iy, iz);
        int last = bricks.nx() - 1;
        for (int j = 0; j < n; ) {
            // Between the middles of two bricks the factors lie on a line.
            float gx = place(x0 + j, bricks.nx());
            int ix = (int) gx;
            float below = across(at + ix, dy, dz, ty, tz);
            float rise = across(at + Math.min(ix + 1, last), dy, dz, ty, tz) - below;
            for (; j < n && (int) gx == ix; j++) {
                out[j] = below + (gx - ix) * rise;
                gx = place(x0 + j + 1, bricks.nx());
            }
        }
    }

    private float across(int i, int dy, int dz, float ty, float tz) {
        float a = factor[i] + ty * (factor[i + dy] - factor[i]);
        float b = factor[i + dz] + ty * (factor[i + dz + dy] - factor[i + dz]);
        return a + tz * (b - a);
    }

    private static float place(int cell, int bricks) {
        return Math.max(0f, Math.min(bricks - 1, (cell + 0.5f) / BRICK - 0.5f));
    }
}
