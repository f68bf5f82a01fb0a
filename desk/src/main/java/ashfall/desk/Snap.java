package ashfall.desk;

import ashfall.desk.compare.ComparePanel;
import ashfall.desk.document.Places;
import ashfall.desk.document.Station;
import ashfall.desk.run.Run;
import ashfall.desk.run.TrialRuns;
import ashfall.shot.Gas;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.trial.Trial;
import ashfall.work.WholeFile;

import javafx.animation.AnimationTimer;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.geometry.Rectangle2D;
import javafx.scene.Node;
import javafx.scene.SnapshotParameters;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.stage.Stage;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;

import javax.imageio.ImageIO;

/// Makes a picture of the real window or of one of its regions: opens it, waits for the sketch to
/// reach a frame and for the finest picture of it.
public final class Snap extends Application {
    private static final Logger LOG = LoggerFactory.getLogger(Snap.class);
    private static final List<String> VIEWS =
            List.of(
                    "window",
                    "fireground",
                    "chart",
                    "dials",
                    "manifest",
                    "slice",
                    "streaks",
                    "rise",
                    "air",
                    "voxels",
                    "ledger",
                    "trials",
                    "looks",
                    "review",
                    "render",
                    "compare",
                    "wipe",
                    "difference");

    /// What to take.
    ///
    /// @param file of the shot, whose firings are read; null for a demo shot
    /// @param station digit of the station to choose, or null
    /// @param choose path of the item to choose, or null
    /// @param trials to sketch; the first and the last are compared
    record Request(
            Shot shot,
            Path file,
            String view,
            long frame,
            Integer station,
            String choose,
            List<Trial> trials,
            int width,
            int height,
            Path out) {}

    private static final Map<String, ComparePanel.Mode> COMPARED =
            Map.of(
                    "compare", ComparePanel.Mode.SIDE_BY_SIDE,
                    "wipe", ComparePanel.Mode.WIPE,
                    "difference", ComparePanel.Mode.DIFFERENCE);

    private static final List<String> PANELS = List.of("ledger", "review", "render", "looks");

    private static Request request;
    private static BufferedImage taken;
    private static String problem = "";

    private DeskWindow window;
    private Path home;

    /// Does a view show several trials?
    static boolean needsTrials(String view) {
        return view.equals("trials") || COMPARED.containsKey(view);
    }

    /// Takes the picture and writes it as PNG.
    ///
    /// @throws ShotException when it cannot be taken
    static void take(Request what) throws IOException {
        if (!VIEWS.contains(what.view)) {
            throw new ShotException(
                    "there is no view '" + what.view + "'; there are " + String.join(", ", VIEWS));
        }
        request = what;
        launch(Snap.class);
        if (taken == null) {
            throw new ShotException(problem.isEmpty() ? "no picture was taken" : problem);
        }
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(taken, "png", bytes);
        WholeFile.write(what.out.toAbsolutePath(), List.of(ByteBuffer.wrap(bytes.toByteArray())));
    }

    @Override
    public void start(Stage stage) throws IOException {
        Thread.currentThread().setUncaughtExceptionHandler(Snap::failed);
        home = Files.createTempDirectory("ashfall-snap");
        window =
                new DeskWindow(
                        stage,
                        request.shot,
                        request.file,
                        Places.under(home),
                        FileAsk.ofDesktop(stage));
        stage.setWidth(request.width);
        stage.setHeight(request.height);
        window.show();
        window.runs().playhead().choose(request.frame);
        if (request.choose != null) {
            window.selection().choose(request.choose);
        }
        if (request.station != null) {
            for (Station station : Station.values()) {
                if (station.digit() == request.station) {
                    window.selection().stationProperty().set(station);
                }
            }
        }
        if (request.view.equals("slice")) {
            window.look().cut("temperature", 2, 0.5);
        }
        if (request.view.equals("streaks")) {
            window.look().cut("temperature", 2, 0.5);
            window.look().streaksProperty().set(true);
        }
        window.rise().shownProperty().set(request.view.equals("rise"));
        window.look().voxelsProperty().set(request.view.equals("voxels"));
        window.ledger().setVisible(request.view.equals("ledger"));
        window.review().setVisible(request.view.equals("review"));
        window.render().setVisible(request.view.equals("render"));
        window.looks().setVisible(request.view.equals("looks"));
        if (request.view.equals("air")) {
            window.selection().choose("air");
            window.look().airProperty().set(true);
        }
        if (!request.trials.isEmpty()) {
            window.trials().setVisible(true);
            window.runs().trials().start(request.trials, window.runs().elementProperty().get());
        }
        new AnimationTimer() {
            @Override
            public void handle(long nanos) {
                compare();
                if (isReady()) {
                    stop();
                    shoot();
                    Platform.exit();
                }
            }
        }.start();
    }

    /// The first and the last trial, once they are made.
    private void compare() {
        TrialRuns trials = window.runs().trials();
        boolean wanted = COMPARED.containsKey(request.view) && !window.compare().isVisible();
        if (wanted && !trials.all().isEmpty() && !trials.isRunning()) {
            window.compare().compare(trials.all().getFirst().run(), trials.all().getLast().run());
            window.compare().lay(COMPARED.get(request.view));
        }
    }

    /// The headless screen has 1000 rows; more cannot be copied to it, but are in the picture.
    private static void failed(Thread thread, Throwable e) {
        boolean screen =
                e instanceof IndexOutOfBoundsException
                        && Arrays.stream(e.getStackTrace())
                                .anyMatch(at -> at.getClassName().endsWith(".HeadlessWindow"));
        if (!screen) {
            LOG.error("a fault of the program on {}", thread.getName(), e);
        }
    }

    /// Is the frame there, and its picture as fine as it gets?
    private boolean isReady() {
        problem = window.runs().problemProperty().get();
        if (!problem.isEmpty()) {
            return true;
        }
        if (!window.runs().volumes().isSettled()) {
            return false;
        }
        if (request.shot.elements().isEmpty()) {
            return window.fireground().isFinest();
        }
        Run run = window.runs().shown();
        List<Run> others = window.runs().others();
        others.removeAll(window.runs().volumes().all());
        long lit =
                request.shot.elements().values().stream().filter(e -> e.gas().get(Gas.ON)).count();
        return run != null
                && isThere(run)
                && others.size() == lit - 1
                && others.stream().allMatch(this::isThere)
                && (!window.ledger().isVisible() || window.ledger().isSettled())
                && window.rise().isSettled()
                && window.dials().isSettled()
                && (!request.view.equals("trials") || settled(window.trials().isSettled()))
                && (!request.view.equals("looks") || settled(window.looks().isSettled()))
                && (!COMPARED.containsKey(request.view) || settled(window.compare().isSettled()))
                && window.fireground().isFinest();
    }

    /// Once they play in step, the frame that is wanted is chosen again.
    private boolean settled(boolean is) {
        if (window.runs().playhead().frameProperty().get() != request.frame
                || window.runs().playhead().playingProperty().get()) {
            window.runs().playhead().choose(request.frame);
            return false;
        }
        return is;
    }

    private boolean isThere(Run run) {
        return run.lastFrame() >= request.frame || !run.isRunning();
    }

    private void shoot() {
        boolean cut = request.view.equals("slice") || request.view.equals("streaks");
        boolean panel = PANELS.contains(request.view) || !request.trials.isEmpty();
        boolean whole = window.region(request.view).isEmpty() || panel;
        String name = cut ? "fireground" : whole ? "window" : request.view;
        Optional<Node> node = window.region(name);
        SnapshotParameters parameters = new SnapshotParameters();
        parameters.setFill(Color.BLACK);
        if (name.equals("window")) {
            // Shadows reach out of the window.
            parameters.setViewport(new Rectangle2D(0, 0, request.width, request.height));
        }
        WritableImage image = node.orElseThrow().snapshot(parameters, null);
        int w = (int) image.getWidth();
        int h = (int) image.getHeight();
        BufferedImage copy = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                copy.setRGB(x, y, image.getPixelReader().getArgb(x, y));
            }
        }
        taken = copy;
    }

    @Override
    public void stop() throws IOException {
        window.close();
        try (var files = Files.walk(home)) {
            for (Path path : files.sorted(java.util.Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }
}
