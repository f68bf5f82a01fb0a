package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.run.Run;
import ashfall.shot.Curve;
import ashfall.shot.NewShot;
import ashfall.shot.Shape;
import ashfall.shot.Shot;

import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.lang.ref.WeakReference;
import java.util.List;

/// What is done with leaves no trace in memory.
class MemoryUiTest extends DeskTest {
    private static final int SKETCHES = 200;
    private static final int WARM_UP = 20;

    /// A sketch of this shot holds about half a MB of frames: a leak of one in three would show.
    private static final long ALLOWED = 32L << 20;

    private static WeakReference<DeskWindow> before;

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

    /// The stage is the same as in the repetition before.
    @RepeatedTest(2)
    void windowBefore_whoseStageShowsAnother_isLetGo() {
        until("it burns", () -> window.runs().shown() != null);
        if (before != null) {
            until(
                    "nothing holds it",
                    () -> {
                        System.gc();
                        return before.get() == null;
                    });
        }
        before = new WeakReference<>(window);
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
