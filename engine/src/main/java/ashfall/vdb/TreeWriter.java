package ashfall.vdb;

import ashfall.vdb.LeafPacker.Packed;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/// The tree above a grid's leaves; leaves that are one value, wholly active, are tiles of the node
/// above.
final class TreeWriter {
    private final PackedGrid grid;
    private final LeafPacker packer;
    private final TreeMap<long[], TreeMap<Integer, TreeMap<Integer, Packed>>> roots =
            new TreeMap<>(
                    Comparator.<long[]>comparingLong(o -> o[0])
                            .thenComparingLong(o -> o[1])
                            .thenComparingLong(o -> o[2]));

    TreeWriter(PackedGrid grid) {
        this.grid = grid;
        this.packer = new LeafPacker(grid.components(), grid.half());
        for (Packed leaf : grid.leaves()) {
            long[] root = {leaf.x() & ~4095, leaf.y() & ~4095, leaf.z() & ~4095};
            roots.computeIfAbsent(root, k -> new TreeMap<>())
                    .computeIfAbsent(slot(leaf, 7, 5), k -> new TreeMap<>())
                    .put(slot(leaf, 3, 4), leaf);
        }
    }

    private static int slot(Packed leaf, int shift, int bits) {
        int most = (1 << bits) - 1;
        int x = (leaf.x() >> shift) & most;
        int y = (leaf.y() >> shift) & most;
        int z = (leaf.z() >> shift) & most;
        return (x << (2 * bits)) | (y << bits) | z;
    }

    /// Leaves that are no tiles, in the order of the file.
    List<Packed> leaves() {
        List<Packed> all = new ArrayList<>();
        roots.values()
                .forEach(
                        upper ->
                                upper.values()
                                        .forEach(
                                                lower ->
                                                        lower.values().stream()
                                                                .filter(l -> l.constant() == null)
                                                                .forEach(all::add)));
        return all;
    }

    /// Writes all nodes, and the masks of the leaves.
    void topology(VdbOutput out) {
        out.i32(1);
        out.value(rounded(grid.background()));
        out.i32(0);
        out.i32(roots.size());
        roots.forEach(
                (origin, uppers) -> {
                    for (long c : origin) {
                        out.i32((int) c);
                    }
                    node(out, 32768, uppers.keySet(), Map.of());
                    uppers.values().forEach(lowers -> lower(out, lowers));
                });
    }

    private float[] rounded(float[] value) {
        float[] out = value.clone();
        for (int k = 0; grid.half() && k < out.length; k++) {
            out[k] = Float.float16ToFloat(Float.floatToFloat16(out[k]));
        }
        return out;
    }

    private void lower(VdbOutput out, Map<Integer, Packed> lowers) {
        Map<Integer, float[]> tiles = new TreeMap<>();
        List<Integer> children = new ArrayList<>();
        lowers.forEach(
                (slot, leaf) -> {
                    if (leaf.constant() != null) {
                        tiles.put(slot, leaf.constant());
                    } else {
                        children.add(slot);
                    }
                });
        node(out, 4096, children, tiles);
        children.forEach(slot -> out.mask(lowers.get(slot).mask()));
    }

    /// Masks and values of an internal node; whatever is neither child nor active tile is
    /// background, code 0.
    private void node(
            VdbOutput out, int slots, Iterable<Integer> children, Map<Integer, float[]> tiles) {
        long[] childMask = new long[slots / 64];
        children.forEach(slot -> childMask[slot >> 6] |= 1L << (slot & 63));
        long[] activeMask = new long[slots / 64];
        tiles.keySet().forEach(slot -> activeMask[slot >> 6] |= 1L << (slot & 63));
        out.mask(childMask);
        out.mask(activeMask);
        out.u8(0);
        int width = grid.half() ? 2 : 4;
        ByteBuffer raw =
                ByteBuffer.allocate(tiles.size() * grid.components() * width)
                        .order(ByteOrder.LITTLE_ENDIAN);
        for (float[] value : tiles.values()) {
            for (float v : value) {
                if (grid.half()) {
                    raw.putShort(Float.floatToFloat16(v));
                } else {
                    raw.putFloat(v);
                }
            }
        }
        out.raw(packer.chunk(raw.array()));
    }
}
