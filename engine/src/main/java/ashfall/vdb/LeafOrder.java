package ashfall.vdb;

/// Where a voxel of a leaf lies in the file (x slowest, z fastest) and in memory (x fastest).
final class LeafOrder {
    /// Number in memory, `x + 8y + 64z`, of each number in the file, `64x + 8y + z`; it is its own
    /// inverse.
    static final int[] IN_MEMORY = new int[512];

    static {
        for (int n = 0; n < 512; n++) {
            IN_MEMORY[n] = (n >> 6) | (n & 0x38) | ((n & 7) << 6);
        }
    }

    private LeafOrder() {}

    /// A mask in the other order: x and z change places.
    static long[] turned(long[] mask) {
        long[] out = new long[8];
        for (int y = 0; y < 8; y++) {
            long rows = 0;
            for (int row = 0; row < 8; row++) {
                rows |= (mask[row] >>> (8 * y) & 0xFF) << (8 * row);
            }
            long columns = transposed(rows);
            for (int row = 0; row < 8; row++) {
                out[row] |= (columns >>> (8 * row) & 0xFF) << (8 * y);
            }
        }
        return out;
    }

    /// Eight rows of eight bits as eight columns (Warren, Hacker's Delight, 7-3).
    private static long transposed(long rows) {
        long t = (rows ^ (rows >>> 7)) & 0x00AA00AA00AA00AAL;
        long x = rows ^ t ^ (t << 7);
        t = (x ^ (x >>> 14)) & 0x0000CCCC0000CCCCL;
        x = x ^ t ^ (t << 14);
        t = (x ^ (x >>> 28)) & 0x00000000F0F0F0F0L;
        return x ^ t ^ (t << 28);
    }
}
