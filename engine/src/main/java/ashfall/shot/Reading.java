package ashfall.shot;

import static ashfall.shot.Affects.PICTURE;

import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Colours;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Words;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/// How the channels of the gas are read by the picture: which one shows as smoke, which as glow and
/// as its colour, and by what scale.
public final class Reading {
    private Reading() {}

    private static final List<String> CHANNELS =
            Kept.ALL.stream().filter(name -> !name.equals("velocity")).toList();

    public static final Choice SMOKE =
            channel(
                    "smoke",
                    "Smoke by",
                    "density",
                    "The channel that shows as smoke: what hides" + " and scatters.");
    public static final Quantity SMOKE_FACTOR =
            factor(
                    "smokeFactor",
                    "Smoke, factor",
                    Unit.NONE,
                    1,
                    "clearer",
                    "thicker",
                    "Smoke in kg/m3 for a unit of that channel.");
    public static final Quantity EDGE_FROM =
            edge(
                    "edgeFrom",
                    "Edge, nothing below",
                    "Smoke thinner than this is not seen; with the next dial it makes edges hard"
                            + " or soft.");
    public static final Quantity EDGE_TO =
            edge(
                    "edgeTo",
                    "Edge, all above",
                    "Smoke thicker than this is seen as it is; between the two it comes in"
                            + " smoothly.");
    public static final Vector THIN =
            colour("thin", "Colour of thin smoke", "What thin smoke throws back of each colour.");
    public static final Vector THICK =
            colour(
                    "thick",
                    "Colour of thick smoke",
                    "What thick smoke throws back of each colour.");
    public static final Choice TINT =
            channel(
                    "tint",
                    "Thin to thick by",
                    "density",
                    "The channel that says which of the two colours it is.");
    public static final Quantity TINT_AT =
            factor(
                    "tintAt",
                    "Thick from",
                    Unit.NONE,
                    1e-3,
                    "soon",
                    "late",
                    "Value of that channel, in its unit, from which on smoke has the colour of"
                            + " thick smoke.");
    public static final Choice GLOW =
            channel("glow", "Glow by", "density", "The channel that says how strongly gas glows.");
    public static final Quantity GLOW_FACTOR =
            factor(
                    "glowFactor",
                    "Glow, factor",
                    Unit.NONE,
                    1,
                    "dim",
                    "bright",
                    "Glowing soot in kg/m3 for a unit of that channel.");
    public static final Choice HEAT =
            channel(
                    "heat",
                    "Colour of the glow by",
                    "temperature",
                    "The channel that is read as the temperature of what glows.");
    public static final Quantity KELVIN_FACTOR =
            factor(
                    "kelvinFactor",
                    "Kelvin, factor",
                    Unit.NONE,
                    1,
                    "cooler",
                    "hotter",
                    "Kelvins shown for a unit of that channel; 1 shows temperatures as they are.");
    public static final Quantity KELVIN_OFFSET =
            Quantity.of("kelvinOffset", "Kelvin, offset", Unit.KELVIN, 0, PICTURE)
                    .hard(-5000, 5000)
                    .usual(-300, 300)
                    .words("redder", "whiter")
                    .does("Added to all temperatures in the picture; the gas stays as it is.");
    public static final Colours RAMP =
            new Colours(
                    Words.of("ramp", "Colours of the glow", PICTURE)
                            .does(
                                    "Colours of one's own over the temperature shown, in place of"
                                            + " those of a black body; full red, green and blue are"
                                            + " as bright as one of 1,700 K."));
    public static final Quantity CORE =
            Quantity.of("core", "Dark core", Unit.NONE, 0, PICTURE)
                    .hard(0, 1)
                    .usual(0, 0.8)
                    .words("solid", "hollow")
                    .does(
                            "How much darker flame is where vapour is still unburnt: the inside of"
                                    + " small flames.");

    public static final Kind KIND =
            Kind.of(
                    "reading",
                    "Reading",
                    RAMP,
                    HEAT,
                    KELVIN_FACTOR,
                    KELVIN_OFFSET,
                    CORE,
                    GLOW,
                    GLOW_FACTOR,
                    SMOKE,
                    SMOKE_FACTOR,
                    EDGE_FROM,
                    EDGE_TO,
                    THIN,
                    THICK,
                    TINT,
                    TINT_AT);

    /// The channels that a picture reads, without heat release and velocity where nothing else
    /// asks for them.
    public static Set<String> channels(Item reading) {
        Set<String> all = new LinkedHashSet<>();
        all.add(reading.get(SMOKE));
        all.add(reading.get(GLOW));
        all.add(reading.get(HEAT));
        if (isTinted(reading)) {
            all.add(reading.get(TINT));
        }
        if (reading.number(CORE) > 0) {
            all.add("fuel");
        }
        return all;
    }

    /// Does smoke have a colour of its own?
    public static boolean isTinted(Item reading) {
        Vec3 white = new Vec3(1, 1, 1);
        return !reading.get(THIN).equals(white) || !reading.get(THICK).equals(white);
    }

    private static Choice channel(String key, String label, String normal, String does) {
        return new Choice(Words.of(key, label, PICTURE).does(does), CHANNELS, normal);
    }

    private static Quantity factor(
            String key,
            String label,
            Unit unit,
            double normal,
            String less,
            String more,
            String does) {
        return Quantity.of(key, label, unit, normal, PICTURE)
                .hard(0, 1e9)
                .usual(0.5 * normal, 2 * normal)
                .words(less, more)
                .does(does);
    }

    private static Quantity edge(String key, String label, String does) {
        return Quantity.of(key, label, Unit.KILOGRAM_PER_CUBIC_METRE, 0, PICTURE)
                .hard(0, 1000)
                .usual(0, 1e-3)
                .words("foggy", "cut")
                .does(does);
    }

    private static Vector colour(String key, String label, String does) {
        return new Vector(
                Words.of(key, label, PICTURE)
                        .words("darker", "brighter")
                        .does(does + " As red, green and blue; the albedo counts besides."),
                Unit.NONE,
                0,
                10,
                new Vec3(1, 1, 1));
    }
}
