package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.manifest.Arranging;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Route;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.shot.Source;
import ashfall.shot.Timing;
import ashfall.shot.Vec3;

import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.robot.Motion;

import java.util.List;

/// Finding, leaving alone and timing things of a shot.
class WorkingUiTest extends DeskTest {
    private static final String SOURCES = "elements.fireball.sources.";

    @Override
    Shot first() {
        return ShotFile.with(small(), List.of("frames.last=48"));
    }

    private Item item(String source) {
        return window.document().shot().items().get(SOURCES + source);
    }

    private Arranging arranging() {
        return new Arranging(window.document());
    }

    private static String line(String source) {
        return "line-elements-fireball-sources-" + source;
    }

    @Test
    void solo_leavesOneSourceOn_isSaid_andIsRestoredInOneAction(FxRobot robot) {
        assertEquals("", text(robot, "readout-muted"));
        robot.clickOn("#add-burner");
        robot.clickOn("#" + line("charge")).type(KeyCode.O);
        assertTrue(item("charge").get(Source.ON));
        assertFalse(item("igniter").get(Source.ON));
        assertFalse(item("burner").get(Source.ON));
        until("it is said", () -> text(robot, "readout-muted").equals("solo: charge"));
        robot.type(KeyCode.O);
        assertTrue(item("igniter").get(Source.ON) && item("burner").get(Source.ON));
        robot.clickOn("#on-elements-fireball-sources-burner");
        until("it is said", () -> text(robot, "readout-muted").equals("off: burner"));
        robot.clickOn("#" + line("charge")).type(KeyCode.O).type(KeyCode.O);
        assertFalse(item("burner").get(Source.ON), "what was off before stays so");
        assertTrue(item("igniter").get(Source.ON));
    }

    /// Of a source that was alone when the shot was opened nothing is remembered: all go on.
    @Test
    void solo_ofAnotherShot_isForgotten(FxRobot robot) {
        robot.clickOn("#" + line("charge")).type(KeyCode.O);
        robot.interact(
                () -> {
                    Shot alone = ShotFile.with(small(), List.of(SOURCES + "charge.on=false"));
                    window.document().open(alone, null);
                });
        robot.clickOn("#" + line("igniter")).type(KeyCode.O);
        assertTrue(item("charge").get(Source.ON) && item("igniter").get(Source.ON));
    }

    @Test
    void find_leavesWhatIsFound(FxRobot robot) {
        robot.press(KeyCode.CONTROL).type(KeyCode.F).release(KeyCode.CONTROL);
        robot.write("ign");
        until("the rest is gone", () -> !node(robot, line("charge")).isVisible());
        assertTrue(node(robot, line("igniter")).isVisible());
        robot.type(KeyCode.ESCAPE);
        until("all is back", () -> node(robot, line("charge")).isVisible());
        assertFalse(node(robot, "manifest-search").isVisible());
    }

    /// A flare flies into a wall; the charge goes up when it does.
    @Test
    void charge_startsWhenTheFlareMeetsTheWall(FxRobot robot) {
        robot.clickOn("#add-obstacle");
        robot.interact(
                () -> {
                    var document = window.document();
                    document.put("obstacles.obstacle", Shape.CENTRE, new Vec3(4, 1, 0));
                    document.put("obstacles.obstacle", Shape.SIZE, new Vec3(1, 2, 2));
                    document.put(SOURCES + "igniter", Shape.RADIUS, Curve.constant(0.2));
                    document.put(
                            SOURCES + "igniter",
                            Shape.PATH,
                            new Route(
                                    List.of(
                                            new Route.Point(0, new Vec3(-2, 1, 0)),
                                            new Route.Point(2, new Vec3(6, 1, 0)))));
                });
        robot.rightClickOn("#" + line("charge"));
        until("its menu is there", () -> robot.lookup("#menu-start-when").tryQuery().isPresent());
        robot.clickOn("#menu-start-when");
        until(
                "the meeting is there",
                () -> robot.lookup("#meets-igniter-meets-obstacle").tryQuery().isPresent());
        robot.clickOn(node(robot, "meets-igniter-meets-obstacle"), Motion.HORIZONTAL_FIRST);
        // From -2 m at 4 m/s to the face at 3.5 m, less its radius.
        assertEquals(5.3 / 4, Timing.start(item("charge")), 0.03);
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(0, Timing.start(item("charge")), 1e-9);
        // What meets starts then, too, and goes on its way as before.
        Route way = item("igniter").get(Shape.PATH);
        robot.interact(
                () -> arranging().startAt(SOURCES + "igniter", 1.325, "igniter meets obstacle"));
        assertEquals(way, item("igniter").get(Shape.PATH));
        assertEquals(1.325, item("igniter").get(Source.HEAT).time(0), 1e-6);
    }
}
