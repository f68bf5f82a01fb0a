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

import java.util.Arrays;
import java.util.List;

/// Burning of a closed cell: everything follows from energy and elements.
class BurningTest {
    private static final float VOXEL = 0.1f;
    private final Workers workers = new Workers(1);
    private static final double SPREAD = 1.5;

    private final GridShape shape = new GridShape(16, 16, 16);
    private final Fuel fuel = Fuels.of("methane");
    private final GasLaw law = fuel.gasLaw(298.15);
    private final GasFields fields =
            new GasFields(shape, new FieldPool(shape), law, Fuel.OXYGEN_IN_AIR);
    private final float[] volume = new float[shape.size()];

    private Box box = new Box(0, 0, 0, shape);

    @AfterEach
    void close() {
        workers.close();
    }

    private Burning.Settings settings(double radiated, double soot) {
        return new Burning.Settings(
                List.of(new Burning.Reaction(fuel, 0, SPREAD, soot, radiated)),
                1e-3,
                Burning.Unevenness.NONE,
                0.1,
                0,
                0,
                0,
                9.81,
                Burning.Fades.NONE);
    }

    /// Burns a cell out in one step; densities in kg/m³ of the cell.
    private Burning.Totals burnOut(Burning.Settings s, double fuelDensity, double oxygenDensity) {
        int i = shape.at(8, 8, 8);
        double density = law.ambientDensity();
        fields.contents[GasFields.FUEL][i] = (float) (fuelDensity / density);
        fields.contents[GasFields.OXYGEN][i] = (float) (oxygenDensity / density);
        return burn(s, 10f);
    }

    private Burning.Totals burn(Burning.Settings s, float seconds) {
        Region cell = Region.of(shape, new CellRange(8, 9, 8, 9, 8, 9));
        return new Burning(box, workers)
                .burn(
                        fields,
                        law,
                        s,
                        cell,
                        fields.contents,
                        fields.mass,
                        volume,
                        new Escape(shape, workers),
                        fields.flame,
                        VOXEL,
                        seconds);
    }

    private double held() {
        int i = shape.at(8, 8, 8);
        return (double) fields.contents[GasFields.ENTHALPY][i]
                * fields.mass[i]
                * volume[i]
                * VOXEL
                * VOXEL
                * VOXEL;
    }

    @Test
    void burn_stoichiometricMixture_reachesTheAdiabaticFlameTemperature() {
        double density = law.ambientDensity();
        double mass = density / (1 + fuel.airFuelRatio());
        var totals = burnOut(settings(0, 0), mass, density - mass);
        // The mixture's air holds 23.14 % oxygen; the rest of "oxygen" above is more than enough,
        // so fuel limits.
        assertEquals(fuel.flame(), totals.hottest(), 1);
        assertEquals(mass * VOXEL * VOXEL * VOXEL, totals.burnt(), 1e-6 * mass);
    }

    @Test
    void burn_withoutEnoughOxygen_stopsWhereOxygenEnds() {
        double oxygen = 0.05;
        var totals = burnOut(settings(0, 0), 0.2, oxygen);
        assertEquals(
                oxygen / fuel.oxygen() * VOXEL * VOXEL * VOXEL,
                totals.burnt(),
                1e-6 * totals.burnt());
        assertEquals(totals.burnt() * fuel.heat(), totals.heat(), 1e-6 * totals.heat());
    }

    @Test
    void burn_radiatedShare_leavesAtOnceAndEnergyAddsUp() {
        var totals = burnOut(settings(0.3, 0), 0.02, 0.27);
        double kept = held();
        assertEquals(0.3 * totals.heat(), totals.radiated(), 1e-5 * totals.heat());
        assertEquals(totals.heat() - totals.radiated(), kept, 1e-5 * totals.heat());
    }

    @Test
    void burn_volumeOfTheGas_growsLikeItsTemperature() {
        burnOut(settings(0, 0), 0.01, 0.27);
        int i = shape.at(8, 8, 8);
        double after = law.temperatureOfEnthalpy(fields.contents[GasFields.ENTHALPY][i]);
        assertEquals(after / 298.15, volume[i], 1e-4 * volume[i]);
    }

    @Test
    void burn_soot_takesItsHeatAndOxygenOnlyWhenItBurns() {
        var totals = burnOut(settings(0, 0.05), 0.01, 0.27);
        assertTrue(totals.sootFormed() > 0);
        // Soot that formed and burnt again gives the fuel's whole heat; what is left of it keeps
        // its own.
        double left = totals.sootFormed() - totals.sootBurnt();
        assertEquals(
                totals.burnt() * fuel.heat(), totals.heat() + left * 32.8e6, 1e-4 * totals.heat());
    }

    /// At an equivalence ratio φ, `2φ²/(1 + φ²)` of the yield.
    @Test
    void burn_soot_formsWhereFuelIsRich() {
        double[][] densities = {{0.2, 0.05}, {0.05, 0.05 * fuel.oxygen()}, {0.01, 0.27}};
        for (double[] d : densities) {
            var totals = burnOut(settings(0, 0.05), d[0], d[1]);
            double square = Math.pow(d[0] * fuel.oxygen() / d[1], 2);
            double wanted = 0.05 * 2 * square / (1 + square);
            assertEquals(wanted, totals.sootFormed() / totals.burnt(), 2e-3 * wanted);
            Arrays.fill(fields.contents[GasFields.ENTHALPY], 0);
            Arrays.fill(fields.mass, (float) law.ambientDensity());
        }
    }

    /// Gas below its ignition burns only beside hotter gas, and then no faster than the flame runs
    /// through the voxel.
    @Test
    void burn_belowIgnition_takesTheFlameOverFromAHotNeighbourAtTheSpeedOfItsEdge() {
        double fuelShare = 0.02;
        assertEquals(0, burntAt(700, 850, fuelShare));
        double edge = SPREAD * Burning.wrinkling(VOXEL);
        double expected = fuelShare * (1 - Math.exp(-0.01 * edge / VOXEL));
        assertEquals(expected, burntAt(700, 950, fuelShare), 1e-3 * expected);
        assertEquals(fuelShare, burntAt(1000, 300, fuelShare), 1e-3 * fuelShare);
    }

    /// kg a kilogram of gas burns in 10 ms with ignition at 900 K.
    private double burntAt(double kelvin, double neighbour, double fuelShare) {
        int i = shape.at(8, 8, 8);
        fields.contents[GasFields.FUEL][i] = (float) fuelShare;
        fields.contents[GasFields.OXYGEN][i] = (float) (Fuel.OXYGEN_IN_AIR * (1 - fuelShare));
        fields.contents[GasFields.ENTHALPY][i] = (float) law.enthalpy(kelvin);
        fields.mass[i] = (float) GasLaw.density(kelvin);
        fields.temperature[shape.at(8, 7, 8)] = (float) neighbour;
        fields.strain[i] = 0;
        double cell = GasLaw.density(kelvin) * VOXEL * VOXEL * VOXEL;
        Burning.Settings s =
                new Burning.Settings(
                        List.of(new Burning.Reaction(fuel, 900, SPREAD, 0, 0)),
                        1e-6,
                        Burning.Unevenness.NONE,
                        0.1,
                        0,
                        0,
                        0,
                        1e5,
                        Burning.Fades.NONE);
        return burn(s, 0.01f).burnt() / cell;
    }

    @Test
    void burnTime_uneven_isThatOfThePlaceAmongAllCells() {
        var uneven = new Burning.Unevenness(3, 0.9, 1.5);
        Burning.Settings s =
                new Burning.Settings(
                        List.of(new Burning.Reaction(fuel, 0, SPREAD, 0, 0)),
                        2,
                        uneven,
                        0.1,
                        0,
                        0,
                        0,
                        9.81,
                        Burning.Fades.NONE);
        double least = 1;
        double most = 0;
        for (int x = 0; x < 40; x += 4) {
            box = new Box(x, 2, -3, shape);
            int i = shape.at(8, 8, 8);
            fields.contents[GasFields.ENTHALPY][i] = 0;
            fields.mass[i] = (float) law.ambientDensity();
            fields.contents[GasFields.FUEL][i] = 0.01f;
            fields.contents[GasFields.OXYGEN][i] = 0.2f;
            double held = 0.01 * law.ambientDensity() * VOXEL * VOXEL * VOXEL;
            double share = burn(s, 0.5f).burnt() / held;
            double time = 2 * uneven.at((x + 8.5) * VOXEL, (2 + 8.5) * VOXEL, (-3 + 8.5) * VOXEL);
            if (time > 1) {
                // Slower than mixing is.
                assertEquals(1 - Math.exp(-0.5 / time), share, 1e-3, "x " + x);
            }
            least = Math.min(least, share);
            most = Math.max(most, share);
        }
        assertTrue(most > 1.3 * least, least + " to " + most);
    }

    @Test
    void cooling_ofASootyBlock_doesNotDependOnTheStep() {
        assertEquals(cooledIn(1), cooledIn(64), 10);
        assertTrue(cooledIn(1) < 1400, "it cools: " + cooledIn(1));
    }

    private double cooledIn(int steps) {
        int i = shape.at(8, 8, 8);
        Burning.Settings s =
                new Burning.Settings(
                        List.of(new Burning.Reaction(fuel, 5000, SPREAD, 0, 0)),
                        1,
                        Burning.Unevenness.NONE,
                        1e9,
                        0,
                        1,
                        0,
                        9.81,
                        Burning.Fades.NONE);
        fields.contents[GasFields.FUEL][i] = 0;
        fields.contents[GasFields.OXYGEN][i] = 0.05f;
        fields.contents[GasFields.ENTHALPY][i] = (float) law.enthalpy(1500);
        for (int k = 0; k < steps; k++) {
            fields.mass[i] = 0.235f;
            fields.contents[GasFields.SOOT][i] = 5e-4f / 0.235f;
            burn(s, 0.05f / steps);
        }
        return law.temperatureOfEnthalpy(fields.contents[GasFields.ENTHALPY][i]);
    }

    /// A front of fractal dimension 7/3: eight times the voxel hides twice the surface.
    @Test
    void wrinkling_ofVoxelsOverTwoCentimetres_growsWithTheCubeRoot() {
        assertEquals(1, Burning.wrinkling(0.005));
        assertEquals(1, Burning.wrinkling(0.02));
        assertEquals(2, Burning.wrinkling(0.16), 1e-7);
        assertEquals(2, Burning.wrinkling(1.6) / Burning.wrinkling(0.2), 1e-7);
    }
}
