package ashfall.cli;

import ashfall.firing.FiringRecord;
import ashfall.trial.Outcome;
import ashfall.trial.Trial;
import ashfall.work.WholeFile;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/// How trials stand, and what came of them: in a file at any time, and in words at the end.
final class TrialsState {
    /// Name of the file, in the folder of the firings' folders.
    static final String FILE = "trials.json";

    private final Path file;
    private final ObjectNode node = Output.object();
    private final ArrayNode list;

    /// All wait.
    TrialsState(Path out, List<Trial> trials, String element, String fineness) throws IOException {
        Files.createDirectories(out);
        this.file = out.resolve(FILE);
        node.put("shot", trials.getFirst().shot().name());
        node.put("element", element);
        node.put("fineness", fineness);
        this.list = node.putArray("trials");
        for (Trial trial : trials) {
            ObjectNode entry = list.addObject();
            entry.put("name", trial.name());
            entry.put("caption", trial.caption());
            trial.settings().forEach(entry.putArray("settings")::add);
            entry.put("state", "waiting");
        }
        write();
    }

    private void write() throws IOException {
        byte[] bytes = node.toPrettyString().getBytes(StandardCharsets.UTF_8);
        WholeFile.write(file, List.of(ByteBuffer.wrap(bytes)));
    }

    private ObjectNode entry(int trial) {
        return (ObjectNode) list.get(trial);
    }

    /// @param worker where it is made; null here
    void running(int trial, String worker) throws IOException {
        if (worker != null) {
            entry(trial).put("worker", worker);
        }
        state(trial, "running");
    }

    void waiting(int trial) throws IOException {
        state(trial, "waiting");
    }

    private void state(int trial, String state) throws IOException {
        entry(trial).put("state", state);
        write();
    }

    void done(int trial, FiringRecord record) throws IOException {
        came(trial, record);
        state(trial, "done");
    }

    /// @param record of what was made until then
    void stopped(int trial, FiringRecord record) throws IOException {
        came(trial, record);
        state(trial, "stopped");
    }

    /// Whatever was in hand is stopped.
    void stopped() throws IOException {
        for (int i = 0; i < list.size(); i++) {
            if (entry(i).get("state").asText().equals("running")) {
                state(i, "stopped");
            }
        }
    }

    void failed(int trial, String why) throws IOException {
        entry(trial).put("error", why);
        state(trial, "failed");
    }

    private void came(int trial, FiringRecord record) {
        if (record.log().isEmpty()) {
            return;
        }
        ObjectNode entry = entry(trial);
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

    ObjectNode json() {
        return node;
    }

    /// A line for each.
    List<String> words() {
        return list.valueStream()
                .map(
                        entry ->
                                String.format(
                                        Locale.ROOT,
                                        "%-24s  %s",
                                        entry.get("caption").asText(),
                                        entry.get(entry.has("outcome") ? "outcome" : "state")
                                                .asText()))
                .toList();
    }
}
