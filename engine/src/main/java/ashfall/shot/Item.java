package ashfall.shot;

import com.fasterxml.jackson.databind.JsonNode;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/// One thing in a shot: its kind, the values that were set, and what its file held besides.
/// Immutable.
///
/// @param notes why values are as they are, by the parameter's key
/// @param unknown entries of the file that no parameter claims; kept when the shot is written again
public record Item(
        Kind kind,
        Map<Param<?>, Object> values,
        Map<String, String> notes,
        Map<String, JsonNode> unknown) {

    public Item {
        values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
        notes = Collections.unmodifiableMap(new LinkedHashMap<>(notes));
        unknown = Collections.unmodifiableMap(new LinkedHashMap<>(unknown));
    }

    /// An item with every parameter at its default.
    public static Item of(Kind kind) {
        return new Item(kind, Map.of(), Map.of(), Map.of());
    }

    /// The value of a parameter, or its default.
    @SuppressWarnings("unchecked")
    public <T> T get(Param<T> param) {
        Object value = values.get(param);
        return value == null ? param.byDefault() : (T) value;
    }

    /// The value of a number that does not follow a curve.
    public double number(Quantity param) {
        return get(param).value(0);
    }

    /// A number whose default is another thing's.
    public double numberOr(Quantity param, double otherwise) {
        double value = number(param);
        return Double.isNaN(value) ? otherwise : value;
    }

    /// Why a parameter has its value; empty where nobody said.
    public String note(Param<?> param) {
        return notes.getOrDefault(param.key(), "");
    }

    public <T> Item with(Param<T> param, T value) {
        if (kind.params().get(param.key()) != param) {
            throw new IllegalArgumentException(
                    "a " + kind.name() + " has no '" + param.key() + "'");
        }
        Map<Param<?>, Object> next = new LinkedHashMap<>(values);
        next.put(param, value);
        return new Item(kind, next, notes, unknown);
    }

    /// The item with a parameter back at its default.
    public Item without(Param<?> param) {
        Map<Param<?>, Object> next = new LinkedHashMap<>(values);
        next.remove(param);
        return new Item(kind, next, notes, unknown);
    }

    public Item with(Quantity param, double value) {
        return with(param, Curve.constant(value));
    }
}
