package ashfall.cli;

import ashfall.farm.Coordinator;
import ashfall.farm.Place;
import ashfall.firing.FiringException;
import ashfall.firing.FiringJob;
import ashfall.shot.DemoShots;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.sim.DivergedException;
import ashfall.trial.Trial;
import ashfall.trial.Trials;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.stream.Stream;

/// Fires variants of a shot side by side.
@Command(
        name = "trials",
        description =
                "Fire a shot several times: at several values of a dial (--vary), with several"
                    + " seeds (--seeds), or with values drawn from ranges (--between), each into a"
                    + " folder of its own; say how they compare.",
        mixinStandardHelpOptions = true)
final class TrialsCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "SHOT", description = "a shot file or the name of a demo shot")
    private String shotName;

    @Option(
            names = "--out",
            paramLabel = "DIR",
            required = true,
            description = "the folder for the firings' folders")
    private Path out;

    @Option(
            names = "--vary",
            paramLabel = "KEY=A,B,C",
            description = "a dial and its values; values with commas are parted by ';'")
    private String bracket;

    @Option(names = "--seeds", paramLabel = "A,B,C", description = "seeds of the element")
    private String seeds;

    @Option(
            names = "--between",
            paramLabel = "KEY=A..B",
            description = "a dial and the smallest and largest value that are drawn")
    private List<String> ranges = new ArrayList<>();

    @Option(
            names = "--count",
            paramLabel = "N",
            defaultValue = "5",
            description = "how many are drawn; by default 5")
    private int count;

    @Option(
            names = "--draw",
            paramLabel = "N",
            defaultValue = "1",
            description = "another number draws other values; by default 1")
    private long draw;

    @Option(
            names = "--list",
            description =
                    "run nothing; print a command line for each, to be run in any order or place")
    private boolean listed;

    @Mixin private FireOptions fire;

    @Option(
            names = "--workers",
            paramLabel = "HOST:PORT,...",
            description =
                    "machines on which './ashfall worker' runs with the same secret: they fire, the"
                            + " files come here")
    private String farmed;

    @Mixin private FarmOptions farm;

    @Option(names = "--json", description = "print one JSON object on standard output")
    private boolean json;

    @Override
    public Integer call() throws IOException {
        Shot shot = Settings.with(DemoShots.fileOrDemo(shotName).shot(), fire.settings);
        String element = fire.elementName(shot);
        List<Trial> trials = trials(shot, element);
        if (listed) {
            trials.forEach(trial -> Output.out(spec).println(commandLine(trial, element)));
            return 0;
        }
        return Stoppable.run(cancel -> fireAll(trials, element, cancel));
    }

    private List<Trial> trials(Shot shot, String element) {
        int ways = (bracket == null ? 0 : 1) + (seeds == null ? 0 : 1) + (ranges.isEmpty() ? 0 : 1);
        if (ways != 1) {
            throw new IllegalArgumentException(
                    "say what to vary by one of --vary, --seeds and --between");
        }
        if (seeds != null) {
            List<Long> numbers = new ArrayList<>();
            for (String seed : seeds.split(",")) {
                try {
                    numbers.add(Long.valueOf(seed.strip()));
                } catch (NumberFormatException e) {
                    throw new IllegalArgumentException("'" + seed + "' is no seed", e);
                }
            }
            return Trials.seeds(shot, element, numbers);
        }
        if (bracket != null) {
            String[] parts = parts(bracket, "--vary");
            List<String> values =
                    List.of(parts[1].split(parts[1].contains(";") ? "\\s*;\\s*" : "\\s*,\\s*"));
            return Trials.bracket(shot, parts[0], values);
        }
        Map<String, Trials.Range> all = new LinkedHashMap<>();
        for (String range : ranges) {
            String[] parts = parts(range, "--between");
            String[] ends = parts[1].split("\\.\\.");
            try {
                all.put(
                        parts[0],
                        new Trials.Range(Double.parseDouble(ends[0]), Double.parseDouble(ends[1])));
            } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
                throw new IllegalArgumentException(
                        "'" + range + "' is no range; write KEY=A..B, for example air.wind=2..6",
                        e);
            }
        }
        return Trials.drawn(shot, element, all, count, draw);
    }

    private static String[] parts(String text, String option) {
        int equals = text.indexOf('=');
        if (equals < 1) {
            throw new IllegalArgumentException(
                    option
                            + " wants KEY=VALUES, KEY being a path as in the file, not '"
                            + text
                            + "'");
        }
        return new String[] {text.substring(0, equals).strip(), text.substring(equals + 1).strip()};
    }

    /// What fires one trial alone: its exit status says how it ended.
    private String commandLine(Trial trial, String element) {
        List<String> words =
                new ArrayList<>(
                        List.of(
                                "./ashfall",
                                "fire",
                                shotName,
                                "--out",
                                out.resolve(trial.name()).toString(),
                                "--element",
                                element,
                                "--fineness",
                                fire.fineness));
        if (fire.frames != null) {
            words.addAll(List.of("--frames", fire.frames));
        }
        List<String> settings = new ArrayList<>(fire.settings);
        settings.addAll(trial.settings());
        settings.forEach(setting -> words.addAll(List.of("--set", setting)));
        return String.join(" ", words.stream().map(TrialsCommand::quoted).toList());
    }

    private static String quoted(String word) {
        return word.matches("[A-Za-z0-9_./=,:+-]+") ? word : "'" + word.replace("'", "'\\''") + "'";
    }

    private int fireAll(List<Trial> trials, String element, Cancel cancel) throws IOException {
        TrialsState state = new TrialsState(out, trials, element, fire.fineness);
        int status =
                farmed == null ? fireHere(trials, state, cancel) : fireAfar(trials, state, cancel);
        if (json) {
            Output.json(spec, state.json());
        } else {
            state.words().forEach(Output.out(spec)::println);
        }
        return status;
    }

    private int fireHere(List<Trial> trials, TrialsState state, Cancel cancel) throws IOException {
        int status = 0;
        for (int i = 0; i < trials.size() && status != 3; i++) {
            state.running(i, null);
            String place = "trial " + (i + 1) + " of " + trials.size() + ", ";
            status = Math.max(status, fireOne(i, trials.get(i), state, place, cancel));
        }
        return status;
    }

    private int fireAfar(List<Trial> trials, TrialsState state, Cancel cancel) throws IOException {
        List<Place> places = Stream.of(farmed.split("\\s*,\\s*")).map(Place::of).toList();
        Coordinator coordinator = new Coordinator(places, farm.secret());
        TrialsAfar afar = new TrialsAfar(state, this::report);
        for (int i = 0; i < trials.size(); i++) {
            afar.plan(i, trials.get(i), request(trials.get(i)));
        }
        return afar.run(coordinator, out, cancel);
    }

    private FiringJob.Request request(Trial trial) {
        return fire.request(
                trial.shot(),
                out.resolve(trial.name()),
                FiringJob.Existing.CONTINUE,
                FiringJob.Pace.BY_TIME);
    }

    private int fireOne(int i, Trial trial, TrialsState state, String place, Cancel cancel)
            throws IOException {
        try (Workers workers = fire.workers()) {
            FiringJob.Result result =
                    new FiringJob(
                                    request(trial),
                                    Runtime.getRuntime().maxMemory(),
                                    workers,
                                    (done, left, what) ->
                                            report(place + trial.caption() + "  " + what),
                                    cancel)
                            .run();
            if (result.cancelled()) {
                state.stopped(i, result.record());
                return 3;
            }
            state.done(i, result.record());
            return 0;
        } catch (FiringException | ShotException | DivergedException e) {
            state.failed(i, e.getMessage());
            report("ashfall: " + trial.caption() + ": " + e.getMessage());
            return 1;
        }
    }

    private void report(String line) {
        Output.err(spec).println(line);
        Output.err(spec).flush();
    }
}
