package ashfall.shot;

import java.util.Arrays;

/// A number over shot time: constant, or straight lines between points; before the first and after
/// the last point their values hold. Times in seconds, rising.
public final class Curve {
    private final double[] times;
    private final double[] values;

    private Curve(double[] times, double[] values) {
        this.times = times;
        this.values = values;
    }

    public static Curve constant(double value) {
        return new Curve(new double[] {0}, new double[] {value});
    }

    /// @param points pairs of time and value, times rising
    public static Curve through(double[]... points) {
        if (points.length == 0) {
            throw new IllegalArgumentException("a curve needs at least one point");
        }
        double[] t = new double[points.length];
        double[] v = new double[points.length];
        for (int i = 0; i < points.length; i++) {
            t[i] = points[i][0];
            v[i] = points[i][1];
            if (i > 0 && !(t[i] > t[i - 1])) {
                throw new IllegalArgumentException(
                        "the points of a curve must rise in time, but "
                                + t[i]
                                + " s follows "
                                + t[i - 1]
                                + " s");
            }
        }
        return new Curve(t, v);
    }

    public boolean isConstant() {
        return times.length == 1;
    }

    public int size() {
        return times.length;
    }

    public double time(int point) {
        return times[point];
    }

    public double value(int point) {
        return values[point];
    }

    /// Value at a time in seconds.
    public double at(double seconds) {
        int last = times.length - 1;
        if (seconds <= times[0]) {
            return values[0];
        }
        if (seconds >= times[last]) {
            return values[last];
        }
        int i = Arrays.binarySearch(times, seconds);
        if (i >= 0) {
            return values[i];
        }
        int right = -i - 1;
        double share = (seconds - times[right - 1]) / (times[right] - times[right - 1]);
        return values[right - 1] + share * (values[right] - values[right - 1]);
    }

    /// Integral from `from` to `to`, exact: what a release gives over a time step does not depend
    /// on the step.
    public double integral(double from, double to) {
        double sum = 0;
        double t = from;
        for (double time : times) {
            if (time > t && time < to) {
                sum += 0.5 * (at(t) + at(time)) * (time - t);
                t = time;
            }
        }
        return sum + 0.5 * (at(t) + at(to)) * (to - t);
    }

    public double least() {
        return Arrays.stream(values).min().orElseThrow();
    }

    public double largest() {
        return Arrays.stream(values).max().orElseThrow();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Curve c
                && Arrays.equals(times, c.times)
                && Arrays.equals(values, c.values);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(times) + Arrays.hashCode(values);
    }

    @Override
    public String toString() {
        if (isConstant()) {
            return Double.toString(values[0]);
        }
        StringBuilder all = new StringBuilder();
        for (int i = 0; i < times.length; i++) {
            all.append(i == 0 ? "" : ", ")
                    .append(values[i])
                    .append(" at ")
                    .append(times[i])
                    .append(" s");
        }
        return all.toString();
    }
}
