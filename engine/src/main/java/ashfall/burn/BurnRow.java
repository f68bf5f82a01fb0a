package ashfall.burn;

import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.grid.Box;
import ashfall.grid.Exact;
import ashfall.grid.GridShape;

/// Burns rows of cells, as [Burning] says, with the names of the physics.
final class BurnRow {
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

    /// Heat gained where nothing burns.
    private static final double NOTHING = -1;

    private static final double STEFAN_BOLTZMANN = 5.670374419e-8;

    private static final double PER_DENSITY_TEMPERATURE = 1 / GasLaw.DENSITY_TEMPERATURE;

    /// A fuel's reaction in the numbers that a cell needs.
    private static final class Fire {
        final float ignition;
        final double spread;
        final float heat;
        final float oxygen;
        final float sootYield;
        final float kept;

        /// Heat and oxygen that a kilogram of its soot keeps for later; none of ash.
        final float sootHeat;

        final float sootOxygen;

        /// Yield that leaves a twentieth of the fuel's heat and oxygen for its flame.
        final float mostSoot;

        Fire(Burning.Reaction r, double burnt, double voxel) {
            this.ignition = (float) r.ignition();
            this.spread = Math.max(1e-6, r.spread() * Burning.wrinkling(voxel));
            this.heat = (float) (burnt * r.fuel().heat());
            this.oxygen = (float) (burnt * r.fuel().oxygen());
            this.sootYield = (float) r.sootYield();
            this.kept = (float) (1 - r.radiantShare());
            boolean ash = r.sootYield() > ASH;
            this.sootHeat = ash ? 0 : (float) burnt * SOOT_HEAT;
            this.sootOxygen = ash || oxygen == 0 ? 0 : (float) burnt * SOOT_OXYGEN;
            double byHeat = 0.95 * r.fuel().heat() / SOOT_HEAT;
            double byOxygen = oxygen == 0 ? byHeat : 0.95 * r.fuel().oxygen() / SOOT_OXYGEN;
            this.mostSoot = ash ? sootYield : (float) Math.min(byHeat, byOxygen);
        }

        /// Soot from a kilogram, by the cell's equivalence ratio φ: `2φ²/(1 + φ²)` of the yield, so
        /// the yield where fuel and oxygen are matched, twice it where fuel is far in excess, none
        /// where air is. Ash, and what a fuel with its own oxygen leaves, is always the yield.
        ///
        /// @param wanted oxygen that the fuel of the cell would take, kg/kg
        float soot(float wanted, float available) {
            if (wanted == 0 || sootHeat == 0) {
                return Math.min(sootYield, mostSoot);
            }
            float lean = available / wanted;
            return Math.min(mostSoot, sootYield * 2 / (1 + lean * lean));
        }
    }

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
    private final Burning.Unevenness unevenness;
    private final boolean sootBurns;
    private final double voxel;
    private final OriginRow origins;

    BurnRow(
            GasFields fields,
            GasLaw law,
            Burning.Settings s,
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
        this.origins = s.origins().count() == 0 ? null : new OriginRow(s.origins(), contents);
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
            float[] largest) {
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
            soot[i] = faded(soot[i], smokeLeft, m, sums[7], z);
            if (origins != null) {
                origins.fade(i, fuelLeft, smokeLeft);
            }
            if (e[i] == 0 && fuel[i] == 0) {
                most = Math.max(most, Math.abs(fill(i, before) - 1f));
                continue;
            }
            double gained = fuel[i] > 0 ? burn(i, x0 + j, y, z, before, sums) : NOTHING;
            boolean burns = gained != NOTHING;
            gained = burns ? gained : 0;
            if (sootBurns && soot[i] > 0 && ox[i] > 0 && before > SOOT_BURNS_ABOVE) {
                float spent = (float) Math.min(soot[i] * sootFraction, ox[i] / SOOT_OXYGEN);
                float released = spent * SOOT_HEAT;
                if (origins != null) {
                    origins.burnSoot(i, z, soot[i], spent, (double) m * released, sums);
                }
                soot[i] -= spent;
                ox[i] = Math.max(0f, ox[i] - spent * SOOT_OXYGEN);
                gained += released * kept;
                flame[i] += m * released / dt;
                sums[1][z] += m * released;
                radiated += m * released * (1 - kept);
                sums[4][z] += m * spent;
            }
            float enthalpy = e[i] + (float) gained;
            double after = gained == 0 ? before : law.temperatureOfEnthalpy(enthalpy);
            fuel[i] = faded(fuel[i], fuelLeft, m, sums[5], z);
            for (int k = 1; k < fires.length; k++) {
                contents[GasFields.OTHER_FUELS + k - 1][i] *= fuelLeft;
            }
            if (heatLeft < 1) {
                enthalpy = faded(enthalpy, heatLeft, m, sums[6], z);
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
        sums[2][z] += radiated;
        hottest[z] = Math.max(hottest[z], hot);
        largest[z] = Math.max(largest[z], most);
    }

    /// Burns the fuels of a cell at x, y, z. Returns the heat that its gas keeps, J/kg, or
    /// [#NOTHING] where none burns.
    private double burn(int i, int x, int y, int z, double kelvin, double[][] sums) {
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
            float sooty = fire.soot(wanted, share);
            // What becomes soot has not given its heat yet, nor taken its oxygen.
            float oxygen = fire.oxygen - sooty * fire.sootOxygen;
            float ready = oxygen == 0 ? own : Math.min(own, share / oxygen);
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
            float released = spent * (fire.heat - sooty * fire.sootHeat);
            float stays = released * fire.kept;
            gained += stays;
            all -= spent;
            if (origins != null) {
                origins.burn(i, z, k, own, spent, (double) m * released, spent * sooty, sums);
            }
            if (k > 0) {
                other(k)[i] = withoutDust(own - spent, 1e-9f);
            }
            ox[i] = Math.max(0f, ox[i] - spent * oxygen);
            contents[GasFields.SOOT][i] += spent * sooty;
            flame[i] += m * released / dt;
            sums[0][z] += m * spent;
            sums[1][z] += m * released;
            sums[2][z] += m * (released - stays);
            sums[3][z] += m * spent * sooty;
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
    private static float faded(float amount, float left, float mass, double[] sum, int z) {
        if (left == 1 || amount == 0) {
            return amount;
        }
        float kept = amount * left;
        sum[z] += (double) mass * (amount - kept);
        return kept;
    }
}
