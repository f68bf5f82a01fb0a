package ashfall.vdb;

import ashfall.grid.SparseGrid.Leaf;
import ashfall.work.Sha256;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.List;

/// Numbers about the active voxels of a grid.
///
/// @param active active voxels; an active tile counts all it covers
/// @param from smallest index coordinates of active voxels, null without any
/// @param to largest ones, inclusive
/// @param min per component; not-a-number values are left out
/// @param sum in double, in the order of the leaves, tiles last
/// @param voxelsSha256 digest of coordinates, masks and values of all leaves and active tiles:
///     equal for equal voxels, however they are compressed
public record VdbStats(
        long active,
        int leafCount,
        int activeTiles,
        int[] from,
        int[] to,
        double[] min,
        double[] max,
        double[] sum,
        long notFinite,
        String voxelsSha256) {

    /// Measures a grid.
    public static VdbStats of(VdbGrid grid) {
        Counter c = new Counter(grid.components());
        grid.leaves().forEach(c::leaf);
        return c.stats(grid.tiles());
    }

    /// Measures a grid while it is read.
    static VdbStats of(int components, TreeReader tree) throws IOException {
        Counter c = new Counter(components);
        tree.forEachLeaf(c::leaf);
        return c.stats(tree.tiles());
    }

    private static final class Counter {
        final int components;
        final int[] from = {Integer.MAX_VALUE, Integer.MAX_VALUE, Integer.MAX_VALUE};
        final int[] to = {Integer.MIN_VALUE, Integer.MIN_VALUE, Integer.MIN_VALUE};
        final double[] min;
        final double[] max;
        final double[] sum;
        final MessageDigest digest;
        final ByteBuffer buffer;
        int leaves;
        long active;
        long notFinite;

        Counter(int components) {
            this.components = components;
            this.min = new double[components];
            this.max = new double[components];
            this.sum = new double[components];
            java.util.Arrays.fill(min, Double.POSITIVE_INFINITY);
            java.util.Arrays.fill(max, Double.NEGATIVE_INFINITY);
            this.buffer =
                    ByteBuffer.allocate(12 + 64 + 512 * 4 * components)
                            .order(ByteOrder.LITTLE_ENDIAN);
            this.digest = Sha256.begin();
        }

        VdbStats stats(List<VdbGrid.Tile> tiles) {
            int activeTiles = 0;
            for (VdbGrid.Tile tile : tiles) {
                if (tile.active()) {
                    activeTiles++;
                    tile(tile);
                }
            }
            boolean any = active > 0;
            return new VdbStats(
                    active,
                    leaves,
                    activeTiles,
                    any ? from : null,
                    any ? to : null,
                    any ? min : null,
                    any ? max : null,
                    sum,
                    notFinite,
                    HexFormat.of().formatHex(digest.digest()));
        }

        void leaf(Leaf leaf) {
            leaves++;
            buffer.clear();
            buffer.putInt(leaf.x()).putInt(leaf.y()).putInt(leaf.z());
            for (long word : leaf.mask()) {
                buffer.putLong(word);
            }
            for (int z = 0; z < 8; z++) {
                for (long left = leaf.mask()[z]; left != 0; left &= left - 1) {
                    int n = Long.numberOfTrailingZeros(left);
                    count(leaf.x() + (n & 7), leaf.y() + (n >> 3), leaf.z() + z, 1, 1);
                    for (int k = 0; k < components; k++) {
                        float value = leaf.value((64 * z + n) * components + k);
                        take(k, value, 1);
                        buffer.putFloat(value);
                    }
                }
            }
            digest.update(buffer.flip());
        }

        void tile(VdbGrid.Tile tile) {
            buffer.clear();
            buffer.putInt(tile.x()).putInt(tile.y()).putInt(tile.z()).putInt(tile.edge());
            count(tile.x(), tile.y(), tile.z(), tile.edge(), tile.voxels());
            for (int k = 0; k < components; k++) {
                take(k, tile.value()[k], tile.voxels());
                buffer.putFloat(tile.value()[k]);
            }
            digest.update(buffer.flip());
        }

        private void count(int x, int y, int z, int edge, long voxels) {
            active += voxels;
            from[0] = Math.min(from[0], x);
            from[1] = Math.min(from[1], y);
            from[2] = Math.min(from[2], z);
            to[0] = Math.max(to[0], x + edge - 1);
            to[1] = Math.max(to[1], y + edge - 1);
            to[2] = Math.max(to[2], z + edge - 1);
        }

        private void take(int k, float value, long voxels) {
            if (!Float.isFinite(value)) {
                notFinite += voxels;
                return;
            }
            min[k] = Math.min(min[k], value);
            max[k] = Math.max(max[k], value);
            sum[k] += (double) value * voxels;
        }
    }
}
