package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.paint.Color;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.concurrent.atomic.AtomicReference;

/// What of the light is looked at, without touching the gas.
class LookUiTest extends DeskTest {
    /// Share of the fireground that is as bright as flame, and that is black.
    private record Counted(double bright, double black) {}

    private Counted count(FxRobot robot) {
        until("it is drawn", () -> window.fireground().isFinest());
        AtomicReference<WritableImage> taken = new AtomicReference<>();
        robot.interact(() -> taken.set(window.fireground().snapshot(null, null)));
        WritableImage image = taken.get();
        int bright = 0;
        int black = 0;
        // Below the readouts.
        int from = (int) (0.5 * image.getHeight());
        int to = (int) (0.9 * image.getHeight());
        for (int y = from; y < to; y++) {
            for (int x = 0; x < image.getWidth(); x++) {
                Color c = image.getPixelReader().getColor(x, y);
                bright += c.getRed() > 0.4 && c.getRed() > c.getBlue() + 0.2 ? 1 : 0;
                black += c.getBrightness() < 0.02 ? 1 : 0;
            }
        }
        double all = (to - from) * image.getWidth();
        return new Counted(bright / all, black / all);
    }

    @Test
    void terms_areSeenByMenuAndKey(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(5));
        robot.interact(() -> window.fireground().requestFocus());
        Counted whole = count(robot);
        assertTrue(whole.bright > 0, "there is flame");
        robot.type(KeyCode.G);
        until("it is said", () -> text(robot, "seen").equals("see: through the smoke"));
        Counted through = count(robot);
        assertTrue(through.bright > whole.bright, through.bright + " against " + whole.bright);
        robot.type(KeyCode.G);
        until("it is said", () -> text(robot, "seen").equals("see: whole"));
        assertEquals(whole, count(robot));

        robot.clickOn("#seen");
        robot.clickOn("#see-flame");
        until("it is said", () -> text(robot, "seen").equals("see: flame alone"));
        Counted flame = count(robot);
        assertTrue(flame.black > 0.5 && whole.black < 0.1, "the site is dark: " + flame.black);
        assertTrue(window.runs().differences(window.runs().shown()).isEmpty());
    }
}
