package ashfall.trial;

import ashfall.grid.Seeded;
import ashfall.shot.Item;
import ashfall.shot.Param;
import ashfall.shot.Quantity;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Unit;

import com.fasterxml.jackson.databind.JsonNode;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/// Variants of a shot: a bracket of values of one dial, several seeds, or draws from ranges of
/// several dials.
public final class Trials {
    /// How many are tried at once at most.
    public static final int MOST = 64;

    /// Seed of a draw, apart from those of the gas.
    private static final long DRAW = 0x7472;

    private Trials() {}

    /// A smallest and a largest value that are drawn between, in the dial's unit.
    public record Range(double from, double to) {}

    /// One trial for each value of a dial.
    ///
    /// @param path of the dial, as in the file
    /// @param values as one would type them
    /// @throws ShotException when there is no such dial or a value does not fit it
    public static List<Trial> bracket(Shot shot, String path, List<String> values) {
        requireSome(values.size());
        List<Trial> all = new ArrayList<>();
        for (String value : values) {
            String setting = path + "=" + value;
            Shot tried = Settings.with(shot, List.of(setting));
            all.add(
                    new Trial(
                            fileName(path, value), caption(tried, path), List.of(setting), tried));
        }
        requireApart(all);
        return all;
    }

    /// One trial for each seed of an element.
    public static List<Trial> seeds(Shot shot, String element, List<Long> seeds) {
        return bracket(
                shot,
                "elements." + element + ".seed",
                seeds.stream().map(String::valueOf).toList());
    }

    /// Trials with values drawn between the smallest and the largest of several dials, evenly, and
    /// a seed of their own each. The same number draws the same values again; more trials leave the
    /// first as they were.
    ///
    /// @param ranges by path of the dial
    /// @param draw the number that decides the values
    /// @throws ShotException when a dial is no quantity, or a range does not fit it
    public static List<Trial> drawn(
            Shot shot, String element, Map<String, Range> ranges, int count, long draw) {
        requireSome(count);
        ranges.forEach((path, range) -> requireFits(shot, path, range));
        List<Trial> all = new ArrayList<>();
        for (int n = 1; n <= count; n++) {
            Map<String, String> settings = new LinkedHashMap<>();
            int place = 0;
            for (var range : ranges.entrySet()) {
                place++;
                double share = Seeded.unit(DRAW + draw, place, 0, n);
                double value =
                        range.getValue().from
                                + share * (range.getValue().to - range.getValue().from);
                // As it will be shown and typed: three digits tell trials apart.
                settings.put(range.getKey(), Unit.number(value, 3));
            }
            String seed = "elements." + element + ".seed";
            settings.putIfAbsent(seed, Long.toString(Seeded.bits(DRAW + draw, 0, 0, n) >>> 44));
            List<String> list =
                    settings.entrySet().stream().map(e -> e.getKey() + "=" + e.getValue()).toList();
            Shot tried = Settings.with(shot, list);
            String caption =
                    String.join(
                            ", ", settings.keySet().stream().map(p -> caption(tried, p)).toList());
            all.add(new Trial("draw-" + draw + "-" + n, caption, list, tried));
        }
        return all;
    }

    private static void requireFits(Shot shot, String path, Range range) {
        if (!(Settings.parameters(shot).get(path) instanceof Quantity)) {
            throw new ShotException("'" + path + "' is no dial whose values can be drawn");
        }
        // Whatever lies between two values that fit fits too.
        Settings.with(shot, List.of(path + "=" + range.from, path + "=" + range.to));
    }

    private static void requireSome(int count) {
        if (count < 1 || count > MOST) {
            throw new ShotException("1 to " + MOST + " trials are made at once, not " + count);
        }
    }

    private static void requireApart(List<Trial> all) {
        if (all.stream().map(Trial::shot).distinct().count() < all.size()) {
            throw new ShotException(
                    "two trials are the same: "
                            + String.join(", ", all.stream().map(Trial::caption).toList()));
        }
    }

    private static String fileName(String path, String value) {
        String key = path.substring(path.lastIndexOf('.') + 1);
        return key + "-" + value.replaceAll("[^A-Za-z0-9.-]+", "_");
    }

    /// "Cooling 0.5": the dial's label and its value.
    private static String caption(Shot shot, String path) {
        for (var item : shot.items().entrySet()) {
            String prefix = item.getKey() + ".";
            Param<?> param =
                    path.startsWith(prefix)
                            ? item.getValue().kind().params().get(path.substring(prefix.length()))
                            : null;
            if (param != null) {
                return param.label() + " " + value(item.getValue(), param);
            }
        }
        throw new ShotException("there is no parameter '" + path + "'");
    }

    private static String value(Item item, Param<?> param) {
        if (param instanceof Quantity quantity && item.get(quantity).isConstant()) {
            return quantity.unit().figure(item.number(quantity), 4);
        }
        return text(item, param);
    }

    private static <T> String text(Item item, Param<T> param) {
        JsonNode node = param.write(item.get(param));
        if (node.isArray()) {
            return node.valueStream().map(Trials::text).collect(Collectors.joining(", "));
        }
        return text(node);
    }

    private static String text(JsonNode node) {
        return node.isDouble()
                ? Unit.number(node.asDouble(), 4)
                : node.isTextual() ? node.asText() : node.toString();
    }
}
