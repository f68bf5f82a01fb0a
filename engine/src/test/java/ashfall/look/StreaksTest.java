package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.look.Streaks.Streak;
import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;

import java.util.Arrays;
import java.util.List;
import java.util.Map;

/// Paths of specks in the flow of a frame.
class StreaksTest {
    private static final double VOXEL = 0.1;
    private static final double TURN = 3;

    /// Gas that turns like a wheel about the y axis through the origin, TURN radians a second.
    private static Frame wheel() {
        Leaf[] leaves = new Leaf[4 * 4 * 2];
        for (int i = 0; i < leaves.length; i++) {
            int x = 8 * (i % 4 - 2);
            int z = 8 * (i / 4 % 4 - 2);
            int y = 8 * (i / 16);
            float[] values = new float[3 * SparseGrid.VOXELS];
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                values[3 * v] = (float) (TURN * VOXEL * (z + (v >> 6) + 0.5));
                values[3 * v + 2] = (float) (-TURN * VOXEL * (x + (v & 7) + 0.5));
            }
            long[] mask = new long[8];
            Arrays.fill(mask, -1);
            leaves[i] = new Leaf(x, y, z, mask, values, null);
        }
        return new Frame(
                1,
                0,
                new Lattice(0, 0, 0, VOXEL),
                Map.of(
                        "velocity",
                        new SparseGrid("velocity", "m/s", false, true, new float[3], leaves)));
    }

    private static double radius(Vec3 p) {
        return Math.hypot(p.x(), p.z());
    }

    @Test
    void wheel_givesArcs_asLongAsTheirSpeedTimesTheirTime() {
        double seconds = 0.2;
        List<Streak> all = Streaks.of(wheel(), null, seconds, 200);
        assertTrue(all.size() > 100, all.size() + " streaks");
        int inside = 0;
        for (Streak s : all) {
            double r = radius(s.points().getFirst());
            double y = s.points().getFirst().y();
            if (r > 1.2 || r < 0.1 || y < 0.1 || y > 1.5) {
                continue;
            }
            inside++;
            assertEquals(Streaks.POINTS, s.points().size());
            for (Vec3 p : s.points()) {
                assertEquals(r, radius(p), 0.01 * r);
            }
            assertEquals(TURN * r, s.speed(), 0.02 * TURN * r);
            double chord = s.points().getLast().minus(s.points().getFirst()).length();
            assertEquals(2 * r * Math.sin(0.5 * TURN * seconds), chord, 0.02 * r);
        }
        assertTrue(inside > 50, inside + " inside the wheel");
    }

    @Test
    void slice_holdsTheMiddleOfEachStreak() {
        List<Streak> all = Streaks.of(wheel(), new Slice("velocity", 1, 0.33), 0.1, 200);
        assertTrue(all.size() > 100, all.size() + " streaks");
        for (Streak s : all) {
            assertEquals(0.33, s.points().get(Streaks.POINTS / 2).y(), 1e-9);
        }
    }

    @Test
    void frameWithoutVelocity_hasNone() {
        Frame none = new Frame(1, 0, new Lattice(0, 0, 0, VOXEL), Map.of());
        assertEquals(List.of(), Streaks.of(none, null, 1, 100));
    }
}
