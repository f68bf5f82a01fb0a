package ashfall.validation;

import ashfall.continuity.Spectrum;
import ashfall.gas.GasFields;
import ashfall.grid.GridShape;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;
import ashfall.sim.LogEntry;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/// A disc burner flush with the floor in still air, as `new burner` sets it up, in a box four
/// diameters wide with ten voxels to the fire's own length D*.
///
/// @param diameter m
/// @param heat kW, if all fuel burns
record Burner(String fuel, double diameter, double heat) {
    private static final double RATE = 24;

    /// Puffs left out at the start, and puffs measured.
    private static final int FIRST = 5;

    private static final int PUFFS = 20;

    /// What a run showed once it burnt steadily.
    ///
    /// @param height of the flame half of the time, m
    /// @param puffing Hz, with which the heat that passes one diameter up and the heat released
    ///     swing together
    /// @param released kW
    /// @param radiated share of it
    /// @param burning heat released, frame by frame, kW
    /// @param passing heat carried up through the plane one diameter up, frame by frame, kW
    /// @param speed along the axis, m/s, voxel by voxel
    /// @param warmth along the axis, K over the air
    record Measured(
            double height,
            double puffing,
            double released,
            double radiated,
            double voxel,
            double[] burning,
            double[] passing,
            double[] speed,
            double[] warmth) {}

    String words() {
        return String.format(Locale.ROOT, "%s, %.1f m, %.0f kW", fuel, diameter, heat);
    }

    /// Height of the flame half of the time, m (Heskestad 1983).
    double expectedHeight() {
        return 0.235 * Math.pow(heat, 0.4) - 1.02 * diameter;
    }

    /// Hz (Cetegen & Ahmed 1993).
    double expectedPuffing() {
        return 1.5 / Math.sqrt(diameter);
    }

    private Simulation simulation(Workers workers) {
        double voxel = Math.pow(heat / 1101, 0.4) / 10;
        double half = 0.5 * Math.max(4 * diameter, 0.8 * expectedHeight());
        double height = Math.max(1.8 * expectedHeight(), 3 * diameter);
        Shot shot =
                NewShot.make(
                        "burner",
                        List.of(
                                "radius=" + diameter / 2,
                                "heat=" + heat,
                                "fuel=" + fuel,
                                "elements.fire.voxel.work=" + voxel,
                                "elements.fire.bounds.from=" + -half + ",0," + -half,
                                "elements.fire.bounds.to=" + half + "," + height + "," + half));
        Element element = shot.elements().get("fire");
        return new Simulation(Setup.of(shot, element, Fineness.WORK), workers);
    }

    Measured run(Workers workers) {
        Simulation s = simulation(workers);
        GridShape shape = s.fields().shape();
        double h = s.setup().lattice().voxel();
        int before = (int) Math.ceil(FIRST / expectedPuffing() * RATE);
        int frames = (int) Math.ceil(PUFFS / expectedPuffing() * RATE);
        for (int i = 0; i < before; i++) {
            s.advanceFrame(new Cancel());
        }
        double heatBefore = s.ledger().heat();
        double radiatedBefore = s.ledger().radiated();
        double[] tops = new double[frames];
        double[] burning = new double[frames];
        double[] passing = new double[frames];
        double[] speed = new double[shape.ny()];
        double[] warmth = new double[shape.ny()];
        int middleX = (int) Math.round(-s.setup().lattice().centre(0, s.setup().box().x()) / h);
        int middleZ = (int) Math.round(-s.setup().lattice().centre(2, s.setup().box().z()) / h);
        for (int i = 0; i < frames; i++) {
            burning[i] = s.advanceFrame(new Cancel()).heatReleaseKw();
            GasFields f = s.fields();
            passing[i] = passing(f, (int) (diameter / h)) * h * h / 1000;
            tops[i] = top(f) * h;
            for (int y = 0; y < shape.ny(); y++) {
                int at = shape.at(middleX, y, middleZ);
                speed[y] += f.velocity[1][at] / frames;
                warmth[y] += (f.temperature[at] - s.setup().law().ambient()) / frames;
            }
        }
        Arrays.sort(tops);
        double heatJoule = s.ledger().heat() - heatBefore;
        return new Measured(
                tops[frames / 2],
                Spectrum.peak(
                        burning, passing, RATE, 0.5 * expectedPuffing(), 2 * expectedPuffing()),
                heatJoule / (frames / RATE) / 1000,
                (s.ledger().radiated() - radiatedBefore) / heatJoule,
                h,
                burning,
                passing,
                speed,
                warmth);
    }

    /// Enthalpy that goes up through a plane of cells each second, W over the face of a cell.
    private static double passing(GasFields f, int y) {
        GridShape shape = f.shape();
        double sum = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                sum += (double) f.velocity[1][i] * f.mass[i] * f.contents[GasFields.ENTHALPY][i];
            }
        }
        return sum;
    }

    /// Planes up to the highest that holds flame.
    private static int top(GasFields f) {
        GridShape shape = f.shape();
        for (int y = shape.ny() - 1; y >= 0; y--) {
            for (int z = 0; z < shape.nz(); z++) {
                for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                    if (f.flame[i] > LogEntry.FLAME) {
                        return y + 1;
                    }
                }
            }
        }
        return 0;
    }
}
