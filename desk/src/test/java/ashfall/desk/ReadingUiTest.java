package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.document.Station;
import ashfall.shot.Look;
import ashfall.shot.Ramp;
import ashfall.shot.Reading;

import javafx.scene.Node;
import javafx.scene.control.MenuButton;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.List;

/// What the channels of the gas are read as.
class ReadingUiTest extends DeskTest {
    private void open(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(5));
        robot.interact(
                () -> {
                    window.selection().stationProperty().set(Station.LOOK);
                    window.selection().choose("reading");
                });
        until("the frame is looked at", () -> window.dials().isSettled());
    }

    private List<Ramp.Stop> stops() {
        return window.document().shot().reading().get(Reading.RAMP).stops();
    }

    @Test
    void coloursOfOnesOwn_areDraggedOverTheTemperaturesThatAreThere(FxRobot robot) {
        open(robot);
        robot.clickOn("#param-ramp-own");
        assertEquals(4, stops().size());
        Node strip = node(robot, "param-ramp-strip");
        double width = strip.getBoundsInLocal().getWidth();
        double perKelvin = (width - 16) / (2300 - 500);
        double x = 8 + (1350 - 500) * perKelvin;
        robot.drag(strip.localToScreen(x, 47)).dropTo(strip.localToScreen(x + 100 * perKelvin, 47));
        assertEquals(1450, stops().get(2).at(), 12);
        type(robot, "ramp-at", "1400");
        assertEquals(1400, stops().get(2).at());
        type(robot, "ramp-green", "0.25");
        assertEquals(0.25, stops().get(2).colour().y());
        robot.interact(strip::requestFocus);
        robot.type(KeyCode.DELETE);
        assertEquals(3, stops().size());
        robot.interact(() -> window.document().undo());
        assertEquals(4, stops().size());

        robot.clickOn("#fit-frame");
        double hottest = window.runs().shown().entry(5).hottestK();
        assertEquals(hottest, stops().getLast().at(), 0.1 * hottest);
        assertTrue(stops().getFirst().at() >= 500);
        assertTrue(window.runs().differences(window.runs().shown()).isEmpty());
    }

    @Test
    void channels_areChosenAmongThoseThatAreThere_withTheirRanges(FxRobot robot) {
        open(robot);
        assertTrue(
                text(robot, "param-heat-range").matches(".* to .* K here, .* over the run"),
                text(robot, "param-heat-range"));
        MenuButton menu = (MenuButton) node(robot, "param-heat-menu");
        robot.clickOn(menu);
        robot.clickOn("#param-heat-flame");
        assertEquals("flame", window.document().shot().reading().get(Reading.HEAT));
        robot.clickOn("#fit-run");
        assertFalse(window.document().shot().reading().number(Reading.KELVIN_FACTOR) == 1);
        until("it is drawn", () -> window.fireground().isFinest());
        assertEquals("", text(robot, "fireground-empty"));
    }

    @Test
    void visibility_setsTheExtinction(FxRobot robot) {
        open(robot);
        double before = window.document().shot().look().number(Look.EXTINCTION);
        String seen = text(robot, "visibility-field");
        type(robot, "visibility-field", "3 m");
        assertEquals("3 m", text(robot, "visibility-field"));
        double after = window.document().shot().look().number(Look.EXTINCTION);
        assertTrue(after < before, seen + ": " + after + " against " + before);
        robot.interact(() -> window.document().undo());
        assertEquals(before, window.document().shot().look().number(Look.EXTINCTION));
        type(robot, "visibility-field", "-1 m");
        assertEquals(before, window.document().shot().look().number(Look.EXTINCTION));
    }
}
