package ashfall.shot;

import static ashfall.shot.Affects.GAS;
import static ashfall.shot.Affects.NOTHING;
import static ashfall.shot.Affects.PICTURE;

import ashfall.burn.Fuels;
import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Quantity;
import ashfall.shot.Param.Rate;
import ashfall.shot.Param.Subset;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Whole;

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
                        "rate",
                        "Frame rate",
                        new FrameRate(24, 1),
                        "fewer frames",
                        "more frames",
                        GAS);
        public static final Whole FIRST =
                new Whole("first", "First frame", -100_000, 1_000_000, 1, "earlier", "later", GAS);
        public static final Whole LAST =
                new Whole(
                        "last",
                        "Last frame",
                        -100_000,
                        1_000_000,
                        48,
                        "shorter",
                        "longer",
                        NOTHING);
        public static final Kind KIND = Kind.of("frames", "Frames", RATE, FIRST, LAST);
    }

    /// The air around, and what stirs it.
    public static final class Air {
        private Air() {}

        public static final Quantity TEMPERATURE =
                new Quantity(
                        "temperature",
                        "Air temperature",
                        Unit.KELVIN,
                        200,
                        350,
                        263,
                        313,
                        288,
                        false,
                        "colder",
                        "warmer",
                        GAS);
        public static final Quantity OXYGEN =
                new Quantity(
                        "oxygen",
                        "Oxygen in the air (mass share)",
                        Unit.NONE,
                        0,
                        1,
                        0.2,
                        0.25,
                        0.2314,
                        false,
                        "starved",
                        "fierce",
                        GAS);
        public static final Quantity GRAVITY =
                new Quantity(
                        "gravity",
                        "Gravity",
                        Unit.METRE_PER_SECOND_SQUARED,
                        0,
                        100,
                        9.8,
                        9.81,
                        9.81,
                        false,
                        "weightless",
                        "heavy",
                        GAS);
        public static final Vector WIND =
                new Vector(
                        "wind",
                        "Wind",
                        Unit.METRE_PER_SECOND,
                        -60,
                        60,
                        new Vec3(0, 0, 0),
                        "calm",
                        "storm",
                        GAS);
        public static final Quantity STIR_SPEED =
                new Quantity(
                        "turbulence.speed",
                        "Speed of the largest eddies",
                        Unit.METRE_PER_SECOND,
                        0,
                        50,
                        0.5,
                        5,
                        0,
                        false,
                        "calm",
                        "torn",
                        GAS);
        public static final Quantity STIR_LARGEST =
                new Quantity(
                        "turbulence.largest",
                        "Eddies up to",
                        Unit.METRE,
                        0.001,
                        1000,
                        0.5,
                        5,
                        2,
                        false,
                        "finer",
                        "broader",
                        GAS);
        public static final Quantity STIR_SMALLEST =
                new Quantity(
                        "turbulence.smallest",
                        "Eddies from",
                        Unit.METRE,
                        0.001,
                        1000,
                        0.1,
                        1,
                        0.25,
                        false,
                        "finer",
                        "broader",
                        GAS);
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
        public static final Quantity SKETCH =
                new Quantity(
                        "voxel.sketch",
                        "Voxel, sketch",
                        Unit.METRE,
                        1e-4,
                        100,
                        0.05,
                        0.5,
                        0.25,
                        false,
                        "finer",
                        "coarser",
                        GAS);
        public static final Quantity WORK =
                new Quantity(
                        "voxel.work",
                        "Voxel, work",
                        Unit.METRE,
                        1e-4,
                        100,
                        0.02,
                        0.2,
                        0.1,
                        false,
                        "finer",
                        "coarser",
                        GAS);
        public static final Quantity FINAL =
                new Quantity(
                        "voxel.final",
                        "Voxel, final",
                        Unit.METRE,
                        1e-4,
                        100,
                        0.01,
                        0.1,
                        0.05,
                        false,
                        "finer",
                        "coarser",
                        GAS);
        public static final Quantity VORTICITY =
                new Quantity(
                        "vorticity",
                        "Vorticity",
                        Unit.NONE,
                        0,
                        0.3,
                        0.03,
                        0.12,
                        0.08,
                        false,
                        "smoother",
                        "livelier",
                        GAS);
        public static final Whole SEED =
                new Whole("seed", "Seed", 0, Long.MAX_VALUE / 2, 1, "another", "another", GAS);
        public static final Subset CHANNELS =
                new Subset(
                        "channels",
                        "Channels kept",
                        CHANNEL_WORDS,
                        CHANNEL_WORDS,
                        "smaller files",
                        "more to look at",
                        NOTHING);
        public static final Subset FULL =
                new Subset(
                        "full",
                        "Channels kept in 32 bit",
                        CHANNEL_WORDS,
                        List.of("flame"),
                        "smaller files",
                        "more exact",
                        NOTHING);
        public static final Kind KIND =
                Kind.of("gas", "Gas", SKETCH, WORK, FINAL, VORTICITY, SEED, CHANNELS, FULL);
    }

    /// The simulated space.
    public static final class Bounds {
        private Bounds() {}

        public static final List<String> SIDES =
                List.of("west", "east", "bottom", "top", "south", "north");
        public static final Vector FROM =
                new Vector(
                        "from",
                        "Lower corner",
                        Unit.METRE,
                        -1e5,
                        1e5,
                        new Vec3(-5, 0, -5),
                        "lower",
                        "higher",
                        GAS);
        public static final Vector TO =
                new Vector(
                        "to",
                        "Upper corner",
                        Unit.METRE,
                        -1e5,
                        1e5,
                        new Vec3(5, 10, 5),
                        "lower",
                        "higher",
                        GAS);
        public static final Subset CLOSED =
                new Subset(
                        "closed",
                        "Closed sides",
                        SIDES,
                        List.of("bottom"),
                        "open",
                        "walled in",
                        GAS);
        public static final Kind KIND = Kind.of("bounds", "Bounds", FROM, TO, CLOSED);
    }

    /// The reaction.
    public static final class Burn {
        private Burn() {}

        public static final Choice FUEL =
                new Choice("fuel", "Fuel", Fuels.keys(), "kerosene", "", "", GAS);
        public static final Quantity IGNITION =
                new Quantity(
                        "ignition",
                        "Ignition temperature",
                        Unit.KELVIN,
                        0,
                        3000,
                        450,
                        900,
                        Double.NaN,
                        false,
                        "catches early",
                        "catches late",
                        GAS);
        public static final Quantity TIME =
                new Quantity(
                        "time",
                        "Burn time",
                        Unit.SECOND,
                        0.001,
                        60,
                        0.01,
                        0.5,
                        0.03,
                        false,
                        "flash",
                        "lingering",
                        GAS);
        public static final Quantity SOOT =
                new Quantity(
                        "soot.yield",
                        "Soot yield",
                        Unit.NONE,
                        0,
                        2,
                        0,
                        0.1,
                        Double.NaN,
                        false,
                        "clean",
                        "black",
                        GAS);
        public static final Quantity SOOT_TIME =
                new Quantity(
                        "soot.time",
                        "Soot burns away in",
                        Unit.SECOND,
                        0.01,
                        1000,
                        0.3,
                        5,
                        2,
                        false,
                        "clears soon",
                        "stays",
                        GAS);
        public static final Quantity RADIATED =
                new Quantity(
                        "radiated",
                        "Radiated share",
                        Unit.NONE,
                        0,
                        0.9,
                        0.1,
                        0.4,
                        Double.NaN,
                        false,
                        "hotter",
                        "cooler",
                        GAS);
        public static final Quantity COOLING =
                new Quantity(
                        "cooling",
                        "Cooling of the products",
                        Unit.NONE,
                        0,
                        20,
                        0.5,
                        2,
                        1,
                        false,
                        "stays hot",
                        "cools soon",
                        GAS);
        public static final Kind KIND =
                Kind.of("burn", "Burn", FUEL, IGNITION, TIME, SOOT, SOOT_TIME, RADIATED, COOLING);
    }

    /// A source: what it gives, where and when.
    public static final class Source {
        private Source() {}

        public static final Choice SHAPE =
                new Choice(
                        "shape", "Shape", List.of("sphere", "box", "disc"), "sphere", "", "", GAS);
        public static final Vector CENTRE =
                new Vector(
                        "centre",
                        "Centre",
                        Unit.METRE,
                        -1e5,
                        1e5,
                        new Vec3(0, 0.5, 0),
                        "lower",
                        "higher",
                        GAS);
        public static final Quantity RADIUS =
                new Quantity(
                        "radius",
                        "Radius of a sphere or disc",
                        Unit.METRE,
                        0.0005,
                        1000,
                        0.05,
                        5,
                        0.5,
                        false,
                        "smaller",
                        "larger",
                        GAS);
        public static final Vector SIZE =
                new Vector(
                        "size",
                        "Edges of a box; height of a disc (y)",
                        Unit.METRE,
                        0.0005,
                        1000,
                        new Vec3(1, 0.2, 1),
                        "smaller",
                        "larger",
                        GAS);
        public static final Quantity TEMPERATURE =
                new Quantity(
                        "temperature",
                        "Temperature of what is released",
                        Unit.KELVIN,
                        200,
                        3500,
                        290,
                        700,
                        400,
                        true,
                        "colder",
                        "hotter",
                        GAS);
        public static final Quantity RELEASED_FUEL =
                new Quantity(
                        "release.fuel",
                        "Fuel",
                        Unit.KILOGRAM_PER_SECOND,
                        0,
                        1e5,
                        0.001,
                        100,
                        0,
                        true,
                        "leaner",
                        "richer",
                        GAS);
        public static final Quantity TOTAL =
                new Quantity(
                        "release.total",
                        "Fuel in all",
                        Unit.KILOGRAM,
                        0,
                        1e6,
                        0.1,
                        100,
                        0,
                        false,
                        "less",
                        "more",
                        GAS);
        public static final Quantity HEAT =
                new Quantity(
                        "release.heat",
                        "Heat",
                        Unit.KILOWATT,
                        0,
                        1e9,
                        0.1,
                        10000,
                        0,
                        true,
                        "cooler",
                        "hotter",
                        GAS);
        public static final Quantity SMOKE =
                new Quantity(
                        "release.smoke",
                        "Smoke",
                        Unit.KILOGRAM_PER_SECOND,
                        0,
                        1e5,
                        0.001,
                        1,
                        0,
                        true,
                        "thinner",
                        "thicker",
                        GAS);
        public static final Quantity VOLUME =
                new Quantity(
                        "release.volume",
                        "Gas",
                        Unit.CUBIC_METRE_PER_SECOND,
                        0,
                        1e6,
                        0.1,
                        100,
                        0,
                        true,
                        "less",
                        "more",
                        GAS);
        public static final Quantity PUSH =
                new Quantity(
                        "release.push",
                        "Push outward",
                        Unit.METRE_PER_SECOND,
                        0,
                        500,
                        1,
                        50,
                        0,
                        true,
                        "gentle",
                        "violent",
                        GAS);
        public static final Quantity UNEVEN =
                new Quantity(
                        "uneven",
                        "Even to ragged",
                        Unit.NONE,
                        0,
                        1,
                        0,
                        0.9,
                        0.3,
                        false,
                        "even",
                        "ragged",
                        GAS);
        public static final Quantity GRAIN =
                new Quantity(
                        "grain",
                        "Size of its patches",
                        Unit.METRE,
                        0.001,
                        1000,
                        0.1,
                        2,
                        0.5,
                        false,
                        "finer",
                        "broader",
                        GAS);
        private static final Param<?>[] ALL = {
            SHAPE,
            CENTRE,
            RADIUS,
            SIZE,
            TEMPERATURE,
            RELEASED_FUEL,
            TOTAL,
            HEAT,
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
                Kind.of("igniter", "Igniter", SHAPE, CENTRE, RADIUS, SIZE, HEAT, UNEVEN, GRAIN);

        public static final List<Kind> KINDS = List.of(CHARGE, BURNER, IGNITER);
    }

    /// The camera of the shot.
    public static final class Camera {
        private Camera() {}

        public static final Vector POSITION =
                new Vector(
                        "position",
                        "Position",
                        Unit.METRE,
                        -1e5,
                        1e5,
                        new Vec3(0, 2, 20),
                        "lower",
                        "higher",
                        PICTURE);
        public static final Vector TARGET =
                new Vector(
                        "target",
                        "Looks at",
                        Unit.METRE,
                        -1e5,
                        1e5,
                        new Vec3(0, 4, 0),
                        "lower",
                        "higher",
                        PICTURE);
        public static final Quantity LENS =
                new Quantity(
                        "lens",
                        "Lens",
                        Unit.MILLIMETRE,
                        1,
                        5000,
                        18,
                        100,
                        35,
                        false,
                        "wider",
                        "longer",
                        PICTURE);
        public static final Quantity FILM =
                new Quantity(
                        "film",
                        "Film width",
                        Unit.MILLIMETRE,
                        1,
                        500,
                        16,
                        36,
                        36,
                        false,
                        "narrower",
                        "wider",
                        PICTURE);
        public static final Kind KIND = Kind.of("camera", "Camera", POSITION, TARGET, LENS, FILM);
    }

    /// Sun and sky.
    public static final class Sun {
        private Sun() {}

        public static final Vector TOWARDS =
                new Vector(
                        "towards",
                        "Direction to the sun",
                        Unit.NONE,
                        -1e3,
                        1e3,
                        new Vec3(-0.6, 0.5, 0.6),
                        "lower",
                        "higher",
                        PICTURE);
        public static final Quantity STRENGTH =
                new Quantity(
                        "strength",
                        "Sunlight",
                        Unit.LUX,
                        0,
                        200_000,
                        100,
                        100_000,
                        20_000,
                        false,
                        "dim",
                        "bright",
                        PICTURE);
        public static final Vector COLOUR =
                new Vector(
                        "colour",
                        "Colour of sunlight (linear sRGB)",
                        Unit.NONE,
                        0,
                        10,
                        new Vec3(1, 0.88, 0.74),
                        "darker",
                        "brighter",
                        PICTURE);
        public static final Quantity SKY =
                new Quantity(
                        "sky",
                        "Skylight",
                        Unit.LUX,
                        0,
                        100_000,
                        10,
                        20_000,
                        6_000,
                        false,
                        "dim",
                        "bright",
                        PICTURE);
        public static final Vector SKY_COLOUR =
                new Vector(
                        "skyColour",
                        "Colour of the sky (linear sRGB)",
                        Unit.NONE,
                        0,
                        10,
                        new Vec3(0.5, 0.68, 1),
                        "darker",
                        "brighter",
                        PICTURE);
        public static final Kind KIND =
                Kind.of("sun", "Sun", TOWARDS, STRENGTH, COLOUR, SKY, SKY_COLOUR);
    }

    /// How the picture is made.
    public static final class Look {
        private Look() {}

        public static final Quantity EXPOSURE =
                new Quantity(
                        "exposure",
                        "Exposure",
                        Unit.STOP,
                        -30,
                        30,
                        -14,
                        -6,
                        -10,
                        false,
                        "darker",
                        "brighter",
                        PICTURE);
        public static final Quantity EXTINCTION =
                new Quantity(
                        "extinction",
                        "Mass extinction of soot",
                        Unit.SQUARE_METRE_PER_GRAM,
                        0,
                        100,
                        5,
                        10,
                        8.7,
                        false,
                        "clearer",
                        "thicker",
                        PICTURE);
        public static final Quantity ALBEDO =
                new Quantity(
                        "albedo",
                        "Albedo of the smoke",
                        Unit.NONE,
                        0,
                        1,
                        0.2,
                        0.7,
                        0.3,
                        false,
                        "black",
                        "white",
                        PICTURE);
        public static final Quantity PHASE =
                new Quantity(
                        "phase",
                        "Phase (forward scattering)",
                        Unit.NONE,
                        -0.95,
                        0.95,
                        0.4,
                        0.7,
                        0.5,
                        false,
                        "backward",
                        "forward",
                        PICTURE);
        public static final Quantity GLOW =
                new Quantity(
                        "glow",
                        "Strength of the glow",
                        Unit.NONE,
                        0,
                        1000,
                        0.5,
                        2,
                        1,
                        false,
                        "dim",
                        "bright",
                        PICTURE);
        public static final Quantity INNER =
                new Quantity(
                        "inner",
                        "Inner light",
                        Unit.NONE,
                        0,
                        100,
                        0.5,
                        2,
                        1,
                        false,
                        "dark inside",
                        "lit inside",
                        PICTURE);
        public static final Quantity SPILL =
                new Quantity(
                        "spill",
                        "Spill on the ground",
                        Unit.NONE,
                        0,
                        100,
                        0.5,
                        2,
                        1,
                        false,
                        "dark",
                        "bright",
                        PICTURE);
        public static final Vector GROUND =
                new Vector(
                        "ground",
                        "Colour of the ground (linear sRGB)",
                        Unit.NONE,
                        0,
                        1,
                        new Vec3(0.16, 0.15, 0.14),
                        "darker",
                        "brighter",
                        PICTURE);
        public static final Quantity SAMPLES =
                new Quantity(
                        "samples",
                        "Samples a voxel",
                        Unit.NONE,
                        0.1,
                        16,
                        0.5,
                        2,
                        1,
                        false,
                        "faster",
                        "smoother",
                        PICTURE);
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
