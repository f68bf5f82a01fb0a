package ashfall.burn;

import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.gas.Region;
import ashfall.grid.Box;
import ashfall.grid.Exact;
import ashfall.grid.GridShape;
import ashfall.grid.Noise;
import ashfall.work.Workers;

import java.util.Arrays;
import java.util.List;

/// Burns what can burn in a time step and finds the volume that the gas of each cell then needs.
///
/// Per cell, in this order: what sources gave is mixed in; each fuel burns with its share of the
/// oxygen at the pace of mixing, limited by both, `Δm = min(ρY_F, ρY_O/s)(1 − e^(−Δt/τ))` with `τ
/// = max(τ_burn, min(Δ²/π²D, 0.4Δ/√(2k/3), √(2Δ/g)))` and k = (CΔ|S|)² (after McDermott et al.
/// 2011, who have Δ²/D). Gas hotter than its ignition burns; cooler gas that touches such a cell
/// burns no faster than a flame edge of speed S runs through it, in Δ/S, so that flames spread
/// and hold at the same speed on every grid. Wrinkles that a voxel cannot show make it run faster
/// ([#wrinkling]). The radiated share of the heat leaves at once; soot forms with what burns and
/// is burnt again in hot gas with oxygen; gas that does not burn cools by T⁴ radiation times an
/// escape factor, with the exact update `T = (T₀⁻³ + 3Ct)^(−1/3)`. The enthalpy of the cell's
/// mass decides the new temperature, never a clamp.
///
/// The mass of the cell then fills `V = m T/K` of it, K = p₀W/R; the projection lets exactly the
/// excess V − 1 out. That covers every cause of a change of volume: heat, cooling, sources, and
/// the mixing of gases of different specific heat.
public final class Burning {
    /// Size below which flame fronts are smooth, m.
    private static final double SMOOTH = 0.02;

    /// Sums a slab keeps, before those of [Totals#heatOf]; see [Totals].
    static final int SUMS = 8;

    /// How a fuel burns.
    ///
    /// @param ignition temperature above which fuel burns, K
    /// @param spread speed of a smooth flame's edge in still gas, m/s
    /// @param sootYield kg per kg burnt
    /// @param radiantShare share of the heat that leaves where it burns
    public record Reaction(
            Fuel fuel, double ignition, double spread, double sootYield, double radiantShare) {
        /// As the table has it.
        public static Reaction of(Fuel fuel) {
            return new Reaction(
                    fuel, fuel.ignition(), fuel.edgeSpeed(), fuel.sootYield(), fuel.radiantShare());
        }
    }

    /// @param reactions of the fuels; the first one's radiant share is that of burning soot
    /// @param burnTime shortest time in which fuel is used up, s
    /// @param unevenness of that time from place to place
    /// @param sootBurnTime time in which hot soot with oxygen is used up, s
    /// @param unburnt share of the fuel that passes unburnt and gives no heat
    /// @param cooling factor on the T⁴ radiation; 1 is physical
    /// @param linear K that gas which does not burn loses each second besides
    /// @param fades what is left of smoke, heat and fuel
    /// @param origins whose what burns is
    public record Settings(
            List<Reaction> reactions,
            double burnTime,
            Unevenness unevenness,
            double sootBurnTime,
            double unburnt,
            double cooling,
            double linear,
            double gravity,
            Fades fades,
            Origins origins) {
        public Settings {
            reactions = List.copyOf(reactions);
        }

        /// For fuel that is nobody's.
        public Settings(
                List<Reaction> reactions,
                double burnTime,
                Unevenness unevenness,
                double sootBurnTime,
                double unburnt,
                double cooling,
                double linear,
                double gravity,
                Fades fades) {
            this(
                    reactions,
                    burnTime,
                    unevenness,
                    sootBurnTime,
                    unburnt,
                    cooling,
                    linear,
                    gravity,
                    fades,
                    Origins.NONE);
        }

        /// Lowest temperature above which any of the fuels burns, K.
        public double ignition() {
            return reactions.stream().mapToDouble(Reaction::ignition).min().orElseThrow();
        }
    }

    /// How much faster than a smooth one a flame runs through a voxel whose wrinkles it cannot
    /// show: `(Δ/2 cm)^(1/3)`, at least 1. Free flames of gas clouds have fronts of fractal
    /// dimension 7/3 (Gostintsev, Istratov & Shulenin 1988, Combust. Explos. Shock Waves 24:563):
    /// what a coarse grid leaves out in wrinkles it gets back in speed.
    public static double wrinkling(double voxel) {
        return Math.max(1, Exact.cbrt(voxel / SMOOTH));
    }

    /// By how much the burn time differs from place to place.
    ///
    /// @param amount 0 even, 1 from nearly none to over twice the time
    /// @param grain size of the places, m
    public record Unevenness(long seed, double amount, double grain) {
        /// The same everywhere.
        public static final Unevenness NONE = new Unevenness(0, 0, 1);

        /// Factor on the time at a point, 1 in the mean.
        public double at(double x, double y, double z) {
            double noise = Noise.octaves(seed, x / grain, y / grain, z / grain);
            return Math.max(0, 1 + 2.2 * amount * noise);
        }
    }

    /// Share that is left after a time, for each of the contents that may fade.
    @FunctionalInterface
    public interface Fades {
        /// Nothing fades.
        Fades NONE = seconds -> new float[] {1, 1, 1};

        /// Of fuel, heat and smoke, each 0 to 1.
        float[] left(double seconds);
    }

    /// What a step turned over, over the whole box: kg, J, and the largest expansion V − 1 of a
    /// cell. Faded: fuel, heat and smoke.
    ///
    /// @param heatOf heat of the fuel and soot of each source but the last, where they are told
    ///     apart
    public record Totals(
            double burnt,
            double heat,
            double radiated,
            double sootFormed,
            double sootBurnt,
            double fuelFaded,
            double heatFaded,
            double smokeFaded,
            double hottest,
            double largestExpansion,
            List<Double> heatOf) {}

    private final Box box;
    private final GridShape shape;
    private final Workers workers;
    private double[][] sums;
    private final float[] hottest;
    private final float[] largest;

    /// Escape factors of the row in hand, for each worker.
    private final float[][] escaping;

    /// @param box where the grid lies among all cells
    public Burning(Box box, Workers workers) {
        this.box = box;
        this.shape = box.shape();
        this.workers = workers;
        this.sums = new double[SUMS][shape.nz()];
        this.hottest = new float[shape.nz()];
        this.largest = new float[shape.nz()];
        this.escaping = new float[workers.threads()][shape.nx()];
    }

    /// Burns for a time step.
    ///
    /// @param fields strain rates and temperatures at the start of the step, the latter with their
    ///     spare layers filled; only read
    /// @param contents what sources have been added to, per cubic metre of cell; per cubic metre of
    ///     gas on return
    /// @param mass in a cubic metre of cell, with what sources gave; in a cubic metre of gas on
    ///     return
    /// @param volume gas volume over the cell's after burning, written inside the region
    /// @param escape share of the radiation that leaves a cell's surroundings
    /// @param flame heat release, W/m³, written inside the region
    public Totals burn(
            GasFields fields,
            GasLaw law,
            Settings s,
            Region region,
            float[][] contents,
            float[] mass,
            float[] volume,
            Escape escape,
            float[] flame,
            float voxel,
            float dtSeconds) {
        int kept = SUMS + s.origins().count();
        if (sums.length != kept) {
            sums = new double[kept][shape.nz()];
        }
        BurnRow row =
                new BurnRow(fields, law, s, contents, mass, volume, flame, voxel, dtSeconds, box);
        for (double[] sum : sums) {
            Arrays.fill(sum, 0);
        }
        Arrays.fill(hottest, 0);
        Arrays.fill(largest, 0);
        region.forEachRow(
                workers,
                (x, y, z, n, worker) -> {
                    escape.row(x, y, z, n, escaping[worker]);
                    row.burn(x, y, z, n, escaping[worker], sums, hottest, largest);
                });
        double cell = (double) voxel * voxel * voxel;
        double[] t = new double[kept];
        float hot = (float) law.ambient();
        float most = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int k = 0; k < kept; k++) {
                t[k] += sums[k][z] * cell;
            }
            hot = Math.max(hot, hottest[z]);
            most = Math.max(most, largest[z]);
        }
        List<Double> heatOf = Arrays.stream(t).skip(SUMS).boxed().toList();
        return new Totals(t[0], t[1], t[2], t[3], t[4], t[5], t[6], t[7], hot, most, heatOf);
    }
}
