package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Scenery;
import ashfall.shot.Vec3;

import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.io.IOException;
import java.nio.file.Files;
import java.util.Arrays;

/// A mesh brought in and seen with the fire.
class MeshUiTest extends DeskTest {
    private int[] pixels(FxRobot robot) {
        until("it is drawn", () -> window.fireground().isFinest());
        return pixels(robot.lookup("#fireground .image-view").queryAs(ImageView.class));
    }

    @Test
    void added_itIsSeen_placedSwitchedAndRemoved(FxRobot robot) throws IOException {
        chosen = folder.resolve("wall.obj");
        Files.writeString(chosen, "v -3 0 -3\nv 3 0 -3\nv 3 3 -3\nv -3 3 -3\nf 1 2 3 4\n");
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(5));
        // He would stand beside it.
        robot.interact(() -> window.look().keeperProperty().set(false));
        int[] before = pixels(robot);
        robot.clickOn("#add-mesh");
        assertEquals("meshes.mesh", window.selection().path());
        until("asks for a file", () -> text(robot, "mesh-words").startsWith("No file yet"));
        untilDials();
        robot.clickOn("#param-file-choose");
        until("it is read", () -> text(robot, "mesh-words").startsWith("2 triangles, 6 m wide"));
        int[] seen = pixels(robot);
        assertFalse(Arrays.equals(before, seen), "it is seen");
        assertFalse(window.runs().supersededProperty().get(), "no gas is another");

        robot.interact(
                () -> window.document().put("meshes.mesh", Scenery.MOVED, new Vec3(0, 0, -4)));
        assertFalse(Arrays.equals(seen, pixels(robot)), "it is further back");
        robot.interact(() -> window.document().undo());
        assertTrue(Arrays.equals(seen, pixels(robot)), "as before");

        type(robot, "param-file-field", folder.resolve("gone.obj").toString());
        until("said", () -> text(robot, "mesh-words").contains("there is no such file"));
        robot.interact(() -> window.document().undo());
        robot.interact(() -> window.selection().choose("meshes.mesh"));
        robot.interact(() -> window.fireground().requestFocus());
        robot.type(KeyCode.DELETE);
        assertTrue(window.document().shot().meshes().isEmpty());
        assertTrue(Arrays.equals(before, pixels(robot)), "without it");
    }
}
