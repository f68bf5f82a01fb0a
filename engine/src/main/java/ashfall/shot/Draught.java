package ashfall.shot;

import static ashfall.shot.Affects.GAS;

import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Whole;
import ashfall.shot.Param.Words;

/// A force of the site that pushes what is in it along one direction, with noise: what draws smoke
/// under a door or fans a fire from one side. Everywhere, or in a shape.
public final class Draught {
    private Draught() {}

    public static final Switch ON =
            new Switch(
                    Words.of("on", "On", GAS)
                            .does("Whether it pushes; one that is off keeps its settings."),
                    true);
    public static final Vector PUSH =
            new Vector(
                    Words.of("push", "Pushes by", GAS)
                            .words("one way", "the other")
                            .does(
                                    "Acceleration along x, up and z of all gas in it; start small,"
                                            + " gravity is 9.81."),
                    Unit.METRE_PER_SECOND_SQUARED,
                    -200,
                    200,
                    new Vec3(1, 0, 0));
    public static final Quantity SHARE =
            Quantity.of("share", "Strength", Unit.NONE, 1, GAS)
                    .hard(0, 3)
                    .usual(0, 1)
                    .curve()
                    .words("none", "more")
                    .mark(1, "as set")
                    .does("How much of the push there is, over time.");
    public static final Quantity NOISE =
            Quantity.of("noise.amount", "Uneven by", Unit.NONE, 0.3, GAS)
                    .hard(0, 5)
                    .usual(0, 1)
                    .words("even", "wild")
                    .does(
                            "How much it differs from place to place, every way; an even push bends"
                                    + " all flames alike.");
    public static final Quantity NOISE_SIZE =
            Quantity.of("noise.size", "Size of its swirls", Unit.METRE, 1, GAS)
                    .hard(0.001, 1000)
                    .usual(0.2, 5)
                    .words("finer", "broader")
                    .does("Size of a place that is pushed alike.");
    public static final Quantity NOISE_EVERY =
            Quantity.of("noise.every", "Changes in", Unit.SECOND, 1, GAS)
                    .hard(0.02, 600)
                    .usual(0.2, 5)
                    .words("fluttering", "slow")
                    .does("Time in which the push at a place becomes another, about.");
    public static final Whole SEED =
            new Whole(
                    Words.of("noise.seed", "Seed of its noise", GAS)
                            .words("another", "another")
                            .does("Another number, other noise of the same kind."),
                    0,
                    Long.MAX_VALUE / 2,
                    1);
    public static final Quantity FELT =
            Quantity.of("felt", "The gas feels", Unit.NONE, 1, GAS)
                    .hard(0, 1)
                    .usual(0, 1)
                    .words("nothing", "all of it")
                    .does("How much of the push the gas feels; carriers say it each for itself.");
    public static final Switch EVERYWHERE =
            new Switch(
                    Words.of("everywhere", "Acts everywhere", GAS)
                            .does("Whether it acts everywhere, or only in its shape."),
                    true);
    public static final Quantity SOFT =
            Quantity.of("soft", "Soft edge", Unit.NONE, 0.3, GAS)
                    .hard(0, 1)
                    .usual(0, 0.8)
                    .words("hard", "soft")
                    .does("How deep into its shape it fades in from the edge.");

    public static final Kind KIND =
            Kind.of(
                    "draught",
                    "Draught",
                    Shape.around(
                            ON,
                            PUSH,
                            SHARE,
                            NOISE,
                            NOISE_SIZE,
                            NOISE_EVERY,
                            SEED,
                            FELT,
                            EVERYWHERE,
                            SOFT));

    /// Does a parameter say anything of a draught that is as an item has it?
    public static boolean concerns(Param<?> param, Item item) {
        if (param == NOISE_SIZE || param == NOISE_EVERY || param == SEED) {
            return item.number(NOISE) > 0;
        }
        boolean own =
                param == ON
                        || param == PUSH
                        || param == SHARE
                        || param == NOISE
                        || param == FELT
                        || param == EVERYWHERE;
        return own || !item.get(EVERYWHERE);
    }
}
