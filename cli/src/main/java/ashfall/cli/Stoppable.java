package ashfall.cli;

import ashfall.work.Cancel;

import java.io.IOException;
import java.util.concurrent.CountDownLatch;

/// Long work that an interrupt ends in good order.
final class Stoppable {
    private Stoppable() {}

    /// The work; it looks at the request to stop between its pieces.
    @FunctionalInterface
    interface Work<T> {
        T run(Cancel cancel) throws IOException;
    }

    /// Runs it. On an interrupt the piece in hand is let go, what is whole is kept, and the process
    /// ends with status 3.
    static <T> T run(Work<T> work) throws IOException {
        Cancel cancel = new Cancel();
        CountDownLatch ended = new CountDownLatch(1);
        Thread stop = Thread.ofPlatform().name("ashfall-stop").unstarted(() -> stop(cancel, ended));
        Runtime.getRuntime().addShutdownHook(stop);
        try {
            return work.run(cancel);
        } finally {
            ended.countDown();
            unhook(stop);
        }
    }

    private static void stop(Cancel cancel, CountDownLatch ended) {
        cancel.ask();
        try {
            ended.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        Runtime.getRuntime().halt(3);
    }

    private static void unhook(Thread stop) {
        try {
            Runtime.getRuntime().removeShutdownHook(stop);
        } catch (IllegalStateException e) {
            // The process is ending already: the hook itself sets the status.
            Thread.currentThread().interrupt();
        }
    }
}
