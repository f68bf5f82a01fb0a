package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.run.Run;
import ashfall.firing.FiringRecord;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.work.Workers;

import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.MenuButton;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;

/// Finished pictures of a firing, ordered in the window.
class RenderUiTest extends DeskTest {
    @Override
    Shot first() {
        chosen = folder.resolve("bay.ashfall");
        try (Workers workers = new Workers(2)) {
            Files.writeString(chosen, ShotFile.write(small()));
            fire(small(), 1, 4, workers);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return small();
    }

    private void open(FxRobot robot, Shot shot) {
        robot.interact(() -> window.document().open(shot, chosen));
        robot.interact(() -> window.runs().opened());
        until("the firing is read", () -> window.runs().firings().all().size() == 1);
        robot.clickOn("#open-render");
        assertVisible(robot, "render");
        untilLooked();
    }

    private void untilLooked() {
        until("it is looked at", () -> window.render().isSettled());
    }

    private String findings(FxRobot robot) {
        return robot.lookup("#render-findings .button").queryAllAs(Button.class).stream()
                .map(Button::getText)
                .collect(Collectors.joining("\n"));
    }

    private static void put(FxRobot robot, String id, String text) {
        robot.interact(() -> robot.lookup("#" + id).queryTextInputControl().setText(text));
    }

    /// Embers that are muted, a glow left on trails, and more frames than were fired.
    @Test
    void nothingIsForgotten_eachFindingLeadsToItsCause(FxRobot robot) {
        String carriers =
                """
                "embers": {"kind": "carriers", "on": false, "carrier": {"shown": true}},
                "trails": {"kind": "carriers",
                           "carrier": {"shown": true}, "ember": {"glow": 400}},
                """;
        String json = ShotFile.write(small()).replaceFirst("\"igniter\" :", carriers + "$0");
        Shot faulty = ShotFile.parse(json, "bay").shot();
        open(robot, faulty);
        put(robot, "render-frames", "1-6");
        untilLooked();
        String all = findings(robot);
        assertTrue(all.contains("frame 5 is not in"), all);
        assertTrue(all.contains("elements.fireball.sources.embers is off"), all);
        assertTrue(all.contains("elements.fireball.sources.trails.ember.glow is 400"), all);
        assertTrue(node(robot, "render-start").isDisabled());
        List<Button> lines =
                List.copyOf(robot.lookup("#render-findings .button").queryAllAs(Button.class));
        for (Button line : lines) {
            robot.interact(line::fire);
            String path = window.selection().path();
            assertTrue(line.getText().startsWith(path), line.getText() + " leads to " + path);
        }
    }

    /// What was asked for just before the window closes is no fault.
    @Test
    void closed_looksNoMore(FxRobot robot) {
        open(robot, small());
        AtomicReference<Throwable> fault = new AtomicReference<>();
        robot.interact(
                () -> {
                    var usual = Thread.currentThread().getUncaughtExceptionHandler();
                    Thread.currentThread().setUncaughtExceptionHandler((thread, e) -> fault.set(e));
                    window.render().setVisible(false);
                    window.render().setVisible(true);
                    window.render().close();
                    Platform.runLater(
                            () -> Thread.currentThread().setUncaughtExceptionHandler(usual));
                });
        WaitForAsyncUtils.waitForFxEvents();
        assertNull(fault.get());
    }

    @Test
    void testFrames_comeOnAContactSheet_asButtonsToTheirFrames(FxRobot robot) {
        open(robot, small());
        put(robot, "render-frames", "2,4");
        put(robot, "render-size", "96x54");
        untilLooked();
        assertTrue(text(robot, "render-said").startsWith("2 pictures"));
        robot.clickOn("#render-start");
        until("both are drawn", () -> robot.lookup("#rendered-4").tryQuery().isPresent());
        untilLooked();
        assertTrue(text(robot, "render-said").startsWith("2 pictures in "));
        Path pictures = folder.resolve("bay-firings/firing-1-pictures");
        assertTrue(Files.exists(pictures.resolve("fireball_0002.png")));
        assertFalse(Files.exists(pictures.resolve("fireball_0003.png")));
        robot.clickOn("#rendered-2");
        assertEquals(2, window.runs().playhead().frameProperty().get());

        put(robot, "render-frames", "");
        robot.clickOn("#render-missing");
        untilLooked();
        assertTrue(text(robot, "render-said").startsWith("2 pictures"), "1 and 3 are missing");
    }

    /// Of the frames that are there by now, into a folder of its own.
    @Test
    void sketch_isRenderedAsItIsShown(FxRobot robot) throws IOException {
        open(robot, small());
        untilSketched();
        assertTrue(text(robot, "render-what").contains("firing 1"));
        robot.interact(
                () ->
                        robot.lookup("#render-of")
                                .queryAs(MenuButton.class)
                                .getItems()
                                .getLast()
                                .fire());
        put(robot, "render-frames", "5");
        put(robot, "render-size", "96x54");
        untilLooked();
        assertEquals("fireball: sketch", text(robot, "render-what"));
        assertEquals("", findings(robot));
        robot.clickOn("#render-start");
        until("it is drawn", () -> robot.lookup("#rendered-5").tryQuery().isPresent());
        untilLooked();
        try (var folders = Files.list(folder.resolve("bay-firings"))) {
            Path pictures =
                    folders.filter(f -> f.getFileName().toString().matches("sketch-.*-pictures"))
                            .findFirst()
                            .orElseThrow();
            assertTrue(Files.exists(pictures.resolve("fireball_0005.png")));
        }
        put(robot, "render-frames", "7");
        untilLooked();
        assertTrue(
                findings(robot).contains("frame 7 is not in the sketch; it holds frames 1-6"),
                findings(robot));
    }

    /// What is fired meanwhile has the same checksums as where nothing else was done.
    @Test
    void renderAndTurning_changeNoVoxelOfAFiring(FxRobot robot) {
        Shot other = Settings.with(small(), List.of("frames.last=12", "elements.fireball.seed=9"));
        open(robot, other);
        put(robot, "render-size", "160x90");
        untilLooked();
        robot.clickOn("#render-start").clickOn("#render-close");
        robot.clickOn("#fineness-sketch").clickOn("#arm");
        until("armed", () -> !node(robot, "fire").isDisabled());
        robot.clickOn("#fire");
        Run firing = window.runs().firings().newestProperty().get();
        for (int i = 0; firing.isRunning() && i < 400; i++) {
            robot.drag("#fireground").moveBy(30, 5).moveBy(-25, 10).drop();
        }
        until("it is whole", () -> firing.stateProperty().get() == Run.State.DONE);
        Path picture = folder.resolve("bay-firings/firing-1-pictures/fireball_0004.png");
        until("all is drawn", () -> Files.exists(picture));
        assertFalse(window.look().throughCameraProperty().get(), "the view was turned");
        try (Workers workers = new Workers(1)) {
            fire(other, 9, 12, workers);
        }
        assertEquals(sums(firing(9)), sums(firing.folder()));
        assertEquals(12, sums(firing(9)).size());
    }

    private static Map<Long, String> sums(Path firing) {
        Map<Long, String> all = new TreeMap<>();
        FiringRecord.read(firing).kept().forEach((frame, kept) -> all.put(frame, kept.sha256()));
        return all;
    }

    @Test
    void stop_keepsWhatIsWritten(FxRobot robot) {
        open(robot, small());
        put(robot, "render-size", "1280x720");
        untilLooked();
        robot.clickOn("#render-start");
        until("it is foretold", () -> text(robot, "render-said").endsWith(" left"));
        robot.clickOn("#render-stop");
        until("it stops", () -> text(robot, "render-said").startsWith("stopped"));
        untilLooked();
        assertFalse(
                Files.exists(folder.resolve("bay-firings/firing-1-pictures/fireball_0004.png")));
    }
}
