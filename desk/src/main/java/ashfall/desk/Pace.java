package ashfall.desk;

import ashfall.desk.run.Run;

import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Platform;
import javafx.util.Duration;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;

/// Measures how fast a sketch goes in the open window: after five seconds of warm-up, with the view
/// still and then while it is turned twenty times a second. On the toolkit's thread.
final class Pace {
    private static final int WARM_UP = 5;
    private static final int MEASURED = 8;
    private static final int TURNS = 20;
    private static final double ANGLE = 0.01;

    private final DeskWindow window;
    private int frames;
    private long pictures;
    private final List<Double> waits = new ArrayList<>();
    private String still = "";

    Pace(DeskWindow window) {
        this.window = window;
    }

    /// Begins with the first simulated picture; prints and ends the program when done.
    void measure() {
        Timeline turning =
                new Timeline(
                        new KeyFrame(
                                Duration.seconds(1.0 / TURNS),
                                e -> window.fireground().turn(ANGLE)));
        turning.setCycleCount(MEASURED * TURNS);
        Timeline steps =
                new Timeline(
                        new KeyFrame(Duration.seconds(WARM_UP), e -> count()),
                        new KeyFrame(
                                Duration.seconds(WARM_UP + MEASURED),
                                e -> {
                                    still = rates("the view still");
                                    count();
                                    window.fireground().whenWaited(waits::add);
                                    turning.play();
                                }),
                        new KeyFrame(Duration.seconds(WARM_UP + 2 * MEASURED), e -> end()));
        steps.play();
    }

    private int done() {
        Run run = window.runs().shown();
        return run == null ? 0 : run.log().size();
    }

    private void count() {
        frames = done();
        pictures = window.fireground().pictures();
    }

    private String rates(String how) {
        return String.format(
                Locale.ROOT,
                "%.2f frames a second with %s, %.1f pictures a second",
                (double) (done() - frames) / MEASURED,
                how,
                (double) (window.fireground().pictures() - pictures) / MEASURED);
    }

    private void end() {
        System.out.println(still);
        System.out.println(rates("the view turned"));
        Collections.sort(waits);
        System.out.println(
                String.format(
                        Locale.ROOT,
                        "first picture after a turn: %.0f ms in the middle, %.0f ms for 19 of 20",
                        waits.get(waits.size() / 2) * 1e3,
                        waits.get(waits.size() * 19 / 20) * 1e3));
        Platform.exit();
    }
}
