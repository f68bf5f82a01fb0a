package ashfall.desk.kit;

import javafx.scene.paint.Color;
import javafx.scene.text.Font;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Colours and fonts of the window. The colours stand in `ashfall.css` alone; canvases read them
/// here by the same names.
public final class Tokens {
    private static final String CSS = "/ashfall/desk/ashfall.css";
    private static final Pattern COLOUR = Pattern.compile("-(\\S+):\\s*(#[0-9a-fA-F]{6,8});");
    private static final Map<String, Color> COLOURS = read();
    private static final Map<String, Font> FONTS = new HashMap<>();

    static {
        for (String face : new String[] {"barlow-semi-condensed", "overpass-mono"}) {
            for (String weight : new String[] {"400", "500", "600"}) {
                load("/ashfall/desk/fonts/" + face + "-" + weight + ".ttf");
            }
        }
    }

    private Tokens() {}

    /// The one style sheet, in place of the toolkit's own.
    public static String sheet() {
        return Tokens.class.getResource(CSS).toExternalForm();
    }

    /// A colour by its name in the style sheet, without the leading hyphen: `bone`.
    public static Color colour(String name) {
        Color colour = COLOURS.get(name);
        if (colour == null) {
            throw new IllegalArgumentException("the style sheet has no colour '" + name + "'");
        }
        return colour;
    }

    /// A colour, thinned to a share of its opacity.
    public static Color colour(String name, double opacity) {
        Color c = colour(name);
        return Color.color(c.getRed(), c.getGreen(), c.getBlue(), c.getOpacity() * opacity);
    }

    /// A colour as opaque ARGB, 8 bits each.
    public static int argb(String name) {
        Color c = colour(name);
        return 0xFF << 24
                | (int) (255 * c.getRed()) << 16
                | (int) (255 * c.getGreen()) << 8
                | (int) (255 * c.getBlue());
    }

    /// The face for words.
    public static Font words(double size) {
        return FONTS.computeIfAbsent(
                "words " + size, key -> Font.font("Barlow Semi Condensed", size));
    }

    /// The face for figures.
    public static Font figures(double size) {
        return FONTS.computeIfAbsent("figures " + size, key -> Font.font("Overpass Mono", size));
    }

    private static Map<String, Color> read() {
        try (InputStream in = Tokens.class.getResourceAsStream(CSS)) {
            Map<String, Color> all = new LinkedHashMap<>();
            Matcher m = COLOUR.matcher(new String(in.readAllBytes(), StandardCharsets.UTF_8));
            while (m.find()) {
                all.putIfAbsent(m.group(1), Color.web(m.group(2)));
            }
            return all;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void load(String file) {
        try (InputStream in = Tokens.class.getResourceAsStream(file)) {
            if (in != null) {
                Font.loadFont(in, 12);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
