package ashfall.work;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ThreadFactory;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;

/// The only pool of threads in the process. The caller works too, so a pool of one thread starts
/// none.
///
/// Slabs come from the grid, never from the number of threads; a body writes only what belongs to
/// its slab, so the result does not depend on how many threads there are. A failing slab cancels
/// the ones not yet begun, and the first error is thrown to the caller with its cause.
public final class Workers implements AutoCloseable {
    private final int threads;
    private final ExecutorService pool;
    private volatile Cancel cancel = new Cancel();

    /// What is done for one slab. `worker` (0 to threads - 1) names scratch memory that no other
    /// slab uses meanwhile.
    @FunctionalInterface
    public interface Body {
        void run(int slab, int worker);
    }

    /// @param threads at least 1
    public Workers(int threads) {
        if (threads < 1) {
            throw new IllegalArgumentException("at least one thread is needed, not " + threads);
        }
        this.threads = threads;
        AtomicInteger next = new AtomicInteger();
        ThreadFactory named =
                task ->
                        Thread.ofPlatform()
                                .daemon()
                                .name("ashfall-worker-" + next.incrementAndGet())
                                .unstarted(task);
        this.pool = threads == 1 ? null : Executors.newFixedThreadPool(threads - 1, named);
    }

    /// As many threads as the machine has processors.
    public static Workers ofMachine() {
        return new Workers(Runtime.getRuntime().availableProcessors());
    }

    public int threads() {
        return threads;
    }

    /// Makes the slabs heed a request to stop: once it is asked for, [#forEachSlab] leaves with
    /// [Cancel.CancelledException] within the time of a slab.
    public void heed(Cancel request) {
        cancel = request;
    }

    /// Runs the body once for every slab from 0 to count - 1 and returns when all are done.
    public void forEachSlab(int count, Body body) {
        if (pool == null || count < 2) {
            for (int slab = 0; slab < count; slab++) {
                cancel.check();
                body.run(slab, 0);
            }
            return;
        }
        int helpers = Math.min(threads, count) - 1;
        AtomicInteger next = new AtomicInteger();
        AtomicReference<Throwable> failure = new AtomicReference<>();
        CountDownLatch done = new CountDownLatch(helpers);
        for (int helper = 1; helper <= helpers; helper++) {
            int worker = helper;
            pool.execute(
                    () -> {
                        drain(count, worker, next, failure, body);
                        done.countDown();
                    });
        }
        drain(count, 0, next, failure, body);
        await(done);
        Throwable first = failure.get();
        if (first instanceof Cancel.CancelledException cancelled) {
            throw cancelled;
        }
        if (first != null) {
            throw new WorkFailedException(first);
        }
    }

    private void drain(
            int count,
            int worker,
            AtomicInteger next,
            AtomicReference<Throwable> failure,
            Body body) {
        for (int slab = next.getAndIncrement();
                slab < count && failure.get() == null;
                slab = next.getAndIncrement()) {
            try {
                cancel.check();
                body.run(slab, worker);
            } catch (RuntimeException | Error e) {
                failure.compareAndSet(null, e);
            }
        }
    }

    /// Slabs are short, so an interrupt waits for them and is restored for the caller to see.
    private static void await(CountDownLatch done) {
        boolean interrupted = false;
        while (true) {
            try {
                done.await();
                break;
            } catch (InterruptedException e) {
                interrupted = true;
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() {
        if (pool != null) {
            pool.shutdownNow();
        }
    }

    /// A slab failed; the cause says why.
    public static final class WorkFailedException extends RuntimeException {
        WorkFailedException(Throwable cause) {
            super(cause.getMessage(), cause);
        }
    }
}
