package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Air;
import ashfall.shot.Curve;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.Source;

import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.List;
import java.util.concurrent.atomic.AtomicReference;

/// What happens when, set in the cue sheet: an oil flare, a ring of push, a gust.
class CueSheetUiTest extends DeskTest {
    private static final String CHARGE = "elements.fireball.sources.charge";

    @Override
    Shot first() {
        String gust = "air.wind.share={\"curve\":[[0.5,0],[0.75,1],[1.25,0]]}";
        return Settings.with(
                small(), List.of("frames.last=60", "frames.rate=24", "air.wind=[0,0,2]", gust));
    }

    private Item item(String path) {
        return window.document().shot().item(path);
    }

    private Curve fuel() {
        return item(CHARGE).get(Source.RELEASED_FUEL);
    }

    /// Pixels of the chart that a frame takes.
    private double perFrame(FxRobot robot) {
        double width = node(robot, "time-ruler").getLayoutBounds().getWidth() - 26;
        return width / window.document().shot().frames().get(Frames.LAST);
    }

    private void shape(FxRobot robot, String name) {
        robot.clickOn("#curve-shape");
        robot.clickOn("#shape-" + name);
    }

    private void drag(FxRobot robot, String id, double way) {
        robot.drag("#" + id).moveBy(way / 2, 0).moveBy(way / 2, 0).drop();
    }

    @Test
    void spikeAndTail_isAnOrdinaryCurve_stretchedByOneDrag(FxRobot robot) {
        robot.clickOn("#release-charge-fuel-point-0");
        until("its numbers are there", () -> node(robot, "shape-bar").isVisible());
        shape(robot, "spike_and_tail");
        type(robot, "curve-peak", "2.4 kg/s");
        type(robot, "curve-tail", "300 g/s");
        type(robot, "curve-lasts", "0.35");
        type(robot, "curve-starts", "6 f");
        Curve curve = fuel();
        type(robot, "curve-peak", "two buckets");
        assertEquals(curve, fuel(), "what is no amount is refused");
        robot.type(KeyCode.ESCAPE);
        assertEquals("2.4 kg/s", text(robot, "curve-peak"));
        assertEquals(4, curve.size());
        assertEquals(0.25, curve.time(0), 1e-6);
        assertEquals(0.35, curve.length(), 1e-5);
        assertEquals(2.4, curve.largest(), 1e-9);
        assertEquals(0.3, curve.value(3), 1e-9);
        until("the grip is there", () -> node(robot, "release-charge-fuel-stretch").isVisible());
        drag(robot, "release-charge-fuel-stretch", 0.35 * 24 * perFrame(robot));
        assertEquals(0.7, fuel().length(), 0.5 / 24, "to a frame");
        assertEquals(0.25, fuel().time(0), 1e-6);
        double end = fuel().time(3) * 24;
        assertEquals(Math.rint(end), end, 1e-4);
        assertEquals(2.4, fuel().largest(), 1e-9);
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(curve, fuel(), "one drag, one step");
    }

    @Test
    void charge_ring_andGust_moveTogether(FxRobot robot) {
        Item ring = item("elements.fireball.sources.igniter");
        Curve gust = item("air").get(Air.WIND_SHARE);
        double before = fuel().time(0);
        robot.clickOn("#move-together");
        drag(robot, "bar-charge", 10 * perFrame(robot));
        assertEquals(before + 10 / 24.0, fuel().time(0), 1e-5);
        assertEquals(gust.later(10 / 24.0), item("air").get(Air.WIND_SHARE));
        assertEquals(
                ring.get(Source.HEAT).later(10 / 24.0),
                item("elements.fireball.sources.igniter").get(Source.HEAT));
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertEquals(gust, item("air").get(Air.WIND_SHARE));
    }

    @Test
    void ends_dragged_limitTheSource_andTheRestIsHatched(FxRobot robot) {
        double perFrame = perFrame(robot);
        drag(robot, "bar-charge-from", 12 * perFrame);
        drag(robot, "bar-charge-to", -40 * perFrame);
        assertTrue(item(CHARGE).get(Source.LIMITED));
        assertEquals(12 / 24.0, item(CHARGE).number(Source.FROM), 1e-5);
        assertEquals(20 / 24.0, item(CHARGE).number(Source.TO), 1e-5);
        until(
                "the rest is hatched",
                () ->
                        robot
                                        .lookup("#release-charge-fuel")
                                        .lookup(".no-effect")
                                        .queryAll()
                                        .stream()
                                        .mapToDouble(n -> ((Region) n).getWidth())
                                        .sum()
                                > 51 * perFrame);
        Node words = robot.lookup("#release-charge-fuel").lookup("no effect here").query();
        assertTrue(words.isVisible());
    }

    @Test
    void frameRate_changed_keepsTheSecondsOfAllEvents(FxRobot robot) {
        robot.clickOn("#line-frames");
        drag(robot, "bar-charge-from", 12 * perFrame(robot));
        Item charge = item(CHARGE);
        Curve gust = item("air").get(Air.WIND_SHARE);
        robot.clickOn("#line-frames");
        type(robot, "param-rate-field", "30");
        assertEquals(75, item("frames").get(Frames.LAST));
        assertEquals(charge, item(CHARGE));
        assertEquals(gust, item("air").get(Air.WIND_SHARE));
        type(robot, "param-rate-field", "24");
        assertEquals(60, item("frames").get(Frames.LAST));
    }

    @Test
    void points_easedCopiedAndSnapped(FxRobot robot) {
        robot.clickOn("#release-charge-fuel-point-1").type(KeyCode.E);
        assertTrue(fuel().isEased(1));
        shape(robot, "copy");
        robot.clickOn("#release-igniter-heat-point-0");
        until("it is taken", () -> text(robot, "shape-of").equals("igniter heat"));
        shape(robot, "paste");
        Curve pasted = item("elements.fireball.sources.igniter").get(Source.HEAT);
        assertEquals(fuel(), pasted);
        // The gust's second point is at 0.75 s, frame 18; near it a point takes it.
        double to = (0.75 - fuel().time(2)) * 24 * perFrame(robot);
        drag(robot, "release-charge-fuel-point-2", to + 3);
        assertEquals(0.75, fuel().time(2), 1e-6);
    }

    /// Heat that is added whatever there is of it climbs; the forecast is there before any run.
    @Test
    void warming_isForecast_andAbsurdFiguresAreMarked(FxRobot robot) {
        robot.clickOn("#line-elements-fireball-sources-igniter");
        assertVisible(robot, "param-release-warming-field");
        robot.interact(
                () ->
                        window.document()
                                .put(
                                        "elements.fireball.sources.igniter",
                                        Source.WARMING,
                                        Curve.constant(640)));
        until(
                "its line is there",
                () -> robot.lookup("#release-igniter-warming-total").tryQuery().isPresent());
        String said =
                robot.lookup(".figure").queryAllAs(Label.class).stream()
                        .map(Label::getText)
                        .filter(t -> t.startsWith("warming"))
                        .findFirst()
                        .orElseThrow();
        assertEquals("warming  to 1,900 K", said, "288 K and 640 K/s for 2.5 s");
        robot.interact(
                () ->
                        window.document()
                                .put(
                                        "elements.fireball.sources.igniter",
                                        Source.WARMING,
                                        Curve.constant(6400)));
        until(
                "it is marked",
                () ->
                        node(robot, "release-igniter-warming-total").getPseudoClassStates().stream()
                                .anyMatch(s -> s.getPseudoClassName().equals("absurd")));
    }

    /// Pointing at a hump lights its cues with their shares, pointing at a cue lights its share.
    @Test
    void whoBurned_isSaidBothWays(FxRobot robot) {
        robot.clickOn("#add-burner");
        robot.clickOn("#who-burned");
        untilSketched();
        robot.moveTo(node(robot, "burn-log"), new Point2D(0, -28));
        until("shares are said", () -> figure(robot, "charge-fuel").startsWith("heat "));
        double sum = 0;
        for (String source : List.of("charge-fuel", "burner-fuel")) {
            sum += Double.parseDouble(figure(robot, source).split(" ")[1]);
        }
        assertEquals(100, sum, 1.01, "rounded to whole per cent");
        assertFalse(figure(robot, "igniter-heat").startsWith("heat 0"), "it gives no fuel");
        assertEquals(0, lit(robot), "nothing is lit yet");
        robot.moveTo(node(robot, "cue-burner-fuel"), new Point2D(90, 0));
        until("its share is lit", () -> lit(robot) > 100);
        robot.moveTo("#play");
        until("and no more", () -> lit(robot) == 0);
    }

    private String figure(FxRobot robot, String cue) {
        return robot.lookup("#cue-" + cue).lookup(".figure").queryAs(Label.class).getText();
    }

    /// Pixels of the burn log in the colour of what is chosen.
    private long lit(FxRobot robot) {
        var picture = new AtomicReference<WritableImage>();
        robot.interact(() -> picture.set(node(robot, "burn-log").snapshot(null, null)));
        long count = 0;
        for (int y = 0; y < 28; y++) {
            for (int x = 0; x < picture.get().getWidth(); x++) {
                Color c = picture.get().getPixelReader().getColor(x, y);
                count += c.getGreen() > c.getRed() + 0.15 ? 1 : 0;
            }
        }
        return count;
    }
}
