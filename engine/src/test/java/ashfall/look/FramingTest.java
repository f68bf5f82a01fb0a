package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;

import java.util.Map;

/// Where gas lies on a picture.
class FramingTest {
    /// One voxel of smoke of a metre, with its middle in a place.
    private static Frame voxel(Vec3 place, float density) {
        float[] all = new float[SparseGrid.VOXELS];
        all[0] = density;
        Leaf leaf = new Leaf(0, 0, 0, new long[] {1, 0, 0, 0, 0, 0, 0, 0}, all, null);
        SparseGrid grid =
                new SparseGrid("density", "kg/m3", false, false, new float[1], new Leaf[] {leaf});
        Lattice lattice = new Lattice(place.x() - 0.5, place.y() - 0.5, place.z() - 0.5, 1);
        return new Frame(1, 0, lattice, Map.of("density", grid));
    }

    /// From 10 m, 2 m wide at 1 m: 20 x 10 m in the middle.
    private static final View VIEW = View.towards(new Vec3(0, 5, 10), new Vec3(0, 5, 0), 2);

    private static Framing at(double x, double y) {
        return Framing.of(voxel(new Vec3(x, y, 0), 1e-3f), Shot.empty("test"), VIEW, 2)
                .orElseThrow();
    }

    @Test
    void smoke_isFoundWhereItIsSeen() {
        Framing framing = at(5, 2.5);
        assertEquals(0.75, framing.left(), 1e-4);
        assertEquals(0.75, framing.bottom(), 1e-4);
        assertEquals("", framing.passed());
    }

    @Test
    void smokeOutside_isNamedBySide() {
        assertEquals("above", at(0, 11).passed());
        assertEquals("below and on the left", at(-11, -1).passed());
        assertEquals("above and on the right", at(0, 11).and(at(11, 5)).passed());
    }

    @Test
    void smokeTooThinToBeSeen_isNotLookedFor() {
        Frame thin = voxel(new Vec3(0, 50, 0), 1e-7f);
        assertTrue(Framing.of(thin, Shot.empty("test"), VIEW, 2).isEmpty());
    }
}
