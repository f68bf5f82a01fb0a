package ashfall.grid;

import java.util.HashMap;
import java.util.Map;

/// One channel of a frame: leaves of 8³ voxels, sorted, immutable. What is not in a leaf is
/// background.
///
/// A leaf's origin is a multiple of 8 on the lattice; voxel (x, y, z) of it is number `x + 8y +
/// 64z`, its components lie together. Values are 32-bit floats, or 16-bit ones (IEEE binary16) when
/// `half`.
public final class SparseGrid {
    public static final int EDGE = 8;
    public static final int VOXELS = EDGE * EDGE * EDGE;

    private final String name;
    private final String unit;
    private final int components;
    private final boolean half;
    private final boolean staggered;
    private final float[] background;
    private final Leaf[] leaves;
    private final Map<Long, Leaf> index;

    /// A cube of 8³ voxels.
    ///
    /// @param x lattice coordinate of its first voxel, a multiple of 8; y and z likewise
    /// @param mask which voxels are active: bit `x + 8y + 64z` of eight longs
    /// @param full values, or null when they are half
    /// @param half values as 16-bit floats, or null
    public record Leaf(int x, int y, int z, long[] mask, float[] full, short[] half) {

        /// Value number `i`, counted in floats.
        public float value(int i) {
            return full != null ? full[i] : Float.float16ToFloat(half[i]);
        }

        public boolean isActive(int voxel) {
            return (mask[voxel >> 6] >>> (voxel & 63) & 1) != 0;
        }

        public int activeCount() {
            int count = 0;
            for (long word : mask) {
                count += Long.bitCount(word);
            }
            return count;
        }
    }

    /// @param leaves in any order; sorted here by x, then y, then z
    public SparseGrid(
            String name,
            String unit,
            boolean half,
            boolean staggered,
            float[] background,
            Leaf[] leaves) {
        this.name = name;
        this.unit = unit;
        this.components = background.length;
        this.half = half;
        this.staggered = staggered;
        this.background = background.clone();
        this.leaves = leaves.clone();
        java.util.Arrays.sort(
                this.leaves,
                java.util.Comparator.<Leaf>comparingInt(Leaf::x)
                        .thenComparingInt(Leaf::y)
                        .thenComparingInt(Leaf::z));
        this.index = HashMap.newHashMap(leaves.length);
        for (Leaf leaf : this.leaves) {
            index.put(key(leaf.x >> 3, leaf.y >> 3, leaf.z >> 3), leaf);
        }
    }

    private static long key(int x, int y, int z) {
        return ((x & 0x1FFFFFL) << 42) | ((y & 0x1FFFFFL) << 21) | (z & 0x1FFFFFL);
    }

    public String name() {
        return name;
    }

    public String unit() {
        return unit;
    }

    /// 1 for a number, 3 for a vector.
    public int components() {
        return components;
    }

    public boolean isHalf() {
        return half;
    }

    /// Do the components lie on the lower faces of the cells rather than in their middle?
    public boolean isStaggered() {
        return staggered;
    }

    public float background(int component) {
        return background[component];
    }

    public int leafCount() {
        return leaves.length;
    }

    public Leaf leaf(int i) {
        return leaves[i];
    }

    /// The leaf that holds a voxel, or null.
    public Leaf leafAt(int x, int y, int z) {
        return index.get(key(x >> 3, y >> 3, z >> 3));
    }

    /// Value of a component at a lattice coordinate.
    public float value(int x, int y, int z, int component) {
        Leaf leaf = leafAt(x, y, z);
        return leaf == null
                ? background[component]
                : leaf.value(((x & 7) + 8 * (y & 7) + 64 * (z & 7)) * components + component);
    }

    public boolean isActive(int x, int y, int z) {
        Leaf leaf = leafAt(x, y, z);
        return leaf != null && leaf.isActive((x & 7) + 8 * (y & 7) + 64 * (z & 7));
    }

    public long activeCount() {
        long count = 0;
        for (Leaf leaf : leaves) {
            count += leaf.activeCount();
        }
        return count;
    }
}
