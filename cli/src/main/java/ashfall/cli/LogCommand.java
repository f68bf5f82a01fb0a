package ashfall.cli;

import ashfall.firing.FiringRecord;
import ashfall.sim.LogEntry;

import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;

/// Prints the burn log of a firing.
@Command(
        name = "log",
        description = "Say what burned in a firing.",
        mixinStandardHelpOptions = true)
final class LogCommand implements Runnable {
    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "DIR", description = "the folder of the firing")
    private Path folder;

    @Option(names = "--json", description = "print one JSON object on standard output")
    private boolean json;

    @Override
    public void run() {
        FiringRecord record = FiringRecord.read(folder);
        if (json) {
            ObjectNode node = Output.object();
            node.put("name", record.name());
            node.put("key", record.key());
            node.set("frames", record.logNode());
            node.putArray("gauges");
            CheckCommand.addTo(node, CheckCommand.lookBack(record));
            CheckCommand.addStakesTo(node, CheckCommand.stakes(record));
            Output.json(spec, node);
            return;
        }
        // A lamp in grams and kilowatts, a fireball in kilograms and megawatts.
        boolean large = record.log().stream().anyMatch(e -> e.heatReleaseKw() >= 1000);
        double mass = large ? 1 : 1000;
        Output.out(spec)
                .println(
                        large
                                ? "frame  time s  heat MW  fuel left  burnt kg  smoke kg  hottest K"
                                        + "  top m  speed m/s  substeps  seconds"
                                : "frame  time s  heat kW  fuel left   burnt g   smoke g  hottest K"
                                        + "  top m  speed m/s  substeps  seconds");
        for (LogEntry e : record.log()) {
            Output.out(spec)
                    .println(
                            String.format(
                                    Locale.ROOT,
                                    "%5d  %6.3f  %7.2f  %9.3f  %8.3f  %8.4f  %9.0f  %5.2f  %9.1f "
                                            + " %8d  %7.2f",
                                    e.frame(),
                                    e.timeS(),
                                    e.heatReleaseKw() / (large ? 1000 : 1),
                                    mass * e.fuelLeftKg(),
                                    mass * e.fuelBurntKg(),
                                    mass * e.smokeKg(),
                                    e.hottestK(),
                                    e.flameTopM(),
                                    e.peakSpeedMs(),
                                    e.substeps(),
                                    e.seconds()));
        }
        whoBurned(record.log());
        CheckCommand.lookBack(record).forEach(f -> Output.out(spec).println(CheckCommand.line(f)));
        CheckCommand.stakes(record).forEach(s -> Output.out(spec).println(s.line()));
    }

    /// Whose heat it was, where that was told.
    private void whoBurned(List<LogEntry> log) {
        Map<String, Double> kilojoules = new LinkedHashMap<>();
        for (LogEntry e : log) {
            if (e.heatOfKw() != null) {
                e.heatOfKw()
                        .forEach(
                                (source, kw) ->
                                        kilojoules.merge(source, kw * e.gasSeconds(), Double::sum));
            }
        }
        double all = kilojoules.values().stream().mapToDouble(v -> v).sum();
        if (all > 0) {
            String shares =
                    kilojoules.entrySet().stream()
                            .map(
                                    s ->
                                            String.format(
                                                    Locale.ROOT,
                                                    "%s %.1f %%",
                                                    s.getKey(),
                                                    100 * s.getValue() / all))
                            .collect(Collectors.joining(", "));
            Output.out(spec).println("who burned: " + shares + " of the heat");
        }
    }
}
