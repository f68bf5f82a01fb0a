package ashfall.shot;

import com.fasterxml.jackson.databind.JsonNode;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/// The document: one site with its air and light, a camera, a look, and a list of elements by name.
/// Immutable.
public record Shot(
        String name,
        Item frames,
        Item air,
        Map<String, Element> elements,
        Item camera,
        Item sun,
        Item look,
        Map<String, JsonNode> unknown) {

    public Shot {
        elements = Collections.unmodifiableMap(new LinkedHashMap<>(elements));
        unknown = Collections.unmodifiableMap(new LinkedHashMap<>(unknown));
    }

    /// A shot with nothing in it.
    public static Shot empty(String name) {
        return new Shot(
                name,
                Item.of(Kinds.Frames.KIND),
                Item.of(Kinds.Air.KIND),
                Map.of(),
                Item.of(Kinds.Camera.KIND),
                Item.of(Kinds.Sun.KIND),
                Item.of(Kinds.Look.KIND),
                Map.of());
    }

    public Shot withElement(String elementName, Element element) {
        Map<String, Element> next = new LinkedHashMap<>(elements);
        next.put(elementName, element);
        return new Shot(name, frames, air, next, camera, sun, look, unknown);
    }

    public Shot withFrames(Item next) {
        return new Shot(name, next, air, elements, camera, sun, look, unknown);
    }

    public Shot withAir(Item next) {
        return new Shot(name, frames, next, elements, camera, sun, look, unknown);
    }

    public Shot withCamera(Item next) {
        return new Shot(name, frames, air, elements, next, sun, look, unknown);
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
