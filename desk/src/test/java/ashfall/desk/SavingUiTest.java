package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.document.RecoveryKeeper;
import ashfall.shot.Shape;

import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.robot.Motion;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeoutException;

/// Saving, opening, and what a crash leaves.
class SavingUiTest extends DeskTest {
    private static final String CHARGE = "elements.fireball.sources.charge";

    private double radius() {
        return window.document().shot().item(CHARGE).number(Shape.RADIUS);
    }

    @Test
    void saved_andOpenedAgain_isTheSameShot(FxRobot robot) {
        robot.clickOn("#line-elements-fireball-sources-charge");
        type(robot, "param-radius-field", "1.5 m");
        assertFalse(window.document().savedProperty().get());
        robot.clickOn("#line-frames");
        robot.press(KeyCode.CONTROL).type(KeyCode.S).release(KeyCode.CONTROL);
        until("saved", () -> window.document().savedProperty().get());
        assertTrue(Files.isRegularFile(chosen));
        assertEquals("saved", text(robot, "shot-state"));
        assertEquals("chosen", text(robot, "shot-name"));
        robot.clickOn("#line-elements-fireball-sources-charge");
        type(robot, "param-radius-field", "0.7 m");
        assertFalse(window.document().savedProperty().get());
        robot.clickOn("#line-frames");
        robot.press(KeyCode.CONTROL).type(KeyCode.O).release(KeyCode.CONTROL);
        until("asked", () -> node(robot, "notice").isVisible());
        robot.clickOn("#notice-let-changes-go");
        until("open again", () -> radius() == 1.5);
        assertTrue(window.document().savedProperty().get());
        assertEquals("saved", text(robot, "shot-state"));
    }

    @Test
    void brokenFile_isSaid_andTheOpenShotStays(FxRobot robot) throws IOException {
        Files.writeString(chosen, "{\"ashfall\": 1, \"frames\": {\"rate\": \"much\"}}");
        robot.clickOn("#line-frames");
        robot.press(KeyCode.CONTROL).type(KeyCode.O).release(KeyCode.CONTROL);
        until("said", () -> node(robot, "notice").isVisible());
        String said = text(robot, "notice-words");
        assertTrue(said.contains("chosen.ashfall") && said.contains("'much'"), said);
        assertEquals("fireball", window.document().shot().name());
    }

    @Test
    void demo_opensAsAnOrdinaryShot(FxRobot robot) {
        robot.clickOn("#shot-menu")
                .clickOn("#menu-demo")
                .clickOn("#demo-oil-store", Motion.HORIZONTAL_FIRST);
        until("open", () -> window.document().shot().name().equals("oil-store"));
        until("it burns", () -> window.runs().shown() != null);
        assertEquals("not yet a file", text(robot, "shot-state"));
        robot.clickOn("#line-elements-store-sources-oil");
        type(robot, "param-radius-field", "1.9 m");
        assertEquals("changed, not saved", text(robot, "shot-state"));
    }

    @Test
    void afterAKill_theShotIsOffered_andTakenUp(FxRobot robot)
            throws IOException, InterruptedException, TimeoutException {
        Path home = folder.resolve("other-home");
        Process other =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                                "-cp",
                                System.getProperty("java.class.path"),
                                RecoveryKeeper.class.getName(),
                                home.toString())
                        .redirectError(ProcessBuilder.Redirect.INHERIT)
                        .start();
        try (BufferedReader said =
                new BufferedReader(
                        new InputStreamReader(other.getInputStream(), StandardCharsets.UTF_8))) {
            assertEquals("kept", said.readLine());
        }
        other.destroyForcibly().waitFor();
        close();
        FxToolkit.setupStage(
                stage -> {
                    window =
                            new DeskWindow(
                                    stage,
                                    first(),
                                    null,
                                    ashfall.desk.document.Places.under(home),
                                    org.mockito.Mockito.mock(FileAsk.class));
                    window.show();
                });
        until("offered", () -> node(robot, "notice").isVisible());
        assertTrue(text(robot, "notice-words").startsWith("'lost-and-found' had changes"));
        robot.clickOn("#notice-take-it-up");
        until("taken up", () -> window.document().shot().name().equals("lost-and-found"));
        assertFalse(window.document().savedProperty().get());
        assertEquals("changed, not saved", text(robot, "shot-state"));
    }
}
