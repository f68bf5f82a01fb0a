package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.run.Run;
import ashfall.look.Presence;
import ashfall.shot.Bounds;
import ashfall.shot.Element;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Reading;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;

import javafx.scene.image.Image;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.List;
import java.util.Set;

/// Two fireballs, each an element of its own: seen together, sketched one after the other.
class ElementsUiTest extends DeskTest {
    private static final Vec3 EAST = new Vec3(40, 0, 0);

    @Override
    Shot first() {
        Shot shot = small();
        Element moved = shot.element("fireball");
        Item bounds = moved.bounds();
        moved =
                moved.with(
                        bounds.with(Bounds.FROM, bounds.get(Bounds.FROM).plus(EAST))
                                .with(Bounds.TO, bounds.get(Bounds.TO).plus(EAST)));
        for (var source : moved.sources().entrySet()) {
            Vec3 centre = source.getValue().get(Shape.CENTRE).plus(EAST);
            moved = moved.withSource(source.getKey(), source.getValue().with(Shape.CENTRE, centre));
        }
        return shot.withElement("east", moved);
    }

    private boolean isOn(String element) {
        return window.document().shot().element(element).gas().get(Gas.ON);
    }

    private Run other() {
        List<Run> all = window.runs().others();
        return all.isEmpty() ? null : all.getFirst();
    }

    private void untilBoth() {
        untilSketched();
        until(
                "the other is sketched too",
                () -> other() != null && other().stateProperty().get() == Run.State.DONE);
    }

    /// Stops at a frame, with both in the camera's view.
    private void frameBoth(FxRobot robot) {
        robot.interact(
                () -> {
                    window.runs().playhead().playingProperty().set(false);
                    window.runs().playhead().choose(6);
                    Vec3 middle = new Vec3(20, 8, 0);
                    window.document().put("camera", ashfall.shot.Camera.TARGET, middle);
                    window.document()
                            .put("camera", ashfall.shot.Camera.POSITION, new Vec3(20, 10, 70));
                });
    }

    /// How bright the east half of the view is against the sky around, summed.
    private double eastern(FxRobot robot) {
        until("the picture is fine", () -> window.fireground().isFinest());
        Image[] seen = new Image[1];
        robot.interact(() -> seen[0] = window.fireground().snapshot(null, null));
        int wide = (int) seen[0].getWidth();
        int high = (int) seen[0].getHeight();
        double sum = 0;
        for (int y = high / 4; y < 3 * high / 4; y++) {
            for (int x = wide / 2 + wide / 8; x < wide; x++) {
                var colour = seen[0].getPixelReader().getColor(x, y);
                sum += Math.max(0, colour.getRed() - colour.getBlue());
            }
        }
        return sum;
    }

    @Test
    void elements_areSeenTogether_andSketchedInTurn(FxRobot robot) {
        untilBoth();
        Run own = window.runs().shown();
        Run east = other();
        assertEquals("fireball", own.element());
        assertEquals("east", east.element());
        frameBoth(robot);
        assertSame(own, window.runs().shown(), "a camera supersedes no gas");
        until("it is said", () -> text(robot, "readout-frame").endsWith("with east: sketch"));
        double both = eastern(robot);
        robot.clickOn("#on-elements-east");
        until("it is gone", () -> other() == null);
        double one = eastern(robot);
        assertTrue(both > 5 * one, both + " against " + one);
        robot.clickOn("#on-elements-east");
        until("what was sketched is back", () -> other() == east);

        // Only what was changed is run again, and stays beside the one in view.
        robot.interact(
                () ->
                        window.document()
                                .put(
                                        "elements.east",
                                        Gas.TIME_SCALE,
                                        ashfall.shot.Curve.constant(0.5)));
        until("another is there", () -> other() != null && other() != east);
        assertSame(own, window.runs().shown());
        until("it is whole", () -> other().stateProperty().get() == Run.State.DONE);
        Run again = other();

        // Choosing the other shows what is there of it, and runs nothing.
        robot.clickOn("#line-elements-east");
        assertSame(again, window.runs().shown());
        assertSame(own, other());
        until("it is said", () -> text(robot, "readout-frame").endsWith("with fireball: sketch"));

        // Showing a run of the other brings its element back into view.
        robot.interact(() -> window.runs().show(own));
        assertEquals("fireball", window.runs().elementProperty().get());
        assertSame(own, window.runs().shown());
        assertSame(again, other());
    }

    @Test
    void solo_leavesOneElementOn(FxRobot robot) {
        untilBoth();
        robot.clickOn("#line-elements-east").type(KeyCode.O);
        assertTrue(isOn("east"));
        assertFalse(isOn("fireball"));
        until("it is said", () -> text(robot, "readout-muted").equals("solo: east"));
        assertTrue(window.runs().others().isEmpty());
        robot.type(KeyCode.O);
        assertTrue(isOn("fireball"));
        until("it is back", () -> other() != null);
    }

    /// Unseen, it is looked through; nothing is sketched again, and it can be undone.
    @Test
    void presence_takesAnElementOutOfThePictureAlone(FxRobot robot) {
        untilBoth();
        frameBoth(robot);
        robot.clickOn("#line-elements-east");
        reveal(robot, "param-presence");
        Run east = window.runs().shown();
        assertEquals("east", east.element());
        double both = eastern(robot);
        robot.clickOn("#param-presence-unseen");
        assertTrue(eastern(robot) < 0.3 * both, "it is unseen");
        robot.clickOn("#param-presence-cut-out");
        assertTrue(eastern(robot) < 0.3 * both, "it is cut out");
        assertSame(east, window.runs().shown());
        assertFalse(window.runs().supersededProperty().get());
        robot.interact(() -> window.document().undo());
        robot.interact(() -> window.document().undo());
        assertTrue(eastern(robot) > 0.9 * both, "it is seen again");
    }

    /// One element without its glow, whatever the other is like; copied, and taken away again.
    @Test
    void readingOfItsOwn_isOfOneElementAlone_andGoesWithIt(FxRobot robot) {
        untilBoth();
        frameBoth(robot);
        robot.clickOn("#line-elements-east");
        robot.interact(() -> window.selection().choose("reading"));
        untilDials();
        double both = eastern(robot);
        robot.clickOn("#reading-own");
        assertEquals("readings.east", window.selection().path());
        reveal(robot, "param-glowFactor");
        type(robot, "param-glowFactor-field", "0");
        assertTrue(eastern(robot) < 0.3 * both, "the east glows no more");
        Item glowing = window.document().shot().reading();
        assertEquals(1, glowing.number(Reading.GLOW_FACTOR), "the rest does");
        assertFalse(window.runs().supersededProperty().get());

        robot.clickOn("#line-elements-east").type(KeyCode.F2);
        robot.write("coast").type(KeyCode.ENTER);
        Item own = window.document().shot().readings().get("coast");
        assertEquals(0, own.number(Reading.GLOW_FACTOR), "it has the element's new name");
        robot.interact(() -> window.selection().choose("readings.coast"));
        untilDials();
        robot.clickOn("#reading-copy").clickOn("#reading-copy-fireball");
        assertEquals(own, window.document().shot().reading("fireball"));
        robot.clickOn("#reading-back");
        assertEquals(Set.of("fireball"), window.document().shot().readings().keySet());
        assertTrue(eastern(robot) > 0.9 * both, "it glows as the shot is read");
    }

    private void holdOut(FxRobot robot) {
        robot.press(KeyCode.SHIFT).type(KeyCode.O).release(KeyCode.SHIFT);
    }

    private Presence presence(String element) {
        return Presence.of(window.document().shot(), element);
    }

    /// One key leaves one element in the picture, and brings back whatever is not in it.
    @Test
    void holdOut_leavesOneElementInThePicture_andAllAgain(FxRobot robot) {
        untilBoth();
        frameBoth(robot);
        Run own = window.runs().shown();
        double both = eastern(robot);
        robot.clickOn("#line-elements-fireball");
        holdOut(robot);
        assertEquals(Presence.CUT_OUT, presence("east"));
        assertEquals(Presence.SEEN, presence("fireball"));
        assertTrue(eastern(robot) < 0.3 * both, "it is held out");
        assertEquals("cut out: east", text(robot, "readout-muted"));
        assertSame(own, window.runs().shown());
        holdOut(robot);
        assertEquals(Presence.SEEN, presence("east"));
        assertEquals("", text(robot, "readout-muted"));
        assertTrue(eastern(robot) > 0.9 * both, "it is seen again");
        robot.interact(
                () -> {
                    window.document().put("elements.east", Gas.PRESENCE, "unseen");
                    window.document().put("elements.fireball", Gas.PRESENCE, "cut_out");
                });
        until(
                "both are listed",
                () -> text(robot, "readout-muted").equals("cut out: fireball   unseen: east"));
        holdOut(robot);
        assertEquals(Presence.SEEN, presence("east"));
        assertEquals(Presence.SEEN, presence("fireball"));
        robot.interact(() -> window.document().undo());
        assertEquals(Presence.UNSEEN, presence("east"), "one step back");
        assertEquals(Presence.CUT_OUT, presence("fireball"));
        holdOut(robot);
        robot.clickOn("#line-camera");
        holdOut(robot);
        assertEquals(Presence.CUT_OUT, presence("east"), "the one in view stays");
        assertEquals(Presence.SEEN, presence("fireball"));
    }
}
