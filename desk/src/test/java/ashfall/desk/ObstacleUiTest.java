package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Item;
import ashfall.shot.Route;
import ashfall.shot.Shape;
import ashfall.shot.Vec3;

import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/// Obstacles, and shapes that turn and move: set up in the window, without a typed file.
class ObstacleUiTest extends DeskTest {
    private static final String OBSTACLE = "obstacles.obstacle";

    private Item obstacle() {
        return window.document().shot().item(OBSTACLE);
    }

    private static void undo(FxRobot robot) {
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
    }

    @Test
    void obstacle_addedShapedTurnedAndRenamed_isInTheShot(FxRobot robot) {
        robot.clickOn("#add-obstacle");
        assertEquals("box", obstacle().get(Shape.SHAPE));
        assertEquals("Site", text(robot, "dials-title"));
        double before = obstacle().get(Shape.CENTRE).x();
        robot.drag("#handle-move-x").moveBy(20, 0).moveBy(20, 0).drop();
        assertTrue(obstacle().get(Shape.CENTRE).x() > before);
        double height = obstacle().get(Shape.SIZE).y();
        robot.drag("#handle-size-y").moveBy(0, 15).moveBy(0, 15).drop();
        assertTrue(obstacle().get(Shape.SIZE).y() > height, "the lower edge was pulled down");
        robot.drag("#handle-turn-y").moveBy(12, 4).moveBy(12, 4).drop();
        Vec3 turn = obstacle().get(Shape.TURN);
        assertTrue(Math.abs(turn.y()) >= 1, "turned by " + turn);
        assertEquals(0, turn.x());
        undo(robot);
        assertEquals(0, obstacle().get(Shape.TURN).y(), "the drag was one step");
        untilDials();
        robot.clickOn("#param-shape-menu").clickOn("#param-shape-tube");
        assertEquals("tube", obstacle().get(Shape.SHAPE));
        untilDials();
        assertTrue(robot.lookup("#param-thickness").tryQuery().isPresent());
        assertFalse(robot.lookup("#param-rough-size").tryQuery().isPresent());
        robot.clickOn("#on-obstacles-obstacle");
        robot.clickOn("#line-obstacles-obstacle");
        robot.type(KeyCode.X);
        until(
                "what the gas sees of it is counted",
                () ->
                        text(robot, "source-voxels-words")
                                .matches(
                                        "(?s)obstacle, frame .* voxels of 60 cm closed, .* in"
                                                + " part\n"
                                                + ".*"));
        robot.type(KeyCode.X);
        robot.type(KeyCode.F2);
        robot.write("wall").type(KeyCode.ENTER);
        assertTrue(window.document().shot().obstacles().containsKey("wall"));
        robot.type(KeyCode.DELETE);
        assertTrue(window.document().shot().obstacles().isEmpty());
        undo(robot);
        assertEquals(1, window.document().shot().obstacles().size());
    }

    @Test
    void path_ofPointsAtTheFrameShown_movesTheThing(FxRobot robot) {
        robot.clickOn("#add-obstacle");
        type(robot, "frame-field", "6");
        reveal(robot, "param-path");
        robot.clickOn("#param-path-add");
        type(robot, "param-path-1-x", "1.5 m");
        Route route = obstacle().get(Shape.PATH);
        assertEquals(2, route.points().size());
        assertEquals(new Vec3(1.5, 0, 0), route.points().get(1).place());
        assertEquals(
                window.document().shot().frames().get(ashfall.shot.Frames.RATE).seconds(6),
                route.points().get(1).seconds());
        type(robot, "param-path-1-when", "0 s");
        assertEquals(route, obstacle().get(Shape.PATH), "two points at one time are refused");
        robot.type(KeyCode.ESCAPE).clickOn("#line-obstacles-obstacle");
        undo(robot);
        assertEquals(new Vec3(0, 0, 0), obstacle().get(Shape.PATH).points().get(1).place());
    }
}
