package ashfall.desk;

import ashfall.desk.document.Station;
import ashfall.shot.DemoShots;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.trial.Trial;
import ashfall.trial.Trials;

import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/// The commands that need the window: `ashfall`, `demo`, `open`, `snap`. Exit status 0 done, 1
/// failed, 2 wrong usage.
@Command(
        name = "ashfall",
        description = "The desk.",
        mixinStandardHelpOptions = true,
        version = "Ashfall 0.1.0")
public final class DeskCommand implements Runnable {
    /// Starts the program.
    public static void main(String[] args) {
        System.exit(execute(args));
    }

    /// Runs a command line and returns its exit status.
    static int execute(String... args) {
        CommandLine line = new CommandLine(new DeskCommand());
        line.setExecutionExceptionHandler(
                (e, at, result) -> {
                    at.getErr().println("ashfall: " + e.getMessage());
                    return 1;
                });
        line.setParameterExceptionHandler(
                (e, wrong) -> {
                    String first = e.getMessage().lines().findFirst().orElse("");
                    e.getCommandLine().getErr().println("ashfall: " + first);
                    return 2;
                });
        return line.execute(args);
    }

    /// Without a command: a burner to begin with.
    @Override
    public void run() {
        open(NewShot.make("burner", List.of()), null, Desk.Measure.NOTHING);
    }

    private static void open(Shot shot, Path file, Desk.Measure measure) {
        if (System.getProperty("glass.platform", "").equals("Headless")
                && measure == Desk.Measure.NOTHING) {
            System.err.println(
                    "ashfall: there is no monitor, so the window is drawn in memory only; Ctrl-C"
                            + " ends it, and 'ashfall snap' makes a picture of it");
        }
        Desk.run(new Desk.Opening(shot, file, measure));
    }

    @Command(name = "demo", description = "The desk with a demo shot.")
    int demo(
            @Parameters(paramLabel = "NAME", defaultValue = "oil-store", arity = "0..1")
                    String name,
            @Option(
                            names = "--time",
                            description =
                                    "print when the first simulated picture was there, and end")
                    boolean time,
            @Option(
                            names = "--pace",
                            description =
                                    "print frames and pictures a second of a long sketch, and end")
                    boolean pace) {
        if (!DemoShots.all().containsKey(name)) {
            throw new ShotException(
                    "there is no demo shot '"
                            + name
                            + "'; there are "
                            + String.join(", ", DemoShots.all().keySet()));
        }
        Shot shot = DemoShots.read(name).shot();
        if (pace) {
            open(Settings.with(shot, List.of("frames.last=400")), null, Desk.Measure.PACE);
        } else {
            open(shot, null, time ? Desk.Measure.START : Desk.Measure.NOTHING);
        }
        return 0;
    }

    @Command(name = "open", description = "The desk with a shot.")
    int open(@Parameters(paramLabel = "FILE") Path file) {
        open(ShotFile.read(file).shot(), file, Desk.Measure.NOTHING);
        return 0;
    }

    @Command(name = "snap", description = "A picture of the window, drawn without a monitor.")
    int snap(
            @Option(names = "--demo", paramLabel = "NAME", defaultValue = "oil-store") String demo,
            @Option(
                            names = "--view",
                            paramLabel = "VIEW",
                            defaultValue = "window",
                            description =
                                    "window, fireground, chart, dials, manifest, slice, streaks,"
                                            + " rise, air, voxels, ledger, looks, review, render;"
                                            + " with --vary: trials, compare, wipe or"
                                            + " difference")
                    String view,
            @Option(names = "--frame", paramLabel = "N", defaultValue = "20") long frame,
            @Option(names = "--station", paramLabel = "N", description = "digit of a station")
                    Integer station,
            @Option(names = "--choose", paramLabel = "PATH", description = "an item to choose")
                    String choose,
            @Option(
                            names = "--vary",
                            paramLabel = "KEY=A,B,C",
                            description = "values of a dial, for trials and to compare")
                    String vary,
            @Option(names = "--size", paramLabel = "WxH", defaultValue = "1280x800") String size,
            @Option(names = "--out", paramLabel = "FILE", required = true) Path out)
            throws IOException {
        String[] edges = size.split("x");
        if (edges.length != 2 || !size.matches("\\d{3,5}x\\d{3,5}")) {
            throw new ShotException("'" + size + "' is no size; write 1280x800");
        }
        if (station != null
                && Arrays.stream(Station.values()).noneMatch(s -> s.digit() == station)) {
            throw new ShotException(
                    "there is no station "
                            + station
                            + "; there are "
                            + Arrays.stream(Station.values())
                                    .map(s -> s.digit() + " " + s.label())
                                    .collect(Collectors.joining(", ")));
        }
        Shot shot = DemoShots.fileOrDemo(demo).shot();
        List<Trial> trials = List.of();
        if (vary != null) {
            String[] parts = vary.split("=", 2);
            trials = Trials.bracket(shot, parts[0], List.of(parts[parts.length - 1].split(",")));
        }
        if (trials.size() < 2 && Snap.needsTrials(view)) {
            throw new ShotException(
                    "the view '" + view + "' needs trials; give --vary with two values or more");
        }
        Snap.Request request =
                new Snap.Request(
                        shot,
                        Files.exists(Path.of(demo)) ? Path.of(demo) : null,
                        view,
                        frame,
                        station,
                        choose,
                        trials,
                        Integer.parseInt(edges[0]),
                        Integer.parseInt(edges[1]),
                        out);
        Snap.take(request);
        System.out.println("wrote " + out);
        return 0;
    }
}
