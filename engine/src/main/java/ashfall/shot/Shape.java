package ashfall.shot;

import static ashfall.shot.Affects.GAS;
import static ashfall.shot.Affects.NOTHING;

import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Path;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Words;

import java.util.List;
import java.util.stream.Stream;

/// The form of a source or an obstacle, and how it stands and moves. `geometry.Body` makes
/// distances of it.
public final class Shape {
    private Shape() {}

    public static final Choice SHAPE =
            new Choice(
                    Words.of("shape", "Shape", GAS)
                            .does(
                                    "Its form: a cone stands on its base, a ring lies flat, a tube"
                                            + " is a cylinder with a bore."),
                    List.of(
                            "sphere",
                            "half-sphere",
                            "box",
                            "disc",
                            "ring",
                            "cone",
                            "cylinder",
                            "tube"),
                    "sphere");
    public static final Vector CENTRE =
            new Vector(
                    Words.of("centre", "Centre", GAS)
                            .words("lower", "higher")
                            .does("Where its middle is; of a half sphere, the middle of its foot."),
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
                            "Radius of all that is round, of a ring to the middle of its bead; the"
                                    + " same fuel in a larger source burns softer and cooler.");
    public static final Vector SIZE =
            new Vector(
                    Words.of("size", "Size", GAS)
                            .words("smaller", "larger")
                            .does(
                                    "Edges of a box; of a disc, cone, cylinder or tube the middle"
                                            + " number is the height."),
                    Unit.METRE,
                    0.0005,
                    1000,
                    new Vec3(1, 0.2, 1));
    public static final Quantity THICKNESS =
            Quantity.of("thickness", "Thickness", Unit.METRE, 0.2, GAS)
                    .hard(0.0005, 1000)
                    .usual(0.02, 2)
                    .words("thinner", "thicker")
                    .does("Thickness of a ring's bead, or of a tube's wall.");
    public static final Vector TURN =
            new Vector(
                    Words.of("turn", "Turned", GAS)
                            .words("one way", "the other")
                            .does(
                                    "Angles by which it is turned, about x, then about y, then"
                                            + " about z."),
                    Unit.DEGREE,
                    -36000,
                    36000,
                    new Vec3(0, 0, 0));
    public static final Vector SQUASH =
            new Vector(
                    Words.of("squash", "Squashed", GAS)
                            .words("flatter", "longer")
                            .does(
                                    "Factors along its own x, y and z before it is turned: below 1"
                                            + " squashes, above 1 stretches."),
                    Unit.NONE,
                    0.02,
                    50,
                    new Vec3(1, 1, 1));
    public static final Vector CUT_TOWARDS =
            new Vector(
                    Words.of("cut.towards", "Keeps towards", GAS)
                            .words("one side", "the other")
                            .does(
                                    "Direction of the side that is kept where a plane cuts it:"
                                            + " 0,1,0 keeps what is above. Zeros cut nothing."),
                    Unit.NONE,
                    -1,
                    1,
                    new Vec3(0, 0, 0));
    public static final Quantity CUT_AT =
            Quantity.of("cut.at", "Cut at", Unit.METRE, 0, GAS)
                    .hard(-1000, 1000)
                    .usual(-1, 1)
                    .words("keeps more", "keeps less")
                    .does("How far from the centre the plane lies, towards the side it keeps.");
    public static final Quantity ROUGH =
            Quantity.of("rough.amount", "Roughness", Unit.METRE, 0, GAS)
                    .hard(0, 100)
                    .usual(0, 0.5)
                    .words("smooth", "jagged")
                    .does(
                            "How far its surface swells and sinks by chance; a rough charge is the"
                                    + " cheapest way to a rough fireball.");
    public static final Quantity ROUGH_SIZE =
            Quantity.of("rough.size", "Size of its bumps", Unit.METRE, 0.5, GAS)
                    .hard(0.001, 1000)
                    .usual(0.05, 2)
                    .words("finer", "broader")
                    .does("Size of a bump; below two voxels it is not seen.");
    public static final Quantity ROUGH_SEED =
            Quantity.of("rough.seed", "Seed of its bumps", Unit.NONE, 1, GAS)
                    .hard(0, 1_000_000)
                    .usual(1, 100)
                    .words("one", "another")
                    .does("Another number, other bumps.");
    public static final Path PATH =
            new Path(
                    Words.of("path", "Path", GAS)
                            .does(
                                    "Where its centre is when, from the centre given above; it"
                                            + " glides through the points and rests before the"
                                            + " first and after the last."));
    public static final Vector SPIN =
            new Vector(
                    Words.of("spin", "Spin", GAS)
                            .words("one way", "the other")
                            .does(
                                    "Degrees a second by which its angles about x, y and z grow"
                                            + " from the shot's first second on."),
                    Unit.DEGREE,
                    -36000,
                    36000,
                    new Vec3(0, 0, 0));

    /// Things of one group stand together and are taken together; the gas knows nothing of it.
    public static final Text GROUP =
            Text.free(
                    Words.of("group", "Group", NOTHING)
                            .does(
                                    "Things with the same word here stand together in the manifest"
                                            + " and are chosen, switched and moved as one."));

    /// What comes first among a thing's parameters, and what comes last.
    private static final Param<?>[] FORM = {SHAPE, CENTRE, RADIUS, SIZE, THICKNESS};

    private static final Param<?>[] FINER = {
        TURN, SQUASH, CUT_TOWARDS, CUT_AT, ROUGH, ROUGH_SIZE, ROUGH_SEED, PATH, SPIN, GROUP
    };

    /// The parameters of a thing with a shape: one of its own, the form, others of its own, what
    /// shapes more finely.
    static Param<?>[] around(Param<?> first, Param<?>... others) {
        return Stream.of(Stream.of(first), Stream.of(FORM), Stream.of(others), Stream.of(FINER))
                .flatMap(s -> s)
                .toArray(Param<?>[]::new);
    }

    /// Does a thing of this kind have a shape?
    public static boolean isHad(Kind kind) {
        return kind.params().containsKey(SHAPE.key());
    }

    /// Does a parameter say anything of the shape that an item has?
    public static boolean concerns(Param<?> param, Item item) {
        String shape = item.get(SHAPE);
        if (param == RADIUS) {
            return !shape.equals("box");
        }
        if (param == SIZE) {
            return List.of("box", "disc", "cone", "cylinder", "tube").contains(shape);
        }
        if (param == THICKNESS) {
            return shape.equals("ring") || shape.equals("tube");
        }
        if (param == CUT_AT) {
            return item.get(CUT_TOWARDS).length() > 0;
        }
        if (param == ROUGH_SIZE || param == ROUGH_SEED) {
            return item.number(ROUGH) > 0;
        }
        return true;
    }
}
