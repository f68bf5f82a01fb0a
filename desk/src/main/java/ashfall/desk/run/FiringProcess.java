package ashfall.desk.run;

import ashfall.firing.FiringException;
import ashfall.firing.FiringFolder;
import ashfall.firing.FiringRecord;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.work.WholeFile;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executor;

/// A firing in a process of its own, through the command line: neither a crash nor a lack of memory
/// there touches the window. What it has done is read from its folder each time it says a line.
public final class FiringProcess {
    private static final Logger LOG = LoggerFactory.getLogger(FiringProcess.class);
    private static final int CANCELLED = 3;
    private static final int KILLED = 137;

    /// How the command line is started.
    ///
    /// @param command program and arguments up to the command's name
    public record Launcher(List<String> command) {
        /// This program's own command line, from the class path the window runs on.
        public static Launcher own() {
            Path java = Path.of(System.getProperty("java.home"), "bin", "java");
            return new Launcher(
                    List.of(
                            java.toString(),
                            "-XX:+UseParallelGC",
                            "-XX:MaxRAMPercentage=60",
                            "--add-modules=jdk.incubator.vector",
                            "-cp",
                            System.getProperty("java.class.path"),
                            "ashfall.cli.Ashfall"));
        }
    }

    private final Launcher launcher;
    private final Run run;
    private final Executor ui;
    private volatile Process process;
    private volatile boolean cancelled;

    /// Starts the process, on a thread of its own that hears it to its end.
    ///
    /// @param run a firing with its folder; it is filled as frames come
    /// @param ui where the run's properties change
    public FiringProcess(Launcher launcher, Run run, Executor ui) {
        this.launcher = launcher;
        this.run = run;
        this.ui = ui;
        Thread.ofPlatform().daemon().name("ashfall-firing").start(this::work);
    }

    private void work() {
        try {
            process = start();
            if (cancelled) {
                process.destroy();
            }
            listen();
        } catch (IOException e) {
            LOG.error("the firing cannot be made", e);
            end(
                    -1,
                    "the firing cannot be made in '"
                            + run.folder()
                            + "'; save the shot in a folder that can be written to");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            end(-1, "the firing was interrupted");
        }
    }

    private Process start() throws IOException {
        Files.createDirectories(run.folder());
        Path shot = run.folder().resolve(FiringFolder.SHOT);
        byte[] bytes = ShotFile.write(run.shot()).getBytes(StandardCharsets.UTF_8);
        WholeFile.write(shot, List.of(ByteBuffer.wrap(bytes)));
        List<String> command = new ArrayList<>(launcher.command());
        command.addAll(
                List.of(
                        "fire",
                        shot.toString(),
                        "--out",
                        run.folder().toString(),
                        "--element",
                        run.element(),
                        "--fineness",
                        run.fineness().toString()));
        return new ProcessBuilder(command).redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
    }

    /// Asks the process to stop after the step in hand; whole frames stay.
    public void cancel() {
        cancelled = true;
        Process started = process;
        if (started != null) {
            started.destroy();
        }
    }

    private void listen() throws IOException, InterruptedException {
        String last = "";
        try (BufferedReader lines =
                new BufferedReader(
                        new InputStreamReader(process.getErrorStream(), StandardCharsets.UTF_8))) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                LOG.debug("{}", line);
                if (line.startsWith("ashfall: ")) {
                    last = line.substring("ashfall: ".length());
                }
                String waits = line.startsWith("paused: ") ? line : "";
                ui.execute(() -> run.waits(waits));
                update();
            }
        }
        int status = process.waitFor();
        update();
        end(status, last);
    }

    private void update() {
        if (!FiringRecord.isIn(run.folder())) {
            return;
        }
        try {
            FiringRecord record = FiringRecord.read(run.folder());
            ui.execute(() -> run.update(record.log(), record.files()));
        } catch (FiringException | ShotException e) {
            LOG.warn("the firing's record cannot be read yet", e);
        }
    }

    private void end(int status, String said) {
        boolean stopped = cancelled || status == CANCELLED;
        String why =
                status == 0 || stopped
                        ? ""
                        : !said.isEmpty()
                                ? said
                                : status == KILLED
                                        ? "the firing's process was killed, likely for lack of"
                                                + " memory; its whole frames are kept"
                                        : "the firing's process ended with status "
                                                + status
                                                + "; its whole frames are kept";
        Run.State how =
                status == 0 ? Run.State.DONE : stopped ? Run.State.STOPPED : Run.State.FAILED;
        ui.execute(() -> run.end(how, why));
    }
}
