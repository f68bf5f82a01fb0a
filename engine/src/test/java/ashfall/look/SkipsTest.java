package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.Map;
import java.util.Random;

/// How far a ray goes before anything changes, against looking at every block.
class SkipsTest {
    private static final int SIDE = 16;
    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private Volume volume(Blocks.Field smoke) {
        Frame frame =
                new Frame(
                        1,
                        0,
                        new Lattice(0, 0, 0, 0.5),
                        Map.of("density", Blocks.grid("density", 0, smoke)));
        return new Volume(SeenGas.of(frame, Shot.empty("test"), ""), false, -1, workers);
    }

    /// A ball near a corner, and a voxel alone.
    private Volume ballAndVoxel() {
        return volume(
                (x, y, z) ->
                        x * x + y * y + z * z < 40 || (x == 14 && y == 9 && z == 12) ? 1e-4 : 0);
    }

    /// Distance in blocks from one to the nearest of the other kind.
    private static int distance(Reach reach, int x, int y, int z) {
        GridShape blocks = reach.blocks;
        boolean own = reach.comesTo[blocks.at(x, y, z)];
        int least = Integer.MAX_VALUE;
        for (int k = 0; k < blocks.nz(); k++) {
            for (int j = 0; j < blocks.ny(); j++) {
                for (int i = 0; i < blocks.nx(); i++) {
                    if (reach.comesTo[blocks.at(i, j, k)] != own) {
                        int off = Math.max(Math.abs(i - x), Math.abs(j - y));
                        least = Math.min(least, Math.max(off, Math.abs(k - z)));
                    }
                }
            }
        }
        return least;
    }

    @Test
    void way_endsWhereTheNearestBlockOfTheOtherKindCouldBe() {
        Volume volume = ballAndVoxel();
        Reach reach = new Reach(volume, workers);
        Random random = new Random(4);
        double[] perVoxel = new double[3];
        for (int i = 0; i < 2000; i++) {
            double[] at = new double[3];
            int[] block = new int[3];
            for (int a = 0; a < 3; a++) {
                at[a] = SIDE * random.nextDouble();
                block[a] = (int) (at[a] / Reach.EDGE);
                perVoxel[a] = random.nextBoolean() ? 1 : -1;
            }
            int around = distance(reach, block[0], block[1], block[2]) - 1;
            double wanted = Double.POSITIVE_INFINITY;
            for (int a = 0; a < 3; a++) {
                double low = Reach.EDGE * (block[a] - around);
                double high = Reach.EDGE * (block[a] + around + 1);
                wanted = Math.min(wanted, perVoxel[a] > 0 ? high - at[a] : at[a] - low);
            }
            double way = volume.skips.way(at[0], at[1], at[2], perVoxel);
            assertEquals(Math.max(1e-3, wanted), Math.abs(way), 1e-9);
            boolean full = reach.comesTo[reach.blocks.at(block[0], block[1], block[2])];
            assertEquals(full, way > 0);
        }
    }

    @Test
    void emptyWay_hasNothingOnIt() {
        Volume volume = ballAndVoxel();
        Random random = new Random(5);
        int passed = 0;
        for (int i = 0; i < 5000; i++) {
            double[] at = new double[3];
            double[] slope = new double[3];
            double[] perVoxel = new double[3];
            for (int a = 0; a < 3; a++) {
                at[a] = SIDE * random.nextDouble();
                slope[a] = random.nextInt(4) == 0 ? 0 : random.nextDouble() - 0.5;
                perVoxel[a] = 1 / slope[a];
            }
            double way = volume.skips.way(at[0], at[1], at[2], perVoxel);
            boolean isEndless = way == Double.NEGATIVE_INFINITY;
            for (int k = 0; way < 0 && !isEndless && k <= 20; k++) {
                double s = -way * k / 20;
                float x = (float) (at[0] + s * slope[0]);
                float y = (float) (at[1] + s * slope[1]);
                float z = (float) (at[2] + s * slope[2]);
                assertEquals(0, volume.sample(volume.density, x, y, z), 1e-9f);
                passed++;
            }
        }
        assertTrue(passed > 20_000, passed + " places");
    }

    @Test
    void far_isWhereNothingSeenIsWithinThat() {
        Volume volume = ballAndVoxel();
        Random random = new Random(6);
        int found = 0;
        for (int i = 0; i < 2000; i++) {
            int x = random.nextInt(SIDE);
            int y = random.nextInt(SIDE);
            int z = random.nextInt(SIDE);
            if (!volume.skips.isFar(x + 0.5, y + 0.5, z + 0.5, 3)) {
                continue;
            }
            found++;
            for (int n = 0; n < 343; n++) {
                int vx = Math.clamp(x - 3 + n % 7, 0, SIDE - 1);
                int vy = Math.clamp(y - 3 + n / 7 % 7, 0, SIDE - 1);
                int vz = Math.clamp(z - 3 + n / 49, 0, SIDE - 1);
                assertFalse(volume.shows(volume.shape.at(vx, vy, vz)));
            }
        }
        assertTrue(found > 50, found + " places");
    }

    @Test
    void areAll_onlyWithoutAnythingToSee() {
        assertTrue(volume((x, y, z) -> 0).skips.areAll());
        assertFalse(volume((x, y, z) -> x + y + z == 0 ? 1e-6 : 0).skips.areAll());
    }
}
