package ashfall.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.firing.FiringRecord;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.BufferedReader;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/// Trials on three workers, each a process of its own, one of which is killed in the middle.
class FarmTest {
    private static final String SHOT = "oil-store";
    private static final String VOXEL = "elements.store.voxel.sketch=0.6";

    @TempDir private Path folder;
    private final List<Process> workers = new ArrayList<>();
    private final List<String> places = new ArrayList<>();

    @AfterEach
    void stop() throws InterruptedException {
        for (Process worker : workers) {
            worker.destroyForcibly().waitFor();
        }
    }

    private Path secret() throws IOException {
        Path file = folder.resolve("secret");
        Files.writeString(file, "the lantern is lit\n");
        return file;
    }

    private void startWorker() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            places.add("127.0.0.1:" + socket.getLocalPort());
        }
        workers.add(
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                                "--add-modules=jdk.incubator.vector",
                                "-cp",
                                System.getProperty("java.class.path"),
                                Ashfall.class.getName(),
                                "worker",
                                "--at",
                                places.getLast(),
                                "--threads",
                                "1",
                                "--secret-file",
                                secret().toString())
                        .redirectErrorStream(true)
                        .start());
    }

    /// Kills a worker once it has begun a task.
    private static void killInTheMiddle(Process worker) {
        try (BufferedReader said = worker.inputReader(StandardCharsets.UTF_8)) {
            for (String line = said.readLine(); line != null; line = said.readLine()) {
                if (line.startsWith("worker: fires")) {
                    worker.destroyForcibly();
                    return;
                }
            }
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void trialsOnThreeWorkers_oneKilled_areThoseOfOneMachine() throws Exception {
        for (int i = 0; i < 3; i++) {
            startWorker();
        }
        Thread killer = Thread.ofPlatform().start(() -> killInTheMiddle(workers.get(1)));
        Path afar = folder.resolve("afar");
        List<String> common =
                List.of("trials", SHOT, "--set", VOXEL, "--frames", "1-12", "--seeds", "1,2,3,4,5");
        List<String> line = new ArrayList<>(common);
        line.addAll(
                List.of(
                        "--out",
                        afar.toString(),
                        "--workers",
                        String.join(",", places),
                        "--secret-file",
                        secret().toString()));
        CommandRun run = CommandRun.of(line.toArray(String[]::new));
        assertEquals(0, run.status(), run.err());
        killer.join(TimeUnit.SECONDS.toMillis(60));
        assertTrue(run.err().contains(places.get(1) + " is gone; another makes it"), run.err());
        JsonNode state = new ObjectMapper().readTree(afar.resolve("trials.json").toFile());
        state.get("trials").forEach(one -> assertEquals("done", one.get("state").asText()));

        Path here = folder.resolve("here");
        List<String> local = new ArrayList<>(common);
        local.addAll(List.of("--out", here.toString()));
        assertEquals(0, CommandRun.of(local.toArray(String[]::new)).status());
        for (int seed = 1; seed <= 5; seed++) {
            FiringRecord one = FiringRecord.read(here.resolve("seed-" + seed));
            FiringRecord other = FiringRecord.read(afar.resolve("seed-" + seed));
            assertEquals(12, one.kept().size());
            assertEquals(one.kept(), other.kept(), "the same bytes and checksums");
            for (var frame : other.kept().values()) {
                assertTrue(Files.exists(afar.resolve("seed-" + seed).resolve(frame.file())));
            }
        }
        CommandRun again = CommandRun.of(line.toArray(String[]::new));
        assertEquals(0, again.status());
        assertTrue(!again.err().contains(" on "), "what is whole is not made again");
    }
}
