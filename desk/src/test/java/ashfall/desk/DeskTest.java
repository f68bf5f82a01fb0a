package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.document.Places;
import ashfall.desk.run.Run;
import ashfall.firing.FiringJob;
import ashfall.shot.Fineness;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;
import ashfall.work.Cancel;
import ashfall.work.Progress;
import ashfall.work.Workers;

import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.stage.Stage;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.BooleanSupplier;

/// Drives the real window on the toolkit's headless platform.
@ExtendWith(ApplicationExtension.class)
abstract class DeskTest {
    static final int SECONDS = 60;

    @TempDir Path folder;
    DeskWindow window;
    Path chosen;

    /// A small fire that is simulated in a moment.
    static Shot small() {
        return NewShot.make(
                "fireball",
                List.of(
                        "mass=2",
                        "frames.last=6",
                        "elements.fireball.voxel.sketch=0.6",
                        "elements.fireball.voxel.work=0.4",
                        "elements.fireball.voxel.final=0.3"));
    }

    Shot first() {
        return small();
    }

    @BeforeEach
    void open() throws TimeoutException {
        FxToolkit.setupStage(this::start);
        WaitForAsyncUtils.waitForFxEvents();
    }

    private void start(Stage stage) {
        chosen = folder.resolve("chosen.ashfall");
        FileAsk files =
                new FileAsk() {
                    @Override
                    public Optional<Path> toOpen() {
                        return Optional.of(chosen);
                    }

                    @Override
                    public Optional<Path> toOpenPicture() {
                        return Optional.of(chosen);
                    }

                    @Override
                    public Optional<Path> toOpenMesh() {
                        return Optional.ofNullable(chosen);
                    }

                    @Override
                    public Optional<Path> toOpenVolumes() {
                        return Optional.of(chosen);
                    }

                    @Override
                    public Optional<Path> toSave(String name) {
                        return Optional.of(chosen);
                    }
                };
        // The stage is that of the test before, which may have made it smaller.
        stage.setWidth(1280);
        stage.setHeight(800);
        window = new DeskWindow(stage, first(), null, Places.under(folder.resolve("home")), files);
        window.show();
    }

    @AfterEach
    void close() {
        WaitForAsyncUtils.waitForAsyncFx(10_000, window::close);
        WaitForAsyncUtils.waitForFxEvents();
        // The tests of all classes are kept until the last is done; their windows need not be.
        window = null;
    }

    /// Waits until something is so, looked at on the toolkit's thread.
    static void until(String what, BooleanSupplier condition) {
        try {
            WaitForAsyncUtils.waitFor(
                    SECONDS,
                    TimeUnit.SECONDS,
                    () -> WaitForAsyncUtils.asyncFx(condition::getAsBoolean).get());
            // What the window does because of it is asked for by then, and done before this.
            WaitForAsyncUtils.waitForAsyncFx(SECONDS * 1000L, () -> {});
        } catch (TimeoutException e) {
            throw new AssertionError("not within " + SECONDS + " s: " + what, e);
        }
    }

    /// Waits until the sketch of the shot as it is has all its frames.
    void untilSketched() {
        until(
                "the sketch is whole",
                () -> {
                    Run run = window.runs().sketchProperty().get();
                    return run != null
                            && run.stateProperty().get() == Run.State.DONE
                            && window.runs().differences(run).isEmpty();
                });
    }

    /// Dials of what was chosen come one after another, as the toolkit has time.
    void untilDials() {
        until("its dials are there", () -> window.dials().isWhole());
    }

    static Node node(FxRobot robot, String id) {
        return robot.lookup("#" + id).query();
    }

    static String text(FxRobot robot, String id) {
        Node node = node(robot, id);
        return node instanceof TextField field ? field.getText() : ((Labeled) node).getText();
    }

    /// What a view shows, row by row.
    static int[] pixels(ImageView view) {
        Image image = view.getImage();
        int columns = (int) image.getWidth();
        int rows = (int) image.getHeight();
        int[] all = new int[columns * rows];
        image.getPixelReader()
                .getPixels(0, 0, columns, rows, PixelFormat.getIntArgbInstance(), all, 0, columns);
        return all;
    }

    /// Types into a field and takes it.
    void type(FxRobot robot, String id, String text) {
        untilDials();
        // What is still being laid out may move the field from under a press.
        for (int press = 0; press < 5 && !node(robot, id).isFocused(); press++) {
            robot.clickOn("#" + id);
        }
        robot.interact(() -> robot.lookup("#" + id).queryAs(TextField.class).selectAll());
        robot.write(text);
        robot.type(javafx.scene.input.KeyCode.ENTER);
    }

    void assertVisible(FxRobot robot, String id) {
        untilDials();
        assertTrue(node(robot, id).isVisible(), id + " is to be seen");
    }

    /// Scrolls to a dial.
    void reveal(FxRobot robot, String id) {
        untilDials();
        robot.interact(
                () -> {
                    ScrollPane scroll = robot.lookup("#dials-scroll").queryAs(ScrollPane.class);
                    double hidden =
                            scroll.getContent().getLayoutBounds().getHeight()
                                    - scroll.getViewportBounds().getHeight();
                    scroll.setVvalue(node(robot, id).getBoundsInParent().getMinY() / hidden);
                });
    }

    /// The folder of a firing beside [#chosen].
    Path firing(int number) {
        return folder.resolve("bay-firings").resolve("firing-" + number);
    }

    /// Fires the first frames of a shot into [#firing].
    void fire(Shot shot, int number, int last, Workers workers) {
        new FiringJob(
                        new FiringJob.Request(
                                shot,
                                "fireball",
                                Fineness.SKETCH,
                                firing(number),
                                1,
                                last,
                                FiringJob.Existing.CONTINUE,
                                FiringJob.Pace.BY_TIME),
                        2L << 30,
                        workers,
                        Progress.silent(),
                        new Cancel())
                .run();
    }
}
