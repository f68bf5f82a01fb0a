package ashfall.gas;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.util.Arrays;

class MoleculesTest {
    private static final double VOXEL = 0.01;
    private static final int N = 32;

    private final Workers workers = new Workers(2);
    private final GridShape shape = new GridShape(N, N, N);
    private final FieldPool pool = new FieldPool(shape);
    private final float[][] velocity = new float[3][shape.size()];
    private final float[][] inverseDensity = new float[3][shape.size()];

    @AfterEach
    void close() {
        workers.close();
    }

    /// u = cos(ky): layers that slide over each other, flat at the sides.
    private void slide(double kelvin) {
        for (float[] beta : inverseDensity) {
            Arrays.fill(beta, (float) (kelvin / GasLaw.DENSITY_TEMPERATURE));
        }
        for (int z = 0; z < N; z++) {
            for (int y = 0; y < N; y++) {
                for (int x = 0; x <= N; x++) {
                    velocity[0][shape.at(x, y, z)] = (float) Math.cos(Math.PI * (y + 0.5) / N);
                }
            }
        }
    }

    private void thicken(double viscosity, double seconds, double kelvin) {
        Molecules.thicken(
                velocity, inverseDensity, viscosity, VOXEL, seconds, kelvin, shape, pool, workers);
    }

    /// Layers slow each other down by e^(−νk²t), with a ν that grows as T^1.75, in few long steps
    /// as in many short ones.
    @ParameterizedTest
    @CsvSource({"293, 40", "1600, 40", "1600, 8"})
    void thicken_slidingLayers_decayAsTheViscositySays(double kelvin, int steps) {
        double viscosity = 1.5e-5;
        double seconds = 0.4;
        slide(kelvin);
        for (int i = 0; i < steps; i++) {
            thicken(viscosity, seconds / steps, kelvin);
        }
        double k = Math.PI / (N * VOXEL);
        double hot = viscosity * Math.pow(kelvin / 293, 1.75);
        double left = Math.exp(-hot * k * k * seconds);
        for (int y : new int[] {0, 5, 31}) {
            double wanted = left * Math.cos(Math.PI * (y + 0.5) / N);
            // Far enough from the open sides, which keep their speed.
            double found = velocity[0][shape.at(N / 2, y, N / 2)];
            assertEquals(wanted, found, 0.02 * (1 - left) + 1e-5);
        }
    }

    @Test
    void thicken_anyViscosity_staysBoundedAndKeepsEvenFlow() {
        slide(3000);
        Arrays.fill(velocity[1], 2f);
        thicken(100, 0.04, 3000);
        for (int y = 0; y < N; y++) {
            float u = velocity[0][shape.at(7, y, 9)];
            assertTrue(Math.abs(u) <= 1, "at " + y + ": " + u);
            assertEquals(2f, velocity[1][shape.at(7, y, 9)], 1e-5);
        }
    }
}
