package ashfall.validation;

import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.burn.Fuels;
import ashfall.gas.GasLaw;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.List;

/// Heat given in an open box drives out (R/W) Q/(c_p p₀) of air, wherever and however hot the gas
/// that takes it (physics reference, section 2.1).
class EnergyLawTest {
    private static final double SHARE = 0.005;
    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    @Test
    void burning_inAnOpenBox_drivesOutAirByItsHeat() {
        Report report =
                new Report(
                        "energy",
                        "Energy law",
                        """
                        A burner of 50 kW in an open box of 4.8 m, constant specific heat, no turbulence: air driven out in half a second,
                        from the mass that left, against (R/W) Q/(c_p p₀) of the heat that stayed in the gas.\
                        """);
        Shot shot =
                NewShot.make(
                        "burner",
                        List.of(
                                "radius=0.4",
                                "heat=50",
                                "fuel=propane",
                                "temperature=298.15",
                                "air.temperature=298.15",
                                "elements.fire.voxel.work=0.1",
                                "elements.fire.bounds.from=-2.4,0,-2.4",
                                "elements.fire.bounds.to=2.4,4.8,2.4"));
        Element element = shot.elements().get("fire");
        Setup setup = withConstantSpecificHeat(Setup.of(shot, element, Fineness.WORK));
        Simulation s = new Simulation(setup, workers);
        double cell = 1e-3;
        double before = mass(s) * cell;
        for (int frame = 0; frame < 12; frame++) {
            s.advanceFrame(new Cancel());
        }
        double kept = s.ledger().heat() + s.ledger().enthalpyGiven() - s.ledger().radiated();
        double wanted = kept / (setup.law().specificHeat(300) * GasLaw.DENSITY_TEMPERATURE);
        double gone = before + s.ledger().fuelReleased() - mass(s) * cell;
        double measured = gone / setup.law().ambientDensity();
        // The fuel's own mass takes the room of as much air.
        wanted += s.ledger().fuelReleased() / setup.law().ambientDensity();
        boolean holds = report.row("air driven out by 25 kJ", measured, wanted, SHARE, "m³");
        report.write("mvn -Pvalidate -pl engine test -Dtest=EnergyLawTest");
        assertTrue(holds, measured + " m³ instead of " + wanted);
    }

    private static Setup withConstantSpecificHeat(Setup s) {
        return new Setup(
                s.lattice(),
                s.box(),
                s.fit(),
                s.sides(),
                GasLaw.reaching(298.15, Fuels.of("propane").flame(), 1005.001),
                s.oxygenShare(),
                s.wind(),
                s.motion(),
                s.forces(),
                s.burning(),
                s.sources(),
                s.told(),
                s.obstacles(),
                s.draughts(),
                s.rate(),
                s.firstFrame());
    }

    private static double mass(Simulation s) {
        var shape = s.fields().shape();
        double sum = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                    sum += s.fields().mass[i];
                }
            }
        }
        return sum;
    }
}
