package ashfall.vdb;

import ashfall.grid.SparseGrid.Leaf;
import ashfall.work.Workers;

import java.io.IOException;
import java.lang.foreign.Arena;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Reads float and vec3s grids of OpenVDB files, versions 220 to 224, full and half, uncompressed,
/// zip or Blosc.
///
/// Every length is checked against the bytes that remain before it is believed. Grids of other
/// types are refused with their name and type.
public final class VdbReader {
    private final VdbInput in;
    /// Bytes that are read at once.
    private static final int PIECE = 1 << 22;

    private final Workers workers;

    /// What is done with a grid in place of keeping its leaves, or null.
    private final Look look;

    /// Of the grids before, for those that share one; only where they are looked at.
    private final Map<String, TreeReader> trees = new HashMap<>();

    private int version;
    private boolean offsets;

    private VdbReader(VdbInput in, Workers workers, Look look) {
        this.in = in;
        this.workers = workers;
        this.look = look;
    }

    /// Looks at a grid while it is read. One that shares another's tree is shown that tree.
    private interface Look {
        void at(String uniqueName, int components, TreeReader tree) throws IOException;
    }

    /// Reads a file whole, on the caller's thread.
    ///
    /// @throws VdbException when it is damaged, or holds what is not read here
    public static VdbFile read(Path path) throws IOException {
        return read(path, null);
    }

    /// Reads a file whole.
    ///
    /// @param workers who help, or null; their job may be cancelled meanwhile
    public static VdbFile read(Path path, Workers workers) throws IOException {
        try (FileChannel channel = FileChannel.open(path)) {
            ByteBuffer bytes = ByteBuffer.allocate(checkedSize(path));
            int got = 0;
            while (bytes.hasRemaining() && got >= 0) {
                if (workers != null) {
                    workers.check();
                }
                bytes.limit(Math.min(bytes.capacity(), bytes.position() + PIECE));
                got = channel.read(bytes);
                bytes.limit(bytes.capacity());
            }
            return new VdbReader(new VdbInput(path.toString(), bytes.flip()), workers, null).file();
        }
    }

    private static int checkedSize(Path path) throws IOException {
        long size = Files.size(path);
        if (size > Integer.MAX_VALUE) {
            throw new VdbException(path + ": files over 2 GiB are not read");
        }
        return (int) size;
    }

    /// Reads from memory; `file` names it in messages.
    public static VdbFile read(String file, ByteBuffer bytes) throws IOException {
        return new VdbReader(new VdbInput(file, bytes), null, null).file();
    }

    /// Reads a file whole without keeping what it holds: what its grids measure, by unique name.
    public static Map<String, VdbStats> measure(Path path) throws IOException {
        Map<String, VdbStats> all = new LinkedHashMap<>();
        look(path, (name, components, tree) -> all.put(name, VdbStats.of(components, tree)));
        return all;
    }

    /// How many voxels of each grid are active, by unique name. Only the structure is read, not the
    /// values.
    public static Map<String, Long> outline(Path path) throws IOException {
        Map<String, Long> all = new LinkedHashMap<>();
        look(path, (name, components, tree) -> all.put(name, tree.active()));
        return all;
    }

    private static void look(Path path, Look look) throws IOException {
        int size = checkedSize(path);
        try (FileChannel channel = FileChannel.open(path);
                Arena arena = Arena.ofConfined()) {
            ByteBuffer bytes =
                    channel.map(FileChannel.MapMode.READ_ONLY, 0, size, arena).asByteBuffer();
            new VdbReader(new VdbInput(path.toString(), bytes), null, look).file();
        } catch (InternalError e) {
            throw new IOException(path + ": it cannot be read any more", e);
        }
    }

    private VdbFile file() throws IOException {
        if (in.remaining() < 8 || in.i64("mark") != VdbWriter.MAGIC) {
            throw new VdbException(
                    in.file()
                            + ": it is not an OpenVDB file: the first eight bytes are not its"
                            + " mark");
        }
        version = in.i32("version");
        if (version < 220 || version > 224) {
            throw new VdbException(
                    in.file() + ": file version " + version + " is not read; 220 to 224 are");
        }
        in.i32("library version");
        in.i32("library version");
        offsets = in.u8("offset flag") != 0;
        boolean allZip = version < 222 && in.u8("compression flag") != 0;
        String uuid = new String(in.bytes(36, "UUID"), StandardCharsets.US_ASCII);
        Map<String, Object> metadata = metadata();
        int count = in.i32("number of grids");
        if (count < 0 || count > in.remaining() / 36) {
            throw in.damaged(
                    count + " grids cannot fit into the " + in.remaining() + " bytes that follow");
        }
        List<VdbGrid> grids = new ArrayList<>();
        Map<String, VdbGrid> byName = new HashMap<>();
        for (int i = 0; i < count; i++) {
            VdbGrid grid = grid(allZip, byName);
            grids.add(grid);
            byName.put(grid.uniqueName(), grid);
        }
        return new VdbFile(version, uuid, metadata, grids);
    }

    private VdbGrid grid(boolean allZip, Map<String, VdbGrid> byName) throws IOException {
        String unique = in.string("grid name");
        String type = in.string("grid type");
        String parent = in.string("instance parent");
        long[] positions = {
            in.i64("grid position"), in.i64("block position"), in.i64("end position")
        };
        boolean instance = !parent.isEmpty();
        if (offsets
                && (positions[0] != in.position()
                        || positions[2] > in.limit()
                        || positions[2] < positions[0]
                        || (!instance
                                && (positions[1] < positions[0] || positions[1] > positions[2])))) {
            throw in.damaged(
                    "the positions of grid '"
                            + shown(unique)
                            + "' ("
                            + positions[0]
                            + ", "
                            + positions[1]
                            + ", "
                            + positions[2]
                            + ") do not fit the file");
        }
        String plainType =
                type.endsWith("_HalfFloat") ? type.substring(0, type.length() - 10) : type;
        int components =
                plainType.equals("Tree_float_5_4_3")
                        ? 1
                        : plainType.equals("Tree_vec3s_5_4_3") ? 3 : 0;
        if (components == 0) {
            throw new VdbException(
                    in.file()
                            + ": grid '"
                            + shown(unique)
                            + "' is of type "
                            + type
                            + "; float and vec3s grids are read");
        }
        int flags = version >= 222 ? in.i32("compression flags") : allZip ? 1 : 0;
        if ((flags & ~7) != 0) {
            throw in.damaged(
                    "compression flags " + flags + " of grid '" + shown(unique) + "' are unknown");
        }
        Map<String, Object> metadata = metadata();
        boolean half = Boolean.TRUE.equals(metadata.get("is_saved_as_half_float"));
        VdbTransform transform = transform();
        String name = metadata.get("name") instanceof String s ? s : "";
        if (instance) {
            VdbGrid p = byName.get(parent);
            if (p == null) {
                throw in.damaged(
                        "grid '"
                                + shown(unique)
                                + "' shares the tree of '"
                                + shown(parent)
                                + "', which is not in the file before it");
            }
            if (look != null) {
                look.at(unique, p.components(), trees.get(parent));
            }
            return new VdbGrid(
                    name,
                    unique,
                    plainType,
                    p.half(),
                    p.background(),
                    p.leaves(),
                    p.tiles(),
                    transform,
                    metadata);
        }
        TreeReader tree = new TreeReader(in, components, half, flags, version >= 222);
        tree.topology();
        if (offsets && in.position() != positions[1]) {
            throw in.damaged(
                    "the leaf buffers of grid '"
                            + shown(unique)
                            + "' should begin at byte "
                            + positions[1]);
        }
        tree.index();
        if (offsets && in.position() != positions[2]) {
            throw in.damaged("grid '" + shown(unique) + "' should end at byte " + positions[2]);
        }
        List<Leaf> leaves = List.of();
        if (look == null) {
            leaves = tree.leaves(workers);
        } else {
            look.at(unique, components, tree);
            trees.put(unique, tree);
        }
        return new VdbGrid(
                name,
                unique,
                plainType,
                half,
                tree.background(),
                leaves,
                tree.tiles(),
                transform,
                metadata);
    }

    /// `piece[1]` for the stored name with its counter.
    static String shown(String unique) {
        int mark = unique.indexOf(0x1E);
        return mark < 0
                ? unique
                : unique.substring(0, mark) + "[" + unique.substring(mark + 1) + "]";
    }

    private Map<String, Object> metadata() throws IOException {
        int count = in.i32("metadata count");
        if (count < 0 || count > in.remaining() / 12) {
            throw in.damaged(Integer.toUnsignedString(count) + " metadata entries cannot fit");
        }
        Map<String, Object> all = new LinkedHashMap<>();
        for (int i = 0; i < count; i++) {
            String name = in.string("metadata name");
            String type = in.string("metadata type");
            int size = in.length("metadata value");
            int end = in.position() + size;
            Object value = metadataValue(type, size);
            if (value != null) {
                all.put(name, value);
            }
            in.position(end);
        }
        return all;
    }

    /// A value of a known type, or null: unknown ones are passed over.
    private Object metadataValue(String type, int size) throws IOException {
        return switch (type) {
            case "string" -> new String(in.bytes(size, "metadata"), StandardCharsets.UTF_8);
            case "bool" -> size == 1 ? in.u8("metadata") != 0 : null;
            case "int32" -> size == 4 ? in.i32("metadata") : null;
            case "int64" -> size == 8 ? in.i64("metadata") : null;
            case "float" -> size == 4 ? in.f32("metadata") : null;
            case "double" -> size == 8 ? in.f64("metadata") : null;
            case "vec2i", "vec3i", "vec4i" -> ints(size / 4);
            case "vec2s", "vec3s", "vec4s", "mat4s" -> floats(size / 4);
            case "vec2d", "vec3d", "vec4d", "mat4d" -> doubles(size / 8);
            default -> null;
        };
    }

    private int[] ints(int n) throws IOException {
        int[] out = new int[n];
        for (int i = 0; i < n; i++) {
            out[i] = in.i32("metadata");
        }
        return out;
    }

    private double[] floats(int n) throws IOException {
        double[] out = new double[n];
        for (int i = 0; i < n; i++) {
            out[i] = in.f32("metadata");
        }
        return out;
    }

    private double[] doubles(int n) throws IOException {
        double[] out = new double[n];
        for (int i = 0; i < n; i++) {
            out[i] = in.f64("metadata");
        }
        return out;
    }

    private VdbTransform transform() throws IOException {
        String map = in.string("transform");
        double[] frustum = null;
        String linear = map;
        if (map.equals("NonlinearFrustumMap")) {
            frustum = new double[8];
            for (int i = 0; i < 6; i++) {
                frustum[i] = version == 220 ? in.i32("frustum") : in.f64("frustum");
            }
            frustum[6] = in.f64("taper");
            frustum[7] = in.f64("depth");
            linear = in.string("second map");
        }
        double[] m = {1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1};
        switch (linear) {
            case "ScaleMap", "UniformScaleMap" -> scale(m);
            case "ScaleTranslateMap", "UniformScaleTranslateMap" -> {
                translation(m);
                scale(m);
            }
            case "TranslationMap" -> translation(m);
            case "AffineMap", "UnitaryMap" -> {
                for (int i = 0; i < 16; i++) {
                    m[i] = in.f64("matrix");
                }
            }
            default -> throw in.damaged("the transform '" + linear + "' is unknown");
        }
        return new VdbTransform(map, m, frustum);
    }

    private void scale(double[] m) throws IOException {
        for (int i = 0; i < 3; i++) {
            m[5 * i] = in.f64("scale");
        }
        for (int i = 0; i < 12; i++) {
            in.f64("scale");
        }
    }

    private void translation(double[] m) throws IOException {
        for (int i = 0; i < 3; i++) {
            m[12 + i] = in.f64("translation");
        }
    }
}
