package ashfall.sim;

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
    private final GridShape shape;
    private final CellRange range;
    private final float[] weight;
    private final float[][] outward;
    private final double cellVolume;

    /// kg of air given with a kg of fuel, and what a kg of it holds of oxygen.
    private final double airPerFuel;

    private final double oxygenShare;

    /// What a step gave: kg of fuel, J of heat and J carried by warm gas over ambient, kg of smoke.
    record Given(double fuel, double heat, double smoke) {}

    SourceStage(SourceSettings source, Box box, Setup setup) {
        Lattice lattice = setup.lattice();
        this.source = source;
        this.airPerFuel = source.premixedAir() * setup.burning().fuel().airFuelRatio();
        this.oxygenShare = setup.oxygenShare();
        this.shape = box.shape();
        double h = lattice.voxel();
        this.cellVolume = h * h * h;
        this.range = covered(source, box, lattice);
        int n =
                Math.max(0, range.width())
                        * Math.max(0, range.height())
                        * Math.max(0, range.depth());
        this.weight = new float[n];
        this.outward = new float[3][n];
        double sum = 0;
        int j = 0;
        for (int z = range.z0(); z < range.z1(); z++) {
            for (int y = range.y0(); y < range.y1(); y++) {
                for (int x = range.x0(); x < range.x1(); x++, j++) {
                    sum +=
                            fill(
                                    j,
                                    lattice.centre(0, box.x() + x),
                                    lattice.centre(1, box.y() + y),
                                    lattice.centre(2, box.z() + z),
                                    h);
                }
            }
        }
        if (!(sum > 0)) {
            throw new ShotException(
                    "the source '"
                            + source.name()
                            + "' covers no voxel: its centre "
                            + source.centre()
                            + " m lies outside the bounds, or it is thinner than half a voxel of "
                            + h
                            + " m");
        }
        float scale = (float) (1 / (sum * cellVolume));
        for (int i = 0; i < n; i++) {
            weight[i] *= scale;
        }
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
        weight[j] = (float) (cover * patch);
        double dx = x - source.centre().x();
        double dy = y - source.centre().y();
        double dz = z - source.centre().z();
        double reach = Math.max(Math.max(source.extent(0), source.extent(1)), source.extent(2));
        double strength = cover * Math.min(1.5, patch) / reach;
        outward[0][j] = (float) (dx * strength);
        outward[1][j] = (float) (dy * strength);
        outward[2][j] = (float) (dz * strength);
        return weight[j];
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
        if (fuel == 0 && heat == 0 && smoke == 0 && gas == 0) {
            return new Given(0, 0, 0);
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
                }
            }
        }
        double share = given * cellVolume;
        return new Given(fuel * share, energy * cellVolume, smoke * share);
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
                    if (weight[j] == 0) {
                        continue;
                    }
                    for (int axis = 0; axis < 3; axis++) {
                        float wanted = (float) (speed * outward[axis][j]);
                        u[axis][i] += share * (wanted - u[axis][i]);
                    }
                }
            }
        }
    }
}
