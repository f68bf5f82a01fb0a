package ashfall.gas;

/// How enthalpy, temperature and density of the gas hang together at constant pressure p₀.
///
/// `ρ = p₀W/(RT)` with the molar mass of air, and a specific heat that rises linearly, `c_p = a +
/// bT`, being 1005 J/(kg K) at 300 K. The slope is chosen so that stoichiometric burning ends at
/// the adiabatic flame temperature of the fuel by energy alone (physics reference, section 1: a
/// constant 1005 would end 800 K too hot).
///
/// All methods are pure.
public final class GasLaw {
    /// Ambient pressure p₀, Pa.
    public static final double PRESSURE = 101_325;

    /// p₀W/R: density times temperature, kg K/m³, with W = 28.965 g/mol.
    public static final double DENSITY_TEMPERATURE = PRESSURE * 0.028965 / 8.314462618;

    /// Specific heat of air at 300 K, J/(kg K).
    public static final double CP_AT_300 = 1005;

    private final double ambient;
    private final double a;
    private final double b;
    private final double enthalpyAmbient;

    private GasLaw(double ambientKelvin, double slope) {
        this.ambient = ambientKelvin;
        this.b = slope;
        this.a = CP_AT_300 - 300 * slope;
        this.enthalpyAmbient = a * ambient + 0.5 * b * ambient * ambient;
    }

    /// The law of air whose mean specific heat between 298.15 K and `flameKelvin` is
    /// `meanSpecificHeat`.
    ///
    /// @param ambientKelvin temperature of the surroundings, 150 to 400 K
    /// @param flameKelvin adiabatic flame temperature of the fuel, above 1000 K
    /// @param meanSpecificHeat J/(kg K), above 1005
    public static GasLaw reaching(
            double ambientKelvin, double flameKelvin, double meanSpecificHeat) {
        if (!(ambientKelvin >= 150 && ambientKelvin <= 400)) {
            throw new IllegalArgumentException(
                    "ambient temperature must be 150 to 400 K, not " + ambientKelvin + " K");
        }
        if (!(flameKelvin > 1000) || !(meanSpecificHeat > CP_AT_300)) {
            throw new IllegalArgumentException(
                    "a flame of "
                            + flameKelvin
                            + " K with a mean specific heat of "
                            + meanSpecificHeat
                            + " J/(kg K) is no fire");
        }
        return new GasLaw(
                ambientKelvin,
                (meanSpecificHeat - CP_AT_300) / (0.5 * (298.15 + flameKelvin) - 300));
    }

    /// Temperature of the surroundings, K.
    public double ambient() {
        return ambient;
    }

    /// Density of the surroundings, kg/m³.
    public double ambientDensity() {
        return DENSITY_TEMPERATURE / ambient;
    }

    /// Density, kg/m³, at a temperature in K.
    public static double density(double kelvin) {
        return DENSITY_TEMPERATURE / kelvin;
    }

    /// Specific heat, J/(kg K).
    public double specificHeat(double kelvin) {
        return a + b * kelvin;
    }

    /// Enthalpy of a kilogram over the surroundings, J/kg.
    public double enthalpy(double kelvin) {
        return (a + 0.5 * b * kelvin) * kelvin - enthalpyAmbient;
    }

    /// Temperature at which a kilogram holds this much enthalpy over the surroundings, K; inverse
    /// of [#enthalpy].
    public double temperatureOfEnthalpy(double joulePerKilogram) {
        double h = 2 * (joulePerKilogram + enthalpyAmbient);
        return h / (a + Math.sqrt(a * a + b * h));
    }
}
