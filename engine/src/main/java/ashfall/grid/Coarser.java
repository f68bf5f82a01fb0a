package ashfall.grid;

import ashfall.grid.SparseGrid.Leaf;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Frames at a quarter of their detail along each axis, for looking through many large ones fast.
public final class Coarser {
    /// Voxels along an edge that become one.
    public static final int FACTOR = 4;

    /// Channels that a picture needs.
    public static final List<String> CHANNELS = List.of("density", "temperature", "flame");

    /// Coarse voxels along the edge of a leaf.
    private static final int PER_LEAF = SparseGrid.EDGE / FACTOR;

    private Coarser() {}

    /// What becomes of a leaf: 2³ voxels, x fastest.
    ///
    /// @param x coordinate of the leaf on the fine lattice; y and z likewise
    public record Block(int x, int y, int z, float[] values) {}

    /// The means of a leaf of one number a voxel. Temperatures are averaged by their fourth power,
    /// so that the coarse gas radiates what the fine one does.
    public static Block of(Leaf leaf, String channel) {
        boolean heat = channel.equals("temperature");
        float[] sums = new float[PER_LEAF * PER_LEAF * PER_LEAF];
        for (int v = 0; v < SparseGrid.VOXELS; v++) {
            int at =
                    (v & 7) / FACTOR
                            + PER_LEAF * ((v >> 3 & 7) / FACTOR)
                            + PER_LEAF * PER_LEAF * ((v >> 6) / FACTOR);
            float value = leaf.value(v);
            float square = value * value;
            sums[at] += heat ? square * square : value;
        }
        for (int i = 0; i < sums.length; i++) {
            float mean = sums[i] / (FACTOR * FACTOR * FACTOR);
            sums[i] = heat ? (float) Math.sqrt(Math.sqrt(mean)) : mean;
        }
        return new Block(leaf.x(), leaf.y(), leaf.z(), sums);
    }

    /// The lattice of coarse voxels.
    public static Lattice lattice(Lattice fine) {
        return new Lattice(fine.x(), fine.y(), fine.z(), fine.voxel() * FACTOR);
    }

    /// A channel of blocks; what is in none is background.
    public static SparseGrid grid(
            String channel, String unit, float background, Collection<Block> blocks) {
        int reach = SparseGrid.EDGE * FACTOR;
        Map<List<Integer>, float[]> leaves = new LinkedHashMap<>();
        Map<List<Integer>, long[]> masks = new LinkedHashMap<>();
        for (Block block : blocks) {
            List<Integer> key =
                    List.of(
                            Math.floorDiv(block.x, reach),
                            Math.floorDiv(block.y, reach),
                            Math.floorDiv(block.z, reach));
            float[] values = leaves.computeIfAbsent(key, k -> filled(background));
            long[] mask = masks.computeIfAbsent(key, k -> new long[SparseGrid.EDGE]);
            int x = Math.floorMod(block.x, reach) / FACTOR;
            int y = Math.floorMod(block.y, reach) / FACTOR;
            int z = Math.floorMod(block.z, reach) / FACTOR;
            for (int i = 0; i < block.values.length; i++) {
                int v =
                        x
                                + i % PER_LEAF
                                + 8 * (y + i / PER_LEAF % PER_LEAF)
                                + 64 * (z + i / (PER_LEAF * PER_LEAF));
                values[v] = block.values[i];
                mask[v >> 6] |= 1L << (v & 63);
            }
        }
        List<Leaf> all = new ArrayList<>();
        leaves.forEach(
                (key, values) ->
                        all.add(
                                new Leaf(
                                        SparseGrid.EDGE * key.get(0),
                                        SparseGrid.EDGE * key.get(1),
                                        SparseGrid.EDGE * key.get(2),
                                        masks.get(key),
                                        values,
                                        null)));
        return new SparseGrid(
                channel, unit, false, false, new float[] {background}, all.toArray(Leaf[]::new));
    }

    private static float[] filled(float background) {
        float[] values = new float[SparseGrid.VOXELS];
        Arrays.fill(values, background);
        return values;
    }
}
