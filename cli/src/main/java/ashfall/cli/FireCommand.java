package ashfall.cli;

import ashfall.firing.FiringException;
import ashfall.firing.FiringJob;
import ashfall.firing.FiringRecord;
import ashfall.shot.DemoShots;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.work.Workers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;

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

    @Mixin private FireOptions options;

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
    public Integer call() throws IOException {
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
        Shot shot = Settings.with(reading.shot(), options.settings);
        if (resume && !FiringRecord.isIn(out)) {
            throw new FiringException("there is no firing to resume in '" + out + "'");
        }
        FiringJob.Request request =
                options.request(
                        shot,
                        out,
                        replace ? FiringJob.Existing.REPLACE : FiringJob.Existing.CONTINUE,
                        new FiringJob.Pace(recoveryFrames));
        try (Workers workers = options.workers()) {
            return print(
                    Stoppable.run(
                            cancel -> {
                                FiringJob job =
                                        new FiringJob(
                                                request,
                                                Runtime.getRuntime().maxMemory(),
                                                workers,
                                                this::report,
                                                cancel);
                                Output.err(spec).println(job.plan().words());
                                return job.run();
                            }));
        }
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
