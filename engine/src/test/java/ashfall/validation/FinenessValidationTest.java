package ashfall.validation;

import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.grid.GridShape;
import ashfall.shot.Fineness;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;
import ashfall.sim.LogEntry;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// A sketch foretells the final: a fireball of other voxels, other steps and another frame rate
/// burns as much, as fast and as high.
class FinenessValidationTest {
    private static final double SECONDS = 2.5;

    /// Until hardly any fuel is left.
    private static final double WHOLE = 4;

    /// Of what changes with the voxels, and of the flame's height.
    private static final double VOXELS = 0.1;

    private static final double HEIGHT = 0.15;

    /// Four sketch voxels, m.
    private static final double BLOCK = 1.2;

    /// Of totals and of curves that change with the steps.
    private static final double TOTALS = 0.01;

    private static final double CURVES = 0.05;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    /// What a run showed.
    ///
    /// @param heat released by the end, MJ
    /// @param smoke left at the end, kg
    /// @param half s until half of the heat was released
    /// @param most s until nine tenths were
    /// @param top mean height of the flame over the last two seconds, m
    /// @param kelvin mean temperature of what burnt in them, by its heat
    /// @param energy mean kinetic energy in them of what is larger than [#BLOCK], kJ
    /// @param steps most that a frame took
    private record Course(
            double heat,
            double smoke,
            double half,
            double most,
            double top,
            double kelvin,
            double energy,
            long steps) {
        Course plus(Course other) {
            return new Course(
                    heat + other.heat,
                    smoke + other.smoke,
                    half + other.half,
                    most + other.most,
                    top + other.top,
                    kelvin + other.kelvin,
                    energy + other.energy,
                    Math.max(steps, other.steps));
        }
    }

    @Test
    @Tag("slow")
    void fireball_ofOtherVoxels_burnsAlike() {
        Report report =
                new Report(
                        "fineness",
                        "Fineness",
                        """
                        A fireball of 2 kg of petrol on voxels of 0.3, 0.2 and 0.14 m: means of three seeds, 2.5 s, over those of the finest.
                        Over the last two seconds: height of the flame, temperature of what burns by its heat, kinetic energy of
                        the mean motion of blocks of 1.2 m, four sketch voxels (sketch over work).\
                        """);
        Course finest = mean(Fineness.FINAL);
        List<Double> energy = new ArrayList<>();
        boolean holds = true;
        for (Fineness fineness : List.of(Fineness.SKETCH, Fineness.WORK)) {
            Course c = mean(fineness);
            String words = fineness + ": ";
            holds &= report.row(words + "heat", c.heat / finest.heat, 1, VOXELS, "");
            holds &= report.row(words + "smoke", c.smoke / finest.smoke, 1, VOXELS, "");
            holds &= report.row(words + "time to half", c.half / finest.half, 1, VOXELS, "");
            holds &= report.row(words + "time to 90 %", c.most / finest.most, 1, VOXELS, "");
            holds &= report.row(words + "height", c.top / finest.top, 1, HEIGHT, "");
            holds &= report.row(words + "temperature", c.kelvin / finest.kelvin, 1, HEIGHT, "");
            energy.add(c.energy);
        }
        double ratio = energy.getFirst() / energy.getLast();
        holds &= report.row("sketch: kinetic energy of blocks", ratio, 1, VOXELS, "");
        report.write("mvn -Pvalidate -pl engine test -Dtest=FinenessValidationTest");
        assertTrue(holds, "see the table above");
    }

    private Course mean(Fineness fineness) {
        Course sum = new Course(0, 0, 0, 0, 0, 0, 0, 0);
        for (int seed = 1; seed <= 3; seed++) {
            sum = sum.plus(course(fineness, SECONDS, 24, "elements.fireball.seed=" + seed));
        }
        return sum;
    }

    @Test
    @Tag("slowest")
    void fireball_ofOtherSteps_burnsAlike() {
        Report report =
                new Report(
                        "steps",
                        "Steps and frame rate",
                        """
                        The same fireball on voxels of 0.2 m, 4 s, with at least twice the most steps that any frame took, and at 48 frames a
                        second, over the usual.\
                        """);
        Course usual = course(Fineness.WORK, WHOLE, 24, "elements.fireball.steps=1");
        boolean holds = true;
        holds &=
                compare(
                        report,
                        "twice the steps: ",
                        course(
                                Fineness.WORK,
                                WHOLE,
                                24,
                                "elements.fireball.steps=" + 2 * usual.steps),
                        usual);
        holds &=
                compare(
                        report,
                        "48 frames a second: ",
                        course(Fineness.WORK, WHOLE, 48, "elements.fireball.steps=1"),
                        usual);
        report.write("mvn -Pvalidate -pl engine test -Dtest=FinenessValidationTest");
        assertTrue(holds, "see the table above");
    }

    private static boolean compare(Report report, String words, Course c, Course usual) {
        boolean holds = report.row(words + "heat", c.heat / usual.heat, 1, TOTALS, "");
        holds &= report.row(words + "time to half", c.half / usual.half, 1, CURVES, "");
        holds &= report.row(words + "time to 90 %", c.most / usual.most, 1, CURVES, "");
        return holds;
    }

    private Course course(Fineness fineness, double seconds, int rate, String setting) {
        Shot shot =
                NewShot.make(
                        "fireball",
                        List.of(
                                "mass=2",
                                "fuel=petrol",
                                "frames.rate=" + rate,
                                "elements.fireball.voxel.sketch=0.3",
                                "elements.fireball.voxel.work=0.2",
                                "elements.fireball.voxel.final=0.14",
                                setting));
        Simulation s = new Simulation(Setup.of(shot, shot.element("fireball"), fineness), workers);
        List<LogEntry> log = new ArrayList<>();
        double burnt = 0;
        double kelvin = 0;
        double energy = 0;
        for (int frame = 0; frame < seconds * rate; frame++) {
            log.add(s.advanceFrame(new Cancel()));
            if (s.time() > seconds - 2) {
                double[] flame = flame(s);
                burnt += flame[0];
                kelvin += flame[1];
                energy += blockEnergy(s) / (2 * rate);
            }
        }
        double heat = log.getLast().heatKj() / 1000;
        return new Course(
                heat,
                log.getLast().smokeKg(),
                reached(log, 0.5 * heat),
                reached(log, 0.9 * heat),
                log.stream()
                        .filter(e -> e.timeS() > seconds - 2)
                        .mapToDouble(LogEntry::flameTopM)
                        .average()
                        .orElseThrow(),
                kelvin / burnt,
                energy,
                log.stream().mapToLong(LogEntry::substeps).max().orElseThrow());
    }

    /// Heat that cells release, and the same times their temperatures.
    private static double[] flame(Simulation s) {
        GasFields f = s.fields();
        double heat = 0;
        double kelvin = 0;
        for (int i = 0; i < f.flame.length; i++) {
            heat += f.flame[i];
            kelvin += (double) f.flame[i] * f.temperature[i];
        }
        return new double[] {heat, kelvin};
    }

    /// Kinetic energy of the mean motion of blocks, kJ.
    private static double blockEnergy(Simulation s) {
        GasFields f = s.fields();
        GridShape shape = f.shape();
        double h = s.setup().lattice().voxel();
        Map<List<Long>, double[]> blocks = new HashMap<>();
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    int i = shape.at(x, y, z);
                    double[] sum =
                            blocks.computeIfAbsent(
                                    List.of(
                                            block(s.setup().lattice().centre(0, s.box().x() + x)),
                                            block(s.setup().lattice().centre(1, s.box().y() + y)),
                                            block(s.setup().lattice().centre(2, s.box().z() + z))),
                                    key -> new double[4]);
                    double mass = f.mass[i] * h * h * h;
                    sum[3] += mass;
                    for (int axis = 0; axis < 3; axis++) {
                        float[] u = f.velocity[axis];
                        sum[axis] += mass * 0.5 * (u[i] + u[i + shape.stride(axis)]);
                    }
                }
            }
        }
        return blocks.values().stream()
                .mapToDouble(b -> 0.5e-3 * (b[0] * b[0] + b[1] * b[1] + b[2] * b[2]) / b[3])
                .sum();
    }

    private static long block(double metres) {
        return (long) Math.floor(metres / BLOCK);
    }

    /// Time at which so much heat was released, MJ, between frames.
    private static double reached(List<LogEntry> log, double heat) {
        LogEntry before = null;
        for (LogEntry e : log) {
            if (e.heatKj() / 1000 >= heat) {
                double from = before == null ? 0 : before.heatKj() / 1000;
                double start = before == null ? 0 : before.timeS();
                return start + (heat - from) / (e.heatKj() / 1000 - from) * (e.timeS() - start);
            }
            before = e;
        }
        throw new AssertionError("it never released " + heat + " MJ");
    }
}
