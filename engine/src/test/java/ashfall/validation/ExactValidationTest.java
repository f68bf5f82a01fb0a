package ashfall.validation;

import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.gas.Pressure;
import ashfall.gas.Sides;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.shot.Bounds;
import ashfall.shot.Vec3;
import ashfall.sim.AirBox;
import ashfall.sim.Simulation;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

import java.util.List;
import java.util.Locale;

/// Flows with a known answer: orders of the projection and of the whole step where the density
/// varies eightfold, and what is kept of swirls.
class ExactValidationTest {
    private static final double HOT = 2400;
    private static final double COLD = 300;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    @Test
    void grids_refined_comeCloserByTheSquare() {
        Report report =
                new Report(
                        "orders",
                        "Orders",
                        """
                        Errors on two grids: log₂ of their ratio. Pressure: −∇·(β∇p) = b in a closed unit box, p = cos πx cos πy
                        cos πz, β = 4.5 + 3.5 p. Whole step: a Gaussian of 300 to 2400 K, 3.5 voxels to its radius on the coarse grid,
                        in a wind of 3 m/s at a CFL number of 1.5; its density after 0.5 s against the same Gaussian moved on.\
                        """);
        double coarse = pressureError(16);
        double fine = pressureError(32);
        boolean holds = order(report, "pressure, largest error, 16³ to 32³", coarse, fine, 1.9);
        coarse = windError(32);
        fine = windError(64);
        holds &= order(report, "whole step in wind, mean error, 32³ to 64³", coarse, fine, 1.9);
        report.write("mvn -Pvalidate -pl engine test -Dtest=ExactValidationTest");
        assertTrue(holds, "see the table above");
    }

    private static boolean order(
            Report report, String what, double coarse, double fine, double least) {
        double order = Math.log(coarse / fine) / Math.log(2);
        boolean holds = order >= least;
        report.row(what, Report.number(order), "at least " + least, holds);
        return holds;
    }

    private static double beta(double x, double y, double z) {
        double wave = Math.cos(Math.PI * x) * Math.cos(Math.PI * y) * Math.cos(Math.PI * z);
        return 4.5 + 3.5 * wave;
    }

    /// Largest error against the known pressure.
    private double pressureError(int n) {
        GridShape s = new GridShape(n, n, n);
        Pressure pressure = new Pressure(s, new FieldPool(s), workers);
        double h = 1.0 / n;
        float[] b = new float[s.size()];
        for (int z = 0; z < n; z++) {
            for (int y = 0; y < n; y++) {
                for (int x = 0; x < n; x++) {
                    int i = s.at(x, y, z);
                    for (int axis = 0; axis < 3; axis++) {
                        int along = axis == 0 ? x : axis == 1 ? y : z;
                        pressure.coefficients()[axis][i] =
                                along == 0
                                        ? 0
                                        : (float)
                                                beta(
                                                        (x + (axis == 0 ? 0 : 0.5)) * h,
                                                        (y + (axis == 1 ? 0 : 0.5)) * h,
                                                        (z + (axis == 2 ? 0 : 0.5)) * h);
                    }
                    b[i] = (float) (source((x + 0.5) * h, (y + 0.5) * h, (z + 0.5) * h) * h * h);
                }
            }
        }
        pressure.prepare();
        float[] p = new float[s.size()];
        Pressure.SolveReport solved = pressure.solve(p, b, 1e-6, 1e9, true);
        assertTrue(solved.converged(), solved.toString());
        double mean = 0;
        for (int z = 0; z < n; z++) {
            for (int y = 0; y < n; y++) {
                for (int x = 0; x < n; x++) {
                    mean += p[s.at(x, y, z)] / s.cells();
                }
            }
        }
        double worst = 0;
        for (int z = 0; z < n; z++) {
            for (int y = 0; y < n; y++) {
                for (int x = 0; x < n; x++) {
                    double wave = (beta((x + 0.5) * h, (y + 0.5) * h, (z + 0.5) * h) - 4.5) / 3.5;
                    worst = Math.max(worst, Math.abs(p[s.at(x, y, z)] - mean - wave));
                }
            }
        }
        return worst;
    }

    /// −∇·(β∇p) = 3π²βp − 3.5|∇p|² for p the wave in β.
    private static double source(double x, double y, double z) {
        double cx = Math.cos(Math.PI * x);
        double cy = Math.cos(Math.PI * y);
        double cz = Math.cos(Math.PI * z);
        double sx = Math.sin(Math.PI * x);
        double sy = Math.sin(Math.PI * y);
        double sz = Math.sin(Math.PI * z);
        double gx = sx * cy * cz;
        double gy = cx * sy * cz;
        double gz = cx * cy * sz;
        return Math.PI
                * Math.PI
                * (3 * beta(x, y, z) * cx * cy * cz - 3.5 * (gx * gx + gy * gy + gz * gz));
    }

    /// Mean error of the density, kg/m³, over the box.
    private double windError(int n) {
        double edge = 6.4;
        double speed = 3;
        double h = edge / n;
        int rate = (int) Math.round(speed / (1.5 * h));
        Vec3 edges = new Vec3(edge, edge, edge);
        Simulation s =
                new AirBox(edges, h, List.of(), 0, new Vec3(speed, 0, 0)).simulation(rate, workers);
        AirBox.warm(s, (x, y, z) -> gaussian(x, y, z, 0));
        double seconds = 0.5;
        while (s.time() < seconds - 1e-9) {
            s.advanceFrame(new Cancel());
        }
        GridShape shape = s.fields().shape();
        double moved = speed * s.time();
        double error = 0;
        for (int z = 0; z < n; z++) {
            for (int y = 0; y < n; y++) {
                for (int x = 0; x < n; x++) {
                    double kelvin = gaussian((x + 0.5) * h, (y + 0.5) * h, (z + 0.5) * h, moved);
                    double density = COLD / kelvin * s.setup().law().ambientDensity();
                    error += Math.abs(s.fields().mass[shape.at(x, y, z)] - density);
                }
            }
        }
        return error / shape.cells();
    }

    private static double gaussian(double x, double y, double z, double moved) {
        double dx = x - 2.4 - moved;
        double dy = y - 3.2;
        double dz = z - 3.2;
        return COLD + (HOT - COLD) * Math.exp(-2 * (dx * dx + dy * dy + dz * dz));
    }

    @Test
    @Tag("slow")
    void swirls_leftAlone_keepWhatTheyHave() {
        Report report =
                new Report(
                        "swirls",
                        "Swirls left alone",
                        """
                        Taylor–Green in a closed box of 64³, a turn at CFL 2. A vortex ring of radius 0.5 m with a core of three
                        voxels, in a box of 64 by 128 by 64 voxels of 1/20 m, over three diameters at CFL 2: circulation of a half plane.\
                        """);
        double energy = afterATurn(Flow.of(taylorGreen())).energy;
        boolean holds = energy >= 0.95 && energy < 1.005;
        report.row("Taylor–Green: energy kept", Report.number(energy), "0.95 to 1.005", holds);
        double circulation = afterThreeDiameters(Flow.of(ring())).circulation;
        boolean round = circulation >= 0.85 && circulation < 1.02;
        report.row(
                "vortex ring: circulation kept", Report.number(circulation), "0.85 to 1.02", round);
        report.write("mvn -Pvalidate -pl engine test -Dtest=ExactValidationTest");
        assertTrue(holds && round, "see the table above");
    }

    @Test
    @Tag("slow")
    void swirls_carriedInOtherWays_keepLess() {
        Report report =
                new Report(
                        "others",
                        "Swirls carried in other ways",
                        """
                        The same swirls by the usual splitting, in which velocities are carried with no pressure on the way and then
                        made free of divergence, by MacCormack's scheme and *soft* without its correction. Time is over ours in the
                        same run. A ring that blurs keeps its circulation, which only what meets at the axis undoes, but not its
                        energy.\
                        """);
        Kept ours = afterATurn(Flow.of(taylorGreen()));
        report.row("Taylor–Green: energy kept", Report.number(ours.energy), "", true);
        Sides closed = Sides.allClosed();
        Splitting turn = (soft, n) -> afterATurn(split(taylorGreen(), closed, soft, n, 1));
        boolean holds = less(report, ours, "as many steps", turn.with(false, 5));
        holds &= less(report, ours, "twice the steps", turn.with(false, 10));
        holds &= less(report, ours, "soft, as many steps", turn.with(true, 5));
        ours = afterThreeDiameters(Flow.of(ring()));
        report.row("vortex ring: energy kept", ours.words(), "", true);
        Sides open = Sides.allOpen();
        double frame = 1 / 60.0;
        Splitting way = (soft, n) -> afterThreeDiameters(split(ring(), open, soft, n, frame));
        holds &= less(report, ours, "as many steps", way.with(false, 1));
        holds &= less(report, ours, "twice the steps", way.with(false, 2));
        holds &= less(report, ours, "soft, as many steps", way.with(true, 1));
        report.write(
                "mvn -Pvalidate -pl engine test"
                        + " -Dtest=ExactValidationTest#swirls_carriedInOtherWays*");
        assertTrue(holds, "see the table above");
    }

    /// What is kept with the usual splitting, in so many steps between two frames.
    @FunctionalInterface
    private interface Splitting {
        Kept with(boolean soft, int steps);
    }

    /// Shares of a swirl's energy and circulation, and the seconds it took.
    private record Kept(double energy, double circulation, double seconds) {
        String words() {
            return Report.number(energy) + ", circulation " + Report.number(circulation);
        }
    }

    private static boolean less(Report report, Kept ours, String how, Kept other) {
        String words = other.circulation == 0 ? Report.number(other.energy) : other.words();
        boolean holds = other.energy < ours.energy;
        report.row(
                "split, " + how,
                String.format(
                        Locale.ROOT,
                        "%s, in %.1f of the time",
                        words,
                        other.seconds / ours.seconds),
                "less",
                holds);
        return holds;
    }

    private Flow split(Simulation like, Sides sides, boolean soft, int steps, double frame) {
        double voxel = like.setup().lattice().voxel();
        return new Flow.Split(like.fields(), sides, voxel, soft, steps, frame / steps, workers);
    }

    /// With U = 1 and a wave number of 1.
    private Simulation taylorGreen() {
        int n = 64;
        double edge = 2 * Math.PI;
        double h = edge / n;
        Simulation s = AirBox.cube(edge, n, Bounds.SIDES, 0).simulation(1, workers);
        GridShape shape = s.fields().shape();
        for (int z = 0; z < n; z++) {
            for (int y = 0; y <= n; y++) {
                for (int x = 0; x <= n; x++) {
                    int i = shape.at(x, y, z);
                    s.fields().velocity[0][i] =
                            y < n ? (float) (Math.sin(x * h) * Math.cos((y + 0.5) * h)) : 0;
                    s.fields().velocity[1][i] =
                            x < n ? (float) (-Math.cos((x + 0.5) * h) * Math.sin(y * h)) : 0;
                }
            }
        }
        return s;
    }

    /// After 2π/U.
    private static Kept afterATurn(Flow flow) {
        double before = energy(flow.fields());
        long begun = System.nanoTime();
        for (int frame = 0; frame < 6; frame++) {
            flow.advanceFrame();
        }
        double seconds = (System.nanoTime() - begun) * 1e-9;
        return new Kept(energy(flow.fields()) / before, 0, seconds);
    }

    private static double energy(GasFields f) {
        GridShape s = f.shape();
        double sum = 0;
        for (int z = 0; z < s.nz(); z++) {
            for (int y = 0; y < s.ny(); y++) {
                for (int x = 0; x < s.nx(); x++) {
                    for (float[] u : f.velocity) {
                        sum += (double) u[s.at(x, y, z)] * u[s.at(x, y, z)];
                    }
                }
            }
        }
        return sum;
    }

    /// The ring's voxel, m.
    private static final double H = 0.05;

    private static final double RADIUS = 0.5;
    private static final double CORE = 0.15;
    private static final double CIRCULATION = 4;

    private Simulation ring() {
        Vec3 edges = new Vec3(3.2, 6.4, 3.2);
        Simulation s =
                new AirBox(edges, H, List.of(), 0, new Vec3(0, 0, 0)).simulation(60, workers);
        fillRing(s.fields(), H, 1.6, 1.2);
        return s;
    }

    private static Kept afterThreeDiameters(Flow flow) {
        double before = circulation(flow.fields(), H);
        double energyBefore = energy(flow.fields());
        double start = height(flow.fields(), H);
        long begun = System.nanoTime();
        for (int frame = 0; frame < 600; frame++) {
            flow.advanceFrame();
            if (height(flow.fields(), H) >= start + 6 * RADIUS) {
                return new Kept(
                        energy(flow.fields()) / energyBefore,
                        circulation(flow.fields(), H) / before,
                        (System.nanoTime() - begun) * 1e-9);
            }
        }
        throw new AssertionError("the ring stands at " + height(flow.fields(), H) + " m");
    }

    /// Velocities as differences of the vector potential of a ring with a smooth core (Rosenhead
    /// 1930; Moore 1972), so that no cell grows.
    private static void fillRing(GasFields f, double h, double middle, double y0) {
        GridShape s = f.shape();
        float[] ax = new float[s.size()];
        float[] az = new float[s.size()];
        for (int z = 0; z <= s.nz(); z++) {
            for (int y = 0; y <= s.ny(); y++) {
                for (int x = 0; x <= s.nx(); x++) {
                    int i = s.at(x, y, z);
                    ax[i] = (float) along((x + 0.5) * h - middle, y * h - y0, z * h - middle, true);
                    az[i] =
                            -(float)
                                    along(
                                            x * h - middle,
                                            y * h - y0,
                                            (z + 0.5) * h - middle,
                                            false);
                }
            }
        }
        int sy = s.sy();
        int sz = s.sz();
        for (int z = 0; z < s.nz(); z++) {
            for (int y = 0; y < s.ny(); y++) {
                for (int x = 0; x < s.nx(); x++) {
                    int i = s.at(x, y, z);
                    f.velocity[0][i] = (float) ((az[i + sy] - az[i]) / h);
                    f.velocity[1][i] = (float) ((ax[i + sz] - ax[i] - (az[i + 1] - az[i])) / h);
                    f.velocity[2][i] = (float) (-(ax[i + sy] - ax[i]) / h);
                }
            }
        }
    }

    /// Part of the ring's vector potential along x (or z) at a place from its middle.
    private static double along(double x, double y, double z, boolean alongX) {
        double r = Math.hypot(x, z);
        if (r == 0) {
            return 0;
        }
        int parts = 48;
        double sum = 0;
        for (int k = 0; k < parts; k++) {
            double angle = 2 * Math.PI * (k + 0.5) / parts;
            double dx = r - RADIUS * Math.cos(angle);
            double dz = RADIUS * Math.sin(angle);
            sum += Math.cos(angle) / Math.sqrt(dx * dx + dz * dz + y * y + CORE * CORE);
        }
        double round = CIRCULATION / (4 * Math.PI) * RADIUS * 2 * Math.PI / parts * sum;
        return round * (alongX ? z : x) / r;
    }

    /// ∮u·dl around the half plane x ≥ middle at the middle z, m²/s.
    private static double circulation(GasFields f, double h) {
        GridShape s = f.shape();
        double sum = 0;
        int z = s.nz() / 2;
        for (int y = 1; y < s.ny(); y++) {
            for (int x = s.nx() / 2; x < s.nx() - 1; x++) {
                sum += turn(f, x, y, z);
            }
        }
        return sum * h;
    }

    /// Vorticity along z times h, at the edge between four cells.
    private static double turn(GasFields f, int x, int y, int z) {
        int i = f.shape().at(x, y, z);
        return f.velocity[1][i]
                - f.velocity[1][i - 1]
                - (f.velocity[0][i] - f.velocity[0][i - f.shape().sy()]);
    }

    /// Mean height of that half plane's vorticity, m.
    private static double height(GasFields f, double h) {
        GridShape s = f.shape();
        double sum = 0;
        double weight = 0;
        int z = s.nz() / 2;
        for (int y = 1; y < s.ny(); y++) {
            for (int x = s.nx() / 2; x < s.nx() - 1; x++) {
                double turn = Math.abs(turn(f, x, y, z));
                sum += turn * y * h;
                weight += turn;
            }
        }
        return sum / weight;
    }
}
