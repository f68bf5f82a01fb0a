package ashfall.sim;

import ashfall.gas.Projection;
import ashfall.grid.Exact;
import ashfall.shot.Curve;
import ashfall.shot.Gas;
import ashfall.shot.Item;

/// Settings of the motion that the order of a step applies itself.
///
/// @param speedHalfLife s in which gas loses half its speed against the wind
/// @param leastSteps steps a frame takes at least
/// @param stir speed of the largest eddies over time, m/s
record Motion(double speedHalfLife, Projection.Accuracy accuracy, int leastSteps, Curve stir) {
    private static final double LN2 = 0.6931471805599453;

    static Motion of(Item gas, Curve stir) {
        return new Motion(
                gas.number(Gas.SPEED_FADE),
                switch (gas.get(Gas.PRESSURE)) {
                    case "rough" -> Projection.Accuracy.ROUGH;
                    case "exact" -> Projection.Accuracy.EXACT;
                    default -> Projection.Accuracy.CLOSE;
                },
                (int) (long) gas.get(Gas.STEPS),
                stir);
    }

    /// Share that is left of something after a time, given its half-life; 1 for half-lives that
    /// mean for ever.
    static float left(double halfLife, double seconds) {
        return halfLife >= Gas.EVER ? 1 : (float) Exact.exp(-LN2 * seconds / halfLife);
    }

    /// Strength of the stirring at a time over that of its fastest: eddies accelerate by the square
    /// of their speed.
    float stirring(double seconds) {
        double most = stir.largest();
        double share = most > 0 ? stir.at(seconds) / most : 0;
        return (float) (share * share);
    }
}
