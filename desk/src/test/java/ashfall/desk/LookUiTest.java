package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Camera;
import ashfall.shot.Curve;
import ashfall.shot.Grade;
import ashfall.shot.Look;
import ashfall.shot.Settings;
import ashfall.shot.ShotFile;
import ashfall.shot.Sun;
import ashfall.shot.Vec3;

import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.paint.Color;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;

/// What of the light is looked at, without touching the gas.
class LookUiTest extends DeskTest {
    /// Share of the fireground that is as bright as flame, and that is black.
    private record Counted(double bright, double black) {}

    private Counted count(FxRobot robot) {
        until("it is drawn", () -> window.fireground().isFinest());
        AtomicReference<WritableImage> taken = new AtomicReference<>();
        robot.interact(() -> taken.set(window.fireground().snapshot(null, null)));
        WritableImage image = taken.get();
        int bright = 0;
        int black = 0;
        // Below the readouts.
        int from = (int) (0.5 * image.getHeight());
        int to = (int) (0.9 * image.getHeight());
        for (int y = from; y < to; y++) {
            for (int x = 0; x < image.getWidth(); x++) {
                Color c = image.getPixelReader().getColor(x, y);
                bright += c.getRed() > 0.4 && c.getRed() > c.getBlue() + 0.2 ? 1 : 0;
                black += c.getBrightness() < 0.02 ? 1 : 0;
            }
        }
        double all = (to - from) * image.getWidth();
        return new Counted(bright / all, black / all);
    }

    @Test
    void grade_isTakenAwayByKey_andPureWhiteIsHatched(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(5));
        robot.interact(() -> window.fireground().requestFocus());
        Counted plain = count(robot);
        robot.interact(() -> window.document().put("grade", Grade.SATURATION, Curve.constant(0)));
        Counted grey = count(robot);
        assertEquals(0, grey.bright, "nothing is orange");
        robot.type(KeyCode.D);
        until("it is said", () -> text(robot, "readout-developed").equals("without the grade"));
        assertEquals(plain, count(robot));
        robot.type(KeyCode.D);
        until("it is said", () -> text(robot, "readout-developed").isEmpty());
        assertEquals(grey, count(robot));

        robot.interact(() -> window.document().put("look", Look.EXPOSURE, Curve.constant(-2)));
        robot.clickOn("#seen");
        robot.clickOn("#show-full");
        until(
                "the share is said",
                () -> text(robot, "readout-developed").matches("hatched.* [1-9]\\d* %.*"));
        assertTrue(window.runs().differences(window.runs().shown()).isEmpty());
    }

    @Test
    void lamp_isAddedAndSwitched_andLightsTheSite(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(5));
        robot.interact(() -> window.document().put("sun", Sun.STRENGTH, Curve.constant(0)));
        robot.interact(() -> window.document().put("sun", Sun.SKY, Curve.constant(0)));
        robot.interact(() -> window.document().put("camera", Camera.TARGET, new Vec3(0, -6, 12)));
        Counted dark = count(robot);
        robot.clickOn("#add-lamp");
        assertEquals("lamps.lamp", window.selection().path());
        Counted lit = count(robot);
        assertTrue(lit.black < dark.black - 0.2, lit.black + " against " + dark.black);
        robot.clickOn("#on-lamps-lamp");
        assertEquals(dark, count(robot));
        robot.interact(() -> window.fireground().requestFocus());
        robot.type(KeyCode.DELETE);
        assertTrue(window.document().shot().lamps().isEmpty());
        assertTrue(window.runs().differences(window.runs().shown()).isEmpty());
    }

    private static MenuItem item(List<MenuItem> items, String id) {
        return items.stream().filter(i -> id.equals(i.getId())).findFirst().orElseThrow();
    }

    @Test
    void lookOfAnotherShot_isTakenInOneStep(FxRobot robot) throws IOException {
        untilSketched();
        var before = window.document().shot();
        Files.writeString(
                chosen,
                ShotFile.write(
                        Settings.with(small(), List.of("look.glow=3", "air.temperature=300"))));
        robot.clickOn("#shot-menu");
        MenuButton menu = robot.lookup("#shot-menu").queryAs(MenuButton.class);
        Menu looks = (Menu) item(menu.getItems(), "menu-looks");
        Menu flame = (Menu) item(looks.getItems(), "look-flame");
        robot.interact(() -> item(flame.getItems(), "look-flame-file").fire());
        until("it is taken", () -> window.document().shot().look().number(Look.GLOW) == 3);
        assertTrue(window.runs().differences(window.runs().shown()).isEmpty());
        robot.interact(() -> window.document().undo());
        assertEquals(before, window.document().shot());
    }

    @Test
    void terms_areSeenByMenuAndKey(FxRobot robot) {
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(5));
        robot.interact(() -> window.fireground().requestFocus());
        Counted whole = count(robot);
        assertTrue(whole.bright > 0, "there is flame");
        robot.type(KeyCode.G);
        until("it is said", () -> text(robot, "seen").equals("see: through the smoke"));
        Counted through = count(robot);
        assertTrue(through.bright > whole.bright, through.bright + " against " + whole.bright);
        robot.type(KeyCode.G);
        until("it is said", () -> text(robot, "seen").equals("see: whole"));
        assertEquals(whole, count(robot));

        robot.clickOn("#seen");
        robot.clickOn("#see-flame");
        until("it is said", () -> text(robot, "seen").equals("see: flame alone"));
        Counted flame = count(robot);
        assertTrue(flame.black > 0.5 && whole.black < 0.1, "the site is dark: " + flame.black);
        assertTrue(window.runs().differences(window.runs().shown()).isEmpty());
    }
}
