package ashfall.shot;

import static ashfall.shot.Affects.PICTURE;

import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Words;

/// A lamp of the site: a small ball that shines evenly around, never seen itself and in nobody's
/// way.
public final class Lamp {
    private Lamp() {}

    public static final Switch ON =
            new Switch(
                    Words.of("on", "On", PICTURE).does("A lamp that is off keeps its settings."),
                    true);
    public static final Vector AT =
            new Vector(
                    Words.of("at", "Place", PICTURE)
                            .words("lower", "higher")
                            .does(
                                    "Where the lamp is; it is never seen itself, and may be in the"
                                            + " middle of the gas."),
                    Unit.METRE,
                    -1e5,
                    1e5,
                    new Vec3(4, 4, 4));
    public static final Quantity LIGHT =
            Quantity.of("light", "Light", Unit.LUMEN, 1e6, PICTURE)
                    .curve()
                    .hard(0, 1e12)
                    .usual(1e3, 1e8)
                    .words("dim", "bright")
                    .mark(1600, "bulb")
                    .mark(1e5, "floodlight")
                    .mark(1e7, "stadium")
                    .does("How much light it gives in all directions together.");
    public static final Vector COLOUR =
            new Vector(
                    Words.of("colour", "Colour", PICTURE)
                            .words("darker", "brighter")
                            .does("Colour of its light, as red, green and blue in linear light."),
                    Unit.NONE,
                    0,
                    10,
                    new Vec3(1, 0.9, 0.75));
    public static final Quantity RADIUS =
            Quantity.of("radius", "Radius", Unit.METRE, 0.1, PICTURE)
                    .hard(1e-4, 1e3)
                    .usual(0.02, 1)
                    .words("smaller", "larger")
                    .does("Size of the ball that shines; gas within it is lit no brighter.");
    public static final Quantity ON_GAS =
            Quantity.of("onGas", "Strength on gas", Unit.NONE, 1, PICTURE)
                    .hard(0, 1000)
                    .usual(0.5, 2)
                    .words("gas dark", "gas bright")
                    .does("How much of its light falls on gas; one is as on all else.");
    public static final Kind KIND = Kind.of("lamp", "Lamp", ON, AT, LIGHT, COLOUR, RADIUS, ON_GAS);
}
