package ashfall.shot;

import static ashfall.shot.Affects.PICTURE;

import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Whole;
import ashfall.shot.Param.Words;

/// Volumes that another program made, or another firing: numbered files, seen beside the elements
/// of a shot, lit and shaded with them. Nothing of them is simulated.
public final class Foreign {
    private Foreign() {}

    public static final Switch ON =
            new Switch(
                    Words.of("on", "On", PICTURE).does("Volumes that are off keep their settings."),
                    true);
    public static final Text FILE =
            Text.path(
                    Words.of("file", "File", PICTURE)
                            .does(
                                    "Any .vdb file of the numbered ones, or their folder; its"
                                            + " number is the frame of the shot. A firing's frames"
                                            + " will do as well."));
    public static final Whole LATER =
            new Whole(
                    Words.of("later", "Later by", PICTURE)
                            .words("earlier", "later")
                            .does(
                                    "Frames by which they are seen later than their numbers say;"
                                            + " below zero they are seen earlier."),
                    -1_000_000,
                    1_000_000,
                    0);
    public static final Quantity SCALE =
            Quantity.of("scale", "Length of a unit", Unit.METRE, 1, PICTURE)
                    .hard(1e-4, 1e4)
                    .usual(0.01, 10)
                    .words("smaller", "larger")
                    .mark(0.01, "centimetres")
                    .mark(0.0254, "inches")
                    .mark(0.3048, "feet")
                    .mark(1, "metres")
                    .does(
                            "What one unit of length in the files is; their velocity is in such"
                                    + " units a second.");
    public static final Vector MOVED =
            new Vector(
                    Words.of("moved", "Moved by", PICTURE)
                            .words("one way", "the other")
                            .does("How far they stand from where their files put them."),
                    Unit.METRE,
                    -1e5,
                    1e5,
                    new Vec3(0, 0, 0));

    public static final Kind KIND =
            Kind.of("volumes", "Volumes", ON, FILE, LATER, SCALE, MOVED, Gas.PRESENCE);
}
