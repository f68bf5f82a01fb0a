package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.run.Run;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;

import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.text.Text;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.List;
import java.util.Set;

/// From nothing to a fire, by what burns and how big.
class StartUiTest extends DeskTest {
    private static final double MOST_SECONDS = 60;

    @Override
    Shot first() {
        return NewShot.make("empty", List.of());
    }

    @Test
    void basketFire_startedBySize_burnsWithinAMinute(FxRobot robot) {
        robot.clickOn("#add-obstacle");
        long started = System.nanoTime();
        robot.clickOn("#start-basket");
        type(robot, "start-size", "1.2 m");
        until(
                "flame and smoke are seen",
                () -> {
                    Run run = window.runs().shown();
                    return run != null
                            && run.lastFrame() >= 12
                            && run.log().getLast().heatReleaseKw() > 100
                            && run.log().getLast().smokeKg() > 0;
                });
        double seconds = (System.nanoTime() - started) * 1e-9;
        System.out.printf("a basket fire from nothing: %.1f s%n", seconds);
        assertTrue(seconds < MOST_SECONDS, seconds + " s");
        assertFalse(node(robot, "start-card").isVisible());
        assertEquals("empty", window.document().shot().name());
        assertEquals(1, window.document().shot().obstacles().size(), "what stands there stays");
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        until("nothing is left of it", () -> node(robot, "start-card").isVisible());
    }

    @Test
    void keysCard_inTheSmallestWindow_isReadWhole(FxRobot robot) {
        Node card = node(robot, "help");
        Scene scene = card.getScene();
        robot.interact(
                () -> {
                    scene.getWindow().setWidth(1024);
                    scene.getWindow().setHeight(680);
                });
        robot.type(KeyCode.F1);
        until("it is laid out", () -> card.getLayoutBounds().getHeight() > 100);
        Bounds at = card.localToScene(card.getLayoutBounds());
        assertTrue(at.getMinY() >= 0 && at.getMaxY() <= scene.getHeight(), at.toString());
        assertTrue(at.getMinX() >= 0 && at.getMaxX() <= scene.getWidth(), at.toString());
        Set<Node> labels = card.lookupAll(".label");
        assertTrue(labels.size() > 40, labels.size() + " words");
        for (Node label : labels) {
            Text shown = (Text) label.lookup(".text");
            assertEquals(((Label) label).getText(), shown.getText(), "cut off");
        }
        robot.type(KeyCode.ESCAPE);
        assertFalse(card.isVisible());
    }

    @Test
    void wrongSize_isSaid_andNothingIsMade(FxRobot robot) {
        robot.clickOn("#start-fireball");
        assertEquals("8 m", text(robot, "start-size"));
        type(robot, "start-size", "two miles");
        until(
                "it is said",
                () ->
                        robot.lookup("#start-card")
                                .lookup(".problem")
                                .queryLabeled()
                                .getText()
                                .contains("use m"));
        type(robot, "start-size", "3 km");
        until(
                "the limits are said",
                () ->
                        robot.lookup("#start-card")
                                .lookup(".problem")
                                .queryLabeled()
                                .getText()
                                .contains("5 mm to 200 m"));
        assertTrue(window.document().shot().elements().isEmpty());
    }
}
