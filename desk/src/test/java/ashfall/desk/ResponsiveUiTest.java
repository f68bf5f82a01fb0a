package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.DemoShots;
import ashfall.shot.Settings;
import ashfall.shot.Shot;

import javafx.application.Platform;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;

/// The window's thread is never held for more than 50 ms while the oil store is worked on.
class ResponsiveUiTest extends DeskTest {
    private static final long MILLIS = 50;

    @Override
    Shot first() {
        // Long enough that its sketch does not end meanwhile.
        return Settings.with(DemoShots.read("oil-store").shot(), List.of("frames.last=200"));
    }

    @Test
    void windowsThread_whileWorking_isNeverHeld(FxRobot robot) throws InterruptedException {
        until("it burns", () -> window.runs().shown() != null);
        // Once to warm up: what is measured is the program, not the compiler.
        work(robot, "2.1 m");
        try (Watch watch = new Watch()) {
            work(robot, "2.2 m");
            assertEquals(List.of(), watch.held(), "held for more than " + MILLIS + " ms");
            assertTrue(watch.looks() > 100, watch.looks() + " looks");
        }
    }

    @Test
    void firstPicture_afterATurnWhileTheSketchRuns_comesWithinATenthOfASecond(FxRobot robot) {
        until("it burns", () -> window.runs().shown() != null);
        List<Double> waits = new ArrayList<>();
        // The first round is the compiler's.
        turn(robot);
        robot.interact(() -> window.fireground().whenWaited(waits::add));
        turn(robot);
        assertTrue(window.runs().shown().isRunning(), "the sketch still runs");
        waits.sort(null);
        assertTrue(waits.size() > 8, waits.size() + " first pictures");
        double middle = waits.get(waits.size() / 2);
        assertTrue(middle < 0.1, "half of them take longer than " + middle + " s");
    }

    private void turn(FxRobot robot) {
        robot.drag("#fireground");
        for (int i = 0; i < 15; i++) {
            robot.moveBy(12, 1);
            robot.moveBy(-8, 0);
        }
        robot.drop();
    }

    private void work(FxRobot robot, String radius) {
        robot.clickOn("#line-elements-store-sources-oil");
        untilDials();
        robot.drag("#param-radius-rule").moveBy(8, 0).moveBy(8, 0).drop();
        type(robot, "param-radius-field", radius);
        robot.drag("#release-oil-fuel-point-2").moveBy(6, 0).moveBy(6, 2).drop();
        robot.drag("#fireground").moveBy(40, 5).moveBy(40, 5).drop();
        robot.type(KeyCode.C).type(KeyCode.S).type(KeyCode.S);
        until("the next sketch", () -> !window.runs().supersededProperty().get());
        robot.clickOn("#line-camera").clickOn("#station-burn").clickOn("#station-look");
        robot.press(KeyCode.CONTROL).type(KeyCode.S).release(KeyCode.CONTROL);
        until("saved", () -> window.document().savedProperty().get());
        until("three frames", () -> window.runs().shown().log().size() >= 3);
        robot.type(KeyCode.LEFT).type(KeyCode.RIGHT);
    }

    /// Looks at the toolkit's thread every few milliseconds. It counts as held when it worked or
    /// waited for longer than allowed within the program's own code; time in which the machine gave
    /// it no processor, and what the toolkit's drawing in memory takes, do not count.
    private static final class Watch implements AutoCloseable {
        private static final long PERIOD = 5;
        private final ThreadMXBean threads = ManagementFactory.getThreadMXBean();
        private final List<String> held = new ArrayList<>();
        private final Thread watcher;
        private final Thread watched;
        private int looks;
        private volatile boolean closed;

        Watch() throws InterruptedException {
            Thread[] toolkit = new Thread[1];
            CountDownLatch known = new CountDownLatch(1);
            Platform.runLater(
                    () -> {
                        toolkit[0] = Thread.currentThread();
                        known.countDown();
                    });
            known.await();
            watched = toolkit[0];
            watcher = Thread.ofPlatform().start(this::watch);
        }

        private void watch() {
            try {
                while (!closed) {
                    look();
                    looks++;
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }

        private void look() throws InterruptedException {
            CountDownLatch heard = new CountDownLatch(1);
            long cpu = threads.getThreadCpuTime(watched.threadId());
            Platform.runLater(heard::countDown);
            int waiting = 0;
            int owned = 0;
            StackTraceElement[] last = {};
            while (!heard.await(PERIOD, TimeUnit.MILLISECONDS)) {
                StackTraceElement[] stack = watched.getStackTrace();
                boolean own =
                        Arrays.stream(stack).anyMatch(e -> e.getClassName().startsWith("ashfall."));
                boolean runs = watched.getState() == Thread.State.RUNNABLE;
                if (own) {
                    last = stack;
                    owned++;
                    waiting += runs ? 0 : 1;
                }
            }
            long worked = (threads.getThreadCpuTime(watched.threadId()) - cpu) / 1_000_000;
            boolean waited = waiting * PERIOD > MILLIS;
            if (waited || (worked > MILLIS && owned * PERIOD > MILLIS)) {
                held.add(
                        worked
                                + " ms of work, in "
                                + owned
                                + " looks within the program, "
                                + waiting
                                + " of them waiting, at "
                                + Arrays.stream(last)
                                        .filter(e -> e.getClassName().startsWith("ashfall."))
                                        .limit(4)
                                        .toList());
            }
        }

        int looks() {
            return looks;
        }

        /// When it was held, and where.
        List<String> held() throws InterruptedException {
            closed = true;
            watcher.join();
            return held;
        }

        @Override
        public void close() {
            closed = true;
        }
    }
}
