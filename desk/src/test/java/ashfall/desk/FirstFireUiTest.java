package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.run.Run;
import ashfall.shot.Air;
import ashfall.shot.Item;
import ashfall.shot.Look;
import ashfall.shot.Shape;
import ashfall.shot.Source;

import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.robot.Motion;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Does "Your first fire" of the manual as it is written: presses what is bold, types what is in
/// code after "to".
class FirstFireUiTest extends DeskTest {
    private static final Pattern STEP =
            Pattern.compile("[Ss]et \\*\\*(.+?)\\*\\* to `(.+?)`|\\*\\*(.+?)\\*\\*");

    private static List<String> lines() throws IOException {
        String manual = Files.readString(Path.of("..", "docs", "manual.md"));
        String part =
                manual.substring(
                        manual.indexOf("## Your first fire"), manual.indexOf("## The window"));
        return part.lines().filter(line -> line.matches("\\d+\\. .*")).toList();
    }

    private void follow(FxRobot robot, String line) {
        Matcher step = STEP.matcher(line);
        while (step.find()) {
            if (step.group(1) != null) {
                set(robot, step.group(1), step.group(2));
            } else if (step.group(3).startsWith("Ctrl+")) {
                KeyCode key = KeyCode.valueOf(step.group(3).substring("Ctrl+".length()));
                robot.press(KeyCode.CONTROL).type(key).release(KeyCode.CONTROL);
            } else if (step.group(3).length() == 1) {
                robot.type(KeyCode.valueOf(step.group(3)));
            } else {
                press(robot, step.group(3));
            }
        }
    }

    private static void press(FxRobot robot, String words) {
        List<Node> targets = new ArrayList<>();
        until(
                "'" + words + "' can be pressed",
                () -> {
                    targets.addAll(robot.lookup((Node n) -> says(n, words)).queryAll());
                    targets.removeIf(Node::isDisabled);
                    return !targets.isEmpty();
                });
        // Sideways first: on the way down another menu line would close the submenu.
        robot.clickOn(targets.getFirst(), Motion.HORIZONTAL_FIRST);
    }

    private static boolean says(Node node, String words) {
        return node instanceof Labeled l
                && words.equals(l.getText())
                && l.isVisible()
                && l.getScene() != null
                && l.getScene().getWindow() != null
                && l.getScene().getWindow().isShowing();
    }

    private void set(FxRobot robot, String label, String value) {
        untilDials();
        Node dial =
                robot.lookup(".dial").queryAll().stream()
                        .filter(
                                n ->
                                        robot.from(n)
                                                .lookup(".dial-label")
                                                .queryLabeled()
                                                .getText()
                                                .equals(label))
                        .findFirst()
                        .orElseThrow();
        TextField field = robot.from(dial).lookup(".text-field").query();
        robot.clickOn(field);
        robot.interact(field::selectAll);
        robot.write(value).type(KeyCode.ENTER);
    }

    private Item item(String path) {
        return window.document().shot().item(path);
    }

    @Test
    void tenLines_doneAsWritten_makeAFire(FxRobot robot) throws IOException {
        List<String> lines = lines();
        assertEquals(10, lines.size());
        lines.subList(0, 5).forEach(line -> follow(robot, line));
        assertEquals("empty", window.document().shot().name());
        assertEquals(0.7, item("elements.fire.sources.burner").number(Shape.RADIUS));
        lines.subList(5, 7).forEach(line -> follow(robot, line));
        assertEquals(1.2, item("air").number(Air.STIR_SPEED));
        assertEquals(-12.5, item("look").number(Look.EXPOSURE));
        untilSketched();
        Run sketch = window.runs().sketchProperty().get();
        double fuelKw =
                item("elements.fire.sources.burner").get(Source.RELEASED_FUEL).value(0) * 43_200;
        assertTrue(
                sketch.log().getLast().heatReleaseKw() > 0.4 * fuelKw,
                sketch.log().getLast().heatReleaseKw() + " of " + fuelKw + " kW burn");
        follow(robot, lines.get(7));
        assertFalse(window.runs().playhead().playingProperty().get());
        follow(robot, lines.get(8));
        until(
                "the firing is done",
                () ->
                        window.runs().firings().newestProperty().get() != null
                                && window.runs()
                                                .firings()
                                                .newestProperty()
                                                .get()
                                                .stateProperty()
                                                .get()
                                        == Run.State.DONE);
        assertTrue(window.runs().shown().isFiring());
        follow(robot, lines.get(9));
        until("saved", () -> window.document().savedProperty().get());
        assertTrue(Files.isRegularFile(chosen));
    }
}
