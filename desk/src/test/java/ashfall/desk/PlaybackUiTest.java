package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.run.Playhead;
import ashfall.desk.run.Run;
import ashfall.shot.Curve;
import ashfall.shot.Frames;
import ashfall.shot.Settings;
import ashfall.shot.Shot;

import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.ArrayList;
import java.util.List;

/// A run that is there is shown at another speed.
class PlaybackUiTest extends DeskTest {
    @Override
    Shot first() {
        return Settings.with(small(), List.of("frames.last=24"));
    }

    private double position() {
        return window.runs().playhead().positionProperty().get();
    }

    @Test
    void speed_isSetAfterTheRun_andNothingRunsAgain(FxRobot robot) {
        untilSketched();
        Run run = window.runs().shown();
        robot.clickOn("#line-frames");
        untilDials();
        assertEquals(1, robot.lookup("#param-speed-field").queryAll().size());
        type(robot, "param-speed-field", "0.5");
        robot.interact(() -> window.fireground().requestFocus());
        robot.interact(() -> window.runs().playhead().choose(4));
        until("it is said", () -> text(robot, "readout-frame").endsWith("shown 7 of 47 at 0.5×"));
        robot.clickOn("#step-on");
        assertEquals(4.5, position(), 1e-9);
        assertEquals(4, window.runs().playhead().frameProperty().get());
        until("the moment is in the picture", () -> window.fireground().isFinest());
        until(
                "its time is said",
                () -> text(robot, "readout-frame").startsWith("frame 4.50   0.188 s"));
        robot.clickOn("#step-on");
        assertEquals(5, position(), 1e-9);

        type(robot, "param-speed-field", "40");
        assertEquals(0.5, speed(), "too fast is refused");
        assertEquals(run, window.runs().shown());
        assertTrue(window.runs().differences(run).isEmpty(), "the gas is up to date");
        robot.interact(() -> window.fireground().requestFocus());
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        until("as fired", () -> !text(robot, "readout-frame").contains("shown"));
    }

    private double speed() {
        return window.document().shot().frames().number(Frames.SPEED);
    }

    /// What is simulated before, kept, and played stand on one axis; only the run-up is gas.
    @Test
    void ranges_areSaid_andPlayingKeepsToThePicture(FxRobot robot) {
        untilSketched();
        Run run = window.runs().shown();
        robot.clickOn("#line-frames");
        type(robot, "param-picture-skipped-field", "20");
        assertEquals("picture 21-24", text(robot, "frame-ranges"));
        assertTrue(window.runs().differences(run).isEmpty());
        Playhead head = window.runs().playhead();
        List<Long> seen = new ArrayList<>();
        robot.interact(
                () -> {
                    head.choose(24);
                    head.loopingProperty().set(false);
                    head.frameProperty().addListener((o, was, is) -> seen.add(is.longValue()));
                    head.togglePlay();
                });
        until("it has played", () -> !head.playingProperty().get());
        assertEquals(21, seen.getFirst());
        assertEquals(24, seen.getLast());
        type(robot, "param-runUp-field", "6");
        type(robot, "param-picture-skipped-field", "0");
        assertEquals("run-up 6", text(robot, "frame-ranges"));
        assertFalse(window.runs().differences(run).isEmpty());
        untilSketched();
        assertEquals(-5, window.runs().shown().log().getFirst().frame());
    }

    /// From three to one over eight frames: at the ninth shown stands the seventeenth, all rise.
    @Test
    void fallingSpeed_playsAsMapped_andIsMarkedPictureOnly(FxRobot robot) {
        untilSketched();
        Curve falling = Curve.through(new double[] {1 / 24.0, 3}, new double[] {9 / 24.0, 1});
        robot.interact(() -> window.document().put("frames", Frames.SPEED, falling));
        until("a row is there", () -> robot.lookup("#release-frames-speed").tryQuery().isPresent());
        assertEquals(
                "frames",
                ((javafx.scene.control.Label) robot.lookup("#cue-frames-speed .label").query())
                        .getText());
        Playhead head = window.runs().playhead();
        robot.interact(() -> head.choose(1));
        for (int n = 2; n <= 9; n++) {
            robot.clickOn("#step-on");
        }
        assertEquals(17, position(), 1e-6);
        List<Double> seen = new ArrayList<>();
        robot.interact(
                () -> {
                    head.choose(1);
                    head.loopingProperty().set(false);
                    head.positionProperty().addListener((o, was, is) -> seen.add(is.doubleValue()));
                    head.togglePlay();
                });
        until("it has played", () -> !head.playingProperty().get());
        assertEquals(24, position(), 1e-6);
        for (int i = 1; i < seen.size(); i++) {
            assertTrue(seen.get(i) > seen.get(i - 1), () -> "frames are not repeated: " + seen);
        }
        assertFalse(head.playingProperty().get());
    }
}
