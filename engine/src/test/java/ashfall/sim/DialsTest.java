package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.grid.GridShape;
import ashfall.shot.DemoShots;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.ArrayList;
import java.util.List;

/// Each dial does what it says, in the unit it says.
class DialsTest {
    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    /// A puff of smoke, given within 0.2 s.
    private Simulation puff(double kelvin, String... settings) {
        List<String> all =
                new ArrayList<>(
                        List.of(
                                "radius=0.5",
                                "temperature=" + kelvin,
                                "air.turbulence.speed=0",
                                "elements.puff.voxel.sketch=0.17",
                                "elements.puff.bounds.follow=[]"));
        all.addAll(List.of(settings));
        return simulation(NewShot.make("puff", all));
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

    /// Mean height of the smoke, m.
    private static double smokeHeight(Simulation s) {
        GasFields f = s.fields();
        GridShape shape = f.shape();
        double sum = 0;
        double weight = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                    double smoke = f.contents[GasFields.SOOT][i] * f.mass[i];
                    sum += smoke * (y + 0.5);
                    weight += smoke;
                }
            }
        }
        return (s.box().y() + sum / weight) * s.setup().lattice().voxel();
    }

    @Test
    void lift_timesItself_raisesHotSmokeAccordingly() {
        double[] risen = new double[3];
        for (int lift = 0; lift < 3; lift++) {
            Simulation s = puff(600, "elements.puff.lift=" + lift);
            run(s, 10);
            risen[lift] = smokeHeight(s);
        }
        assertEquals(1.5, risen[0], 0.02, "without lift it stays where it was given");
        assertTrue(risen[1] > risen[0] + 0.07, risen[1] + " m");
        double ratio = (risen[2] - risen[0]) / (risen[1] - risen[0]);
        assertEquals(2, ratio, 0.35, "twice the lift");
    }

    @Test
    void smokeWeight_sinksOrFloatsColdSmoke() {
        double real = height("elements.puff.smoke.weight=1");
        double heavy = height("elements.puff.smoke.weight=400");
        double light = height("elements.puff.smoke.weight=-400");
        assertEquals(1.5, real, 0.05);
        assertTrue(heavy < real - 0.2, "it sinks to " + heavy);
        assertTrue(light > real + 0.2, "it floats to " + light);
    }

    private double height(String setting) {
        Simulation s = puff(288, setting);
        run(s, 24);
        return smokeHeight(s);
    }

    @ParameterizedTest
    @CsvSource({"smoke", "heat"})
    void fade_halvesInItsTime_andTheLedgerSaysSo(String what) {
        Simulation s = puff(400, "elements.puff.fade." + what + "=0.5", "air.gravity=0");
        LogEntry before = run(s, 12);
        LogEntry after = run(s, 12);
        if (what.equals("smoke")) {
            assertEquals(0.5, after.smokeKg() / before.smokeKg(), 0.002);
            assertEquals(
                    before.smokeKg() - after.smokeKg(),
                    after.sootGoneKg() - before.sootGoneKg(),
                    1e-6);
        } else {
            assertEquals(0.5, after.enthalpyLeftKj() / before.enthalpyLeftKj(), 0.02);
            assertEquals(0, after.enthalpyDefectKj(), 1e-3 * after.enthalpyGivenKj());
        }
    }

    @Test
    void fadeOfFuel_takesItAwayUnburnt() {
        Simulation s =
                store(
                        "elements.store.fade.fuel=0.25",
                        "elements.store.sources.spark.on=false",
                        "elements.store.sources.oil.release.fuel={\"curve\": [[0, 1], [0.1, 0]]}");
        LogEntry before = run(s, 6);
        LogEntry after = run(s, 6);
        assertEquals(0, after.fuelBurntKg());
        assertEquals(0.5, after.fuelLeftKg() / before.fuelLeftKg(), 0.01);
        assertEquals(0, after.fuelDefectKg(), 1e-4 * after.fuelReleasedKg());
    }

    @Test
    void fadeOfSpeed_takesHalfOfItInItsTime() {
        double kept = whirl("elements.puff.fade.speed=0.5") / whirl("elements.puff.steps=1");
        assertEquals(0.5, kept, 0.05);
    }

    /// Largest speed of a sideways jet after half a second.
    private double whirl(String setting) {
        Simulation s =
                puff(
                        288,
                        setting,
                        "elements.puff.sources.puff.on=false",
                        "air.gravity=0",
                        "elements.puff.vorticity=0");
        GridShape shape = s.fields().shape();
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                double wave = Math.cos(Math.PI * (y + 0.5) / shape.ny());
                for (int x = 0; x <= shape.nx(); x++) {
                    s.fields().velocity[0][shape.at(x, y, z)] = 0;
                    s.fields().velocity[2][shape.at(x, y, z)] = 0;
                    s.fields().velocity[0][shape.at(x, y, z)] = (float) (0.1 * wave);
                }
            }
        }
        return run(s, 12).peakSpeedMs();
    }

    @Test
    void gusts_moveTheAirAsTheWindDoes() {
        Simulation s =
                puff(
                        288,
                        "elements.puff.sources.puff.on=false",
                        "air.wind=2,0,0",
                        "air.gusts.speed=1.5",
                        "air.gusts.every=1");
        GridShape shape = s.fields().shape();
        int middle = shape.at(shape.nx() / 2, shape.ny() / 2, shape.nz() / 2);
        double least = 99;
        double most = -99;
        for (int frame = 0; frame < 60; frame++) {
            s.advanceFrame(new Cancel());
            float[] wind = s.setup().wind().at(s.time());
            assertEquals(wind[0], s.fields().velocity[0][middle], 0.1);
            assertEquals(wind[2], s.fields().velocity[2][middle], 0.1);
            least = Math.min(least, wind[0]);
            most = Math.max(most, wind[0]);
        }
        assertTrue(least < 1.4 && most > 2.6, "gusts from " + least + " to " + most + " m/s");
    }

    /// A sheared wind is a steady flow: what is blown in at each height goes through and out.
    @Test
    void windThatGrowsWithHeight_keepsItsProfile_andGustsWithIt() {
        Simulation s =
                puff(
                        288,
                        "elements.puff.sources.puff.on=false",
                        "air.wind=2,0,-1",
                        "air.profile.power=0.25",
                        "air.profile.height=10",
                        "air.gusts.speed=1",
                        "air.gusts.every=1");
        GridShape shape = s.fields().shape();
        double h = s.setup().lattice().voxel();
        for (int frame = 0; frame < 40; frame++) {
            s.advanceFrame(new Cancel());
        }
        float[] wind = s.setup().wind().at(s.time());
        for (int y = 0; y < shape.ny(); y++) {
            double share = Math.pow((y + 0.5) * h / 10, 0.25);
            int i = shape.at(shape.nx() / 2, y, shape.nz() / 2);
            assertEquals(share * wind[0], s.fields().velocity[0][i], 0.1, "layer " + y);
            assertEquals(share * wind[2], s.fields().velocity[2][i], 0.1, "layer " + y);
        }
    }

    private Simulation store(String... settings) {
        List<String> all = new ArrayList<>(List.of(settings));
        all.add("elements.store.voxel.sketch=0.5");
        return simulation(Settings.with(DemoShots.read("oil-store").shot(), all));
    }

    @Test
    void pressure_roughCloseOrExact_keepsVolumesAsWellAsItSays() {
        double[] bounds = {1e-2, 1e-4, 1e-5};
        int[] iterations = new int[3];
        for (int k = 0; k < 3; k++) {
            Simulation s =
                    store("elements.store.pressure=" + List.of("rough", "close", "exact").get(k));
            for (int frame = 0; frame < 6; frame++) {
                LogEntry e = s.advanceFrame(new Cancel());
                assertTrue(e.worstResidual() <= bounds[k], e.worstResidual() + " at " + k);
                iterations[k] += e.pressureIterations();
            }
        }
        assertTrue(iterations[0] < iterations[1] && iterations[1] < iterations[2]);
    }

    @Test
    void steps_atLeast_areTaken() {
        assertEquals(1, run(puff(288, "elements.puff.steps=1"), 8).substeps());
        assertTrue(run(puff(288, "elements.puff.steps=5"), 8).substeps() >= 5);
    }

    @Test
    void unburntShare_takesItsShareOfTheHeat() {
        LogEntry all = run(store("elements.store.burn.soot.yield=0"), 8);
        LogEntry most =
                run(
                        store(
                                "elements.store.burn.soot.yield=0",
                                "elements.store.burn.unburnt=0.4"),
                        8);
        double share = (most.heatKj() / most.fuelBurntKg()) / (all.heatKj() / all.fuelBurntKg());
        assertEquals(0.6, share, 1e-3);
    }

    @Test
    void coolingEachSecond_takesKelvins() {
        double warm = run(puff(600, "air.gravity=0"), 24).hottestK();
        double cool =
                run(puff(600, "air.gravity=0", "elements.puff.burn.cools=100"), 24).hottestK();
        assertEquals(100, warm - cool, 20);
    }

    @Test
    void eddies_inSmoke_stirColdSmoke_butInHeatTheyDoNot() {
        String stir = "air.turbulence.speed=3";
        double heat = run(puff(288, stir, "air.turbulence.in=heat"), 24).peakSpeedMs();
        double smoke = run(puff(288, stir, "air.turbulence.in=smoke"), 24).peakSpeedMs();
        assertTrue(smoke > 3 * heat, smoke + " against " + heat + " m/s");
    }

    @Test
    void eddies_overTime_actWhenTheCurveSays() {
        String late = "air.turbulence.speed={\"curve\": [[0.5, 0], [0.6, 3]]}";
        Simulation s = puff(288, late, "air.turbulence.in=smoke");
        double before = run(s, 11).peakSpeedMs();
        double after = run(s, 13).peakSpeedMs();
        assertTrue(after > 2 * before, after + " after " + before + " m/s");
    }

    /// A second at twice the pace is two seconds; what a source gives each second goes by the gas.
    @Test
    void timeScale_lastsForTheGas() {
        Simulation real = puff(600);
        run(real, 42);
        Simulation ramped =
                puff(600, "elements.puff.timescale={\"curve\": [[0.25, 1], [0.26, 2], [9, 2]]}");
        LogEntry last = run(ramped, 24);
        assertEquals(2.0 / 24, last.gasSeconds(), 1e-9);
        double gas = 1.0 + 0.75 - 0.005;
        assertEquals(42.0 / 24, gas, 0.01, "both are as old");
        double risen = smokeHeight(real) - 1.5;
        assertEquals(risen, smokeHeight(ramped) - 1.5, 0.04 * risen);

        Simulation slow = puff(600, "elements.puff.timescale=0.5");
        run(slow, 10);
        Simulation fast = puff(600);
        run(fast, 10);
        assertEquals(
                0.5 * fast.ledger().smokeReleased(),
                slow.ledger().smokeReleased(),
                1e-4 * fast.ledger().smokeReleased());
    }

    /// Mean square of the smoke's density over the square of its mean: what blurring lowers.
    private static double contrast(Simulation s) {
        GasFields f = s.fields();
        double sum = 0;
        double squares = 0;
        for (int i = 0; i < f.mass.length; i++) {
            double smoke = f.contents[GasFields.SOOT][i] * f.mass[i];
            sum += smoke;
            squares += smoke * smoke;
        }
        return squares / (sum * sum);
    }

    @Test
    void soft_blursWhatItNames() {
        double[] contrast = new double[3];
        String[] settings = {
            "elements.puff.soft=[]",
            "elements.puff.soft=[\"smoke\"]",
            "elements.puff.soft=[\"speed\"]"
        };
        for (int k = 0; k < 3; k++) {
            Simulation s = puff(600, settings[k], "air.wind=3,0,0");
            run(s, 16);
            contrast[k] = contrast(s);
        }
        assertTrue(contrast[1] < 0.8 * contrast[0], "smoke: " + contrast[1] / contrast[0]);
        assertTrue(contrast[2] > contrast[1], "soft speeds blur smoke less than soft smoke does");
    }

    /// A ball of smoke that diffuses for t widens like a Gaussian: its variance by 2 D t an axis,
    /// with a D that grows as T^1.75.
    @ParameterizedTest
    @ValueSource(doubles = {293, 350})
    void diffusion_widensAsItsCoefficientSays(double kelvin) {
        double[] width = new double[2];
        double set = 0.05;
        double diffusivity = set * Math.pow(kelvin / 293, 1.75);
        for (int k = 0; k < 2; k++) {
            Simulation s =
                    puff(
                            kelvin,
                            "air.temperature=" + kelvin,
                            "elements.puff.diffusion=" + k * set,
                            "elements.puff.sources.puff.release.volume=0.001",
                            "air.gravity=0");
            run(s, 24);
            width[k] = variance(s);
        }
        double seconds = 24.0 / 24 - 0.1;
        assertEquals(2 * diffusivity * seconds, width[1] - width[0], 0.15 * diffusivity * seconds);
    }

    /// Of the smoke along z, m².
    private static double variance(Simulation s) {
        GasFields f = s.fields();
        GridShape shape = f.shape();
        double[] moments = new double[3];
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                    double smoke = f.contents[GasFields.SOOT][i] * f.mass[i];
                    moments[0] += smoke;
                    moments[1] += smoke * z;
                    moments[2] += smoke * z * z;
                }
            }
        }
        double mean = moments[1] / moments[0];
        double h = s.setup().lattice().voxel();
        return (moments[2] / moments[0] - mean * mean) * h * h;
    }

    @Test
    void steps_goByTheirCurve_andNoFurtherThanTheMost() {
        Simulation s = puff(300, "elements.puff.steps={\"curve\":[[0,6],[0.2,6],[0.21,2],[1,2]]}");
        assertEquals(6, run(s, 1).substeps());
        assertEquals(2, run(s, 6).substeps());
        String wind = "air.wind=40,0,0";
        assertEquals(4, run(puff(300, wind), 2).substeps());
        assertEquals(2, run(puff(300, wind, "elements.puff.steps.most=2"), 2).substeps());
    }
}
