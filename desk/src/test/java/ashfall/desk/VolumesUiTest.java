package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Element;
import ashfall.shot.Foreign;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;

/// Volumes from elsewhere, brought in and seen in the fireground.
class VolumesUiTest extends DeskTest {
    /// Frames 3 to 6 of a cloud.
    private Path cloud() throws IOException {
        try (Workers workers = new Workers(2)) {
            fire(small(), 1, 6, workers);
        }
        Path cloud = Files.createDirectories(folder.resolve("cloud"));
        for (int frame = 3; frame <= 6; frame++) {
            Files.copy(
                    firing(1).resolve("fireball_000" + frame + ".vdb"),
                    cloud.resolve("smoke." + frame + ".vdb"));
        }
        return cloud.resolve("smoke.4.vdb");
    }

    private int[] pixels(FxRobot robot) {
        until("it is drawn", () -> window.fireground().isFinest());
        return pixels(robot.lookup("#fireground .image-view").queryAs(ImageView.class));
    }

    private void untilListed(FxRobot robot, String words) {
        until(words, () -> text(robot, "volumes-files").startsWith(words));
    }

    private Item volumes() {
        return window.document().shot().volumes().get("volumes");
    }

    /// In a shot without any fire.
    @Test
    void alone_theyAreSeenAndRead(FxRobot robot) throws IOException {
        chosen = cloud();
        Shot shot = small().withElements(Map.<String, Element>of());
        robot.interact(() -> window.document().open(shot, null));
        robot.interact(() -> window.runs().opened());
        // He would stand beside them.
        robot.interact(() -> window.look().keeperProperty().set(false));
        int[] site = pixels(robot);
        robot.clickOn("#add-volumes");
        assertEquals("volumes.volumes", window.selection().path());
        untilListed(robot, "volumes 'volumes' have no file yet");
        untilDials();
        robot.clickOn("#param-file-choose");
        untilListed(robot, "frames 3-6, 4 files in " + chosen.getParent());
        robot.interact(() -> window.runs().playhead().choose(2));
        assertTrue(Arrays.equals(site, pixels(robot)), "not begun");
        robot.interact(() -> window.runs().playhead().choose(5));
        int[] seen = pixels(robot);
        assertFalse(Arrays.equals(site, seen), "they are seen");
        assertTrue(text(robot, "readout-frame").startsWith("frame 5   0.208 s   with volumes"));

        robot.clickOn("#param-presence-unseen");
        assertFalse(Arrays.equals(seen, pixels(robot)), "they shade only");
        robot.interact(() -> window.fireground().requestFocus());
        robot.press(KeyCode.SHIFT).type(KeyCode.O).release(KeyCode.SHIFT);
        assertEquals("seen", volumes().get(Gas.PRESENCE));
        assertTrue(Arrays.equals(seen, pixels(robot)), "as before");

        type(robot, "param-later-field", "10");
        untilListed(robot, "frames 13-16");
        assertTrue(Arrays.equals(site, pixels(robot)), "not begun");
        robot.interact(() -> window.document().undo());
        untilListed(robot, "frames 3-6");
        assertTrue(Arrays.equals(seen, pixels(robot)), "as before");

        type(robot, "param-file-field", folder.resolve("gone").toString());
        untilListed(robot, "there is no firing in '" + folder.resolve("gone") + "'");
        assertTrue(Arrays.equals(site, pixels(robot)), "gone");
    }

    /// With a fire, under other names, each read in a way of its own.
    @Test
    void besideAFire_eachHasItsOwnReading(FxRobot robot) throws IOException {
        Path file = cloud();
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(5));
        int[] fire = pixels(robot);
        robot.clickOn("#add-volumes");
        robot.interact(
                () -> window.document().put("volumes.volumes", Foreign.FILE, file.toString()));
        untilListed(robot, "frames 3-6");
        int[] both = pixels(robot);
        assertFalse(Arrays.equals(fire, both), "both are seen");
        assertFalse(window.runs().supersededProperty().get(), "no gas is another");

        untilDials();
        robot.clickOn("#reading-own");
        assertEquals("readings.volumes", window.selection().path());
        until("its channels are looked at", () -> window.dials().isSettled());
        robot.interact(() -> window.selection().choose("volumes.volumes"));
        robot.press(KeyCode.CONTROL).type(KeyCode.D).release(KeyCode.CONTROL);
        assertTrue(window.document().shot().readings().containsKey("volumes-2"));
        until("the same twice", () -> window.runs().volumes().all().size() == 2);
        assertFalse(Arrays.equals(both, pixels(robot)), "thicker");
        robot.type(KeyCode.DELETE);
        assertFalse(window.document().shot().readings().containsKey("volumes-2"));
        assertTrue(Arrays.equals(both, pixels(robot)), "as before");
    }
}
