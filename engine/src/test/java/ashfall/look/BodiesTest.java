package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Item;
import ashfall.shot.NewShot;
import ashfall.shot.Obstacle;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;

import java.util.List;

class BodiesTest {
    private static final Vec3 EAST = new Vec3(1, 0, 0);

    private static Bodies of(Item... obstacles) {
        Shot shot = NewShot.make("burner", List.of());
        for (int k = 0; k < obstacles.length; k++) {
            shot = shot.withObstacle("body" + k, obstacles[k]);
        }
        return new Bodies(shot, 0);
    }

    private static Item ball(double x, double radius) {
        return Item.of(Obstacle.KIND)
                .with(Shape.SHAPE, "sphere")
                .with(Shape.CENTRE, new Vec3(x, 2, 0))
                .with(Shape.RADIUS, radius);
    }

    private static Item box(double x, Vec3 turn) {
        return Item.of(Obstacle.KIND)
                .with(Shape.SHAPE, "box")
                .with(Shape.CENTRE, new Vec3(x, 2, 0))
                .with(Shape.SIZE, new Vec3(2, 2, 2))
                .with(Shape.TURN, turn);
    }

    @Test
    void hit_ofABallOrABox_isWhereTheRayMeetsIt() {
        for (double beside : new double[] {0, 0.4, 0.9}) {
            Vec3 from = new Vec3(-10, 2 + beside, 0);
            double ball = 10 - Math.sqrt(1 - beside * beside);
            assertEquals(ball, of(ball(0, 1)).hit(from, EAST, 100), 5e-3);
            double cube = of(box(0, new Vec3(0, 0, 0))).hit(from, EAST, 100);
            assertEquals(9, cube, 5e-3);
            // On its edge, the face falls away as far as the ray is beside the middle.
            double edge = of(box(0, new Vec3(0, 0, 45))).hit(from, EAST, 100);
            assertEquals(10 - Math.sqrt(2) + beside, edge, 5e-3);
        }
        assertEquals(
                Double.POSITIVE_INFINITY,
                of(ball(0, 1)).hit(new Vec3(-10, 3.05, 0), EAST, 100),
                "beside it");
        assertEquals(
                Double.POSITIVE_INFINITY,
                of(ball(0, 1)).hit(new Vec3(-10, 2, 0), EAST, 8),
                "behind what is nearer");
    }

    @Test
    void hit_ofSeveral_isTheNearest() {
        Bodies two = of(ball(5, 1), ball(0, 1));
        assertEquals(9, two.hit(new Vec3(-10, 2, 0), EAST, 100), 5e-3);
        assertTrue(two.shades(new Vec3(-10, 2, 0), EAST));
        assertFalse(two.shades(new Vec3(-10, 2, 0), new Vec3(0, 1, 0)));
        assertFalse(of().shades(new Vec3(-10, 2, 0), EAST), "nothing there");
        assertFalse(of(ball(0, 1).with(Obstacle.ON, false)).shades(new Vec3(-10, 2, 0), EAST));
    }

    @Test
    void normal_ofABall_pointsAwayFromItsMiddle() {
        Vec3 away = new Vec3(0.6, 0.64, 0.48);
        Vec3 normal = of(ball(0, 1)).normal(new Vec3(0, 2, 0).plus(away), 1e-3);
        assertEquals(0, normal.minus(away).length(), 1e-5);
    }
}
