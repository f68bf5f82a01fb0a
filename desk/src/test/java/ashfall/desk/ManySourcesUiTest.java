package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Air;
import ashfall.shot.Curve;
import ashfall.shot.Element;
import ashfall.shot.Item;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Vec3;

import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.text.Text;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/// A shot with fourteen sources in a window of 1280 x 800.
class ManySourcesUiTest extends DeskTest {
    private static final int MANY = 14;

    @Override
    Shot first() {
        Shot shot = small();
        Element element = shot.element("fireball");
        for (int i = element.sources().size(); i < MANY; i++) {
            double starts = 0.01 * i;
            Item drum =
                    Item.of(Source.CHARGE)
                            .with(Shape.CENTRE, new Vec3(0.4 * i - 3, 0.5, 0))
                            .with(Shape.RADIUS, Curve.constant(0.4))
                            .with(
                                    Source.RELEASED_FUEL,
                                    Curve.through(
                                            new double[] {starts, 0},
                                            new double[] {starts + 0.04, 2},
                                            new double[] {starts + 0.12, 0}));
            Item hung = i == 9 ? drum.with(Source.FUSE, "drum-8") : drum;
            element = element.withSource("drum-" + i, hung);
        }
        Item air = shot.air();
        Map<String, String> notes = Map.of("temperature", "a cool evening");
        return shot.withElement("fireball", element)
                .with("air", new Item(air.kind(), air.values(), notes, air.unknown()));
    }

    /// Rows keep their height and their names; what is chosen is scrolled to, and pulled up the
    /// chart shows nearly all at once.
    @Test
    void chart_staysReadable(FxRobot robot) {
        double wide = node(robot, "cue-sheet").getScene().getWidth();
        assertEquals(1280, wide, 1);
        assertEquals(800, node(robot, "cue-sheet").getScene().getHeight(), 1);
        Node sheet = node(robot, "cue-sheet");
        List<Node> names = new ArrayList<>();
        for (int i = 2; i < MANY; i++) {
            names.add(node(robot, "cue-drum-" + i + "-fuel"));
        }
        double below = Double.NEGATIVE_INFINITY;
        for (Node name : names) {
            Bounds at = name.localToScene(name.getLayoutBounds());
            assertTrue(at.getMinY() >= below - 0.5, "rows do not lie over one another");
            assertTrue(at.getHeight() >= 24, "a row is " + at.getHeight() + " px high");
            below = at.getMaxY();
            for (Node label : name.lookupAll(".label")) {
                Text shown = (Text) label.lookup(".text");
                assertEquals(((Label) label).getText(), shown.getText(), "cut off");
            }
        }
        robot.press(KeyCode.CONTROL).type(KeyCode.F).release(KeyCode.CONTROL);
        robot.write("drum-13");
        until(
                "the rest is gone",
                () -> !node(robot, "line-elements-fireball-sources-drum-2").isVisible());
        robot.clickOn("#line-elements-fireball-sources-drum-13");
        until("what is chosen is scrolled to", () -> isInside(names.getLast(), sheet));
        robot.drag("#chart-grip").moveBy(0, -200).moveBy(0, -170).drop();
        until(
                "eleven of twelve are seen at once",
                () -> names.stream().filter(name -> isInside(name, sheet)).count() >= 11);
        for (int i = 2; i < MANY; i++) {
            Node row = node(robot, "release-drum-" + i + "-fuel");
            List<Node> points = new ArrayList<>(row.lookupAll(".curve-point"));
            assertEquals(3, points.size());
        }
        assertTrue(node(robot, "fuse-drum-9").isVisible());
    }

    private static boolean isInside(Node node, Node view) {
        Bounds at = node.localToScene(node.getLayoutBounds());
        Bounds in = view.localToScene(view.getLayoutBounds());
        return at.getMinY() >= in.getMinY() - 1 && at.getMaxY() <= in.getMaxY() + 1;
    }

    /// Drums that are taken along are set, put out and removed with the one that is chosen, each in
    /// one step.
    @Test
    void several_areSetByOneAction(FxRobot robot) {
        robot.clickOn("#line-elements-fireball-sources-drum-2");
        for (int i = 3; i <= 4; i++) {
            Node line = node(robot, "line-elements-fireball-sources-drum-" + i);
            robot.interact(line::requestFocus);
            robot.press(KeyCode.SHIFT).type(KeyCode.ENTER).release(KeyCode.SHIFT);
        }
        type(robot, "param-radius-field", "70 cm");
        assertEquals(List.of(0.7, 0.7, 0.7, 0.4), radii(2, 5));
        robot.interact(() -> window.document().undo());
        assertEquals(List.of(0.4, 0.4, 0.4, 0.4), radii(2, 5));
        robot.clickOn("#on-elements-fireball-sources-drum-3");
        for (int i = 2; i <= 5; i++) {
            assertEquals(i == 5, drum(i).get(Source.ON), "drum " + i);
        }
        robot.interact(() -> node(robot, "line-elements-fireball-sources-drum-2").requestFocus());
        robot.type(KeyCode.DELETE);
        until("they are gone", () -> drum(2) == null && drum(3) == null && drum(4) == null);
        assertEquals(MANY - 3, window.document().shot().element("fireball").sources().size());
        robot.interact(() -> window.document().undo());
        assertEquals(MANY, window.document().shot().element("fireball").sources().size());
        // Another one that is chosen is alone again.
        robot.clickOn("#line-elements-fireball-sources-drum-2");
        type(robot, "param-radius-field", "50 cm");
        assertEquals(List.of(0.5, 0.4, 0.4), radii(2, 4));
    }

    private Item drum(int number) {
        return window.document().shot().element("fireball").sources().get("drum-" + number);
    }

    private List<Double> radii(int from, int to) {
        List<Double> all = new ArrayList<>();
        for (int i = from; i <= to; i++) {
            all.add(drum(i).number(Shape.RADIUS));
        }
        return all;
    }

    /// The sentence below the dials says what a value does, and why it is as it is.
    @Test
    void note_isReadAtItsDial(FxRobot robot) {
        robot.clickOn("#line-air");
        untilDials();
        robot.moveTo("#param-temperature");
        until("it is said", () -> text(robot, "dials-sentence").endsWith("Here: a cool evening"));
        assertTrue(text(robot, "dials-sentence").startsWith(Air.TEMPERATURE.words().does()));
    }
}
