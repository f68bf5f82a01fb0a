package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Shot;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;

/// A blast in an arch that is open at one end leaves by that end.
class KilnTest {
    private static final int FRAMES = 12;

    /// Ends and inner radius of the arch, m; it lies along x.
    private static final double BACK = -2.05;

    private static final double MOUTH = 2.2;
    private static final double INNER = 1.15;
    private static final double AXIS = 1.7;

    @Test
    void blast_inTheArch_leavesByItsMouth() {
        try (Workers workers = new Workers(2)) {
            Shot shot = DemoShots.read("lime-kiln").shot();
            Simulation s =
                    new Simulation(Setup.of(shot, shot.element("draw"), Fineness.SKETCH), workers);
            LogEntry entry = null;
            for (int k = 0; k < FRAMES; k++) {
                entry = s.advanceFrame(new Cancel());
            }
            assertTrue(entry.heatReleaseKw() > 20_000, entry.toString());
            double[] smoke = new double[3];
            double east = smoke(s, smoke);
            double all = smoke[0] + smoke[1] + smoke[2];
            assertEquals(0, smoke[2], 1e-3 * all, "through the stone");
            assertTrue(smoke[1] > 0.3 * all, "out of the mouth");
            assertTrue(smoke[0] > 0.05 * all, "still within");
            assertTrue(east > 5, "a jet, " + east + " m");
        }
    }

    /// Adds up soot within the arch, in the open and anywhere else west of the mouth; gives how far
    /// east there is any, m.
    private static double smoke(Simulation s, double[] sums) {
        GasFields f = s.fields();
        GridShape shape = f.shape();
        Lattice lattice = s.setup().lattice();
        double h = lattice.voxel();
        double east = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    int i = shape.at(x, y, z);
                    double soot = f.contents[GasFields.SOOT][i] * f.mass[i];
                    double wx = lattice.centre(0, s.box().x() + x);
                    double wy = lattice.centre(1, s.box().y() + y) - AXIS;
                    double wz = lattice.centre(2, s.box().z() + z);
                    // A cell that the stone's surface cuts holds gas in its open part.
                    boolean within =
                            wx > BACK - h && wx < MOUTH && Math.hypot(wy, wz) < INNER + 0.87 * h;
                    sums[within ? 0 : wx >= MOUTH - 0.5 * h ? 1 : 2] += soot;
                    east = soot > 1e-6 ? Math.max(east, wx) : east;
                }
            }
        }
        return east;
    }
}
