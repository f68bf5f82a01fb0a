package ashfall.desk.chart;

import ashfall.continuity.Stake;
import ashfall.continuity.Stake.Measure;
import ashfall.desk.kit.Tokens;
import ashfall.desk.run.Run;
import ashfall.shot.Unit;
import ashfall.sim.LogEntry;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;

import java.util.List;
import java.util.function.ToDoubleFunction;

/// What was measured, scratched in bone-white on soot, over what was forecast and wanted; other
/// runs as thinner scratches.
final class BurnLog extends Canvas {
    static final double TRACK = 28;

    /// A quantity of the burn log.
    enum Track {
        HEAT("heat release", Unit.KILOWATT, LogEntry::heatReleaseKw, Measure.HEAT),
        TOP("flame top", Unit.METRE, LogEntry::flameTopM, Measure.TOP, Measure.STANDS),
        HOTTEST("hottest gas", Unit.KELVIN, LogEntry::hottestK, Measure.GLOW);

        private final String label;
        private final Unit unit;
        private final ToDoubleFunction<LogEntry> value;
        private final List<Measure> staked;

        Track(String label, Unit unit, ToDoubleFunction<LogEntry> value, Measure... staked) {
            this.label = label;
            this.unit = unit;
            this.value = value;
            this.staked = List.of(staked);
        }

        String label() {
            return label;
        }

        /// "12.4 MW" of an entry.
        String figure(LogEntry entry) {
            return unit.figure(value.applyAsDouble(entry), 3);
        }

        private double largest(Run run) {
            return run == null ? 0 : run.log().stream().mapToDouble(value).max().orElse(0);
        }
    }

    /// The source whose share of the heat release is lit; empty for none.
    private String lit = "";

    BurnLog() {
        setHeight(TRACK * Track.values().length);
    }

    /// @param run or null
    /// @param beside other runs, drawn thinly
    void draw(TimeAxis axis, Run run, List<Run> beside, List<Stake> stakes) {
        GraphicsContext g = getGraphicsContext2D();
        g.setFill(Tokens.colour("soot"));
        g.fillRect(0, 0, getWidth(), getHeight());
        double base = -0.5;
        for (Track track : Track.values()) {
            base += TRACK;
            g.setLineWidth(1);
            g.setStroke(Tokens.colour("bone", 0.12));
            g.strokeLine(0, base, getWidth(), base);
            double top = track.largest(run);
            for (Run other : beside) {
                top = Math.max(top, track.largest(other));
            }
            for (Stake stake : stakes) {
                if (track.staked.contains(stake.measure())) {
                    top = Math.max(top, Double.isInfinite(stake.to()) ? stake.from() : stake.to());
                }
            }
            if (top <= 0) {
                continue;
            }
            for (Stake stake : stakes) {
                if (track.staked.contains(stake.measure())) {
                    drawStake(g, axis, stake, base, (TRACK - 6) / top);
                } else if (track == Track.HEAT && stake.measure() == Measure.OUT) {
                    drawEnd(g, axis, stake, base);
                }
            }
            g.setStroke(Tokens.colour("bone", 0.36));
            g.setLineWidth(0.8);
            for (Run other : beside) {
                if (!other.equals(run)) {
                    scratch(g, axis, other.log(), track, base, top);
                }
            }
            if (run != null && track == Track.HEAT) {
                drawShares(g, axis, run.log(), base, (TRACK - 6) / top);
            }
            if (run != null) {
                g.setStroke(Tokens.colour("bone", 0.95));
                g.setLineWidth(1.4);
                scratch(g, axis, run.log(), track, base, top);
            }
            g.setFill(Tokens.colour("fog"));
            g.setFont(Tokens.figures(9));
            g.fillText(track.unit.figure(top, 2), getWidth() - 52, base - TRACK + 11);
        }
    }

    /// Lights a source's share at the next drawing; an empty name lights none.
    ///
    /// @return whether that is another than before
    boolean light(String source) {
        boolean other = !lit.equals(source);
        lit = source;
        return other;
    }

    /// Is a height in the track whose shares are told?
    static boolean isShared(double y) {
        return y < TRACK;
    }

    /// Who burned: the heat release, split by the source whose fuel it was, one on the other.
    private void drawShares(
            GraphicsContext g, TimeAxis axis, List<LogEntry> log, double base, double perUnit) {
        if (log.isEmpty() || log.getFirst().heatOfKw() == null) {
            return;
        }
        double[] under = new double[log.size()];
        int place = 0;
        for (String source : log.getFirst().heatOfKw().keySet()) {
            boolean own = source.equals(lit);
            g.setFill(
                    own
                            ? Tokens.colour("verdigris", 0.7)
                            : Tokens.colour("bone", place++ % 2 == 0 ? 0.3 : 0.14));
            g.beginPath();
            g.moveTo(axis.x(log.getFirst().timeS()), base - under[0] * perUnit);
            for (int i = 1; i < log.size(); i++) {
                g.lineTo(axis.x(log.get(i).timeS()), base - under[i] * perUnit);
            }
            for (int i = log.size() - 1; i >= 0; i--) {
                under[i] += log.get(i).heatOfKw().getOrDefault(source, 0.0);
                g.lineTo(axis.x(log.get(i).timeS()), base - under[i] * perUnit);
            }
            g.closePath();
            g.fill();
        }
    }

    private static void scratch(
            GraphicsContext g,
            TimeAxis axis,
            List<LogEntry> log,
            Track track,
            double base,
            double top) {
        g.beginPath();
        boolean started = false;
        for (LogEntry entry : log) {
            double x = axis.x(entry.timeS());
            double y = base - track.value.applyAsDouble(entry) / top * (TRACK - 6);
            if (started) {
                g.lineTo(x, y);
            } else {
                g.moveTo(x, y);
                started = true;
            }
        }
        g.stroke();
    }

    /// What hits, as a staff at the stake's time or as a band along the whole axis.
    private void drawStake(
            GraphicsContext g, TimeAxis axis, Stake stake, double base, double perUnit) {
        double high =
                Double.isInfinite(stake.to()) ? base - TRACK + 4 : base - stake.to() * perUnit;
        double low = base - stake.from() * perUnit;
        boolean timed = !Double.isNaN(stake.at());
        double x = timed ? Math.round(axis.x(stake.at())) - 2 : 0;
        double width = timed ? 4 : getWidth();
        g.setFill(Tokens.colour("bone", timed ? 0.3 : 0.1));
        g.fillRect(x, high, width, Math.max(2, low - high));
        if (stake.wish()) {
            g.setStroke(Tokens.colour("bone", 0.8));
            g.setLineWidth(1);
            double middle = Math.round(Double.isInfinite(stake.to()) ? low : 0.5 * (high + low));
            if (timed) {
                g.strokeLine(x + 2.5, base, x + 2.5, high - 2);
                g.strokeLine(x - 4, middle + 0.5, x + 9, middle + 0.5);
            } else {
                g.setLineDashes(3);
                g.strokeLine(0, middle + 0.5, width, middle + 0.5);
                g.setLineDashes();
            }
        }
    }

    /// When the flame shall be over, as a bracket on the base line.
    private static void drawEnd(GraphicsContext g, TimeAxis axis, Stake stake, double base) {
        double a = Math.round(axis.x(stake.from())) + 0.5;
        double b = Math.round(axis.x(stake.to())) + 0.5;
        g.setStroke(Tokens.colour("bone", stake.wish() ? 0.8 : 0.4));
        g.setLineWidth(1);
        g.strokeLine(a, base - 1.5, b, base - 1.5);
        g.strokeLine(a, base - 6, a, base);
        g.strokeLine(b, base - 6, b, base);
    }
}
