package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Curve;
import ashfall.shot.Look;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;

import javafx.scene.control.Button;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;

/// Looks in the window: side by side on the frame shown, kept under names, put to use whole or in
/// part.
class LooksUiTest extends DeskTest {
    private static final String NAME = "pale-smoke";

    private Path file() {
        return folder.resolve("home").resolve("looks").resolve(NAME + ".ashfall");
    }

    private double albedo() {
        return window.document().shot().look().number(Look.ALBEDO);
    }

    private void open(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(6));
        robot.type(KeyCode.J);
        until("the looks are drawn", () -> window.looks().isSettled());
    }

    /// Keeps a look of white smoke, and takes the shot back to what it was.
    private void keepPaleSmoke(FxRobot robot) {
        robot.interact(() -> window.document().put("look", Look.ALBEDO, Curve.constant(0.9)));
        type(robot, "look-name", NAME);
        until("it is on the sheet", () -> robot.lookup("#look-" + NAME).tryQuery().isPresent());
        robot.interact(() -> window.document().undo());
        assertEquals(first().look().number(Look.ALBEDO), albedo());
    }

    /// Pixels of a plate, once all are as fine as they get.
    private int[] plate(FxRobot robot, String name) {
        until("the looks are drawn", () -> window.looks().isSettled());
        Image image = robot.lookup("#look-" + name + " .image-view").<ImageView>query().getImage();
        int columns = (int) image.getWidth();
        int rows = (int) image.getHeight();
        assertTrue(columns > 100, columns + " columns");
        int[] pixels = new int[columns * rows];
        image.getPixelReader()
                .getPixels(
                        0, 0, columns, rows, PixelFormat.getIntArgbInstance(), pixels, 0, columns);
        return pixels;
    }

    /// What a plate shows is what its look gives.
    @Test
    void look_keptUnderAName_isSeenUsedUndoneAndRemoved(FxRobot robot) {
        open(robot);
        keepPaleSmoke(robot);
        Shot kept = ShotFile.read(file()).shot();
        assertTrue(kept.elements().isEmpty(), "a look and nothing else");
        assertEquals(0.9, kept.look().number(Look.ALBEDO));
        int[] pale = plate(robot, NAME);
        assertFalse(Arrays.equals(pale, plate(robot, "now")), "it is another look");
        robot.clickOn("#look-" + NAME + "-use");
        assertEquals(0.9, albedo());
        assertEquals("Look of " + NAME, window.document().undoName());
        assertArrayEquals(pale, plate(robot, "now"));
        assertFalse(window.runs().supersededProperty().get(), "a look makes no gas old");
        robot.interact(() -> window.document().undo());

        type(robot, "look-name", NAME);
        assertEquals("Replace " + NAME + "?", robot.lookup("#look-keep").queryButton().getText());
        Button remove = robot.lookup("#look-" + NAME + "-remove").queryButton();
        robot.clickOn(remove);
        assertEquals("Remove for good?", remove.getText());
        robot.clickOn(remove);
        until("it is gone", () -> robot.lookup("#look-" + NAME).tryQuery().isEmpty());
        assertFalse(Files.exists(file()));
        assertTrue(robot.lookup("#look-demo-lantern").tryQuery().isPresent(), "demo looks stay");
    }

    /// Pale smoke burns with the same flame.
    @Test
    void partOfALook_isSeenAndUsedAlone(FxRobot robot) {
        open(robot);
        keepPaleSmoke(robot);
        robot.clickOn("#looks-flame");
        assertArrayEquals(plate(robot, "now"), plate(robot, NAME));
        robot.clickOn("#look-" + NAME + "-use");
        assertEquals(first().look(), window.document().shot().look());
        robot.clickOn("#looks-smoke");
        assertFalse(Arrays.equals(plate(robot, "now"), plate(robot, NAME)));
        robot.clickOn("#look-" + NAME + "-use");
        assertEquals(0.9, albedo());
        assertArrayEquals(plate(robot, "now"), plate(robot, NAME));
    }

    @Test
    void wrongNamesAndDamagedFiles_areSaidInASentence(FxRobot robot) throws IOException {
        Files.createDirectories(file().getParent());
        Files.writeString(file(), "{ \"ashfall\": ");
        open(robot);
        until("it is said", () -> text(robot, "looks-problem").contains(NAME + ".ashfall"));
        assertTrue(robot.lookup("#look-" + NAME).tryQuery().isEmpty());
        type(robot, "look-name", "50 % smoke");
        String said = text(robot, "looks-problem");
        assertTrue(said.endsWith("not '50 % smoke'"), said);
        robot.type(KeyCode.ESCAPE);
        robot.interact(() -> window.fireground().requestFocus());
        robot.type(KeyCode.ESCAPE);
        assertFalse(node(robot, "looks").isVisible());
    }
}
