package ashfall.shot;

import static ashfall.shot.Affects.PICTURE;

import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Words;

/// How the picture is made.
public final class Look {
    private Look() {}

    public static final Quantity EXPOSURE =
            Quantity.of("exposure", "Exposure", Unit.STOP, -12, PICTURE)
                    .curve()
                    .hard(-30, 30)
                    .usual(-14, -6)
                    .words("darker", "brighter")
                    .does("How bright the picture is; one stop more doubles the light.");
    public static final Quantity EXTINCTION =
            Quantity.of(
                            "extinction",
                            "Mass extinction of soot",
                            Unit.SQUARE_METRE_PER_GRAM,
                            8.7,
                            PICTURE)
                    .hard(0, 100)
                    .usual(5, 10)
                    .words("clearer", "thicker")
                    .does(
                            "Area that a gram of soot covers; more makes the same smoke"
                                    + " thicker.");
    public static final Quantity ALBEDO =
            Quantity.of("albedo", "Albedo of the smoke", Unit.NONE, 0.3, PICTURE)
                    .hard(0, 1)
                    .usual(0.2, 0.7)
                    .words("black", "white")
                    .does("Share of the light that smoke throws back rather than swallows.");
    public static final Quantity PHASE =
            Quantity.of("phase", "Phase", Unit.NONE, 0.5, PICTURE)
                    .hard(-0.95, 0.95)
                    .usual(0.4, 0.7)
                    .words("backward", "forward")
                    .does(
                            "Where smoke throws light: forward lights its rims against the sun,"
                                    + " backward its front.");
    public static final Quantity GLOW =
            Quantity.of("glow", "Strength of the glow", Unit.NONE, 1, PICTURE)
                    .curve()
                    .hard(0, 1000)
                    .usual(0.5, 2)
                    .words("dim", "bright")
                    .does(
                            "Strength of the fire's glow in the picture; one is what hot soot"
                                    + " gives off.");
    public static final Quantity BLUE =
            Quantity.of("blue", "Blue of the flame", Unit.NONE, 1, PICTURE)
                    .curve()
                    .hard(0, 1000)
                    .usual(1, 100)
                    .words("none", "strong")
                    .does(
                            "Light of burning gas itself, beside that of hot soot: seen where"
                                + " little soot is, at the foot of small flames and in those of gas"
                                + " and spirit.");
    public static final Quantity INNER =
            Quantity.of("inner", "Inner light", Unit.NONE, 1, PICTURE)
                    .curve()
                    .hard(0, 100)
                    .usual(0.5, 2)
                    .words("dark inside", "lit inside")
                    .does(
                            "How much of the fire's light falls on its own smoke; one is what"
                                    + " physics says.");
    public static final Quantity SCATTER =
            Quantity.of("scatter", "Light handed on in smoke", Unit.NONE, 1, PICTURE)
                    .hard(0, 100)
                    .usual(0, 2)
                    .words("hard shadows", "soft glow")
                    .does(
                            "How much light smoke hands on to smoke, so that flame bleeds into it"
                                    + " and shadows fill; one is what physics says.");
    public static final Quantity REACH =
            Quantity.of("reach", "Reach of that light", Unit.METRE, 0, PICTURE)
                    .hard(0, 1000)
                    .usual(0, 10)
                    .words("as physics says", "far into the smoke")
                    .does(
                            "How far light handed on in smoke goes before it has faded to a third;"
                                    + " 0 is what physics says for the smoke that is there.");
    public static final Quantity SPILL =
            Quantity.of("spill", "Spill on the site", Unit.NONE, 1, PICTURE)
                    .curve()
                    .hard(0, 100)
                    .usual(0.5, 4)
                    .words("dark", "bright")
                    .does(
                            "How much of the fire's light falls on the site; one is what"
                                    + " physics says.");
    public static final Vector GROUND =
            new Vector(
                    Words.of("ground", "Colour of the ground", PICTURE)
                            .words("darker", "brighter")
                            .does(
                                    "Colour of the ground, as the share of red, green and blue"
                                            + " it throws back."),
                    Unit.NONE,
                    0,
                    1,
                    new Vec3(0.16, 0.15, 0.14));
    public static final Quantity HAZE =
            Quantity.of("haze", "Heat haze", Unit.NONE, 1, PICTURE)
                    .hard(0, 100)
                    .usual(0, 5)
                    .words("still air", "shimmer")
                    .does(
                            "How much hot air bends what is seen through it; one is what physics"
                                    + " says.");
    public static final Quantity SAMPLES =
            Quantity.of("samples", "Samples a voxel", Unit.NONE, 1, PICTURE)
                    .hard(0.1, 16)
                    .usual(0.5, 2)
                    .words("faster", "smoother")
                    .does("Steps of a ray in each voxel; more is smoother and slower.");
    public static final Quantity RAYS =
            Quantity.of("rays", "Rays a pixel", Unit.NONE, 8, PICTURE)
                    .hard(1, 1024)
                    .usual(4, 16)
                    .words("faster", "cleaner")
                    .does(
                            "Lines of sight in each pixel of a finished picture; more make edges"
                                    + " and motion blur cleaner, and take longer.");
    public static final Kind KIND =
            Kind.of(
                    "look",
                    "Look",
                    EXPOSURE,
                    EXTINCTION,
                    ALBEDO,
                    PHASE,
                    GLOW,
                    BLUE,
                    INNER,
                    SCATTER,
                    REACH,
                    SPILL,
                    GROUND,
                    HAZE,
                    SAMPLES,
                    RAYS);
}
