package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Gas;
import ashfall.shot.Item;

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
        assertEquals(List.of("temperature", "velocity"), gas().get(Gas.CHANNELS));
        double fewer = kilobytes(text(robot, "channels-total"));
        assertTrue(fewer < kilobytes(all), fewer + " kB of two channels, of all " + all);
        String before = text(robot, "channel-size-temperature");
        robot.clickOn("#param-full-temperature");
        assertTrue(kilobytes(text(robot, "channel-size-temperature")) > kilobytes(before));
        assertTrue(gas().get(Gas.FULL).contains("temperature"));
        type(robot, "param-name-temperature-field", "heat 1");
        assertTrue(
                robot.lookup(".problem").queryAllAs(javafx.scene.control.Label.class).stream()
                        .anyMatch(l -> l.isVisible() && l.getText().contains("not 'heat 1'")));
        type(robot, "param-name-temperature-field", "heat");
        assertEquals("heat", gas().get(Gas.NAMES.get("temperature")));
        robot.interact(() -> window.document().undo());
        robot.clickOn("#param-channels-velocity").clickOn("#param-channels-temperature");
        assertEquals(List.of("temperature"), gas().get(Gas.CHANNELS), "one at least");
        robot.interact(() -> window.document().undo());
        assertEquals(List.of("temperature", "velocity"), gas().get(Gas.CHANNELS));
    }

    private static double kilobytes(String words) {
        String[] parts = words.split(" ");
        double number = Double.parseDouble(parts[0].replace(",", ""));
        return parts[1].equals("kB") ? number : 1000 * number;
    }
}
