package ashfall.shot;

import static ashfall.shot.Affects.GAS;
import static ashfall.shot.Affects.NOTHING;

import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Subset;
import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Whole;
import ashfall.shot.Param.Words;

import java.util.List;

/// A gas element's own settings.
public final class Gas {
    private Gas() {}

    /// What may be carried softly.
    public static final List<String> SOFT_WORDS = List.of("heat", "fuel", "smoke", "speed");

    /// Steps a frame may take before the gas counts as blown up.
    public static final int MANY_STEPS = 2000;

    /// Where a force may act.
    public static final List<String> WHERE = List.of("heat", "smoke", "all gas");

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
    public static final Quantity LIFT =
            Quantity.of("lift", "Heat lift", Unit.NONE, 1, GAS)
                    .hard(0, 5)
                    .usual(0.5, 2)
                    .words("hangs", "shoots up")
                    .mark(1, "real")
                    .does(
                            "How strongly hot gas rises: times its real lift, which is 11 m/s² for"
                                    + " a ball of 1500 K.");
    public static final Quantity SMOKE_WEIGHT =
            Quantity.of("smoke.weight", "Smoke weight", Unit.NONE, 1, GAS)
                    .hard(-500, 500)
                    .usual(-50, 50)
                    .words("floats", "sinks")
                    .mark(1, "real")
                    .does(
                            "How heavy soot is: times its real weight; below zero it lifts the"
                                    + " smoke.");
    public static final Quantity VORTICITY =
            Quantity.of("vorticity", "Vorticity", Unit.NONE, 0.08, GAS)
                    .hard(0, 0.3)
                    .usual(0.03, 0.12)
                    .words("smoother", "livelier")
                    .does(
                            "Keeps small curls alive that voxels would blur; more is livelier,"
                                    + " less is smoother.");
    public static final Choice VORTICITY_IN =
            new Choice(
                    Words.of("vorticity.in", "Vorticity acts in", GAS)
                            .does("Where small curls are kept alive: hot gas, smoke or all gas."),
                    WHERE,
                    "heat");
    public static final Quantity SMOKE_FADE =
            fade("smoke", "Smoke halves in", "Time in which half of the smoke is gone");
    public static final Quantity HEAT_FADE =
            fade("heat", "Heat halves in", "Time in which half of the heat is gone");
    public static final Quantity FUEL_FADE =
            fade("fuel", "Fuel halves in", "Time in which half of the unburnt fuel is gone");
    public static final Quantity SPEED_FADE =
            fade("speed", "Speed halves in", "Time in which the gas loses half its speed");
    public static final Subset SOFT =
            new Subset(
                    Words.of("soft", "Carried softly", GAS)
                            .words("sharp", "soft")
                            .does(
                                    "What blurs as it moves; sharp keeps the finest wisps that the"
                                            + " voxels can hold and takes hardly longer."),
                    SOFT_WORDS,
                    List.of());
    public static final Quantity DIFFUSION =
            Quantity.of("diffusion", "Diffusion", Unit.SQUARE_METRE_PER_SECOND, 2e-5, GAS)
                    .hard(0, 100)
                    .usual(1e-5, 0.1)
                    .words("crisp", "blurred")
                    .mark(2e-5, "air")
                    .does(
                            "How fast heat, fuel and smoke spread by themselves at room"
                                    + " temperature, and much faster when hot; air's own shows in"
                                    + " small flames only.");
    public static final Quantity VISCOSITY =
            Quantity.of("viscosity", "Viscosity", Unit.SQUARE_METRE_PER_SECOND, 1.5e-5, GAS)
                    .hard(0, 100)
                    .usual(1e-5, 0.1)
                    .words("lively", "syrupy")
                    .mark(1.5e-5, "air")
                    .does(
                            "How fast neighbouring gas takes on the same speed at room temperature,"
                                    + " and much faster when hot; air's own keeps small flames"
                                    + " smooth.");
    public static final Choice PRESSURE =
            new Choice(
                    Words.of("pressure", "Pressure", GAS)
                            .words("faster", "more exact")
                            .does(
                                    "How well gas keeps its volume: rough to a hundredth of what a"
                                            + " step changes, close to a ten thousandth, exact to a"
                                            + " hundred thousandth."),
                    List.of("rough", "close", "exact"),
                    "close");
    public static final Quantity RAGGED =
            Quantity.of("ragged", "Even to ragged, in all", Unit.NONE, 1, GAS)
                    .hard(0, 5)
                    .usual(0, 2)
                    .words("mirror-even", "ragged")
                    .mark(0, "even")
                    .mark(1, "as set")
                    .does(
                            "Times all patches of the sources, eddies of the air and unevenness of"
                                    + " the burn time; an even fireball mushrooms like one from a"
                                    + " textbook, a ragged one breaks up.");
    public static final Switch ALIKE =
            new Switch(
                    Words.of("alike", "Left and right alike", GAS)
                            .does(
                                    "Computes the half east of a plane and shows it on both sides:"
                                            + " half the memory, little more than half the time,"
                                            + " and not a voxel of difference."),
                    false);
    public static final Quantity ALIKE_AT =
            Quantity.of("alike.at", "Plane between them", Unit.METRE, 0, GAS)
                    .hard(-1e5, 1e5)
                    .usual(-5, 5)
                    .words("further west", "further east")
                    .does(
                            "Where the plane between left and right stands, along x; sources should"
                                    + " lie on it, or they are there twice.");
    public static final Quantity TIME_SCALE =
            Quantity.of("timescale", "Time scale", Unit.NONE, 1, GAS)
                    .hard(0.02, 20)
                    .usual(0.2, 4)
                    .curve()
                    .words("slow motion", "time lapse")
                    .mark(1, "real")
                    .does(
                            "Seconds of fire in a second of film; cues stay at their frame, and"
                                    + " steps grow with it by themselves.");
    public static final Quantity STEPS =
            Quantity.of("steps", "Steps a frame, at least", Unit.NONE, 1, GAS)
                    .hard(1, 200)
                    .usual(1, 8)
                    .curve()
                    .words("faster", "steadier")
                    .does(
                            "Fast gas takes more steps by itself; more than needed costs"
                                    + " time and changes little.");
    public static final Quantity MOST_STEPS =
            Quantity.of("steps.most", "Steps a frame, at most", Unit.NONE, MANY_STEPS, GAS)
                    .hard(1, MANY_STEPS)
                    .usual(2, 50)
                    .words("rougher", "as many as needed")
                    .mark(MANY_STEPS, "as needed")
                    .does(
                            "Fewer than fast gas needs let it leap over voxels: a quick look that"
                                    + " blurs what is fastest. Sudden expansion takes its steps"
                                    + " all the same.");
    public static final Switch WHO =
            new Switch(
                    Words.of("whoburned", "Tell who burned", GAS)
                            .does(
                                    "Follows whose fuel and smoke it is, of up to eight sources, so"
                                        + " that the burn log can split heat and smoke; each but"
                                        + " one takes time and memory, off it is free."),
                    false);
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
    public static final Choice PRESENCE =
            new Choice(
                    Words.of("presence", "In the picture", Affects.PICTURE)
                            .does(
                                    "Whether the element is seen; cut out, so that it hides what is"
                                            + " behind it and leaves room for itself; or unseen."
                                            + " It shades and lights all else in any case."),
                    List.of("seen", "cut_out", "unseen"),
                    "seen");
    public static final Kind KIND =
            Kind.of(
                    "gas",
                    "Gas",
                    Kept.params(),
                    ON,
                    SKETCH,
                    WORK,
                    FINAL,
                    LIFT,
                    SMOKE_WEIGHT,
                    VORTICITY,
                    VORTICITY_IN,
                    SMOKE_FADE,
                    HEAT_FADE,
                    FUEL_FADE,
                    SPEED_FADE,
                    SOFT,
                    DIFFUSION,
                    VISCOSITY,
                    RAGGED,
                    PRESSURE,
                    ALIKE,
                    ALIKE_AT,
                    TIME_SCALE,
                    STEPS,
                    MOST_STEPS,
                    SEED,
                    WHO,
                    PRESENCE);

    /// Half-lives from this long on mean for ever, s.
    public static final double EVER = 1000;

    private static Quantity fade(String what, String label, String does) {
        return Quantity.of("fade." + what, label, Unit.SECOND, EVER, GAS)
                .hard(0.01, EVER)
                .usual(0.5, 30)
                .words("fades soon", "stays")
                .mark(EVER, "for ever")
                .does(does + "; " + (int) EVER + " s is for ever.");
    }
}
