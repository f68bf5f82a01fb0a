package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Item;
import ashfall.shot.Kept;

import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.List;

/// Which channels are kept, with what each takes.
class ChannelsUiTest extends DeskTest {
    private Item gas() {
        return window.document().shot().element("fireball").gas();
    }

    @Test
    void channels_areTickedWithTheirSizesBesideTheFreeDisk(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.selection().choose("elements.fireball"));
        robot.type(KeyCode.DIGIT7);
        assertVisible(robot, "param-channels-fuel");
        until("sizes are forecast", () -> window.dials().isSettled());
        String all = text(robot, "channels-total");
        String size = "[0-9.,]+ [kMG]B";
        assertTrue(
                all.matches(size + " a frame at work, " + size + " in all; " + size + " free"),
                all);
        robot.clickOn("#channels-for-embers");
        assertEquals(List.of("temperature", "velocity"), gas().get(Kept.CHANNELS));
        double fewer = kilobytes(text(robot, "channels-total"));
        assertTrue(fewer < kilobytes(all), fewer + " kB of two channels, of all " + all);
        String before = text(robot, "channel-size-temperature");
        robot.clickOn("#param-full-temperature");
        assertTrue(kilobytes(text(robot, "channel-size-temperature")) > kilobytes(before));
        assertTrue(gas().get(Kept.FULL).contains("temperature"));
        type(robot, "param-name-temperature-field", "heat 1");
        assertTrue(
                robot.lookup(".problem").queryAllAs(javafx.scene.control.Label.class).stream()
                        .anyMatch(l -> l.isVisible() && l.getText().contains("not 'heat 1'")));
        type(robot, "param-name-temperature-field", "heat");
        assertEquals("heat", gas().get(Kept.NAMES.get("temperature")));
        robot.interact(() -> window.document().undo());
        robot.clickOn("#param-channels-velocity").clickOn("#param-channels-temperature");
        assertEquals(List.of("temperature"), gas().get(Kept.CHANNELS), "one at least");
        robot.interact(() -> window.document().undo());
        assertEquals(List.of("temperature", "velocity"), gas().get(Kept.CHANNELS));
    }

    @Test
    void leastValueAndCrop_paintWhatTheyLeaveOut(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.selection().choose("elements.fireball"));
        robot.type(KeyCode.DIGIT7);
        until("sizes are forecast", () -> window.dials().isSettled());
        double all = kilobytes(text(robot, "channels-total"));
        assertEquals("", text(robot, "readout-left-out"));
        type(robot, "param-above-temperature-field", "200");
        until("forecast anew", () -> text(robot, "channels-total").contains("left out"));
        assertTrue(kilobytes(text(robot, "channels-total")) < all);
        assertTrue(
                text(robot, "channels-total")
                        .matches("(?s).*kB a frame is left out: temperature up to [0-9.]+ K"),
                text(robot, "channels-total"));
        assertEquals("green dots: left out of the files", text(robot, "readout-left-out"));
        robot.interact(() -> window.document().undo());
        until("all is kept", () -> text(robot, "readout-left-out").isEmpty());
        robot.clickOn("#param-name-velocity-field");
        assertEquals(0.5, gas().number(Kept.ABOVE.get("temperature")), "what was typed is gone");
        scrollTo(robot, "param-crop-on");
        robot.clickOn("#param-crop-on");
        until(
                "what the crop leaves out is told",
                () -> text(robot, "channels-total").contains("left"));
        scrollTo(robot, "param-crop-to-y");
        type(robot, "param-crop-to-y", "0");
        until(
                "an empty crop is refused",
                () -> text(robot, "channels-total").contains("holds nothing"));
    }

    /// What was just added is laid out at the next pulse.
    private static void scrollTo(FxRobot robot, String id) {
        ScrollPane scroll = robot.lookup("#dials-scroll").queryAs(ScrollPane.class);
        until(
                id + " is in view",
                () -> {
                    robot.interact(() -> scroll.setVvalue(1));
                    Node node = robot.lookup("#" + id).query();
                    return scroll.localToScene(scroll.getLayoutBounds())
                            .contains(node.localToScene(node.getLayoutBounds()));
                });
    }

    private static double kilobytes(String words) {
        String[] parts = words.split(" ");
        double number = Double.parseDouble(parts[0].replace(",", ""));
        return parts[1].equals("kB") ? number : 1000 * number;
    }
}
