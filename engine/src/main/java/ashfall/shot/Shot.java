package ashfall.shot;

import com.fasterxml.jackson.databind.JsonNode;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/// The document: one site with its air and draughts, obstacles and light, a camera, a look, the
/// files that it goes with, and a list of elements by name. Immutable.
public record Shot(
        String name,
        Item frames,
        Item air,
        Map<String, Item> assets,
        Map<String, Item> obstacles,
        Map<String, Item> draughts,
        Map<String, Element> elements,
        Item camera,
        Item sun,
        Item look,
        Map<String, JsonNode> unknown) {

    public Shot {
        assets = Collections.unmodifiableMap(new LinkedHashMap<>(assets));
        obstacles = Collections.unmodifiableMap(new LinkedHashMap<>(obstacles));
        draughts = Collections.unmodifiableMap(new LinkedHashMap<>(draughts));
        elements = Collections.unmodifiableMap(new LinkedHashMap<>(elements));
        unknown = Collections.unmodifiableMap(new LinkedHashMap<>(unknown));
    }

    /// A shot with nothing in it.
    public static Shot empty(String name) {
        return new Shot(
                name,
                Item.of(Frames.KIND),
                Item.of(Air.KIND),
                Map.of(),
                Map.of(),
                Map.of(),
                Map.of(),
                Item.of(Camera.KIND),
                Item.of(Sun.KIND),
                Item.of(Look.KIND),
                Map.of());
    }

    /// May an element, a source or an obstacle be called so? Letters, digits and hyphens, a letter
    // first.
    public static boolean isName(String text) {
        return text.matches("[A-Za-z][A-Za-z0-9-]*");
    }

    public Shot withName(String next) {
        return new Shot(
                next, frames, air, assets, obstacles, draughts, elements, camera, sun, look,
                unknown);
    }

    public Shot withElement(String elementName, Element element) {
        Map<String, Element> next = new LinkedHashMap<>(elements);
        next.put(elementName, element);
        return withElements(next);
    }

    public Shot withElements(Map<String, Element> next) {
        return new Shot(
                name, frames, air, assets, obstacles, draughts, next, camera, sun, look, unknown);
    }

    public Shot withObstacle(String obstacleName, Item obstacle) {
        Map<String, Item> next = new LinkedHashMap<>(obstacles);
        next.put(obstacleName, obstacle);
        return withObstacles(next);
    }

    public Shot withObstacles(Map<String, Item> next) {
        return new Shot(
                name, frames, air, assets, next, draughts, elements, camera, sun, look, unknown);
    }

    public Shot withDraught(String draughtName, Item draught) {
        Map<String, Item> next = new LinkedHashMap<>(draughts);
        next.put(draughtName, draught);
        return withDraughts(next);
    }

    public Shot withDraughts(Map<String, Item> next) {
        return new Shot(
                name, frames, air, assets, obstacles, next, elements, camera, sun, look, unknown);
    }

    /// All items by their path in the file: `air`, `elements.store.sources.oil`.
    public Map<String, Item> items() {
        Map<String, Item> all = new LinkedHashMap<>();
        all.put("frames", frames);
        all.put("air", air);
        obstacles.forEach((obstacle, item) -> all.put("obstacles." + obstacle, item));
        draughts.forEach((draught, item) -> all.put("draughts." + draught, item));
        all.put("camera", camera);
        all.put("sun", sun);
        all.put("look", look);
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

    /// The shot with another item at a path of [#items()].
    ///
    /// @throws IllegalArgumentException when there is no item at the path
    public Shot with(String path, Item item) {
        return switch (path) {
            case "frames" ->
                    new Shot(
                            name, item, air, assets, obstacles, draughts, elements, camera, sun,
                            look, unknown);
            case "air" ->
                    new Shot(
                            name, frames, item, assets, obstacles, draughts, elements, camera, sun,
                            look, unknown);
            case "camera" ->
                    new Shot(
                            name, frames, air, assets, obstacles, draughts, elements, item, sun,
                            look, unknown);
            case "sun" ->
                    new Shot(
                            name, frames, air, assets, obstacles, draughts, elements, camera, item,
                            look, unknown);
            case "look" ->
                    new Shot(
                            name, frames, air, assets, obstacles, draughts, elements, camera, sun,
                            item, unknown);
            default -> {
                if (!items().containsKey(path)) {
                    throw new IllegalArgumentException(
                            "the shot '" + name + "' has no item '" + path + "'");
                }
                String[] steps = path.split("\\.");
                if (steps[0].equals("obstacles")) {
                    yield withObstacle(steps[1], item);
                }
                if (steps[0].equals("draughts")) {
                    yield withDraught(steps[1], item);
                }
                Element element = elements.get(steps[1]);
                yield withElement(
                        steps[1],
                        steps.length == 4
                                ? element.withSource(steps[3], item)
                                : element.with(item));
            }
        };
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
