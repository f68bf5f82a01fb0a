package ashfall.shot;

import static ashfall.shot.Affects.PICTURE;

import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Words;

import java.util.ArrayList;
import java.util.List;

/// What is done to the picture after the light: white balance, veils of light, colour. It is never
/// in the layers of a finished picture, and one grade holds for all frames.
public final class Grade {
    private Grade() {}

    public static final Switch APPLIED = step("applied", "The grade", "All of it, on or off.");
    public static final Switch WHITE_ON =
            step("white.on", "White balance", "White and tint, on or off.");
    public static final Quantity WHITE =
            Quantity.of("white.light", "Light shown as white", Unit.KELVIN, 6500, PICTURE)
                    .hard(1500, 25_000)
                    .usual(2800, 8000)
                    .words("bluer picture", "warmer picture")
                    .mark(2850, "lamp")
                    .mark(5500, "noon")
                    .mark(6500, "day")
                    .does(
                            "Temperature of the light that shows as white; higher makes the"
                                    + " picture warmer.");
    public static final Quantity TINT =
            Quantity.of("white.tint", "Tint", Unit.NONE, 0, PICTURE)
                    .hard(-1, 1)
                    .usual(-0.2, 0.2)
                    .words("greener", "more magenta")
                    .does("What is left of green or magenta after the white balance.");
    public static final Switch HALO_ON = step("halo.on", "Halo", "The halo, on or off.");
    public static final List<Quantity> HALO =
            glow(
                    "halo",
                    "Halo",
                    0.8,
                    "Light that lens and film spread closely around what is bright");
    public static final Switch VEIL_ON = step("veil.on", "Veil", "The veil, on or off.");
    public static final List<Quantity> VEIL =
            glow("veil", "Veil", 8, "Light that lens and air spread widely around what is bright");
    public static final Switch FILM_ON =
            step(
                    "film.on",
                    "Film",
                    "Highlights roll off and bleach as on film, or are cut where they are too"
                            + " bright.");
    public static final Switch COLOUR_ON =
            step("colour.on", "Colour", "Saturation and the ranges of colour, on or off.");
    public static final Quantity SATURATION =
            Quantity.of("colour.saturation", "Saturation", Unit.NONE, 1, PICTURE)
                    .hard(0, 4)
                    .usual(0.7, 1.3)
                    .words("grey", "colourful")
                    .does("How colourful the picture is; 0 is grey, 1 leaves it.");

    /// Names of the ranges of colour, in the order of their hues.
    public static final List<String> RANGES = List.of("red", "yellow", "green", "blue");

    /// Turns of hue, one a range.
    public static final List<Quantity> HUES =
            RANGES.stream()
                    .map(
                            name ->
                                    Quantity.of(
                                                    "colour." + name + "Hue",
                                                    "Hue of the " + name + "s",
                                                    Unit.DEGREE,
                                                    0,
                                                    PICTURE)
                                            .hard(-180, 180)
                                            .usual(-20, 20)
                                            .words(
                                                    "towards " + beside(name, -1),
                                                    "towards " + beside(name, 1))
                                            .does(
                                                    "Turns what is "
                                                            + name
                                                            + " towards the colours beside it."))
                    .toList();

    /// Brightness in stops, one a range.
    public static final List<Quantity> LIGHTS =
            RANGES.stream()
                    .map(
                            name ->
                                    Quantity.of(
                                                    "colour." + name + "Light",
                                                    "Brightness of the " + name + "s",
                                                    Unit.STOP,
                                                    0,
                                                    PICTURE)
                                            .hard(-4, 4)
                                            .usual(-1, 1)
                                            .words("darker", "brighter")
                                            .does(
                                                    "How bright what is "
                                                            + name
                                                            + " is shown; what is grey stays."))
                    .toList();

    public static final Kind KIND = Kind.of("grade", "Grade", all());

    private static String beside(String name, int step) {
        return RANGES.get((RANGES.indexOf(name) + step + RANGES.size()) % RANGES.size());
    }

    private static Switch step(String key, String label, String does) {
        return new Switch(Words.of(key, label, PICTURE).does(does), true);
    }

    /// Strength, threshold and size of a glow.
    private static List<Quantity> glow(String key, String label, double size, String does) {
        return List.of(
                Quantity.of(key + ".strength", label + ", strength", Unit.NONE, 0, PICTURE)
                        .hard(0, 10)
                        .usual(0, 0.5)
                        .words("none", "strong")
                        .does(does + ": the share of it that is spread; 0 is none."),
                Quantity.of(key + ".threshold", label + ", threshold", Unit.STOP, 1, PICTURE)
                        .hard(-10, 20)
                        .usual(0, 4)
                        .words("all shines", "only the brightest")
                        .does(
                                "Stops over plain white from where on light is spread; what is"
                                        + " darker spreads none."),
                Quantity.of(key + ".size", label + ", size", Unit.PERCENT, size, PICTURE)
                        .hard(0, 100)
                        .usual(0.3, 20)
                        .words("close", "wide")
                        .does(
                                "How far light is spread, in hundredths of the picture's"
                                        + " width."));
    }

    private static Param<?>[] all() {
        List<Param<?>> all = new ArrayList<>(List.of(APPLIED, WHITE_ON, WHITE, TINT, HALO_ON));
        all.addAll(HALO);
        all.add(VEIL_ON);
        all.addAll(VEIL);
        all.addAll(List.of(FILM_ON, COLOUR_ON, SATURATION));
        for (int i = 0; i < RANGES.size(); i++) {
            all.add(HUES.get(i));
            all.add(LIGHTS.get(i));
        }
        return all.toArray(new Param<?>[0]);
    }
}
