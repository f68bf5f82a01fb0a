package ashfall.work;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.PriorityBlockingQueue;
import java.util.concurrent.ThreadFactory;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;

/// The only pool of threads in the process, as one job sees it. The caller works too, so a pool of
/// one thread starts none.
///
/// Slabs come from the grid, never from the number of threads; a body writes only what belongs to
/// its slab, so the result does not depend on how many threads there are. A failing slab cancels
/// the ones not yet begun, and the first error is thrown to the caller with its cause.
///
/// Jobs share the threads: each has its own request to stop ([#job]). Pictures ([#pictures]) come
/// first: threads that help another job leave it for them after the slab in hand. For what somebody
/// waits for ([#awaited]) all others stand still.
public final class Workers implements AutoCloseable {
    private final Pool pool;
    private final Cancel cancel;
    private final Rank rank;

    private enum Rank {
        OTHER,
        PICTURE,
        AWAITED
    }

    /// What is done for one slab. `worker` (0 to threads - 1) names scratch memory that no other
    /// slab uses meanwhile.
    @FunctionalInterface
    public interface Body {
        void run(int slab, int worker);
    }

    /// @param threads at least 1
    public Workers(int threads) {
        this(new Pool(threads), new Cancel(), Rank.OTHER);
    }

    private Workers(Pool pool, Cancel cancel, Rank rank) {
        this.pool = pool;
        this.cancel = cancel;
        this.rank = rank;
    }

    /// As many threads as the machine has processors.
    public static Workers ofMachine() {
        return new Workers(Runtime.getRuntime().availableProcessors());
    }

    /// The same threads for a job that can be stopped: once that is asked for, [#forEachSlab]
    /// leaves with [Cancel.CancelledException] within the time of a slab.
    public Workers job(Cancel stop) {
        return new Workers(pool, stop, Rank.OTHER);
    }

    /// The same threads for pictures, which come before other jobs; stopped like [#job].
    public Workers pictures(Cancel stop) {
        return new Workers(pool, stop, Rank.PICTURE);
    }

    /// Does the short part of a picture that is waited for, with the same threads. Nobody else
    /// begins a slab until it is done; not for work that goes on and on, or others never come on.
    public void awaited(Consumer<Workers> part) {
        pool.enter(Rank.AWAITED);
        try {
            part.accept(new Workers(pool, new Cancel(), Rank.AWAITED));
        } finally {
            pool.leave(Rank.AWAITED);
        }
    }

    /// Does nothing while the job is wanted.
    ///
    /// @throws Cancel.CancelledException when it is not
    public void check() {
        cancel.check();
    }

    public int threads() {
        return pool.threads;
    }

    /// Runs the body once for every slab from 0 to count - 1 and returns when all are done.
    public void forEachSlab(int count, Body body) {
        Slabs slabs = new Slabs(count, body);
        List<Helper> helpers = new ArrayList<>();
        for (int worker = 1; worker < Math.min(pool.threads, count); worker++) {
            helpers.add(new Helper(slabs, worker, pool.order.getAndIncrement()));
        }
        pool.enter(rank);
        try {
            helpers.forEach(pool.executor::execute);
            slabs.drain(0);
        } finally {
            pool.leave(rank);
            // Helpers that never began have nothing left to do.
            helpers.stream()
                    .filter(helper -> !pool.executor.remove(helper))
                    .forEach(helper -> await(helper.done));
        }
        slabs.rethrow();
    }

    /// The slabs of one call.
    private final class Slabs {
        private final int count;
        private final Body body;
        private final AtomicInteger next = new AtomicInteger();
        private final AtomicReference<Throwable> failure = new AtomicReference<>();

        Slabs(int count, Body body) {
            this.count = count;
            this.body = body;
        }

        void drain(int worker) {
            while (failure.get() == null && !(worker > 0 && pool.isWanted(rank))) {
                if (worker == 0) {
                    pool.standStill(rank);
                }
                int slab = next.getAndIncrement();
                if (slab >= count) {
                    return;
                }
                try {
                    cancel.check();
                    body.run(slab, worker);
                } catch (RuntimeException | Error e) {
                    failure.compareAndSet(null, e);
                }
            }
        }

        void rethrow() {
            Throwable cause = failure.get();
            if (cause instanceof Cancel.CancelledException cancelled) {
                throw cancelled;
            }
            if (cause != null) {
                throw new WorkFailedException(cause);
            }
        }
    }

    /// A thread's share in a call; pictures first, then in the order of asking.
    private final class Helper implements Runnable, Comparable<Helper> {
        private final Slabs slabs;
        private final int worker;
        private final long place;
        private final CountDownLatch done = new CountDownLatch(1);

        Helper(Slabs slabs, int worker, long order) {
            this.slabs = slabs;
            this.worker = worker;
            this.place = rank == Rank.OTHER ? order : order - Long.MAX_VALUE / 2;
        }

        @Override
        public void run() {
            slabs.drain(worker);
            done.countDown();
        }

        @Override
        public int compareTo(Helper other) {
            return Long.compare(place, other.place);
        }

        @Override
        public boolean equals(Object other) {
            return this == other;
        }

        @Override
        public int hashCode() {
            return System.identityHashCode(this);
        }
    }

    /// The threads, and how many pictures are being made.
    private static final class Pool {
        private final int threads;
        private final ThreadPoolExecutor executor;
        private final AtomicLong order = new AtomicLong();

        /// Calls in hand.
        private final AtomicInteger pictures = new AtomicInteger();

        private final AtomicInteger awaited = new AtomicInteger();

        Pool(int threads) {
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
            int helpers = Math.max(1, threads - 1);
            this.executor =
                    new ThreadPoolExecutor(
                            helpers,
                            helpers,
                            0,
                            TimeUnit.SECONDS,
                            new PriorityBlockingQueue<>(),
                            named,
                            (late, ended) -> ((Helper) late).done.countDown());
        }

        void enter(Rank rank) {
            switch (rank) {
                case OTHER -> {}
                case PICTURE -> pictures.incrementAndGet();
                case AWAITED -> awaited.incrementAndGet();
            }
        }

        void leave(Rank rank) {
            switch (rank) {
                case OTHER -> {}
                case PICTURE -> pictures.decrementAndGet();
                case AWAITED -> {
                    if (awaited.decrementAndGet() == 0) {
                        synchronized (awaited) {
                            awaited.notifyAll();
                        }
                    }
                }
            }
        }

        /// Should those who help a job go and help another?
        boolean isWanted(Rank helped) {
            return switch (helped) {
                case OTHER -> pictures.get() > 0 || awaited.get() > 0;
                case PICTURE -> awaited.get() > 0;
                case AWAITED -> false;
            };
        }

        /// Returns when nothing is waited for, but the caller's own.
        void standStill(Rank own) {
            boolean interrupted = false;
            while (own != Rank.AWAITED && awaited.get() > 0) {
                synchronized (awaited) {
                    try {
                        if (awaited.get() > 0) {
                            awaited.wait();
                        }
                    } catch (InterruptedException e) {
                        interrupted = true;
                    }
                }
            }
            if (interrupted) {
                Thread.currentThread().interrupt();
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

    /// Ends the threads. Whoever is in the middle of slabs, or asks later, does them alone.
    @Override
    public void close() {
        for (Runnable helper : pool.executor.shutdownNow()) {
            ((Helper) helper).done.countDown();
        }
    }

    /// A slab failed; the cause says why.
    public static final class WorkFailedException extends RuntimeException {
        WorkFailedException(Throwable cause) {
            super(cause.getMessage(), cause);
        }
    }
}
