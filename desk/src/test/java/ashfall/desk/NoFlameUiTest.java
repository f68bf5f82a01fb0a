package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import javafx.scene.canvas.Canvas;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/// What the window says when nothing burns.
class NoFlameUiTest extends DeskTest {
    /// How much of the strip of needs is lit, row by row.
    private double[] lit(FxRobot robot) {
        double[] share = new double[3];
        robot.interact(
                () -> {
                    Canvas strip = (Canvas) node(robot, "needs-strip");
                    WritableImage image = strip.snapshot(null, null);
                    int width = (int) image.getWidth();
                    for (int row = 0; row < 3; row++) {
                        for (int x = 0; x < width; x++) {
                            Color c = image.getPixelReader().getColor(x, 4 + 6 * row);
                            share[row] += c.getRed() > 0.5 && c.getBlue() < 0.4 ? 1.0 / width : 0;
                        }
                    }
                });
        return share;
    }

    @Test
    void fuelThatIgnitesAtNothing_isSaidWithBothTemperatures(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(6));
        until("it burns", () -> text(robot, "needs-figure").equals("all three"));
        assertEquals("", text(robot, "readout-no-flame"));
        assertTrue(lit(robot)[1] > 0.6, "heat in most frames: " + lit(robot)[1]);
        robot.clickOn("#line-elements-fireball-burn");
        type(robot, "param-ignition-field", "2990 K");
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(6));
        until("no heat", () -> text(robot, "needs-figure").equals("no heat"));
        String words = text(robot, "readout-no-flame");
        assertTrue(words.startsWith("no flame: the hottest gas with "), words);
        assertTrue(words.contains("it burns from 2990 K"), words);
        assertVisible(robot, "readout-no-flame");
        assertTrue(lit(robot)[0] > 0.6, "fuel stays lit: " + lit(robot)[0]);
        assertEquals(0, lit(robot)[1], "heat goes dark");
    }
}
