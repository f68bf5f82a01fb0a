package ashfall.shot;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;

import java.util.ArrayList;
import java.util.List;

/// A number, or a curve where it `follows` one. A default of NaN means: as the fuel has it.
public record Quantity(
        Words words,
        Unit unit,
        double least,
        double most,
        double usualLow,
        double usualHigh,
        double number,
        boolean follows,
        List<Mark> marks)
        implements Param<Curve> {

    private static final String EASED = "eased";

    /// A value from life, engraved on the rule of a quantity: 150 kW, a burning bin.
    public record Mark(double value, String name) {}

    /// Keys tell parameters apart; the rest is too much to hash at each look-up.
    @Override
    public int hashCode() {
        return words.key().hashCode();
    }

    static Quantity of(String key, String label, Unit unit, double number, Affects affects) {
        Words words = Words.of(key, label, affects);
        return new Quantity(words, unit, -1e9, 1e9, number, number, number, false, List.of());
    }

    Quantity hard(double low, double high) {
        return new Quantity(words, unit, low, high, usualLow, usualHigh, number, follows, marks);
    }

    Quantity usual(double low, double high) {
        return new Quantity(words, unit, least, most, low, high, number, follows, marks);
    }

    Quantity curve() {
        return new Quantity(words, unit, least, most, usualLow, usualHigh, number, true, marks);
    }

    Quantity words(String lower, String upper) {
        return with(words.words(lower, upper), marks);
    }

    Quantity does(String sentence) {
        return with(words.does(sentence), marks);
    }

    Quantity mark(double value, String name) {
        List<Mark> all = new ArrayList<>(marks);
        all.add(new Mark(value, name));
        return with(words, List.copyOf(all));
    }

    private Quantity with(Words other, List<Mark> engraved) {
        return new Quantity(
                other, unit, least, most, usualLow, usualHigh, number, follows, engraved);
    }

    @Override
    public Curve byDefault() {
        return Curve.constant(number);
    }

    @Override
    public Curve read(JsonNode node) {
        if (node.isNumber()) {
            return Curve.constant(checked(node.doubleValue()));
        }
        if (node.isTextual()) {
            return Curve.constant(checked(unit.parse(node.textValue())));
        }
        JsonNode points = node.get("curve");
        if (points == null || !points.isArray() || points.isEmpty()) {
            throw new IllegalArgumentException(
                    "it must be a number"
                            + (follows ? " or {\"curve\": [[seconds, value], ...]}" : ""));
        }
        if (!follows) {
            throw new IllegalArgumentException("it cannot follow a curve");
        }
        List<Curve.Point> all = new ArrayList<>();
        for (JsonNode point : points) {
            boolean eased = point.size() == 3 && EASED.equals(point.get(2).asText());
            if (!point.isArray() || point.size() != (eased ? 3 : 2)) {
                throw new IllegalArgumentException(
                        "each point of a curve is a pair [seconds, value], or with \""
                                + EASED
                                + "\" as a third");
            }
            double seconds = scalar(point.get(0), Unit.SECOND);
            all.add(new Curve.Point(seconds, checked(scalar(point.get(1), unit)), eased));
        }
        return Curve.through(all);
    }

    static double scalar(JsonNode node, Unit unit) {
        if (node.isNumber()) {
            return node.doubleValue();
        }
        return unit.parse(node.asText());
    }

    /// Reads a number in range, with or without a unit.
    ///
    /// @throws IllegalArgumentException with what would be right
    public double parse(String text) {
        return checked(unit.parse(text));
    }

    private double checked(double value) {
        if (!(value >= least && value <= most)) {
            throw new IllegalArgumentException(
                    unit.show(value) + " is out of range; it must be " + limits());
        }
        return value;
    }

    private String limits() {
        return unit.show(least) + " to " + unit.show(most);
    }

    @Override
    public JsonNode write(Curve curve) {
        if (curve.isConstant()) {
            return JsonNodeFactory.instance.numberNode(curve.value(0));
        }
        ObjectNode node = JsonNodeFactory.instance.objectNode();
        ArrayNode points = node.putArray("curve");
        for (int i = 0; i < curve.size(); i++) {
            ArrayNode point = points.addArray().add(curve.time(i)).add(curve.value(i));
            if (curve.isEased(i)) {
                point.add(EASED);
            }
        }
        return node;
    }

    @Override
    public String range() {
        String standard =
                Double.isNaN(number)
                        ? "by default as the fuel has it"
                        : "by default " + unit.show(number);
        return limits()
                + ", usually "
                + usualLow
                + " to "
                + usualHigh
                + ", "
                + standard
                + (follows ? ", may follow a curve" : "");
    }
}
