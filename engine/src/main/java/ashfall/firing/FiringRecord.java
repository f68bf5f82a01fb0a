package ashfall.firing;

import ashfall.shot.Fineness;
import ashfall.shot.FrameRate;
import ashfall.sim.LogEntry;
import ashfall.work.WholeFile;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.PropertyNamingStrategies;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/// What a firing's folder says about itself: `firing.json`.
///
/// @param shotJson the shot as it was fired
/// @param keyValues what the key was made of, by path
/// @param firstFrame number of the first frame simulated
/// @param log one entry a frame done, in order; frames before the first wanted one are in it too
/// @param files names of the frames kept, by frame
public record FiringRecord(
        String name,
        String shotJson,
        String element,
        Fineness fineness,
        String key,
        Map<String, String> keyValues,
        long firstFrame,
        List<LogEntry> log,
        Map<Long, String> files) {
    static final String FILE = "firing.json";
    private static final int VERSION = 1;
    private static final ObjectMapper JSON =
            new ObjectMapper().setPropertyNamingStrategy(PropertyNamingStrategies.SNAKE_CASE);

    public FiringRecord {
        log = List.copyOf(log);
        files = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(files));
        keyValues = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(keyValues));
    }

    /// The last whole frame, or the one before the first.
    public long lastFrame() {
        return log.isEmpty() ? firstFrame - 1 : log.getLast().frame();
    }

    /// What a frame's file is called.
    public String fileName(long frame) {
        return name.replaceAll("[^A-Za-z0-9-]+", "-")
                + String.format(Locale.ROOT, "_%04d.vdb", frame);
    }

    /// What each file says of the firing.
    Map<String, Object> about(FrameRate rate) {
        Map<String, Object> about = new LinkedHashMap<>();
        about.put("frames_per_second", (double) rate.numerator() / rate.denominator());
        about.put("frame_rate", rate.toString());
        about.put("firing_key", key);
        about.put("firing_record", FILE);
        about.put("shot", name);
        about.put("element", element);
        return about;
    }

    FiringRecord with(LogEntry entry, String fileOrNull) {
        List<LogEntry> nextLog = new ArrayList<>(log);
        nextLog.add(entry);
        Map<Long, String> nextFiles = new LinkedHashMap<>(files);
        if (fileOrNull != null) {
            nextFiles.put(entry.frame(), fileOrNull);
        }
        return new FiringRecord(
                name, shotJson, element, fineness, key, keyValues, firstFrame, nextLog, nextFiles);
    }

    /// The record as it was after a frame: later entries left out.
    FiringRecord upTo(long frame) {
        Map<Long, String> kept = new LinkedHashMap<>(files);
        kept.keySet().removeIf(f -> f > frame);
        return new FiringRecord(
                name,
                shotJson,
                element,
                fineness,
                key,
                keyValues,
                firstFrame,
                log.stream().filter(e -> e.frame() <= frame).toList(),
                kept);
    }

    /// Is there a firing in a folder?
    public static boolean isIn(Path folder) {
        return Files.isRegularFile(folder.resolve(FILE));
    }

    /// Reads the record of a folder.
    ///
    /// @throws FiringException when there is none or it cannot be used
    public static FiringRecord read(Path folder) {
        Path file = folder.resolve(FILE);
        try {
            JsonNode root = JSON.readTree(Files.readString(file));
            if (root.path("ashfall_firing").asInt() != VERSION) {
                throw new FiringException(
                        file
                                + ": it was written in version "
                                + root.path("ashfall_firing").asText("?")
                                + "; this program reads "
                                + VERSION);
            }
            Map<String, String> values = new LinkedHashMap<>();
            root.path("parameters")
                    .properties()
                    .forEach(e -> values.put(e.getKey(), e.getValue().asText()));
            List<LogEntry> log = new ArrayList<>();
            for (JsonNode entry : root.path("log")) {
                log.add(JSON.treeToValue(entry, LogEntry.class));
            }
            Map<Long, String> files = new LinkedHashMap<>();
            root.path("files")
                    .properties()
                    .forEach(e -> files.put(Long.valueOf(e.getKey()), e.getValue().asText()));
            return new FiringRecord(
                    root.path("name").asText(),
                    root.path("shot").toString(),
                    root.path("element").asText(),
                    Fineness.valueOf(root.path("fineness").asText().toUpperCase(Locale.ROOT)),
                    root.path("key").asText(),
                    values,
                    root.path("first_frame").asLong(),
                    log,
                    files);
        } catch (NoSuchFileException e) {
            throw new FiringException(
                    "there is no firing in '" + folder + "': it has no " + FILE, e);
        } catch (JsonProcessingException | IllegalArgumentException e) {
            throw new FiringException(file + ": it is damaged and cannot be read", e);
        } catch (IOException e) {
            throw new FiringException(file + ": it cannot be read: " + e.getMessage(), e);
        }
    }

    void write(Path folder) throws IOException {
        ObjectNode root = JSON.createObjectNode();
        root.put("ashfall_firing", VERSION);
        root.put("name", name);
        root.put("element", element);
        root.put("fineness", fineness.toString());
        root.put("key", key);
        root.put("first_frame", firstFrame);
        root.put("last_frame", lastFrame());
        root.set("shot", JSON.readTree(shotJson));
        ObjectNode parameters = root.putObject("parameters");
        keyValues.forEach(parameters::put);
        ObjectNode fileNode = root.putObject("files");
        files.forEach((frame, fileName) -> fileNode.put(Long.toString(frame), fileName));
        root.set("log", logNode());
        byte[] bytes =
                JSON.writerWithDefaultPrettyPrinter()
                        .writeValueAsString(root)
                        .getBytes(StandardCharsets.UTF_8);
        WholeFile.write(folder.resolve(FILE), List.of(ByteBuffer.wrap(bytes)));
    }

    /// The burn log as JSON, keys as on the command line.
    public ArrayNode logNode() {
        ArrayNode all = JSON.createArrayNode();
        log.forEach(entry -> all.add(JSON.<JsonNode>valueToTree(entry)));
        return all;
    }
}
