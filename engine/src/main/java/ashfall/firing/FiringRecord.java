package ashfall.firing;

import ashfall.shot.Fineness;
import ashfall.shot.FrameRate;
import ashfall.shot.Item;
import ashfall.shot.ShotFile;
import ashfall.sim.LogEntry;
import ashfall.work.Disk;
import ashfall.work.WholeFile;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.PropertyNamingStrategies;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/// What a firing's folder says about itself: `firing.json`.
///
/// @param shotJson the shot as it was fired
/// @param element of the shot; none for volumes of another program
/// @param keyValues what the key was made of, by path
/// @param firstFrame number of the first frame simulated
/// @param log one entry a frame done, in order; frames before the first wanted one are in it too
/// @param kept files of the frames that are kept, by frame
public record FiringRecord(
        String name,
        String shotJson,
        String element,
        Fineness fineness,
        String key,
        Map<String, String> keyValues,
        long firstFrame,
        List<LogEntry> log,
        Map<Long, KeptFrame> kept) {
    private static final Logger LOG = LoggerFactory.getLogger(FiringRecord.class);
    /// Name of the record in a firing's folder.
    public static final String FILE = "firing.json";
    private static final int VERSION = 3;
    private static final ObjectMapper JSON =
            new ObjectMapper().setPropertyNamingStrategy(PropertyNamingStrategies.SNAKE_CASE);

    public FiringRecord {
        log = List.copyOf(log);
        kept = java.util.Collections.unmodifiableMap(new TreeMap<>(kept));
        keyValues = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(keyValues));
    }

    /// The last whole frame, or the one before the first.
    public long lastFrame() {
        return log.isEmpty() ? firstFrame - 1 : log.getLast().frame();
    }

    /// Does it stand for volumes that another program made, of which no more is known?
    public boolean isForeign() {
        return element.isEmpty();
    }

    /// The settings of the element's gas that the firing was made with.
    public Item gas() {
        return ShotFile.parse(shotJson, name).shot().element(element).gas();
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

    /// Names of the files of the frames that are kept.
    public Map<Long, String> files() {
        Map<Long, String> names = new TreeMap<>();
        kept.forEach((frame, one) -> names.put(frame, one.file()));
        return names;
    }

    /// With a frame that is done, in place of an older entry of its number.
    ///
    /// @param file null where it is not kept
    FiringRecord with(LogEntry entry, KeptFrame file) {
        List<LogEntry> nextLog = new ArrayList<>(log);
        nextLog.removeIf(e -> e.frame() == entry.frame());
        nextLog.add(entry);
        nextLog.sort(Comparator.comparingLong(LogEntry::frame));
        Map<Long, KeptFrame> nextKept = new TreeMap<>(kept);
        if (file != null) {
            nextKept.put(entry.frame(), file);
        }
        return new FiringRecord(
                name, shotJson, element, fineness, key, keyValues, firstFrame, nextLog, nextKept);
    }

    /// The first of the frames wanted that is not whole, or the one after them.
    ///
    /// @param from first frame whose file is wanted
    long firstMissing(Path folder, long from, long to) {
        for (int i = 0; firstFrame + i <= to; i++) {
            long frame = firstFrame + i;
            if (i >= log.size() || log.get(i).frame() != frame) {
                return frame;
            }
            if (frame >= from && !isThere(folder, frame)) {
                return frame;
            }
        }
        return to + 1;
    }

    private boolean isThere(Path folder, long frame) {
        KeptFrame one = kept.get(frame);
        if (one == null) {
            return false;
        }
        try {
            long bytes = Files.size(folder.resolve(one.file()));
            return one.bytes() == 0 || one.bytes() == bytes;
        } catch (IOException e) {
            LOG.debug("{} is not there", one.file(), e);
            return false;
        }
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
            int version = root.path("ashfall_firing").asInt();
            if (version < 1 || version > VERSION) {
                throw new FiringException(
                        file
                                + ": it was written in version "
                                + root.path("ashfall_firing").asText("?")
                                + "; this program reads 1 to "
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
            Map<Long, KeptFrame> kept = new TreeMap<>();
            for (var e : root.path("files").properties()) {
                KeptFrame one =
                        version == 1
                                ? new KeptFrame(e.getValue().asText(), 0, "", Map.of())
                                : JSON.treeToValue(e.getValue(), KeptFrame.class);
                kept.put(Long.valueOf(e.getKey()), one);
            }
            return new FiringRecord(
                    root.path("name").asText(),
                    root.path("shot").toString(),
                    root.path("element").asText(),
                    Fineness.valueOf(root.path("fineness").asText().toUpperCase(Locale.ROOT)),
                    root.path("key").asText(),
                    values,
                    root.path("first_frame").asLong(),
                    log,
                    kept);
        } catch (NoSuchFileException e) {
            throw new FiringException(
                    "there is no firing in '" + folder + "': it has no " + FILE, e);
        } catch (JsonProcessingException | IllegalArgumentException e) {
            throw new FiringException(file + ": it is damaged and cannot be read", e);
        } catch (IOException e) {
            throw new FiringException(file + ": it cannot be read: " + e.getMessage(), e);
        }
    }

    void write(Disk disk, Path folder) throws IOException {
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
        kept.forEach(
                (frame, one) ->
                        fileNode.set(Long.toString(frame), JSON.<JsonNode>valueToTree(one)));
        root.set("log", logNode());
        byte[] bytes =
                JSON.writerWithDefaultPrettyPrinter()
                        .writeValueAsString(root)
                        .getBytes(StandardCharsets.UTF_8);
        WholeFile.write(disk, folder.resolve(FILE), List.of(ByteBuffer.wrap(bytes)));
    }

    /// The burn log as JSON, keys as on the command line.
    public ArrayNode logNode() {
        ArrayNode all = JSON.createArrayNode();
        log.forEach(entry -> all.add(JSON.<JsonNode>valueToTree(entry)));
        return all;
    }
}
