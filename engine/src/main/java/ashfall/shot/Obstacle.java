package ashfall.shot;

import static ashfall.shot.Affects.GAS;
import static ashfall.shot.Affects.PICTURE;

import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Words;

/// What gas flows around; part of the site, so that every element meets it.
public final class Obstacle {
    private Obstacle() {}

    public static final Switch ON =
            new Switch(
                    Words.of("on", "On", GAS)
                            .does(
                                    "Whether gas flows around it; an obstacle that is off keeps its"
                                            + " settings."),
                    true);

    public static final Switch SHOWN =
            new Switch(
                    Words.of("shown", "Seen", PICTURE)
                            .does(
                                    "Whether it is in the picture and throws shadows; where a mesh"
                                            + " stands for it, it need not."),
                    true);

    public static final Quantity COOLING =
            Quantity.of("cooling", "Cooling at contact", Unit.WATT_PER_SQUARE_METRE_KELVIN, 0, GAS)
                    .hard(0, 100_000)
                    .usual(5, 100)
                    .words("heat stays", "smothers")
                    .mark(10, "still air")
                    .mark(50, "flames")
                    .does(
                            "Heat that gas loses to the obstacle: for each square metre and each"
                                    + " kelvin between them; much of it puts flames out at its"
                                    + " surface.");
    public static final Quantity TEMPERATURE =
            Quantity.of("temperature", "Temperature", Unit.KELVIN, 293, GAS)
                    .hard(1, 4000)
                    .usual(270, 900)
                    .words("colder", "hotter")
                    .does("Temperature to which the obstacle cools gas; it stays as it is.");

    public static final Kind KIND =
            Kind.of("obstacle", "Obstacle", Shape.around(ON, SHOWN, COOLING, TEMPERATURE));

    /// Does a parameter say anything of an obstacle that is as an item has it?
    public static boolean concerns(Param<?> param, Item item) {
        return param != TEMPERATURE || item.number(COOLING) > 0;
    }
}
