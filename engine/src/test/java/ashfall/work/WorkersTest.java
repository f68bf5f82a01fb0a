package ashfall.work;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;

class WorkersTest {
    @Test
    void forEachSlab_withAnyNumberOfThreads_visitsEachSlabOnce() {
        for (int threads : new int[] {1, 2, 3, 7}) {
            try (Workers workers = new Workers(threads)) {
                int[] visits = new int[1000];
                workers.forEachSlab(1000, (slab, worker) -> visits[slab]++);
                int[] once = new int[1000];
                java.util.Arrays.fill(once, 1);
                assertArrayEquals(once, visits);
            }
        }
    }

    @Test
    void forEachSlab_whenASlabFails_throwsItsErrorAndLeavesTheRest() {
        try (Workers workers = new Workers(2)) {
            AtomicInteger done = new AtomicInteger();
            var thrown =
                    assertThrows(
                            Workers.WorkFailedException.class,
                            () ->
                                    workers.forEachSlab(
                                            100_000,
                                            (slab, worker) -> {
                                                if (slab == 3) {
                                                    throw new IllegalStateException("slab 3");
                                                }
                                                done.incrementAndGet();
                                            }));
            assertInstanceOf(IllegalStateException.class, thrown.getCause());
            assertEquals("slab 3", thrown.getMessage());
            assertEquals(true, done.get() < 100_000);
        }
    }

    @Test
    @Timeout(20)
    void close_whileSlabsAreDone_leavesNobodyWaiting() {
        Workers workers = new Workers(3);
        AtomicInteger done = new AtomicInteger();
        workers.forEachSlab(
                100,
                (slab, worker) -> {
                    if (slab == 0) {
                        workers.close();
                    }
                    done.incrementAndGet();
                });
        assertEquals(100, done.get());
        workers.forEachSlab(50, (slab, worker) -> done.incrementAndGet());
        assertEquals(150, done.get(), "and later ones are done alone");
    }

    @Test
    void forEachSlab_onceCancelIsAsked_leavesAtTheNextSlab() {
        for (int threads : new int[] {1, 2}) {
            try (Workers pool = new Workers(threads)) {
                Cancel cancel = new Cancel();
                Workers workers = pool.job(cancel);
                AtomicInteger done = new AtomicInteger();
                assertThrows(
                        Cancel.CancelledException.class,
                        () ->
                                workers.forEachSlab(
                                        100_000,
                                        (slab, worker) -> {
                                            if (done.incrementAndGet() == 10) {
                                                cancel.ask();
                                            }
                                        }));
                assertTrue(done.get() < 10 + threads, done.get() + " slabs");
            }
        }
    }

    @Test
    void pictures_whileAnotherJobRuns_getTheHelpers() throws InterruptedException {
        try (Workers pool = new Workers(2)) {
            Set<String> helpers = ConcurrentHashMap.newKeySet();
            CountDownLatch helped = new CountDownLatch(1);
            Cancel stop = new Cancel();
            Thread job =
                    beginEndless(
                            pool.job(stop),
                            (slab, worker) -> {
                                if (worker > 0) {
                                    helped.countDown();
                                }
                            });
            helped.await();
            CountDownLatch both = new CountDownLatch(2);
            pool.pictures(new Cancel())
                    .forEachSlab(
                            2,
                            (slab, worker) -> {
                                helpers.add(Thread.currentThread().getName());
                                both.countDown();
                                awaitUnchecked(both);
                            });
            assertEquals(2, helpers.size());
            stop.ask();
            job.join();
        }
    }

    @Test
    @Timeout(20)
    void awaited_whileAnotherJobRuns_holdsItUntilItIsDone() throws InterruptedException {
        try (Workers pool = new Workers(2)) {
            AtomicInteger done = new AtomicInteger();
            Cancel stop = new Cancel();
            Thread job = beginEndless(pool.job(stop), (slab, worker) -> done.incrementAndGet());
            awaitMore(done);
            pool.awaited(
                    picture -> {
                        picture.forEachSlab(1, (slab, alone) -> awaitWaiting(job));
                        int before = done.get();
                        for (int i = 0; i < 1_000_000; i++) {
                            Thread.onSpinWait();
                        }
                        picture.forEachSlab(2, (slab, worker) -> Thread.onSpinWait());
                        int meanwhile = done.get() - before;
                        assertTrue(meanwhile <= 1, meanwhile + " but the one in hand");
                    });
            awaitMore(done);
            stop.ask();
            job.join();
        }
    }

    /// Begins a job that only its request to stop ends.
    private static Thread beginEndless(Workers workers, Workers.Body body) {
        return Thread.ofPlatform()
                .start(
                        () ->
                                assertThrows(
                                        Cancel.CancelledException.class,
                                        () -> workers.forEachSlab(Integer.MAX_VALUE, body)));
    }

    private static void awaitMore(AtomicInteger done) {
        int before = done.get();
        while (done.get() == before) {
            Thread.onSpinWait();
        }
    }

    private static void awaitWaiting(Thread thread) {
        while (thread.getState() != Thread.State.WAITING) {
            Thread.onSpinWait();
        }
    }

    private static void awaitUnchecked(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
