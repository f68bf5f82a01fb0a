package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Item;
import ashfall.shot.Reference;
import ashfall.shot.Remark;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;

import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

import javax.imageio.ImageIO;

/// Remarks, references and rushes as one reviews a shot.
class ReviewUiTest extends DeskTest {
    private void open(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(3));
        robot.interact(() -> window.review().toggle());
        assertVisible(robot, "review");
    }

    private static void scroll(FxRobot robot) {
        robot.interact(
                () -> {
                    ScrollPane pane =
                            robot.lookup("#review .scroll-pane").queryAs(ScrollPane.class);
                    pane.applyCss();
                    pane.layout();
                    pane.setVvalue(1);
                });
    }

    private Map<String, Item> remarks() {
        return window.document().shot().remarks();
    }

    @Test
    void remark_isPinnedToFrameAndPlace_andTickedOff(FxRobot robot) {
        open(robot);
        Node picture = node(robot, "fireground");
        robot.clickOn(picture.localToScreen(600, 260));
        robot.write("less smoke here").type(KeyCode.ENTER);
        Item remark = remarks().get("r1");
        assertEquals(3L, remark.get(Remark.FRAME));
        assertEquals("less smoke here", remark.get(Remark.SAYS));
        double[] p =
                window.look()
                        .view()
                        .project(
                                remark.get(Remark.AT),
                                (int) picture.getLayoutBounds().getWidth(),
                                (int) picture.getLayoutBounds().getHeight());
        assertEquals(600, p[0], 1.5);
        assertEquals(260, p[1], 1.5);
        until("its pin is there", () -> robot.lookup("#pin-r1").tryQuery().isPresent());
        robot.interact(() -> window.runs().playhead().choose(5));
        until("not at another frame", () -> robot.lookup("#pin-r1").tryQuery().isEmpty());
        robot.clickOn("#remark-frame-r1");
        assertEquals(3, window.runs().playhead().frameProperty().get());
        assertEquals(List.of("frame 3 less smoke here"), Remark.open(window.document().shot()));
        robot.clickOn("#arm");
        until("told before firing", () -> text(robot, "arm-remarks").contains("less smoke"));
        robot.clickOn("#disarm");
        robot.clickOn("#remark-done-r1");
        assertTrue(Remark.open(window.document().shot()).isEmpty());
        until("the pin is gone", () -> robot.lookup("#pin-r1").tryQuery().isEmpty());
        Shot read = ShotFile.parse(ShotFile.write(window.document().shot()), "again").shot();
        assertEquals(remarks(), read.remarks(), "kept with the shot");
        robot.clickOn("#remark-delete-r1");
        assertTrue(remarks().isEmpty());
        robot.interact(() -> window.document().undo());
        assertFalse(remarks().isEmpty());
    }

    @Test
    void turningTheView_pinsNothing(FxRobot robot) {
        open(robot);
        Node picture = node(robot, "fireground");
        robot.drag(picture.localToScreen(600, 260)).dropTo(picture.localToScreen(660, 260));
        assertTrue(remarks().isEmpty());
        robot.clickOn("#handle-move-x");
        assertTrue(remarks().isEmpty(), "a handle is no place in the picture");
    }

    @Test
    void clipThatComesLater_isFoundWhenTheReviewIsOpenedAgain(FxRobot robot) throws IOException {
        chosen = folder.resolve("kiln_0011.png");
        open(robot);
        robot.clickOn("#reference-add");
        until("missed", () -> words(robot, "reference-picture1").startsWith("there is no picture"));
        clip(11, 12);
        robot.interact(() -> window.review().toggle());
        robot.interact(() -> window.review().toggle());
        until("found", () -> words(robot, "reference-picture1").startsWith("kiln_0012.png"));
    }

    private Path clip(int... numbers) throws IOException {
        for (int number : numbers) {
            BufferedImage image = new BufferedImage(64, 36, BufferedImage.TYPE_INT_RGB);
            image.setRGB(number, 3, 0xff8800);
            ImageIO.write(image, "png", folder.resolve("kiln_00" + number + ".png").toFile());
        }
        return folder.resolve("kiln_00" + numbers[0] + ".png");
    }

    private static String words(FxRobot robot, String id) {
        return robot.lookup("#" + id + " .readout").queryLabeled().getText();
    }

    @Test
    void clip_runsInTimeBesideTheFire(FxRobot robot) throws IOException {
        chosen = clip(11, 12, 14);
        open(robot);
        robot.clickOn("#reference-add");
        until(
                "it is found",
                () ->
                        robot.lookup("#references .ledger-figure").queryAllAs(Node.class).stream()
                                .anyMatch(n -> n.toString().contains("number 13 is missing")));
        until("in time", () -> words(robot, "reference-picture1").equals("kiln_0012.png"));
        ImageView seen = robot.lookup("#reference-picture1 .image-view").queryAs(ImageView.class);
        until("its picture is shown", () -> seen.getImage() != null);
        robot.interact(() -> window.runs().playhead().choose(6));
        until("after", () -> words(robot, "reference-picture1").contains("14.png, after the clip"));
        type(robot, "reference-starts-picture1", "5");
        until("later", () -> words(robot, "reference-picture1").equals("kiln_0012.png"));
        assertTrue(seen.getFitWidth() < 400);
        robot.interact(() -> node(robot, "fireground").requestFocus());
        robot.press(KeyCode.R);
        until("over the view while held", () -> seen.getFitWidth() > 700);
        robot.release(KeyCode.R);
        until("in its corner again", () -> seen.getFitWidth() < 400);
        robot.clickOn("#reference-on-picture1");
        until("hidden", () -> !node(robot, "reference-picture1").isVisible());
        assertEquals("", text(robot, "readout-muted"), "nothing that burns is off");
        Item kept = window.document().shot().references().get("picture1");
        assertFalse(kept.get(Reference.SHOWN));
    }

    @Test
    void rushes_loopAndAreKeptWithTheirSettings(FxRobot robot) {
        open(robot);
        Shot before = window.document().shot();
        robot.interact(() -> window.runs().playhead().choose(1));
        scroll(robot);
        robot.clickOn("#rush-make");
        until(
                "the rushes are made",
                () -> robot.lookup("#rush-play-rushes-1").tryQuery().isPresent());
        ImageView seen = robot.lookup("#rush-player .image-view").queryAs(ImageView.class);
        until("they play", () -> seen.getImage() != null);
        until("to the end", () -> text(robot, "rush-frame").endsWith("frame 6"));
        until("over and over", () -> text(robot, "rush-frame").endsWith("frame 1"));
        robot.interact(() -> window.review().toggle());
        assertFalse(node(robot, "rush-player").isVisible(), "nobody sees it");
        robot.interact(() -> window.review().toggle());
        robot.interact(
                () ->
                        window.document()
                                .arrange(
                                        "other",
                                        Settings.with(
                                                before, List.of("elements.fireball.lift=0.5"))));
        scroll(robot);
        until("laid out", () -> node(robot, "rush-restore-rushes-1").isVisible());
        robot.interact(() -> robot.lookup("#rush-restore-rushes-1").queryButton().fire());
        assertEquals(before, window.document().shot());
        robot.interact(() -> robot.lookup("#rush-delete-rushes-1").queryButton().fire());
        assertEquals("Delete for good", text(robot, "rush-delete-rushes-1"));
        robot.interact(() -> robot.lookup("#rush-delete-rushes-1").queryButton().fire());
        until("gone", () -> robot.lookup("#rush-play-rushes-1").tryQuery().isEmpty());
    }
}
