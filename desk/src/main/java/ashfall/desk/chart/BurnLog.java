package ashfall.desk.chart;

import ashfall.desk.kit.Tokens;
import ashfall.desk.run.Run;
import ashfall.shot.Unit;
import ashfall.sim.LogEntry;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;

import java.util.List;
import java.util.function.ToDoubleFunction;

/// What was measured, scratched in bone-white on soot; the run before as a thinner scratch.
final class BurnLog extends Canvas {
    static final double TRACK = 28;

    /// A quantity of the burn log.
    enum Track {
        HEAT("heat release", Unit.KILOWATT, LogEntry::heatReleaseKw),
        TOP("flame top", Unit.METRE, LogEntry::flameTopM),
        HOTTEST("hottest gas", Unit.KELVIN, LogEntry::hottestK);

        private final String label;
        private final Unit unit;
        private final ToDoubleFunction<LogEntry> value;

        Track(String label, Unit unit, ToDoubleFunction<LogEntry> value) {
            this.label = label;
            this.unit = unit;
            this.value = value;
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

    BurnLog() {
        setHeight(TRACK * Track.values().length);
    }

    /// @param run or null
    /// @param before the run before, or null
    void draw(TimeAxis axis, Run run, Run before) {
        GraphicsContext g = getGraphicsContext2D();
        g.setFill(Tokens.colour("soot"));
        g.fillRect(0, 0, getWidth(), getHeight());
        double base = -0.5;
        for (Track track : Track.values()) {
            base += TRACK;
            g.setLineWidth(1);
            g.setStroke(Tokens.colour("bone", 0.12));
            g.strokeLine(0, base, getWidth(), base);
            double top = Math.max(track.largest(run), track.largest(before));
            if (top <= 0) {
                continue;
            }
            if (before != null && before != run) {
                g.setStroke(Tokens.colour("bone", 0.36));
                g.setLineWidth(0.8);
                scratch(g, axis, before.log(), track, base, top);
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
}
