package ashfall.picture;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/// Light of a black body: Planck's law through the CIE 1931 observer (5 nm, 360 to 830 nm) to
/// linear sRGB in cd/m².
///
/// `XYZ = 683.002 Σ L_λ(x̄, ȳ, z̄)Δλ`. The table holds every 5 K; between, the logarithm would be
/// exact, straight lines are within 0.2 % of it. Colours outside sRGB are drawn towards grey of the
/// same luminance until no part is negative.
public final class Blackbody {
    private static final double C1 = 2 * 6.62607015e-34 * 299792458.0 * 299792458.0;
    private static final double C2 = 1.438776877e-2;
    private static final double LOWEST = 500;
    private static final double STEP = 5;
    private static final int ROWS = 701;
    private static final double[][] OBSERVER = observer();
    private static final float[] TABLE = table();

    private Blackbody() {}

    /// CIE tristimulus values X, Y, Z with Y in cd/m².
    public static double[] xyz(double kelvin) {
        double[] sum = new double[3];
        for (double[] row : OBSERVER) {
            double metres = row[0] * 1e-9;
            double m5 = metres * metres * metres * metres * metres;
            double radiance = C1 / m5 / Math.expm1(C2 / (metres * kelvin));
            for (int k = 0; k < 3; k++) {
                sum[k] += radiance * row[k + 1];
            }
        }
        for (int k = 0; k < 3; k++) {
            sum[k] *= 683.002 * 5e-9;
        }
        return sum;
    }

    /// Linear sRGB (D65) of tristimulus values, not clipped.
    public static double[] linearSrgb(double[] xyz) {
        return new double[] {
            3.2409699419 * xyz[0] - 1.5373831776 * xyz[1] - 0.4986107603 * xyz[2],
            -0.9692436363 * xyz[0] + 1.8759675015 * xyz[1] + 0.0415550574 * xyz[2],
            0.0556300797 * xyz[0] - 0.2039769589 * xyz[1] + 1.0569715142 * xyz[2]
        };
    }

    /// Adds `weight` times the luminance of a black body to rgb.
    public static void add(float kelvin, float weight, float[] rgb) {
        float place = (float) ((kelvin - LOWEST) / STEP);
        if (place <= 0) {
            return;
        }
        int i = Math.min(ROWS - 2, (int) place);
        float t = Math.min(1f, place - i);
        for (int k = 0; k < 3; k++) {
            float a = TABLE[3 * i + k];
            float b = TABLE[3 * i + 3 + k];
            rgb[k] += weight * (a + t * (b - a));
        }
    }

    private static float[] table() {
        float[] table = new float[3 * ROWS];
        for (int i = 0; i < ROWS; i++) {
            double[] xyz = xyz(LOWEST + i * STEP);
            double[] rgb = linearSrgb(xyz);
            double least = Math.min(rgb[0], Math.min(rgb[1], rgb[2]));
            double towards = least < 0 ? -least / (xyz[1] - least) : 0;
            for (int k = 0; k < 3; k++) {
                table[3 * i + k] = (float) Math.max(0, rgb[k] + towards * (xyz[1] - rgb[k]));
            }
        }
        return table;
    }

    private static double[][] observer() {
        var stream = Blackbody.class.getResourceAsStream("cie1931_5nm.csv");
        try (var lines =
                new BufferedReader(new InputStreamReader(stream, StandardCharsets.UTF_8))) {
            List<double[]> rows =
                    lines.lines()
                            .filter(l -> !l.startsWith("#") && !l.startsWith("wavelength"))
                            .map(
                                    l -> {
                                        String[] f = l.split(",");
                                        return new double[] {
                                            Double.parseDouble(f[0]),
                                            Double.parseDouble(f[1]),
                                            Double.parseDouble(f[2]),
                                            Double.parseDouble(f[3])
                                        };
                                    })
                            .toList();
            return rows.toArray(double[][]::new);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
