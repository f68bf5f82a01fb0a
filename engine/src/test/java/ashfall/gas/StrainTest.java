package ashfall.gas;

import static org.junit.jupiter.api.Assertions.assertEquals;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;

/// Strain rates of flows whose strain is known: `|S| = √(2 S_ij S_ij)`.
class StrainTest {
    private static final int N = 8;
    private static final float VOXEL = 0.5f;
    private final GridShape shape = new GridShape(N, N, N);

    /// A velocity that is linear in place: metres a second a metre.
    @FunctionalInterface
    private interface Flow {
        double at(double x, double y, double z);
    }

    private double strain(Flow u, Flow v, Flow w) {
        float[][] velocity = new float[3][shape.size()];
        Flow[] flows = {u, v, w};
        for (int z = -1; z <= N; z++) {
            for (int y = -1; y <= N; y++) {
                for (int x = -1; x <= N; x++) {
                    for (int axis = 0; axis < 3; axis++) {
                        double px = VOXEL * (x + (axis == 0 ? 0 : 0.5));
                        double py = VOXEL * (y + (axis == 1 ? 0 : 0.5));
                        double pz = VOXEL * (z + (axis == 2 ? 0 : 0.5));
                        velocity[axis][shape.at(x, y, z)] = (float) flows[axis].at(px, py, pz);
                    }
                }
            }
        }
        float[] out = new float[shape.size()];
        try (Workers workers = new Workers(1)) {
            Region inner = Region.of(shape, new CellRange(2, 6, 2, 6, 2, 6));
            new Strain(shape, workers).find(velocity, inner, VOXEL, out);
        }
        return out[shape.at(3, 4, 5)];
    }

    @Test
    void strain_ofARotation_isNone() {
        assertEquals(0, strain((x, y, z) -> -3 * y, (x, y, z) -> 3 * x, (x, y, z) -> 0), 1e-5);
        assertEquals(0, strain((x, y, z) -> 0, (x, y, z) -> -2 * z, (x, y, z) -> 2 * y), 1e-5);
    }

    @Test
    void strain_ofAShear_isItsRate() {
        assertEquals(3, strain((x, y, z) -> 3 * y, (x, y, z) -> 0, (x, y, z) -> 0), 1e-5);
        assertEquals(2, strain((x, y, z) -> 0, (x, y, z) -> 0, (x, y, z) -> 2 * x), 1e-5);
        assertEquals(4, strain((x, y, z) -> 0, (x, y, z) -> 4 * z, (x, y, z) -> 0), 1e-5);
    }

    @Test
    void strain_ofAStretch_isTwiceItsRate() {
        assertEquals(4, strain((x, y, z) -> 2 * x, (x, y, z) -> -2 * y, (x, y, z) -> 0), 1e-5);
    }
}
