package ashfall.sim;

import ashfall.burn.Origins;
import ashfall.gas.GasFields;
import ashfall.gas.Projection;
import ashfall.gas.ScalarTransport;
import ashfall.grid.Exact;
import ashfall.shot.Curve;
import ashfall.shot.Gas;
import ashfall.shot.Item;

import java.util.ArrayList;
import java.util.List;

/// Settings of the motion that the order of a step applies itself.
///
/// @param speedHalfLife s in which gas loses half its speed against the wind
/// @param leastSteps steps a frame takes at least, over shot time
/// @param mostSteps steps a frame takes at most for the sake of speed
/// @param stir speed of the largest eddies over time, m/s
/// @param viscosity of gas at room temperature, m²/s
/// @param softSpeed whether velocities are carried without taking back what the way blurs
/// @param timeScale seconds of gas in a second of the shot, over shot time
record Motion(
        double speedHalfLife,
        Projection.Accuracy accuracy,
        Curve leastSteps,
        int mostSteps,
        Curve stir,
        Curve timeScale,
        ScalarTransport.Settings scalars,
        double viscosity,
        boolean softSpeed) {
    /// Places in a frame where the time scale is looked at for its largest.
    private static final int LOOKS = 8;

    private static final double LN2 = 0.6931471805599453;

    /// @param fuels kinds of fuel
    static Motion of(Item gas, Curve stir, int fuels, Origins origins) {
        return new Motion(
                gas.number(Gas.SPEED_FADE),
                switch (gas.get(Gas.PRESSURE)) {
                    case "rough" -> Projection.Accuracy.ROUGH;
                    case "exact" -> Projection.Accuracy.EXACT;
                    default -> Projection.Accuracy.CLOSE;
                },
                gas.get(Gas.STEPS),
                (int) Math.ceil(gas.number(Gas.MOST_STEPS)),
                stir,
                gas.get(Gas.TIME_SCALE),
                new ScalarTransport.Settings(
                        soft(gas.get(Gas.SOFT), fuels, origins), gas.number(Gas.DIFFUSION)),
                gas.number(Gas.VISCOSITY),
                gas.get(Gas.SOFT).contains("speed"));
    }

    private static List<Integer> soft(List<String> words, int fuels, Origins origins) {
        List<Integer> contents = new ArrayList<>();
        for (String word : words) {
            switch (word) {
                case "heat" -> contents.add(GasFields.ENTHALPY);
                case "fuel" -> {
                    contents.addAll(List.of(GasFields.FUEL, GasFields.OXYGEN));
                    for (int k = 1; k < fuels; k++) {
                        contents.add(GasFields.OTHER_FUELS + k - 1);
                    }
                    for (int k = 1; k <= origins.count(); k++) {
                        contents.add(origins.fuel(k));
                    }
                }
                case "smoke" -> {
                    contents.add(GasFields.SOOT);
                    for (int k = 1; k <= origins.count(); k++) {
                        contents.add(origins.soot(k));
                    }
                }
                default -> {}
            }
        }
        return contents;
    }

    /// Seconds that pass for the gas between two times of the shot; exact, so that frames do not
    /// drift.
    double gasSeconds(double from, double to) {
        return timeScale.integral(from, to);
    }

    /// Largest time scale between two times of the shot, about.
    double fastest(double from, double to) {
        double most = 0;
        for (int k = 0; k <= LOOKS; k++) {
            most = Math.max(most, timeScale.at(from + k * (to - from) / LOOKS));
        }
        return most;
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
