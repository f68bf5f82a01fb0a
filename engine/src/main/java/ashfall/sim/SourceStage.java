package ashfall.sim;

import ashfall.burn.Fuel;
import ashfall.gas.CellRange;
import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.grid.Box;
import ashfall.grid.Exact;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.shot.ShotException;

/// Gives a source's releases to the cells it covers. Amounts are the exact integrals of the curves
/// over the step, spread by weights that sum to one, so that neither the voxel nor the step changes
/// what is given.
final class SourceStage {
    /// Time in which a push brings gas to its speed, s.
    private static final double PUSH_TIME = 0.02;

    private final SourceSettings source;
    private final Box box;
    private final GridShape shape;
    private final CellRange range;
    private final float[] weight;

    /// How much of a cell is kept at what the source keeps, 0 to 1; null where it keeps nothing.
    private final float[] kept;

    /// See [#outward(int, double, double, double, double)]; null without a push.
    private final float[][] outward;
    private final double cellVolume;

    /// kg of air given with a kg of fuel, and what a kg of it holds of oxygen.
    private final double airPerFuel;

    private final double oxygenShare;

    /// Time in which what gas lacks is given, s: at once would be an explosion.
    private static final double KEEP_TIME = 0.05;

    /// Share of fuel that gas can be kept at: with more it would take air away for ever.
    private static final double MOST_FUEL = 0.999;

    /// What a step gave: kg of fuel, J of heat and J carried by warm gas over ambient, kg of smoke.
    record Given(double fuel, double heat, double smoke) {}

    SourceStage(SourceSettings source, Box box, Setup setup) {
        Lattice lattice = setup.lattice();
        this.source = source;
        Fuel fuel = setup.burning().reactions().get(source.burns()).fuel();
        this.airPerFuel = source.premixedAir() * fuel.airFuelRatio();
        this.oxygenShare = setup.oxygenShare();
        this.box = box;
        this.shape = box.shape();
        double h = lattice.voxel();
        this.cellVolume = h * h * h;
        this.range = covered(source, box, lattice);
        int n =
                Math.max(0, range.width())
                        * Math.max(0, range.height())
                        * Math.max(0, range.depth());
        this.weight = new float[n];
        this.kept = source.kept().isAny() ? new float[n] : null;
        this.outward = source.push().largest() > 0 ? new float[3][n] : null;
        double sum = 0;
        int j = 0;
        for (int z = range.z0(); z < range.z1(); z++) {
            for (int y = range.y0(); y < range.y1(); y++) {
                for (int x = range.x0(); x < range.x1(); x++, j++) {
                    double wx = lattice.centre(0, box.x() + x);
                    double wy = lattice.centre(1, box.y() + y);
                    double wz = lattice.centre(2, box.z() + z);
                    sum += fill(j, wx, wy, wz, h);
                    if (outward != null) {
                        outward[0][j] = outward(0, wx - 0.5 * h, wy, wz, h);
                        outward[1][j] = outward(1, wx, wy - 0.5 * h, wz, h);
                        outward[2][j] = outward(2, wx, wy, wz - 0.5 * h, h);
                    }
                }
            }
        }
        if (setup.sides().mirrored() && sum > 0) {
            sum += beyondMirror(lattice);
        }
        if (!(sum > 0)) {
            throw new ShotException(
                    "the source '"
                            + source.name()
                            + "' covers no voxel: its centre "
                            + source.centre()
                            + " m lies outside the bounds"
                            + (setup.sides().mirrored() ? " or west of the mirror" : "")
                            + ", or it is thinner than half a voxel of "
                            + h
                            + " m");
        }
        float scale = (float) (1 / (sum * cellVolume));
        for (int i = 0; i < n; i++) {
            weight[i] *= scale;
        }
    }

    /// Weights of what the source covers on the other side of a mirror, where its patches are the
    /// mirror image of those on this side.
    private double beyondMirror(Lattice lattice) {
        double h = lattice.voxel();
        double plane = lattice.origin(0);
        double sum = 0;
        for (int z = range.z0(); z < range.z1(); z++) {
            for (int y = range.y0(); y < range.y1(); y++) {
                double wy = lattice.centre(1, box.y() + y);
                double wz = lattice.centre(2, box.z() + z);
                for (double d = 0.5 * h;
                        plane - d > source.centre().x() - source.extent(0) - h;
                        d += h) {
                    sum += source.cover(plane - d, wy, wz, h) * source.patch(plane + d, wy, wz);
                }
            }
        }
        return sum;
    }

    /// Cells of a box that a source may cover, with one more on each side.
    static CellRange covered(SourceSettings source, Box box, Lattice lattice) {
        GridShape shape = box.shape();
        double h = lattice.voxel();
        int[] from = new int[3];
        int[] to = new int[3];
        for (int axis = 0; axis < 3; axis++) {
            double origin = lattice.origin(axis) + box.from(axis) * h;
            from[axis] =
                    clamp(
                            (int)
                                            Math.floor(
                                                    (source.centre().get(axis)
                                                                    - source.extent(axis)
                                                                    - origin)
                                                            / h)
                                    - 1,
                            shape.count(axis));
            to[axis] =
                    clamp(
                            (int)
                                            Math.ceil(
                                                    (source.centre().get(axis)
                                                                    + source.extent(axis)
                                                                    - origin)
                                                            / h)
                                    + 2,
                            shape.count(axis));
        }
        return new CellRange(from[0], to[0], from[1], to[1], from[2], to[2]);
    }

    private static int clamp(int cell, int count) {
        return Math.max(0, Math.min(count, cell));
    }

    private double fill(int j, double x, double y, double z, double voxel) {
        double cover = source.cover(x, y, z, voxel);
        if (cover == 0) {
            return 0;
        }
        double patch = source.patch(x, y, z);
        if (kept != null) {
            kept[j] = (float) (cover * Math.min(1, patch));
        }
        weight[j] = (float) (cover * patch);
        return weight[j];
    }

    /// What the push makes of its speed on a face, along an axis; NaN where the source does not
    /// reach.
    private float outward(int axis, double x, double y, double z, double voxel) {
        double cover = source.cover(x, y, z, voxel);
        if (cover == 0) {
            return Float.NaN;
        }
        double way = (axis == 0 ? x : axis == 1 ? y : z) - source.centre().get(axis);
        double reach = Math.max(Math.max(source.extent(0), source.extent(1)), source.extent(2));
        return (float) (way * cover * Math.min(1.5, source.patch(x, y, z)) / reach);
    }

    CellRange range() {
        return range;
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
        double swell = source.swell(0.5 * (from + to)) * pace;
        double fuel =
                (source.isTotal() ? swell / pace : swell)
                        * source.releasedFuel().integral(from, to);
        double heat = swell * source.heat().integral(from, to);
        double smoke = swell * source.smoke().integral(from, to);
        double gas = swell * source.volume().integral(from, to);
        Given keeping = new Given(0, 0, 0);
        if (source.kept().isActive(from, to)) {
            keeping = keep(contents, mass, law, 0.5 * (from + to), pace * (to - from));
        }
        if (fuel == 0 && heat == 0 && smoke == 0 && gas == 0) {
            return keeping;
        }
        double kelvin = source.temperature().at(0.5 * (from + to));
        double premixedAir = fuel * airPerFuel;
        double gained = fuel + premixedAir + gas * GasLaw.density(kelvin);
        double carried = gained * law.enthalpy(kelvin);
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
                    double before = mass[i];
                    double after = before + w * gained;
                    mass[i] = (float) after;
                    double room = after * full - before * contents[GasFields.ENTHALPY][i];
                    double warmed =
                            w * carried + Math.max(0, Math.min(w * heat, room - w * carried));
                    energy += warmed;
                    mix(contents[GasFields.ENTHALPY], i, before, warmed, after);
                    mix(contents[GasFields.FUEL], i, before, w * fuel, after);
                    mix(
                            contents[GasFields.OXYGEN],
                            i,
                            before,
                            w * premixedAir * oxygenShare,
                            after);
                    mix(contents[GasFields.SOOT], i, before, w * smoke, after);
                    for (int k = GasFields.OTHER_FUELS; k < contents.length; k++) {
                        boolean own = k == GasFields.OTHER_FUELS + source.burns() - 1;
                        mix(contents[k], i, before, own ? w * fuel : 0, after);
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
    private Given keep(float[][] contents, float[] mass, GasLaw law, double time, double seconds) {
        double share = 1 - Exact.exp(-seconds / KEEP_TIME);
        double fuel = source.kept().fuel().at(time);
        double kelvin = source.kept().temperature().at(time);
        double smoke = source.kept().smoke().at(time);
        double vapour = law.enthalpy(source.temperature().at(time));
        double hot = Math.max(0, law.enthalpy(kelvin));
        double[] given = new double[3];
        int j = 0;
        for (int z = range.z0(); z < range.z1(); z++) {
            for (int y = range.y0(); y < range.y1(); y++) {
                int i = shape.at(range.x0(), y, z);
                for (int x = range.x0(); x < range.x1(); x++, i++, j++) {
                    if (kept[j] == 0) {
                        continue;
                    }
                    double wanted = Math.min(MOST_FUEL, fuel * kept[j]);
                    double before = mass[i];
                    double lacking = share * lacking(contents[GasFields.FUEL][i], wanted);
                    double added = before * lacking / (1 - wanted);
                    double after = before + added;
                    mass[i] = (float) after;
                    for (int k = 0; k < contents.length; k++) {
                        boolean own =
                                k == GasFields.FUEL
                                        || k == GasFields.OTHER_FUELS + source.burns() - 1;
                        double gain = k == GasFields.ENTHALPY ? added * vapour : own ? added : 0;
                        mix(contents[k], i, before, gain, after);
                    }
                    float[] e = contents[GasFields.ENTHALPY];
                    double heat = share * lacking(e[i], hot * kept[j]);
                    e[i] += (float) heat;
                    float[] s = contents[GasFields.SOOT];
                    double soot = share * lacking(s[i], smoke * kept[j]);
                    s[i] += (float) soot;
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

    /// Brings the gas towards the push's speed, outward from the centre, on the lower faces of the
    /// covered cells.
    ///
    /// @param dt seconds that pass for the gas
    void push(float[][] u, double from, double to, double dt) {
        double speed = source.push().integral(from, to) / (to - from);
        if (speed <= 0) {
            return;
        }
        float share = (float) (1 - Exact.exp(-dt / PUSH_TIME));
        int j = 0;
        for (int z = range.z0(); z < range.z1(); z++) {
            for (int y = range.y0(); y < range.y1(); y++) {
                int i = shape.at(range.x0(), y, z);
                for (int x = range.x0(); x < range.x1(); x++, i++, j++) {
                    for (int axis = 0; axis < 3; axis++) {
                        float wanted = (float) (speed * outward[axis][j]);
                        if (!Float.isNaN(wanted)) {
                            u[axis][i] += share * (wanted - u[axis][i]);
                        }
                    }
                }
            }
        }
    }
}
