package ashfall.shot;

import ashfall.grid.Seeded;

import java.util.ArrayList;
import java.util.List;

/// A ready shape of a release over time. It gives an ordinary curve, to be changed like any other.
public enum ReadyShape {
    SPIKE("Spike", "Up at once, gone at the end"),
    SPIKE_AND_TAIL("Spike and tail", "Up at once, falls to a tail that stays"),
    PULSE("Pulse", "Comes, stays, goes"),
    STEADY("Steady", "Comes up and stays"),
    FLICKER("Flicker", "Swells and sinks by chance"),
    GUTTERING("Guttering", "Dies in ever deeper drops"),
    PUNCH_THEN_HANG("Punch, then hang", "Fast at first, then as slow as the tail");

    /// Points of those that go by chance.
    private static final int POINTS = 13;

    private final String label;
    private final String does;

    ReadyShape(String label, String does) {
        this.label = label;
        this.does = does;
    }

    public String label() {
        return label;
    }

    /// What it does over time, in a few words.
    public String does() {
        return does;
    }

    /// The shapes that suit a quantity: a time scale and a playback speed have their own.
    public static List<ReadyShape> of(Quantity quantity) {
        boolean time = quantity.equals(Gas.TIME_SCALE) || quantity.equals(Frames.SPEED);
        List<ReadyShape> all = new ArrayList<>(List.of(values()));
        all.removeIf(shape -> (shape == PUNCH_THEN_HANG) != time);
        return List.copyOf(all);
    }

    /// The curve from a time on.
    ///
    /// @param starts s
    /// @param lasts s from its first to its last point
    /// @param peak its largest value
    /// @param tail its last value, where the shape does not end at its peak or at nothing
    public Curve curve(double starts, double lasts, double peak, double tail) {
        Builder b = new Builder(starts, lasts);
        switch (this) {
            case SPIKE -> b.point(0, 0).point(0.12, peak).point(0.4, 0.3 * peak).eased(1, 0);
            case SPIKE_AND_TAIL ->
                    b.point(0, 0)
                            .point(0.08, peak)
                            .point(0.4, tail + 0.3 * (peak - tail))
                            .eased(1, tail);
            case PULSE -> b.eased(0, 0).eased(0.15, peak).eased(0.85, peak).eased(1, 0);
            case STEADY -> b.eased(0, 0).eased(1, peak);
            case FLICKER -> {
                for (int i = 0; i < POINTS; i++) {
                    double sunk = i == 3 ? 0 : chance(i);
                    b.eased(i / (POINTS - 1.0), peak * (1 - 0.6 * sunk));
                }
            }
            case GUTTERING -> {
                for (int i = 0; i < POINTS; i++) {
                    double left = 1 - i / (POINTS - 1.0);
                    double drop = i % 2 == 0 ? 0 : (1 - 0.7 * left) * (0.7 + 0.3 * chance(i));
                    b.eased(1 - left, peak * left * (1 - drop));
                }
            }
            case PUNCH_THEN_HANG -> b.point(0, peak).eased(0.3, peak).eased(1, tail);
        }
        return Curve.through(b.points);
    }

    private static double chance(int i) {
        return Seeded.unit(0, 0, 0, i);
    }

    private static final class Builder {
        private final List<Curve.Point> points = new ArrayList<>();
        private final double starts;
        private final double lasts;

        Builder(double starts, double lasts) {
            this.starts = starts;
            this.lasts = lasts;
        }

        Builder point(double share, double value) {
            return add(share, value, false);
        }

        Builder eased(double share, double value) {
            return add(share, value, true);
        }

        private Builder add(double share, double value, boolean eased) {
            points.add(new Curve.Point(Timing.rounded(starts + share * lasts), value, eased));
            return this;
        }
    }
}
