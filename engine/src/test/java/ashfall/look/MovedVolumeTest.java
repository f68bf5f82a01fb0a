package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.Arrays;
import java.util.Map;
import java.util.Random;

/// Gas that moves while a shutter is open: how it is laid out, and where it can come to.
class MovedVolumeTest {
    private static final double OPEN = 0.04;
    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    /// Smoke in a corner, air of random speeds of up to two voxels before and after the moment.
    private Volume volume() {
        Random random = new Random(5);
        Map<String, SparseGrid> channels =
                Map.of(
                        "density",
                        Blocks.grid("density", 0, (x, y, z) -> x < 3 && y < 9 ? 0.1 + 0.01 * z : 0),
                        "temperature",
                        Blocks.grid("temperature", 288, () -> 288 + 1500 * random.nextDouble()),
                        "flame",
                        Blocks.grid("flame", 0, (x, y, z) -> x < 2 && z > 12 ? 1e5 * x : 0),
                        "velocity",
                        speeds(random));
        Frame frame = new Frame(1, 0, new Lattice(-4, 1, -4, 0.5), channels);
        return new Volume(SeenGas.of(frame, Shot.empty("test"), ""), true, OPEN, workers);
    }

    private static SparseGrid speeds(Random random) {
        SparseGrid.Leaf[] leaves = new SparseGrid.Leaf[8];
        long[] mask = new long[8];
        Arrays.fill(mask, -1);
        for (int i = 0; i < leaves.length; i++) {
            float[] all = new float[3 * SparseGrid.VOXELS];
            for (int v = 0; v < all.length; v++) {
                all[v] = 100 * (random.nextFloat() - 0.5f);
            }
            leaves[i] =
                    new SparseGrid.Leaf(
                            8 * (i & 1), 8 * (i >> 1 & 1), 8 * (i >> 2), mask, all, null);
        }
        return new SparseGrid("velocity", "", false, false, new float[3], leaves);
    }

    @Test
    void valuesSideBySide_areThoseOfOneArrayEach() {
        Volume volume = volume();
        Random random = new Random(6);
        float[] got = new float[4];
        int seen = 0;
        for (int i = 0; i < 20_000; i++) {
            float x = 36 * random.nextFloat() - 2;
            float y = 36 * random.nextFloat() - 2;
            float z = 36 * random.nextFloat() - 2;
            volume.moved.sample(x, y, z, got);
            assertEquals(volume.sample(volume.density, x, y, z), got[0]);
            assertEquals(volume.sample(volume.kelvin, x, y, z), got[1]);
            assertEquals(volume.sample(volume.flame, x, y, z), got[2]);
            assertEquals(volume.sample(volume.source, x, y, z), got[3]);
            seen += got[0] > 0 ? 1 : 0;
        }
        assertTrue(seen > 200, seen + " places with smoke");
    }

    @Test
    void place_isPassed_whereNothingComesWhileTheShutterIsOpen() {
        Volume volume = volume();
        Random random = new Random(7);
        int full = 0;
        float[] speed = new float[4];
        double[] perVoxel = {1, 1, 1};
        int places = 200_000;
        for (int i = 0; i < places; i++) {
            float px = 32 * random.nextFloat();
            float py = 32 * random.nextFloat();
            float pz = 32 * random.nextFloat();
            if (volume.skips.way(px, py, pz, perVoxel) > 0) {
                full++;
                continue;
            }
            volume.motion.sample(px, py, pz, speed);
            float late = (float) (OPEN * (random.nextFloat() - 0.5) / volume.voxel);
            px -= late * speed[0];
            py -= late * speed[1];
            pz -= late * speed[2];
            assertEquals(0, volume.sample(volume.density, px, py, pz));
            assertEquals(0, volume.sample(volume.flame, px, py, pz));
        }
        // With a brick around them the leaves would be all of the box; smoke fills a fiftieth.
        assertTrue(full > 0.02 * places && full < 0.4 * places, full + " places are full");
    }
}
