package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.run.Run;
import ashfall.desk.run.TrialRuns;
import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.shot.Fineness;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;

import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/// Trials in the window: a bracket, seeds and draws on a contact sheet that plays in step, one of
/// them put to use, two compared.
class TrialsUiTest extends DeskTest {
    private static final String IGNITION = "elements.fireball.burn.ignition";

    /// A fire that burns for a second, and goes out where ignition asks for too much.
    @Override
    Shot first() {
        return NewShot.make(
                "fireball",
                List.of("mass=2", "frames.last=24", "elements.fireball.voxel.sketch=0.6"));
    }

    private void open(FxRobot robot) {
        untilSketched();
        robot.type(KeyCode.T);
        assertVisible(robot, "trials");
    }

    /// Fewer frames, where it does not matter how the fire ends.
    private void shorten(FxRobot robot) {
        robot.interact(() -> window.document().put("frames", Frames.LAST, 8L));
    }

    private void bracketOfIgnition(FxRobot robot) {
        open(robot);
        robot.clickOn("#trial-dial");
        robot.interact(() -> item(robot, "burn", "try-" + IGNITION.replace('.', '-')).fire());
        type(robot, "trial-values", "400, 800, 1400");
        until("all three are made", () -> text(robot, "trial-outcome-3").startsWith("top "));
        assertTrue(window.runs().playhead().playingProperty().get(), "they play");
    }

    private static javafx.scene.control.MenuItem item(FxRobot robot, String menu, String id) {
        return robot
                .lookup("#trial-dial")
                .queryAs(javafx.scene.control.MenuButton.class)
                .getItems()
                .stream()
                .filter(one -> one.getText().equals(menu))
                .flatMap(one -> ((javafx.scene.control.Menu) one).getItems().stream())
                .filter(one -> one.getId().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private static boolean picturesWider(FxRobot robot, int columns) {
        return IntStream.rangeClosed(1, 3)
                .mapToObj(n -> robot.lookup("#trial-" + n + " .image-view").<ImageView>query())
                .allMatch(one -> one.getImage() != null && one.getImage().getWidth() > columns);
    }

    private List<Run> made() {
        return window.runs().trials().all().stream().map(TrialRuns.Tried::run).toList();
    }

    /// Three values in one action; each with its value on it, and where its fire ended.
    @Test
    void bracket_playsInStepWithItsValues(FxRobot robot) {
        bracketOfIgnition(robot);
        assertEquals("Ignition temperature 400 K", text(robot, "trial-caption-1"));
        assertEquals("Ignition temperature 1,400 K", text(robot, "trial-caption-3"));
        String alive = text(robot, "trial-outcome-1");
        assertTrue(alive.endsWith("burns to the end"), alive);
        String dead = text(robot, "trial-outcome-3");
        assertTrue(dead.matches("(?s)top .* m, .*J\nlast flame at 0\\.\\d+ s, frame \\d+"), dead);
        until("they are drawn while they play", () -> picturesWider(robot, 30));
        robot.interact(() -> window.runs().playhead().choose(6));
        until("frame 6 is drawn", () -> window.trials().isSettled());
        assertTrue(picturesWider(robot, 100));
        assertEquals(made(), window.runs().beside(), "all burn logs are on the chart");
        assertEquals(first(), window.document().shot(), "the shot is as it was");
    }

    /// What is put to use is the tried shot, but for how it is looked at.
    @Test
    void useThisOne_makesTheShotWhatWasTried(FxRobot robot) {
        bracketOfIgnition(robot);
        robot.clickOn("#trial-use-2");
        Shot now = window.document().shot();
        assertEquals(window.runs().trials().all().get(1).trial().shot(), now);
        assertEquals("Use Ignition temperature 800 K", window.document().undoName());
        robot.interact(() -> window.document().undo());
        assertEquals(first(), window.document().shot());
        robot.clickOn("#trial-show-3");
        assertEquals(made().get(2), window.runs().shown());
        robot.type(KeyCode.ESCAPE);
        assertFalse(node(robot, "trials").isVisible());
        assertEquals(3, made().size(), "they stay");
    }

    /// The seed is in the caption, in the shot and in the firing's name; again, the same bits.
    @Test
    void seeds_areAdoptedExactlyAndComeOutTheSameAgain(FxRobot robot) {
        shorten(robot);
        open(robot);
        robot.clickOn("#trial-seeds");
        type(robot, "trial-seed", "11");
        robot.clickOn("#trial-go");
        until("five are made", () -> window.runs().trials().done() == 5);
        for (int n = 1; n <= 5; n++) {
            assertEquals("Seed " + (10 + n), text(robot, "trial-caption-" + n));
        }
        List<Run> once = made();
        assertNotEquals(
                bits(once.get(0).held(6)), bits(once.get(1).held(6)), "another seed, other gas");
        robot.clickOn("#trial-use-4");
        Shot now = window.document().shot();
        assertEquals(14, now.element("fireball").gas().get(Gas.SEED));
        assertEquals(
                "firing-1-seed-14",
                window.runs().firings().next(Fineness.SKETCH).folder().getFileName().toString());
        robot.clickOn("#trial-go");
        until(
                "they are made again",
                () ->
                        made().size() == 5
                                && !made().equals(once)
                                && window.runs().trials().done() == 5);
        assertEquals(bits(once.get(3).held(8)), bits(made().get(3).held(8)));
    }

    private static int bits(Frame frame) {
        SparseGrid heat = frame.channels().get("temperature");
        return IntStream.range(0, heat.leafCount())
                .map(
                        i ->
                                Arrays.hashCode(heat.leaf(i).full())
                                        + Arrays.hashCode(heat.leaf(i).half()))
                .reduce(1, (a, b) -> 31 * a + b);
    }

    /// Each draw lists its values; what makes no sense is said in one sentence.
    @Test
    void draws_listTheirValues(FxRobot robot) {
        shorten(robot);
        open(robot);
        robot.clickOn("#trial-ranges");
        type(robot, "trial-from-0", "0");
        type(robot, "trial-to-0", "40");
        type(robot, "trial-count", "none");
        robot.clickOn("#trial-go");
        assertEquals("how many must be a whole number, not 'none'", text(robot, "trial-problem"));
        assertTrue(made().isEmpty());
        type(robot, "trial-count", "2");
        robot.clickOn("#trial-go");
        until("both are made", () -> window.runs().trials().done() == 2);
        String caption = text(robot, "trial-caption-1");
        assertTrue(caption.matches("Cools by, each second [0-9.]+ K, Seed \\d+"), caption);
        assertNotEquals(caption, text(robot, "trial-caption-2"));
    }

    /// The same frame and camera; exactly the dials that differ; a line that is dragged.
    @Test
    void compare_wipesTwoRunsAndListsWhatDiffers(FxRobot robot) {
        bracketOfIgnition(robot);
        robot.interact(() -> window.runs().playhead().choose(12));
        robot.interact(() -> window.compare().compare(made().get(0), made().get(2)));
        until("both are drawn", () -> window.compare().isSettled());
        assertFalse(node(robot, "trials").isVisible(), "one panel at a time");
        List<String> dials =
                robot.lookup(".compare-dial").queryAllAs(Label.class).stream()
                        .map(Label::getText)
                        .toList();
        assertEquals(List.of("burn ignition", "400.0", "1400.0"), dials);
        assertEquals(made().get(0), window.runs().shown());
        assertEquals(
                List.of(made().get(2)), window.runs().beside(), "both burn logs are on the chart");
        robot.clickOn("#compare-wipe");
        until("they are drawn", () -> window.compare().isSettled());
        Node line = node(robot, "compare-wipe-line");
        Bounds before = line.localToScene(line.getBoundsInLocal());
        Point2D at = line.localToScreen(line.getBoundsInLocal().getCenterX(), 40);
        robot.drag(at.getX(), at.getY(), MouseButton.PRIMARY).moveBy(-60, 0).drop();
        Bounds after = line.localToScene(line.getBoundsInLocal());
        assertEquals(before.getMinX() - 60, after.getMinX(), 2);
        robot.clickOn("#compare-difference");
        until("it is drawn", () -> window.compare().isSettled());
        String amount = text(robot, "compare-amount");
        assertTrue(amount.matches(".*mean [0-9]+\\.[0-9]{2} %"), amount);
        assertFalse(amount.endsWith(" 0.00 %"), amount);
        robot.type(KeyCode.B);
        assertFalse(node(robot, "compare").isVisible());
    }
}
