package ashfall.farm;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import ashfall.firing.FiringException;
import ashfall.firing.FiringKey;
import ashfall.firing.FiringRecord;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;

/// Who may join and be believed, and what goes over the line.
class WireTest {
    private static final String SECRET = "a lamp on the point";

    @TempDir private Path folder;

    private static Place free() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return new Place("127.0.0.1", socket.getLocalPort());
        }
    }

    private static Task task() {
        return new Task(
                "seed-3", "Seed 3", DemoShots.read("beacon").shot(), "basket", Fineness.WORK, 2, 9);
    }

    @Test
    void message_goesThereAndBack() {
        byte[] bytes = {1, 2, 3};
        Message message = new Message("run", 7, 12, Message.What.FILE, "a_0001.vdb", bytes);
        Message back = Message.decoded(message.encoded());
        assertEquals("run", back.run());
        assertEquals(7, back.number());
        assertEquals(12, back.count());
        assertEquals("a_0001.vdb", back.text());
        assertArrayEquals(bytes, back.bytes());
        assertEquals(task(), TaskText.read(TaskText.write(task())));
    }

    /// Any byte that is changed, and any other secret.
    @Test
    void seal_knowsWhatWasTamperedWith() {
        Seal seal = new Seal(SECRET, "message");
        byte[] sealed = seal.seal("fire".getBytes(StandardCharsets.UTF_8));
        assertArrayEquals("fire".getBytes(StandardCharsets.UTF_8), seal.open(sealed));
        for (int i = 0; i < sealed.length; i++) {
            byte[] other = sealed.clone();
            other[i] ^= 1;
            assertThrows(SecurityException.class, () -> seal.open(other));
        }
        assertThrows(
                SecurityException.class, () -> new Seal("another one", "message").open(sealed));
        assertThrows(SecurityException.class, () -> seal.open(new byte[3]));
        assertThrows(IllegalArgumentException.class, () -> Seal.checked("too short"));
    }

    @Test
    void addressesAndNames_thatMakeNoSense_areRefused() throws IOException {
        assertEquals(new Place("10.0.0.7", 5701), Place.of("10.0.0.7:5701"));
        for (String wrong : List.of("10.0.0.7", ":5701", "a b:5701", "host:x", "host:99999")) {
            assertThrows(IllegalArgumentException.class, () -> Place.of(wrong), wrong);
        }
        String text = TaskText.write(task()).replace("\"seed-3\"", "\"../seed-3\"");
        assertThrows(ShotException.class, () -> TaskText.read(text));
        try (Received received = new Received(folder)) {
            for (String wrong : List.of("../a.vdb", "/tmp/a.vdb", ".a.vdb", "a.sh", "a/b.vdb")) {
                assertThrows(
                        FiringException.class, () -> received.piece(wrong, new byte[1]), wrong);
            }
            received.piece("a.vdb", new byte[4]);
        }
        try (var left = Files.list(folder)) {
            assertEquals(0, left.count(), "a file that did not come whole is not there");
        }
    }

    /// Who knows the secret is heard; a stranger is turned away.
    @Test
    void stranger_isTurnedAway() throws Exception {
        Place place = free();
        try (Wire worker = Wire.worker(place, SECRET)) {
            assertThrows(
                    IllegalStateException.class,
                    () -> Wire.coordinator(place, "a lamp on the shore", "run"));
            try (Wire coordinator = Wire.coordinator(place, SECRET, "run")) {
                assertTrue(coordinator.computesAlike());
                assertTrue(worker.isHeard("run"));
                assertFalse(worker.isHeard("ru"));
                coordinator.tasks().put(new byte[40]);
                byte[] forged = worker.tasks().take();
                assertThrows(SecurityException.class, () -> worker.opened(forged));
            }
        }
    }

    /// What is no task is answered, and the next is waited for.
    @Test
    void worker_outlivesWhatItCannotMake() throws Exception {
        Place place = free();
        Cancel cancel = new Cancel();
        BlockingQueue<String> said = new LinkedBlockingQueue<>();
        try (Workers workers = new Workers(1)) {
            Worker worker = new Worker(place, SECRET, workers, folder, said::add);
            Thread thread = Thread.ofPlatform().start(() -> run(worker, cancel));
            assertEquals("ready at " + place, said.poll(30, TimeUnit.SECONDS));
            try (Wire wire = Wire.coordinator(place, SECRET, "run")) {
                String gone = TaskText.write(task()).replace("\"basket\"", "\"nothing\"");
                int number = 0;
                for (String wrong : List.of("no task", gone)) {
                    wire.tasks()
                            .put(
                                    wire.sealed(
                                            new Message(
                                                    "run",
                                                    ++number,
                                                    1,
                                                    Message.What.TASK,
                                                    wrong,
                                                    Message.NONE)));
                    Message answer = wire.opened(wire.from("run").poll(30, TimeUnit.SECONDS));
                    assertEquals(Message.What.FAILED, answer.what());
                    assertEquals(number, answer.number());
                }
            }
            cancel.ask();
            thread.join();
        }
    }

    /// What is told of has come: it plays before all is done.
    @Test
    void frames_comeBackAsTheyAreMade() throws Exception {
        Place place = free();
        Cancel cancel = new Cancel();
        Shot shot =
                NewShot.make(
                        "fireball",
                        List.of("mass=2", "frames.last=5", "elements.fireball.voxel.work=0.5"));
        Task small = new Task("small", "small", shot, "fireball", Fineness.WORK, 1, 5);
        Path out = folder.resolve("out");
        List<Integer> there = new ArrayList<>();
        Coordinator.Listener listener = mock(Coordinator.Listener.class);
        doAnswer(
                        told -> {
                            FiringRecord record = FiringRecord.read(out.resolve("small"));
                            there.add(record.kept().size());
                            for (String file : record.files().values()) {
                                assertTrue(Files.exists(out.resolve("small").resolve(file)), file);
                            }
                            return null;
                        })
                .when(listener)
                .progress(anyInt(), any());
        try (Workers workers = new Workers(1)) {
            Path scratch = Files.createDirectory(folder.resolve("scratch"));
            Worker worker = new Worker(place, SECRET, workers, scratch, said -> {});
            Thread thread = Thread.ofPlatform().start(() -> run(worker, cancel));
            new Coordinator(List.of(place), SECRET)
                    .run(List.of(small), out, listener, new Cancel());
            cancel.ask();
            thread.join();
        }
        verify(listener, never()).failed(anyInt(), any());
        assertTrue(there.getFirst() < 5, "the first was heard of before all were there: " + there);
        assertEquals(5, FiringRecord.read(out.resolve("small")).kept().size());
    }

    private static void run(Worker worker, Cancel cancel) {
        try {
            worker.run(cancel);
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /// A worker of another version gets nothing, and the user is told why.
    @Test
    void otherNumerics_getNothing() throws Exception {
        Place place = free();
        Cancel cancel = new Cancel();
        Coordinator.Listener listener = mock(Coordinator.Listener.class);
        doAnswer(
                        said -> {
                            cancel.ask();
                            return null;
                        })
                .when(listener)
                .said(contains("computes by other numerics"));
        try (Wire worker = Wire.worker(place, SECRET, FiringKey.NUMERICS + 1)) {
            new Coordinator(List.of(place), SECRET).run(List.of(task()), folder, listener, cancel);
            assertTrue(worker.tasks().isEmpty());
        }
        verify(listener).said(contains(place.toString()));
        verify(listener, never()).began(anyInt(), any());
    }
}
