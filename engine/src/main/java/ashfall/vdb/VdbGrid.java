package ashfall.vdb;

import ashfall.grid.SparseGrid.Leaf;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// One grid of a file: float (one component) or vec3s (three).
///
/// @param uniqueName name in the file; a counter is appended where names repeat, shown as `name[1]`
/// @param type tree type, such as `Tree_float_5_4_3`
/// @param half are values stored as 16-bit floats?
/// @param background value of what is nowhere listed, per component
/// @param leaves voxels, in memory order
/// @param tiles cubes of one value
/// @param metadata entries by name: String, Boolean, Integer, Long, Float, Double, or arrays of
///     numbers
public record VdbGrid(
        String name,
        String uniqueName,
        String type,
        boolean half,
        float[] background,
        List<Leaf> leaves,
        List<Tile> tiles,
        VdbTransform transform,
        Map<String, Object> metadata) {

    /// A cube of voxels with one value; its origin is a multiple of its edge (8, 128 or 4096).
    public record Tile(int x, int y, int z, int edge, float[] value, boolean active) {
        long voxels() {
            return (long) edge * edge * edge;
        }

        boolean holds(int i, int j, int k) {
            return i >= x && i < x + edge && j >= y && j < y + edge && k >= z && k < z + edge;
        }
    }

    public VdbGrid {
        leaves = List.copyOf(leaves);
        tiles = List.copyOf(tiles);
        metadata = Collections.unmodifiableMap(new LinkedHashMap<>(metadata));
    }

    public int components() {
        return background.length;
    }

    /// Class of the grid: `fog volume`, `level set`, `staggered` or `unknown`.
    public String gridClass() {
        return metadata.get("class") instanceof String s ? s : "unknown";
    }

    /// Value of a component at an index coordinate. Slow: for single looks.
    public float value(int i, int j, int k, int component) {
        for (Leaf leaf : leaves) {
            if (leaf.x() == (i & ~7) && leaf.y() == (j & ~7) && leaf.z() == (k & ~7)) {
                return leaf.value(
                        ((i & 7) + 8 * (j & 7) + 64 * (k & 7)) * components() + component);
            }
        }
        for (Tile tile : tiles) {
            if (tile.holds(i, j, k)) {
                return tile.value()[component];
            }
        }
        return background[component];
    }

    /// Is the voxel at an index coordinate active? Slow: for single looks.
    public boolean isActive(int i, int j, int k) {
        for (Leaf leaf : leaves) {
            if (leaf.x() == (i & ~7) && leaf.y() == (j & ~7) && leaf.z() == (k & ~7)) {
                return leaf.isActive((i & 7) + 8 * (j & 7) + 64 * (k & 7));
            }
        }
        for (Tile tile : tiles) {
            if (tile.holds(i, j, k)) {
                return tile.active();
            }
        }
        return false;
    }
}
