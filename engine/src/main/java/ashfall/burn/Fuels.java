package ashfall.burn;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// The table of fuels that ships with the engine, `fuels.csv`.
public final class Fuels {
    private static final Map<String, Fuel> TABLE = read();

    private Fuels() {}

    /// Keys of all fuels, in the order of the table.
    public static List<String> keys() {
        return List.copyOf(TABLE.keySet());
    }

    /// The fuel of a key.
    public static Fuel of(String key) {
        Fuel fuel = TABLE.get(key);
        if (fuel == null) {
            throw new IllegalArgumentException(
                    "there is no fuel '"
                            + key
                            + "'; there are "
                            + String.join(", ", TABLE.keySet()));
        }
        return fuel;
    }

    private static Map<String, Fuel> read() {
        Map<String, Fuel> table = new LinkedHashMap<>();
        var stream = Fuels.class.getResourceAsStream("fuels.csv");
        try (var lines =
                new BufferedReader(new InputStreamReader(stream, StandardCharsets.UTF_8))) {
            lines.lines()
                    .filter(line -> !line.startsWith("#") && !line.startsWith("fuel,"))
                    .forEach(
                            line -> {
                                String[] f = line.split(",", -1);
                                table.put(
                                        f[0],
                                        new Fuel(
                                                f[0],
                                                number(f[1]) * 1e6,
                                                number(f[2]),
                                                number(f[3]),
                                                number(f[4]),
                                                number(f[7]),
                                                number(f[8]),
                                                number(f[12])));
                            });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return table;
    }

    private static double number(String text) {
        return Double.parseDouble(text);
    }
}
