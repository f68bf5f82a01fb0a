package ashfall.desk.kit;

import ashfall.work.Cancel;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.util.function.BiConsumer;

/// Does what is asked for last, on a thread of its own; what was asked for before is given up.
///
/// @param <R> what is asked for, immutable
public final class LastAsked<R> implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(LastAsked.class);

    private final BiConsumer<R, Cancel> work;
    private final Thread thread;
    private R next;
    private Cancel cancel = new Cancel();
    private boolean closed;

    /// @param name of the thread
    /// @param work is given what is asked for, and whether something newer is
    public LastAsked(String name, BiConsumer<R, Cancel> work) {
        this.work = work;
        this.thread = Thread.ofPlatform().daemon().name(name).start(this::run);
    }

    public synchronized void ask(R request) {
        next = request;
        cancel.ask();
        notifyAll();
    }

    /// Gives up what is asked for.
    public synchronized void stop() {
        next = null;
        cancel.ask();
    }

    private synchronized R await() throws InterruptedException {
        while (next == null && !closed) {
            wait();
        }
        R request = next;
        next = null;
        cancel = new Cancel();
        return request;
    }

    private synchronized Cancel cancel() {
        return cancel;
    }

    private void run() {
        while (true) {
            try {
                R request = await();
                if (request == null) {
                    return;
                }
                work.accept(request, cancel());
            } catch (Cancel.CancelledException e) {
                LOG.trace("something newer is asked for", e);
            } catch (InterruptedException e) {
                return;
            } catch (RuntimeException e) {
                LOG.error("{} failed", thread.getName(), e);
            }
        }
    }

    @Override
    public synchronized void close() {
        closed = true;
        cancel.ask();
        notifyAll();
        thread.interrupt();
    }
}
