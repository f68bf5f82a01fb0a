package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.manifest.Arranging;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Route;
import ashfall.shot.Settings;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
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
        return Settings.with(small(), List.of("frames.last=48"));
    }

    private Item item(String source) {
        return window.document().shot().item(SOURCES + source);
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
                    Shot alone = Settings.with(small(), List.of(SOURCES + "charge.on=false"));
                    window.document().open(alone, null);
                });
        robot.clickOn("#" + line("igniter")).type(KeyCode.O);
        assertTrue(item("charge").get(Source.ON) && item("igniter").get(Source.ON));
    }

    /// Two things become a group: taken by one press, moved by one drag, switched by one lamp.
    @Test
    void group_isTakenMovedAndSwitchedAsOne(FxRobot robot) {
        robot.clickOn("#add-burner");
        robot.clickOn("#" + line("charge"));
        robot.interact(() -> node(robot, line("igniter")).requestFocus());
        robot.press(KeyCode.SHIFT).type(KeyCode.ENTER).release(KeyCode.SHIFT);
        robot.press(KeyCode.CONTROL).type(KeyCode.G).release(KeyCode.CONTROL);
        until("its head is there", () -> robot.lookup("#group-group").tryQuery().isPresent());
        assertEquals("group", item("charge").get(Shape.GROUP));
        robot.clickOn("#group-group").type(KeyCode.F2);
        robot.write("start").type(KeyCode.ENTER);
        until("it is renamed", () -> robot.lookup("#group-start").tryQuery().isPresent());
        assertEquals("start", item("igniter").get(Shape.GROUP));
        assertEquals("", item("burner").get(Shape.GROUP));

        robot.clickOn("#" + line("burner")).clickOn("#group-start");
        double frame = node(robot, "time-ruler").getLayoutBounds().getWidth() / 49;
        double charge = Timing.start(item("charge"));
        double igniter = Timing.start(item("igniter"));
        double burner = Timing.start(item("burner"));
        robot.drag("#bar-charge").moveBy(3 * frame, 0).moveBy(3 * frame, 0).drop();
        double moved = Timing.start(item("charge")) - charge;
        assertEquals(6 / 24.0, moved, 0.05);
        assertEquals(igniter + moved, Timing.start(item("igniter")), 1e-6);
        assertEquals(burner, Timing.start(item("burner")), 1e-9);

        robot.clickOn("#on-group-start");
        assertFalse(item("charge").get(Source.ON) || item("igniter").get(Source.ON));
        assertTrue(item("burner").get(Source.ON));
        robot.clickOn("#group-start").type(KeyCode.O);
        assertTrue(item("charge").get(Source.ON) && item("igniter").get(Source.ON));
        assertFalse(item("burner").get(Source.ON));
        // A press without a drag chooses one of it; the bar's own row is then chosen alone.
        robot.clickOn("#bar-charge");
        assertTrue(window.selection().along().isEmpty());
        robot.clickOn("#group-start");
        robot.press(KeyCode.CONTROL).type(KeyCode.G).release(KeyCode.CONTROL);
        until("it is ended", () -> robot.lookup("#group-start").tryQuery().isEmpty());
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        until("one step brings it back", () -> robot.lookup("#group-start").tryQuery().isPresent());
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
        startWith(robot, "igniter-meets-obstacle");
        assertEquals("igniter meets obstacle", item("charge").get(Source.FUSE));
        // From -2 m at 4 m/s to the face at 3.5 m, less its radius.
        assertEquals(5.3 / 4, Timing.start(item("charge")), 0.03);
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(0, Timing.start(item("charge")), 1e-9);
        robot.press(KeyCode.CONTROL).type(KeyCode.Y).release(KeyCode.CONTROL);
        // A wall a metre further is met a quarter of a second later, and the charge goes along.
        Vec3 further = new Vec3(5, 1, 0);
        robot.interact(() -> window.document().put("obstacles.obstacle", Shape.CENTRE, further));
        assertEquals(6.3 / 4, Timing.start(item("charge")), 0.03);
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(5.3 / 4, Timing.start(item("charge")), 0.03);
        assertEquals(4, window.document().shot().obstacles().get("obstacle").get(Shape.CENTRE).x());
    }

    private void startWith(FxRobot robot, String what) {
        until("its menu is there", () -> robot.lookup("#menu-start-with").tryQuery().isPresent());
        robot.clickOn("#menu-start-with");
        until("it is there", () -> robot.lookup("#start-" + what).tryQuery().isPresent());
        robot.clickOn(node(robot, "start-" + what), Motion.HORIZONTAL_FIRST);
    }

    /// The igniter hangs on the charge as it stands; dragging the charge takes it along in one
    /// step, dragging the igniter makes its fuse longer.
    @Test
    void fuse_isAsLongAsTheDelay_andGoesAlong(FxRobot robot) {
        robot.interact(
                () ->
                        window.document()
                                .put(
                                        SOURCES + "igniter",
                                        Source.HEAT,
                                        Curve.through(
                                                new double[] {0.5, 0},
                                                new double[] {0.6, 3000},
                                                new double[] {0.9, 0})));
        robot.rightClickOn("#" + line("igniter"));
        startWith(robot, "after-charge");
        until("a fuse is drawn", () -> robot.lookup("#fuse-igniter").tryQuery().isPresent());
        double delay = Timing.cue(item("igniter")) - Timing.cue(item("charge"));
        double frame = node(robot, "time-ruler").getLayoutBounds().getWidth() / 49;
        assertEquals(
                delay * 24 * frame,
                node(robot, "fuse-igniter").getLayoutBounds().getWidth(),
                frame);
        Item before = item("igniter");
        robot.drag("#bar-charge").moveBy(3 * frame, 0).moveBy(3 * frame, 0).drop();
        double moved = Timing.cue(item("charge"));
        assertEquals(6 / 24.0, moved, 0.05);
        assertEquals(moved + delay, Timing.cue(item("igniter")), 1e-5);
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(before, item("igniter"), "one step takes all of it back");
        assertEquals(0, Timing.cue(item("charge")), 1e-9);
        robot.drag("#bar-igniter").moveBy(2 * frame, 0).moveBy(2 * frame, 0).drop();
        assertEquals(delay + 4 / 24.0, Timing.cue(item("igniter")), 0.05);
        assertEquals(0, Timing.cue(item("charge")), 1e-9);
        robot.interact(() -> arranging().rename(SOURCES + "charge", "keg"));
        assertEquals("keg", item("igniter").get(Source.FUSE));
    }
}
