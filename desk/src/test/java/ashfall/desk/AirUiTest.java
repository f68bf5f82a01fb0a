package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.document.Station;
import ashfall.shot.Draught;
import ashfall.shot.Gas;
import ashfall.shot.Settings;
import ashfall.shot.Shot;

import javafx.scene.control.ScrollPane;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.paint.Color;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

import java.util.List;
import java.util.concurrent.atomic.AtomicReference;

/// The air: what shows it, and who feels what.
class AirUiTest extends DeskTest {
    @Override
    Shot first() {
        return Settings.with(small(), List.of("air.wind=6,0,0", "elements.fireball.vorticity=0"));
    }

    @Test
    void table_saysWhoFeelsWhat_andTheFourthForceBringsAHint(FxRobot robot) {
        robot.interact(() -> window.selection().choose("air", Station.AIR));
        toTheTable(robot);
        assertEquals("100 %", text(robot, "feels-gas-wind"));
        assertEquals("", text(robot, "who-feels-hint"));
        type(robot, "feels-gas-gravity", "40 %");
        assertEquals(
                0.4, window.document().shot().element("fireball").gas().number(Gas.LIFT), 1e-9);
        robot.clickOn("#add-draught");
        robot.clickOn("#add-draught");
        robot.interact(() -> window.selection().choose("air", Station.AIR));
        toTheTable(robot);
        until(
                "the hint is there",
                () -> text(robot, "who-feels-hint").startsWith("4 forces act on gas"));
        type(robot, "feels-gas-draught-2", "0");
        assertEquals(0, window.document().shot().draughts().get("draught-2").number(Draught.FELT));
        until("the hint is gone", () -> text(robot, "who-feels-hint").isEmpty());
    }

    /// It stands below the dials.
    private void toTheTable(FxRobot robot) {
        untilDials();
        until("the table is there", () -> robot.lookup("#feels-gas-wind").tryQuery().isPresent());
        robot.interact(() -> ((ScrollPane) robot.lookup("#dials-scroll").query()).setVvalue(1));
        WaitForAsyncUtils.waitForFxEvents();
    }

    @Test
    void wind_isShownAsAnArrowAndMovingSpecks(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.runs().playhead().playingProperty().set(false));
        robot.interact(() -> window.runs().playhead().choose(1));
        until("the frame is drawn", () -> window.fireground().isFinest());
        long before = verdigris(robot);
        WritableImage still = picture(robot);
        robot.type(KeyCode.W);
        until("the arrow is there", () -> verdigris(robot) > before + 100);
        WritableImage one = picture(robot);
        until("specks move", () -> differing(one, picture(robot)) > 200);
        robot.type(KeyCode.W);
        until("nothing is left of them", () -> differing(still, picture(robot)) < 20);
        assertTrue(verdigris(robot) <= before + 20);
    }

    private WritableImage picture(FxRobot robot) {
        var picture = new AtomicReference<WritableImage>();
        robot.interact(() -> picture.set(node(robot, "fireground").snapshot(null, null)));
        return picture.get();
    }

    private static long differing(WritableImage a, WritableImage b) {
        long count = 0;
        for (int y = 0; y < a.getHeight(); y++) {
            for (int x = 0; x < a.getWidth(); x++) {
                int p = a.getPixelReader().getArgb(x, y);
                count += p == b.getPixelReader().getArgb(x, y) ? 0 : 1;
            }
        }
        return count;
    }

    private long verdigris(FxRobot robot) {
        WritableImage image = picture(robot);
        long count = 0;
        for (int y = 0; y < image.getHeight(); y++) {
            for (int x = 0; x < image.getWidth(); x++) {
                Color c = image.getPixelReader().getColor(x, y);
                count += c.getGreen() > c.getRed() + 0.25 && c.getGreen() > 0.5 ? 1 : 0;
            }
        }
        return count;
    }
}
