package ashfall.shot;

import com.fasterxml.jackson.databind.JsonNode;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/// The document: one site with its air and draughts, obstacles and light, meshes and volumes, a
/// camera and others, a look, a reading of its channels, a grade, readings of single elements by
/// their names, the files that it goes with, references and remarks, and a list of elements by
/// name. Immutable.
///
/// @param singles the items of which there is one each, by [#SINGLES]
/// @param groups items by the name of their group, of [#GROUPS], and their own
/// @param unknown what its file held besides
public record Shot(
        String name,
        Map<String, Item> singles,
        Map<String, Map<String, Item>> groups,
        Map<String, Element> elements,
        Map<String, JsonNode> unknown) {

    /// Items of which there is one each, in their order.
    static final Map<String, Kind> SINGLES =
            ordered(
                    Map.entry("frames", Frames.KIND),
                    Map.entry("air", Air.KIND),
                    Map.entry("camera", Camera.KIND),
                    Map.entry("sun", Sun.KIND),
                    Map.entry("look", Look.KIND),
                    Map.entry("reading", Reading.KIND),
                    Map.entry("grade", Grade.KIND));

    /// Groups of items with names, in their order.
    static final Map<String, Kind> GROUPS =
            ordered(
                    Map.entry("assets", Asset.KIND),
                    Map.entry("obstacles", Obstacle.KIND),
                    Map.entry("draughts", Draught.KIND),
                    Map.entry("lamps", Lamp.KIND),
                    Map.entry("meshes", Scenery.KIND),
                    Map.entry("volumes", Foreign.KIND),
                    Map.entry("cameras", Camera.KIND),
                    Map.entry("readings", Reading.KIND),
                    Map.entry("references", Reference.KIND),
                    Map.entry("remarks", Remark.KIND));

    @SafeVarargs
    private static Map<String, Kind> ordered(Map.Entry<String, Kind>... entries) {
        Map<String, Kind> all = new LinkedHashMap<>();
        for (Map.Entry<String, Kind> entry : entries) {
            all.put(entry.getKey(), entry.getValue());
        }
        return Collections.unmodifiableMap(all);
    }

    public Shot {
        singles = Collections.unmodifiableMap(new LinkedHashMap<>(singles));
        Map<String, Map<String, Item>> all = new LinkedHashMap<>();
        for (String group : GROUPS.keySet()) {
            Map<String, Item> items = groups.getOrDefault(group, Map.of());
            all.put(group, Collections.unmodifiableMap(new LinkedHashMap<>(items)));
        }
        groups = Collections.unmodifiableMap(all);
        elements = Collections.unmodifiableMap(new LinkedHashMap<>(elements));
        unknown = Collections.unmodifiableMap(new LinkedHashMap<>(unknown));
    }

    /// A shot with nothing in it.
    public static Shot empty(String name) {
        Map<String, Item> singles = new LinkedHashMap<>();
        SINGLES.forEach((single, kind) -> singles.put(single, Item.of(kind)));
        return new Shot(name, singles, Map.of(), Map.of(), Map.of());
    }

    /// May an element, a source or an obstacle be called so? Letters, digits and hyphens, a letter
    /// first.
    public static boolean isName(String text) {
        return text.matches("[A-Za-z][A-Za-z0-9-]*");
    }

    public Item frames() {
        return singles.get("frames");
    }

    public Item air() {
        return singles.get("air");
    }

    public Item camera() {
        return singles.get("camera");
    }

    public Item sun() {
        return singles.get("sun");
    }

    public Item look() {
        return singles.get("look");
    }

    public Item reading() {
        return singles.get("reading");
    }

    /// Path of the reading by which an element is seen: its own where it has one, else that of the
    /// shot.
    public String readingPath(String element) {
        return readings().containsKey(element) ? "readings." + element : "reading";
    }

    /// The reading by which an element is seen.
    public Item reading(String element) {
        return readings().getOrDefault(element, reading());
    }

    /// The shot with the reading of an element for all.
    public Shot readAs(String element) {
        return with("reading", reading(element));
    }

    public Item grade() {
        return singles.get("grade");
    }

    public Map<String, Item> assets() {
        return groups.get("assets");
    }

    public Map<String, Item> obstacles() {
        return groups.get("obstacles");
    }

    public Map<String, Item> draughts() {
        return groups.get("draughts");
    }

    public Map<String, Item> lamps() {
        return groups.get("lamps");
    }

    /// Meshes that are seen.
    public Map<String, Item> meshes() {
        return groups.get("meshes");
    }

    /// Volumes of other programs that are seen with the elements; none is called like one.
    public Map<String, Item> volumes() {
        return groups.get("volumes");
    }

    /// Views kept beside the shot's own.
    public Map<String, Item> cameras() {
        return groups.get("cameras");
    }

    /// Readings of elements that are seen in a way of their own, by their names.
    public Map<String, Item> readings() {
        return groups.get("readings");
    }

    public Map<String, Item> references() {
        return groups.get("references");
    }

    public Map<String, Item> remarks() {
        return groups.get("remarks");
    }

    public Shot withName(String next) {
        return new Shot(next, singles, groups, elements, unknown);
    }

    public Shot withElement(String elementName, Element element) {
        return withElements(with(elements, elementName, element));
    }

    public Shot withElements(Map<String, Element> next) {
        return new Shot(name, singles, groups, next, unknown);
    }

    public Shot withObstacle(String obstacleName, Item obstacle) {
        return withObstacles(with(obstacles(), obstacleName, obstacle));
    }

    public Shot withObstacles(Map<String, Item> next) {
        return withGroup("obstacles", next);
    }

    public Shot withDraught(String draughtName, Item draught) {
        return withDraughts(with(draughts(), draughtName, draught));
    }

    public Shot withDraughts(Map<String, Item> next) {
        return withGroup("draughts", next);
    }

    /// With other items in a group of [#groups()].
    public Shot withGroup(String group, Map<String, Item> next) {
        return new Shot(name, singles, with(groups, group, next), elements, unknown);
    }

    private static <T> Map<String, T> with(Map<String, T> all, String key, T value) {
        Map<String, T> next = new LinkedHashMap<>(all);
        next.put(key, value);
        return next;
    }

    /// All items by their path in the file: `air`, `elements.store.sources.oil`. Not the assets,
    /// which have nothing to tune.
    public Map<String, Item> items() {
        Map<String, Item> all = new LinkedHashMap<>(singles);
        groups.forEach(
                (group, items) -> {
                    if (!group.equals("assets")) {
                        items.forEach((own, item) -> all.put(group + "." + own, item));
                    }
                });
        elements.forEach(
                (elementName, element) -> {
                    String path = "elements." + elementName;
                    all.put(path, element.gas());
                    all.put(path + ".bounds", element.bounds());
                    all.put(path + ".burn", element.burn());
                    all.put(path + ".stakes", element.stakes());
                    element.sources()
                            .forEach((source, item) -> all.put(path + ".sources." + source, item));
                });
        return all;
    }

    /// The item at a path of [#items()], or null.
    public Item item(String path) {
        String[] steps = path.split("\\.");
        if (steps.length == 1) {
            return singles.get(path);
        }
        if (!steps[0].equals("elements")) {
            boolean tuned = steps.length == 2 && !steps[0].equals("assets");
            return tuned ? groups.getOrDefault(steps[0], Map.of()).get(steps[1]) : null;
        }
        Element element = elements.get(steps[1]);
        if (element == null || steps.length > 4) {
            return null;
        }
        if (steps.length == 4) {
            return steps[2].equals("sources") ? element.sources().get(steps[3]) : null;
        }
        return switch (steps.length == 2 ? "" : steps[2]) {
            case "" -> element.gas();
            case "bounds" -> element.bounds();
            case "burn" -> element.burn();
            case "stakes" -> element.stakes();
            default -> null;
        };
    }

    /// The shot with another item at a path of [#items()].
    ///
    /// @throws IllegalArgumentException when there is no item at the path
    public Shot with(String path, Item item) {
        if (singles.containsKey(path)) {
            return new Shot(name, with(singles, path, item), groups, elements, unknown);
        }
        if (item(path) == null) {
            throw new IllegalArgumentException(
                    "the shot '" + name + "' has no item '" + path + "'");
        }
        String[] steps = path.split("\\.");
        if (groups.containsKey(steps[0])) {
            return withGroup(steps[0], with(groups.get(steps[0]), steps[1], item));
        }
        Element element = elements.get(steps[1]);
        return withElement(
                steps[1],
                steps.length == 4 ? element.withSource(steps[3], item) : element.with(item));
    }

    /// The element of a name, or the only one when no name is given.
    public Element element(String elementName) {
        Element element = elements.get(elementName);
        if (element == null) {
            throw new ShotException(
                    "the shot '"
                            + name
                            + "' has no element '"
                            + elementName
                            + "'; it has "
                            + (elements.isEmpty() ? "none" : String.join(", ", elements.keySet())));
        }
        return element;
    }
}
