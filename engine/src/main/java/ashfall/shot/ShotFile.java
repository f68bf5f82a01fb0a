package ashfall.shot;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/// Shots as JSON: `{"ashfall": 1, "name": …, "frames": {…}, "air": {…}, "obstacles": {NAME: {…}},
/// "elements": {NAME: {"kind": "gas", …, "bounds": {…}, "burn": {…}, "stakes": {…}, "sources":
/// {NAME: {"kind": "charge", …}}}}, "camera": {…}, "sun": {…}, "look": {…}, "reading": {…},
/// "grade": {…}, "lamps": {NAME: {…}}, "meshes": {NAME: {…}}, "volumes": {NAME: {…}},
/// "cameras": {NAME: {…}}, "readings": {ELEMENT: {…}},
/// "references": {NAME: {…}}, "remarks": {NAME: {…}}}`.
///
/// Keys with dots nest. Entries that no parameter claims are kept and reported, wrong values are
/// refused with file, key, value and what would be right.
public final class ShotFile {
    /// Version written; files of a newer one are refused.
    public static final int VERSION = 1;

    private static final ObjectMapper JSON = new ObjectMapper();

    /// Key of what says why values are as they are.
    private static final String NOTES = "notes";

    /// A shot and the keys its file held besides.
    public record Reading(Shot shot, List<String> unknownKeys) {}

    private final String file;
    private final List<String> unknownKeys = new ArrayList<>();

    private ShotFile(String file) {
        this.file = file;
    }

    /// Reads a shot from a file.
    ///
    /// @throws ShotException when it cannot be read or used
    public static Reading read(Path path) {
        if (!Files.isRegularFile(path)) {
            throw new ShotException("there is no shot file '" + path + "'");
        }
        try {
            Reading reading = parse(Files.readString(path), path.toString());
            Shot shot = withFiles(reading.shot(), picture -> located(picture, path));
            return new Reading(shot, reading.unknownKeys());
        } catch (IOException e) {
            throw new ShotException(
                    "the shot file '" + path + "' cannot be read: " + e.getMessage(), e);
        }
    }

    /// The text of a shot's file. Pictures that lie in its folder are named from there on, so that
    /// both can be moved together.
    public static String write(Shot shot, Path file) {
        return write(withFiles(shot, picture -> beside(picture, file)));
    }

    /// A file as it is named from the folder of a shot's file on, where it lies in that, else as it
    /// is.
    public static String beside(String picture, Path file) {
        Path folder = file.toAbsolutePath().getParent();
        boolean elsewhere = picture.isEmpty() || Scenery.isOurs(picture);
        boolean inside = !elsewhere && Path.of(picture).startsWith(folder);
        return inside ? folder.relativize(Path.of(picture)).toString().replace('\\', '/') : picture;
    }

    /// A file as it is named from anywhere, from the folder of a shot's file on or not.
    public static String located(String picture, Path file) {
        return picture.isEmpty() || Scenery.isOurs(picture)
                ? picture
                : file.toAbsolutePath().resolveSibling(picture).normalize().toString();
    }

    /// With all files of its items but the assets, which are named from its folder on everywhere,
    /// named otherwise.
    private static Shot withFiles(Shot shot, UnaryOperator<String> otherwise) {
        Shot next = shot;
        for (var item : shot.items().entrySet()) {
            for (Param<?> param : item.getValue().values().keySet()) {
                if (param instanceof Text text && text.isPath()) {
                    String named = otherwise.apply(item.getValue().get(text));
                    next = next.with(item.getKey(), next.item(item.getKey()).with(text, named));
                }
            }
        }
        return next;
    }

    /// Reads a shot from text; `file` names it in messages.
    public static Reading parse(String text, String file) {
        JsonNode root;
        try {
            root = JSON.readTree(text);
        } catch (JsonProcessingException e) {
            var at = e.getLocation();
            throw new ShotException(
                    file
                            + ": line "
                            + (at == null ? "?" : at.getLineNr())
                            + ", column "
                            + (at == null ? "?" : at.getColumnNr())
                            + " is not valid JSON: "
                            + e.getOriginalMessage(),
                    e);
        }
        if (root == null || !root.isObject()) {
            throw new ShotException(
                    file + ": a shot is a JSON object that begins with \"ashfall\": " + VERSION);
        }
        return new ShotFile(file).shot(root);
    }

    private Reading shot(JsonNode root) {
        JsonNode version = root.get("ashfall");
        if (version == null || !version.isInt()) {
            throw new ShotException(
                    file
                            + ": the key 'ashfall' with the version of the format is missing; "
                            + VERSION
                            + " would be right");
        }
        if (version.intValue() < 1 || version.intValue() > VERSION) {
            throw new ShotException(
                    file
                            + ": it was written in version "
                            + version.intValue()
                            + " of the format; this program reads up to "
                            + VERSION);
        }
        Map<String, Element> elements = new LinkedHashMap<>();
        for (var entry : object(root, "elements").properties()) {
            elements.put(
                    checkedName(entry.getKey(), "elements"),
                    element("elements." + entry.getKey(), entry.getValue()));
        }
        Map<String, Item> singles = new LinkedHashMap<>();
        Shot.SINGLES.forEach(
                (single, kind) -> singles.put(single, item(kind, single, object(root, single))));
        Map<String, Map<String, Item>> groups = new LinkedHashMap<>();
        Shot.GROUPS.forEach((group, kind) -> groups.put(group, items(root, group, kind)));
        for (String volumes : groups.get("volumes").keySet()) {
            if (elements.containsKey(volumes)) {
                throw new ShotException(
                        file
                                + ": 'volumes."
                                + volumes
                                + "' is called like an element; another name would be right");
            }
        }
        groups.get("assets")
                .forEach(
                        (name, asset) -> {
                            String wrong = Asset.misplaced(asset.get(Asset.FILE));
                            if (!wrong.isEmpty()) {
                                throw new ShotException(
                                        file + ": 'assets." + name + ".file' " + wrong);
                            }
                        });
        List<String> claimed = new ArrayList<>(List.of("ashfall", "name", "elements"));
        claimed.addAll(Shot.SINGLES.keySet());
        claimed.addAll(Shot.GROUPS.keySet());
        Map<String, JsonNode> unknown = unclaimed(root, "", claimed);
        Shot shot =
                new Shot(root.path("name").asText("untitled"), singles, groups, elements, unknown);
        return new Reading(shot, List.copyOf(unknownKeys));
    }

    /// Items of one kind, by name.
    private Map<String, Item> items(JsonNode root, String group, Kind kind) {
        Map<String, Item> all = new LinkedHashMap<>();
        for (var entry : object(root, group).properties()) {
            String name = checkedName(entry.getKey(), group);
            String path = group + "." + name;
            all.put(name, item(kind, path, object(root.get(group), group, name)));
        }
        return all;
    }

    private Element element(String path, JsonNode node) {
        if (!node.isObject()) {
            throw new ShotException(file + ": '" + path + "' must be an object");
        }
        String kind = node.path("kind").asText("");
        if (!kind.equals("gas")) {
            throw new ShotException(
                    file + ": '" + path + ".kind' is '" + kind + "'; 'gas' would be right");
        }
        Map<String, Item> sources = new LinkedHashMap<>();
        for (var entry : object(node, path, "sources").properties()) {
            String name = checkedName(entry.getKey(), path + ".sources");
            sources.put(name, source(path + ".sources." + name, entry.getValue()));
        }
        Item gas =
                item(Gas.KIND, path, node, List.of("kind", "bounds", "burn", "stakes", "sources"));
        return new Element(
                new Item(gas.kind(), gas.values(), gas.notes(), Map.of()),
                item(Bounds.KIND, path + ".bounds", object(node, path, "bounds")),
                item(Burn.KIND, path + ".burn", object(node, path, "burn")),
                item(Stakes.KIND, path + ".stakes", object(node, path, "stakes")),
                sources,
                gas.unknown());
    }

    private Item source(String path, JsonNode node) {
        String word = node.path("kind").asText("");
        Kind kind =
                Source.KINDS.stream()
                        .filter(k -> k.name().equals(word))
                        .findFirst()
                        .orElseThrow(
                                () ->
                                        new ShotException(
                                                file
                                                        + ": '"
                                                        + path
                                                        + ".kind' is '"
                                                        + word
                                                        + "'; it must be one of "
                                                        + String.join(
                                                                ", ",
                                                                Source.KINDS.stream()
                                                                        .map(Kind::name)
                                                                        .toList())));
        return item(kind, path, node, List.of("kind"));
    }

    private String checkedName(String name, String path) {
        if (!Shot.isName(name)) {
            throw new ShotException(
                    file
                            + ": the name '"
                            + name
                            + "' in '"
                            + path
                            + "' must be letters, digits and hyphens, a letter first");
        }
        return name;
    }

    private JsonNode object(JsonNode parent, String key) {
        return object(parent, "", key);
    }

    private JsonNode object(JsonNode parent, String path, String key) {
        JsonNode node = parent.get(key);
        if (node == null) {
            return JSON.createObjectNode();
        }
        if (!node.isObject()) {
            throw new ShotException(
                    file
                            + ": '"
                            + (path.isEmpty() ? key : path + "." + key)
                            + "' must be an object");
        }
        return node;
    }

    private Item item(Kind kind, String path, JsonNode node) {
        return item(kind, path, node, List.of());
    }

    private Item item(Kind kind, String path, JsonNode node, List<String> structure) {
        Map<Param<?>, Object> values = new LinkedHashMap<>();
        List<String> claimed = new ArrayList<>(structure);
        claimed.add(NOTES);
        for (Param<?> param : kind.params().values()) {
            String[] steps = param.key().split("\\.");
            JsonNode at = node;
            for (String step : steps) {
                at = at == null ? null : at.get(step);
            }
            claimed.add(steps[0]);
            if (at != null) {
                values.put(param, value(param, at, file, path + "." + param.key()));
            }
        }
        Map<String, JsonNode> unknown = unclaimed(node, path, claimed);
        reportNested(kind, path, node);
        return new Item(kind, values, notes(path, node), unknown);
    }

    private Map<String, String> notes(String path, JsonNode node) {
        Map<String, String> notes = new LinkedHashMap<>();
        for (var note : object(node, path, NOTES).properties()) {
            if (!note.getValue().isTextual()) {
                throw new ShotException(
                        file + ": '" + path + "." + NOTES + "." + note.getKey() + "' must be text");
            }
            notes.put(note.getKey(), note.getValue().textValue());
        }
        return notes;
    }

    static Object value(Param<?> param, JsonNode node, String file, String path) {
        try {
            return param.read(node);
        } catch (IllegalArgumentException e) {
            throw new ShotException(file + ": '" + path + "': " + e.getMessage(), e);
        }
    }

    private Map<String, JsonNode> unclaimed(JsonNode node, String path, List<String> claimed) {
        Map<String, JsonNode> unknown = new LinkedHashMap<>();
        for (var entry : node.properties()) {
            if (!claimed.contains(entry.getKey())) {
                unknown.put(entry.getKey(), entry.getValue());
                unknownKeys.add(path.isEmpty() ? entry.getKey() : path + "." + entry.getKey());
            }
        }
        return unknown;
    }

    /// A misspelt key inside a group such as `release` would be lost, so it is refused.
    private void reportNested(Kind kind, String path, JsonNode node) {
        for (var group : node.properties()) {
            String prefix = group.getKey() + ".";
            boolean isGroup = kind.params().keySet().stream().anyMatch(k -> k.startsWith(prefix));
            if (!isGroup) {
                continue;
            }
            for (var entry : group.getValue().properties()) {
                if (!kind.params().containsKey(prefix + entry.getKey())) {
                    throw new ShotException(
                            file
                                    + ": '"
                                    + path
                                    + "."
                                    + prefix
                                    + entry.getKey()
                                    + "' is not known; '"
                                    + group.getKey()
                                    + "' may hold "
                                    + String.join(
                                            ", ",
                                            kind.params().keySet().stream()
                                                    .filter(k -> k.startsWith(prefix))
                                                    .map(k -> k.substring(prefix.length()))
                                                    .toList()));
                }
            }
        }
    }

    /// The shot as JSON text, with what its file held besides.
    public static String write(Shot shot) {
        try {
            return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(node(shot)) + "\n";
        } catch (JsonProcessingException e) {
            throw new IllegalStateException("a shot could not be turned into JSON", e);
        }
    }

    private static void put(ObjectNode root, String group, Map<String, Item> items) {
        if (!items.isEmpty()) {
            ObjectNode all = root.putObject(group);
            items.forEach((name, item) -> all.set(name, node(item)));
        }
    }

    /// The shot as a JSON tree.
    public static ObjectNode node(Shot shot) {
        ObjectNode root = JSON.createObjectNode();
        root.put("ashfall", VERSION);
        root.put("name", shot.name());
        root.set("frames", node(shot.frames()));
        root.set("air", node(shot.air()));
        shot.groups().forEach((group, items) -> put(root, group, items));
        ObjectNode elements = root.putObject("elements");
        shot.elements().forEach((name, element) -> elements.set(name, node(element)));
        root.set("camera", node(shot.camera()));
        root.set("sun", node(shot.sun()));
        root.set("look", node(shot.look()));
        root.set("reading", node(shot.reading()));
        root.set("grade", node(shot.grade()));
        root.setAll(shot.unknown());
        return root;
    }

    static ObjectNode node(Element element) {
        ObjectNode node = JSON.createObjectNode();
        node.put("kind", "gas");
        node.setAll((ObjectNode) node(element.gas()));
        node.set("bounds", node(element.bounds()));
        node.set("burn", node(element.burn()));
        node.set("stakes", node(element.stakes()));
        ObjectNode sources = node.putObject("sources");
        element.sources()
                .forEach(
                        (name, source) -> {
                            ObjectNode s = JSON.createObjectNode();
                            s.put("kind", source.kind().name());
                            s.setAll((ObjectNode) node(source));
                            sources.set(name, s);
                        });
        node.setAll(element.unknown());
        return node;
    }

    static JsonNode node(Item item) {
        ObjectNode node = JSON.createObjectNode();
        item.values().forEach((param, value) -> put(node, param, value));
        if (!item.notes().isEmpty()) {
            ObjectNode notes = node.putObject(NOTES);
            item.notes().forEach(notes::put);
        }
        node.setAll(item.unknown());
        return node;
    }

    @SuppressWarnings("unchecked")
    private static <T> void put(ObjectNode node, Param<T> param, Object value) {
        String[] steps = param.key().split("\\.");
        ObjectNode at = node;
        for (int i = 0; i < steps.length - 1; i++) {
            JsonNode next = at.get(steps[i]);
            at = next instanceof ObjectNode o ? o : at.putObject(steps[i]);
        }
        at.set(steps[steps.length - 1], param.write((T) value));
    }
}
