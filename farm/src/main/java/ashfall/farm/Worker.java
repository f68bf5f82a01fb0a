package ashfall.farm;

import ashfall.firing.FiringException;
import ashfall.firing.FiringFolder;
import ashfall.firing.FiringJob;
import ashfall.firing.FiringRecord;
import ashfall.shot.ShotException;
import ashfall.sim.DivergedException;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import com.hazelcast.collection.IQueue;
import com.hazelcast.core.HazelcastException;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;

/// Fires what coordinators hand out, one task after the other, and sends the files back.
public final class Worker {
    private static final Logger LOG = LoggerFactory.getLogger(Worker.class);
    private static final int PIECE = 1 << 20;
    private static final long POLL_MILLIS = 250;

    private final Place place;
    private final String secret;
    private final Workers workers;
    private final Path scratch;
    private final Consumer<String> say;

    /// @param place where it is reached
    /// @param secret see [Coordinator]
    /// @param scratch a folder of its own, for firings that are being made
    /// @param say is told what goes on, in sentences
    public Worker(Place place, String secret, Workers workers, Path scratch, Consumer<String> say) {
        this.place = place;
        this.secret = Seal.checked(secret);
        this.workers = workers;
        this.scratch = scratch;
        this.say = say;
    }

    /// Works until it is asked to stop.
    ///
    /// @throws IOException when its port is taken or the disk fails
    public void run(Cancel cancel) throws IOException, InterruptedException {
        try (Wire wire = open()) {
            say.accept("ready at " + place);
            while (!cancel.isAsked()) {
                byte[] sealed = wire.tasks().poll(POLL_MILLIS, TimeUnit.MILLISECONDS);
                if (sealed != null) {
                    hear(wire, sealed, cancel);
                }
            }
        }
    }

    private Wire open() throws IOException {
        try {
            return Wire.worker(place, secret);
        } catch (HazelcastException e) {
            throw new IOException(place + " cannot be used: " + e.getMessage(), e);
        }
    }

    private void hear(Wire wire, byte[] sealed, Cancel cancel)
            throws IOException, InterruptedException {
        try {
            Message message = wire.opened(sealed);
            // A coordinator that has gone meanwhile wants nothing any more.
            if (message.what() == Message.What.TASK && wire.isHeard(message.run())) {
                fire(wire, message, cancel);
            }
        } catch (SecurityException e) {
            say.accept("refused a task: " + e.getMessage());
        }
    }

    /// Whatever goes wrong with a task is said to who gave it, and the next is waited for.
    private void fire(Wire wire, Message message, Cancel cancel)
            throws IOException, InterruptedException {
        Sender sender = new Sender(wire, message);
        Path folder = scratch.resolve(message.run());
        try {
            fire(TaskText.read(message.text()), folder, sender, cancel);
        } catch (FiringException | ShotException | DivergedException e) {
            fail(sender, String.valueOf(e.getMessage()));
        } catch (OutOfMemoryError e) {
            LOG.error("a task failed", e);
            fail(sender, "there is not enough memory at " + place);
        } catch (RuntimeException e) {
            LOG.error("a task failed", e);
            fail(sender, "it failed at " + place + " by a fault of the program: " + e);
        } finally {
            sender.end();
            if (Files.exists(folder)) {
                remove(folder);
            }
        }
    }

    private void fail(Sender sender, String why) throws InterruptedException {
        say.accept("a task failed: " + why);
        sender.say(Message.What.FAILED, why, Message.NONE);
    }

    private void fire(Task task, Path parent, Sender sender, Cancel cancel)
            throws IOException, InterruptedException {
        say.accept("fires " + task.caption());
        Path folder = parent.resolve(task.name());
        FiringJob.Request request =
                new FiringJob.Request(
                        task.shot(),
                        task.element(),
                        task.fineness(),
                        folder,
                        task.from(),
                        task.to(),
                        FiringJob.Existing.CONTINUE,
                        FiringJob.Pace.BY_TIME);
        // A coordinator that is gone needs nothing any more.
        Cancel own = new Cancel();
        Sending sending = new Sending(sender, folder);
        FiringJob.Result result =
                new FiringJob(
                                request,
                                Runtime.getRuntime().maxMemory(),
                                workers,
                                (share, left, words) -> {
                                    sending.sendNew();
                                    if (cancel.isAsked() || !sender.progress(words)) {
                                        own.ask();
                                    }
                                },
                                own)
                        .run();
        if (!result.cancelled()) {
            sending.finish();
            say.accept("sent " + task.caption());
        }
    }

    private static void remove(Path folder) throws IOException {
        try (var files = Files.walk(folder)) {
            for (Path file : files.sorted(java.util.Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        }
    }

    /// Sends frames while the next are made: what is there plays at the coordinator's.
    private static final class Sending {
        private final Sender sender;
        private final Path folder;
        private final Set<Long> sent = new HashSet<>();

        Sending(Sender sender, Path folder) {
            this.sender = sender;
            this.folder = folder;
        }

        /// The frames that are whole and not yet sent; after them the record that names them.
        void sendNew() {
            try {
                boolean any = false;
                for (var kept : FiringRecord.read(folder).kept().entrySet()) {
                    if (sent.add(kept.getKey())) {
                        sender.file(folder.resolve(kept.getValue().file()));
                        any = true;
                    }
                }
                if (any) {
                    sender.file(folder.resolve(FiringRecord.FILE));
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }

        void finish() throws IOException, InterruptedException {
            sendNew();
            sender.file(folder.resolve(FiringRecord.FILE));
            Path shot = folder.resolve(FiringFolder.SHOT);
            if (Files.exists(shot)) {
                sender.file(shot);
            }
            sender.say(Message.What.DONE, "", Message.NONE);
        }
    }

    /// Says to the coordinator of a task how it goes.
    private static final class Sender {
        private final Wire wire;
        private final Message task;
        private final IQueue<byte[]> out;
        private long count;

        Sender(Wire wire, Message task) {
            this.wire = wire;
            this.task = task;
            this.out = wire.from(task.run());
        }

        /// Is it still there to be told? Where much waits, progress is left out.
        boolean progress(String words) {
            if (out.remainingCapacity() > 2) {
                out.offer(sealed(Message.What.PROGRESS, words, Message.NONE));
            }
            return wire.isHeard(task.run());
        }

        /// Waits for room while there is somebody to make it.
        void say(Message.What what, String text, byte[] bytes) throws InterruptedException {
            byte[] sealed = sealed(what, text, bytes);
            while (wire.isHeard(task.run())
                    && !out.offer(sealed, POLL_MILLIS, TimeUnit.MILLISECONDS)) {
                LOG.trace("{} waits", task.run());
            }
        }

        /// Nobody will read what is left for one who is gone.
        void end() {
            if (!wire.isHeard(task.run())) {
                out.destroy();
            }
        }

        private byte[] sealed(Message.What what, String text, byte[] bytes) {
            return wire.sealed(new Message(task.run(), task.number(), ++count, what, text, bytes));
        }

        void file(Path file) throws IOException, InterruptedException {
            String name = file.getFileName().toString();
            try (InputStream in = Files.newInputStream(file)) {
                byte[] piece = new byte[PIECE];
                int length;
                while ((length = in.readNBytes(piece, 0, PIECE)) > 0) {
                    say(Message.What.FILE, name, Arrays.copyOf(piece, length));
                }
            }
            say(Message.What.FILE, name, Message.NONE);
        }
    }
}
