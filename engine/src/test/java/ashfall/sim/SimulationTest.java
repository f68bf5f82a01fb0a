package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.grid.Frame;
import ashfall.grid.GridShape;
import ashfall.grid.Seeded;
import ashfall.grid.SparseGrid;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Kept;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

class SimulationTest {
    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    /// Physics reference, V4: a hot sphere at rest feels its added mass. At 1500 K in air of 300 K
    /// 11.2 m/s²; an equation of constant density would give 26 or 5.
    @Test
    void hotSphere_atRest_startsUpwardWithItsAddedMass() {
        int n = 96;
        double edge = 9.6;
        Simulation s = AirBox.cube(edge, n, List.of(), 9.81).simulation(1000, workers);
        GridShape shape = s.fields().shape();
        double radius = 1.2;
        AirBox.warm(
                s,
                (x, y, z) -> {
                    double r = Math.hypot(Math.hypot(x - edge / 2, y - edge / 2), z - edge / 2);
                    double share = Math.clamp((radius - r) * n / edge + 0.5, 0, 1);
                    return 1 / (share / 1500 + (1 - share) / 300);
                });
        s.advanceFrame(new Cancel());
        double momentum = 0;
        double mass = 0;
        for (int z = 0; z < n; z++) {
            for (int y = 0; y < n; y++) {
                for (int x = 0; x < n; x++) {
                    int i = shape.at(x, y, z);
                    if (s.fields().temperature[i] > 1400) {
                        momentum +=
                                0.5
                                        * (s.fields().velocity[1][i]
                                                + s.fields().velocity[1][i + shape.sy()]);
                        mass++;
                    }
                }
            }
        }
        double acceleration = momentum / mass / s.time();
        System.out.printf(Locale.ROOT, "hot sphere: %.2f m/s2, expected 11.2%n", acceleration);
        assertEquals(11.2114, acceleration, 0.1 * 11.2114);
    }

    /// Air in a box that is open but for the ground comes to rest: what it draws in brings no
    /// energy along.
    @Test
    void stirredAir_inAnOpenBox_comesToRest() {
        int n = 32;
        Simulation s = AirBox.cube(3.2, n, List.of("bottom"), 0).simulation(24, workers);
        for (int axis = 0; axis < 3; axis++) {
            float[] u = s.fields().velocity[axis];
            for (int i = 0; i < u.length; i++) {
                u[i] = 8 * Seeded.unit(7, axis, 0, i / 16) - 4;
            }
        }
        s.advanceFrame(new Cancel());
        double before = energy(s.fields(), n);
        for (int frame = 0; frame < 240; frame++) {
            s.advanceFrame(new Cancel());
        }
        double kept = energy(s.fields(), n) / before;
        System.out.printf(Locale.ROOT, "open box: %.4f of the energy after 10 s%n", kept);
        assertTrue(kept < 0.05, "kept " + kept);
    }

    /// Wind blows through an open box without being slowed where it enters.
    @Test
    void wind_throughAnOpenBox_keepsItsSpeed() {
        Shot shot =
                Settings.with(
                        NewShot.make("burner", List.of()),
                        List.of(
                                "air.wind=3,0,0",
                                "elements.fire.sources.pool.on=false",
                                "elements.fire.sources.pilot.on=false"));
        Simulation s =
                new Simulation(Setup.of(shot, shot.element("fire"), Fineness.SKETCH), workers);
        for (int i = 0; i < 24; i++) {
            s.advanceFrame(new Cancel());
        }
        GridShape shape = s.fields().shape();
        for (int x = 0; x <= shape.nx(); x++) {
            int i = shape.at(x, shape.ny() / 2, shape.nz() / 2);
            assertEquals(3, s.fields().velocity[0][i], 0.01);
        }
    }

    private static double energy(GasFields f, int n) {
        double sum = 0;
        for (int z = 0; z < n; z++) {
            for (int y = 0; y < n; y++) {
                for (int x = 0; x < n; x++) {
                    for (float[] u : f.velocity) {
                        sum += (double) u[f.shape().at(x, y, z)] * u[f.shape().at(x, y, z)];
                    }
                }
            }
        }
        return sum;
    }

    /// Heat in an open box drives out `(R/W)Q/(c_p p₀)` m³/s, wherever it is released (physics
    /// reference, section 2.1).
    @Test
    void heat_inAnOpenBox_drivesOutItsVolume() {
        Shot shot =
                Settings.with(
                        NewShot.make("puff", List.of("radius=0.5", "temperature=290")),
                        List.of(
                                "elements.puff.sources.puff.release.volume=0",
                                "elements.puff.sources.puff.release.smoke=0",
                                "elements.puff.sources.puff.release.heat=40",
                                "frames.rate=200"));
        Simulation s =
                new Simulation(Setup.of(shot, shot.element("puff"), Fineness.SKETCH), workers);
        s.advanceFrame(new Cancel());
        double h = s.setup().lattice().voxel();
        double expected =
                40e3
                        * 8.314462618
                        / 0.028965
                        / (s.setup().law().specificHeat(288) * GasLaw.PRESSURE);
        assertEquals(expected, outflow(s.fields()) * h * h, 0.005 * expected);
    }

    /// Gas that starts to expand in the open moves like that around a point source, Q/(4πr²), also
    /// where the sides of the box are near: the outer pressure must not hold it back.
    @Test
    void expansion_inACloseBox_isThatOfOpenAir() {
        Shot shot =
                Settings.with(
                        NewShot.make("puff", List.of("radius=0.5", "temperature=290")),
                        List.of(
                                "elements.puff.sources.puff.release.volume=0",
                                "elements.puff.sources.puff.release.smoke=0",
                                "elements.puff.sources.puff.release.heat=40",
                                "elements.puff.sources.puff.centre=0,0,0",
                                "elements.puff.bounds.from=-1.6,-1.6,-1.6",
                                "elements.puff.bounds.to=1.6,1.6,1.6",
                                "elements.puff.bounds.closed=",
                                "air.gravity=0",
                                "air.turbulence.speed=0",
                                "frames.rate=200"));
        Simulation s = new Simulation(Setup.of(shot, shot.element("puff"), Fineness.WORK), workers);
        s.advanceFrame(new Cancel());
        GridShape shape = s.fields().shape();
        double h = s.setup().lattice().voxel();
        double q = outflow(s.fields()) * h * h;
        int middle = -s.setup().box().x();
        for (int face : new int[] {shape.nx() - 1, shape.nx() - 4}) {
            double r = (face - middle) * h;
            double measured = s.fields().velocity[0][shape.at(face, middle, middle)];
            assertEquals(q / (4 * Math.PI * r * r), measured, 0.06 * measured, "at " + r + " m");
        }
    }

    private static double outflow(GasFields f) {
        GridShape s = f.shape();
        double sum = 0;
        for (int z = 0; z < s.nz(); z++) {
            for (int y = 0; y < s.ny(); y++) {
                sum += f.velocity[0][s.at(s.nx(), y, z)] - f.velocity[0][s.at(0, y, z)];
            }
            for (int x = 0; x < s.nx(); x++) {
                sum += f.velocity[1][s.at(x, s.ny(), z)] - f.velocity[1][s.at(x, 0, z)];
            }
        }
        for (int y = 0; y < s.ny(); y++) {
            for (int x = 0; x < s.nx(); x++) {
                sum += f.velocity[2][s.at(x, y, s.nz())] - f.velocity[2][s.at(x, y, 0)];
            }
        }
        return sum;
    }

    private static Shot smallStore() {
        return Settings.with(
                DemoShots.read("oil-store").shot(), List.of("elements.store.voxel.sketch=0.5"));
    }

    /// The accounts of fuel and heat over a second of fire, the heat from the frames as they are
    /// written.
    @Test
    void ledger_ofAFire_balances() {
        Shot shot = smallStore();
        Simulation s =
                new Simulation(Setup.of(shot, shot.element("store"), Fineness.SKETCH), workers);
        LogEntry last = null;
        double defectPerSecond = 0;
        for (int i = 0; i < 30; i++) {
            double before = last == null ? 0 : last.fuelDefectKg();
            last = s.advanceFrame(new Cancel());
            if (last.fuelLeftKg() > 0.1) {
                defectPerSecond =
                        Math.max(
                                defectPerSecond,
                                (last.fuelDefectKg() - before) * 24 / last.fuelLeftKg());
            }
            assertTrue(last.worstResidual() <= 1e-4, "residual " + last.worstResidual());
            assertTrue(last.worstDivergence() <= 1e-3, "divergence " + last.worstDivergence());
        }
        assertTrue(last.fuelBurntKg() > 1, "it burns: " + last);
        double accounted = last.fuelBurntKg() + last.fuelLeftKg() + last.fuelGoneKg();
        assertEquals(last.fuelReleasedKg(), accounted, 0.005 * last.fuelReleasedKg());
        System.out.printf(
                Locale.ROOT,
                "fuel: %.2e of it a second lost, balance %.2e%n",
                defectPerSecond,
                accounted / last.fuelReleasedKg() - 1);
        assertTrue(defectPerSecond < 0.02, "defect " + defectPerSecond);

        Frame frame =
                Snapshot.of(s, Kept.everything(Set.of("temperature", "flame"), Set.of()), workers);
        // Heat release goes far beyond the largest number of 16 bit, so it keeps its 32.
        double most = 0;
        SparseGrid flame = frame.channels().get("flame");
        for (int i = 0; i < flame.leafCount(); i++) {
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                most = Math.max(most, flame.leaf(i).value(v));
            }
        }
        assertTrue(most > 1e5 && most < 1e10, "W/m³: " + most);
        double held =
                heatIn(
                                frame.channels().get("temperature"),
                                s.setup().law(),
                                s.setup().lattice().voxel())
                        / 1000;
        double net = last.heatKj() - last.radiatedKj() + last.enthalpyGivenKj();
        System.out.printf(
                Locale.ROOT,
                "heat: %.0f kJ net, %.0f held, %.0f gone%n",
                net,
                held,
                last.enthalpyGoneKj());
        assertEquals(net, held + last.enthalpyGoneKj(), 0.03 * net);
    }

    /// ∫ρ(h(T) − h(T∞))dV from the written temperatures, J.
    private static double heatIn(SparseGrid temperature, GasLaw law, double voxel) {
        double sum = 0;
        for (int l = 0; l < temperature.leafCount(); l++) {
            SparseGrid.Leaf leaf = temperature.leaf(l);
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                if (leaf.isActive(v)) {
                    double t = leaf.value(v);
                    sum += GasLaw.density(t) * law.enthalpy(t);
                }
            }
        }
        return sum * voxel * voxel * voxel;
    }

    @Test
    void threads_oneTwoOrThree_giveTheSameBits() {
        float[][] one = state(1);
        float[][] two = state(2);
        float[][] three = state(3);
        for (int k = 0; k < one.length; k++) {
            assertArrayEquals(one[k], two[k]);
            assertArrayEquals(one[k], three[k]);
        }
    }

    private static float[][] state(int threads) {
        try (Workers own = new Workers(threads)) {
            Shot shot =
                    Settings.with(
                            DemoShots.read("oil-store").shot(),
                            List.of("elements.store.voxel.sketch=1"));
            Simulation s =
                    new Simulation(Setup.of(shot, shot.element("store"), Fineness.SKETCH), own);
            for (int i = 0; i < 5; i++) {
                s.advanceFrame(new Cancel());
            }
            GasFields f = s.fields();
            return new float[][] {
                f.contents[0],
                f.contents[1],
                f.contents[2],
                f.contents[3],
                f.mass,
                f.velocity[0],
                f.velocity[1],
                f.velocity[2],
                f.impulse
            };
        }
    }

    /// Shots made from a few numbers catch fire by themselves and burn at the pace they were made
    /// for.
    @Test
    void newShots_ofUsualFuels_catchFire() {
        for (String fuel : List.of("propane", "kerosene")) {
            double kilowatts =
                    burns("burner", "fire", List.of("radius=0.5", "heat=1000", "fuel=" + fuel), 48);
            assertTrue(
                    kilowatts > 400 && kilowatts < 1500,
                    fuel + " burner gives " + kilowatts + " kW");
        }
        assertTrue(burns("fireball", "fireball", List.of("mass=5", "fuel=propane"), 10) > 1e4);
    }

    /// What heats takes no gas above its own temperature, however strong it is.
    @Test
    void igniter_inStillAir_heatsUpToItsTemperature() {
        List<String> settings =
                List.of("radius=0.5", "heat=1000", "elements.fire.sources.pool.on=false");
        Shot shot = NewShot.make("burner", settings);
        Simulation s =
                new Simulation(Setup.of(shot, shot.element("fire"), Fineness.SKETCH), workers);
        double hottest = 0;
        for (int i = 0; i < 12; i++) {
            hottest = Math.max(hottest, s.advanceFrame(new Cancel()).hottestK());
        }
        assertTrue(hottest > 700 && hottest < 1801, hottest + " K");
    }

    private double burns(String kind, String element, List<String> settings, int frames) {
        Shot shot = NewShot.make(kind, settings);
        Simulation s =
                new Simulation(Setup.of(shot, shot.element(element), Fineness.SKETCH), workers);
        double sum = 0;
        for (int i = 0; i < frames; i++) {
            LogEntry entry = s.advanceFrame(new Cancel());
            sum += i < frames - 8 ? 0 : entry.heatReleaseKw() / 8;
        }
        return sum;
    }

    /// Nothing but what a checkpoint holds may decide how a run goes on.
    @Test
    void state_takenUpByAnotherRun_goesOnWithTheSameBits() {
        // Wind takes the gas along a box far longer than it, so that most is left alone.
        Shot shot =
                Settings.with(
                        DemoShots.read("oil-store").shot(),
                        List.of(
                                "air.wind=25,0,0",
                                "elements.store.voxel.sketch=0.25",
                                "elements.store.bounds.follow=[]",
                                "elements.store.bounds.from=-5,0,-4",
                                "elements.store.bounds.to=45,8,4"));
        Setup setup = Setup.of(shot, shot.element("store"), Fineness.SKETCH);
        Simulation first = new Simulation(setup, workers);
        Simulation second = new Simulation(setup, workers);
        for (int frame = 0; frame < 40; frame++) {
            first.advanceFrame(new Cancel());
            if (frame % 10 == 9) {
                second.clear(first.box(), first.time());
                List<float[]> from = state(first.fields());
                List<float[]> to = state(second.fields());
                for (int i = 0; i < from.size(); i++) {
                    System.arraycopy(from.get(i), 0, to.get(i), 0, from.get(i).length);
                }
                second.restore(first.frame(), first.time(), first.stepBefore(), first.ledger());
            } else if (frame > 9 && frame % 10 < 2) {
                second.advanceFrame(new Cancel());
                for (int i = 0; i < state(first.fields()).size(); i++) {
                    assertArrayEquals(
                            state(first.fields()).get(i),
                            state(second.fields()).get(i),
                            "array " + i + " in frame " + frame);
                }
            }
        }
    }

    private static List<float[]> state(GasFields f) {
        List<float[]> all = new ArrayList<>(List.of(f.contents));
        all.addAll(List.of(f.velocity));
        all.addAll(List.of(f.mass, f.impulse, f.impulseBefore, f.flame));
        return all;
    }

    @Test
    void blowUp_stopsTheRun_withFramePlaceAndCause() {
        Simulation s = AirBox.cube(3.2, 16, List.of("bottom"), 9.81).simulation(24, workers);
        s.fields().velocity[1][s.fields().shape().at(4, 9, 2)] = Float.NaN;
        String message =
                assertThrows(DivergedException.class, () -> s.advanceFrame(new Cancel()))
                        .getMessage();
        assertTrue(message.contains("frame 1 at 0.90, 1.90, 0.50 m"), message);
        assertTrue(message.contains("likely cause"), message);
    }

    @Test
    void memory_ofARun_staysWithinThePlan() {
        memory(smallStore());
        memory(Settings.with(smallStore(), List.of("elements.store.sources.oil.burns=petrol")));
    }

    private void memory(Shot shot) {
        Setup setup = Setup.of(shot, shot.element("store"), Fineness.SKETCH);
        Simulation s = new Simulation(setup, workers);
        for (int i = 0; i < 4; i++) {
            s.advanceFrame(new Cancel());
        }
        // The pool's arrays, and a seventh of five more of the pressure's coarser levels.
        double arrays = s.fieldsMade() + 5 / 7.0;
        Setup.Plan plan = Setup.plan(shot, shot.element("store"), Fineness.SKETCH);
        assertTrue(4 * arrays * plan.cells() <= plan.memoryBytes(), arrays + " arrays");
    }
}
