package ashfall.shot;

import static ashfall.shot.Affects.PICTURE;

import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Words;

/// The camera of the shot.
public final class Camera {
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
    public static final Quantity SHUTTER =
            Quantity.of("shutter", "Shutter", Unit.DEGREE, 180, PICTURE)
                    .hard(0, 720)
                    .usual(90, 180)
                    .words("crisp", "blurred")
                    .mark(180, "half a frame")
                    .does(
                            "How long the shutter is open, as an angle of which 360° are a whole"
                                    + " frame; in finished pictures gas that moves is blurred by"
                                    + " its velocity, where that was kept.");
    public static final Quantity OPENING =
            Quantity.of("opening", "Opening of the lens", Unit.MILLIMETRE, 0, PICTURE)
                    .hard(0, 1000)
                    .usual(0, 30)
                    .words("all sharp", "only the focus sharp")
                    .does(
                            "Diameter of the lens's opening; the focal length over it is the"
                                + " f-number. In finished pictures what is away from the focus is"
                                + " blurred by it; 0 keeps all sharp.");
    public static final Quantity FOCUS =
            Quantity.of("focus", "Focus", Unit.METRE, 0, PICTURE)
                    .hard(0, 1e5)
                    .usual(0, 100)
                    .words("on the target", "farther")
                    .does("Distance at which all is sharp; 0 is the point the camera looks at.");
    public static final Kind KIND =
            Kind.of("camera", "Camera", POSITION, TARGET, LENS, FILM, SHUTTER, OPENING, FOCUS);

    /// How much of a frame the shutter is open.
    public static double open(Item camera) {
        return camera.number(SHUTTER) / 360;
    }
}
