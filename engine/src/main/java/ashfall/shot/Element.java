package ashfall.shot;

import com.fasterxml.jackson.databind.JsonNode;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/// A part of the shot that is simulated on its own: here a gas with its bounds, its reaction and
/// its sources by name.
public record Element(
        Item gas,
        Item bounds,
        Item burn,
        Map<String, Item> sources,
        Map<String, JsonNode> unknown) {

    public Element {
        sources = Collections.unmodifiableMap(new LinkedHashMap<>(sources));
        unknown = Collections.unmodifiableMap(new LinkedHashMap<>(unknown));
    }

    /// A gas with everything at its default and no source.
    public static Element bare() {
        return new Element(
                Item.of(Gas.KIND), Item.of(Bounds.KIND), Item.of(Burn.KIND), Map.of(), Map.of());
    }

    public Element withSource(String name, Item source) {
        Map<String, Item> next = new LinkedHashMap<>(sources);
        next.put(name, source);
        return withSources(next);
    }

    public Element withSources(Map<String, Item> next) {
        return new Element(gas, bounds, burn, next, unknown);
    }

    /// @param steps of a path of [Shot#items()]: `elements`, the element's name, and what of it
    Element with(String[] steps, Item item) {
        if (steps.length == 2) {
            return new Element(item, bounds, burn, sources, unknown);
        }
        return switch (steps[2]) {
            case "bounds" -> new Element(gas, item, burn, sources, unknown);
            case "burn" -> new Element(gas, bounds, item, sources, unknown);
            default -> withSource(steps[3], item);
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
