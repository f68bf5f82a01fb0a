package ashfall.burn;

import ashfall.gas.GasLaw;

/// What burns. Values from the physics reference, section 1 (Tewarson; NFPA 325; Babrauskas;
/// GRI-Mech 3.0 equilibrium).
///
/// @param key name in files, such as `kerosene`
/// @param heat lower heating value, J/kg
/// @param airFuelRatio stoichiometric mass ratio; 0 for a fuel that carries its own oxygen
/// @param ignition autoignition temperature, K
/// @param flame adiabatic flame temperature at stoichiometric mixing, K
/// @param sootYield kg of soot (or of other smoke) per kg burnt
/// @param radiantShare share of the heat that is radiated where it burns
/// @param laminarSpeed of a flame into a still stoichiometric mixture, m/s
public record Fuel(
        String key,
        double heat,
        double airFuelRatio,
        double ignition,
        double flame,
        double sootYield,
        double radiantShare,
        double laminarSpeed) {
    /// Mass fraction of oxygen in air.
    public static final double OXYGEN_IN_AIR = 0.2314;

    /// Specific heat of cold air, J/(kg K): gas that burns has more.
    public static final double COLD_SPECIFIC_HEAT = GasLaw.CP_AT_300;

    /// kg of oxygen that a kg of fuel needs.
    public double oxygen() {
        return OXYGEN_IN_AIR * airFuelRatio;
    }

    /// Mean specific heat with which stoichiometric burning from 298.15 K ends at [#flame], J/(kg
    /// K).
    public double meanSpecificHeat() {
        return heat / ((1 + airFuelRatio) * (flame - 298.15));
    }

    /// Temperature that its heat could bring fuel and air to at the specific heat of cold air, K;
    /// no flame reaches it.
    public double hottestFlame() {
        return 298.15 + heat / ((1 + airFuelRatio) * GasLaw.CP_AT_300);
    }

    /// Speed with which the edge of a flame runs along a layer where fuel meets air, m/s: `S_L
    /// √(ρ_u/ρ_b)` (Ruetsch, Vervisch & Liñán 1995, Phys. Fluids 7:1447).
    public double edgeSpeed() {
        return laminarSpeed * Math.sqrt(flame / 298.15);
    }

    /// The gas in which this fuel burns.
    public GasLaw gasLaw(double ambientKelvin) {
        return GasLaw.reaching(ambientKelvin, flame, meanSpecificHeat());
    }
}
