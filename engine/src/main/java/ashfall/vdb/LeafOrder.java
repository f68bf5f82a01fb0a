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

    /// A mask in the other order.
    static long[] turned(long[] mask) {
        long[] out = new long[8];
        for (int n = 0; n < 512; n++) {
            if ((mask[n >> 6] >>> (n & 63) & 1) != 0) {
                int m = IN_MEMORY[n];
                out[m >> 6] |= 1L << (m & 63);
            }
        }
        return out;
    }
}
