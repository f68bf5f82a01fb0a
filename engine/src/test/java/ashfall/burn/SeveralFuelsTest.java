package ashfall.burn;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.CellRange;
import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.gas.Region;
import ashfall.grid.Box;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.util.List;
import java.util.stream.IntStream;

/// Up to three fuels in a closed cell: each burns as its own numbers say, with its share of the
/// oxygen.
class SeveralFuelsTest {
    private static final float VOXEL = 0.1f;
    private static final int SECOND = GasFields.OTHER_FUELS;

    private final Workers workers = new Workers(1);
    private final GridShape shape = new GridShape(16, 16, 16);
    private final int at = shape.at(8, 8, 8);
    private final GasLaw law = Fuels.of("propane").gasLaw(298.15);
    private final float[] volume = new float[shape.size()];
    private GasFields fields;

    @AfterEach
    void close() {
        workers.close();
    }

    /// Burns for a long time; fuels and oxygen in kg/kg, without soot and radiation.
    private Burning.Totals burnOut(double ignitionOfFirst, String[] keys, float... held) {
        fields =
                new GasFields(
                        shape,
                        new FieldPool(shape),
                        law,
                        Fuel.OXYGEN_IN_AIR,
                        GasFields.OTHER_FUELS + keys.length - 1,
                        new float[3][shape.ny() + 1]);
        List<Burning.Reaction> reactions =
                IntStream.range(0, keys.length)
                        .mapToObj(
                                k ->
                                        new Burning.Reaction(
                                                Fuels.of(keys[k]),
                                                k == 0 ? ignitionOfFirst : 0,
                                                1,
                                                0,
                                                0))
                        .toList();
        Burning.Settings s =
                new Burning.Settings(
                        reactions,
                        1e-3,
                        Burning.Unevenness.NONE,
                        0.1,
                        0,
                        0,
                        0,
                        9.81,
                        Burning.Fades.NONE);
        float sum = 0;
        for (int k = 0; k < keys.length; k++) {
            sum += held[k];
            if (k > 0) {
                fields.contents[SECOND + k - 1][at] = held[k];
            }
        }
        fields.contents[GasFields.FUEL][at] = sum;
        fields.contents[GasFields.OXYGEN][at] = held[keys.length];
        Escape escape = new Escape(shape, workers);
        escape.update(fields, VOXEL);
        return new Burning(new Box(0, 0, 0, shape), workers)
                .burn(
                        fields,
                        law,
                        s,
                        Region.of(shape, new CellRange(8, 9, 8, 9, 8, 9)),
                        fields.contents,
                        fields.mass,
                        volume,
                        escape,
                        fields.flame,
                        VOXEL,
                        10f);
    }

    private double kilograms(double share) {
        return share * law.ambientDensity() * VOXEL * VOXEL * VOXEL;
    }

    @Test
    void scarceOxygen_isSharedByNeed() {
        Fuel propane = Fuels.of("propane");
        Fuel hydrogen = Fuels.of("hydrogen");
        double needed = 0.004 * propane.oxygen() + 0.001 * hydrogen.oxygen();
        Burning.Totals t =
                burnOut(
                        0,
                        new String[] {"propane", "hydrogen"},
                        0.004f,
                        0.001f,
                        (float) (0.5 * needed));
        assertEquals(0.0005, fields.contents[SECOND][at], 1e-6);
        assertEquals(0.0025, fields.contents[GasFields.FUEL][at], 1e-6);
        assertEquals(0, fields.contents[GasFields.OXYGEN][at], 1e-6);
        double heat = 0.002 * propane.heat() + 0.0005 * hydrogen.heat();
        assertEquals(kilograms(heat), t.heat(), 1e-3 * t.heat());
        assertEquals(t.heat(), kilograms(fields.contents[GasFields.ENTHALPY][at]), 1e-4 * t.heat());
    }

    @Test
    void fuelThatIsNotLit_leavesTheOxygenToTheOther() {
        double needed = 0.001 * Fuels.of("hydrogen").oxygen();
        burnOut(3000, new String[] {"propane", "hydrogen"}, 0.004f, 0.001f, (float) needed);
        assertEquals(0, fields.contents[SECOND][at], 1e-6);
        assertEquals(0.004, fields.contents[GasFields.FUEL][at], 1e-6);
    }

    @Test
    void powder_burnsWithoutAirBesideAFuelThatNeedsIt() {
        Burning.Totals t = burnOut(0, new String[] {"petrol", "black_powder"}, 0.01f, 0.02f, 0f);
        assertEquals(0, fields.contents[SECOND][at], 1e-6);
        assertEquals(0.01, fields.contents[GasFields.FUEL][at], 1e-5);
        assertEquals(kilograms(0.02 * 3e6), t.heat(), 1e-3 * t.heat());
    }

    @Test
    void threeFuels_burnOutInPlentyOfAir() {
        Burning.Totals t =
                burnOut(
                        0,
                        new String[] {"petrol", "methane", "wood_volatiles"},
                        0.002f,
                        0.003f,
                        0.001f,
                        0.23f);
        assertEquals(0, fields.contents[GasFields.FUEL][at], 1e-7);
        assertEquals(0, fields.contents[SECOND + 1][at], 1e-7);
        double heat = 0.002 * 43.7e6 + 0.003 * 50e6 + 0.001 * 14e6;
        assertEquals(kilograms(heat), t.heat(), 1e-3 * heat);
        assertTrue(t.hottest() < 2300, t.hottest() + " K");
    }

    /// How far from its own flame's temperature a fuel ends in the gas of another.
    @ParameterizedTest
    @CsvSource({
        "methane, 0.022", "propane, 0.010", "petrol, 0.015", "ethanol, 0.020",
        "acetylene, 0.029", "black_powder, 0.049", "wood_volatiles, -0.055", "coal_dust, -0.065",
        "hydrogen, 0.105", "tnt, 0.108", "magnesium, 0.198"
    })
    void flame_inTheGasOfLampOil_isNearItsOwn(String key, double share) {
        GasLaw oil = Fuels.of("kerosene").gasLaw(298.15);
        Fuel fuel = Fuels.of(key);
        double flame = oil.temperatureOfEnthalpy(fuel.heat() / (1 + fuel.airFuelRatio()));
        assertEquals(share, flame / fuel.flame() - 1, 0.002, key);
    }
}
