package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.document.Station;
import ashfall.desk.run.Changes;
import ashfall.desk.run.Run;
import ashfall.look.Marcher;
import ashfall.shot.Curve;
import ashfall.shot.Grade;
import ashfall.shot.Look;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.io.IOException;
import java.util.List;
import java.util.NavigableMap;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicReference;

/// Glow that holds: a fire that cools is kept bright by curves of the picture alone; exposure and
/// halo are tuned at one frame and count for all.
class HoldUiTest extends DeskTest {
    private static final int FROM = 18;
    private static final int TO = 30;

    /// A fireball that loses most of its light.
    @Override
    Shot first() {
        return NewShot.make(
                "fireball",
                List.of("mass=0.3", "frames.last=30", "elements.fireball.voxel.sketch=0.35"));
    }

    private void open(FxRobot robot, String item) {
        robot.interact(
                () -> {
                    window.selection().stationProperty().set(Station.LOOK);
                    window.selection().choose(item);
                });
    }

    /// Luminous power by frame under the shot as it is.
    private NavigableMap<Long, Double> measured() throws IOException {
        Run run = window.runs().shown();
        Shot shot = Changes.seenAs(run.shot(), window.document().shot());
        NavigableMap<Long, Double> all = new TreeMap<>();
        try (Workers workers = new Workers(2)) {
            for (long frame = FROM; frame <= TO; frame++) {
                var gas = run.frame(frame, workers);
                all.put(frame, new Marcher(List.of(gas), shot, workers).firePower());
            }
        }
        return all;
    }

    private static boolean isRefused(FxRobot robot) {
        PseudoClass wrong = PseudoClass.getPseudoClass("wrong");
        return node(robot, "hold-frames").getPseudoClassStates().contains(wrong);
    }

    private double brightness(FxRobot robot, int frame) {
        robot.interact(() -> window.runs().playhead().choose(frame));
        until("it is drawn", () -> window.fireground().isFinest());
        AtomicReference<WritableImage> taken = new AtomicReference<>();
        robot.interact(() -> taken.set(window.fireground().snapshot(null, null)));
        WritableImage image = taken.get();
        double sum = 0;
        // Between the readouts.
        for (int y = (int) (0.3 * image.getHeight()); y < 0.85 * image.getHeight(); y++) {
            for (int x = (int) (0.3 * image.getWidth()); x < 0.7 * image.getWidth(); x++) {
                sum += image.getPixelReader().getColor(x, y).getBrightness();
            }
        }
        return sum;
    }

    @Test
    void fireThatCools_isHeldBright_withAnOvershoot(FxRobot robot) throws IOException {
        untilSketched();
        open(robot, "look");
        until("it can be held", () -> robot.lookup("#hold-frames").tryQuery().isPresent());
        NavigableMap<Long, Double> before = measured();
        double first = before.get((long) FROM);
        assertTrue(before.get((long) TO) < first / 2, "it would fall by more than half: " + before);
        type(robot, "hold-frames", FROM + " to " + TO);
        assertTrue(isRefused(robot));
        type(robot, "hold-frames", FROM + "-" + TO);
        assertFalse(isRefused(robot));
        type(robot, "hold-overshoot", "1.3");
        robot.clickOn("#hold-brightness");
        until("it is held", () -> text(robot, "hold-said").contains("of what is wanted"));

        NavigableMap<Long, Double> after = measured();
        after.forEach(
                (frame, power) -> {
                    double share = Math.min(1, 6.0 * (frame - FROM) / (TO - FROM));
                    double wanted = first * (1.3 - 0.3 * share);
                    assertEquals(wanted, power, 0.1 * wanted, "frame " + frame);
                });
        assertTrue(node(robot, "hold-plot").isVisible());
        assertTrue(
                text(robot, "hold-said")
                        .matches("was [1-4]\\d to 1\\d\\d % .*; now 9\\d to 10\\d % .*"),
                text(robot, "hold-said"));
        assertTrue(window.runs().differences(window.runs().shown()).isEmpty(), "nothing is fired");

        // The keys are rows of the cue sheet, to be edited.
        assertTrue(robot.lookup("#cue-look-glow").tryQuery().isPresent());
        assertEquals("Hold brightness", window.document().undoName());
        robot.interact(() -> window.document().undo());
        assertTrue(window.document().shot().look().get(Look.GLOW).isConstant());
        assertFalse(node(robot, "hold-plot").isVisible(), "what is undone is no longer said");
    }

    /// What is stopped, or measured of a run that gives way to another, changes nothing.
    @Test
    void measurement_thatIsGivenUp_changesNothing(FxRobot robot) {
        untilSketched();
        open(robot, "look");
        until("it can be held", () -> robot.lookup("#hold-frames").tryQuery().isPresent());
        Shot before = window.document().shot();
        Button hold = robot.lookup("#hold-brightness").query();
        robot.interact(
                () -> {
                    hold.fire();
                    assertEquals("stop", hold.getText());
                    hold.fire();
                });
        assertEquals("hold", hold.getText());
        robot.interact(
                () -> {
                    hold.fire();
                    window.runs().opened();
                });
        until("it is given up", () -> text(robot, "hold-said").startsWith("another run is shown"));
        assertEquals(before, window.document().shot());
    }

    @Test
    void exposureAndHalo_tunedAtOneFrame_countForAll_andCanBeSwitchedOff(FxRobot robot) {
        untilSketched();
        double[] plain = {brightness(robot, 16), brightness(robot, 20)};
        open(robot, "look");
        robot.interact(() -> window.runs().playhead().choose(16));
        double exposure = window.document().shot().look().number(Look.EXPOSURE);
        type(robot, "param-exposure-field", Double.toString(exposure + 1));
        double[] exposed = {brightness(robot, 16), brightness(robot, 20)};
        open(robot, "grade");
        robot.interact(() -> window.runs().playhead().choose(16));
        reveal(robot, "param-halo-strength");
        type(robot, "param-halo-strength-field", "0.5");
        type(robot, "param-halo-threshold-field", "-3");
        assertEquals(-3, window.document().shot().grade().number(Grade.HALO.get(1)));
        double[] haloed = {brightness(robot, 16), brightness(robot, 20)};
        for (int i = 0; i < 2; i++) {
            assertTrue(exposed[i] > 1.02 * plain[i], exposed[i] + " against " + plain[i]);
            assertNotEquals(exposed[i], haloed[i]);
        }
        robot.interact(() -> window.fireground().requestFocus());
        robot.type(KeyCode.D);
        assertEquals(exposed[0], brightness(robot, 16), "without the grade");
        robot.type(KeyCode.D);
        assertEquals(haloed[1], brightness(robot, 20));
        assertEquals(
                Curve.constant(exposure + 1),
                window.document().shot().look().get(Look.EXPOSURE),
                "no key is made at a frame");
    }
}
