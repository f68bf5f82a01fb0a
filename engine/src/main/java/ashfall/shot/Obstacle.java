package ashfall.shot;

import static ashfall.shot.Affects.GAS;

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

    public static final Kind KIND = Kind.of("obstacle", "Obstacle", Shape.around(ON));
}
