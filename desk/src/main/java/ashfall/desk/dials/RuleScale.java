package ashfall.desk.dials;

import ashfall.shot.Quantity;

import java.util.ArrayList;
import java.util.List;

/// Where values lie on a graduated rule: evenly, or by their logarithm where the usual band spans a
/// factor of five or more. A rule shows more than the usual band and less than all that is allowed.
///
/// @param low value at its left end
/// @param high value at its right end
/// @param zero does the left end stand for 0, short of a logarithmic rule's first mark?
record RuleScale(double low, double high, boolean logarithmic, boolean zero) {
    private static final double BEYOND = 12;

    /// Share of a logarithmic rule that is left for 0.
    private static final double ZERO = 0.05;

    /// A graduation: where, and how long its stroke is (0 shortest, 2 longest).
    record Tick(double value, int rank) {}

    static RuleScale of(Quantity q) {
        boolean wide = q.usualLow() > 0 && q.usualHigh() >= 5 * q.usualLow();
        if (wide && q.least() >= 0) {
            return new RuleScale(
                    Math.max(q.least(), q.usualLow() / BEYOND),
                    Math.min(q.most(), q.usualHigh() * BEYOND),
                    true,
                    q.least() == 0);
        }
        double span = Math.max(q.usualHigh() - q.usualLow(), 1e-12);
        if (span < 0.05 * q.usualHigh()) {
            span = 0.6 * q.usualHigh();
        }
        return new RuleScale(
                Math.max(q.least(), q.usualLow() - span),
                Math.min(q.most(), q.usualHigh() + span),
                false,
                false);
    }

    /// Where a value lies, 0 to 1; values beyond the ends are at the ends.
    double position(double value) {
        double t;
        if (logarithmic) {
            double share = Math.log(Math.max(value, 1e-300) / low) / Math.log(high / low);
            t = zero ? ZERO + (1 - ZERO) * share : share;
        } else {
            t = (value - low) / (high - low);
        }
        return Math.max(0, Math.min(1, t));
    }

    /// The value at a place from 0 to 1.
    double value(double position) {
        double t = Math.max(0, Math.min(1, position));
        if (!logarithmic) {
            return low + t * (high - low);
        }
        if (zero && t < 0.5 * ZERO) {
            return 0;
        }
        double share = zero ? Math.max(0, (t - ZERO) / (1 - ZERO)) : t;
        return low * Math.pow(high / low, share);
    }

    /// The graduation, in rising order.
    List<Tick> ticks() {
        List<Tick> all = new ArrayList<>();
        if (logarithmic) {
            for (int power = (int) Math.floor(Math.log10(low)); power < 12; power++) {
                double decade = Math.pow(10, power);
                for (int k = 1; k < 10; k++) {
                    double value = k * decade;
                    if (value >= low * 0.999 && value <= high * 1.001) {
                        all.add(new Tick(value, k == 1 ? 2 : k == 5 ? 1 : 0));
                    }
                }
            }
            return all;
        }
        double step = Math.pow(10, Math.floor(Math.log10((high - low) / 8)));
        while ((high - low) / step > 40) {
            step *= 2;
        }
        for (long k = (long) Math.ceil(low / step - 1e-6); k * step <= high * (1 + 1e-9); k++) {
            all.add(new Tick(k * step, k % 10 == 0 ? 2 : k % 5 == 0 ? 1 : 0));
        }
        return all;
    }

    /// A value rounded to what a hand can set: three digits of the rule's fineness there, five when
    /// fine.
    double rounded(double value, boolean fine) {
        if (value == 0) {
            return 0;
        }
        double scale = logarithmic ? Math.abs(value) : high - low;
        double unit = Math.pow(10, Math.floor(Math.log10(scale)) - (fine ? 4 : 2));
        double steps = Math.rint(value / unit);
        return unit >= 1 ? steps * unit : steps / Math.rint(1 / unit);
    }
}
