package ashfall.sim;

import java.util.Map;

/// One line of the burn log: what was measured in a frame. Amounts are over the whole life of the
/// run, unless they say "left".
///
/// @param heatReleaseKw mean over the frame
/// @param hottestK hottest gas at the end of the frame
/// @param flameTopM highest point that releases heat, over zero; 0 without flame
/// @param flameStandsM highest point that releases over [#FLAME]; 0 in older records
/// @param gasSeconds seconds that passed for the gas in this frame; 0 in records of older versions
/// @param voxels of the box at the end of the frame
/// @param met sides of the bounds that the box may follow the gas to and that the gas met in this
///     frame, such as `top east`; empty for none, null in records of older versions
/// @param heatOfKw heat release by the source whose fuel or soot it was; empty where they are not
///     told apart, null in records of older versions, as the next
/// @param smokeOfKg smoke by the source of which it is
/// @param hottestFuelK see [FlameNeeds], as the next
/// @param worstDivergence largest max|∇·u − S|Δt of its steps
/// @param worstResidual largest ‖∇·u − S‖₂ relative to ‖∇·u* − S‖₂ of its steps
public record LogEntry(
        long frame,
        double timeS,
        double heatReleaseKw,
        double fuelLeftKg,
        double fuelBurntKg,
        double fuelReleasedKg,
        double fuelGoneKg,
        double fuelDefectKg,
        double hottestK,
        double flameTopM,
        double smokeKg,
        double peakSpeedMs,
        int substeps,
        double seconds,
        double heatKj,
        double radiatedKj,
        double enthalpyGivenKj,
        double enthalpyLeftKj,
        double enthalpyGoneKj,
        double enthalpyDefectKj,
        double sootFormedKg,
        double sootBurntKg,
        double sootGoneKg,
        long voxels,
        int pressureIterations,
        double worstDivergence,
        double worstResidual,
        String met,
        double hottestFuelK,
        double oxygenAtHotFuel,
        double gasSeconds,
        double flameStandsM,
        Map<String, Double> heatOfKw,
        Map<String, Double> smokeOfKg) {

    /// W/m³ that make gas part of the flame whose height correlations tell: a tenth of the 1.2
    /// MW/m³ that pool fires of all sizes release (Orloff & de Ris 1982, Proc. Combust. Inst.
    /// 19:885).
    public static final float FLAME = 1.2e5f;
}
