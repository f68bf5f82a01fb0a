package ashfall.grid;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.SparseGrid.Leaf;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// Moments between two frames, against motions that are known.
class BetweenTest {
    private static final Workers WORKERS = new Workers(2);
    private static final Set<String> ALL = Set.of("density", "temperature", "fuel", "velocity");
    private static final Lattice LATTICE = new Lattice(-3, 0, 1, 0.1);
    private static final double WIDE = 4;

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    /// What is at a place given in voxels.
    private interface Field {
        double at(double x, double y, double z);
    }

    private static SparseGrid scalar(Field field, int reach) {
        List<Leaf> leaves = new ArrayList<>();
        for (int x = -reach; x < reach; x += 8) {
            for (int y = -reach; y < reach; y += 8) {
                for (int z = -reach; z < reach; z += 8) {
                    float[] values = new float[512];
                    long[] mask = new long[8];
                    boolean any = false;
                    for (int v = 0; v < 512; v++) {
                        double at = field.at(x + (v & 7), y + (v >> 3 & 7), z + (v >> 6));
                        if (at > 1e-3) {
                            values[v] = (float) at;
                            mask[v >> 6] |= 1L << (v & 63);
                            any = true;
                        }
                    }
                    if (any) {
                        leaves.add(new Leaf(x, y, z, mask, values, null));
                    }
                }
            }
        }
        return new SparseGrid(
                "density", "kg/m3", false, false, new float[1], leaves.toArray(Leaf[]::new));
    }

    /// The flow on the faces, kept where the smoke is and one leaf around it.
    private static SparseGrid flow(SparseGrid smoke, Field[] u) {
        Map<Long, Leaf> leaves = new java.util.TreeMap<>();
        for (int i = 0; i < smoke.leafCount(); i++) {
            Leaf at = smoke.leaf(i);
            for (int d = 0; d < 27; d++) {
                int x = at.x() + 8 * (d % 3 - 1);
                int y = at.y() + 8 * (d / 3 % 3 - 1);
                int z = at.z() + 8 * (d / 9 - 1);
                float[] values = new float[3 * 512];
                for (int v = 0; v < 512; v++) {
                    double px = x + (v & 7);
                    double py = y + (v >> 3 & 7);
                    double pz = z + (v >> 6);
                    values[3 * v] = (float) u[0].at(px - 0.5, py, pz);
                    values[3 * v + 1] = (float) u[1].at(px, py - 0.5, pz);
                    values[3 * v + 2] = (float) u[2].at(px, py, pz - 0.5);
                }
                long[] mask = new long[8];
                java.util.Arrays.fill(mask, -1L);
                leaves.put((x * 1000L + y) * 1000 + z, new Leaf(x, y, z, mask, values, null));
            }
        }
        return new SparseGrid(
                "velocity", "m/s", false, true, new float[3], leaves.values().toArray(Leaf[]::new));
    }

    private static Field puff(double cx, double cy, double cz) {
        return (x, y, z) ->
                Math.exp(
                        -((x - cx) * (x - cx) + (y - cy) * (y - cy) + (z - cz) * (z - cz))
                                / (2 * WIDE * WIDE));
    }

    private static Frame frame(long number, double seconds, Field smoke, Field[] u) {
        SparseGrid density = scalar(smoke, 96);
        return new Frame(
                number, seconds, LATTICE, Map.of("density", density, "velocity", flow(density, u)));
    }

    private static double total(SparseGrid grid) {
        double sum = 0;
        for (int i = 0; i < grid.leafCount(); i++) {
            for (int v = 0; v < 512; v++) {
                sum += grid.leaf(i).value(v);
            }
        }
        return sum;
    }

    private static double worst(SparseGrid grid, Field wanted) {
        double worst = 0;
        for (int x = -60; x < 60; x++) {
            for (int y = -60; y < 60; y++) {
                for (int z = -20; z < 20; z++) {
                    worst = Math.max(worst, Math.abs(grid.value(x, y, z, 0) - wanted.at(x, y, z)));
                }
            }
        }
        return worst;
    }

    /// A puff that flies 45 voxels from frame to frame is in one piece on its way, where neither
    /// frame has anything.
    @Test
    void puff_thatFliesFar_isWhereItsSpeedTakesIt() {
        double gap = 1 / 24.0;
        Field[] u = {(x, y, z) -> 86.4, (x, y, z) -> 60, (x, y, z) -> -24};
        Frame a = frame(7, 1, puff(-20, -15, 8), u);
        Frame b = frame(8, 1 + gap, puff(16, 10, -2), u);
        for (double share : new double[] {0.25, 0.5, 0.9}) {
            Frame moment = Between.of(a, b, share, gap, 1, ALL, WORKERS);
            SparseGrid density = moment.channels().get("density");
            Field exact = puff(-20 + 36 * share, -15 + 25 * share, 8 - 10 * share);
            assertEquals(0, worst(density, exact), 0.05, "at " + share);
            assertEquals(1, total(density) / total(a.channels().get("density")), 0.01);
            assertEquals(1 + share * gap, moment.seconds(), 1e-12);
            assertEquals(7, moment.number());
        }
    }

    /// What turns by 40 degrees from frame to frame stays on its circle, which a straight way would
    /// cut by 1.8 voxels.
    @Test
    void puff_thatTurns_staysOnItsCircle() {
        double gap = 1 / 24.0;
        double turn = Math.toRadians(40);
        double rate = turn / gap * LATTICE.voxel();
        Field[] u = {(x, y, z) -> -rate * y, (x, y, z) -> rate * x, (x, y, z) -> 0};
        Frame a = frame(1, 0, puff(30, 0, 0), u);
        Frame b = frame(2, gap, puff(30 * Math.cos(turn), 30 * Math.sin(turn), 0), u);
        SparseGrid density = Between.of(a, b, 0.5, gap, 1, ALL, WORKERS).channels().get("density");
        double sum = total(density);
        double cx = 0;
        double cy = 0;
        for (int x = -60; x < 60; x++) {
            for (int y = -60; y < 60; y++) {
                for (int z = -30; z < 30; z++) {
                    cx += x * density.value(x, y, z, 0) / sum;
                    cy += y * density.value(x, y, z, 0) / sum;
                }
            }
        }
        assertEquals(30, Math.hypot(cx, cy), 0.5);
        assertEquals(20, Math.toDegrees(Math.atan2(cy, cx)), 0.5);
        assertEquals(
                1, sum / total(a.channels().get("density")), 0.03, "nothing is lost or gained");
    }

    @Test
    void atFrameBefore_allIsAsInIt_butVelocityIsHastened() {
        Field[] u = {(x, y, z) -> 5 + 0.1 * y, (x, y, z) -> 0.2 * x, (x, y, z) -> 3};
        Frame a = frame(1, 0, puff(0, 0, 0), u);
        Frame b = frame(2, 0.1, puff(5, 0, 3), u);
        Frame moment = Between.of(a, b, 0, 0.1, 3, ALL, WORKERS);
        assertEquals(0, worst(moment.channels().get("density"), puff(0, 0, 0)), 1.001e-3);
        SparseGrid was = a.channels().get("velocity");
        SparseGrid is = moment.channels().get("velocity");
        SparseGrid hastened = Between.hastened(a, 3).channels().get("velocity");
        for (int c = 0; c < 3; c++) {
            assertEquals(3 * was.value(2, 3, 1, c), is.value(2, 3, 1, c), 1e-4);
            assertEquals(3 * was.value(2, 3, 1, c), hastened.value(2, 3, 1, c), 1e-4);
        }
    }

    @Test
    void withoutVelocity_itSaysWhatItNeeds() {
        Frame a =
                frame(
                        4,
                        0,
                        puff(0, 0, 0),
                        new Field[] {puff(0, 0, 0), puff(0, 0, 0), puff(0, 0, 0)});
        Frame bare = new Frame(5, 1, LATTICE, Map.of("density", a.channels().get("density")));
        var e =
                assertThrows(
                        IllegalArgumentException.class,
                        () -> Between.of(a, bare, 0.5, 1, 1, ALL, WORKERS));
        assertTrue(
                e.getMessage().contains("velocity") && e.getMessage().contains("5"), e::toString);
    }

    /// The same bits with one thread and with two.
    @Test
    void moment_doesNotDependOnThreads() {
        Field[] u = {(x, y, z) -> 40, (x, y, z) -> 3 * Math.sin(x), (x, y, z) -> z};
        Frame a = frame(1, 0, puff(0, 0, 0), u);
        Frame b = frame(2, 0.04, puff(16, 1, 0), u);
        SparseGrid two = Between.of(a, b, 0.3, 0.04, 1, ALL, WORKERS).channels().get("density");
        try (Workers one = new Workers(1)) {
            SparseGrid alone = Between.of(a, b, 0.3, 0.04, 1, ALL, one).channels().get("density");
            assertEquals(two.leafCount(), alone.leafCount());
            for (int i = 0; i < two.leafCount(); i++) {
                org.junit.jupiter.api.Assertions.assertArrayEquals(
                        two.leaf(i).full(), alone.leaf(i).full(), 0f);
            }
        }
    }
}
