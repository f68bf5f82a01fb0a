package ashfall.farm;

import ashfall.firing.FiringException;
import ashfall.firing.FiringRecord;
import ashfall.work.Cancel;

import com.hazelcast.core.HazelcastException;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.TimeUnit;

/// Hands tasks out to workers, one at a time to each, and writes what they send into folders here.
/// A worker that is lost loses no more than the task in its hands, which goes to another; one that
/// comes back, or is started later, gets tasks again.
///
/// The secret is shared with the workers: who does not know it can neither connect nor be believed.
/// Nothing is enciphered; over a net that others can listen to, let the machines talk through a
/// tunnel.
public final class Coordinator {
    private static final Logger LOG = LoggerFactory.getLogger(Coordinator.class);
    private static final long POLL_MILLIS = 250;

    /// Without any worker for so long, there is none.
    private static final double PATIENCE_SECONDS = 30;

    /// Hears how tasks go, one call at a time.
    public interface Listener {
        /// A worker began a task.
        void began(int task, Place worker);

        /// How far it is, in words.
        void progress(int task, String words);

        /// Its files are there, and what they hold is what was sent.
        void done(int task, FiringRecord record);

        /// It cannot be made.
        void failed(int task, String why);

        /// Its worker is gone; another will make it.
        void lost(int task, Place worker);

        /// Something else that the user should know.
        void said(String sentence);
    }

    private final List<Place> workers;
    private final String secret;
    private final String run = UUID.randomUUID().toString();

    private final Object lock = new Object();
    private final Deque<Integer> waiting = new ArrayDeque<>();
    private List<Task> tasks = List.of();
    private Path out;
    private Listener listener;
    private int open;
    private int handed;
    private int connected;
    private long aloneSince;
    private Exception failure;

    /// @param workers where they are reached
    /// @throws IllegalArgumentException when the secret is too short
    public Coordinator(List<Place> workers, String secret) {
        this.workers = List.copyOf(workers);
        this.secret = Seal.checked(secret);
    }

    /// Has all tasks made; returns when all are, or when asked to stop. Once only.
    ///
    /// @param folder gets a folder for each task
    /// @throws FiringException when no worker answers
    public void run(List<Task> all, Path folder, Listener hearer, Cancel cancel)
            throws IOException, InterruptedException {
        synchronized (lock) {
            tasks = List.copyOf(all);
            out = folder;
            listener = hearer;
            for (int i = 0; i < tasks.size(); i++) {
                waiting.add(i);
            }
            open = tasks.size();
            aloneSince = System.nanoTime();
        }
        Cancel own = new Cancel();
        List<Thread> threads = new ArrayList<>();
        for (Place worker : workers) {
            threads.add(
                    Thread.ofPlatform()
                            .daemon()
                            .name("ashfall-farm-" + worker)
                            .start(() -> serve(worker, own)));
        }
        try {
            awaitEnd(cancel);
        } finally {
            own.ask();
            synchronized (lock) {
                lock.notifyAll();
            }
            for (Thread thread : threads) {
                thread.join();
            }
        }
    }

    private void awaitEnd(Cancel cancel) throws IOException, InterruptedException {
        synchronized (lock) {
            while (open > 0 && failure == null && !cancel.isAsked()) {
                lock.wait(POLL_MILLIS);
                boolean alone = connected == 0;
                if (alone && (System.nanoTime() - aloneSince) * 1e-9 > PATIENCE_SECONDS) {
                    throw new FiringException(
                            "no worker answers; start './ashfall worker' with the same secret on"
                                    + " the machines that --workers names");
                }
            }
            if (failure instanceof IOException e) {
                throw e;
            }
            if (failure instanceof RuntimeException e) {
                throw e;
            }
        }
    }

    /// Calls a worker, again and again while there is something to do.
    private void serve(Place worker, Cancel own) {
        try {
            while (!own.isAsked()) {
                try (Wire wire = Wire.coordinator(worker, secret, run)) {
                    if (!wire.computesAlike()) {
                        say(
                                "the worker at "
                                        + worker
                                        + " computes by other numerics and gets nothing; give it"
                                        + " the same version of Ashfall");
                        return;
                    }
                    count(1);
                    try {
                        hand(wire, worker, own);
                    } finally {
                        count(-1);
                    }
                } catch (IllegalStateException | HazelcastException e) {
                    LOG.debug("{} does not answer", worker, e);
                    synchronized (lock) {
                        if (!own.isAsked()) {
                            lock.wait(POLL_MILLIS);
                        }
                    }
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (IOException | RuntimeException e) {
            synchronized (lock) {
                failure = e;
                lock.notifyAll();
            }
        }
    }

    private void count(int more) {
        synchronized (lock) {
            connected += more;
            aloneSince = System.nanoTime();
        }
    }

    private void say(String sentence) {
        synchronized (lock) {
            listener.said(sentence);
        }
    }

    /// Gives a worker that answers one task after the other.
    private void hand(Wire wire, Place worker, Cancel own)
            throws IOException, InterruptedException {
        while (!own.isAsked()) {
            int task;
            int number;
            synchronized (lock) {
                if (waiting.isEmpty()) {
                    lock.wait(POLL_MILLIS);
                    continue;
                }
                task = waiting.remove();
                number = ++handed;
            }
            try {
                one(wire, worker, task, number, own);
            } catch (IllegalStateException | HazelcastException e) {
                synchronized (lock) {
                    waiting.addFirst(task);
                    listener.lost(task, worker);
                    lock.notifyAll();
                }
                throw e;
            }
        }
    }

    /// Has one task made.
    private void one(Wire wire, Place worker, int task, int number, Cancel own)
            throws IOException, InterruptedException {
        String text = TaskText.write(tasks.get(task));
        Message order = new Message(run, number, 1, Message.What.TASK, text, Message.NONE);
        wire.tasks().put(wire.sealed(order));
        synchronized (lock) {
            listener.began(task, worker);
        }
        Path folder = Files.createDirectories(out.resolve(tasks.get(task).name()));
        try (Received received = new Received(folder)) {
            long heard = 0;
            while (!own.isAsked()) {
                byte[] sealed = wire.from(run).poll(POLL_MILLIS, TimeUnit.MILLISECONDS);
                if (sealed == null) {
                    continue;
                }
                Message message;
                try {
                    message = wire.opened(sealed);
                } catch (SecurityException e) {
                    say(e.getMessage() + "; it is left aside");
                    continue;
                }
                boolean isOfTask = message.run().equals(run) && message.number() == number;
                if (!isOfTask || message.count() <= heard) {
                    continue;
                }
                heard = message.count();
                if (take(message, task, received)) {
                    return;
                }
            }
        }
    }

    /// Takes up what a worker says of its task; returns whether that was the last of it.
    private boolean take(Message message, int task, Received received) throws IOException {
        if (message.what() == Message.What.FILE) {
            received.piece(message.text(), message.bytes());
            return false;
        }
        String damage = message.what() == Message.What.DONE ? received.damage() : "";
        synchronized (lock) {
            switch (message.what()) {
                case PROGRESS -> listener.progress(task, message.text());
                case FAILED -> {
                    open--;
                    listener.failed(task, message.text());
                }
                case DONE -> {
                    if (damage.isEmpty()) {
                        open--;
                        listener.done(task, received.record());
                    } else {
                        waiting.add(task);
                        listener.said(tasks.get(task).caption() + ": " + damage);
                    }
                }
                default -> LOG.debug("a worker said {}", message.what());
            }
            lock.notifyAll();
        }
        return message.what() != Message.What.PROGRESS;
    }
}
