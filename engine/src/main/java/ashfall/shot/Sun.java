package ashfall.shot;

import static ashfall.shot.Affects.PICTURE;

import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Words;

/// Sun and sky.
public final class Sun {
    private Sun() {}

    public static final Vector TOWARDS =
            new Vector(
                    Words.of("towards", "Direction to the sun", PICTURE)
                            .words("lower", "higher")
                            .does(
                                    "Direction from the ground to the sun; low light rakes the"
                                            + " smoke and shows its folds."),
                    Unit.NONE,
                    -1e3,
                    1e3,
                    new Vec3(-0.6, 0.5, 0.6));
    public static final Quantity STRENGTH =
            Quantity.of("strength", "Sunlight", Unit.LUX, 20_000, PICTURE)
                    .hard(0, 200_000)
                    .usual(100, 100_000)
                    .words("dim", "bright")
                    .mark(400, "dusk")
                    .mark(32000, "haze")
                    .mark(100000, "noon")
                    .does("Light of the sun on a surface that faces it.");
    public static final Vector COLOUR =
            new Vector(
                    Words.of("colour", "Colour of sunlight", PICTURE)
                            .words("darker", "brighter")
                            .does(
                                    "Colour of the sunlight, as red, green and blue in linear"
                                            + " light."),
                    Unit.NONE,
                    0,
                    10,
                    new Vec3(1, 0.88, 0.74));
    public static final Quantity SKY =
            Quantity.of("sky", "Skylight", Unit.LUX, 6_000, PICTURE)
                    .hard(0, 100_000)
                    .usual(10, 20_000)
                    .words("dim", "bright")
                    .mark(400, "dusk")
                    .mark(20000, "day")
                    .does(
                            "Light of the sky on level ground; it fills the shadows of the"
                                    + " smoke.");
    public static final Vector SKY_COLOUR =
            new Vector(
                    Words.of("skyColour", "Colour of the sky", PICTURE)
                            .words("darker", "brighter")
                            .does(
                                    "Colour of the skylight, as red, green and blue in linear"
                                            + " light."),
                    Unit.NONE,
                    0,
                    10,
                    new Vec3(0.5, 0.68, 1));
    public static final Text SKY_PICTURE =
            Text.path(
                    Words.of("skyPicture", "Picture of the sky", PICTURE)
                            .does(
                                    "OpenEXR, PNG or JPEG, twice as wide as high, of all"
                                        + " directions: its light falls on gas and site, as much as"
                                        + " the skylight says, in place of the colour of the"
                                        + " sky."));
    public static final Quantity SKY_TURN =
            Quantity.of("skyTurn", "Turned by", Unit.DEGREE, 0, PICTURE)
                    .hard(-360, 360)
                    .usual(-180, 180)
                    .words("to the left", "to the right")
                    .does("By how much the picture of the sky is turned about the upright axis.");
    public static final Switch SKY_SHOWN =
            new Switch(
                    Words.of("skyShown", "Seen behind", PICTURE)
                            .does(
                                    "Whether the picture of the sky is seen behind all, or lights"
                                            + " alone."),
                    false);
    public static final Quantity ON_GAS =
            Quantity.of("onGas", "Strength on gas", Unit.NONE, 1, PICTURE)
                    .hard(0, 1000)
                    .usual(0.5, 2)
                    .words("gas dark", "gas bright")
                    .does(
                            "How much of sun and sky falls on gas; one is as on the ground and all"
                                    + " else.");
    public static final Kind KIND =
            Kind.of(
                    "sun",
                    "Sun",
                    TOWARDS,
                    STRENGTH,
                    COLOUR,
                    SKY,
                    SKY_COLOUR,
                    SKY_PICTURE,
                    SKY_TURN,
                    SKY_SHOWN,
                    ON_GAS);
}
