package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Curve;
import ashfall.shot.Element;
import ashfall.shot.Item;
import ashfall.shot.NewShot;
import ashfall.shot.Obstacle;
import ashfall.shot.Route;
import ashfall.shot.Settings;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Timing;
import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;

import java.util.List;

/// What hangs on another thing in time goes along with it.
class FusesTest {
    private static final String SOURCES = "elements.fire.sources.";

    private static Item igniter(double starts) {
        return Item.of(Source.IGNITER)
                .with(
                        Source.HEAT,
                        Curve.through(new double[] {starts, 0}, new double[] {starts + 0.1, 500}));
    }

    /// Spark, then oil 0.35 s after it, then drums 0.2 s after the oil.
    private static Shot row() {
        Item charge = Item.of(Source.CHARGE);
        Curve spill = Curve.through(new double[] {0.85, 0}, new double[] {1, 2});
        Element fire =
                Element.bare()
                        .withSource("spark", igniter(0.5))
                        .withSource(
                                "drums",
                                charge.with(Source.RELEASED_FUEL, spill.later(0.2))
                                        .with(Source.FUSE, "oil"))
                        .withSource(
                                "oil",
                                charge.with(Source.RELEASED_FUEL, spill)
                                        .with(Source.FUSE, "spark"));
        return NewShot.make("empty", List.of("frames.last=72")).withElement("fire", fire);
    }

    private static double cue(Shot shot, String source) {
        return Timing.cue(shot.item(SOURCES + source));
    }

    private static Shot moved(Shot shot, String source, double seconds) {
        Item item = shot.item(SOURCES + source);
        return Fuses.follow(shot, shot.with(SOURCES + source, Timing.later(item, seconds)));
    }

    @Test
    void row_goesAlong_andKeepsItsDelays() {
        Shot later = moved(row(), "spark", 0.3);
        assertEquals(0.8, cue(later, "spark"), 1e-9);
        assertEquals(1.15, cue(later, "oil"), 1e-6);
        assertEquals(1.35, cue(later, "drums"), 1e-6);
        Shot middle = moved(row(), "oil", -0.15);
        assertEquals(0.5, cue(middle, "spark"), 1e-9);
        assertEquals(0.7, cue(middle, "oil"), 1e-9);
        assertEquals(0.9, cue(middle, "drums"), 1e-6);
    }

    /// What an edit moves itself does not go twice as far.
    @Test
    void all_movedByOneEdit_goAsFarAsTheyWere() {
        Shot shot = row();
        Shot next = shot;
        for (String name : List.of("spark", "oil", "drums")) {
            next = next.with(SOURCES + name, Timing.later(shot.item(SOURCES + name), 0.25));
        }
        assertEquals(next, Fuses.follow(shot, next));
    }

    @Test
    void other_edits_moveNothing() {
        Shot shot = row();
        Shot warmer = Settings.with(shot, List.of("elements.fire.sources.spark.radius=2 m"));
        assertEquals(warmer, Fuses.follow(shot, warmer));
        Shot cut = shot.with(SOURCES + "oil", shot.item(SOURCES + "oil").without(Source.FUSE));
        assertEquals(cut, Fuses.follow(shot, cut));
    }

    private static Route way(double arrives) {
        return new Route(
                List.of(
                        new Route.Point(0, new Vec3(-4, 0, 0)),
                        new Route.Point(arrives, new Vec3(4, 0, 0))));
    }

    private static Shot thrown(double arrives) {
        Item flare =
                igniter(0).with(Shape.RADIUS, Curve.constant(0.1)).with(Shape.PATH, way(arrives));
        Item wall =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "box")
                        .with(Shape.CENTRE, new Vec3(2, 0, 0))
                        .with(Shape.SIZE, new Vec3(1, 4, 4));
        Shot shot = row().withObstacle("wall", wall);
        Item oil = shot.item(SOURCES + "oil").with(Source.FUSE, "spark meets wall");
        return shot.with(SOURCES + "spark", flare).with(SOURCES + "oil", oil);
    }

    /// A flare at 8 m in 2 s reaches the face at 1.5 m after (4 + 1.5 − 0.1)/4 s, one of half the
    /// speed after twice that: the oil comes as much later.
    @Test
    void meeting_thatComesLater_takesTheSourceAlong() {
        Shot shot = thrown(2);
        Shot slower = shot.with(SOURCES + "spark", thrown(4).item(SOURCES + "spark"));
        Shot followed = Fuses.follow(shot, slower);
        assertEquals(5.4 / 4, cue(followed, "oil") - cue(shot, "oil"), 0.05);
        assertEquals(cue(followed, "oil") + 0.2, cue(followed, "drums"), 1e-6);
        Item wall = shot.obstacles().get("wall");
        Shot away = shot.withObstacle("wall", wall.with(Shape.CENTRE, new Vec3(2, 30, 0)));
        assertEquals(away, Fuses.follow(shot, away), "what never comes moves nothing");
        assertTrue(
                Fuses.whyDead(away, "fire", "oil")
                        .contains("spark meets wall, which never happens"));
    }

    @Test
    void fuses_thatDoNothing_areNamed() {
        Shot shot = row();
        assertEquals("", Fuses.whyDead(shot, "fire", "oil"));
        Item spark = shot.item(SOURCES + "spark");
        Shot ring = shot.with(SOURCES + "spark", spark.with(Source.FUSE, "drums"));
        assertTrue(Fuses.whyDead(ring, "fire", "spark").contains("on one another"));
        assertEquals(ring.elements().size(), Fuses.follow(shot, ring).elements().size());
        Shot gone =
                shot.with(SOURCES + "oil", shot.item(SOURCES + "oil").with(Source.FUSE, "match"));
        assertTrue(Fuses.whyDead(gone, "fire", "oil").contains("'match', which is not there"));
        assertEquals(List.of("spark"), Fuses.sourcesFor(shot.element("fire"), "oil"));
        assertEquals(List.of(), Fuses.sourcesFor(shot.element("fire"), "spark"));
    }

    @Test
    void renamed_andRemoved_thingsAreFollowed() {
        Shot shot = thrown(2);
        Shot named = Fuses.renamed(shot, "fire", "spark", "flare");
        assertEquals("flare meets wall", named.item(SOURCES + "oil").get(Source.FUSE));
        Shot gone = Fuses.renamed(shot, null, "wall", null);
        assertEquals("", gone.item(SOURCES + "oil").get(Source.FUSE));
        assertEquals("oil", gone.item(SOURCES + "drums").get(Source.FUSE));
    }
}
