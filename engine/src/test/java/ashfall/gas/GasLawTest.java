package ashfall.gas;

import static org.junit.jupiter.api.Assertions.assertEquals;

import ashfall.burn.Fuel;
import ashfall.burn.Fuels;

import org.junit.jupiter.api.Test;

class GasLawTest {
    private final GasLaw law = Fuels.of("kerosene").gasLaw(288);

    @Test
    void conversions_thereAndBack_giveTheTemperature() {
        for (double t = 200; t < 3000; t += 7) {
            assertEquals(t, law.temperatureOfEnthalpy(law.enthalpy(t)), 1e-8 * t);
        }
        assertEquals(0, law.enthalpy(288), 1e-9);
        assertEquals(1005, law.specificHeat(300), 1e-9);
    }

    @Test
    void stoichiometricBurning_ofEveryFuel_endsAtItsFlameTemperature() {
        for (String key : Fuels.keys()) {
            Fuel fuel = Fuels.of(key);
            GasLaw own = fuel.gasLaw(298.15);
            double reached = own.temperatureOfEnthalpy(fuel.heat() / (1 + fuel.airFuelRatio()));
            assertEquals(fuel.flame(), reached, 0.01, key);
        }
    }
}
