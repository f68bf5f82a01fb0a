package ashfall.desk.run;

import ashfall.work.WholeFile;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;

/// Firings that are made one after the other, unattended. How each stands is in a file beside them
/// at any time, for other programs. On the toolkit's thread.
final class FiringQueue {
    /// Name of the file, in the folder that holds the firings' folders.
    static final String FILE = "queue.json";

    private static final Logger LOG = LoggerFactory.getLogger(FiringQueue.class);

    private final FiringProcess.Launcher launcher;
    private final Executor ui;
    private final Consumer<Run> began;
    private final Consumer<Run> ended;
    private final List<Run> waiting = new ArrayList<>();

    /// All that were asked for in this window, as they stand.
    private final List<Run> asked = new ArrayList<>();

    private final ExecutorService writer =
            Executors.newSingleThreadExecutor(
                    task -> Thread.ofPlatform().daemon().name("ashfall-queue").unstarted(task));
    private Run running;
    private FiringProcess process;

    /// @param began is told of each firing when its process starts
    /// @param ended is told of each when it is done, stopped or failed
    FiringQueue(
            FiringProcess.Launcher launcher,
            Executor ui,
            Consumer<Run> began,
            Consumer<Run> ended) {
        this.launcher = launcher;
        this.ui = ui;
        this.began = began;
        this.ended = ended;
    }

    /// Makes a firing now, or after those that were asked for before.
    void add(Run run) {
        waiting.add(run);
        asked.add(run);
        next();
        write();
    }

    private void next() {
        if (running != null || waiting.isEmpty()) {
            return;
        }
        Run run = waiting.removeFirst();
        running = run;
        run.stateProperty().addListener((o, was, is) -> end(run));
        process = new FiringProcess(launcher, run, ui);
        began.accept(run);
    }

    private void end(Run run) {
        if (run.equals(running)) {
            running = null;
            next();
            write();
            ended.accept(run);
        }
    }

    /// Those that wait, the next first.
    List<Run> waiting() {
        return List.copyOf(waiting);
    }

    /// Makes one that waits the next.
    void putFirst(Run run) {
        if (waiting.remove(run)) {
            waiting.addFirst(run);
            write();
        }
    }

    /// Takes one out that waits; says whether it did.
    boolean remove(Run run) {
        boolean was = waiting.remove(run);
        if (was) {
            asked.remove(run);
            write();
        }
        return was;
    }

    /// Stops the one in hand; the next begins.
    void cancel() {
        if (running != null) {
            process.cancel();
        }
    }

    /// Stops the one in hand, and none begins.
    void close() {
        for (Run run : waiting()) {
            remove(run);
        }
        cancel();
        writer.shutdown();
    }

    private void write() {
        if (asked.isEmpty() || writer.isShutdown()) {
            return;
        }
        ObjectNode root = new ObjectMapper().createObjectNode();
        ArrayNode list = root.putArray("firings");
        for (Run run : asked) {
            ObjectNode node = list.addObject();
            node.put("folder", run.folder().getFileName().toString());
            node.put("element", run.element());
            node.put("fineness", run.fineness().toString());
            node.put(
                    "state",
                    waiting.contains(run)
                            ? "waiting"
                            : run.stateProperty().get().name().toLowerCase(Locale.ROOT));
            node.put("frames", run.log().size());
            if (!run.problemProperty().get().isEmpty()) {
                node.put("problem", run.problemProperty().get());
            }
        }
        Path file = asked.getLast().folder().resolveSibling(FILE);
        byte[] bytes = root.toPrettyString().getBytes(StandardCharsets.UTF_8);
        writer.execute(
                () -> {
                    try {
                        Files.createDirectories(file.getParent());
                        WholeFile.write(file, List.of(ByteBuffer.wrap(bytes)));
                    } catch (IOException e) {
                        LOG.warn("{} cannot be written", file, e);
                    }
                });
    }
}
