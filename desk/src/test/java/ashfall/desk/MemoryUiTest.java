package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.run.Run;
import ashfall.shot.Curve;
import ashfall.shot.NewShot;
import ashfall.shot.Shape;
import ashfall.shot.Shot;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.util.List;

/// Two hundred sketches leave no trace in memory.
class MemoryUiTest extends DeskTest {
    private static final int SKETCHES = 200;
    private static final int WARM_UP = 20;

    /// A sketch of this shot holds about half a MB of frames: a leak of one in three would show.
    private static final long ALLOWED = 32L << 20;

    @Override
    Shot first() {
        return NewShot.make(
                "fireball",
                List.of("mass=2", "frames.last=2", "elements.fireball.voxel.sketch=0.9"));
    }

    @Test
    void twoHundredSketches_leaveMemoryFlat(FxRobot robot) {
        long early = 0;
        for (int i = 0; i < SKETCHES; i++) {
            double radius = 1 + 0.001 * i;
            robot.interact(
                    () -> {
                        window.document()
                                .put(
                                        "elements.fireball.sources.charge",
                                        Shape.RADIUS,
                                        Curve.constant(radius));
                        window.runs().startSketch();
                    });
            until("sketched", this::isSketched);
            if (i == WARM_UP) {
                early = used();
            }
        }
        long late = used();
        assertTrue(
                late - early < ALLOWED,
                ((late - early) >> 20) + " MB more after " + (SKETCHES - WARM_UP) + " sketches");
    }

    private boolean isSketched() {
        Run run = window.runs().sketchProperty().get();
        return run != null
                && run.stateProperty().get() == Run.State.DONE
                && window.runs().differences(run).isEmpty();
    }

    private static long used() {
        Runtime vm = Runtime.getRuntime();
        for (int i = 0; i < 3; i++) {
            System.gc();
        }
        return vm.totalMemory() - vm.freeMemory();
    }
}
