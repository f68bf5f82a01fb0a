package ashfall.desk.fireground;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.look.View;
import ashfall.shot.DemoShots;
import ashfall.shot.Item;
import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;

class EyeTest {
    private final Item camera = DemoShots.read("oil-store").shot().camera();

    private static void assertNear(Vec3 expected, Vec3 actual, double tolerance) {
        assertEquals(0, expected.minus(actual).length(), tolerance, expected + ", " + actual);
    }

    @Test
    void ofACamera_seesWhatTheCameraSees() {
        View shot = View.of(camera);
        View eye = Eye.of(camera, new Vec3(0, 8, 0)).view();
        assertNear(shot.eye(), eye.eye(), 1e-9);
        assertNear(shot.forward(), eye.forward(), 1e-9);
        assertEquals(shot.width(), eye.width());
    }

    @Test
    void orbiting_keepsPivotAndDistance() {
        Eye eye = new Eye(new Vec3(1, 5, 2), 0.3, 0.2, 10, 1);
        Eye turned = eye.orbited(0.7, 0.4);
        assertEquals(10, turned.view().eye().minus(eye.pivot()).length(), 1e-9);
        double[] middle = turned.view().project(eye.pivot(), 200, 100);
        assertEquals(100, middle[0], 1e-9);
        assertEquals(50, middle[1], 1e-9);
    }

    @Test
    void tilt_stopsBeforeTheZenith_andTheEyeStaysAboveGround() {
        Eye eye = new Eye(new Vec3(0, 1, 0), 0, 0, 10, 1);
        assertTrue(eye.orbited(0, 9).tilt() < Math.PI / 2);
        assertTrue(eye.orbited(0, -9).view().eye().y() > 0);
    }

    @Test
    void framing_hasTheWholeBoxInThePicture() {
        Vec3 from = new Vec3(-3, 0, -2);
        Vec3 to = new Vec3(4, 9, 2);
        Eye eye = new Eye(new Vec3(0, 0, 0), 0.5, 0.3, 1, 1.2).framing(from, to, 1.6);
        for (int corner = 0; corner < 8; corner++) {
            Vec3 at =
                    new Vec3(
                            (corner & 1) == 0 ? from.x() : to.x(),
                            (corner & 2) == 0 ? from.y() : to.y(),
                            (corner & 4) == 0 ? from.z() : to.z());
            double[] p = eye.view().project(at, 160, 100);
            assertTrue(p[2] > 0 && p[0] > 0 && p[0] < 160 && p[1] > 0 && p[1] < 100, at.toString());
        }
    }

    @Test
    void panning_movesAcross_byAShareOfThePicture() {
        Eye eye = new Eye(new Vec3(0, 2, 0), 0, 0, 10, 1);
        Vec3 pivot = eye.panned(0.5, 0).pivot();
        assertNear(new Vec3(5, 2, 0), pivot, 1e-9);
        assertEquals(5, eye.dollied(0.5).distance());
    }
}
