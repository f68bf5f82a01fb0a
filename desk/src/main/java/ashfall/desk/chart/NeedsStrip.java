package ashfall.desk.chart;

import ashfall.desk.kit.Tokens;
import ashfall.desk.run.Run;
import ashfall.sim.FlameNeeds;
import ashfall.sim.LogEntry;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;

/// Which of a flame's three needs each frame had: fuel, heat, oxygen, from top to bottom. Where all
/// three are lit, it burns; the first dark one says what is missing.
final class NeedsStrip extends Canvas {
    private static final double ROW = 6;
    static final double HEIGHT = 3 * ROW + 3;

    NeedsStrip() {
        setId("needs-strip");
        setHeight(HEIGHT);
    }

    /// @param run or null
    void draw(TimeAxis axis, Run run) {
        GraphicsContext g = getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), HEIGHT);
        if (run == null) {
            return;
        }
        double ignition = run.ignition();
        for (LogEntry entry : run.log()) {
            double a = axis.xOfFrame(entry.frame() - 1);
            double width = Math.max(1, axis.xOfFrame(entry.frame()) - a - 1);
            FlameNeeds.Met met = FlameNeeds.met(entry, ignition);
            boolean[] rows = {met.fuel(), met.heat(), met.oxygen()};
            for (int row = 0; row < rows.length; row++) {
                g.setFill(rows[row] ? Tokens.colour("amber", 0.75) : Tokens.colour("bone", 0.12));
                g.fillRect(a, 2 + row * ROW, width, ROW - 1);
            }
        }
    }

    /// "all three", or the first that a frame lacks.
    static String words(LogEntry entry, double ignition) {
        FlameNeeds.Met met = FlameNeeds.met(entry, ignition);
        if (!met.fuel()) {
            return "no fuel";
        }
        return met.heat() ? met.oxygen() ? "all three" : "no oxygen" : "no heat";
    }
}
