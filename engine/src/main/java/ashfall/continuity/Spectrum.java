package ashfall.continuity;

import java.util.Arrays;

/// How strongly a series swings at a frequency: mean of the spectra of five windows of half its
/// length (Welch 1967, IEEE Trans. Audio Electroacoust. 15:70).
public final class Spectrum {
    /// Fewer swings tell no frequency.
    static final double FEWEST_PERIODS = 8;

    private static final int STEPS = 50;

    private Spectrum() {}

    /// Frequency about which the power gathers between two, Hz: the mean of those with more than
    /// half the largest power, which scatters less than the largest alone.
    ///
    /// @param rate values a second
    public static double peak(double[] series, double rate, double from, double to) {
        return peak(series, series, rate, from, to);
    }

    /// The same of what two series have in common.
    public static double peak(double[] a, double[] b, double rate, double from, double to) {
        double[] power = new double[STEPS + 1];
        for (int k = 0; k <= STEPS; k++) {
            power[k] = power(a, b, rate, from + k * (to - from) / STEPS);
        }
        double half = 0.5 * Arrays.stream(power).max().orElse(0);
        double sum = 0;
        double moment = 0;
        for (int k = 0; k <= STEPS; k++) {
            if (power[k] >= half) {
                sum += power[k];
                moment += power[k] * k;
            }
        }
        return from + (sum > 0 ? moment / sum : 0) * (to - from) / STEPS;
    }

    /// Power at a frequency with which two series swing together, in the product of their units:
    /// what only one of them does cancels out over the windows.
    public static double power(double[] a, double[] b, double rate, double frequency) {
        int n = a.length / 2;
        double re = 0;
        double im = 0;
        for (int at = 0; at + n <= a.length; at += Math.max(1, n / 4)) {
            double[] x = swing(a, at, n, rate, frequency);
            double[] y = a == b ? x : swing(b, at, n, rate, frequency);
            re += x[0] * y[0] + x[1] * y[1];
            im += x[1] * y[0] - x[0] * y[1];
        }
        return Math.sqrt(re * re + im * im);
    }

    /// Share of a frequency in a window of a series: real and imaginary part.
    private static double[] swing(double[] series, int at, int n, double rate, double frequency) {
        double mean = Arrays.stream(series, at, at + n).average().orElse(0);
        double re = 0;
        double im = 0;
        for (int i = 0; i < n; i++) {
            double window = 0.5 - 0.5 * Math.cos(2 * Math.PI * (i + 0.5) / n);
            double angle = 2 * Math.PI * frequency * i / rate;
            re += window * (series[at + i] - mean) * Math.cos(angle);
            im -= window * (series[at + i] - mean) * Math.sin(angle);
        }
        return new double[] {re, im};
    }
}
