package ashfall.gas;

import java.util.Arrays;
import java.util.List;

/// What a sweep of the transport knows of some cells that lie side by side, each at the same place
/// of all arrays. Rows that belong together differ in the cells, not in the places, because loops
/// over one index become vector instructions.
final class CellRow {
    /// Index of the mass in a cubic metre of gas among the values, after the contents.
    static final int MASS = GasFields.CONTENTS;

    private static final int VALUES = MASS + 1;

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

    CellRow(int length) {
        volume = new float[length];
        perVolume = new float[length];
        mass = new float[length];
        perMass = new float[length];
        exchange = new float[length];
        value = new float[VALUES][length];
        slope = new float[VALUES][length];
    }

    /// Takes `n` cells from index `at` of the fields to place `to`.
    void load(GasFields fields, float[] volumes, int at, int to, int n) {
        System.arraycopy(volumes, at, volume, to, n);
        System.arraycopy(fields.mass, at, value[MASS], to, n);
        System.arraycopy(fields.strain, at, exchange, to, n);
        for (int k = 0; k < MASS; k++) {
            System.arraycopy(fields.contents[k], at, value[k], to, n);
        }
    }

    /// Brings `n` cells from place `from` back to index `at` of the fields.
    void store(GasFields fields, float[] volumes, int from, int at, int n) {
        System.arraycopy(volume, from, volumes, at, n);
        System.arraycopy(value[MASS], from, fields.mass, at, n);
        for (int k = 0; k < MASS; k++) {
            System.arraycopy(value[k], from, fields.contents[k], at, n);
        }
    }

    /// Finds the masses of `n` cells from their volumes and densities.
    void weigh(int n) {
        float[] density = value[MASS];
        for (int i = 0; i < n; i++) {
            mass[i] = volume[i] * density[i];
            perVolume[i] = 1f / volume[i];
        }
        for (int i = 0; i < n; i++) {
            perMass[i] = 1f / mass[i];
        }
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

    /// Slopes of `n` cells whose neighbours stand in two other rows.
    void slopes(CellRow below, CellRow above, int n) {
        for (int k = 0; k < VALUES; k++) {
            slopes(below.value[k], value[k], above.value[k], slope[k], n);
        }
    }

    /// Flattens some contents.
    void soften(List<Integer> contents, int n) {
        for (int k : contents) {
            Arrays.fill(slope[k], 0, n, 0);
        }
    }

    /// The cells of another row `by` places on.
    void shift(CellRow from, int by, int n) {
        shift(from.volume, volume, by, n);
        shift(from.perVolume, perVolume, by, n);
        shift(from.perMass, perMass, by, n);
        shift(from.exchange, exchange, by, n);
        for (int k = 0; k < VALUES; k++) {
            shift(from.value[k], value[k], by, n);
            shift(from.slope[k], slope[k], by, n);
        }
    }

    /// `to[i] = from[i + by]` as far as both exist.
    static void shift(float[] from, float[] to, int by, int n) {
        System.arraycopy(from, Math.max(0, by), to, Math.max(0, -by), n - Math.abs(by));
    }

    /// The monotonised central limiter (van Leer 1977, J. Comput. Phys. 23:276): the smallest of
    /// twice the differences to both sides and their mean, 0 at extrema. One of the two terms is 0:
    /// minima and maxima are vector instructions, signs and choices are not.
    static void slopes(float[] below, float[] here, float[] above, float[] slope, int n) {
        for (int i = 0; i < n; i++) {
            float a = 2f * (here[i] - below[i]);
            float b = 2f * (above[i] - here[i]);
            float mean = 0.25f * (a + b);
            slope[i] =
                    Math.max(0f, Math.min(Math.min(a, b), mean))
                            + Math.min(0f, Math.max(Math.max(a, b), mean));
        }
    }

    /// What becomes of `n` cells once the fluxes through their lower and upper faces are known.
    void update(FaceRow low, FaceRow high, CellRow out, int n) {
        update(volume, low.moved, high.moved, out.volume, n);
        update(mass, low.flux[MASS], high.flux[MASS], out.mass, n);
        for (int k = 0; k < MASS; k++) {
            update(value[k], mass, low.flux[k], high.flux[k], out.mass, out.value[k], n);
        }
        float[] density = out.value[MASS];
        for (int i = 0; i < n; i++) {
            density[i] = out.mass[i] / out.volume[i];
        }
    }

    private static void update(float[] held, float[] in, float[] gone, float[] out, int n) {
        for (int i = 0; i < n; i++) {
            out[i] = held[i] + (in[i] - gone[i]);
        }
    }

    private static void update(
            float[] c, float[] mass, float[] in, float[] gone, float[] after, float[] out, int n) {
        for (int i = 0; i < n; i++) {
            float next = (c[i] * mass[i] + (in[i] - gone[i])) / after[i];
            out[i] = (next + DUST) - DUST;
        }
    }
}
