package ashfall.desk.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;

/// What a firing's process says reaches the run; another program stands in for it.
class FiringProcessTest {
    @TempDir private Path folder;

    /// A full disk: the window says what is waited for, and no longer once it goes on.
    @Test
    @DisabledOnOs(OS.WINDOWS)
    void paused_isSaidUntilItGoesOn() throws Exception {
        Path room = folder.resolve("room");
        assertEquals(0, new ProcessBuilder("mkfifo", room.toString()).start().waitFor());
        String script =
                "echo 'paused: the disk is full' >&2; read x < \"$0\"; echo 'frame 2: on' >&2";
        Run run =
                Run.firing(
                        "firing 1",
                        DemoShots.read("oil-store").shot(),
                        "store",
                        Fineness.SKETCH,
                        Map.of(),
                        folder.resolve("firing-1"),
                        null);
        BlockingQueue<String> said = new LinkedBlockingQueue<>();
        run.problemProperty().addListener((o, was, is) -> said.add(is));
        FiringProcess process =
                new FiringProcess(
                        new FiringProcess.Launcher(List.of("sh", "-c", script, room.toString())),
                        run,
                        Runnable::run);
        assertEquals("paused: the disk is full", said.poll(30, TimeUnit.SECONDS));
        assertTrue(run.isRunning());
        Files.writeString(room, "there is room\n");
        assertEquals("", said.poll(30, TimeUnit.SECONDS));
        process.cancel();
    }
}
