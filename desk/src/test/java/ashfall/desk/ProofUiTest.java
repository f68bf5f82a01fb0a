package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.look.Marcher;
import ashfall.look.SeenGas;
import ashfall.look.View;
import ashfall.picture.Picture;
import ashfall.picture.Print;
import ashfall.picture.Region;
import ashfall.shot.Curve;
import ashfall.shot.Look;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import javafx.geometry.Bounds;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.io.IOException;
import java.util.Arrays;
import java.util.List;

/// A part of the view that is finished while one works.
class ProofUiTest extends DeskTest {
    private static final long FRAME = 6;

    private void open(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(FRAME));
        robot.type(KeyCode.N);
        untilFinished();
    }

    private void untilFinished() {
        until("it is finished", () -> window.proof().isSettled());
    }

    private static Bounds place(FxRobot robot) {
        return node(robot, "proof-picture").getBoundsInParent();
    }

    private static int[] pixels(FxRobot robot) {
        return pixels((ImageView) node(robot, "proof-picture"));
    }

    /// What a render of that part is, of the sketch's frame through the camera.
    private int[] rendered(Bounds at) throws IOException {
        Shot shot = window.document().shot();
        Region region =
                new Region(
                        (int) window.fireground().getWidth(),
                        (int) window.fireground().getHeight(),
                        (int) at.getMinX(),
                        (int) at.getMinY(),
                        (int) at.getMaxX(),
                        (int) at.getMaxY());
        try (Workers workers = new Workers(2)) {
            var frame = window.runs().shown().frame(FRAME, workers);
            List<SeenGas> gas = List.of(SeenGas.of(frame, shot, "fireball"));
            View view = View.of(shot.camera());
            Picture picture = Marcher.finished(gas, shot, workers).layers(view, region).picture();
            int[] all = Print.of(picture, shot, workers).argb(workers);
            int columns = region.right() - region.left();
            int[] part = new int[columns * (region.bottom() - region.top())];
            for (int row = region.top(); row < region.bottom(); row++) {
                int from = row * region.width() + region.left();
                System.arraycopy(all, from, part, (row - region.top()) * columns, columns);
            }
            return part;
        }
    }

    @Test
    void part_isWhatARenderOfTheSketchWouldBe(FxRobot robot) throws IOException {
        open(robot);
        assertEquals("finished", text(robot, "proof-said"));
        assertVisible(robot, "proof-picture");
        assertArrayEquals(rendered(place(robot)), pixels(robot));
        assertFalse(window.runs().supersededProperty().get());
        robot.type(KeyCode.N);
        assertFalse(node(robot, "proof-picture").isVisible());
        assertFalse(node(robot, "proof-said").isVisible());
    }

    @Test
    void part_beginsAnewWithEachChange(FxRobot robot) {
        open(robot);
        int[] first = pixels(robot);
        double stops = window.document().shot().look().get(Look.EXPOSURE).at(0);
        robot.interact(
                () -> window.document().put("look", Look.EXPOSURE, Curve.constant(stops + 1)));
        untilFinished();
        int[] brighter = pixels(robot);
        assertEquals(first.length, brighter.length);
        assertFalse(Arrays.equals(first, brighter), "it is brighter");
        robot.interact(() -> window.fireground().turn(0.4));
        untilFinished();
        assertFalse(Arrays.equals(brighter, pixels(robot)), "it is seen from elsewhere");

        robot.interact(() -> window.runs().playhead().playingProperty().set(true));
        until("nothing is drawn", () -> !node(robot, "proof-picture").isVisible());
        assertEquals("finished where it stands still", text(robot, "proof-said"));
        robot.interact(() -> window.runs().playhead().choose(FRAME));
        untilFinished();
        assertVisible(robot, "proof-picture");
    }

    @Test
    void part_isMovedByItsWordsAndSizedByItsCorner(FxRobot robot) {
        open(robot);
        Bounds first = place(robot);
        robot.drag("#proof-said").moveBy(20, 10).moveBy(20, 10).drop();
        untilFinished();
        Bounds moved = place(robot);
        assertEquals(first.getMinX() + 40, moved.getMinX(), 2);
        assertEquals(first.getMinY() + 20, moved.getMinY(), 2);
        robot.drag("#proof-corner").moveBy(-30, -20).moveBy(-30, -20).drop();
        untilFinished();
        Bounds smaller = place(robot);
        assertEquals(first.getWidth() - 60, smaller.getWidth(), 3);
        assertEquals(first.getHeight() - 40, smaller.getHeight(), 3);
        assertTrue(Math.abs(smaller.getMinX() - moved.getMinX()) < 2, "its corner stays");
    }
}
