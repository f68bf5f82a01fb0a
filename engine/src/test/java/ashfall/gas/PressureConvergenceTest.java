package ashfall.gas;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.Random;

class PressureConvergenceTest {
    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    /// p = cos πx cos πy cos πz in a closed unit box, β = 1: the error must fall with h².
    @Test
    void solve_cosineInClosedBox_isSecondOrder() {
        assertEquals(2.0, Math.log(cosineError(16) / cosineError(32)) / Math.log(2), 0.05);
    }

    private double cosineError(int n) {
        GridShape s = new GridShape(n, n, n);
        Pressure pressure = new Pressure(s, new FieldPool(s), workers);
        fillCoefficients(pressure.coefficients(), s, 1);
        pressure.prepare();
        double h = 1.0 / n;
        float[] b = new float[s.size()];
        for (int z = 0; z < n; z++) {
            for (int y = 0; y < n; y++) {
                for (int x = 0; x < n; x++) {
                    b[s.at(x, y, z)] =
                            (float) (3 * Math.PI * Math.PI * cosines(x, y, z, h) * h * h);
                }
            }
        }
        float[] p = new float[s.size()];
        var report = pressure.solve(p, b, 1e-6, 1e9, true);
        assertTrue(report.converged(), report.toString());
        double mean = 0;
        for (int z = 0; z < n; z++) {
            for (int y = 0; y < n; y++) {
                for (int x = 0; x < n; x++) {
                    mean += p[s.at(x, y, z)] / s.cells();
                }
            }
        }
        double worst = 0;
        for (int z = 0; z < n; z++) {
            for (int y = 0; y < n; y++) {
                for (int x = 0; x < n; x++) {
                    worst =
                            Math.max(
                                    worst, Math.abs(p[s.at(x, y, z)] - mean - cosines(x, y, z, h)));
                }
            }
        }
        return worst;
    }

    private static double cosines(int x, int y, int z, double h) {
        return Math.cos(Math.PI * (x + 0.5) * h)
                * Math.cos(Math.PI * (y + 0.5) * h)
                * Math.cos(Math.PI * (z + 0.5) * h);
    }

    /// Faces between cells carry 1; those in a ball an eighth of the density, so eight times the
    /// coefficient.
    private static void fillCoefficients(float[][] beta, GridShape s, float inside) {
        for (int axis = 0; axis < 3; axis++) {
            for (int z = 0; z < s.nz(); z++) {
                for (int y = 0; y < s.ny(); y++) {
                    for (int x = 0; x < s.nx(); x++) {
                        int along = axis == 0 ? x : axis == 1 ? y : z;
                        double dx = (x + 0.5) / s.nx() - 0.5;
                        double dy = (y + 0.5) / s.ny() - 0.5;
                        double dz = (z + 0.5) / s.nz() - 0.5;
                        boolean hot = dx * dx + dy * dy + dz * dz < 0.06;
                        beta[axis][s.at(x, y, z)] = along == 0 ? 0 : hot ? inside : 1;
                    }
                }
            }
        }
    }

    /// Random right side, densities eight to one with a sharp edge: few iterations, and no more of
    /// them on a finer grid.
    @Test
    void solve_densityRatioOfEight_convergesAlikeOnFineAndCoarse() {
        int coarse = iterations(32);
        int fine = iterations(96);
        assertTrue(coarse <= 14 && fine <= 14, coarse + " and " + fine);
        assertEquals(coarse, fine, 3);
    }

    private int iterations(int n) {
        GridShape s = new GridShape(n, n, n);
        Pressure pressure = new Pressure(s, new FieldPool(s), workers);
        fillCoefficients(pressure.coefficients(), s, 8);
        pressure.prepare();
        Random random = new Random(5);
        float[] b = new float[s.size()];
        for (int i = 0; i < b.length; i++) {
            b[i] = random.nextFloat() - 0.5f;
        }
        var report = pressure.solve(new float[s.size()], b, 1e-4, 1e9, true);
        assertTrue(report.converged(), report.toString());
        return report.iterations();
    }

    /// A solid ball goes through the box a voxel and a third at a time, with new noise each time
    /// and the last solution as the first guess.
    @Test
    void solve_aroundAMovingBall_takesAboutAsLongOnFinerGrids() {
        int coarse = worstAroundAMovingBall(32);
        int fine = worstAroundAMovingBall(128);
        assertTrue(fine <= coarse + 2, coarse + " and " + fine);
    }

    private int worstAroundAMovingBall(int n) {
        GridShape s = new GridShape(n, n, n);
        Pressure pressure = new Pressure(s, new FieldPool(s), workers);
        Random random = new Random(3);
        float[] b = new float[s.size()];
        float[] p = new float[s.size()];
        int worst = 0;
        for (int step = 0; step < 5; step++) {
            double moved = step * 4 / 3.0 / n;
            for (int z = 0; z <= n; z++) {
                for (int y = 0; y <= n; y++) {
                    for (int x = 0; x <= n; x++) {
                        int i = s.at(x, y, z);
                        boolean solid = inBall(x, y, z, n, moved);
                        pressure.coefficients()[0][i] = open(solid, x - 1, y, z, n, moved);
                        pressure.coefficients()[1][i] = open(solid, x, y - 1, z, n, moved);
                        pressure.coefficients()[2][i] = open(solid, x, y, z - 1, n, moved);
                        boolean inside = x < n && y < n && z < n;
                        b[i] = solid || !inside ? 0 : random.nextFloat() - 0.5f;
                    }
                }
            }
            pressure.prepare();
            var report = pressure.solve(p, b, 1e-4, 1e9, false);
            assertTrue(report.converged(), report.toString());
            worst = Math.max(worst, report.iterations());
        }
        System.out.println("around a moving ball, " + n + " cells: " + worst + " iterations");
        return worst;
    }

    private static float open(boolean solid, int x, int y, int z, int n, double moved) {
        return solid || inBall(x, y, z, n, moved) ? 0 : 1;
    }

    private static boolean inBall(int x, int y, int z, int n, double moved) {
        double dx = (x + 0.5) / n - 0.4 - moved;
        double dy = (y + 0.5) / n - 0.5;
        double dz = (z + 0.5) / n - 0.45;
        return dx * dx + dy * dy + dz * dz < 0.04;
    }
}
