package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.chart.ChartView;

import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.List;

/// Silhouettes over the picture, tied to the time axis.
class RiseUiTest extends DeskTest {
    private Path line(FxRobot robot, String id) {
        return (Path) ((Group) node(robot, id)).getChildren().getFirst();
    }

    /// A place on a contour, on the screen.
    private Point2D onLine(FxRobot robot, String id) {
        Path path = line(robot, id);
        MoveTo first = (MoveTo) path.getElements().getFirst();
        return path.localToScreen(first.getX(), first.getY());
    }

    private void untilDrawn() {
        until("the silhouettes are there", () -> window.rise().isSettled());
    }

    @Test
    void silhouettes_areButtonsToTheirFrames_andRise(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.fireground().requestFocus());
        assertTrue(robot.lookup("#rise-3").tryQuery().isEmpty());
        robot.type(KeyCode.H);
        until("they are asked for", () -> window.rise().framesProperty().get().size() == 6);
        untilDrawn();
        Bounds early = line(robot, "rise-3").getBoundsInParent();
        Bounds late = line(robot, "rise-6").getBoundsInParent();
        assertTrue(late.getHeight() > early.getHeight(), late + " against " + early);

        robot.clickOn(onLine(robot, "rise-6"));
        until("its frame is shown", () -> window.runs().playhead().frameProperty().get() == 6);
        robot.type(KeyCode.H);
        until("they are gone", () -> robot.lookup("#rise-3").tryQuery().isEmpty());
        assertEquals(List.of(), window.rise().framesProperty().get());
    }

    @Test
    void tickUnderThePointer_bringsItsSilhouetteOut(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.fireground().requestFocus());
        robot.type(KeyCode.H);
        until("they are asked for", () -> window.rise().framesProperty().get().size() == 6);
        untilDrawn();
        Node ruler = node(robot, "time-ruler");
        double width = ruler.getBoundsInLocal().getWidth();
        robot.moveTo(ruler.localToScreen(width * 2 / 6, 8));
        until("another is pointed at", () -> window.rise().pointedProperty().get() == 2);
        var before = line(robot, "rise-4").getStroke();
        robot.moveTo(ruler.localToScreen(width * 4 / 6, 8));
        until(
                "it stands out",
                () ->
                        window.rise().pointedProperty().get() == 4
                                && !line(robot, "rise-4").getStroke().equals(before));
        assertTrue(robot.lookup(node -> node instanceof ChartView).tryQuery().isPresent());
    }

    @Test
    void runBefore_isDashed(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.fireground().requestFocus());
        robot.type(KeyCode.H);
        robot.interact(
                () ->
                        window.document()
                                .put(
                                        "elements.fireball",
                                        ashfall.shot.Gas.LIFT,
                                        ashfall.shot.Curve.constant(3)));
        untilSketched();
        until(
                "both are drawn",
                () ->
                        window.rise().isSettled()
                                && robot.lookup("#rise-before-5").tryQuery().isPresent()
                                && robot.lookup("#rise-5").tryQuery().isPresent());
        assertFalse(line(robot, "rise-before-5").getStrokeDashArray().isEmpty());
        assertTrue(line(robot, "rise-5").getStrokeDashArray().isEmpty());
    }
}
