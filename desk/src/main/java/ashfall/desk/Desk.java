package ashfall.desk;

import ashfall.desk.document.Places;
import ashfall.desk.run.Run;
import ashfall.look.Meshes;
import ashfall.shot.Shot;

import javafx.application.Application;
import javafx.application.Platform;
import javafx.stage.Stage;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.lang.management.ManagementFactory;
import java.nio.file.Path;
import java.util.Locale;

/// The window as a program. What it opens is set before the toolkit starts it.
public final class Desk extends Application {
    private static final Logger LOG = LoggerFactory.getLogger(Desk.class);

    /// What to open.
    ///
    /// @param file of the shot, or null
    /// @param measure what to measure and print before the program ends
    record Opening(Shot shot, Path file, Measure measure) {}

    /// What can be measured of the open window.
    enum Measure {
        NOTHING,
        /// When the first simulated picture was there.
        START,
        /// Frames and pictures a second of the sketch.
        PACE
    }

    private static Opening opening;
    private DeskWindow window;

    /// Opens the window and returns when it is closed.
    static void run(Opening what) {
        opening = what;
        // They are read while the toolkit starts.
        Thread.ofPlatform()
                .daemon()
                .name("ashfall-meshes")
                .start(() -> Meshes.prepare(opening.shot));
        launch(Desk.class);
    }

    @Override
    public void start(Stage stage) {
        Thread.currentThread().setUncaughtExceptionHandler(Desk::failed);
        window =
                new DeskWindow(
                        stage,
                        opening.shot,
                        opening.file,
                        Places.ofUser(),
                        FileAsk.ofDesktop(stage));
        window.show();
        switch (opening.measure) {
            case START -> window.fireground().whenShown(this::report);
            case PACE -> window.fireground().whenShown(run -> new Pace(window).measure());
            case NOTHING -> LOG.debug("open");
        }
    }

    private void report(Run run) {
        long now = System.currentTimeMillis();
        double seconds = (now - ManagementFactory.getRuntimeMXBean().getStartTime()) * 1e-3;
        System.out.println(
                String.format(
                        Locale.ROOT,
                        "the first simulated picture was there after %.2f s",
                        seconds));
        Platform.exit();
    }

    /// No exception is swallowed: the log has it, and the window goes on.
    private static void failed(Thread thread, Throwable e) {
        LOG.error("a fault of the program on {}", thread.getName(), e);
    }

    @Override
    public void stop() {
        window.close();
    }
}
