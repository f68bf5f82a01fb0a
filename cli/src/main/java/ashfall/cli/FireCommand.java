package ashfall.cli;

import ashfall.firing.FiringJob;
import ashfall.firing.FiringRecord;
import ashfall.shot.DemoShots;
import ashfall.shot.Frames;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;

/// Fires a shot into a folder.
@Command(
        name = "fire",
        description = "Simulate a shot and keep its frames as OpenVDB.",
        mixinStandardHelpOptions = true)
final class FireCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "SHOT", description = "a shot file or the name of a demo shot")
    private String shotName;

    @Option(
            names = "--out",
            paramLabel = "DIR",
            required = true,
            description = "the folder of the firing")
    private Path out;

    @Option(
            names = "--frames",
            paramLabel = "A-B",
            description = "frames to keep; by default all of the shot")
    private String frames;

    @Option(names = "--fineness", defaultValue = "sketch", description = "sketch, work or final")
    private String fineness;

    @Option(
            names = "--set",
            paramLabel = "KEY=VALUE",
            description = "a parameter of the shot by its path in the file")
    private List<String> settings = new ArrayList<>();

    @Option(
            names = "--element",
            paramLabel = "NAME",
            description = "the element to fire; needed when there are several")
    private String element;

    @Option(
            names = "--threads",
            paramLabel = "N",
            description = "processors to use; by default all")
    private int threads = Runtime.getRuntime().availableProcessors();

    @Option(
            names = "--resume",
            description =
                    "go on after the last whole frame (also done without it when the shot is the"
                            + " same)")
    private boolean resume;

    @Option(
            names = "--recovery-frames",
            paramLabel = "N",
            defaultValue = "0",
            description =
                    "make a recovery point every so many frames; by default by time, so that they"
                            + " take a twentieth of it at most")
    private long recoveryFrames;

    @Option(names = "--replace", description = "overwrite another firing in the folder")
    private boolean replace;

    @Option(names = "--json", description = "print one JSON object on standard output")
    private boolean json;

    @Override
    public Integer call() {
        if (resume && replace) {
            throw new IllegalArgumentException(
                    "--resume and --replace contradict each other; give one of them");
        }
        ShotFile.Reading reading = DemoShots.fileOrDemo(shotName);
        reading.unknownKeys()
                .forEach(
                        key ->
                                Output.err(spec)
                                        .println(
                                                "ashfall: "
                                                        + shotName
                                                        + ": the key '"
                                                        + key
                                                        + "' is not known; it is kept and has no"
                                                        + " effect"));
        Shot shot = ShotFile.with(reading.shot(), settings);
        if (resume && !FiringRecord.isIn(out)) {
            throw new IllegalArgumentException("there is no firing to resume in '" + out + "'");
        }
        Output.Range range =
                frames == null
                        ? new Output.Range(
                                shot.frames().get(Frames.FIRST), shot.frames().get(Frames.LAST))
                        : Output.range(frames);
        Cancel cancel = new Cancel();
        CountDownLatch ended = new CountDownLatch(1);
        try (Workers workers = new Workers(checkedThreads())) {
            FiringJob job =
                    new FiringJob(
                            new FiringJob.Request(
                                    shot,
                                    elementName(shot),
                                    Output.fineness(fineness),
                                    out,
                                    range.from(),
                                    range.to(),
                                    replace
                                            ? FiringJob.Existing.REPLACE
                                            : FiringJob.Existing.CONTINUE,
                                    new FiringJob.Pace(recoveryFrames)),
                            Runtime.getRuntime().maxMemory(),
                            workers,
                            this::report,
                            cancel);
            Output.err(spec).println(job.plan().words());
            Thread stop =
                    Thread.ofPlatform().name("ashfall-stop").unstarted(() -> stop(cancel, ended));
            Runtime.getRuntime().addShutdownHook(stop);
            FiringJob.Result result;
            try {
                result = job.run();
            } finally {
                ended.countDown();
                unhook(stop);
            }
            return print(result);
        }
    }

    private int checkedThreads() {
        if (threads < 1 || threads > 1024) {
            throw new IllegalArgumentException("--threads must be 1 to 1024, not " + threads);
        }
        return threads;
    }

    /// On an interrupt: let the frame in hand go, keep what is whole, and leave with status 3.
    private static void stop(Cancel cancel, CountDownLatch ended) {
        cancel.ask();
        try {
            ended.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        Runtime.getRuntime().halt(3);
    }

    private static void unhook(Thread stop) {
        try {
            Runtime.getRuntime().removeShutdownHook(stop);
        } catch (IllegalStateException e) {
            // The process is ending already: the hook itself sets the status.
            Thread.currentThread().interrupt();
        }
    }

    private String elementName(Shot shot) {
        if (element != null) {
            return element;
        }
        if (shot.elements().size() != 1) {
            throw new ShotException(
                    "the shot '"
                            + shot.name()
                            + "' has "
                            + shot.elements().size()
                            + " elements"
                            + (shot.elements().isEmpty()
                                    ? "; there is nothing to fire"
                                    : "; choose one with --element: "
                                            + String.join(", ", shot.elements().keySet())));
        }
        return shot.elements().keySet().iterator().next();
    }

    private void report(double done, double secondsLeft, String what) {
        Output.err(spec)
                .println(
                        Double.isNaN(secondsLeft)
                                ? what
                                : String.format(
                                        Locale.ROOT,
                                        "%3.0f %%  %s left  %s",
                                        100 * done,
                                        Output.time(secondsLeft),
                                        what));
        Output.err(spec).flush();
    }

    private int print(FiringJob.Result result) {
        FiringRecord record = result.record();
        List<String> kept = new ArrayList<>(record.files().values());
        if (json) {
            ObjectNode node = Output.object();
            node.put("dir", out.toString());
            node.put("key", record.key());
            ArrayNode numbers = node.putArray("frames");
            record.files().keySet().forEach(numbers::add);
            node.put("voxels_max", result.voxels());
            node.put("seconds", result.seconds());
            node.put("cancelled", result.cancelled());
            ArrayNode names = node.putArray("files");
            kept.forEach(names::add);
            Output.json(spec, node);
        } else {
            Output.out(spec)
                    .println(
                            (result.cancelled()
                                            ? "stopped after frame " + record.lastFrame() + "; "
                                            : "")
                                    + kept.size()
                                    + " frames in "
                                    + out
                                    + ", "
                                    + result.framesDone()
                                    + " of them simulated now in "
                                    + Output.time(result.seconds()));
        }
        return result.cancelled() ? 3 : 0;
    }
}
