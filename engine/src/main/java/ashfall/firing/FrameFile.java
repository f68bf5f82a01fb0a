package ashfall.firing;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.sim.Snapshot;
import ashfall.vdb.LeafPacker;
import ashfall.vdb.PackedGrid;
import ashfall.vdb.VdbFile;
import ashfall.vdb.VdbGrid;
import ashfall.vdb.VdbReader;
import ashfall.vdb.VdbTransform;
import ashfall.vdb.VdbWriter;
import ashfall.work.Workers;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// A frame as a .vdb file and back.
public final class FrameFile {
    /// Entry of a grid: largest difference between a value of the gas and the one kept.
    static final String ROUNDING = "largest_rounding";

    /// Entry of a grid: largest difference from still air of what is not kept.
    static final String LEFT_OUT = "largest_left_out";

    /// Entry of a grid that goes by another name than its channel's: the channel.
    static final String CHANNEL = "channel";

    private FrameFile() {}

    /// Writes a frame; the file says what it holds, in which units, of which firing.
    ///
    /// @param about entries that concern the whole firing, such as its key and frame rate
    static void write(Path path, Frame frame, Map<String, Object> about, VdbWriter writer)
            throws IOException {
        List<VdbGrid> grids = new ArrayList<>();
        frame.channels().values().forEach(channel -> grids.add(grid(channel, frame.lattice())));
        writer.write(path, entries(about, frame.number(), frame.seconds(), frame.lattice()), grids);
    }

    /// What a file says of itself.
    static Map<String, Object> entries(
            Map<String, Object> about, long number, double seconds, Lattice lattice) {
        Map<String, Object> file = new LinkedHashMap<>(about);
        file.put("creator", "Ashfall");
        file.put("frame", number);
        file.put("seconds", seconds);
        file.put("up_axis", "y");
        file.put("length_unit", "m");
        file.put("voxel_size", lattice.voxel());
        return file;
    }

    private static VdbGrid grid(SparseGrid channel, Lattice lattice) {
        List<Leaf> leaves = new ArrayList<>();
        for (int i = 0; i < channel.leafCount(); i++) {
            leaves.add(channel.leaf(i));
        }
        float[] background = new float[channel.components()];
        for (int k = 0; k < background.length; k++) {
            background[k] = channel.background(k);
        }
        return new VdbGrid(
                channel.name(),
                channel.name(),
                type(background.length, channel.isHalf()),
                channel.isHalf(),
                background,
                leaves,
                List.of(),
                transform(lattice),
                metadata(channel.unit(), channel.isStaggered(), background));
    }

    /// A channel that is packed already.
    ///
    /// @param leaves its leaves
    /// @param name of its grid in the file
    static PackedGrid packed(
            Snapshot.Taken<?> taken, List<LeafPacker.Packed> leaves, Lattice lattice, String name) {
        float[] background = taken.background();
        Map<String, Object> metadata = metadata(taken.unit(), taken.staggered(), background);
        metadata.put(ROUNDING, taken.rounding());
        if (background.length == 1) {
            metadata.put(LEFT_OUT, taken.leftOut());
        }
        if (!name.equals(taken.name())) {
            metadata.put(CHANNEL, taken.name());
        }
        return new PackedGrid(
                name,
                name,
                type(background.length, taken.half()),
                taken.half(),
                background,
                leaves,
                transform(lattice),
                metadata);
    }

    private static Map<String, Object> metadata(
            String unit, boolean staggered, float[] background) {
        Map<String, Object> metadata = new LinkedHashMap<>();
        metadata.put("unit", unit);
        if (staggered) {
            metadata.put("class", "staggered");
            metadata.put("vector_type", "contravariant relative");
        } else if (background[0] == 0) {
            metadata.put("class", "fog volume");
        }
        return metadata;
    }

    private static String type(int components, boolean half) {
        return (components == 1 ? "Tree_float_5_4_3" : "Tree_vec3s_5_4_3")
                + (half ? "_HalfFloat" : "");
    }

    private static VdbTransform transform(Lattice lattice) {
        return VdbTransform.uniform(
                lattice.voxel(), lattice.centre(0, 0), lattice.centre(1, 0), lattice.centre(2, 0));
    }

    /// Reads a frame. Its voxels must be cubes along the axes, as those of firings are.
    ///
    /// @throws IOException when the file is damaged or is no frame
    public static Frame read(Path path) throws IOException {
        return read(path, null);
    }

    /// As the other.
    ///
    /// @param workers who help, or null
    public static Frame read(Path path, Workers workers) throws IOException {
        VdbFile file = VdbReader.read(path, workers);
        if (file.grids().isEmpty()) {
            throw new IOException(path + ": it holds no grid");
        }
        Map<String, SparseGrid> channels = new LinkedHashMap<>();
        VdbTransform transform = file.grids().getFirst().transform();
        double[] m = transform.matrix();
        boolean cubes =
                transform.isLinear()
                        && m[0] > 0
                        && m[0] == m[5]
                        && m[0] == m[10]
                        && m[1] == 0
                        && m[2] == 0
                        && m[4] == 0
                        && m[6] == 0
                        && m[8] == 0
                        && m[9] == 0;
        if (!cubes) {
            throw new IOException(path + ": its voxels are not cubes along the axes");
        }
        for (VdbGrid grid : file.grids()) {
            if (!Arrays.equals(grid.transform().matrix(), m)) {
                throw new IOException(path + ": its grids do not share one place and voxel size");
            }
            channels.put(channelOf(grid.name(), grid.metadata()), channel(grid, path));
        }
        Lattice lattice =
                new Lattice(m[12] - 0.5 * m[0], m[13] - 0.5 * m[0], m[14] - 0.5 * m[0], m[0]);
        long number = file.metadata().get("frame") instanceof Number n ? n.longValue() : 0;
        double seconds = file.metadata().get("seconds") instanceof Number n ? n.doubleValue() : 0;
        return new Frame(number, seconds, lattice, channels);
    }

    /// The channel that a grid holds.
    static String channelOf(String gridName, Map<String, Object> metadata) {
        return metadata.get(CHANNEL) instanceof String channel ? channel : gridName;
    }

    private static SparseGrid channel(VdbGrid grid, Path path) throws IOException {
        List<Leaf> leaves = new ArrayList<>(grid.leaves());
        for (VdbGrid.Tile tile : grid.tiles()) {
            if (tile.edge() > 8) {
                throw new IOException(
                        path
                                + ": grid '"
                                + grid.name()
                                + "' has tiles of "
                                + tile.edge()
                                + " voxels; frames have none over 8");
            }
            leaves.add(expanded(tile, grid));
        }
        String unit = grid.metadata().get("unit") instanceof String s ? s : "";
        return new SparseGrid(
                channelOf(grid.name(), grid.metadata()),
                unit,
                grid.half(),
                grid.gridClass().equals("staggered"),
                grid.background(),
                leaves.toArray(Leaf[]::new));
    }

    private static Leaf expanded(VdbGrid.Tile tile, VdbGrid grid) {
        int components = grid.components();
        float[] values = new float[SparseGrid.VOXELS * components];
        for (int i = 0; i < values.length; i++) {
            values[i] = tile.value()[i % components];
        }
        long[] mask = new long[8];
        Arrays.fill(mask, tile.active() ? -1L : 0L);
        return new Leaf(tile.x(), tile.y(), tile.z(), mask, values, null);
    }
}
