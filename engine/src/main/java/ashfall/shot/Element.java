package ashfall.shot;

import com.fasterxml.jackson.databind.JsonNode;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/// A part of the shot that is simulated on its own: here a gas with its bounds, its reaction, what
/// is wanted of it, and its sources by name.
public record Element(
        Item gas,
        Item bounds,
        Item burn,
        Item stakes,
        Map<String, Item> sources,
        Map<String, JsonNode> unknown) {

    public Element {
        sources = Collections.unmodifiableMap(new LinkedHashMap<>(sources));
        unknown = Collections.unmodifiableMap(new LinkedHashMap<>(unknown));
    }

    /// A gas with everything at its default and no source.
    public static Element bare() {
        return new Element(
                Item.of(Gas.KIND),
                Item.of(Bounds.KIND),
                Item.of(Burn.KIND),
                Item.of(Stakes.KIND),
                Map.of(),
                Map.of());
    }

    public Element withSource(String name, Item source) {
        Map<String, Item> next = new LinkedHashMap<>(sources);
        next.put(name, source);
        return withSources(next);
    }

    public Element withSources(Map<String, Item> next) {
        return new Element(gas, bounds, burn, stakes, next, unknown);
    }

    /// With another gas, bounds, reaction or stakes, by the kind of the item.
    public Element with(Item item) {
        return switch (item.kind().name()) {
            case "gas" -> new Element(item, bounds, burn, stakes, sources, unknown);
            case "bounds" -> new Element(gas, item, burn, stakes, sources, unknown);
            case "burn" -> new Element(gas, bounds, item, stakes, sources, unknown);
            case "stakes" -> new Element(gas, bounds, burn, item, sources, unknown);
            default ->
                    throw new IllegalArgumentException(
                            "an element has no " + item.kind().name() + " of its own");
        };
    }

    /// Voxel at a fineness, m.
    public double voxel(Fineness fineness) {
        return gas.number(
                switch (fineness) {
                    case SKETCH -> Gas.SKETCH;
                    case WORK -> Gas.WORK;
                    case FINAL -> Gas.FINAL;
                });
    }
}
