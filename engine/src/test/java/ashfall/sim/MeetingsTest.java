package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Item;
import ashfall.shot.NewShot;
import ashfall.shot.Obstacle;
import ashfall.shot.Route;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;

import java.util.List;

class MeetingsTest {
    private final Shot shot = NewShot.make("empty", List.of("frames.last=72"));
    private final Item flare =
            Item.of(Source.IGNITER)
                    .with(Shape.SHAPE, "box")
                    .with(Shape.SIZE, new Vec3(0.4, 0.4, 0.4))
                    .with(
                            Shape.PATH,
                            new Route(
                                    List.of(
                                            new Route.Point(0, new Vec3(0, 0, 0)),
                                            new Route.Point(2, new Vec3(6, 0, 0)))));

    private static Item wall(double x) {
        return Item.of(Obstacle.KIND)
                .with(Shape.SHAPE, "box")
                .with(Shape.CENTRE, new Vec3(x, 0, 0))
                .with(Shape.SIZE, new Vec3(1, 3, 3));
    }

    /// Two points make a straight way at 3 m/s: the faces meet at (4 − 0.5 − 0.2)/3 s, and points
    /// lie half a twentieth of the body inside it.
    @Test
    void flare_meetsAWall_whereItsFaceGetsThere() {
        double seconds = Meetings.of(shot, flare, wall(4)).orElseThrow();
        assertEquals(3.3 / 3, seconds, 0.02);
    }

    @Test
    void whatStandsApart_neverMeets_andWhatTouches_meetsAtOnce() {
        assertTrue(Meetings.of(shot, flare, wall(9)).isEmpty());
        assertEquals(0, Meetings.of(shot, flare, wall(0.3)).orElseThrow());
    }
}
