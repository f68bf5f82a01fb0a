package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Sun;

import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

import javax.imageio.ImageIO;

/// A picture of the sky, chosen, turned and seen behind the fire.
class SkyUiTest extends DeskTest {
    private static final String FIELD = "param-skyPicture-field";

    private String picture() {
        return window.document().shot().sun().get(Sun.SKY_PICTURE);
    }

    @Test
    void picture_isChosenAndSeen_andWhatCannotBeReadIsSaid(FxRobot robot) throws IOException {
        BufferedImage red = new BufferedImage(64, 32, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 64 * 32; i++) {
            red.setRGB(i % 64, i / 64, 0xff2010);
        }
        chosen = folder.resolve("dusk.png");
        ImageIO.write(red, "png", chosen.toFile());
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(4));
        robot.clickOn("#line-sun");
        reveal(robot, "param-skyPicture");
        robot.clickOn("#param-skyPicture-choose");
        assertEquals(chosen.toString(), picture());
        assertEquals(chosen.toString(), text(robot, FIELD));
        robot.interact(() -> window.document().put("sun", Sun.SKY_SHOWN, true));
        until("it is seen", () -> window.fireground().isFinest() && redness(robot) > 4);

        type(robot, FIELD, folder.resolve("gone.png").toString());
        until("it is said", () -> said(robot).contains("gone.png' cannot be used: there is no"));
        robot.interact(() -> window.fireground().requestFocus());
        robot.type(KeyCode.H);
        until("silhouettes are asked for", () -> !window.rise().framesProperty().get().isEmpty());
        until("and need no sky", () -> window.rise().isSettled());
        assertTrue(robot.lookup("#rise-3").tryQuery().isPresent());
        robot.type(KeyCode.H);
        robot.interact(() -> window.document().undo());
        until("it is seen again", () -> window.fireground().isFinest() && redness(robot) > 4);
        robot.clickOn("#param-skyPicture-none");
        until("a plain sky", () -> window.fireground().isFinest() && redness(robot) < 2);

        // From the shot's folder on, once it has one.
        Path shot = Files.createDirectories(folder.resolve("bay")).resolve("bay.ashfall");
        Files.copy(chosen, shot.resolveSibling("dusk.png"));
        robot.interact(
                () ->
                        window.document()
                                .saveAs(
                                        shot,
                                        javafx.application.Platform::runLater,
                                        () -> {},
                                        e -> {}));
        until("it has a file", () -> window.document().file().isPresent());
        type(robot, FIELD, "dusk.png");
        assertEquals(shot.resolveSibling("dusk.png").toString(), picture());
        assertEquals("dusk.png", text(robot, FIELD));
    }

    private static String said(FxRobot robot) {
        return robot.lookup("#fireground .label").queryAllAs(Label.class).stream()
                .filter(Label::isVisible)
                .map(Label::getText)
                .filter(text -> text.contains("cannot"))
                .findFirst()
                .orElse("");
    }

    /// Red over blue of what is seen near the upper edge.
    private static double redness(FxRobot robot) {
        var image =
                robot.lookup("#fireground .image-view").queryAs(javafx.scene.image.ImageView.class);
        assertTrue(image.getImage() != null);
        int width = (int) image.getImage().getWidth();
        int argb = image.getImage().getPixelReader().getArgb(width / 2, 2);
        return (argb >> 16 & 0xff) / (1.0 + (argb & 0xff));
    }
}
