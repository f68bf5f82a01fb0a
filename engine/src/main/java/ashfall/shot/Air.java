package ashfall.shot;

import static ashfall.shot.Affects.GAS;

import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Whole;
import ashfall.shot.Param.Words;

/// The air around, and what stirs it.
public final class Air {
    private Air() {}

    public static final Quantity TEMPERATURE =
            Quantity.of("temperature", "Air temperature", Unit.KELVIN, 288, GAS)
                    .hard(200, 350)
                    .usual(263, 313)
                    .words("colder", "warmer")
                    .mark(273, "frost")
                    .mark(293, "room")
                    .mark(313, "desert")
                    .does(
                            "Temperature of the still air; the colder it is, the faster hot gas"
                                    + " rises.");
    public static final Quantity OXYGEN =
            Quantity.of("oxygen", "Oxygen share of the air", Unit.NONE, 0.2314, GAS)
                    .hard(0, 1)
                    .usual(0.2, 0.25)
                    .words("starved", "fierce")
                    .does(
                            "Mass share of oxygen in the air; less starves the flame and leaves"
                                    + " fuel and soot.");
    public static final Quantity GRAVITY =
            Quantity.of("gravity", "Gravity", Unit.METRE_PER_SECOND_SQUARED, 9.81, GAS)
                    .hard(0, 100)
                    .usual(9.8, 9.81)
                    .words("weightless", "heavy")
                    .mark(1.62, "moon")
                    .mark(3.7, "Mars")
                    .mark(9.81, "Earth")
                    .does(
                            "What pulls the cold air down and so lifts the hot gas; less makes"
                                    + " fire hang and swell.");
    public static final Vector WIND =
            new Vector(
                    Words.of("wind", "Wind", GAS)
                            .words("calm", "storm")
                            .does(
                                    "Where the air moves to, along x, up and z; more leans the"
                                            + " flame and tears the smoke away."),
                    Unit.METRE_PER_SECOND,
                    -60,
                    60,
                    new Vec3(0, 0, 0));
    public static final Quantity WIND_SHARE =
            Quantity.of("wind.share", "Wind blows", Unit.NONE, 1, GAS)
                    .hard(0, 10)
                    .usual(0, 2)
                    .curve()
                    .words("not", "harder")
                    .mark(1, "as set")
                    .does("How much of the wind blows; over time, a gust at its cue.");
    public static final Quantity GUSTS =
            Quantity.of("gusts.speed", "Gusts", Unit.METRE_PER_SECOND, 0, GAS)
                    .hard(0, 40)
                    .usual(0.5, 5)
                    .curve()
                    .words("steady", "gusty")
                    .mark(1.4, "walk")
                    .mark(15, "gale")
                    .does(
                            "How much the wind swells and turns; more makes flames lean, flutter"
                                    + " and flatten.");
    public static final Quantity GUSTS_EVERY =
            Quantity.of("gusts.every", "Gusts every", Unit.SECOND, 3, GAS)
                    .hard(0.1, 600)
                    .usual(0.5, 10)
                    .words("fluttering", "slow")
                    .does("Time from one gust to the next, about.");
    public static final Whole GUSTS_SEED =
            new Whole(
                    Words.of("gusts.seed", "Gusts' seed", GAS)
                            .words("another", "another")
                            .does("Another number gives other gusts of the same kind."),
                    0,
                    Long.MAX_VALUE / 2,
                    1);
    public static final Quantity WIND_GROWS =
            Quantity.of("profile.power", "Wind grows with height", Unit.NONE, 0, GAS)
                    .hard(0, 1)
                    .usual(0, 0.3)
                    .words("even", "calm below")
                    .mark(0.14, "meadow")
                    .mark(0.25, "village")
                    .does(
                            "Power of the height that wind and gusts go with; more keeps the foot"
                                    + " of a fire calm and tears its top away.");
    public static final Quantity WIND_HEIGHT =
            Quantity.of("profile.height", "Wind is as set at", Unit.METRE, 10, GAS)
                    .hard(0.01, 1000)
                    .usual(0.5, 20)
                    .words("low", "high")
                    .mark(1.8, "keeper")
                    .mark(10, "mast")
                    .does("Height over zero where the wind is as set; below it there is less.");
    public static final Quantity STIR_SPEED =
            Quantity.of("turbulence.speed", "Eddy speed", Unit.METRE_PER_SECOND, 0, GAS)
                    .hard(0, 50)
                    .usual(0.5, 5)
                    .curve()
                    .words("calm", "torn")
                    .mark(1.4, "walk")
                    .mark(15, "gale")
                    .does(
                            "Speed of the largest eddies that stir the gas; more ruffles and"
                                    + " breaks up even shapes.");
    public static final Quantity STIR_LARGEST =
            Quantity.of("turbulence.largest", "Eddies up to", Unit.METRE, 2, GAS)
                    .hard(0.001, 1000)
                    .usual(0.5, 5)
                    .words("finer", "broader")
                    .mark(0.1, "hand")
                    .mark(1, "door")
                    .mark(10, "house")
                    .does(
                            "Size of the largest eddies; larger ones push whole lobes about,"
                                    + " smaller ones only ruffle.");
    public static final Quantity STIR_SMALLEST =
            Quantity.of("turbulence.smallest", "Eddies from", Unit.METRE, 0.25, GAS)
                    .hard(0.001, 1000)
                    .usual(0.1, 1)
                    .words("finer", "broader")
                    .does("Size of the smallest eddies; those under two voxels are left out.");
    public static final Choice STIR_IN =
            new Choice(
                    Words.of("turbulence.in", "Eddies act in", GAS)
                            .does("Where eddies stir: hot gas, smoke or all gas."),
                    Gas.WHERE,
                    "heat");
    public static final Kind KIND =
            Kind.of(
                    "air",
                    "Air",
                    TEMPERATURE,
                    OXYGEN,
                    GRAVITY,
                    WIND,
                    WIND_GROWS,
                    WIND_HEIGHT,
                    STIR_SPEED,
                    STIR_LARGEST,
                    STIR_SMALLEST,
                    STIR_IN,
                    WIND_SHARE,
                    GUSTS,
                    GUSTS_EVERY,
                    GUSTS_SEED);
}
