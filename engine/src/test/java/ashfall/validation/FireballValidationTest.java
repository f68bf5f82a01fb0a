package ashfall.validation;

import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.GridShape;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.knowm.xchart.XYChart;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// Fireballs of petrol against the correlations of diameter and duration with the mass of fuel
/// (Roberts 1982; Hasegawa & Sato 1977; Moorhouse & Pritchard 1982; Fay & Lewis 1977; Martinsen &
/// Marx 1999).
@Tag("slow")
class FireballValidationTest {
    private static final double DIAMETER = 0.3;
    private static final double DURATION = 0.5;
    private static final double RATE = 24;

    /// K from which gas counts as fireball.
    private static final float GLOWS = 1000;

    /// Share of its largest volume below which a fireball has gone out.
    private static final double OUT = 0.1;

    @Test
    void fireballs_ofOneToAHundredKilograms_growAndLastWithinTheCorrelations() {
        Report report =
                new Report(
                        "fireballs",
                        "Fireballs",
                        """
                        `new fireball` with petrol, 40 voxels to the expected diameter. Diameter: of the circle that the picture
                        of gas above 1000 K fills at its largest; duration: while there is more than a tenth of its largest volume.
                        Wanted: within 30 and 50 % of the range that five correlations span.\
                        """);
        XYChart chart =
                Report.plot(
                        "Fireballs of petrol",
                        "time / mass^(1/3), s/kg^(1/3)",
                        "diameter / mass^(1/3)");
        boolean holds = true;
        for (double mass : new double[] {1, 10, 100}) {
            holds &= measure(mass, report, chart);
        }
        report.add("fireballs", chart);
        report.write("mvn -Pvalidate -pl engine test -Dtest=FireballValidationTest");
        assertTrue(holds, "see the table above");
    }

    private static boolean measure(double mass, Report report, XYChart chart) {
        double cube = Math.cbrt(mass);
        double size = 5.8 * cube;
        Shot shot =
                NewShot.make(
                        "fireball",
                        List.of(
                                "mass=" + mass,
                                "fuel=petrol",
                                "elements.fireball.voxel.work=" + size / 40,
                                "elements.fireball.bounds.from=" + -size + ",0," + -size,
                                "elements.fireball.bounds.to="
                                        + size
                                        + ","
                                        + 2.4 * size
                                        + ","
                                        + size));
        Element element = shot.elements().get("fireball");
        List<Double> times = new ArrayList<>();
        List<Double> diameters = new ArrayList<>();
        double widest = 0;
        double out = 0;
        try (Workers workers = new Workers(2)) {
            Simulation s = new Simulation(Setup.of(shot, element, Fineness.WORK), workers);
            double h = s.setup().lattice().voxel();
            double largest = 0;
            double from = Double.NaN;
            for (int frame = 0; frame < 8 * RATE; frame++) {
                s.advanceFrame(new Cancel());
                int[] glows = glowing(s);
                double diameter = 2 * h * Math.sqrt(glows[1] / Math.PI);
                widest = Math.max(widest, diameter);
                largest = Math.max(largest, glows[0]);
                times.add(s.time() / cube);
                diameters.add(diameter / cube);
                if (glows[0] > 0 && Double.isNaN(from)) {
                    from = s.time();
                }
                if (glows[0] > OUT * largest) {
                    out = s.time() - from;
                } else if (largest > 0) {
                    break;
                }
            }
        }
        Report.line(
                chart,
                String.format(Locale.ROOT, "%.0f kg", mass),
                times.stream().mapToDouble(t -> t).toArray(),
                diameters.stream().mapToDouble(d -> d).toArray());
        String words = String.format(Locale.ROOT, "%.0f kg: ", mass);
        boolean wide =
                within(
                        report,
                        words + "diameter, m",
                        widest,
                        DIAMETER,
                        5.8 * cube,
                        5.28 * Math.pow(mass, 0.277),
                        5.33 * Math.pow(mass, 0.327),
                        6.28 * cube);
        boolean lasting =
                within(
                        report,
                        words + "duration, s",
                        out,
                        DURATION,
                        0.45 * cube,
                        1.1 * Math.pow(mass, 0.097),
                        1.09 * Math.pow(mass, 0.327),
                        2.53 * Math.pow(mass, 1.0 / 6),
                        0.9 * Math.pow(mass, 0.25));
        return wide && lasting;
    }

    private static boolean within(
            Report report, String what, double measured, double share, double... correlations) {
        double least = Double.MAX_VALUE;
        double most = 0;
        for (double c : correlations) {
            least = Math.min(least, c);
            most = Math.max(most, c);
        }
        boolean holds = measured >= (1 - share) * least && measured <= (1 + share) * most;
        report.row(
                what,
                Report.number(measured),
                String.format(Locale.ROOT, "%.2f to %.2f, ± %.0f %%", least, most, 100 * share),
                holds);
        return holds;
    }

    /// Voxels that glow, and how many of them show in a picture from the south.
    private static int[] glowing(Simulation s) {
        GridShape shape = s.fields().shape();
        float[] kelvin = s.fields().temperature;
        boolean[] shown = new boolean[shape.nx() * shape.ny()];
        int volume = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                int at = shape.at(0, y, z);
                for (int x = 0; x < shape.nx(); x++) {
                    if (kelvin[at + x] > GLOWS) {
                        volume++;
                        shown[x + shape.nx() * y] = true;
                    }
                }
            }
        }
        int area = 0;
        for (boolean b : shown) {
            area += b ? 1 : 0;
        }
        return new int[] {volume, area};
    }
}
