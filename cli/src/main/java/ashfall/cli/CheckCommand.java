package ashfall.cli;

import ashfall.continuity.Continuity;
import ashfall.continuity.Finding;
import ashfall.continuity.Space;
import ashfall.continuity.Stake;
import ashfall.continuity.Stakes;
import ashfall.firing.FiringRecord;
import ashfall.firing.ForeignGas;
import ashfall.firing.PictureCheck;
import ashfall.shot.Asset;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.shot.Unit;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;

/// Says what will go wrong with a shot, and what went wrong in a firing.
@Command(
        name = "check",
        description = "Look over a shot for faults, or a firing for what went wrong.",
        mixinStandardHelpOptions = true)
final class CheckCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "SHOT", description = "a shot file or the name of a demo shot")
    private String shotName;

    @Option(
            names = "--firing",
            paramLabel = "DIR",
            description = "the folder of a firing whose log is looked over too")
    private Path firing;

    @Option(names = "--fineness", defaultValue = "sketch", description = "sketch, work or final")
    private String fineness;

    @Option(
            names = "--set",
            paramLabel = "KEY=VALUE",
            description = "a parameter of the shot by its path in the file")
    private List<String> settings = new ArrayList<>();

    @Option(names = "--json", description = "print one JSON object on standard output")
    private boolean json;

    @Override
    public Integer call() throws IOException {
        Shot shot = Settings.with(DemoShots.fileOrDemo(shotName).shot(), settings);
        Fineness at = Output.fineness(fineness);
        List<Finding> found = new ArrayList<>();
        for (String element : shot.elements().keySet()) {
            found.addAll(Continuity.check(shot, element, at));
        }
        for (ForeignGas volumes : ForeignGas.of(shot)) {
            volumes.fault(shot).ifPresent(found::add);
        }
        if (shot.elements().isEmpty() && shot.volumes().isEmpty()) {
            found.add(new Finding("", "the shot is empty; add a burner or a charge"));
        }
        found.addAll(assets(shot));
        FiringRecord record = firing == null ? null : FiringRecord.read(firing);
        if (record != null) {
            found.addAll(lookBack(record));
            found.addAll(PictureCheck.check(shot, Map.of(record.element(), record)));
        } else {
            found.addAll(PictureCheck.files(shot));
        }
        List<Judgement> stakes = record == null ? stakes(shot) : stakes(record);
        if (json) {
            ObjectNode node = Output.object();
            addTo(node, found);
            addStakesTo(node, stakes);
            Output.json(spec, node);
            return 0;
        }
        if (found.isEmpty()) {
            Output.out(spec).println("no fault found");
        }
        found.forEach(f -> Output.out(spec).println(line(f)));
        stakes.forEach(s -> Output.out(spec).println(s.line()));
        for (String element : shot.elements().keySet()) {
            Space.forecast(shot, element)
                    .ifPresent(
                            space ->
                                    Output.out(spec)
                                            .println(
                                                    "elements."
                                                            + element
                                                            + ": proposed: bounds of "
                                                            + space.words()
                                                            + ", a sketch with voxels of "
                                                            + Unit.METRE.figure(
                                                                    space.sketchVoxel(), 2)));
        }
        return 0;
    }

    /// Files beside the shot that are gone, or others than those taken in; a demo shot has none.
    private List<Finding> assets(Shot shot) throws IOException {
        List<Finding> found = new ArrayList<>();
        Path folder = Path.of(shotName).toAbsolutePath().getParent();
        for (var asset : shot.assets().entrySet()) {
            Asset.fault(asset.getKey(), asset.getValue(), folder)
                    .ifPresent(why -> found.add(new Finding("assets." + asset.getKey(), why)));
        }
        return found;
    }

    /// A stake of an element, and what a run made of it.
    ///
    /// @param verdict empty without a run
    record Judgement(String path, Stake stake, String verdict) {
        String line() {
            return path + ": " + stake.words() + (verdict.isEmpty() ? "" : ", " + verdict);
        }
    }

    private static List<Judgement> stakes(Shot shot) {
        List<Judgement> all = new ArrayList<>();
        for (String element : shot.elements().keySet()) {
            Stakes.of(shot, element)
                    .forEach(s -> all.add(new Judgement("elements." + element, s, "")));
        }
        return all;
    }

    /// The stakes of a firing, judged, by the shot as it was fired.
    static List<Judgement> stakes(FiringRecord record) {
        Shot fired = ShotFile.parse(record.shotJson(), record.name()).shot();
        double last = Stakes.lastSecond(fired);
        return Stakes.of(fired, record.element()).stream()
                .map(
                        s ->
                                new Judgement(
                                        "elements." + record.element(),
                                        s,
                                        s.verdict(record.log(), last)))
                .toList();
    }

    /// What went wrong in a firing, by the shot as it was fired.
    static List<Finding> lookBack(FiringRecord record) {
        Shot fired = ShotFile.parse(record.shotJson(), record.name()).shot();
        return Continuity.lookBack(fired, record.element(), record.log());
    }

    static String line(Finding f) {
        return (f.path().isEmpty() ? "" : f.path() + ": ") + f.sentence();
    }

    static void addTo(ObjectNode node, List<Finding> found) {
        ArrayNode all = node.putArray("findings");
        found.forEach(f -> all.addObject().put("path", f.path()).put("sentence", f.sentence()));
    }

    static void addStakesTo(ObjectNode node, List<Judgement> stakes) {
        ArrayNode all = node.putArray("stakes");
        stakes.forEach(
                s ->
                        all.addObject()
                                .put("path", s.path())
                                .put("sentence", s.stake().words())
                                .put("verdict", s.verdict()));
    }
}
