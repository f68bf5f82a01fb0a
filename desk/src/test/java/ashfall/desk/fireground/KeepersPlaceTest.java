package ashfall.desk.fireground;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.look.View;
import ashfall.shot.DemoShots;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;

class KeepersPlaceTest {
    private static Vec3 place(String demo, String element) {
        return FiregroundModel.keepersPlace(shot(demo).element(element).bounds());
    }

    private static Shot shot(String demo) {
        return DemoShots.read(demo).shot();
    }

    @Test
    void keeper_onAGallery_standsOnItsFloor() {
        assertEquals(9, place("beacon", "brazier").y());
        assertEquals(0, place("oil-store", "store").y());
    }

    /// Through the shot's camera nothing of him, a metre to each side of his foot, is before the
    /// lantern's flame or even in the picture.
    @Test
    void keeper_besideALantern_isOutOfItsPicture() {
        View view = View.of(shot("lantern").camera());
        Vec3 foot = place("lantern", "flame");
        for (double side : new double[] {-0.5, 0, 0.65}) {
            double[] seen = view.project(foot.plus(new Vec3(side, 0.1, 0)), 1280, 720);
            assertTrue(seen[0] < 0, "at " + seen[0]);
        }
    }
}
