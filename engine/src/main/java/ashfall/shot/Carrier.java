package ashfall.shot;

import static ashfall.shot.Affects.GAS;
import static ashfall.shot.Affects.PICTURE;

import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Whole;
import ashfall.shot.Param.Words;

import java.util.List;

/// What makes carriers: how many are born where and when, how long they live, how they fly. What
/// they release is as with any source.
public final class Carrier {
    private Carrier() {}

    public static final Whole COUNT =
            new Whole(
                    Words.of("born.count", "Burst of", GAS)
                            .words("few", "many")
                            .does("How many carriers the burst has, evenly over its time."),
                    0,
                    100_000,
                    200);
    public static final Quantity FROM =
            Quantity.of("born.from", "Burst begins", Unit.SECOND, 0, GAS)
                    .hard(-100, 100_000)
                    .usual(0, 2)
                    .words("earlier", "later")
                    .does("When the first carrier of the burst is born.");
    public static final Quantity TO =
            Quantity.of("born.to", "Burst ends", Unit.SECOND, 0.1, GAS)
                    .hard(-100, 100_000)
                    .usual(0, 2)
                    .words("earlier", "later")
                    .does(
                            "When the last carrier of the burst is born; a burst that goes on is a"
                                    + " jet.");
    public static final Quantity RATE =
            Quantity.of("born.rate", "Born each second", Unit.NONE, 0, GAS)
                    .hard(0, 100_000)
                    .usual(10, 1000)
                    .curve()
                    .words("few", "many")
                    .does("Carriers born besides the burst, as many each second.");
    public static final Choice WHERE =
            new Choice(
                    Words.of("born.where", "Born", GAS)
                            .does("Anywhere in the shape, or on its surface."),
                    List.of("inside", "surface"),
                    "inside");
    public static final Quantity LIFE =
            Quantity.of("life.mean", "Life", Unit.SECOND, 0.5, GAS)
                    .hard(0.02, 120)
                    .usual(0.2, 3)
                    .words("short", "long")
                    .does(
                            "How long a carrier lives; long lives drag a tail of fuel through the"
                                    + " fireball.");
    public static final Quantity LIFE_SPREAD =
            Quantity.of("life.spread", "Lives differ by", Unit.SECOND, 0.1, GAS)
                    .hard(0, 120)
                    .usual(0, 0.5)
                    .words("all alike", "differ")
                    .does("How much longer or shorter than the mean a carrier may live.");
    public static final Quantity SPEED =
            Quantity.of("speed.start", "Thrown at", Unit.METRE_PER_SECOND, 10, GAS)
                    .hard(0, 2000)
                    .usual(2, 40)
                    .curve()
                    .words("slower", "faster")
                    .mark(10, "runner")
                    .mark(40, "gale")
                    .does("Speed at birth, beside what a moving shape gives it.");
    public static final Quantity SPEED_SPREAD =
            Quantity.of("speed.spread", "Speeds differ by", Unit.NONE, 0.1, GAS)
                    .hard(0, 1)
                    .usual(0, 0.5)
                    .words("all alike", "differ")
                    .does("Share by which a carrier may be faster or slower.");
    public static final Choice WAY =
            new Choice(
                    Words.of("speed.way", "Thrown", GAS)
                            .does(
                                    "Away from the shape's middle, along the normals of its"
                                            + " surface, or all in one direction."),
                    List.of("outward", "normals", "direction"),
                    "outward");
    public static final Vector TOWARDS =
            new Vector(
                    Words.of("speed.towards", "Direction", GAS)
                            .words("one way", "the other")
                            .does("Where to, for those thrown in one direction: 0,1,0 is up."),
                    Unit.NONE,
                    -1,
                    1,
                    new Vec3(0, 1, 0));
    public static final Quantity CONE =
            Quantity.of("speed.cone", "Scattered by", Unit.DEGREE, 0, GAS)
                    .hard(0, 180)
                    .usual(0, 60)
                    .words("straight", "every way")
                    .does("Angle of the cone around its way in which each is thrown by chance.");
    public static final Quantity SLOWED_TO =
            Quantity.of("speed.end", "Slowed to", Unit.METRE_PER_SECOND, 0, GAS)
                    .hard(0, 2000)
                    .usual(0, 20)
                    .words("stops", "flies on")
                    .does("Speed along its way that is left when it has been slowed.");
    public static final Quantity SLOWED_WITHIN =
            Quantity.of("speed.within", "Slowed within", Unit.SECOND, 0, GAS)
                    .hard(0, 120)
                    .usual(0.1, 2)
                    .words("at once", "slowly")
                    .does(
                            "Age at which it has been slowed, evenly from birth on; zero never"
                                    + " does.");
    public static final Quantity GRAVITY =
            Quantity.of("gravity", "Falls", Unit.NONE, 0, GAS)
                    .hard(0, 2)
                    .usual(0.1, 1)
                    .words("floats", "falls")
                    .mark(1, "a stone")
                    .does("Share of gravity it feels; what stands for gas floats.");
    public static final Quantity TERMINAL =
            Quantity.of("drag.terminal", "Falls at most at", Unit.METRE_PER_SECOND, 0, GAS)
                    .hard(0, 2000)
                    .usual(2, 60)
                    .words("a feather", "a stone")
                    .mark(5, "ash")
                    .mark(50, "a person")
                    .does(
                            "The speed at which it would fall steadily through still air: what is"
                                    + " light is soon slowed, and goes with the wind. Zero flies as"
                                    + " in a vacuum.");
    public static final Quantity FEELS_WIND =
            Quantity.of("feels.wind", "Feels wind", Unit.NONE, 1, GAS)
                    .hard(0, 2)
                    .usual(0.2, 1)
                    .words("not", "fully")
                    .does("Share of wind and gusts in the air that slows it.");
    public static final Quantity FEELS_EDDIES =
            Quantity.of("feels.eddies", "Feels eddies", Unit.NONE, 0, GAS)
                    .hard(0, 5)
                    .usual(0.2, 2)
                    .words("straight", "swirls")
                    .does("Share of the air's turbulence that pulls at it.");
    public static final Quantity FEELS_DRAUGHTS =
            Quantity.of("feels.draughts", "Feels draughts", Unit.NONE, 1, GAS)
                    .hard(0, 5)
                    .usual(0, 1)
                    .words("not", "fully")
                    .mark(1, "as the gas")
                    .does("Share of the site's draughts that pushes it.");
    public static final Switch COLLIDES =
            new Switch(
                    Words.of("collide", "Meets obstacles", GAS)
                            .does("Whether it rebounds from obstacles and the ground."),
                    true);
    public static final Quantity BOUNCE =
            Quantity.of("bounce", "Rebounds", Unit.NONE, 0.2, GAS)
                    .hard(0, 1)
                    .usual(0, 0.6)
                    .words("slides", "rebounds")
                    .does("Share of the speed into an obstacle with which it comes back.");
    public static final Quantity SIZE =
            Quantity.of("carrier.radius", "Carrier's radius", Unit.METRE, 0.2, GAS)
                    .hard(0.0005, 100)
                    .usual(0.05, 1)
                    .curve()
                    .words("smaller", "larger")
                    .does(
                            "Radius at birth of the ball in which a carrier releases: where they do"
                                    + " not overlap the gas has holes, where all do it is one"
                                    + " blob.");
    public static final Quantity SIZE_SPREAD =
            Quantity.of("carrier.spread", "Radii differ by", Unit.NONE, 0, GAS)
                    .hard(0, 0.95)
                    .usual(0.1, 0.6)
                    .words("all alike", "differ")
                    .does("Share by which a carrier may be smaller or larger than the others.");
    public static final Quantity SIZE_END =
            Quantity.of("carrier.grows", "Radius at its end", Unit.NONE, 1, GAS)
                    .hard(0.02, 10)
                    .usual(0.3, 2)
                    .words("tapers", "swells")
                    .does("Its radius at the end of its life, over that at birth.");
    public static final Quantity STRENGTH_SPREAD =
            Quantity.of("carrier.uneven", "Strengths differ by", Unit.NONE, 0, GAS)
                    .hard(0, 1)
                    .usual(0.1, 0.6)
                    .words("all alike", "differ")
                    .does(
                            "Share by which a carrier may release less or more than the others;"
                                    + " what all release together stays.");
    public static final Quantity STRENGTH_END =
            Quantity.of("carrier.fades", "Strength at its end", Unit.NONE, 1, GAS)
                    .hard(0, 2)
                    .usual(0.1, 1)
                    .words("fades out", "as at birth")
                    .does("What it releases at the end of its life, over that at birth.");
    public static final Whole SEED =
            new Whole(
                    Words.of("carrier.seed", "Seed of carriers", GAS)
                            .words("one", "another")
                            .does("Another number, other carriers; a count keeps the first."),
                    0,
                    1_000_000,
                    1);

    public static final Switch SHOWN =
            new Switch(
                    Words.of("carrier.shown", "In the picture", PICTURE)
                            .does(
                                    "Whether rendered pictures show carriers too, as embers with"
                                            + " their streaks; the gas knows nothing of it."),
                    false);
    public static final Quantity EMBER_SIZE =
            Quantity.of("ember.diameter", "Ember's diameter", Unit.METRE, 0.02, PICTURE)
                    .hard(0.0001, 10)
                    .usual(0.002, 0.1)
                    .words("smaller", "larger")
                    .does(
                            "How large an ember is seen: one smaller than a pixel is as much"
                                    + " dimmer.");
    public static final Quantity EMBER_BORN =
            Quantity.of("ember.born", "Ember glows at birth", Unit.KELVIN, 1800, PICTURE)
                    .hard(0, 6000)
                    .usual(1000, 2600)
                    .words("redder", "whiter")
                    .mark(1300, "char in wind")
                    .mark(2300, "metal spark")
                    .does("An ember's temperature as it is born, of which it has its colour.");
    public static final Quantity EMBER_END =
            Quantity.of("ember.end", "Ember glows at its end", Unit.KELVIN, 1000, PICTURE)
                    .hard(0, 6000)
                    .usual(700, 1800)
                    .words("goes out", "stays hot")
                    .does("An ember's temperature at the end of its life; evenly until then.");
    public static final Quantity EMBER_GLOW =
            Quantity.of("ember.glow", "Strength of embers", Unit.NONE, 1, PICTURE)
                    .hard(0, 100_000)
                    .usual(0.5, 20)
                    .words("dim", "bright")
                    .does("Factor on the light of the embers; one is what hot bodies give off.");

    public static final Quantity SPARKS =
            Quantity.of("spark.rate", "Sparks each second", Unit.NONE, 0, PICTURE)
                    .hard(0, 5000)
                    .usual(20, 600)
                    .curve()
                    .words("none", "many")
                    .does(
                            "Sparks that each ember sheds a second: they stay where they were shed,"
                                    + " as a tail behind it. The gas knows nothing of them.");
    public static final Quantity SPARK_LIFE =
            Quantity.of("spark.life", "Sparks glow for", Unit.SECOND, 0.5, PICTURE)
                    .hard(0.01, 30)
                    .usual(0.1, 1.5)
                    .words("short tail", "long tail")
                    .does(
                            "How long a spark glows at most, and so how long the tail is: it cools"
                                    + " from its ember's temperature until it is dark.");
    public static final Quantity SPARK_SIZE =
            Quantity.of("spark.diameter", "Spark's diameter", Unit.METRE, 0.005, PICTURE)
                    .hard(0.0001, 1)
                    .usual(0.001, 0.03)
                    .words("smaller", "larger")
                    .does(
                            "How large a spark is seen at most: one smaller than a pixel is as much"
                                    + " dimmer.");
    public static final Quantity SPARK_SPEED =
            Quantity.of("spark.speed", "Sparks scatter at", Unit.METRE_PER_SECOND, 1, PICTURE)
                    .hard(0, 200)
                    .usual(0, 4)
                    .words("a thread", "a brush")
                    .does(
                            "Speed at which sparks fly from their ember every way; the air stops"
                                + " them in the course of their lives, and the wind takes them.");

    /// In the order in which an artist sets them.
    static final Param<?>[] ALL = {
        COUNT,
        FROM,
        TO,
        RATE,
        WHERE,
        LIFE,
        LIFE_SPREAD,
        SPEED,
        SPEED_SPREAD,
        WAY,
        TOWARDS,
        CONE,
        SLOWED_TO,
        SLOWED_WITHIN,
        GRAVITY,
        TERMINAL,
        FEELS_WIND,
        FEELS_EDDIES,
        FEELS_DRAUGHTS,
        COLLIDES,
        BOUNCE,
        SIZE,
        SIZE_SPREAD,
        SIZE_END,
        STRENGTH_SPREAD,
        STRENGTH_END,
        SEED,
        SHOWN,
        EMBER_SIZE,
        EMBER_BORN,
        EMBER_END,
        EMBER_GLOW,
        SPARKS,
        SPARK_LIFE,
        SPARK_SIZE,
        SPARK_SPEED
    };

    /// Does a parameter say anything of carriers that are as an item has them?
    public static boolean concerns(Param<?> param, Item item) {
        if (param == TOWARDS) {
            return item.get(WAY).equals("direction");
        }
        if (param == SLOWED_TO) {
            return item.number(SLOWED_WITHIN) > 0;
        }
        if (param == FROM || param == TO) {
            return item.get(COUNT) > 0;
        }
        if (param == SPARKS || param.key().startsWith("ember.")) {
            return item.get(SHOWN);
        }
        if (param.key().startsWith("spark.")) {
            return item.get(SHOWN) && item.get(SPARKS).largest() > 0;
        }
        if (param == BOUNCE) {
            return item.get(COLLIDES);
        }
        return param != FEELS_WIND || item.number(TERMINAL) > 0;
    }
}
