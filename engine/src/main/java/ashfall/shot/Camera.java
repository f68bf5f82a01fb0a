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
    public static final Kind KIND = Kind.of("camera", "Camera", POSITION, TARGET, LENS, FILM);
}
