package ashfall.look;

import ashfall.shot.Curve;
import ashfall.shot.Curve.Point;
import ashfall.shot.Item;
import ashfall.shot.Look;
import ashfall.shot.Quantity;
import ashfall.shot.Unit;

import java.util.ArrayList;
import java.util.List;
import java.util.Map.Entry;
import java.util.NavigableMap;
import java.util.TreeMap;

/// The strength of a fire's light over time that keeps a fire as bright as it was when it was held,
/// however much it cools: a curve to be edited like any other.
public final class HeldBrightness {
    /// Most that light is raised by.
    private static final double MOST = 1000;

    /// Part of the span over which an overshoot fades.
    private static final double FADES = 1.0 / 6;

    /// How far a point may be off a straight line and be left out, as a share.
    private static final double CLOSE = 0.04;

    private HeldBrightness() {}

    /// A look whose light, both what hot soot gives off and what burning gas shines by itself, is
    /// raised alike so that the fire stays as bright.
    ///
    /// @param look with which the powers were measured
    /// @throws IllegalArgumentException as [#strength] does
    public static Item held(Item look, NavigableMap<Double, Double> powers, double overshoot) {
        Item next = look;
        for (Quantity light : List.of(Look.GLOW, Look.BLUE)) {
            next = next.with(light, strength(powers, look.get(light), overshoot));
        }
        return next;
    }

    /// The luminous power that is wanted at a time, lumen.
    public static double wanted(
            NavigableMap<Double, Double> powers, double overshoot, double seconds) {
        double span = powers.lastKey() - powers.firstKey();
        double share = Math.min(1, (seconds - powers.firstKey()) / (FADES * span));
        return powers.firstEntry().getValue() * (overshoot + share * (1 - overshoot));
    }

    /// @param powers luminous power of the fire as it was measured, lumen, by time in seconds
    /// @param strength of the light at which they were measured
    /// @param overshoot how many times brighter it begins; it fades over a sixth of the span
    /// @throws IllegalArgumentException when there are fewer than two times, or nothing shines at
    /// the
    ///     first
    public static Curve strength(
            NavigableMap<Double, Double> powers, Curve strength, double overshoot) {
        if (powers.size() < 2) {
            throw new IllegalArgumentException(
                    "brightness is held over two frames or more, not " + powers.size());
        }
        if (!(powers.firstEntry().getValue() > 0)) {
            throw new IllegalArgumentException(
                    "nothing glows at "
                            + Unit.SECOND.figure(powers.firstKey(), 3)
                            + ", so there is no brightness to hold");
        }
        TreeMap<Double, Double> strengths = new TreeMap<>();
        powers.forEach(
                (seconds, power) -> {
                    double target = wanted(powers, overshoot, seconds);
                    double raise = power > 0 ? Math.min(MOST, target / power) : MOST;
                    strengths.put(seconds, strength.at(seconds) * raise);
                });
        return Curve.through(thinned(new ArrayList<>(strengths.entrySet())));
    }

    /// Leaves out what lies close to the line between its neighbours (Douglas & Peucker 1973).
    private static List<Point> thinned(List<Entry<Double, Double>> all) {
        boolean[] kept = new boolean[all.size()];
        kept[0] = true;
        kept[all.size() - 1] = true;
        keep(all, 0, all.size() - 1, kept);
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < kept.length; i++) {
            if (kept[i]) {
                points.add(new Point(all.get(i).getKey(), all.get(i).getValue()));
            }
        }
        return points;
    }

    private static void keep(List<Entry<Double, Double>> all, int from, int to, boolean[] kept) {
        double worst = CLOSE;
        int at = -1;
        for (int i = from + 1; i < to; i++) {
            double t = all.get(i).getKey() - all.get(from).getKey();
            double share = t / (all.get(to).getKey() - all.get(from).getKey());
            double line =
                    all.get(from).getValue()
                            + share * (all.get(to).getValue() - all.get(from).getValue());
            double off = Math.abs(line / all.get(i).getValue() - 1);
            if (off > worst) {
                worst = off;
                at = i;
            }
        }
        if (at >= 0) {
            kept[at] = true;
            keep(all, from, at, kept);
            keep(all, at, to, kept);
        }
    }
}
