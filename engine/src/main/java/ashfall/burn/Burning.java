package ashfall.burn;

import ashfall.gas.CellRange;
import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.grid.Box;
import ashfall.grid.Exact;
import ashfall.grid.GridShape;
import ashfall.grid.Noise;
import ashfall.work.Workers;

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
    /// kg of oxygen per kg of soot, C + O₂ → CO₂, and its heat, J/kg.
    private static final float SOOT_OXYGEN = 2.664f;

    private static final float SOOT_HEAT = 32.8e6f;

    /// Yields above this are not soot but ash (salt, oxide) that does not burn.
    private static final double ASH = 0.4;

    private static final float SOOT_BURNS_ABOVE = 1300;

    /// √k over Δ|S| of the eddies that the grid does not show (Smagorinsky).
    private static final double EDDIES = 0.15;

    /// π²: the smallest waves that voxels hold, two of them long, die out in Δ²/π²D.
    private static final double MODE = 9.8696;

    /// Size below which flame fronts are smooth, m.
    private static final double SMOOTH = 0.02;

    /// Heat gained where nothing burns.
    private static final double NOTHING = -1;

    private static final double STEFAN_BOLTZMANN = 5.670374419e-8;

    private static final double PER_DENSITY_TEMPERATURE = 1 / GasLaw.DENSITY_TEMPERATURE;

    /// Sums a slab keeps; see [Totals].
    private static final int SUMS = 8;

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
    public record Settings(
            List<Reaction> reactions,
            double burnTime,
            Unevenness unevenness,
            double sootBurnTime,
            double unburnt,
            double cooling,
            double linear,
            double gravity,
            Fades fades) {
        public Settings {
            reactions = List.copyOf(reactions);
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
            double largestExpansion) {}

    private final Box box;
    private final GridShape shape;
    private final Workers workers;
    private final double[][] sums;
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
    /// @param volume gas volume over the cell's after burning, written inside the range
    /// @param escape share of the radiation that leaves a cell's surroundings
    /// @param flame heat release, W/m³, written inside the range
    public Totals burn(
            GasFields fields,
            GasLaw law,
            Settings s,
            CellRange range,
            float[][] contents,
            float[] mass,
            float[] volume,
            Escape escape,
            float[] flame,
            float voxel,
            float dtSeconds) {
        Row row = new Row(fields, law, s, contents, mass, volume, flame, voxel, dtSeconds, box);
        for (int z = 0; z < range.depth(); z++) {
            for (int k = 0; k < SUMS; k++) {
                sums[k][z] = 0;
            }
            hottest[z] = 0;
            largest[z] = 0;
        }
        workers.forEachSlab(
                range.depth(),
                (slab, worker) -> {
                    float[] out = escaping[worker];
                    for (int y = range.y0(); y < range.y1(); y++) {
                        escape.row(range.x0(), y, range.z0() + slab, range.width(), out);
                        row.burn(
                                range.x0(),
                                y,
                                range.z0() + slab,
                                range.width(),
                                out,
                                sums,
                                hottest,
                                largest,
                                slab);
                    }
                });
        double cell = (double) voxel * voxel * voxel;
        double[] t = new double[SUMS];
        float hot = (float) law.ambient();
        float most = 0;
        for (int z = 0; z < range.depth(); z++) {
            for (int k = 0; k < SUMS; k++) {
                t[k] += sums[k][z] * cell;
            }
            hot = Math.max(hot, hottest[z]);
            most = Math.max(most, largest[z]);
        }
        return new Totals(t[0], t[1], t[2], t[3], t[4], t[5], t[6], t[7], hot, most);
    }

    /// A fuel's reaction in the numbers that a cell needs.
    private static final class Fire {
        final float ignition;
        final double spread;
        final float heat;
        final float oxygen;
        final float sootYield;
        final float kept;

        Fire(Reaction r, double burnt, double voxel) {
            this.ignition = (float) r.ignition();
            this.spread = Math.max(1e-6, r.spread() * wrinkling(voxel));
            // What becomes soot has not given its heat yet, nor taken its oxygen.
            double carbon = r.sootYield() > ASH ? 0 : r.sootYield();
            this.heat = (float) (burnt * (r.fuel().heat() - carbon * SOOT_HEAT));
            this.oxygen = (float) (burnt * Math.max(0, r.fuel().oxygen() - carbon * SOOT_OXYGEN));
            this.sootYield = (float) r.sootYield();
            this.kept = (float) (1 - r.radiantShare());
        }
    }

    /// Everything a row of cells needs, with the names of the physics.
    private static final class Row {
        private final float[] strain;
        private final float[] kelvin;
        private final GasLaw law;
        private final float[][] contents;
        private final float[] mass;
        private final float[] volume;
        private final float[] flame;
        private final float dt;
        private final Box box;
        private final GridShape shape;
        private final float ambient;
        private final Fire[] fires;
        private final float kept;
        private final double sootFraction;
        private final double cooling;
        private final double linear;
        private final float fuelLeft;
        private final float heatLeft;
        private final float smokeLeft;
        private final double longest;
        private final double mixing;
        private final double burnTime;
        private final Unevenness unevenness;
        private final boolean sootBurns;
        private final double voxel;

        Row(
                GasFields fields,
                GasLaw law,
                Settings s,
                float[][] contents,
                float[] mass,
                float[] volume,
                float[] flame,
                float voxel,
                float dt,
                Box box) {
            this.strain = fields.strain;
            this.kelvin = fields.temperature;
            this.law = law;
            this.contents = contents;
            this.mass = mass;
            this.volume = volume;
            this.flame = flame;
            this.dt = dt;
            this.box = box;
            this.shape = box.shape();
            this.voxel = voxel;
            this.ambient = (float) law.ambient();
            this.fires =
                    s.reactions().stream()
                            .map(r -> new Fire(r, 1 - s.unburnt(), voxel))
                            .toArray(Fire[]::new);
            this.sootBurns = s.reactions().stream().allMatch(r -> r.sootYield() <= ASH);
            this.kept = fires[0].kept;
            this.sootFraction = 1 - Exact.exp(-dt / s.sootBurnTime());
            this.cooling = 4 * STEFAN_BOLTZMANN * s.cooling();
            this.linear = s.linear();
            float[] left = s.fades().left(dt);
            this.fuelLeft = left[0];
            this.heatLeft = left[1];
            this.smokeLeft = left[2];
            this.burnTime = s.burnTime();
            this.unevenness = s.unevenness();
            this.longest = Math.sqrt(2 * voxel / Math.max(0.1, s.gravity()));
            // √(2k/3) = C√(2/3) Δ|S|: in 0.4 Δ/√(2k/3) the voxel cancels.
            this.mixing = 0.4 / (EDDIES * 0.81649658);
        }

        void burn(
                int x0,
                int y,
                int z,
                int n,
                float[] escaping,
                double[][] sums,
                float[] hottest,
                float[] largest,
                int slab) {
            float[] e = contents[GasFields.ENTHALPY];
            float[] fuel = contents[GasFields.FUEL];
            float[] ox = contents[GasFields.OXYGEN];
            float[] soot = contents[GasFields.SOOT];
            int at = shape.at(x0, y, z);
            // In locals, since sums in memory would make each cell wait for the one before.
            double radiated = 0;
            float hot = 0;
            float most = 0;
            for (int j = 0; j < n; j++) {
                int i = at + j;
                double before = law.temperatureOfEnthalpy(e[i]);
                float m = mass[i];
                flame[i] = 0;
                soot[i] = faded(soot[i], smokeLeft, m, sums[7], slab);
                if (e[i] == 0 && fuel[i] == 0) {
                    most = Math.max(most, Math.abs(fill(i, before) - 1f));
                    continue;
                }
                double gained = fuel[i] > 0 ? burn(i, x0 + j, y, z, before, sums, slab) : NOTHING;
                boolean burns = gained != NOTHING;
                gained = burns ? gained : 0;
                if (sootBurns && soot[i] > 0 && ox[i] > 0 && before > SOOT_BURNS_ABOVE) {
                    float spent = (float) Math.min(soot[i] * sootFraction, ox[i] / SOOT_OXYGEN);
                    soot[i] -= spent;
                    ox[i] = Math.max(0f, ox[i] - spent * SOOT_OXYGEN);
                    float released = spent * SOOT_HEAT;
                    gained += released * kept;
                    flame[i] += m * released / dt;
                    sums[1][slab] += m * released;
                    radiated += m * released * (1 - kept);
                    sums[4][slab] += m * spent;
                }
                float enthalpy = e[i] + (float) gained;
                double after = gained == 0 ? before : law.temperatureOfEnthalpy(enthalpy);
                fuel[i] = faded(fuel[i], fuelLeft, m, sums[5], slab);
                for (int k = 1; k < fires.length; k++) {
                    contents[GasFields.OTHER_FUELS + k - 1][i] *= fuelLeft;
                }
                if (heatLeft < 1) {
                    enthalpy = faded(enthalpy, heatLeft, m, sums[6], slab);
                    after = law.temperatureOfEnthalpy(enthalpy);
                }
                if (!burns && before > ambient + 20 && cooling + linear > 0) {
                    after = cooled(after, ox[i], soot[i] * m, escaping[j]);
                    float left = (float) law.enthalpy(after);
                    radiated += (double) m * (enthalpy - left);
                    enthalpy = left;
                }
                e[i] = withoutDust(enthalpy, 1f);
                soot[i] = withoutDust(soot[i], 1e-10f);
                most = Math.max(most, Math.abs(fill(i, after) - 1f));
                hot = Math.max(hot, (float) after);
            }
            sums[2][slab] += radiated;
            hottest[slab] = Math.max(hottest[slab], hot);
            largest[slab] = Math.max(largest[slab], most);
        }

        /// Burns the fuels of a cell at x, y, z. Returns the heat that its gas keeps, J/kg, or
        /// [#NOTHING] where none burns.
        private double burn(int i, int x, int y, int z, double kelvin, double[][] sums, int slab) {
            float[] ox = contents[GasFields.OXYGEN];
            float m = mass[i];
            float all = contents[GasFields.FUEL][i];
            float air = ox[i];
            float demand = fires.length == 1 ? 0 : demand(i, kelvin);
            float rest = all;
            double pace = 0;
            double gained = NOTHING;
            for (int k = fires.length - 1; k >= 0; k--) {
                Fire fire = fires[k];
                float own = k == 0 ? rest : Math.min(rest, other(k)[i]);
                rest -= own;
                float wanted = own * fire.oxygen;
                float share = wanted < demand ? air * (wanted / demand) : air;
                float ready = fire.oxygen == 0 ? own : Math.min(own, share / fire.oxygen);
                boolean ignites = kelvin > fire.ignition;
                if (!(ready > 0) || (!ignites && !touchesHotGas(i, fire.ignition))) {
                    continue;
                }
                if (gained == NOTHING) {
                    gained = 0;
                    pace = mixingTime(i, kelvin, burnTimeAt(x, y, z));
                }
                double time = ignites ? pace : Math.max(pace, voxel / fire.spread);
                float spent = (float) (1 - Exact.exp(-dt / time)) * ready;
                float released = spent * fire.heat;
                float stays = released * fire.kept;
                gained += stays;
                all -= spent;
                if (k > 0) {
                    other(k)[i] = withoutDust(own - spent, 1e-9f);
                }
                ox[i] = Math.max(0f, ox[i] - spent * fire.oxygen);
                contents[GasFields.SOOT][i] += spent * fire.sootYield;
                flame[i] += m * released / dt;
                sums[0][slab] += m * spent;
                sums[1][slab] += m * released;
                sums[2][slab] += m * (released - stays);
                sums[3][slab] += m * spent * fire.sootYield;
            }
            contents[GasFields.FUEL][i] = withoutDust(all, 1e-9f);
            return gained;
        }

        /// Oxygen that the fuels of a cell which are lit would take, kg/kg.
        private float demand(int i, double kelvin) {
            float rest = contents[GasFields.FUEL][i];
            float demand = 0;
            for (int k = fires.length - 1; k >= 0; k--) {
                float own = k == 0 ? rest : Math.min(rest, other(k)[i]);
                rest -= own;
                if (kelvin > fires[k].ignition || touchesHotGas(i, fires[k].ignition)) {
                    demand += own * fires[k].oxygen;
                }
            }
            return demand;
        }

        private float[] other(int fuel) {
            return contents[GasFields.OTHER_FUELS + fuel - 1];
        }

        /// Is a neighbour, as it was when the step began, hotter than an ignition temperature?
        private boolean touchesHotGas(int i, float ignition) {
            int sy = shape.sy();
            int sz = shape.sz();
            return kelvin[i - 1] > ignition
                    || kelvin[i + 1] > ignition
                    || kelvin[i - sy] > ignition
                    || kelvin[i + sy] > ignition
                    || kelvin[i - sz] > ignition
                    || kelvin[i + sz] > ignition;
        }

        /// Finds and returns the room that the cell's mass takes at a temperature, and its density
        /// there.
        private float fill(int i, double kelvin) {
            float filled = (float) (mass[i] * kelvin * PER_DENSITY_TEMPERATURE);
            volume[i] = filled;
            mass[i] = (float) (GasLaw.DENSITY_TEMPERATURE / kelvin);
            return filled;
        }

        /// Zero in place of traces: they would make the range grow for ever and end as slow
        /// subnormal numbers.
        private static float withoutDust(float value, float dust) {
            return Math.abs(value) < dust ? 0 : value;
        }

        private double burnTimeAt(int x, int y, int z) {
            if (unevenness.amount() == 0) {
                return burnTime;
            }
            double factor =
                    unevenness.at(
                            (box.x() + x + 0.5) * voxel,
                            (box.y() + y + 0.5) * voxel,
                            (box.z() + z + 0.5) * voxel);
            return burnTime * factor;
        }

        /// τ of the class comment, s.
        private double mixingTime(int i, double kelvin, double shortest) {
            double hot = kelvin / 300;
            double diffusion = voxel * voxel / (MODE * 2.1e-5 * hot * Math.sqrt(hot));
            double stirring = mixing / Math.max(1e-3, strain[i]);
            return Math.max(shortest, Math.min(diffusion, Math.min(stirring, longest)));
        }

        /// Temperature after a step of optically thin T⁴ radiation times the escape factor, never
        /// below ambient.
        private double cooled(double kelvin, float oxygenShare, float sootDensity, float escaping) {
            double c = cooling * Escape.absorption(kelvin, sootDensity, oxygenShare) * escaping;
            c *= kelvin / (GasLaw.DENSITY_TEMPERATURE * law.specificHeat(kelvin));
            double cube = kelvin * kelvin * kelvin;
            double lost = kelvin * (1 - Exact.oneOverCbrt1p(3 * c * dt * cube));
            // What the surroundings radiate back: the loss fades out as T⁴ nears T∞⁴.
            double r = ambient / kelvin;
            double net = 1 - r * r * r * r;
            return Math.max(ambient, kelvin - lost * net - linear * dt);
        }

        /// What is left of an amount per kilogram; books the rest.
        private static float faded(float amount, float left, float mass, double[] sum, int slab) {
            if (left == 1 || amount == 0) {
                return amount;
            }
            float kept = amount * left;
            sum[slab] += (double) mass * (amount - kept);
            return kept;
        }
    }
}
