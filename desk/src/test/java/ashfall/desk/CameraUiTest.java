package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.document.Station;
import ashfall.shot.Camera;
import ashfall.shot.Item;
import ashfall.shot.Vec3;

import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/// Cameras: the shot's, others that are kept, and the free view.
class CameraUiTest extends DeskTest {
    private Item shot() {
        return window.document().shot().camera();
    }

    private void turn(FxRobot robot) {
        robot.moveTo("#fireground").moveBy(0, 150);
        robot.press(MouseButton.PRIMARY).moveBy(60, 0).release(MouseButton.PRIMARY);
    }

    private void choose(FxRobot robot, String id) {
        robot.clickOn("#through-camera");
        robot.clickOn("#" + id);
    }

    @Test
    void view_isTheShotOnlyWhereItIsMadeSo(FxRobot robot) {
        untilSketched();
        Item before = shot();
        turn(robot);
        assertEquals("free view", text(robot, "through-camera"));
        assertEquals(before, shot(), "turning moves no camera");
        Vec3 eye = window.look().view().eye();
        choose(robot, "camera-shot");
        assertEquals("shot camera", text(robot, "through-camera"));
        assertTrue(eye.minus(shot().get(Camera.POSITION)).length() < 1e-6);
        assertTrue(eye.minus(window.look().view().eye()).length() < 1e-6);
        robot.interact(() -> window.document().undo());
        assertEquals(before, shot());
    }

    @Test
    void keptViews_areLookedThroughAndRemoved(FxRobot robot) {
        untilSketched();
        turn(robot);
        Vec3 eye = window.look().view().eye();
        choose(robot, "camera-keep");
        assertEquals("view-1", text(robot, "through-camera"));
        robot.interact(() -> window.fireground().requestFocus());
        robot.type(KeyCode.C);
        assertEquals("shot camera", text(robot, "through-camera"));
        assertNotEquals(eye, window.look().view().eye());
        choose(robot, "look-through-cameras-view-1");
        assertTrue(eye.minus(window.look().view().eye()).length() < 1e-6);
        choose(robot, "camera-remove");
        assertTrue(window.document().shot().cameras().isEmpty());
        assertEquals("shot camera", text(robot, "through-camera"));
    }

    @Test
    void lockedCamera_turnsWithTheView_inOneStep(FxRobot robot) {
        untilSketched();
        Item before = shot();
        choose(robot, "camera-lock");
        turn(robot);
        assertEquals("shot camera", text(robot, "through-camera"));
        assertNotEquals(before.get(Camera.POSITION), shot().get(Camera.POSITION));
        double was = before.get(Camera.POSITION).minus(before.get(Camera.TARGET)).length();
        double is = shot().get(Camera.POSITION).minus(shot().get(Camera.TARGET)).length();
        assertEquals(was, is, 0.05 * was, "it goes round what it looks at");
        robot.interact(() -> window.document().undo());
        assertEquals(before, shot());
    }

    @Test
    void framing_saysWhetherTheEffectFits(FxRobot robot) {
        untilSketched();
        robot.interact(
                () -> {
                    window.selection().stationProperty().set(Station.LOOK);
                    window.selection().choose("camera");
                });
        until("it fits", () -> text(robot, "framing").startsWith("all of the run fits"));
        type(robot, "param-lens-field", "300");
        until("it does not", () -> text(robot, "framing").contains("leaves the picture"));
        assertFalse(text(robot, "framing").contains("fits"));
    }
}
