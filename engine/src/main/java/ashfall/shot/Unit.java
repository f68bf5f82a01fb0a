package ashfall.shot;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Units of parameters. Values are kept in the first, SI-like unit; what people type may carry any
/// unit listed.
public enum Unit {
    NONE(""),
    METRE("m", "cm", 0.01, "mm", 0.001, "km", 1000.0),
    DEGREE("°", "deg", 1.0),
    SECOND("s", "ms", 0.001, "min", 60.0),
    KELVIN("K"),
    KELVIN_PER_SECOND("K/s"),
    KILOGRAM("kg", "g", 0.001, "t", 1000.0),
    KILOGRAM_PER_SECOND("kg/s", "g/s", 0.001),
    MEGAJOULE("MJ", "kJ", 0.001, "GJ", 1000.0),
    KILOWATT("kW", "W", 0.001, "MW", 1000.0),
    CUBIC_METRE_PER_SECOND("m3/s", "m³/s", 1.0, "l/s", 0.001),
    METRE_PER_SECOND("m/s", "km/h", 1 / 3.6),
    METRE_PER_SECOND_SQUARED("m/s2", "m/s²", 1.0),
    MILLIMETRE("mm", "cm", 10.0),
    STOP("stops"),
    PERCENT("%"),
    SQUARE_METRE_PER_SECOND("m2/s", "m²/s", 1.0, "cm2/s", 1e-4),
    MEGAJOULE_PER_KILOGRAM("MJ/kg", "kJ/kg", 0.001),
    SQUARE_METRE_PER_GRAM("m2/g", "m²/g", 1.0),
    WATT_PER_SQUARE_METRE_KELVIN("W/m2K", "W/m²K", 1.0),
    LUMEN("lm", "klm", 1000.0),
    LUX("lx", "klx", 1000.0),
    HERTZ("Hz"),
    KILOGRAM_PER_CUBIC_METRE("kg/m3", "kg/m³", 1.0, "g/m3", 0.001, "g/m³", 0.001),
    WATT_PER_CUBIC_METRE("W/m3", "W/m³", 1.0, "kW/m3", 1000.0, "kW/m³", 1000.0);

    /// A number at the start of a text; what follows it is the unit, which may have digits too.
    private static final Pattern NUMBER = Pattern.compile("[-+]?[0-9.,]*(?:[eE][-+]?[0-9]+)?");

    private final String symbol;
    private final List<Object> others;

    Unit(String symbol, Object... others) {
        this.symbol = symbol;
        this.others = List.of(others);
    }

    public String symbol() {
        return symbol;
    }

    /// Reads "0.35", "35 cm" or "900 C" as a number in this unit.
    ///
    /// @throws NumberFormatException with the units that would be right
    public double parse(String text) {
        String trimmed = text.strip();
        Matcher matcher = NUMBER.matcher(trimmed);
        int split = matcher.lookingAt() ? matcher.end() : 0;
        String unit = trimmed.substring(split).strip();
        double number = number(trimmed.substring(0, split).strip(), text);
        if (unit.isEmpty() || unit.equals(symbol)) {
            return number;
        }
        if (this == KELVIN && (unit.equals("C") || unit.equals("°C"))) {
            return number + 273.15;
        }
        for (int i = 0; i < others.size(); i += 2) {
            if (others.get(i).equals(unit)) {
                // In decimals, so that 70 cm are 0.7 m.
                return BigDecimal.valueOf(number)
                        .multiply(BigDecimal.valueOf((Double) others.get(i + 1)))
                        .doubleValue();
            }
        }
        throw new NumberFormatException("the unit '" + unit + "' does not fit; " + allowed());
    }

    private double number(String digits, String text) {
        try {
            double value = Double.parseDouble(digits.replace(",", ""));
            if (Double.isNaN(value) || Double.isInfinite(value)) {
                throw new NumberFormatException("'" + text + "' is not a finite number");
            }
            return value;
        } catch (NumberFormatException e) {
            throw new NumberFormatException(
                    "'" + text + "' is not a number" + (this == NONE ? "" : "; " + allowed()));
        }
    }

    /// The units that may be typed, in words.
    public String allowed() {
        if (this == NONE) {
            return "it has no unit";
        }
        StringBuilder all = new StringBuilder("use ").append(symbol);
        if (this == KELVIN) {
            all.append(" or C");
        }
        for (int i = 0; i < others.size(); i += 2) {
            all.append(i + 2 < others.size() ? ", " : " or ").append(others.get(i));
        }
        return all.toString();
    }

    /// A number with its symbol, for people: "0.35 m".
    public String show(double value) {
        String digits =
                value == Math.rint(value) && Math.abs(value) < 1e12
                        ? String.format(Locale.ROOT, "%.0f", value)
                        : Double.toString(value);
        return symbol.isEmpty() ? digits : digits + " " + symbol;
    }

    /// A number for people in the unit of its family that fits: "60 MW", "33.4 cm".
    ///
    /// @param digits significant ones, 1 to 15; trailing zeros are left out
    public String figure(double value, int digits) {
        String unit = symbol;
        double factor = 1;
        double size = Math.abs(value) * (1 + 1e-9);
        for (int i = 0; i < others.size(); i += 2) {
            double f = (Double) others.get(i + 1);
            boolean family = f == 0.001 || f == 0.01 || f == 1000;
            boolean better = factor > size ? f < factor : f <= size && f > factor;
            if (value != 0 && family && better) {
                factor = f;
                unit = (String) others.get(i);
            }
        }
        return number(value / factor, digits) + (unit.isEmpty() ? "" : " " + written(unit));
    }

    /// A number at so many significant digits, without trailing zeros.
    public static String number(double value, int digits) {
        if (value == 0 || Double.isNaN(value)) {
            return Double.isNaN(value) ? "-" : "0";
        }
        BigDecimal rounded =
                BigDecimal.valueOf(value).round(new MathContext(digits)).stripTrailingZeros();
        StringBuilder text = new StringBuilder(rounded.toPlainString());
        int point = text.indexOf(".");
        int first = text.charAt(0) == '-' ? 1 : 0;
        for (int at = (point < 0 ? text.length() : point) - 3; at > first; at -= 3) {
            text.insert(at, ',');
        }
        return text.toString();
    }

    private static String written(String unit) {
        return unit.replace("m3", "m³").replace("m2", "m²").replace("s2", "s²");
    }
}
