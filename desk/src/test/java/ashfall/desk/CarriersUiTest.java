package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Carrier;
import ashfall.shot.Curve;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.Source;

import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;

/// Carriers, set up and watched in the window.
class CarriersUiTest extends DeskTest {
    private static final String CARRIERS = "elements.fireball.sources.carriers";

    @Override
    Shot first() {
        return Settings.with(small(), List.of("frames.last=36", "frames.rate=30"));
    }

    private Item carriers() {
        return window.document().shot().item(CARRIERS);
    }

    private double frame() {
        return window.document().shot().frames().get(Frames.RATE).seconds(1);
    }

    private void undo(FxRobot robot) {
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
    }

    @Test
    void carriers_added_areLinkedAndSaidInWords_andMovedInTime(FxRobot robot) {
        robot.clickOn("#add-carriers");
        assertTrue(carriers().number(Source.TOTAL) > 0, "they give fuel at once");
        until(
                "it is said",
                () -> text(robot, "source-words").startsWith("200 are born from 0.03 s on"));
        type(robot, "param-born-count-field", "500");
        until("it is said", () -> text(robot, "source-words").startsWith("500 are born"));
        double from = carriers().number(Carrier.FROM);
        double to = carriers().number(Carrier.TO);
        Node bar = node(robot, "burst-carriers-bar");
        double perFrame = perFrame(robot);
        double way = 10 * perFrame;
        double place = bar.getLayoutX();
        // What the sketch finds out moves the rows.
        untilSketched();
        robot.drag("#burst-carriers-bar").moveBy(way / 2, 0).moveBy(way / 2, 0).drop();
        assertEquals(from + 10 * frame(), carriers().number(Carrier.FROM), 1e-5);
        assertEquals(to + 10 * frame(), carriers().number(Carrier.TO), 1e-5);
        undo(robot);
        assertEquals(from, carriers().number(Carrier.FROM), 1e-9);
        until("the bar is back", () -> Math.abs(bar.getLayoutX() - place) < 0.1);
        untilSketched();
        robot.drag("#burst-carriers-to").moveBy(way / 2, 0).moveBy(way / 2, 0).drop();
        assertEquals(from, carriers().number(Carrier.FROM), 1e-9);
        double end = carriers().number(Carrier.TO) / frame();
        assertEquals(Math.rint(end), end, 1e-3, "ends snap to frames");
        assertTrue(carriers().number(Carrier.TO) > to + 8 * frame());
    }

    /// The voxels that carriers give to, at a moment, before any gas is there.
    @Test
    void voxels_ofTheCarriers_areCut(FxRobot robot) {
        robot.clickOn("#add-carriers");
        robot.interact(() -> window.runs().playhead().choose(4));
        assertFalse(node(robot, "source-voxels").isVisible());
        robot.clickOn("#fireground").type(KeyCode.X);
        until(
                "they are counted",
                () -> text(robot, "source-voxels-words").startsWith("carriers, frame 4: "));
        assertTrue(text(robot, "source-voxels-words").contains("voxels of 60 cm\nacross z at "));
        robot.interact(() -> window.runs().playhead().choose(0));
        until(
                "it is said",
                () ->
                        text(robot, "source-voxels-words")
                                .equals("carriers gives nothing in frame 0"));
        robot.clickOn("#line-air");
        until("no source is chosen", () -> !node(robot, "source-voxels").isVisible());
    }

    @Test
    void carriers_asEmbers_areInThePartThatIsFinished(FxRobot robot) {
        robot.clickOn("#add-carriers");
        untilSketched();
        robot.interact(() -> window.runs().playhead().choose(6));
        robot.clickOn("#fireground").type(KeyCode.N);
        until("it is finished", () -> window.proof().isSettled());
        int[] without = pixels((ImageView) node(robot, "proof-picture"));
        robot.interact(() -> window.document().put(CARRIERS, Carrier.SHOWN, true));
        until("it is finished", () -> window.proof().isSettled());
        int[] with = pixels((ImageView) node(robot, "proof-picture"));
        int embers = brighter(with, without);
        assertTrue(embers > 20, embers + " pixels are brighter");

        Curve rate = Curve.constant(500);
        robot.interact(() -> window.document().put(CARRIERS, Carrier.SPARKS, rate));
        until("it is finished", () -> window.proof().isSettled());
        int sparks = brighter(pixels((ImageView) node(robot, "proof-picture")), with);
        assertTrue(sparks > embers, sparks + " pixels more by their sparks");
    }

    private static int brighter(int[] pixels, int[] than) {
        assertEquals(than.length, pixels.length);
        int brighter = 0;
        for (int i = 0; i < pixels.length; i++) {
            brighter += (pixels[i] & 0xff00) > (than[i] & 0xff00) ? 1 : 0;
        }
        return brighter;
    }

    /// Carriers that feed no gas say so, and are called embers where they are shown.
    @Test
    void carriersThatGiveNothing_sayIt(FxRobot robot) {
        robot.clickOn("#add-carriers");
        until("they are told", () -> text(robot, "source-words").endsWith("m/s at most."));
        Curve none = Curve.constant(0);
        robot.interact(() -> window.document().put(CARRIERS, Source.TOTAL, none));
        until("they are told", () -> text(robot, "source-words").endsWith("nothing to the gas."));
        assertTrue(line(robot).contains("nothing"), line(robot).toString());
        robot.interact(() -> window.document().put(CARRIERS, Carrier.SHOWN, true));
        until("they are embers", () -> line(robot).contains("embers"));
    }

    private static List<String> line(FxRobot robot) {
        return node(robot, "line-elements-fireball-sources-carriers").lookupAll(".label").stream()
                .map(Labeled.class::cast)
                .map(Labeled::getText)
                .toList();
    }

    /// Pixels of the chart that a frame takes.
    private double perFrame(FxRobot robot) {
        double width = node(robot, "time-ruler").getLayoutBounds().getWidth() - 26;
        return width / window.document().shot().frames().get(Frames.LAST);
    }

    @Test
    void moveTogether_movesAllSources(FxRobot robot) {
        Item charge = window.document().shot().item("elements.fireball.sources.charge");
        double before = charge.get(Source.RELEASED_FUEL).time(0);
        robot.clickOn("#add-carriers");
        double from = carriers().number(Carrier.FROM);
        untilSketched();
        double way = 6 * perFrame(robot);
        robot.clickOn("#move-together");
        robot.drag("#burst-carriers-bar").moveBy(way / 2, 0).moveBy(way / 2, 0).drop();
        charge = window.document().shot().item("elements.fireball.sources.charge");
        assertEquals(before + 6 * frame(), charge.get(Source.RELEASED_FUEL).time(0), 1e-5);
        assertEquals(from + 6 * frame(), carriers().number(Carrier.FROM), 1e-5);
    }

    /// Ten thousand carriers play above 24 pictures a second, without any gas.
    @Test
    void manyCarriers_playAloneInRealTime(FxRobot robot) {
        assertFalse(node(robot, "show-carriers").isVisible());
        robot.clickOn("#add-carriers");
        type(robot, "param-born-count-field", "10000");
        until("it is said", () -> text(robot, "source-words").startsWith("10,000 are born"));
        until("it is said", () -> node(robot, "show-carriers").isVisible());
        untilSketched();
        AtomicInteger pictures = new AtomicInteger();
        window.runs()
                .playhead()
                .frameProperty()
                .addListener((o, was, is) -> pictures.incrementAndGet());
        robot.clickOn("#show-carriers");
        assertTrue(window.runs().playhead().playingProperty().get());
        double perSecond = 0;
        // Whatever else the machine does only slows it: the quickest of several stretches counts.
        for (int stretch = 0; stretch < 8 && perSecond <= 24; stretch++) {
            pictures.set(0);
            long started = System.nanoTime();
            until("they play", () -> pictures.get() >= 120);
            perSecond = Math.max(perSecond, 120 / ((System.nanoTime() - started) * 1e-9));
        }
        System.out.printf("10,000 carriers: %.1f pictures a second of 30%n", perSecond);
        assertTrue(perSecond > 24, "only " + perSecond + " pictures a second");
        robot.type(KeyCode.K);
        assertFalse(window.runs().playhead().playingProperty().get());
    }
}
