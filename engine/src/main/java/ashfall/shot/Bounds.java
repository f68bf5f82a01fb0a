package ashfall.shot;

import static ashfall.shot.Affects.GAS;

import ashfall.shot.Param.Subset;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Words;

import java.util.List;

/// The simulated space.
public final class Bounds {
    private Bounds() {}

    /// The lower and the upper across x, y and z, which points south.
    public static final List<String> SIDES =
            List.of("west", "east", "bottom", "top", "north", "south");
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
    public static final Kind KIND = Kind.of("bounds", "Bounds", FROM, TO, CLOSED, FOLLOW, MARGIN);

    /// Height of the ground: the bottom of the bounds where that is closed, m; else 0.
    public static double ground(Item bounds) {
        return bounds.get(CLOSED).contains("bottom") ? bounds.get(FROM).y() : 0;
    }
}
