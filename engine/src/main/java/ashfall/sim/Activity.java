package ashfall.sim;

import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.gas.Region;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

/// Looks over fields: where anything differs from still air, sums, extremes and where they are.
final class Activity {
    /// Half a kelvin, and the traces below which a frame leaves a voxel out.
    private static final float VISIBLE_HEAT = 500;

    private static final float VISIBLE_FUEL = 1e-6f;
    private static final float VISIBLE_SOOT = 1e-7f;

    /// Share of that which counts as nothing.
    private static final float TRACE = 1e-3f;

    private final GridShape shape;
    private final Workers workers;
    private final float[] most;

    Activity(GridShape shape, Workers workers) {
        this.shape = shape;
        this.workers = workers;
        this.most = new float[shape.nz() + 1];
    }

    /// Where there is heat, fuel or soot, more than traces far below what can be seen. They lie as
    /// a wide rim around all gas, since a step spreads them by a cell at least: moving them would
    /// cost half as much again as the gas. Outside they stay where they are; what crosses the edge
    /// shows in the ledger's transport defect.
    Region region(GasFields fields) {
        return region(fields, TRACE * VISIBLE_HEAT, TRACE * VISIBLE_FUEL, TRACE * VISIBLE_SOOT);
    }

    /// Where there is anything that a frame would keep.
    Region visible(GasFields fields) {
        return region(fields, VISIBLE_HEAT, VISIBLE_FUEL, VISIBLE_SOOT);
    }

    /// @param heat J/kg that a cell may hold outside; `fuel` and `soot`: mass fractions
    private Region region(GasFields fields, float heat, float fuel, float soot) {
        float[] e = fields.contents[GasFields.ENTHALPY];
        float[] f = fields.contents[GasFields.FUEL];
        float[] s = fields.contents[GasFields.SOOT];
        Region region = Region.none(shape);
        workers.forEachSlab(
                shape.nz(),
                (z, worker) -> {
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
                        region.add(y, z, first, last + 1);
                    }
                });
        return region;
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

    /// Temperatures of a region from its enthalpies. A trace of heat counts as none, inside the
    /// region as outside, so that the same gas always has the same temperature.
    void temperatures(GasFields fields, GasLaw law, Region region) {
        float[] enthalpy = fields.contents[GasFields.ENTHALPY];
        float[] kelvin = fields.temperature;
        float ambient = (float) law.temperatureOfEnthalpy(0);
        region.forEachRow(
                workers,
                (x, y, z, n, worker) -> {
                    for (int i = shape.at(x, y, z), end = i + n; i < end; i++) {
                        kelvin[i] =
                                Math.abs(enthalpy[i]) <= TRACE * VISIBLE_HEAT
                                        ? ambient
                                        : (float) law.temperatureOfEnthalpy(enthalpy[i]);
                    }
                });
    }
}
