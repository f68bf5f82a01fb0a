package ashfall.vdb;

import ashfall.grid.SparseGrid.Leaf;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

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
        for (Leaf leaf : grid.leaves()) {
            c.leaf(leaf);
        }
        int tiles = 0;
        for (VdbGrid.Tile tile : grid.tiles()) {
            if (tile.active()) {
                tiles++;
                c.tile(tile);
            }
        }
        boolean any = c.active > 0;
        return new VdbStats(
                c.active,
                grid.leaves().size(),
                tiles,
                any ? c.from : null,
                any ? c.to : null,
                any ? c.min : null,
                any ? c.max : null,
                c.sum,
                c.notFinite,
                HexFormat.of().formatHex(c.digest.digest()));
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
            try {
                this.digest = MessageDigest.getInstance("SHA-256");
            } catch (NoSuchAlgorithmException e) {
                throw new IllegalStateException("every Java has SHA-256", e);
            }
        }

        void leaf(Leaf leaf) {
            buffer.clear();
            buffer.putInt(leaf.x()).putInt(leaf.y()).putInt(leaf.z());
            for (long word : leaf.mask()) {
                buffer.putLong(word);
            }
            for (int v = 0; v < 512; v++) {
                if (!leaf.isActive(v)) {
                    continue;
                }
                count(leaf.x() + (v & 7), leaf.y() + ((v >> 3) & 7), leaf.z() + (v >> 6), 1, 1);
                for (int k = 0; k < components; k++) {
                    float value = leaf.value(v * components + k);
                    take(k, value, 1);
                    buffer.putFloat(value);
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
