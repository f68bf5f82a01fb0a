package ashfall.cli;

import ashfall.farm.Coordinator;
import ashfall.farm.Place;
import ashfall.farm.Task;
import ashfall.firing.FiringException;
import ashfall.firing.FiringJob;
import ashfall.firing.FiringRecord;
import ashfall.shot.DemoShots;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.sim.DivergedException;
import ashfall.trial.Outcome;
import ashfall.trial.Trial;
import ashfall.trial.Trials;
import ashfall.work.Cancel;
import ashfall.work.Progress;
import ashfall.work.WholeFile;
import ashfall.work.Workers;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
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
    static final String FILE = "trials.json";

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
        Shot shot = ShotFile.with(DemoShots.fileOrDemo(shotName).shot(), fire.settings);
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
        Files.createDirectories(out);
        ObjectNode node = Output.object();
        node.put("shot", trials.getFirst().shot().name());
        node.put("element", element);
        node.put("fineness", fire.fineness);
        ArrayNode list = node.putArray("trials");
        for (Trial trial : trials) {
            ObjectNode entry = list.addObject();
            entry.put("name", trial.name());
            entry.put("caption", trial.caption());
            trial.settings().forEach(entry.putArray("settings")::add);
            entry.put("state", "waiting");
        }
        int status =
                farmed == null ? fireHere(trials, node, cancel) : fireAfar(trials, node, cancel);
        if (json) {
            Output.json(spec, node);
        } else {
            list.forEach(entry -> Output.out(spec).println(words((ObjectNode) entry)));
        }
        return status;
    }

    private int fireHere(List<Trial> trials, ObjectNode node, Cancel cancel) throws IOException {
        JsonNode list = node.get("trials");
        int status = 0;
        for (int i = 0; i < trials.size() && status != 3; i++) {
            ObjectNode entry = (ObjectNode) list.get(i);
            entry.put("state", "running");
            write(node);
            String place = "trial " + (i + 1) + " of " + trials.size() + ", ";
            int one = fireOne(trials.get(i), entry, place, cancel);
            status = Math.max(status, one);
            write(node);
        }
        return status;
    }

    private FiringJob.Request request(Trial trial) {
        return fire.request(
                trial.shot(),
                out.resolve(trial.name()),
                FiringJob.Existing.CONTINUE,
                FiringJob.Pace.BY_TIME);
    }

    /// On other machines; what is whole here already is not made again.
    private int fireAfar(List<Trial> trials, ObjectNode node, Cancel cancel) throws IOException {
        List<Place> places = Stream.of(farmed.split("\\s*,\\s*")).map(Place::of).toList();
        Coordinator coordinator = new Coordinator(places, farm.secret());
        Afar afar = new Afar(node);
        try (Workers workers = new Workers(1)) {
            for (int i = 0; i < trials.size(); i++) {
                afar.plan(i, trials.get(i), request(trials.get(i)), workers);
            }
        }
        write(node);
        if (!afar.tasks.isEmpty()) {
            try {
                coordinator.run(afar.tasks, out, afar, cancel);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
        if (cancel.isAsked()) {
            afar.stopped();
            return 3;
        }
        return afar.status;
    }

    /// What other machines make, as the state in the file.
    private final class Afar implements Coordinator.Listener {
        final List<Task> tasks = new ArrayList<>();
        private final List<ObjectNode> entries = new ArrayList<>();
        private final ObjectNode node;
        private int status;

        Afar(ObjectNode node) {
            this.node = node;
        }

        void plan(int i, Trial trial, FiringJob.Request request, Workers workers) {
            ObjectNode entry = (ObjectNode) node.get("trials").get(i);
            try {
                var whole =
                        new FiringJob(
                                        request,
                                        Long.MAX_VALUE,
                                        workers,
                                        Progress.silent(),
                                        new Cancel())
                                .whole();
                if (whole.isPresent()) {
                    entry.put("state", "done");
                    outcome(whole.get(), entry);
                    return;
                }
                entries.add(entry);
                tasks.add(
                        new Task(
                                trial.name(),
                                trial.caption(),
                                trial.shot(),
                                request.element(),
                                request.fineness(),
                                request.from(),
                                request.to()));
            } catch (FiringException | ShotException e) {
                fail(entry, e.getMessage());
            }
        }

        private void fail(ObjectNode entry, String why) {
            status = 1;
            entry.put("state", "failed");
            entry.put("error", why);
            Output.err(spec).println("ashfall: " + entry.get("caption").asText() + ": " + why);
        }

        /// What was in hand is made again next time.
        void stopped() {
            for (int i = 0; i < entries.size(); i++) {
                if (entries.get(i).get("state").asText().equals("running")) {
                    change(i, "stopped");
                }
            }
        }

        private void change(int task, String state) {
            entries.get(task).put("state", state);
            try {
                write(node);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        @Override
        public void began(int task, Place worker) {
            entries.get(task).put("worker", worker.toString());
            change(task, "running");
            report(tasks.get(task).caption(), "on " + worker);
        }

        @Override
        public void progress(int task, String words) {
            report(tasks.get(task).caption(), words);
        }

        @Override
        public void done(int task, FiringRecord record) {
            outcome(record, entries.get(task));
            change(task, "done");
            report(tasks.get(task).caption(), "done");
        }

        @Override
        public void failed(int task, String why) {
            fail(entries.get(task), why);
            change(task, "failed");
        }

        @Override
        public void lost(int task, Place worker) {
            change(task, "waiting");
            report(tasks.get(task).caption(), worker + " is gone; another makes it");
        }

        @Override
        public void said(String sentence) {
            Output.err(spec).println("ashfall: " + sentence);
        }
    }

    /// How all stand is in a file at any time.
    private void write(ObjectNode node) throws IOException {
        byte[] bytes = node.toPrettyString().getBytes(StandardCharsets.UTF_8);
        WholeFile.write(out.resolve(FILE), List.of(ByteBuffer.wrap(bytes)));
    }

    private int fireOne(Trial trial, ObjectNode entry, String place, Cancel cancel) {
        FiringJob.Request request = request(trial);
        try (Workers workers = fire.workers()) {
            FiringJob.Result result =
                    new FiringJob(
                                    request,
                                    Runtime.getRuntime().maxMemory(),
                                    workers,
                                    (done, left, what) -> report(place + trial.caption(), what),
                                    cancel)
                            .run();
            entry.put("state", result.cancelled() ? "stopped" : "done");
            outcome(result.record(), entry);
            return result.cancelled() ? 3 : 0;
        } catch (FiringException | ShotException | DivergedException e) {
            entry.put("state", "failed");
            entry.put("error", e.getMessage());
            Output.err(spec).println("ashfall: " + trial.caption() + ": " + e.getMessage());
            return 1;
        }
    }

    private void report(String who, String what) {
        Output.err(spec).println(who + "  " + what);
        Output.err(spec).flush();
    }

    private static void outcome(FiringRecord record, ObjectNode entry) {
        if (record.log().isEmpty()) {
            return;
        }
        Outcome outcome = Outcome.of(record.log());
        entry.put("flame_top_m", outcome.flameTopM());
        entry.put("heat_kj", outcome.heatKj());
        entry.put("smoke_kg", outcome.smokeKg());
        entry.put("hottest_k", outcome.hottestK());
        entry.put("last_flame", outcome.lastFlame());
        entry.put("last_flame_s", outcome.lastFlameS());
        entry.put("burns", outcome.burns());
        entry.put("outcome", outcome.words());
    }

    private static String words(ObjectNode entry) {
        String caption = String.format(Locale.ROOT, "%-24s", entry.get("caption").asText());
        if (!entry.has("outcome")) {
            return caption + "  " + entry.get("state").asText();
        }
        return caption + "  " + entry.get("outcome").asText();
    }
}
