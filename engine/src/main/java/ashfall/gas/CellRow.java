package ashfall.gas;

import java.util.Arrays;
import java.util.List;

/// What a sweep of the transport knows of some cells that lie side by side, each at the same place
/// of all arrays.
final class CellRow {
    /// Contents far below this become 0: the tails of a blob would end as subnormal numbers, which
    /// are many times as slow.
    private static final float DUST = 1e-20f;

    /// Gas volume over that of a cell, and one over it.
    final float[] volume;

    final float[] perVolume;

    /// Mass of that gas in a cubic metre of cell, kg/m³, and one over it.
    final float[] mass;

    final float[] perMass;

    /// Strain rate, 1/s, and from [Strain#exchange] on what is exchanged with a neighbour, as a
    /// share of a cell.
    final float[] exchange;

    /// Contents of a kilogram and, last, the mass in a cubic metre of gas.
    final float[][] value;

    /// Limited differences of the values from one side of the cell to the other.
    final float[][] slope;

    /// How many contents there are.
    final int contents;

    /// The last of the values and of the slopes: mass in a cubic metre of gas.
    final float[] density;

    final float[] densitySlope;

    CellRow(int length, int contents) {
        this.contents = contents;
        volume = new float[length];
        perVolume = new float[length];
        mass = new float[length];
        perMass = new float[length];
        exchange = new float[length];
        value = new float[contents + 1][length];
        slope = new float[contents + 1][length];
        density = value[contents];
        densitySlope = slope[contents];
    }

    /// Takes `n` cells from index `at` of the fields to place `to`.
    void load(GasFields fields, float[] volumes, int at, int to, int n) {
        System.arraycopy(volumes, at, volume, to, n);
        System.arraycopy(fields.mass, at, density, to, n);
        System.arraycopy(fields.strain, at, exchange, to, n);
        for (int k = 0; k < contents; k++) {
            System.arraycopy(fields.contents[k], at, value[k], to, n);
        }
    }

    /// Brings `n` cells from place `from` back to index `at` of the fields.
    void store(GasFields fields, float[] volumes, int from, int at, int n) {
        System.arraycopy(volume, from, volumes, at, n);
        System.arraycopy(density, from, fields.mass, at, n);
        for (int k = 0; k < contents; k++) {
            System.arraycopy(value[k], from, fields.contents[k], at, n);
        }
    }

    /// Finds the masses of `n` cells from their volumes and densities.
    void weigh(int n) {
        SweepRows.weigh(volume, density, mass, perVolume, perMass, n);
    }

    /// Repeats the cell at one place from `start` to before `end`.
    void repeat(int place, int start, int end) {
        Arrays.fill(volume, start, end, volume[place]);
        Arrays.fill(exchange, start, end, 0);
        for (float[] v : value) {
            Arrays.fill(v, start, end, v[place]);
        }
    }

    void flatten(int start, int end) {
        for (float[] s : slope) {
            Arrays.fill(s, start, end, 0);
        }
    }

    /// Slopes of cells whose neighbours stand in two other rows, or in the same some places on.
    void slopes(CellRow below, int low, CellRow above, int high, int from, int to) {
        for (int k = 0; k < value.length; k++) {
            SweepRows.slopes(
                    below.value[k], low, value[k], above.value[k], high, slope[k], from, to);
        }
    }

    /// Flattens some contents.
    void soften(List<Integer> contents, int n) {
        for (int k : contents) {
            Arrays.fill(slope[k], 0, n, 0);
        }
    }

    /// What becomes of cells once the fluxes through their lower and upper faces are known, the
    /// latter `by` places on.
    void update(FaceRow low, FaceRow high, int by, CellRow out, int from, int to) {
        SweepRows.update(volume, low.moved, high.moved, by, out.volume, from, to);
        SweepRows.update(mass, low.mass, high.mass, by, out.mass, from, to);
        for (int k = 0; k < contents; k++) {
            SweepRows.update(
                    value[k],
                    mass,
                    low.flux[k],
                    high.flux[k],
                    by,
                    out.mass,
                    DUST,
                    out.value[k],
                    from,
                    to);
        }
        SweepRows.divide(out.mass, out.volume, out.density, from, to);
    }
}
