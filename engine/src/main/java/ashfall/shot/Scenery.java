package ashfall.shot;

import static ashfall.shot.Affects.PICTURE;

import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Words;

import java.util.List;

/// A mesh that is seen in the picture: it stands before and behind the fire, is lit by it and
/// throws shadows. Gas does not meet it.
public final class Scenery {
    /// What begins the name of a mesh that comes with the program.
    private static final String OURS = "demo:";

    private Scenery() {}

    public static final Switch ON =
            new Switch(
                    Words.of("on", "On", PICTURE)
                            .does(
                                    "Whether it is seen and throws shadows; a mesh that is off"
                                            + " keeps its settings."),
                    true);
    public static final Text FILE =
            Text.path(
                    Words.of("file", "File", PICTURE)
                            .does(
                                    "An .obj file. The colours of its materials are taken from the"
                                            + " material file beside it; pictures on them are"
                                            + " not."));
    public static final Quantity SCALE =
            Quantity.of("scale", "Length of a unit", Unit.METRE, 1, PICTURE)
                    .hard(1e-4, 1e4)
                    .usual(0.01, 10)
                    .words("smaller", "larger")
                    .mark(0.001, "millimetres")
                    .mark(0.01, "centimetres")
                    .mark(0.0254, "inches")
                    .mark(0.3048, "feet")
                    .mark(1, "metres")
                    .does("What one unit of length in the file is.");
    public static final Choice UP =
            new Choice(
                    Words.of("up", "Up in the file", PICTURE)
                            .does(
                                    "Which axis of the file points up; one that lies on its back"
                                            + " wants the other."),
                    List.of("y", "z"),
                    "y");
    public static final Vector MOVED =
            new Vector(
                    Words.of("moved", "Moved by", PICTURE)
                            .words("one way", "the other")
                            .does("How far it stands from where its file puts it."),
                    Unit.METRE,
                    -1e5,
                    1e5,
                    new Vec3(0, 0, 0));
    public static final Vector TURN =
            new Vector(
                    Words.of("turn", "Turned by", PICTURE)
                            .words("one way", "the other")
                            .does("Turned about its own origin: about x, then y, then z."),
                    Unit.DEGREE,
                    -360,
                    360,
                    new Vec3(0, 0, 0));
    public static final Vector COLOUR =
            new Vector(
                    Words.of("colour", "Colour", PICTURE)
                            .words("darker", "brighter")
                            .does(
                                    "Share of light that it throws back, as red, green and blue;"
                                            + " where its materials have colours, those count."),
                    Unit.NONE,
                    0,
                    1,
                    new Vec3(0.33, 0.32, 0.29));
    public static final Quantity UNEVEN =
            Quantity.of("uneven", "Weathered", Unit.NONE, 0.3, PICTURE)
                    .hard(0, 1)
                    .usual(0, 0.8)
                    .words("as new", "stained")
                    .does("How much its colour differs from place to place.");

    /// Does a mesh come with the program?
    public static boolean isOurs(String file) {
        return file.startsWith(OURS);
    }

    /// The name of such a mesh among those.
    public static String ours(String file) {
        return file.substring(OURS.length());
    }

    public static final Kind KIND =
            Kind.of("mesh", "Mesh", ON, FILE, SCALE, UP, MOVED, TURN, COLOUR, UNEVEN);
}
