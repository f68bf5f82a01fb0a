package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.burn.Burning;
import ashfall.burn.Fuel;
import ashfall.gas.GasFields;
import ashfall.shot.Burn;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Item;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.List;

/// Dials of what burns and of where it comes from.
class BurnDialsTest {
    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private Simulation simulation(Shot shot) {
        Element element = shot.elements().values().iterator().next();
        return new Simulation(Setup.of(shot, element, Fineness.SKETCH), workers);
    }

    private static LogEntry run(Simulation s, int frames) {
        LogEntry last = null;
        for (int i = 0; i < frames; i++) {
            last = s.advanceFrame(new Cancel());
        }
        return last;
    }

    @Test
    void flicker_swellsAroundTheCurve_andKeepsItsMean() {
        Shot shot =
                Settings.with(
                        NewShot.make("burner", List.of()),
                        List.of(
                                "elements.fire.sources.pool.flicker.amount=0.8",
                                "elements.fire.sources.pool.flicker.every=0.2"));
        Simulation s = simulation(shot);
        SourceSettings pool =
                s.setup().sources().stream().filter(p -> p.name().equals("pool")).findFirst().get();
        double mean = 0;
        double least = 9;
        double most = 0;
        for (int k = 0; k < 4000; k++) {
            double swell = pool.swell(0.01 * k);
            mean += swell / 4000;
            least = Math.min(least, swell);
            most = Math.max(most, swell);
        }
        assertEquals(1, mean, 0.05);
        assertTrue(least < 0.4 && most > 1.6, least + " to " + most);
    }

    @Test
    void airGivenAlong_letsFuelBurnWhereItIs() {
        double[] burnt = new double[2];
        for (int k = 0; k < 2; k++) {
            Simulation s =
                    simulation(
                            Settings.with(
                                    NewShot.make("burner", List.of()),
                                    List.of("elements.fire.sources.pool.release.air=" + k)));
            LogEntry last = run(s, 12);
            assertEquals(last.fuelReleasedKg(), last.fuelBurntKg() + last.fuelLeftKg(), 1e-4);
            burnt[k] = last.fuelBurntKg() / last.fuelReleasedKg();
        }
        assertTrue(burnt[1] > 1.1 * burnt[0], burnt[0] + " of it burnt alone, " + burnt[1]);
    }

    @Test
    void burnTime_uneven_isThatTimeInTheMean_andLastsLongerHereThanThere() {
        Simulation s =
                simulation(
                        Settings.with(
                                NewShot.make("burner", List.of()),
                                List.of("elements.fire.burn.time.uneven=0.8")));
        Burning.Unevenness uneven = s.setup().burning().unevenness();
        double mean = 0;
        double least = 9;
        double most = 0;
        for (int k = 0; k < 8000; k++) {
            double factor = uneven.at(0.13 * (k % 20), 0.13 * (k / 20 % 20), 0.13 * (k / 400));
            mean += factor / 8000;
            least = Math.min(least, factor);
            most = Math.max(most, factor);
        }
        assertEquals(1, mean, 0.1);
        assertTrue(least < 0.4 && most > 1.6, least + " to " + most);
        assertEquals(1, Burning.Unevenness.NONE.at(3, 4, 5));
    }

    @Test
    void fuelsOwnValues_canBeSet_andAreRefusedWhereTheyDoNotFit() {
        Shot shot =
                NewShot.make(
                        "fireball",
                        List.of("mass=1", "elements.fireball.burn.heat=21.6", "fuel=kerosene"));
        Fuel fuel = Burn.fuel(shot.element("fireball").burn());
        assertEquals(21.6e6, fuel.heat());
        assertEquals(14.8, fuel.airFuelRatio());
        assertEquals(298.15 + (2264 - 298.15) / 2, fuel.flame(), 1e-6, "half the heat");
        assertEquals(
                "burn.flame: 43.2 MJ of heat in 61.0 kg of gas make no more than 807 K; a flame"
                        + " needs 1000 K, so set more heat or less air",
                assertThrows(
                                ShotException.class,
                                () ->
                                        Burn.fuel(
                                                shot.element("fireball")
                                                        .burn()
                                                        .with(Burn.HEAT, 43.2)
                                                        .with(Burn.AIR, 60.0)))
                        .getMessage());
        var refused =
                assertThrows(
                        ShotException.class,
                        () ->
                                simulation(
                                        Settings.with(
                                                shot,
                                                List.of("elements.fireball.burn.flame=2000"))));
        assertEquals(
                "burn.flame: 21.6 MJ of heat in 15.8 kg of gas cannot make a flame of 2000 K, only"
                        + " of less than 1658 K",
                refused.getMessage());
    }

    @Test
    void sources_ofDifferentFuels_burnSideBySide() {
        Shot shot =
                Settings.with(
                        NewShot.make("burner", List.of("fuel=propane", "heat=1000")),
                        List.of("elements.fire.sources.pool.burns=ethanol"));
        Simulation s = simulation(shot);
        assertEquals(2, s.setup().burning().reactions().size());
        LogEntry last = run(s, 12);
        assertEquals(last.fuelReleasedKg(), last.fuelBurntKg() + last.fuelLeftKg(), 1e-4);
        double perKilogram = 1e-3 * last.heatKj() / last.fuelBurntKg();
        assertEquals(26.8, perKilogram, 0.03 * 26.8, "MJ/kg of ethanol, little of it soot");
    }

    @Test
    void fuels_moreThanThree_areRefusedByName() {
        Element fire = NewShot.make("burner", List.of("fuel=propane")).elements().get("fire");
        for (String key : List.of("ethanol", "petrol", "tnt")) {
            fire = fire.withSource(key, Item.of(Source.BURNER).with(Source.BURNS, key));
        }
        Element four = fire;
        String why = assertThrows(ShotException.class, () -> Burn.fuels(four)).getMessage();
        assertTrue(why.contains("propane, ethanol, petrol, tnt"), why);
    }

    @Test
    void fuelWithoutHeat_staysUnburnt_untilItIsLit() {
        Shot shot =
                Settings.with(
                        NewShot.make("burner", List.of()),
                        List.of(
                                "elements.fire.sources.pilot.release.heat={\"curve\":[[0.25,0],[0.26,400],[1,400]]}"));
        Simulation s = simulation(shot);
        assertEquals(0, run(s, 6).heatReleaseKw());
        double after = run(s, 6).heatReleaseKw();
        assertTrue(after > 10, after + " kW");
    }

    @Test
    void keptFuelAndHeat_stayAtTheirValues_andAreBooked() {
        Shot shot =
                Settings.with(
                        NewShot.make("burner", List.of("fuel=ethanol")),
                        List.of(
                                "elements.fire.sources.pool.release.fuel=0",
                                "elements.fire.sources.pool.uneven=0",
                                "elements.fire.sources.pool.keep.fuel=0.4",
                                "elements.fire.sources.pilot.release.heat=0",
                                "elements.fire.sources.pilot.keep.temperature=1400"));
        Simulation s = simulation(shot);
        LogEntry last = null;
        double burnt = 0;
        for (int frame = 0; frame < 12; frame++) {
            last = s.advanceFrame(new Cancel());
            double more = last.fuelBurntKg();
            assertTrue(frame < 2 || more > burnt, "frame " + frame + " burns");
            burnt = more;
        }
        assertTrue(last.fuelReleasedKg() > last.fuelBurntKg(), last.fuelReleasedKg() + " kg given");
        assertEquals(last.fuelReleasedKg(), last.fuelBurntKg() + last.fuelLeftKg(), 1e-4);
        assertEquals(0, last.enthalpyDefectKj(), 1e-3 * last.enthalpyGivenKj());
        assertTrue(last.hottestK() >= 1399, last.hottestK() + " K");
        float richest = 0;
        for (float share : s.fields().contents[GasFields.FUEL]) {
            richest = Math.max(richest, share);
        }
        assertTrue(
                richest > 0.2 && richest <= 0.4001, "at most " + richest + " of the gas is fuel");
    }
}
