package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Bounds;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Shape;
import ashfall.shot.Source;
import ashfall.shot.Vec3;

import javafx.event.EventType;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.image.PixelFormat;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/// Dials, releases, the manifest, undo: what the user does, what is seen.
class EditingUiTest extends DeskTest {
    private static final String CHARGE = "elements.fireball.sources.charge";

    private Item charge() {
        return window.document().shot().item(CHARGE);
    }

    private double radius() {
        return charge().number(Shape.RADIUS);
    }

    @Test
    void dial_draggedTypedAndNudged_changesTheValue_andEachIsOneUndo(FxRobot robot) {
        robot.clickOn("#line-elements-fireball-sources-charge");
        double first = radius();
        untilDials();
        robot.drag("#param-radius-rule").moveBy(20, 0).moveBy(20, 0).moveBy(10, 0).drop();
        double dragged = radius();
        assertTrue(dragged > first * 1.2, dragged + " after the drag, " + first + " before");
        type(robot, "param-radius-field", "85 cm");
        assertEquals(0.85, radius());
        assertEquals("85 cm", text(robot, "param-radius-field"));
        robot.clickOn("#param-radius-rule");
        robot.type(KeyCode.RIGHT);
        double nudged = radius();
        assertTrue(nudged > 0.85, "a key moved it to " + nudged);
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(0.85, radius());
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(dragged, radius(), "the drag of three moves is one step");
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(first, radius());
        robot.press(KeyCode.CONTROL, KeyCode.SHIFT)
                .type(KeyCode.Z)
                .release(KeyCode.SHIFT, KeyCode.CONTROL);
        assertEquals(dragged, radius());
        assertEquals("changed, not saved", text(robot, "shot-state"));
    }

    /// The headless robot's mouse carries no modifiers, so these events are made here.
    @Test
    void dial_draggedWithShift_isFine(FxRobot robot) {
        robot.clickOn("#line-elements-fireball-sources-charge");
        untilDials();
        double first = radius();
        robot.interact(
                () -> {
                    mouse(robot, MouseEvent.MOUSE_PRESSED, 50);
                    mouse(robot, MouseEvent.MOUSE_DRAGGED, 90);
                    mouse(robot, MouseEvent.MOUSE_RELEASED, 90);
                });
        double fine = radius();
        assertTrue(fine > first && fine < first * 1.25, first + " became " + fine);
    }

    private static void mouse(FxRobot robot, EventType<MouseEvent> what, double x) {
        Node rule = node(robot, "param-radius-rule");
        rule.fireEvent(
                new MouseEvent(
                        what,
                        x,
                        10,
                        x,
                        10,
                        MouseButton.PRIMARY,
                        1,
                        true,
                        false,
                        false,
                        false,
                        true,
                        false,
                        false,
                        false,
                        false,
                        true,
                        null));
    }

    @Test
    void field_wrongInput_isSaidBelow_andTheOldValueStays(FxRobot robot) {
        robot.clickOn("#line-elements-fireball-sources-charge");
        double first = radius();
        type(robot, "param-radius-field", "5 parsecs");
        assertEquals(first, radius());
        String said = robot.lookup("#param-radius").lookup(".problem").queryLabeled().getText();
        assertTrue(said.contains("parsecs") && said.contains("use m"), said);
        robot.type(KeyCode.ESCAPE);
        assertFalse(robot.lookup("#param-radius").lookup(".problem").query().isVisible());
        type(robot, "param-radius-field", "4000 m");
        said = robot.lookup("#param-radius").lookup(".problem").queryLabeled().getText();
        assertTrue(said.contains("out of range"), said);
        assertEquals(first, radius());
    }

    @Test
    void releasePoint_dragged_movesInTimeAndAmount_asOneStep(FxRobot robot) {
        Curve before = charge().get(Source.RELEASED_FUEL);
        robot.drag("#release-charge-fuel-point-1").moveBy(30, 3).moveBy(15, 3).drop();
        Curve after = charge().get(Source.RELEASED_FUEL);
        assertTrue(after.time(1) > before.time(1), after.toString());
        assertTrue(after.value(1) < before.value(1), after.toString());
        assertEquals(before.time(0), after.time(0));
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(before, charge().get(Source.RELEASED_FUEL));
    }

    @Test
    void releasePoint_keys_nudgeAndRemove(FxRobot robot) {
        robot.clickOn("#release-charge-fuel-point-2").type(KeyCode.RIGHT);
        Curve nudged = charge().get(Source.RELEASED_FUEL);
        assertEquals(3, nudged.size());
        robot.type(KeyCode.DELETE);
        assertEquals(2, charge().get(Source.RELEASED_FUEL).size());
        assertTrue(
                window.document().shot().items().containsKey(CHARGE),
                "Delete took the point, not the source");
    }

    @Test
    void pennant_pressed_turnsTheCurveIntoAValueAndBack(FxRobot robot) {
        robot.clickOn("#line-elements-fireball-sources-charge");
        untilDials();
        robot.clickOn("#param-release-fuel-pennant");
        assertTrue(charge().get(Source.RELEASED_FUEL).isConstant());
        robot.clickOn("#param-release-fuel-pennant");
        assertEquals(2, charge().get(Source.RELEASED_FUEL).size());
    }

    private static void renameCharge(FxRobot robot, String name) {
        robot.clickOn("#line-elements-fireball-sources-charge").type(KeyCode.F2);
        robot.interact(() -> robot.lookup("#rename-field").queryAs(TextField.class).selectAll());
        robot.write(name).type(KeyCode.ENTER);
    }

    @Test
    void manifest_renamesSwitchesDuplicatesDeletesAndAdds(FxRobot robot) {
        renameCharge(robot, "keg");
        assertEquals("elements.fireball.sources.keg", window.selection().path());
        robot.clickOn("#on-elements-fireball-sources-keg");
        Item keg = window.document().shot().item("elements.fireball.sources.keg");
        assertFalse(keg.get(Source.ON));
        robot.clickOn("#line-elements-fireball-sources-keg");
        robot.press(KeyCode.CONTROL).type(KeyCode.D).release(KeyCode.CONTROL);
        assertEquals("elements.fireball.sources.keg-2", window.selection().path());
        robot.type(KeyCode.DELETE);
        assertFalse(
                window.document().shot().items().containsKey("elements.fireball.sources.keg-2"));
        robot.clickOn("#add-burner");
        assertTrue(
                window.document().shot().items().containsKey("elements.fireball.sources.burner"));
        for (int i = 0; i < 5; i++) {
            robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        }
        assertTrue(window.document().shot().items().containsKey(CHARGE));
        assertTrue(charge().get(Source.ON));
    }

    @Test
    void manifest_aNameThatIsTaken_isRefusedInWords(FxRobot robot) {
        renameCharge(robot, "igniter");
        assertEquals("'igniter' is there already", text(robot, "manifest-problem"));
        assertTrue(window.document().shot().items().containsKey(CHARGE));
    }

    @Test
    void handle_dragged_movesTheSource(FxRobot robot) {
        robot.clickOn("#line-elements-fireball-sources-charge");
        double before = charge().get(Shape.CENTRE).x();
        Point2D at = robot.point("#handle-move-x").query();
        robot.drag(at).moveBy(20, 0).moveBy(20, 0).drop();
        double after = charge().get(Shape.CENTRE).x();
        assertTrue(after > before + 0.1, before + " became " + after);
        double radius = radius();
        robot.drag("#handle-radius").moveBy(-15, 0).moveBy(-15, 0).drop();
        assertTrue(radius() > radius, radius + " became " + radius());
    }

    @Test
    void sideOfTheBounds_clicked_opensFollowsAndCloses_eachOneUndo(FxRobot robot) {
        robot.clickOn("#line-elements-fireball-bounds");
        String first = text(robot, "side-east");
        List<String> seen = new ArrayList<>();
        for (int k = 0; k < 3; k++) {
            robot.clickOn("#side-east");
            seen.add(text(robot, "side-east"));
            Item bounds = window.document().shot().item("elements.fireball.bounds");
            boolean wall = bounds.get(Bounds.CLOSED).contains("east");
            boolean follows = bounds.get(Bounds.FOLLOW).contains("east");
            assertEquals("east " + (wall ? "wall" : follows ? "follows" : "open"), seen.getLast());
            assertTrue(bounds.get(Bounds.CLOSED).contains("bottom"), "the ground stays");
        }
        assertEquals(3, Set.copyOf(seen).size(), seen.toString());
        assertEquals(first, seen.getLast());
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(seen.get(1), text(robot, "side-east"));
    }

    @Test
    void streaks_switchedByKey_areDrawnOverTheGas(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(6));
        int[] without = fireground(robot);
        robot.type(KeyCode.V);
        int[] with = fireground(robot);
        int changed = 0;
        for (int i = 0; i < with.length; i++) {
            changed += with[i] != without[i] ? 1 : 0;
        }
        assertTrue(changed > 300, changed + " pixels of streaks");
        robot.type(KeyCode.V);
        assertArrayEquals(without, fireground(robot));
    }

    /// Pixels of the fireground, once they are as fine as they get.
    private int[] fireground(FxRobot robot) {
        until("the finest picture", window.fireground()::isFinest);
        int[][] pixels = new int[1][];
        robot.interact(
                () -> {
                    var image = window.fireground().snapshot(null, null);
                    int w = (int) image.getWidth();
                    int h = (int) image.getHeight();
                    pixels[0] = new int[w * h];
                    image.getPixelReader()
                            .getPixels(
                                    0, 0, w, h, PixelFormat.getIntArgbInstance(), pixels[0], 0, w);
                });
        return pixels[0];
    }

    @Test
    void stations_chosenByKeyAndClick_showTheirDials(FxRobot robot) {
        robot.clickOn("#station-air");
        assertVisible(robot, "param-temperature");
        assertVisible(robot, "param-wind");
        robot.type(KeyCode.DIGIT4);
        assertEquals("Burn", text(robot, "dials-title"));
        untilDials();
        robot.clickOn("#param-fuel-menu").clickOn("#param-fuel-petrol");
        assertEquals(
                "petrol",
                window.document()
                        .shot()
                        .items()
                        .get("elements.fireball.burn")
                        .get(ashfall.shot.Burn.FUEL));
        robot.type(KeyCode.DIGIT7);
        assertVisible(robot, "param-channels");
    }

    @Test
    void wish_typed_isSaidInThePicture_judgedByTheRun_andChangesNoGas(FxRobot robot) {
        untilSketched();
        robot.clickOn("#line-elements-fireball-stakes");
        assertVisible(robot, "param-top-reaches");
        type(robot, "param-top-reaches-field", "40 m");
        until(
                "the wish is judged",
                () -> text(robot, "readout-stakes").contains("wish: flame top 40 m, missed by "));
        assertTrue(text(robot, "readout-stakes").contains("\nforecast: flame top "));
        assertFalse(window.runs().supersededProperty().get());
        robot.clickOn("#besides").clickOn("#show-stakes");
        until("the stakes are hidden", () -> text(robot, "readout-stakes").isEmpty());
    }

    @Test
    void bounds_fitToForecastAndTrimmed_eachIsOneUndo(FxRobot robot) {
        untilSketched();
        robot.clickOn("#line-elements-fireball-bounds");
        Vec3 before = upper();
        robot.clickOn("#bounds-trim");
        Vec3 trimmed = upper();
        assertTrue(trimmed.y() < before.y(), before + " became " + trimmed);
        robot.clickOn("#bounds-forecast");
        assertTrue(upper().y() > trimmed.y(), trimmed + " became " + upper());
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(before, upper());
    }

    private Vec3 upper() {
        return window.document().shot().element("fireball").bounds().get(Bounds.TO);
    }

    @Test
    void edit_supersedesTheRun_andTheNextSketchDiffers(FxRobot robot) {
        untilSketched();
        var before = window.runs().shown();
        robot.clickOn("#line-elements-fireball-sources-charge");
        type(robot, "param-release-total-field", "4 kg");
        assertTrue(window.runs().supersededProperty().get());
        assertEquals(
                before, window.runs().shown(), "the old run stays until the new one has a frame");
        assertTrue(text(robot, "run-badge").startsWith("superseded"), text(robot, "run-badge"));
        untilSketched();
        assertNotEquals(before, window.runs().shown());
        assertTrue(
                window.runs().shown().log().getLast().fuelReleasedKg()
                        > 1.5 * before.log().getLast().fuelReleasedKg());
        assertEquals(before, window.runs().beforeProperty().get());
    }

    @Test
    void look_changed_startsNoRun(FxRobot robot) {
        untilSketched();
        var before = window.runs().shown();
        robot.clickOn("#line-look");
        type(robot, "param-exposure-field", "-9");
        robot.clickOn("#line-elements-fireball");
        assertFalse(window.runs().supersededProperty().get());
        assertEquals(before, window.runs().shown());
        assertTrue(
                window.runs().sketchProperty().get().stateProperty().get()
                        == ashfall.desk.run.Run.State.DONE);
    }
}
