package ashfall.shot;

import static ashfall.shot.Affects.GAS;
import static ashfall.shot.Affects.NOTHING;
import static ashfall.shot.Affects.PICTURE;

import ashfall.burn.Fuel;
import ashfall.burn.Fuels;
import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Quantity;
import ashfall.shot.Param.Rate;
import ashfall.shot.Param.Subset;
import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Whole;
import ashfall.shot.Param.Words;

import java.util.List;
import java.util.Map;

/// Every kind of item and every parameter, declared once.
public final class Kinds {
    private Kinds() {}

    /// A kind of item: what it is called in files, and its parameters.
    public record Kind(String name, String label, Map<String, Param<?>> params) {
        static Kind of(String name, String label, Param<?>... params) {
            return new Kind(name, label, Param.byKey(List.of(params)));
        }
    }

    /// Frames and time.
    public static final class Frames {
        private Frames() {}

        public static final Rate RATE =
                new Rate(
                        Words.of("rate", "Frame rate", GAS)
                                .words("fewer frames", "more frames")
                                .does(
                                        "Frames shown in a second of the shot; events keep their"
                                                + " seconds when it changes."),
                        new FrameRate(24, 1));
        public static final Whole FIRST =
                new Whole(
                        Words.of("first", "First frame", GAS)
                                .words("earlier", "later")
                                .does("Number of the shot's first frame; the gas starts with it."),
                        -100_000,
                        1_000_000,
                        1);
        public static final Whole LAST =
                new Whole(
                        Words.of("last", "Last frame", NOTHING)
                                .words("shorter", "longer")
                                .does(
                                        "Number of the last frame; a later one makes the shot"
                                                + " longer and keeps the frames before."),
                        -100_000,
                        1_000_000,
                        48);
        public static final Kind KIND = Kind.of("frames", "Frames", RATE, FIRST, LAST);
    }

    /// The air around, and what stirs it.
    public static final class Air {
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
        public static final Quantity STIR_SPEED =
                Quantity.of("turbulence.speed", "Eddy speed", Unit.METRE_PER_SECOND, 0, GAS)
                        .hard(0, 50)
                        .usual(0.5, 5)
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
        public static final Kind KIND =
                Kind.of(
                        "air",
                        "Air",
                        TEMPERATURE,
                        OXYGEN,
                        GRAVITY,
                        WIND,
                        STIR_SPEED,
                        STIR_LARGEST,
                        STIR_SMALLEST);
    }

    /// A gas element's own settings.
    public static final class Gas {
        private Gas() {}

        public static final List<String> CHANNEL_WORDS =
                List.of("density", "temperature", "flame", "fuel", "velocity");
        public static final Switch ON =
                new Switch(
                        Words.of("on", "On", NOTHING)
                                .does(
                                        "Whether the element is sketched and fired; one that is off"
                                                + " keeps its settings and its firings."),
                        true);
        public static final Quantity SKETCH =
                Quantity.of("voxel.sketch", "Voxel, sketch", Unit.METRE, 0.25, GAS)
                        .hard(1e-4, 100)
                        .usual(0.05, 0.5)
                        .words("finer", "coarser")
                        .does(
                                "Edge of a voxel in a sketch; half of it takes eight times the"
                                        + " memory and about sixteen times the time.");
        public static final Quantity WORK =
                Quantity.of("voxel.work", "Voxel, work", Unit.METRE, 0.1, GAS)
                        .hard(1e-4, 100)
                        .usual(0.02, 0.2)
                        .words("finer", "coarser")
                        .does(
                                "Edge of a voxel at work fineness; half of it takes eight times the"
                                        + " memory and about sixteen times the time.");
        public static final Quantity FINAL =
                Quantity.of("voxel.final", "Voxel, final", Unit.METRE, 0.05, GAS)
                        .hard(1e-4, 100)
                        .usual(0.01, 0.1)
                        .words("finer", "coarser")
                        .does(
                                "Edge of a voxel at final fineness; half of it takes eight times"
                                        + " the memory and about sixteen times the time.");
        public static final Quantity VORTICITY =
                Quantity.of("vorticity", "Vorticity", Unit.NONE, 0.08, GAS)
                        .hard(0, 0.3)
                        .usual(0.03, 0.12)
                        .words("smoother", "livelier")
                        .does(
                                "Keeps small curls alive that voxels would blur; more is livelier,"
                                        + " less is smoother.");
        public static final Whole SEED =
                new Whole(
                        Words.of("seed", "Seed", GAS)
                                .words("another", "another")
                                .does(
                                        "Another number gives another fire of the same kind: other"
                                                + " patches, other eddies."),
                        0,
                        Long.MAX_VALUE / 2,
                        1);
        public static final Subset CHANNELS =
                new Subset(
                        Words.of("channels", "Channels kept", NOTHING)
                                .words("smaller files", "more to look at")
                                .does(
                                        "What each frame's file holds; what is left out cannot be"
                                                + " shaded later."),
                        CHANNEL_WORDS,
                        CHANNEL_WORDS);
        public static final Subset FULL =
                new Subset(
                        Words.of("full", "Channels kept in 32 bit", NOTHING)
                                .words("smaller files", "more exact")
                                .does(
                                        "Channels kept in 32 bit; the others are rounded to 16 bit"
                                                + " and take half the space."),
                        CHANNEL_WORDS,
                        List.of("flame"));
        public static final Kind KIND =
                Kind.of("gas", "Gas", ON, SKETCH, WORK, FINAL, VORTICITY, SEED, CHANNELS, FULL);
    }

    /// The simulated space.
    public static final class Bounds {
        private Bounds() {}

        public static final List<String> SIDES =
                List.of("west", "east", "bottom", "top", "south", "north");
        public static final Vector FROM =
                new Vector(
                        Words.of("from", "Lower corner", GAS)
                                .words("lower", "higher")
                                .does(
                                        "Lower corner of the simulated space; smoke that meets an"
                                                + " open side leaves."),
                        Unit.METRE,
                        -1e5,
                        1e5,
                        new Vec3(-5, 0, -5));
        public static final Vector TO =
                new Vector(
                        Words.of("to", "Upper corner", GAS)
                                .words("lower", "higher")
                                .does(
                                        "Upper corner of the simulated space; smoke that meets an"
                                                + " open side leaves."),
                        Unit.METRE,
                        -1e5,
                        1e5,
                        new Vec3(5, 10, 5));
        public static final Subset CLOSED =
                new Subset(
                        Words.of("closed", "Closed sides", GAS)
                                .words("open", "walled in")
                                .does(
                                        "Sides that are walls; through the others air comes in and"
                                                + " smoke goes out."),
                        SIDES,
                        List.of("bottom"));
        public static final Subset FOLLOW =
                new Subset(
                        Words.of("follow", "Sides that follow", GAS)
                                .words("fixed", "follow the gas")
                                .does(
                                        "Sides that come in to where the gas is and move out with"
                                                + " it, up to the bounds; saves time and memory."),
                        SIDES,
                        List.of());
        public static final Quantity MARGIN =
                Quantity.of("margin", "Margin", Unit.METRE, 1, GAS)
                        .hard(0, 1000)
                        .usual(0.2, 5)
                        .words("tight", "roomy")
                        .does(
                                "Air kept between the gas and the sides that follow it; at least"
                                        + " eight voxels.");
        public static final Kind KIND =
                Kind.of("bounds", "Bounds", FROM, TO, CLOSED, FOLLOW, MARGIN);
    }

    /// The reaction.
    public static final class Burn {
        private Burn() {}

        public static final Choice FUEL =
                new Choice(
                        Words.of("fuel", "Fuel", GAS)
                                .does(
                                        "What burns: sets heat, air needed, ignition, soot and"
                                                + " radiation, each of which can be overridden."),
                        Fuels.keys(),
                        "kerosene");
        public static final Quantity IGNITION =
                Quantity.of("ignition", "Ignition temperature", Unit.KELVIN, Double.NaN, GAS)
                        .hard(0, 3000)
                        .usual(450, 900)
                        .words("catches early", "catches late")
                        .mark(506, "paper")
                        .mark(700, "coal")
                        .mark(810, "methane")
                        .does(
                                "Temperature from which fuel and air burn; a high one needs a"
                                        + " strong igniter and goes out sooner.");
        public static final Quantity SPREAD =
                Quantity.of("spread", "Flame spread", Unit.METRE_PER_SECOND, Double.NaN, GAS)
                        .hard(0, 1000)
                        .usual(0.3, 5)
                        .words("creeps", "leaps")
                        .mark(1.1, "gas flame")
                        .mark(6, "hydrogen")
                        .does(
                                "Speed with which a flame runs into fuel and air it touches; a slow"
                                        + " one lifts off its burner and blows out.");
        public static final Quantity TIME =
                Quantity.of("time", "Burn time", Unit.SECOND, 0.03, GAS)
                        .hard(0.001, 60)
                        .usual(0.01, 0.5)
                        .words("flash", "lingering")
                        .does(
                                "Time in which mixed fuel burns; short is a bright flash, long"
                                        + " spreads flame far up.");
        public static final Quantity SOOT =
                Quantity.of("soot.yield", "Soot yield", Unit.NONE, Double.NaN, GAS)
                        .hard(0, 2)
                        .usual(0, 0.1)
                        .words("clean", "black")
                        .does(
                                "Soot formed from a kilogram of fuel; more glows brighter while hot"
                                        + " and leaves blacker smoke.");
        public static final Quantity SOOT_TIME =
                Quantity.of("soot.time", "Soot burns away in", Unit.SECOND, 2, GAS)
                        .hard(0.01, 1000)
                        .usual(0.3, 5)
                        .words("clears soon", "stays")
                        .does(
                                "Time in which hot soot burns away in air; short leaves clean gas"
                                        + " above the flame.");
        public static final Quantity RADIATED =
                Quantity.of("radiated", "Radiated share", Unit.NONE, Double.NaN, GAS)
                        .hard(0, 0.9)
                        .usual(0.1, 0.4)
                        .words("hotter", "cooler")
                        .does(
                                "Share of the heat that leaves as light; more cools the flame and"
                                        + " slows its rise.");
        public static final Quantity COOLING =
                Quantity.of("cooling", "Cooling of the products", Unit.NONE, 1, GAS)
                        .hard(0, 20)
                        .usual(0.5, 2)
                        .words("stays hot", "cools soon")
                        .does(
                                "How fast hot products lose heat by radiating; more turns flame to"
                                        + " smoke sooner.");
        public static final Kind KIND =
                Kind.of(
                        "burn", "Burn", FUEL, IGNITION, SPREAD, TIME, SOOT, SOOT_TIME, RADIATED,
                        COOLING);

        /// A value of a reaction; what was not set is the fuel's own.
        public static double effective(Item burn, Quantity param) {
            Fuel fuel = Fuels.of(burn.get(FUEL));
            double own = Double.NaN;
            if (param.equals(IGNITION)) {
                own = fuel.ignition();
            } else if (param.equals(SPREAD)) {
                own = fuel.edgeSpeed();
            } else if (param.equals(SOOT)) {
                own = fuel.sootYield();
            } else if (param.equals(RADIATED)) {
                own = fuel.radiantShare();
            }
            return burn.numberOr(param, own);
        }
    }

    /// A source: what it gives, where and when.
    public static final class Source {
        private Source() {}

        public static final Switch ON =
                new Switch(
                        Words.of("on", "On", GAS)
                                .does(
                                        "Whether the source gives anything; a source that is off"
                                                + " keeps its settings."),
                        true);

        public static final Choice SHAPE =
                new Choice(
                        Words.of("shape", "Shape", GAS)
                                .does("Form of the space in which the source gives."),
                        List.of("sphere", "box", "disc"),
                        "sphere");
        public static final Vector CENTRE =
                new Vector(
                        Words.of("centre", "Centre", GAS)
                                .words("lower", "higher")
                                .does("Where the middle of the source is."),
                        Unit.METRE,
                        -1e5,
                        1e5,
                        new Vec3(0, 0.5, 0));
        public static final Quantity RADIUS =
                Quantity.of("radius", "Radius", Unit.METRE, 0.5, GAS)
                        .hard(0.0005, 1000)
                        .usual(0.05, 5)
                        .words("smaller", "larger")
                        .mark(0.1, "hand")
                        .mark(1, "door")
                        .mark(10, "house")
                        .does(
                                "Radius of a sphere or disc; the same fuel in a larger one burns"
                                        + " softer and cooler.");
        public static final Vector SIZE =
                new Vector(
                        Words.of("size", "Size", GAS)
                                .words("smaller", "larger")
                                .does(
                                        "Edges of a box; for a disc its height is the middle"
                                                + " number."),
                        Unit.METRE,
                        0.0005,
                        1000,
                        new Vec3(1, 0.2, 1));
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
        private static final Param<?>[] ALL = {
            ON,
            SHAPE,
            CENTRE,
            RADIUS,
            SIZE,
            TEMPERATURE,
            RELEASED_FUEL,
            TOTAL,
            HEAT,
            HOTTEST,
            SMOKE,
            VOLUME,
            PUSH,
            UNEVEN,
            GRAIN
        };

        /// Bursts once.
        public static final Kind CHARGE = Kind.of("charge", "Charge", ALL);

        /// Burns steadily.
        public static final Kind BURNER = Kind.of("burner", "Burner", ALL);

        /// Gives heat only.
        public static final Kind IGNITER =
                Kind.of(
                        "igniter", "Igniter", ON, SHAPE, CENTRE, RADIUS, SIZE, HEAT, HOTTEST,
                        UNEVEN, GRAIN);

        public static final List<Kind> KINDS = List.of(CHARGE, BURNER, IGNITER);

        /// What a source may release, each over time.
        public static final List<Quantity> RELEASES =
                List.of(RELEASED_FUEL, HEAT, SMOKE, VOLUME, PUSH);
    }

    /// The camera of the shot.
    public static final class Camera {
        private Camera() {}

        public static final Vector POSITION =
                new Vector(
                        Words.of("position", "Position", PICTURE)
                                .words("lower", "higher")
                                .does("Where the shot's camera stands."),
                        Unit.METRE,
                        -1e5,
                        1e5,
                        new Vec3(0, 2, 20));
        public static final Vector TARGET =
                new Vector(
                        Words.of("target", "Looks at", PICTURE)
                                .words("lower", "higher")
                                .does("The point the shot's camera looks at."),
                        Unit.METRE,
                        -1e5,
                        1e5,
                        new Vec3(0, 4, 0));
        public static final Quantity LENS =
                Quantity.of("lens", "Lens", Unit.MILLIMETRE, 35, PICTURE)
                        .hard(1, 5000)
                        .usual(18, 100)
                        .words("wider", "longer")
                        .mark(24, "wide")
                        .mark(50, "eye")
                        .mark(135, "far")
                        .does(
                                "Focal length; longer sees less and flattens, wider sees more and"
                                        + " looms.");
        public static final Quantity FILM =
                Quantity.of("film", "Film width", Unit.MILLIMETRE, 36, PICTURE)
                        .hard(1, 500)
                        .usual(16, 36)
                        .words("narrower", "wider")
                        .does("Width of the film or sensor behind the lens.");
        public static final Kind KIND = Kind.of("camera", "Camera", POSITION, TARGET, LENS, FILM);
    }

    /// Sun and sky.
    public static final class Sun {
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
        public static final Kind KIND =
                Kind.of("sun", "Sun", TOWARDS, STRENGTH, COLOUR, SKY, SKY_COLOUR);
    }

    /// How the picture is made.
    public static final class Look {
        private Look() {}

        public static final Quantity EXPOSURE =
                Quantity.of("exposure", "Exposure", Unit.STOP, -12, PICTURE)
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
                        .hard(0, 1000)
                        .usual(0.5, 2)
                        .words("dim", "bright")
                        .does(
                                "Strength of the fire's glow in the picture; one is what hot soot"
                                        + " gives off.");
        public static final Quantity INNER =
                Quantity.of("inner", "Inner light", Unit.NONE, 1, PICTURE)
                        .hard(0, 100)
                        .usual(0.5, 2)
                        .words("dark inside", "lit inside")
                        .does(
                                "How much of the fire's light falls on its own smoke; one is what"
                                        + " physics says.");
        public static final Quantity SPILL =
                Quantity.of("spill", "Spill on the ground", Unit.NONE, 1, PICTURE)
                        .hard(0, 100)
                        .usual(0.5, 2)
                        .words("dark", "bright")
                        .does(
                                "How much of the fire's light falls on the ground; one is what"
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
        public static final Quantity SAMPLES =
                Quantity.of("samples", "Samples a voxel", Unit.NONE, 1, PICTURE)
                        .hard(0.1, 16)
                        .usual(0.5, 2)
                        .words("faster", "smoother")
                        .does("Steps of a ray in each voxel; more is smoother and slower.");
        public static final Kind KIND =
                Kind.of(
                        "look",
                        "Look",
                        EXPOSURE,
                        EXTINCTION,
                        ALBEDO,
                        PHASE,
                        GLOW,
                        INNER,
                        SPILL,
                        GROUND,
                        SAMPLES);
    }
}
