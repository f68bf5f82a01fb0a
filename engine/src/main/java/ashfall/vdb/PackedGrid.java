package ashfall.vdb;

import ashfall.grid.SparseGrid.Leaf;
import ashfall.work.Workers;

import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/// A grid as a file will hold it: its leaves are packed already, so that it takes no more memory
/// than it will take space.
///
/// @param uniqueName name in the file; a counter is appended where names repeat
/// @param half are values stored as 16-bit floats?
/// @param leaves in any order, no two at one place
/// @param metadata entries by name; what the leaves tell (counts, box, range) is added when written
public record PackedGrid(
        String name,
        String uniqueName,
        String type,
        boolean half,
        float[] background,
        List<LeafPacker.Packed> leaves,
        VdbTransform transform,
        Map<String, Object> metadata) {
    private static final int SLAB = 64;

    public PackedGrid {
        leaves = List.copyOf(leaves);
        metadata = Collections.unmodifiableMap(new LinkedHashMap<>(metadata));
    }

    /// Packs a grid's leaves and its tiles of 8 voxels.
    static PackedGrid of(VdbGrid grid, Workers workers) {
        List<Leaf> leaves = grid.leaves();
        LeafPacker.Packed[] packed = new LeafPacker.Packed[leaves.size()];
        workers.forEachSlab(
                (packed.length + SLAB - 1) / SLAB,
                (slab, worker) -> {
                    LeafPacker packer = new LeafPacker(grid.components(), grid.half());
                    for (int i = slab * SLAB; i < Math.min(packed.length, (slab + 1) * SLAB); i++) {
                        packed[i] = packer.pack(leaves.get(i));
                    }
                });
        return new PackedGrid(
                grid.name(),
                grid.uniqueName(),
                grid.type(),
                grid.half(),
                grid.background(),
                Stream.concat(Arrays.stream(packed), grid.tiles().stream().map(PackedGrid::packed))
                        .toList(),
                grid.transform(),
                grid.metadata());
    }

    private static LeafPacker.Packed packed(VdbGrid.Tile tile) {
        if (tile.edge() != 8) {
            throw new IllegalArgumentException(
                    "tiles of 8 voxels are written, not of " + tile.edge());
        }
        long[] mask = new long[8];
        Arrays.fill(mask, -1L);
        float[] value = tile.value();
        return new LeafPacker.Packed(tile.x(), tile.y(), tile.z(), mask, null, value, value, value);
    }

    int components() {
        return background.length;
    }

    /// Active voxels.
    public long active() {
        return leaves.stream().mapToLong(LeafPacker.Packed::active).sum();
    }

    /// The grid's own entries with those that are found from its voxels.
    Map<String, Object> entries() {
        int[] from = {Integer.MAX_VALUE, Integer.MAX_VALUE, Integer.MAX_VALUE};
        int[] to = {Integer.MIN_VALUE, Integer.MIN_VALUE, Integer.MIN_VALUE};
        double[] min = new double[components()];
        double[] max = new double[components()];
        Arrays.fill(min, Double.POSITIVE_INFINITY);
        Arrays.fill(max, Double.NEGATIVE_INFINITY);
        for (LeafPacker.Packed leaf : leaves) {
            bound(leaf, from, to);
            for (int k = 0; k < min.length; k++) {
                min[k] = Math.min(min[k], leaf.min()[k]);
                max[k] = Math.max(max[k], leaf.max()[k]);
            }
        }
        long count = active();
        Map<String, Object> all = new LinkedHashMap<>(metadata);
        all.put("name", name);
        all.put("is_saved_as_half_float", half);
        all.put("file_bbox_min", from);
        all.put("file_bbox_max", to);
        all.put("file_voxel_count", count);
        all.put("file_compression", "zip + active values");
        if (count > 0) {
            all.put("value_min", min.length == 1 ? (Object) min[0] : min);
            all.put("value_max", max.length == 1 ? (Object) max[0] : max);
        }
        return all;
    }

    private static void bound(LeafPacker.Packed leaf, int[] from, int[] to) {
        int[] origin = {leaf.x(), leaf.y(), leaf.z()};
        for (int word = 0; word < 8; word++) {
            for (long left = leaf.mask()[word]; left != 0; left &= left - 1) {
                int n = Long.numberOfTrailingZeros(left);
                int[] local = {word, n >> 3, n & 7};
                for (int axis = 0; axis < 3; axis++) {
                    from[axis] = Math.min(from[axis], origin[axis] + local[axis]);
                    to[axis] = Math.max(to[axis], origin[axis] + local[axis]);
                }
            }
        }
    }
}
