package ashfall.shot;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/// What a parameter is, declared once: key, words, unit, range, default. Files, settings, help and
/// dials read it.
///
/// @param <T> type of its values; immutable
public sealed interface Param<T>
        permits Quantity,
                Param.Whole,
                Param.Rate,
                Param.Switch,
                Param.Choice,
                Param.Subset,
                Param.Vector,
                Param.Path,
                Param.Colours,
                Text {

    Words words();

    /// Path inside its item, with dots: `release.fuel`.
    default String key() {
        return words().key();
    }

    default String label() {
        return words().label();
    }

    default Affects affects() {
        return words().affects();
    }

    T byDefault();

    /// Reads a value from JSON; text may carry a unit.
    ///
    /// @throws IllegalArgumentException saying what would be right
    T read(JsonNode node);

    /// The value as JSON; [#read] gives it back.
    JsonNode write(T value);

    /// What may be written, for help: "0 to 100 m, usually 0.5 to 3, by default 1".
    String range();

    /// What every parameter has: its key, its label, what it changes, and what it does in words.
    ///
    /// @param less what less of it is called, at the lower end of its rule
    /// @param more likewise at the upper end
    /// @param does one sentence: what it is, and what more or less of it does
    record Words(String key, String label, Affects affects, String less, String more, String does) {
        static Words of(String key, String label, Affects affects) {
            return new Words(key, label, affects, "", "", "");
        }

        Words words(String lower, String upper) {
            return new Words(key, label, affects, lower, upper, does);
        }

        Words does(String sentence) {
            return new Words(key, label, affects, less, more, sentence);
        }
    }

    /// A whole number.
    record Whole(Words words, long least, long most, long number) implements Param<Long> {
        /// Keys tell parameters apart; the rest is too much to hash at each look-up.
        @Override
        public int hashCode() {
            return words.key().hashCode();
        }

        @Override
        public Long byDefault() {
            return number;
        }

        @Override
        public Long read(JsonNode node) {
            try {
                double value =
                        node.isNumber()
                                ? node.doubleValue()
                                : Double.parseDouble(node.asText().strip());
                if (value == Math.rint(value) && value >= least && value <= most) {
                    return (long) value;
                }
            } catch (NumberFormatException e) {
                throw new IllegalArgumentException(
                        "'" + node.asText() + "' is not a whole number", e);
            }
            throw new IllegalArgumentException(
                    node.asText()
                            + " is out of range; it must be a whole number, "
                            + least
                            + " to "
                            + most);
        }

        @Override
        public JsonNode write(Long value) {
            return JsonNodeFactory.instance.numberNode(value);
        }

        @Override
        public String range() {
            return "a whole number, by default " + number;
        }
    }

    /// Frames a second as an exact fraction: 24, or "24000/1001".
    record Rate(Words words, FrameRate rate) implements Param<FrameRate> {
        /// Keys tell parameters apart; the rest is too much to hash at each look-up.
        @Override
        public int hashCode() {
            return words.key().hashCode();
        }

        @Override
        public FrameRate byDefault() {
            return rate;
        }

        @Override
        public FrameRate read(JsonNode node) {
            return FrameRate.parse(node.asText());
        }

        @Override
        public JsonNode write(FrameRate value) {
            return value.denominator() == 1
                    ? JsonNodeFactory.instance.numberNode(value.numerator())
                    : JsonNodeFactory.instance.textNode(value.toString());
        }

        @Override
        public String range() {
            return "1 to 1000 frames a second, a whole number or a fraction such as 24000/1001, by"
                    + " default "
                    + rate;
        }
    }

    /// On or off.
    record Switch(Words words, boolean on) implements Param<Boolean> {
        /// Keys tell parameters apart; the rest is too much to hash at each look-up.
        @Override
        public int hashCode() {
            return words.key().hashCode();
        }

        @Override
        public Boolean byDefault() {
            return on;
        }

        @Override
        public Boolean read(JsonNode node) {
            return switch (node.asText()) {
                case "true", "on" -> true;
                case "false", "off" -> false;
                default ->
                        throw new IllegalArgumentException(
                                "'" + node.asText() + "' must be true or false");
            };
        }

        @Override
        public JsonNode write(Boolean value) {
            return JsonNodeFactory.instance.booleanNode(value);
        }

        @Override
        public String range() {
            return "true or false, by default " + on;
        }
    }

    /// One of a few words.
    record Choice(Words words, List<String> options, String word) implements Param<String> {
        /// Keys tell parameters apart; the rest is too much to hash at each look-up.
        @Override
        public int hashCode() {
            return words.key().hashCode();
        }

        @Override
        public String byDefault() {
            return word;
        }

        @Override
        public String read(JsonNode node) {
            String text = node.asText();
            if (!options.contains(text)) {
                throw new IllegalArgumentException(
                        "'"
                                + text
                                + "' is not known; it must be one of "
                                + String.join(", ", options));
            }
            return text;
        }

        @Override
        public JsonNode write(String value) {
            return JsonNodeFactory.instance.textNode(value);
        }

        @Override
        public String range() {
            return "one of " + String.join(", ", options) + ", by default " + word;
        }
    }

    /// Any of a few words, in the order of the declaration. On the command line separated by
    /// commas.
    record Subset(Words words, List<String> options, List<String> chosen)
            implements Param<List<String>> {
        /// Keys tell parameters apart; the rest is too much to hash at each look-up.
        @Override
        public int hashCode() {
            return words.key().hashCode();
        }

        @Override
        public List<String> byDefault() {
            return chosen;
        }

        @Override
        public List<String> read(JsonNode node) {
            List<String> given = new ArrayList<>();
            if (node.isArray()) {
                node.forEach(n -> given.add(n.asText()));
            } else {
                for (String word : node.asText().split(",")) {
                    if (!word.isBlank()) {
                        given.add(word.strip());
                    }
                }
            }
            for (String word : given) {
                if (!options.contains(word)) {
                    throw new IllegalArgumentException(
                            "'"
                                    + word
                                    + "' is not known; it may hold "
                                    + String.join(", ", options));
                }
            }
            return options.stream().filter(given::contains).toList();
        }

        @Override
        public JsonNode write(List<String> value) {
            ArrayNode node = JsonNodeFactory.instance.arrayNode();
            value.forEach(node::add);
            return node;
        }

        @Override
        public String range() {
            return "any of "
                    + String.join(", ", options)
                    + ", by default "
                    + (chosen.isEmpty() ? "none" : String.join(", ", chosen));
        }
    }

    /// Three numbers along x, y (up), z. On the command line separated by commas.
    record Vector(Words words, Unit unit, double least, double most, Vec3 vec)
            implements Param<Vec3> {
        /// Keys tell parameters apart; the rest is too much to hash at each look-up.
        @Override
        public int hashCode() {
            return words.key().hashCode();
        }

        @Override
        public Vec3 byDefault() {
            return vec;
        }

        @Override
        public Vec3 read(JsonNode node) {
            double[] all = new double[3];
            String[] words = node.isTextual() ? node.textValue().split(",") : null;
            if (words != null ? words.length != 3 : !node.isArray() || node.size() != 3) {
                throw new IllegalArgumentException(
                        "it must be three numbers [x, y, z]"
                                + (unit == Unit.NONE ? "" : " in " + unit.symbol()));
            }
            for (int i = 0; i < 3; i++) {
                boolean plain = words == null && node.get(i).isNumber();
                all[i] =
                        plain
                                ? node.get(i).doubleValue()
                                : unit.parse(words == null ? node.get(i).asText() : words[i]);
                if (!(all[i] >= least && all[i] <= most)) {
                    throw new IllegalArgumentException(
                            unit.show(all[i])
                                    + " is out of range; each number must be "
                                    + unit.show(least)
                                    + " to "
                                    + unit.show(most));
                }
            }
            return new Vec3(all[0], all[1], all[2]);
        }

        @Override
        public JsonNode write(Vec3 value) {
            return JsonNodeFactory.instance
                    .arrayNode()
                    .add(value.x())
                    .add(value.y())
                    .add(value.z());
        }

        @Override
        public String range() {
            return "three numbers x,y,z in "
                    + (unit == Unit.NONE ? "no unit" : unit.symbol())
                    + ", by default "
                    + vec;
        }
    }

    /// Places over time. On the command line as JSON.
    record Path(Words words) implements Param<Route> {
        /// Keys tell parameters apart; the rest is too much to hash at each look-up.
        @Override
        public int hashCode() {
            return words.key().hashCode();
        }

        @Override
        public Route byDefault() {
            return Route.NONE;
        }

        @Override
        public Route read(JsonNode node) {
            if (node.isTextual() && node.textValue().isBlank()) {
                return Route.NONE;
            }
            if (!node.isArray()) {
                throw new IllegalArgumentException("it must be [[seconds, x, y, z], ...]");
            }
            List<Route.Point> points = new ArrayList<>();
            for (JsonNode point : node) {
                if (!point.isArray() || point.size() != 4) {
                    throw new IllegalArgumentException(
                            "each point of a path is [seconds, x, y, z]");
                }
                double[] v = new double[4];
                for (int i = 0; i < 4; i++) {
                    Unit unit = i == 0 ? Unit.SECOND : Unit.METRE;
                    v[i] = Quantity.scalar(point.get(i), unit);
                    if (!(Math.abs(v[i]) <= 1e5)) {
                        throw new IllegalArgumentException(
                                unit.show(v[i]) + " is out of range; it must be within 100,000");
                    }
                }
                points.add(new Route.Point(v[0], new Vec3(v[1], v[2], v[3])));
            }
            return new Route(points);
        }

        @Override
        public JsonNode write(Route value) {
            ArrayNode node = JsonNodeFactory.instance.arrayNode();
            value.points()
                    .forEach(
                            p ->
                                    node.addArray()
                                            .add(p.seconds())
                                            .add(p.place().x())
                                            .add(p.place().y())
                                            .add(p.place().z()));
            return node;
        }

        @Override
        public String range() {
            return "points [seconds, x, y, z] in s and m, by default none";
        }
    }

    /// Colours over a quantity. On the command line as JSON.
    record Colours(Words words) implements Param<Ramp> {
        /// Keys tell parameters apart; the rest is too much to hash at each look-up.
        @Override
        public int hashCode() {
            return words.key().hashCode();
        }

        @Override
        public Ramp byDefault() {
            return Ramp.NONE;
        }

        @Override
        public Ramp read(JsonNode node) {
            if (node.isTextual() && node.textValue().isBlank()) {
                return Ramp.NONE;
            }
            if (!node.isArray()) {
                throw new IllegalArgumentException("it must be [[kelvin, red, green, blue], ...]");
            }
            List<Ramp.Stop> stops = new ArrayList<>();
            for (JsonNode stop : node) {
                if (!stop.isArray() || stop.size() != 4) {
                    throw new IllegalArgumentException(
                            "each stop of a ramp is [kelvin, red, green, blue]");
                }
                double[] v = new double[4];
                for (int i = 0; i < 4; i++) {
                    v[i] = Quantity.scalar(stop.get(i), i == 0 ? Unit.KELVIN : Unit.NONE);
                    double most = i == 0 ? 1e5 : 100;
                    if (!(v[i] >= 0 && v[i] <= most)) {
                        throw new IllegalArgumentException(
                                "'" + stop.get(i).asText() + "' must be 0 to " + (int) most);
                    }
                }
                stops.add(new Ramp.Stop(v[0], new Vec3(v[1], v[2], v[3])));
            }
            return new Ramp(stops);
        }

        @Override
        public JsonNode write(Ramp value) {
            ArrayNode node = JsonNodeFactory.instance.arrayNode();
            value.stops()
                    .forEach(
                            s ->
                                    node.addArray()
                                            .add(s.at())
                                            .add(s.colour().x())
                                            .add(s.colour().y())
                                            .add(s.colour().z()));
            return node;
        }

        @Override
        public String range() {
            return "stops [kelvin, red, green, blue], by default none";
        }
    }

    /// All declared parameters of a kind of item by key, for reading.
    static Map<String, Param<?>> byKey(List<Param<?>> params) {
        Map<String, Param<?>> map = new java.util.LinkedHashMap<>();
        for (Param<?> p : params) {
            if (map.put(p.key(), p) != null) {
                throw new IllegalStateException(
                        "the parameter '" + p.key() + "' is declared twice");
            }
        }
        return map;
    }
}
