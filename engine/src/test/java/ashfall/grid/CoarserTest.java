package ashfall.grid;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.SparseGrid.Leaf;

import org.junit.jupiter.api.Test;

import java.util.List;

class CoarserTest {
    private static Leaf leaf(int x, int y, int z, float low, float high) {
        float[] values = new float[SparseGrid.VOXELS];
        long[] mask = new long[8];
        for (int v = 0; v < values.length; v++) {
            values[v] = (v & 7) < 4 ? low : high;
        }
        mask[0] = 1;
        return new Leaf(x, y, z, mask, values, null);
    }

    @Test
    void blocks_areMeansAtTheirPlaces() {
        SparseGrid grid =
                Coarser.grid(
                        "density",
                        "kg/m3",
                        0,
                        List.of(
                                Coarser.of(leaf(8, 24, -8, 1, 3), "density"),
                                Coarser.of(leaf(-8, 24, -8, 5, 7), "density")));
        assertEquals(1, grid.value(2, 6, -2, 0));
        assertEquals(3, grid.value(3, 7, -1, 0));
        assertEquals(5, grid.value(-2, 6, -2, 0));
        assertEquals(0, grid.value(0, 6, -2, 0), "where no leaf is");
        assertTrue(grid.isActive(3, 7, -1));
        assertFalse(grid.isActive(4, 7, -1));
        assertEquals(16, grid.activeCount(), "2 leaves of 2 cubed");
    }

    /// Black bodies radiate with the fourth power of their temperature.
    @Test
    void temperatures_radiateAsBefore() {
        float[] values = new float[SparseGrid.VOXELS];
        java.util.Arrays.fill(values, 300);
        // Half of one block at 1500 K.
        for (int v = 0; v < values.length; v++) {
            if ((v & 7) < 2) {
                values[v] = 1500;
            }
        }
        Coarser.Block block =
                Coarser.of(new Leaf(0, 0, 0, new long[8], values, null), "temperature");
        double wanted = Math.pow(0.5 * (Math.pow(1500, 4) + Math.pow(300, 4)), 0.25);
        assertEquals(wanted, block.values()[0], 0.1);
        assertEquals(300, block.values()[1], 1e-3);
    }

    @Test
    void lattice_hasTheSameOrigin() {
        Lattice coarse = Coarser.lattice(new Lattice(-3, 0, 2, 0.1));
        assertEquals(new Lattice(-3, 0, 2, 0.4), coarse);
    }
}
