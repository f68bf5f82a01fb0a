package ashfall.shot;

import static ashfall.shot.Affects.GAS;
import static ashfall.shot.Affects.NOTHING;

import ashfall.burn.Fuels;
import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Words;

import java.util.List;
import java.util.stream.Stream;

/// A source: what it gives, where and when.
public final class Source {
    private Source() {}

    public static final Switch ON =
            new Switch(
                    Words.of("on", "On", GAS)
                            .does(
                                    "Whether the source gives anything; a source that is off"
                                            + " keeps its settings."),
                    true);

    public static final Quantity SOFT =
            Quantity.of("soft", "Soft edge", Unit.NONE, 0, GAS)
                    .hard(0, 1)
                    .usual(0, 0.8)
                    .words("hard", "soft")
                    .does(
                            "How deep into the source it fades in from the edge; 1 reaches its"
                                    + " middle.");
    public static final Quantity TEMPERATURE =
            Quantity.of("temperature", "Release temperature", Unit.KELVIN, 400, GAS)
                    .hard(200, 3500)
                    .usual(290, 700)
                    .curve()
                    .words("colder", "hotter")
                    .mark(293, "room")
                    .mark(800, "first red")
                    .mark(1000, "cherry")
                    .mark(1200, "orange")
                    .mark(1600, "white")
                    .does(
                            "Temperature of what is released; hot vapour rises at once and"
                                    + " catches sooner.");
    /// Stands for the element's own fuel.
    public static final String MAIN = "main";

    public static final Choice BURNS =
            new Choice(
                    Words.of("burns", "Kind of fuel", GAS)
                            .does(
                                    "What the source gives to burn: main is the reaction's own"
                                            + " fuel, any other is taken from the table as it is;"
                                            + " three kinds in an element at most."),
                    Stream.concat(Stream.of(MAIN), Fuels.keys().stream()).toList(),
                    MAIN);
    public static final Quantity RELEASED_FUEL =
            Quantity.of("release.fuel", "Fuel", Unit.KILOGRAM_PER_SECOND, 0, GAS)
                    .hard(0, 1e5)
                    .usual(0.001, 100)
                    .curve()
                    .words("leaner", "richer")
                    .does(
                            "Fuel given each second; with a total set, only the shape of the"
                                    + " curve counts.");
    public static final Quantity TOTAL =
            Quantity.of("release.total", "Fuel in all", Unit.KILOGRAM, 0, GAS)
                    .hard(0, 1e6)
                    .usual(0.1, 100)
                    .words("less", "more")
                    .mark(0.2, "cup")
                    .mark(10, "bucket")
                    .mark(160, "barrel")
                    .does(
                            "All fuel the source ever gives; the fuel curve is scaled to it."
                                    + " Zero takes the curve as it is.");
    public static final Quantity GIVEN_AIR =
            Quantity.of("release.air", "Air given along", Unit.NONE, 0, GAS)
                    .hard(0, 20)
                    .usual(0, 1.5)
                    .words("fuel alone", "burns alone")
                    .mark(0.5, "half")
                    .mark(1, "enough")
                    .mark(2, "thinned")
                    .does(
                            "Air mixed into the fuel, over what it needs to burn out (λ); a mixture"
                                    + " flashes at once, fuel alone waits for air from around.");
    public static final Quantity HEAT =
            Quantity.of("release.heat", "Heat", Unit.KILOWATT, 0, GAS)
                    .hard(0, 1e9)
                    .usual(0.1, 10000)
                    .curve()
                    .words("cooler", "hotter")
                    .mark(0.08, "lamp")
                    .mark(150, "bin")
                    .mark(5000, "car")
                    .does(
                            "Heat given to the gas each second; an igniter must bring fuel"
                                    + " above its ignition temperature.");
    public static final Quantity HOTTEST =
            Quantity.of("release.hottest", "Heats up to", Unit.KELVIN, 1800, GAS)
                    .hard(300, 5000)
                    .usual(900, 2500)
                    .words("cooler", "hotter")
                    .mark(1000, "cherry")
                    .mark(1300, "candle")
                    .mark(1900, "torch")
                    .does(
                            "Gas this hot takes no more of the source's heat, as from a flame"
                                    + " of that temperature.");
    public static final Quantity SMOKE =
            Quantity.of("release.smoke", "Smoke", Unit.KILOGRAM_PER_SECOND, 0, GAS)
                    .hard(0, 1e5)
                    .usual(0.001, 1)
                    .curve()
                    .words("thinner", "thicker")
                    .does("Soot given each second, cold and ready to be seen.");
    public static final Quantity VOLUME =
            Quantity.of("release.volume", "Gas", Unit.CUBIC_METRE_PER_SECOND, 0, GAS)
                    .hard(0, 1e6)
                    .usual(0.1, 100)
                    .curve()
                    .words("less", "more")
                    .does(
                            "Gas of the release's temperature given each second; it pushes the"
                                    + " air aside.");
    public static final Quantity KEPT_FUEL =
            Quantity.of("keep.fuel", "Keeps fuel at", Unit.NONE, 0, GAS)
                    .hard(0, 1)
                    .usual(0.02, 0.6)
                    .curve()
                    .words("thin vapour", "fuel alone")
                    .does(
                            "Share of fuel that the gas in the source is kept at, as over a pool:"
                                    + " given as fast as it is carried away. Zero keeps none.");
    public static final Quantity KEPT_TEMPERATURE =
            Quantity.of("keep.temperature", "Keeps heat at", Unit.KELVIN, 0, GAS)
                    .hard(0, 3500)
                    .usual(600, 1800)
                    .curve()
                    .words("warm", "glowing")
                    .mark(800, "first red")
                    .mark(1200, "orange")
                    .mark(1600, "white")
                    .does(
                            "Temperature below which gas in the source never falls, as at a glowing"
                                    + " body; hotter gas stays as it is. Zero keeps none.");
    public static final Quantity WARMING =
            Quantity.of("release.warming", "Warms each second by", Unit.KELVIN_PER_SECOND, 0, GAS)
                    .hard(0, 20_000)
                    .usual(50, 2000)
                    .curve()
                    .words("slowly", "at once")
                    .does(
                            "Kelvins added each second to gas in the source, however hot it is"
                                    + " already; gas that stays climbs without end.");
    public static final Quantity KEPT_SMOKE =
            Quantity.of("keep.smoke", "Keeps smoke at", Unit.NONE, 0, GAS)
                    .hard(0, 1)
                    .usual(0.0002, 0.02)
                    .curve()
                    .words("haze", "thick")
                    .does(
                            "Share of smoke that the gas in the source is kept at; a thousandth is"
                                    + " thick. Zero keeps none.");
    public static final Quantity PUSH =
            Quantity.of("release.push", "Push outward", Unit.METRE_PER_SECOND, 0, GAS)
                    .hard(0, 500)
                    .usual(1, 50)
                    .curve()
                    .words("gentle", "violent")
                    .mark(1.4, "walk")
                    .mark(15, "gale")
                    .mark(33, "motorway")
                    .does(
                            "Speed away from the middle that the gas gets; more throws fuel"
                                    + " further and tears it up.");
    public static final Quantity INHERITED =
            Quantity.of("release.inherited", "Passes its motion on", Unit.NONE, 1, GAS)
                    .hard(0, 5)
                    .usual(0.5, 1.5)
                    .words("none", "more than its own")
                    .mark(1, "as it moves")
                    .does(
                            "How much of its own speed a moving source gives to the gas in it; 1 is"
                                    + " as it moves, 0 leaves the gas behind.");
    public static final Quantity UNEVEN =
            Quantity.of("uneven", "Even to ragged", Unit.NONE, 0.3, GAS)
                    .hard(0, 1)
                    .usual(0, 0.9)
                    .words("even", "ragged")
                    .does(
                            "How patchy the source is; even shapes mushroom evenly, ragged ones"
                                    + " break up.");
    public static final Quantity GRAIN =
            Quantity.of("grain", "Size of its patches", Unit.METRE, 0.5, GAS)
                    .hard(0.001, 1000)
                    .usual(0.1, 2)
                    .words("finer", "broader")
                    .does(
                            "Size of the patches; broad ones shape lobes, fine ones only ruffle"
                                    + " the edge.");
    public static final Vector DRIFT =
            new Vector(
                    Words.of("drift", "Patches drift", GAS)
                            .words("one way", "the other")
                            .does("Speed at which the patches roll through the source."),
                    Unit.METRE_PER_SECOND,
                    -100,
                    100,
                    new Vec3(0, 0, 0));
    public static final Quantity PATCH_EVERY =
            Quantity.of("patches.every", "Patches jump every", Unit.SECOND, 0, GAS)
                    .hard(0, 60)
                    .usual(0, 1)
                    .words("never", "now and then")
                    .does(
                            "Time after which other patches give, all at once; zero keeps them, and"
                                    + " they only drift.");
    public static final Quantity PATCH_SHARE =
            Quantity.of("patches.share", "Share that gives", Unit.NONE, 1, GAS)
                    .hard(0.01, 1)
                    .usual(0.1, 1)
                    .curve()
                    .words("few patches", "all of it")
                    .does(
                            "How much of the source gives; the same amount then comes from fewer"
                                    + " patches. What is kept is kept in these alone.");
    public static final Switch PATCH_INVERTED =
            new Switch(
                    Words.of("patches.inverted", "Gives elsewhere", GAS)
                            .does("Lets the rest of the source give, and the patches not."),
                    false);
    public static final Quantity PATCH_EDGE =
            Quantity.of("patches.edge", "Edge of its patches", Unit.NONE, 0.1, GAS)
                    .hard(0, 1)
                    .usual(0, 0.5)
                    .words("sharp", "soft")
                    .does("How much of the source lies between what gives and what does not.");
    public static final Quantity COLDEST =
            Quantity.of("patches.coldest", "Coldest patch", Unit.KELVIN, 0, GAS)
                    .hard(0, 3500)
                    .usual(290, 700)
                    .words("cold", "as the rest")
                    .does(
                            "Patches spread evenly from this temperature up to that of the release,"
                                + " and to that at which heat is kept. Zero makes all as warm.");
    public static final Choice COURSE =
            new Choice(
                    Words.of("course.along", "Fades along", GAS)
                            .does(
                                    "A course through the source on which it gives most at one"
                                            + " place: from its axis outward, or from its foot"
                                            + " upward."),
                    List.of("none", "outward", "upward"),
                    "none");
    public static final Quantity COURSE_AT =
            Quantity.of("course.at", "Gives most at", Unit.NONE, 0, GAS)
                    .hard(-1, 2)
                    .usual(0, 1)
                    .curve()
                    .words("axis or foot", "rim or top")
                    .does(
                            "Where on its course the source gives most; outward with a curve from 0"
                                    + " to 1 a ring runs out from the middle.");
    public static final Quantity COURSE_WIDTH =
            Quantity.of("course.width", "Fades over", Unit.NONE, 1, GAS)
                    .hard(0.02, 10)
                    .usual(0.1, 1)
                    .words("narrow", "wide")
                    .does("How far along the course it fades to nothing, to either side.");
    public static final Quantity FLICKER =
            Quantity.of("flicker.amount", "Flicker", Unit.NONE, 0, GAS)
                    .hard(0, 1)
                    .usual(0, 0.6)
                    .words("steady", "flickers")
                    .does("How much what is given swells and sinks by chance, around its curve.");
    public static final Quantity FLICKER_EVERY =
            Quantity.of("flicker.every", "Flickers every", Unit.SECOND, 0.5, GAS)
                    .hard(0.02, 60)
                    .usual(0.1, 2)
                    .words("nervous", "slow")
                    .does("Time from one swell to the next, about.");
    public static final Switch LIMITED =
            new Switch(
                    Words.of("time.limited", "Only for a time", GAS)
                            .does(
                                    "Lets the source give nothing before one time and after"
                                            + " another, whatever its curves say."),
                    false);
    public static final Quantity FROM =
            Quantity.of("time.from", "Gives from", Unit.SECOND, 0, GAS)
                    .hard(-100, 100_000)
                    .usual(0, 2)
                    .words("earlier", "later")
                    .does("When the source begins to give.");
    public static final Quantity TO =
            Quantity.of("time.to", "Gives until", Unit.SECOND, 1, GAS)
                    .hard(-100, 100_000)
                    .usual(0, 5)
                    .words("earlier", "later")
                    .does("When the source gives no more.");
    /// What the source hangs on in time; edits of that move the source along, the gas knows
    /// nothing of it.
    public static final Text FUSE =
            Text.free(
                    Words.of("time.fuse", "Starts with", NOTHING)
                            .does(
                                    "Another source, by name, or \"flare meets wall\": when that"
                                            + " comes earlier or later, this source does so by as"
                                            + " much."));
    private static final Param<?>[] WINDOW = {LIMITED, FROM, TO, FUSE};

    /// Where and when a source of any kind gives more or less than elsewhere.
    private static final Param<?>[] PATCHES = {
        SOFT,
        UNEVEN,
        GRAIN,
        DRIFT,
        PATCH_SHARE,
        PATCH_EDGE,
        PATCH_INVERTED,
        PATCH_EVERY,
        COLDEST,
        COURSE,
        COURSE_AT,
        COURSE_WIDTH,
        FLICKER,
        FLICKER_EVERY
    };

    private static final Param<?>[] GIVEN = {
        TEMPERATURE,
        BURNS,
        RELEASED_FUEL,
        TOTAL,
        GIVEN_AIR,
        HEAT,
        HOTTEST,
        WARMING,
        SMOKE,
        VOLUME,
        KEPT_FUEL,
        KEPT_TEMPERATURE,
        KEPT_SMOKE,
        PUSH,
        INHERITED
    };

    private static final Param<?>[] ALL = Shape.around(ON, both(both(GIVEN, WINDOW), PATCHES));

    private static Param<?>[] both(Param<?>[] one, Param<?>... other) {
        return Stream.concat(Stream.of(one), Stream.of(other)).toArray(Param<?>[]::new);
    }

    /// Bursts once.
    public static final Kind CHARGE = Kind.of("charge", "Charge", ALL);

    /// Burns steadily.
    public static final Kind BURNER = Kind.of("burner", "Burner", ALL);

    /// Gives heat only.
    public static final Kind IGNITER =
            Kind.of(
                    "igniter",
                    "Igniter",
                    Shape.around(
                            ON,
                            both(
                                    both(
                                            new Param<?>[] {
                                                HEAT, HOTTEST, WARMING, KEPT_TEMPERATURE
                                            },
                                            WINDOW),
                                    PATCHES)));

    /// Is thrown out as carriers, which release on their way; its shape is where they are born.
    public static final Kind CARRIERS =
            Kind.of(
                    "carriers",
                    "Carriers",
                    Shape.around(ON, both(both(Carrier.ALL, GIVEN), FUSE, FLICKER, FLICKER_EVERY)));

    public static final List<Kind> KINDS = List.of(CHARGE, BURNER, IGNITER, CARRIERS);

    /// Do carriers give a total of fuel without a curve, evenly while they live?
    public static boolean isFuelAtOnce(Item source) {
        return source.kind().equals(CARRIERS) && source.number(TOTAL) > 0;
    }

    /// Does a source ever give anything to the gas? Carriers that do not are embers alone.
    public static boolean gives(Item source) {
        return isFuelAtOnce(source)
                || RELEASES.stream().anyMatch(param -> source.get(param).largest() > 0);
    }

    /// Does a parameter say anything of a source that is as an item has it?
    public static boolean concerns(Param<?> param, Item item) {
        if (param == PATCH_EDGE) {
            return item.get(PATCH_INVERTED) || !item.get(PATCH_SHARE).equals(Curve.constant(1));
        }
        if (param == COURSE_AT || param == COURSE_WIDTH) {
            return !item.get(COURSE).equals("none");
        }
        if (param == FROM || param == TO) {
            return item.get(LIMITED);
        }
        return !item.kind().equals(CARRIERS) || Carrier.concerns(param, item);
    }

    /// What a source may release, or keep its gas at, each over time.
    public static final List<Quantity> RELEASES =
            List.of(
                    RELEASED_FUEL,
                    HEAT,
                    WARMING,
                    SMOKE,
                    VOLUME,
                    PUSH,
                    KEPT_FUEL,
                    KEPT_TEMPERATURE,
                    KEPT_SMOKE);
}
