package ashfall.shot;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// A number over shot time: constant, or running between points; before the first and after the
/// last point their values hold. Times in seconds, rising.
///
/// It runs straight between points, but leaves and reaches an eased one level. Between two values
/// it never leaves their range: a cubic with slopes of none at eased ends and of the straight line
/// at others.
public final class Curve {
    private final double[] times;
    private final double[] values;
    private final boolean[] eased;

    private Curve(double[] times, double[] values, boolean[] eased) {
        this.times = times;
        this.values = values;
        this.eased = eased;
    }

    /// A point of a curve.
    ///
    /// @param eased whether the curve is level there
    public record Point(double seconds, double value, boolean eased) {
        public Point(double seconds, double value) {
            this(seconds, value, false);
        }
    }

    public static Curve constant(double value) {
        return new Curve(new double[] {0}, new double[] {value}, new boolean[1]);
    }

    /// @param points pairs of time and value, times rising
    public static Curve through(double[]... points) {
        return through(Arrays.stream(points).map(p -> new Point(p[0], p[1])).toList());
    }

    /// @param points at least one, times rising
    public static Curve through(List<Point> points) {
        if (points.isEmpty()) {
            throw new IllegalArgumentException("a curve needs at least one point");
        }
        double[] t = points.stream().mapToDouble(Point::seconds).toArray();
        boolean[] level = new boolean[t.length];
        for (int i = 0; i < t.length; i++) {
            level[i] = points.get(i).eased();
            if (i > 0 && !(t[i] > t[i - 1])) {
                throw new IllegalArgumentException(
                        "the points of a curve must rise in time, but "
                                + t[i]
                                + " s follows "
                                + t[i - 1]
                                + " s");
            }
        }
        return new Curve(t, points.stream().mapToDouble(Point::value).toArray(), level);
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

    public boolean isEased(int point) {
        return eased[point];
    }

    /// Seconds from the first to the last point.
    public double length() {
        return times[times.length - 1] - times[0];
    }

    /// The points, to be changed.
    public List<Point> points() {
        List<Point> all = new ArrayList<>();
        for (int i = 0; i < times.length; i++) {
            all.add(new Point(times[i], values[i], eased[i]));
        }
        return all;
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
        if (eased[right - 1] || eased[right]) {
            share = eased(share, eased[right - 1], eased[right]);
        }
        return values[right - 1] + share * (values[right] - values[right - 1]);
    }

    /// The cubic from 0 to 1 with slopes 1, or 0 at an eased end.
    private static double eased(double s, boolean from, boolean to) {
        double start = from ? 0 : s * (1 - s) * (1 - s);
        double end = to ? 0 : s * s * (s - 1);
        return start + s * s * (3 - 2 * s) + end;
    }

    /// Integral of [#eased] from 0.
    private static double area(double s, boolean from, boolean to) {
        double square = s * s;
        double start = from ? 0 : square * (0.25 * square - 2.0 / 3 * s + 0.5);
        double end = to ? 0 : square * s * (0.25 * s - 1.0 / 3);
        return start + square * s * (1 - 0.5 * s) + end;
    }

    /// Integral from `from` to `to`, exact: what a release gives over a time step does not depend
    /// on the step.
    public double integral(double from, double to) {
        double sum = 0;
        double t = from;
        for (double time : times) {
            if (time > t && time < to) {
                sum += piece(t, time);
                t = time;
            }
        }
        return sum + piece(t, to);
    }

    /// Integral between two times with no point between them.
    private double piece(double from, double to) {
        double middle = 0.5 * (from + to);
        int right = 0;
        while (right < times.length && times[right] <= middle) {
            right++;
        }
        boolean curved = right > 0 && right < times.length && (eased[right - 1] || eased[right]);
        if (!curved) {
            return 0.5 * (at(from) + at(to)) * (to - from);
        }
        double start = times[right - 1];
        double length = times[right] - start;
        double rise = values[right] - values[right - 1];
        double share =
                area((to - start) / length, eased[right - 1], eased[right])
                        - area((from - start) / length, eased[right - 1], eased[right]);
        return values[right - 1] * (to - from) + rise * length * share;
    }

    /// The same some seconds later.
    public Curve later(double seconds) {
        double[] moved = Arrays.stream(times).map(t -> Timing.rounded(t + seconds)).toArray();
        return new Curve(moved, values, eased);
    }

    /// As many times as long, a time staying where it is.
    ///
    /// @param factor over 0
    public Curve stretched(double about, double factor) {
        double[] moved =
                Arrays.stream(times)
                        .map(t -> Timing.rounded(about + factor * (t - about)))
                        .toArray();
        for (int i = 1; i < moved.length; i++) {
            moved[i] = Math.max(moved[i], moved[i - 1] + 1e-6);
        }
        return new Curve(moved, values, eased);
    }

    /// All values times a factor.
    public Curve times(double factor) {
        return new Curve(times, Arrays.stream(values).map(v -> v * factor).toArray(), eased);
    }

    /// All values held in a range.
    public Curve within(double least, double most) {
        return new Curve(
                times,
                Arrays.stream(values).map(v -> Math.max(least, Math.min(most, v))).toArray(),
                eased);
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
                && Arrays.equals(values, c.values)
                && Arrays.equals(eased, c.eased);
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
                    .append(" s")
                    .append(eased[i] ? " eased" : "");
        }
        return all.toString();
    }
}
