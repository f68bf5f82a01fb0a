package ashfall.sim;

import ashfall.burn.Fuel;
import ashfall.gas.CellRange;
import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.gas.Solids;
import ashfall.grid.Box;
import ashfall.grid.Exact;
import ashfall.grid.GridShape;
import ashfall.shot.ShotException;
import ashfall.work.Workers;

/// Gives a source's releases to the cells it covers, as [SourcePlace] finds them. Amounts are the
/// exact integrals of the curves over the step, spread by weights that sum to one, so that neither
/// the voxel nor the step changes what is given.
final class SourceStage {
    /// Time in which a push brings gas to its speed, s.
    private static final double PUSH_TIME = 0.02;

    private final SourceSettings source;
    private final Box box;
    private final Setup setup;
    private final Solids solids;
    private final GridShape shape;
    private final Workers workers;

    /// Where the source is in the step in hand, and for which times that holds.
    private SourcePlace place;

    private double placedFrom;
    private double placedTo;

    /// Whether a moving body stood in it when that was found.
    private boolean metBefore;
    private final double cellVolume;

    /// kg of air given with a kg of fuel, and what a kg of it holds of oxygen.
    private final double airPerFuel;

    private final double oxygenShare;

    /// Which contents are, or have a part of, the fuel and the smoke that it gives.
    private final boolean[] fuelIn;

    private final boolean[] smokeIn;

    /// Time in which what gas lacks is given, s: at once would be an explosion.
    private static final double KEEP_TIME = 0.05;

    /// Share of fuel that gas can be kept at: with more it would take air away for ever.
    private static final double MOST_FUEL = 0.999;

    /// What a step gave: kg of fuel, J of heat and J carried by warm gas over ambient, kg of smoke.
    record Given(double fuel, double heat, double smoke) {}

    private static final Given NOTHING = new Given(0, 0, 0);

    /// @param seconds from when on it is to give
    SourceStage(
            SourceSettings source,
            Box box,
            Setup setup,
            Solids solids,
            double seconds,
            Workers workers) {
        this.workers = workers;
        this.source = source;
        this.box = box;
        this.setup = setup;
        this.solids = solids;
        this.shape = box.shape();
        Fuel fuel = setup.burning().reactions().get(source.burns()).fuel();
        this.airPerFuel = source.premixedAir() * fuel.airFuelRatio();
        this.oxygenShare = setup.oxygenShare();
        this.fuelIn = new boolean[setup.contents()];
        this.smokeIn = new boolean[setup.contents()];
        fuelIn[GasFields.FUEL] = true;
        smokeIn[GasFields.SOOT] = true;
        if (source.burns() > 0) {
            fuelIn[GasFields.OTHER_FUELS + source.burns() - 1] = true;
        }
        if (source.origin() > 0) {
            fuelIn[setup.burning().origins().fuel(source.origin())] = true;
            smokeIn[setup.burning().origins().soot(source.origin())] = true;
        }
        double h = setup.lattice().voxel();
        this.cellVolume = h * h * h;
        place(seconds, seconds + setup.rate().seconds(1));
        if (!source.isChanging() && !solids.isMoving() && place.coversNothing()) {
            throw new ShotException(
                    "the source '"
                            + source.name()
                            + "' covers no voxel: its centre "
                            + source.body().at(seconds).centre()
                            + " m lies outside the bounds"
                            + (setup.sides().mirrored() ? ", west of the mirror" : "")
                            + " or in an obstacle, or it is thinner than half a voxel of "
                            + h
                            + " m");
        }
    }

    /// Finds the source's place from one time to another.
    private void place(double from, double to) {
        boolean met = place != null && solids.isMoving() && solids.touch(place.range);
        boolean moved = source.isChanging() && (from != placedFrom || to != placedTo);
        if (place == null || moved || met || metBefore) {
            place = SourcePlace.find(source, box, setup, solids, from, to, workers);
        }
        metBefore = met;
        placedFrom = from;
        placedTo = to;
    }

    /// Cells that it may cover between two times.
    CellRange range(double from, double to) {
        return source.isChanging()
                ? SourcePlace.covered(source, box, setup.lattice(), from, to)
                : place.range;
    }

    /// Does it give anything between two times?
    boolean isActive(double from, double to) {
        return source.isActive(from, to);
    }

    /// Adds what is released between two times to the mass and the contents of the cells.
    ///
    /// @param pace seconds that pass for the gas in one of these: what is given each second goes by
    ///     them, a total does not
    Given give(float[][] contents, float[] mass, GasLaw law, double from, double to, double pace) {
        place(from, to);
        double begin = Math.max(from, source.begins());
        double end = Math.min(to, source.ends());
        if (end <= begin) {
            return NOTHING;
        }
        CellRange range = place.range;
        float[] weight = place.weight;
        double swell = source.swell(0.5 * (from + to)) * pace;
        double fuel =
                (source.isTotal() ? swell / pace : swell)
                        * source.releasedFuel().integral(begin, end);
        double heat = swell * source.heat().integral(begin, end);
        double smoke = swell * source.smoke().integral(begin, end);
        double gas = swell * source.volume().integral(begin, end);
        Given keeping = NOTHING;
        if (source.kept().isActive(begin, end)) {
            keeping = keep(contents, mass, law, begin, end, pace);
        }
        if (fuel == 0 && heat == 0 && smoke == 0 && gas == 0) {
            return keeping;
        }
        double hottest = source.temperature().at(0.5 * (from + to));
        double premixedAir = fuel * airPerFuel;
        double gained = fuel + premixedAir + gas * GasLaw.density(hottest);
        double carried = gained * law.enthalpy(hottest);
        double full = law.enthalpy(source.hottest());
        double given = 0;
        double energy = 0;
        int j = 0;
        for (int z = range.z0(); z < range.z1(); z++) {
            for (int y = range.y0(); y < range.y1(); y++) {
                int i = shape.at(range.x0(), y, z);
                for (int x = range.x0(); x < range.x1(); x++, i++, j++) {
                    double w = weight[j];
                    if (w == 0) {
                        continue;
                    }
                    given += w;
                    if (place.warmth != null) {
                        double kelvin = source.patches().kelvin(hottest, place.warmth[j]);
                        gained = fuel + premixedAir + gas * GasLaw.density(kelvin);
                        carried = gained * law.enthalpy(kelvin);
                    }
                    double before = mass[i];
                    double after = before + w * gained;
                    mass[i] = (float) after;
                    double room = after * full - before * contents[GasFields.ENTHALPY][i];
                    double warmed =
                            w * carried + Math.max(0, Math.min(w * heat, room - w * carried));
                    energy += warmed;
                    for (int k = 0; k < contents.length; k++) {
                        double added = fuelIn[k] ? w * fuel : smokeIn[k] ? w * smoke : 0;
                        if (k == GasFields.ENTHALPY) {
                            added = warmed;
                        } else if (k == GasFields.OXYGEN) {
                            added = w * premixedAir * oxygenShare;
                        }
                        mix(contents[k], i, before, added, after);
                    }
                }
            }
        }
        double share = given * cellVolume;
        return new Given(
                keeping.fuel + fuel * share,
                keeping.heat + energy * cellVolume,
                keeping.smoke + smoke * share);
    }

    /// Adds what the gas of the cells lacks to be what the source keeps it at.
    private Given keep(
            float[][] contents, float[] mass, GasLaw law, double from, double to, double pace) {
        double time = 0.5 * (from + to);
        double warming = pace * source.kept().warming().integral(from, to);
        double share = 1 - Exact.exp(-pace * (to - from) / KEEP_TIME);
        double fuel = source.kept().fuel().at(time);
        double kelvin = source.kept().temperature().at(time);
        double smoke = source.kept().smoke().at(time);
        double released = source.temperature().at(time);
        double vapour = law.enthalpy(released);
        double hot = Math.max(0, law.enthalpy(kelvin));
        double[] given = new double[3];
        CellRange range = place.range;
        float[] kept = place.kept;
        int j = 0;
        for (int z = range.z0(); z < range.z1(); z++) {
            for (int y = range.y0(); y < range.y1(); y++) {
                int i = shape.at(range.x0(), y, z);
                for (int x = range.x0(); x < range.x1(); x++, i++, j++) {
                    if (kept[j] == 0) {
                        continue;
                    }
                    if (place.warmth != null) {
                        Patches patches = source.patches();
                        vapour = law.enthalpy(patches.kelvin(released, place.warmth[j]));
                        hot = law.enthalpy(patches.kelvin(kelvin, place.warmth[j]));
                        hot = kelvin > 0 ? Math.max(0, hot) : 0;
                    }
                    double wanted = Math.min(MOST_FUEL, fuel * kept[j]);
                    double before = mass[i];
                    double lacking = share * lacking(contents[GasFields.FUEL][i], wanted);
                    double added = before * lacking / (1 - wanted);
                    double after = before + added;
                    mass[i] = (float) after;
                    for (int k = 0; k < contents.length; k++) {
                        double gain =
                                k == GasFields.ENTHALPY ? added * vapour : fuelIn[k] ? added : 0;
                        mix(contents[k], i, before, gain, after);
                    }
                    float[] e = contents[GasFields.ENTHALPY];
                    double heat = share * lacking(e[i], hot * kept[j]);
                    if (warming > 0) {
                        double warm = law.temperatureOfEnthalpy(e[i] + (float) heat);
                        heat = law.enthalpy(warm + warming * kept[j]) - e[i];
                    }
                    e[i] += (float) heat;
                    float[] s = contents[GasFields.SOOT];
                    double soot = share * lacking(s[i], smoke * kept[j]);
                    for (int k = GasFields.SOOT; k < contents.length; k++) {
                        if (smokeIn[k]) {
                            contents[k][i] += (float) soot;
                        }
                    }
                    given[0] += added;
                    given[1] += added * vapour + heat * after;
                    given[2] += soot * after;
                }
            }
        }
        return new Given(given[0] * cellVolume, given[1] * cellVolume, given[2] * cellVolume);
    }

    private static double lacking(double has, double wanted) {
        return Math.max(0, wanted - has);
    }

    private static void mix(float[] content, int i, double before, double added, double after) {
        content[i] = (float) ((content[i] * before + added) / after);
    }

    /// Brings the gas towards the speed of the source and of its push, outward from the centre, on
    /// the lower faces of the covered cells.
    ///
    /// @param dt seconds that pass for the gas
    void push(float[][] u, double from, double to, double dt) {
        double begin = Math.max(from, source.begins());
        double end = Math.max(begin, Math.min(to, source.ends()));
        double speed = source.push().integral(begin, end) / (to - from);
        boolean moves = place.own != null && isActive(from, to);
        if (speed <= 0 && !moves) {
            return;
        }
        place(from, to);
        CellRange range = place.range;
        float share = (float) (1 - Exact.exp(-dt / PUSH_TIME));
        // A carrier is gone before gas could follow it: its gas has its speed at once.
        float taken = moves && source.carriers() != null ? 1 : share;
        int j = 0;
        for (int z = range.z0(); z < range.z1(); z++) {
            for (int y = range.y0(); y < range.y1(); y++) {
                int i = shape.at(range.x0(), y, z);
                for (int x = range.x0(); x < range.x1(); x++, i++, j++) {
                    for (int axis = 0; axis < 3; axis++) {
                        float wanted = moves ? place.own[axis][j] : 0f;
                        if (speed > 0) {
                            float own = Float.isNaN(wanted) ? 0f : wanted;
                            wanted = own + (float) (speed * place.outward[axis][j]);
                        }
                        if (!Float.isNaN(wanted)) {
                            u[axis][i] += taken * (wanted - u[axis][i]);
                        }
                    }
                }
            }
        }
    }
}
