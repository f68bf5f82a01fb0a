package ashfall.validation;

import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.continuity.Spectrum;
import ashfall.work.Workers;

import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.knowm.xchart.XYChart;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;

/// Steady fires over disc burners against Heskestad's height, Cetegen & Ahmed's puffing, the
/// table's radiated share, and McCaffrey's axis.
@Tag("slowest")
class BurnerValidationTest {
    private static final double HEIGHT = 0.2;
    private static final double PUFFING = 0.2;
    private static final double RADIATED = 0.25;

    /// Of equal Q*, one four times as wide.
    private static final Burner SMALL = new Burner("propane", 0.3, 50);

    private static final Burner LARGE = new Burner("propane", 1.2, 1600);

    private static final List<Burner> BURNERS =
            List.of(
                    LARGE,
                    SMALL,
                    new Burner("methane", 0.2, 30),
                    new Burner("ethanol", 0.5, 200),
                    new Burner("petrol", 3, 17_000));

    private static final Map<String, Double> RADIANT_SHARES =
            Map.of("propane", 0.28, "methane", 0.14, "ethanol", 0.2, "petrol", 0.33);

    @Test
    void burners_ofSeveralSizesAndFuels_standAndPuffAsRealOnes() throws Exception {
        Report report =
                new Report(
                        "burners",
                        "Steady burners",
                        """
                        Disc burners flush with the floor, D*/Δx = 10, box four diameters wide, usual settings, 20 puffs after
                        the fifth. Height: of voxels that release over 120 kW/m³, half of the time, against Heskestad 1983. Puffing: of
                        what the heat that passes the plane z = D and the heat released have in common, the mean frequency of over
                        half the largest power, against 1.5/√D (Cetegen & Ahmed 1993).\
                        """);
        Map<Burner, Burner.Measured> all = run();
        boolean holds = true;
        XYChart axis =
                Report.plot("Speed along the axis", "z / Q^(2/5), m/kW^(2/5)", "u / Q^(1/5)");
        XYChart warmth = Report.plot("Warmth of the axis", "z / Q^(2/5), m/kW^(2/5)", "ΔT, K");
        XYChart puffs = Report.plot("Puffing", "frequency / (1.5/√D)", "power, largest = 1");
        for (var entry : all.entrySet()) {
            Burner b = entry.getKey();
            Burner.Measured m = entry.getValue();
            String words = b.words();
            holds &= report.row(words + ": height", m.height(), b.expectedHeight(), HEIGHT, "m");
            holds &=
                    report.row(
                            words + ": puffing", m.puffing(), b.expectedPuffing(), PUFFING, "Hz");
            holds &=
                    report.row(
                            words + ": radiated share",
                            m.radiated(),
                            RADIANT_SHARES.get(b.fuel()),
                            RADIATED,
                            "");
            holds &= report.row(words + ": heat", m.released(), b.heat(), 0.1, "kW");
            plot(b, m, axis, warmth, puffs);
        }
        double ratio = all.get(SMALL).puffing() / all.get(LARGE).puffing();
        holds &= report.row("puffing of D over that of 4D at equal Q*", ratio, 2, 0.15, "");
        addMcCaffrey(axis, warmth);
        report.add("burner-speed", axis);
        report.add("burner-warmth", warmth);
        report.add("burner-puffing", puffs);
        report.write("mvn -Pvalidate -pl engine test -Dtest=BurnerValidationTest");
        assertTrue(holds, "see the table above");
    }

    /// One burner a thread; the number of threads changes no bit.
    private static Map<Burner, Burner.Measured> run() throws Exception {
        Map<Burner, Future<Burner.Measured>> futures = new LinkedHashMap<>();
        try (ExecutorService pool =
                Executors.newFixedThreadPool(Runtime.getRuntime().availableProcessors())) {
            for (Burner b : BURNERS) {
                futures.put(
                        b,
                        pool.submit(
                                () -> {
                                    try (Workers workers = new Workers(1)) {
                                        return b.run(workers);
                                    }
                                }));
            }
            Map<Burner, Burner.Measured> all = new LinkedHashMap<>();
            for (Burner b : BURNERS) {
                all.put(b, futures.get(b).get());
            }
            return all;
        }
    }

    private static void plot(
            Burner b, Burner.Measured m, XYChart axis, XYChart warmth, XYChart puffs) {
        double length = Math.pow(b.heat(), 0.4);
        int n = m.speed().length;
        double[] z =
                IntStream.range(0, n).mapToDouble(y -> (y + 0.5) * m.voxel() / length).toArray();
        double scale = Math.pow(b.heat(), 0.2);
        double[] u = IntStream.range(0, n).mapToDouble(y -> m.speed()[y] / scale).toArray();
        Report.line(axis, b.words(), z, u);
        Report.line(warmth, b.words(), z, m.warmth());
        double[] f = IntStream.range(0, 90).mapToDouble(k -> 0.3 + 0.02 * k).toArray();
        double[] power = new double[f.length];
        double most = 0;
        for (int k = 0; k < f.length; k++) {
            power[k] = Spectrum.power(m.burning(), m.passing(), 24, f[k] * b.expectedPuffing());
            most = Math.max(most, power[k]);
        }
        double largest = most;
        double[] share =
                IntStream.range(0, f.length).mapToDouble(k -> power[k] / largest).toArray();
        Report.line(puffs, b.words(), f, share);
    }

    /// McCaffrey 1979 (NBSIR 79-1910).
    private static void addMcCaffrey(XYChart axis, XYChart warmth) {
        double[] z = IntStream.range(1, 60).mapToDouble(k -> 0.005 * k).toArray();
        double[] u = new double[z.length];
        double[] t = new double[z.length];
        for (int k = 0; k < z.length; k++) {
            double kappa = z[k] < 0.08 ? 6.8 : z[k] < 0.2 ? 1.9 : 1.1;
            double eta = z[k] < 0.08 ? 0.5 : z[k] < 0.2 ? 0 : -1.0 / 3;
            u[k] = kappa * Math.pow(z[k], eta);
            double c = kappa / (0.9 * Math.sqrt(2 * 9.81));
            t[k] = c * c * Math.pow(z[k], 2 * eta - 1) * 293;
        }
        Report.line(axis, "McCaffrey 1979", z, u);
        Report.line(warmth, "McCaffrey 1979", z, t);
    }
}
