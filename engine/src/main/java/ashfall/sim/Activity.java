package ashfall.sim;

import ashfall.gas.CellRange;
import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

/// Looks over fields: where anything differs from still air, sums, extremes and where they are.
final class Activity {
    /// Half a kelvin, and the traces below which a frame leaves a voxel out.
    private static final float VISIBLE_HEAT = 500;

    private static final float VISIBLE_FUEL = 1e-6f;
    private static final float VISIBLE_SOOT = 1e-7f;

    private final GridShape shape;
    private final Workers workers;
    private final int[][] bounds;
    private final float[] most;

    Activity(GridShape shape, Workers workers) {
        this.shape = shape;
        this.workers = workers;
        this.bounds = new int[shape.nz()][4];
        this.most = new float[shape.nz() + 1];
    }

    /// The smallest range outside which there is neither heat, fuel nor soot.
    CellRange range(GasFields fields) {
        return range(fields, 0, 0, 0);
    }

    /// The smallest range outside which there is nothing that a frame would keep.
    CellRange visibleRange(GasFields fields) {
        return range(fields, VISIBLE_HEAT, VISIBLE_FUEL, VISIBLE_SOOT);
    }

    /// @param heat J/kg that a cell may hold outside; `fuel` and `soot`: mass fractions
    private CellRange range(GasFields fields, float heat, float fuel, float soot) {
        float[] e = fields.contents[GasFields.ENTHALPY];
        float[] f = fields.contents[GasFields.FUEL];
        float[] s = fields.contents[GasFields.SOOT];
        workers.forEachSlab(
                shape.nz(),
                (z, worker) -> {
                    int[] b = bounds[z];
                    b[0] = shape.nx();
                    b[1] = -1;
                    b[2] = shape.ny();
                    b[3] = -1;
                    for (int y = 0; y < shape.ny(); y++) {
                        int at = shape.at(0, y, z);
                        int first = 0;
                        while (first < shape.nx()
                                && Math.abs(e[at + first]) <= heat
                                && f[at + first] <= fuel
                                && s[at + first] <= soot) {
                            first++;
                        }
                        if (first == shape.nx()) {
                            continue;
                        }
                        int last = shape.nx() - 1;
                        while (Math.abs(e[at + last]) <= heat
                                && f[at + last] <= fuel
                                && s[at + last] <= soot) {
                            last--;
                        }
                        b[0] = Math.min(b[0], first);
                        b[1] = Math.max(b[1], last);
                        b[2] = Math.min(b[2], y);
                        b[3] = Math.max(b[3], y);
                    }
                });
        CellRange all = new CellRange(0, 0, 0, 0, 0, 0);
        for (int z = 0; z < shape.nz(); z++) {
            int[] b = bounds[z];
            if (b[1] >= 0) {
                all = all.union(new CellRange(b[0], b[1] + 1, b[2], b[3] + 1, z, z + 1));
            }
        }
        return all;
    }

    /// Largest absolute value of a component inside the box, upper faces included.
    double largest(float[][] components) {
        float all = 0;
        for (float[] f : components) {
            workers.forEachSlab(
                    shape.nz(),
                    (z, worker) -> {
                        float m = 0;
                        for (int y = 0; y < shape.ny(); y++) {
                            for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                                m = Math.max(m, Math.abs(f[i]));
                            }
                        }
                        most[z] = m;
                    });
            for (int z = 0; z < shape.nz(); z++) {
                all = Math.max(all, most[z]);
            }
        }
        return all;
    }

    /// Cell with the largest absolute value, or the first that is not a number.
    int[] whereLargest(float[][] components) {
        int[] where = {0, 0, 0};
        float all = -1;
        for (float[] f : components) {
            for (int z = 0; z < shape.nz(); z++) {
                for (int y = 0; y < shape.ny(); y++) {
                    for (int x = 0; x < shape.nx(); x++) {
                        float value = Math.abs(f[shape.at(x, y, z)]);
                        if (Float.isNaN(value)) {
                            return new int[] {x, y, z};
                        }
                        if (value > all) {
                            all = value;
                            where = new int[] {x, y, z};
                        }
                    }
                }
            }
        }
        return where;
    }

    /// Highest layer (0 = lowest) with a value above a threshold; -1 without any.
    int highestAbove(float[] f, float threshold) {
        for (int y = shape.ny() - 1; y >= 0; y--) {
            for (int z = 0; z < shape.nz(); z++) {
                for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                    if (f[i] > threshold) {
                        return y;
                    }
                }
            }
        }
        return -1;
    }

    /// Sum of content times mass over all cells, in double, plane by plane.
    double sum(float[] content, float[] mass, double[] partial) {
        workers.forEachSlab(
                shape.nz(),
                (z, worker) -> {
                    double s = 0;
                    for (int y = 0; y < shape.ny(); y++) {
                        for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                            s += (double) content[i] * mass[i];
                        }
                    }
                    partial[z] = s;
                });
        double sum = 0;
        for (double p : partial) {
            sum += p;
        }
        return sum;
    }

    /// Temperatures of a range from its enthalpies.
    void temperatures(GasFields fields, GasLaw law, CellRange r) {
        workers.forEachSlab(
                r.depth(),
                (slab, worker) -> {
                    for (int y = r.y0(); y < r.y1(); y++) {
                        law.rows(
                                fields.contents[GasFields.ENTHALPY],
                                fields.temperature,
                                shape.at(r.x0(), y, r.z0() + slab),
                                r.width());
                    }
                });
    }
}
