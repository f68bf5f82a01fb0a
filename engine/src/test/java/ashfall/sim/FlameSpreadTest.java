package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.burn.Burning;
import ashfall.burn.Fuel;
import ashfall.burn.Fuels;
import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.grid.GridShape;
import ashfall.shot.Air;
import ashfall.shot.Bounds;
import ashfall.shot.Burn;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Gas;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.List;
import java.util.Locale;

/// A flame runs from the closed end of a tube full of propane and air to the open one. The tube is
/// too narrow for wrinkles, so what coarse voxels add for them is taken off.
class FlameSpreadTest {
    private static final double SPREAD = 1;
    private static final double LENGTH = 3.2;
    private final Fuel propane = Fuels.of("propane");
    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    @Test
    void flame_inATube_runsAtTheSameSpeedOnAnyGrid() {
        double coarse = speed(64, 48);
        double fine = speed(128, 48);
        double often = speed(64, 192);
        System.out.printf(
                Locale.ROOT,
                "flame spread 1 m/s: burns in at %.2f m/s, voxel halved %.2f, short steps %.2f%n",
                coarse,
                fine,
                often);
        assertEquals(1, fine / coarse, 0.15);
        // Short steps let the front wrinkle, which lets it run at up to twice the speed.
        for (double found : new double[] {coarse, fine, often}) {
            assertTrue(found > 0.5 * SPREAD && found < 1.5 * SPREAD, "m/s: " + found);
        }
    }

    @Test
    void coldMixture_withoutAnythingHot_doesNotBurn() {
        Simulation s = tube(64, 24, 300);
        s.advanceFrame(new Cancel());
        assertEquals(0, s.ledger().fuelBurnt());
    }

    /// Speed at which unburnt gas goes into the flame, m/s, once it has left the end.
    private double speed(int cells, int framesPerSecond) {
        Simulation s = tube(cells, framesPerSecond, 1600);
        double width = s.fields().shape().ny() * LENGTH / cells;
        double full = s.setup().law().ambientDensity() * fuelShare() * LENGTH * width * width;
        double from = Double.NaN;
        double to = 0;
        for (int frame = 0; frame < 4 * framesPerSecond; frame++) {
            s.advanceFrame(new Cancel());
            double burnt = s.ledger().fuelBurnt() / full;
            if (Double.isNaN(from) && burnt > 0.02) {
                from = s.time();
                to = -burnt;
            } else if (burnt > 0.11) {
                return (burnt + to) * LENGTH / (s.time() - from);
            }
        }
        throw new AssertionError("the flame went out at " + s.ledger().fuelBurnt() / full);
    }

    private double fuelShare() {
        return 1 / (1 + propane.airFuelRatio());
    }

    private Simulation tube(int cells, int framesPerSecond, double kelvinAtTheEnd) {
        double h = LENGTH / cells;
        Element e = Element.bare();
        Element element =
                e.with(e.gas().with(Gas.WORK, h).with(Gas.VORTICITY, 0))
                        .with(
                                e.bounds()
                                        .with(Bounds.FROM, new Vec3(0, 0, 0))
                                        .with(Bounds.TO, new Vec3(LENGTH, 16 * h, 16 * h))
                                        .with(
                                                Bounds.CLOSED,
                                                List.of("west", "bottom", "top", "north", "south")))
                        .with(
                                e.burn()
                                        .with(Burn.FUEL, "propane")
                                        .with(Burn.SPREAD, SPREAD / Burning.wrinkling(h))
                                        .with(Burn.TIME, 0.03)
                                        .with(Burn.RADIATED, 0.0)
                                        .with(Burn.COOLING, 0.0));
        Shot shot = Shot.empty("tube");
        shot =
                shot.with("air", shot.air().with(Air.GRAVITY, 0.0).with(Air.TEMPERATURE, 300.0))
                        .withElement("tube", element);
        shot = Settings.with(shot, List.of("frames.rate=" + framesPerSecond));
        Simulation s = new Simulation(mixing(Setup.of(shot, element, Fineness.WORK)), workers);
        GasFields fields = s.fields();
        GridShape shape = fields.shape();
        float fuel = (float) fuelShare();
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    int i = shape.at(x, y, z);
                    double kelvin = x * h < 0.1 ? kelvinAtTheEnd : 300;
                    fields.contents[GasFields.FUEL][i] = fuel;
                    fields.contents[GasFields.OXYGEN][i] =
                            (float) (Fuel.OXYGEN_IN_AIR * (1 - fuel));
                    fields.contents[GasFields.ENTHALPY][i] =
                            (float) s.setup().law().enthalpy(kelvin);
                    fields.mass[i] = (float) GasLaw.density(kelvin);
                }
            }
        }
        s.restore(0, 0, 0, Ledger.zero());
        return s;
    }

    /// Lit gas mixes as under gravity, though nothing rises.
    private static Setup mixing(Setup s) {
        Burning.Settings b = s.burning();
        return new Setup(
                s.lattice(),
                s.box(),
                s.fit(),
                s.sides(),
                s.law(),
                s.oxygenShare(),
                s.wind(),
                s.motion(),
                s.forces(),
                new Burning.Settings(
                        b.reactions(),
                        b.burnTime(),
                        b.unevenness(),
                        b.sootBurnTime(),
                        b.unburnt(),
                        b.cooling(),
                        b.linear(),
                        9.81,
                        b.fades()),
                s.sources(),
                s.told(),
                s.obstacles(),
                s.draughts(),
                s.rate(),
                s.firstFrame());
    }
}
