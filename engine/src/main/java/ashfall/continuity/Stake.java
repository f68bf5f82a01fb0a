package ashfall.continuity;

import ashfall.shot.Unit;
import ashfall.sim.LogEntry;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.ToDoubleFunction;

/// A forecast, or a wish of the artist's, pinned to picture and chart before a run and judged by
/// its burn log afterwards.
///
/// @param wish whether somebody wants it; else fires of this fuel and size do it
/// @param from least value that hits, as the next in the measure's unit
/// @param to largest value that hits
/// @param at s of the shot; NaN for the whole run
public record Stake(boolean wish, Measure measure, double from, double to, double at) {
    /// Share of the strongest heat release below which the flame counts as over.
    private static final double OVER = 0.1;

    /// What is judged.
    public enum Measure {
        TOP("flame top", Unit.METRE),
        STANDS("flame stands", Unit.METRE),
        HEAT("heat release", Unit.KILOWATT),
        OUT("flame out", Unit.SECOND),
        GLOW("hottest gas", Unit.KELVIN),
        PUFFING("puffing", Unit.HERTZ);

        private final String label;
        private final Unit unit;

        Measure(String label, Unit unit) {
            this.label = label;
            this.unit = unit;
        }

        String figure(double value) {
            return unit == Unit.SECOND
                    ? String.format(Locale.ROOT, "%.2f s", value)
                    : unit.figure(value, 3);
        }
    }

    /// What a run made of a stake.
    ///
    /// @param measured in the measure's unit
    /// @param missedBy how far outside what hits; 0 for a hit
    public record Judged(double measured, double missedBy) {
        public boolean isHit() {
            return missedBy == 0;
        }
    }

    /// "wish: flame top 6 m at 1.20 s", "forecast: puffing 1.1 to 1.65 Hz".
    public String words() {
        return (wish ? "wish: " : "forecast: ") + measure.label + " " + value();
    }

    /// "6 m at 1.20 s", "1.1 to 1.65 Hz".
    public String value() {
        String least = measure.figure(from);
        String most = measure.figure(to);
        String unit = most.substring(most.indexOf(' '));
        String value =
                Double.isInfinite(to)
                        ? "over " + least
                        : wish
                                ? measure.figure(0.5 * (from + to))
                                : (least.endsWith(unit)
                                                ? least.substring(0, least.length() - unit.length())
                                                : least)
                                        + " to "
                                        + most;
        return value + (Double.isNaN(at) ? "" : String.format(Locale.ROOT, " at %.2f s", at));
    }

    /// "hit with 5.8 m", "missed by 1.9 m: 4.1 m", "not seen yet", or, of a shot too short to tell,
    /// "cannot be told".
    public String verdict(List<LogEntry> log, double lastSecond) {
        return judge(log, lastSecond)
                .map(
                        j ->
                                j.isHit()
                                        ? "hit with " + measure.figure(j.measured())
                                        : "missed by "
                                                + measure.figure(j.missedBy())
                                                + ": "
                                                + measure.figure(j.measured()))
                .orElse(isWhole(log, lastSecond) ? "cannot be told" : "not seen yet");
    }

    /// What a burn log makes of it; empty while it cannot tell yet.
    ///
    /// @param lastSecond of the shot's frames
    public Optional<Judged> judge(List<LogEntry> log, double lastSecond) {
        OptionalDouble value = measured(log, lastSecond);
        if (value.isEmpty()) {
            return Optional.empty();
        }
        double v = value.getAsDouble();
        return Optional.of(new Judged(v, Math.max(0, Math.max(from - v, v - to))));
    }

    private static double seen(List<LogEntry> log) {
        return log.isEmpty() ? 0 : log.getLast().timeS();
    }

    /// Half a frame: times of frames are fractions.
    private static double slack(List<LogEntry> log) {
        return log.size() < 2 ? 0 : 0.5 * (log.get(1).timeS() - log.get(0).timeS());
    }

    private static boolean isWhole(List<LogEntry> log, double lastSecond) {
        return !log.isEmpty() && seen(log) >= lastSecond - slack(log);
    }

    private OptionalDouble measured(List<LogEntry> log, double lastSecond) {
        double seen = seen(log);
        double slack = slack(log);
        boolean whole = isWhole(log, lastSecond);
        return switch (measure) {
            case TOP -> at(log, LogEntry::flameTopM, seen, slack, whole);
            case STANDS -> usual(log, whole);
            case HEAT -> at(log, LogEntry::heatReleaseKw, seen, slack, whole);
            case GLOW -> at(log, LogEntry::hottestK, seen, slack, whole);
            case OUT -> out(log, whole);
            case PUFFING -> whole ? puffing(log) : OptionalDouble.empty();
        };
    }

    /// At the stake's time, or at its largest.
    private OptionalDouble at(
            List<LogEntry> log,
            ToDoubleFunction<LogEntry> value,
            double seen,
            double slack,
            boolean whole) {
        if (Double.isNaN(at)) {
            return whole ? log.stream().mapToDouble(value).max() : none();
        }
        return log.isEmpty() || seen < at - slack
                ? none()
                : OptionalDouble.of(value.applyAsDouble(near(log)));
    }

    private LogEntry near(List<LogEntry> log) {
        LogEntry best = log.getFirst();
        for (LogEntry e : log) {
            best = Math.abs(e.timeS() - at) < Math.abs(best.timeS() - at) ? e : best;
        }
        return best;
    }

    /// Half of the time over the second half of the burning: flames take a while to stand.
    private static OptionalDouble usual(List<LogEntry> log, boolean whole) {
        double[] tops = burning(log).stream().mapToDouble(LogEntry::flameStandsM).toArray();
        if (!whole || tops.length == 0) {
            return none();
        }
        double[] later = Arrays.copyOfRange(tops, tops.length / 2, tops.length);
        Arrays.sort(later);
        return OptionalDouble.of(later[later.length / 2]);
    }

    private static List<LogEntry> burning(List<LogEntry> log) {
        double most = log.stream().mapToDouble(LogEntry::heatReleaseKw).max().orElse(0);
        return log.stream().filter(e -> e.heatReleaseKw() > OVER * most).toList();
    }

    /// When the heat release last was over a tenth of its strongest; told only once it is over, or
    /// the shot.
    private static OptionalDouble out(List<LogEntry> log, boolean whole) {
        List<LogEntry> burning = burning(log);
        if (burning.isEmpty()) {
            return none();
        }
        boolean over = burning.getLast().frame() < log.getLast().frame();
        return over || whole ? OptionalDouble.of(burning.getLast().timeS()) : none();
    }

    /// The heat release's strongest frequency between half and twice the middle of what is
    /// forecast, once a few puffs passed.
    private OptionalDouble puffing(List<LogEntry> log) {
        List<LogEntry> burning = burning(log);
        List<LogEntry> later = burning.subList(burning.size() / 3, burning.size());
        double middle = 0.5 * (from + to);
        double seconds = later.size() < 2 ? 0 : later.getLast().timeS() - later.getFirst().timeS();
        if (seconds * middle < Spectrum.FEWEST_PERIODS) {
            return none();
        }
        double rate = (later.size() - 1) / seconds;
        double[] heat = later.stream().mapToDouble(LogEntry::heatReleaseKw).toArray();
        return OptionalDouble.of(Spectrum.peak(heat, rate, 0.5 * middle, 2 * middle));
    }

    private static OptionalDouble none() {
        return OptionalDouble.empty();
    }
}
