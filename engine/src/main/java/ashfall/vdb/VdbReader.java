package ashfall.vdb;

import ashfall.grid.SparseGrid.Leaf;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/// Reads float and vec3s grids of OpenVDB files, versions 220 to 224, full and half, uncompressed,
/// zip or Blosc.
///
/// Every length is checked against the bytes that remain before it is believed. Grids of other
/// types are refused with their name and type.
public final class VdbReader {
    private static final int LEAF = 512;
    private static final int[] SLOTS = {4096, 32768};
    private static final int[] EDGE = {8, 128, 4096};

    private final String file;
    private final ByteBuffer in;
    private int version;
    private boolean offsets;

    private VdbReader(String file, ByteBuffer in) {
        this.file = file;
        this.in = in.order(ByteOrder.LITTLE_ENDIAN);
    }

    /// Reads a file whole.
    ///
    /// @throws VdbException when it is damaged, or holds what is not read here
    public static VdbFile read(Path path) throws IOException {
        long size = Files.size(path);
        if (size > Integer.MAX_VALUE) {
            throw new VdbException(path + ": files over 2 GiB are not read");
        }
        try (FileChannel channel = FileChannel.open(path)) {
            ByteBuffer bytes = ByteBuffer.allocate((int) size);
            int got = 0;
            while (bytes.hasRemaining() && got >= 0) {
                got = channel.read(bytes);
            }
            return read(path.toString(), bytes.flip());
        }
    }

    /// Reads from memory; `file` names it in messages.
    public static VdbFile read(String file, ByteBuffer bytes) throws IOException {
        return new VdbReader(file, bytes).file();
    }

    private VdbException damaged(String what) {
        return new VdbException(file + ": byte " + in.position() + ": " + what);
    }

    private VdbFile file() throws IOException {
        if (in.remaining() < 8 || in.getLong(0) != VdbWriter.MAGIC) {
            throw new VdbException(
                    file + ": it is not an OpenVDB file: the first eight bytes are not its mark");
        }
        in.position(8);
        version = i32("version");
        if (version < 220 || version > 224) {
            throw new VdbException(
                    file + ": file version " + version + " is not read; 220 to 224 are");
        }
        i32("library version");
        i32("library version");
        offsets = u8("offset flag") != 0;
        boolean allZip = version < 222 && u8("compression flag") != 0;
        String uuid = new String(bytes(36, "UUID"), StandardCharsets.US_ASCII);
        Map<String, Object> metadata = metadata();
        int count = i32("number of grids");
        if (count < 0 || count > in.remaining() / 36) {
            throw damaged(
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
        String unique = string("grid name");
        String type = string("grid type");
        String parent = string("instance parent");
        long[] positions = {i64("grid position"), i64("block position"), i64("end position")};
        boolean instance = !parent.isEmpty();
        if (offsets
                && (positions[0] != in.position()
                        || positions[2] > in.limit()
                        || positions[2] < positions[0]
                        || (!instance
                                && (positions[1] < positions[0] || positions[1] > positions[2])))) {
            throw damaged(
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
                    file
                            + ": grid '"
                            + shown(unique)
                            + "' is of type "
                            + type
                            + "; float and vec3s grids are read");
        }
        int flags = version >= 222 ? i32("compression flags") : allZip ? 1 : 0;
        if ((flags & ~7) != 0) {
            throw damaged(
                    "compression flags " + flags + " of grid '" + shown(unique) + "' are unknown");
        }
        Map<String, Object> metadata = metadata();
        boolean half = Boolean.TRUE.equals(metadata.get("is_saved_as_half_float"));
        VdbTransform transform = transform();
        String name = metadata.get("name") instanceof String s ? s : "";
        if (instance) {
            VdbGrid p = byName.get(parent);
            if (p == null) {
                throw damaged(
                        "grid '"
                                + shown(unique)
                                + "' shares the tree of '"
                                + shown(parent)
                                + "', which is not in the file before it");
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
        Tree tree = new Tree(components, half, flags);
        tree.topology();
        if (offsets && in.position() != positions[1]) {
            throw damaged(
                    "the leaf buffers of grid '"
                            + shown(unique)
                            + "' should begin at byte "
                            + positions[1]);
        }
        tree.buffers();
        if (offsets && in.position() != positions[2]) {
            throw damaged("grid '" + shown(unique) + "' should end at byte " + positions[2]);
        }
        return new VdbGrid(
                name,
                unique,
                plainType,
                half,
                tree.background,
                tree.leaves,
                tree.tiles,
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
        int count = i32("metadata count");
        if (count < 0 || count > in.remaining() / 12) {
            throw damaged(Integer.toUnsignedString(count) + " metadata entries cannot fit");
        }
        Map<String, Object> all = new LinkedHashMap<>();
        for (int i = 0; i < count; i++) {
            String name = string("metadata name");
            String type = string("metadata type");
            int size = length("metadata value");
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
            case "string" -> new String(bytes(size, "metadata"), StandardCharsets.UTF_8);
            case "bool" -> size == 1 ? in.get() != 0 : null;
            case "int32" -> size == 4 ? in.getInt() : null;
            case "int64" -> size == 8 ? in.getLong() : null;
            case "float" -> size == 4 ? in.getFloat() : null;
            case "double" -> size == 8 ? in.getDouble() : null;
            case "vec2i", "vec3i", "vec4i" -> ints(size / 4);
            case "vec2s", "vec3s", "vec4s", "mat4s" -> floats(size / 4);
            case "vec2d", "vec3d", "vec4d", "mat4d" -> doubles(size / 8);
            default -> null;
        };
    }

    private int[] ints(int n) {
        int[] out = new int[n];
        for (int i = 0; i < n; i++) {
            out[i] = in.getInt();
        }
        return out;
    }

    private double[] floats(int n) {
        double[] out = new double[n];
        for (int i = 0; i < n; i++) {
            out[i] = in.getFloat();
        }
        return out;
    }

    private double[] doubles(int n) {
        double[] out = new double[n];
        for (int i = 0; i < n; i++) {
            out[i] = in.getDouble();
        }
        return out;
    }

    private VdbTransform transform() throws IOException {
        String map = string("transform");
        double[] frustum = null;
        String linear = map;
        if (map.equals("NonlinearFrustumMap")) {
            frustum = new double[8];
            for (int i = 0; i < 6; i++) {
                frustum[i] = version == 220 ? i32("frustum") : f64("frustum");
            }
            frustum[6] = f64("taper");
            frustum[7] = f64("depth");
            linear = string("second map");
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
                    m[i] = f64("matrix");
                }
            }
            default -> throw damaged("the transform '" + linear + "' is unknown");
        }
        return new VdbTransform(map, m, frustum);
    }

    private void scale(double[] m) throws IOException {
        for (int i = 0; i < 3; i++) {
            m[5 * i] = f64("scale");
        }
        for (int i = 0; i < 12; i++) {
            f64("scale");
        }
    }

    private void translation(double[] m) throws IOException {
        for (int i = 0; i < 3; i++) {
            m[12 + i] = f64("translation");
        }
    }

    private void need(int bytes, String what) throws VdbException {
        if (bytes < 0 || in.remaining() < bytes) {
            throw damaged(
                    "the file ends inside "
                            + what
                            + ": "
                            + Integer.toUnsignedString(bytes)
                            + " bytes wanted, "
                            + in.remaining()
                            + " left");
        }
    }

    private byte[] bytes(int count, String what) throws VdbException {
        need(count, what);
        byte[] out = new byte[count];
        in.get(out);
        return out;
    }

    private int u8(String what) throws VdbException {
        need(1, what);
        return in.get() & 0xFF;
    }

    private int i32(String what) throws VdbException {
        need(4, what);
        return in.getInt();
    }

    private long i64(String what) throws VdbException {
        need(8, what);
        return in.getLong();
    }

    private double f64(String what) throws VdbException {
        need(8, what);
        return in.getDouble();
    }

    private int length(String what) throws VdbException {
        int length = i32(what);
        need(length, what);
        return length;
    }

    private String string(String what) throws VdbException {
        return new String(bytes(length(what), what), StandardCharsets.UTF_8);
    }

    private long[] mask(int bits, String what) throws VdbException {
        need(bits / 8, what);
        long[] mask = new long[bits / 64];
        for (int i = 0; i < mask.length; i++) {
            mask[i] = in.getLong();
        }
        return mask;
    }

    private static boolean isSet(long[] mask, int n) {
        return (mask[n >> 6] >>> (n & 63) & 1) != 0;
    }

    private static int countSet(long[] mask) {
        int count = 0;
        for (long word : mask) {
            count += Long.bitCount(word);
        }
        return count;
    }

    /// The tree of a grid while it is read.
    private final class Tree {
        private final int components;
        private final boolean half;
        private final boolean zip;
        private final boolean blosc;
        private final boolean masked;
        final List<Leaf> leaves = new ArrayList<>();
        final List<VdbGrid.Tile> tiles = new ArrayList<>();
        private final List<Root> roots = new ArrayList<>();
        private final Inflater inflater = new Inflater();
        float[] background;

        /// Leaves below a child of the root: origins and active masks, in the order of the
        /// topology.
        private record Root(int[] origin, List<int[]> origins, List<long[]> masks) {}

        Tree(int components, boolean half, int flags) {
            this.components = components;
            this.half = half;
            this.blosc = (flags & 4) != 0;
            this.zip = (flags & 1) != 0 && !blosc;
            this.masked = version >= 222;
        }

        void topology() throws IOException {
            int bufferCount = i32("buffer count");
            if (bufferCount != 1) {
                throw damaged("a tree with " + bufferCount + " buffers is not read");
            }
            background = plainValue();
            int tileCount = i32("root tiles");
            int childCount = i32("root children");
            int tileSize = 13 + 4 * components;
            if (tileCount < 0 || tileCount > in.remaining() / tileSize) {
                throw damaged(tileCount + " root tiles cannot fit");
            }
            if (childCount < 0 || childCount > in.remaining() / (8192 + 12)) {
                throw damaged(childCount + " root children cannot fit");
            }
            for (int i = 0; i < tileCount; i++) {
                int[] o = origin();
                float[] value = plainValue();
                tile(o, EDGE[2], value, u8("tile state") != 0);
            }
            for (int i = 0; i < childCount; i++) {
                int[] o = origin();
                Root root = new Root(o, new ArrayList<>(), new ArrayList<>());
                node(1, o, root);
                roots.add(root);
            }
            roots.sort(
                    (a, b) -> {
                        int x = Integer.compare(a.origin[0], b.origin[0]);
                        int y = x != 0 ? x : Integer.compare(a.origin[1], b.origin[1]);
                        return y != 0 ? y : Integer.compare(a.origin[2], b.origin[2]);
                    });
        }

        private int[] origin() throws VdbException {
            return new int[] {i32("origin"), i32("origin"), i32("origin")};
        }

        private float[] plainValue() throws VdbException {
            float[] value = new float[components];
            for (int k = 0; k < components; k++) {
                value[k] = Float.intBitsToFloat(i32("value"));
            }
            return value;
        }

        private void tile(int[] o, int edge, float[] value, boolean active) {
            if (active || !java.util.Arrays.equals(value, background)) {
                tiles.add(new VdbGrid.Tile(o[0], o[1], o[2], edge, value, active));
            }
        }

        /// An internal node: level 1 is the upper one, 0 the lower one.
        private void node(int level, int[] o, Root root) throws IOException {
            int slots = SLOTS[level];
            int bits = level == 1 ? 5 : 4;
            long[] children = mask(slots, "child mask");
            long[] active = mask(slots, "active mask");
            float[] values = values(slots, active, children);
            for (int n = 0; n < slots; n++) {
                boolean child = isSet(children, n);
                if (!child && !isSet(active, n) && isBackground(values, n)) {
                    continue;
                }
                int[] c = {
                    o[0] + (n >> (2 * bits)) * EDGE[level],
                    o[1] + ((n >> bits) & ((1 << bits) - 1)) * EDGE[level],
                    o[2] + (n & ((1 << bits) - 1)) * EDGE[level]
                };
                if (!child) {
                    float[] value = new float[components];
                    System.arraycopy(values, n * components, value, 0, components);
                    tile(c, EDGE[level], value, isSet(active, n));
                } else if (level == 1) {
                    node(0, c, root);
                } else {
                    root.origins.add(c);
                    root.masks.add(mask(LEAF, "leaf mask"));
                }
            }
        }

        private boolean isBackground(float[] values, int n) {
            for (int k = 0; k < components; k++) {
                if (values[n * components + k] != background[k]) {
                    return false;
                }
            }
            return true;
        }

        void buffers() throws IOException {
            for (Root root : roots) {
                for (int i = 0; i < root.origins.size(); i++) {
                    leaf(root.origins.get(i), root.masks.get(i));
                }
            }
            inflater.end();
        }

        private void leaf(int[] o, long[] topologyMask) throws IOException {
            long[] active = mask(LEAF, "leaf mask");
            if (!java.util.Arrays.equals(active, topologyMask)) {
                throw damaged("the mask of a leaf differs from the one in the tree");
            }
            if (!masked) {
                origin();
                if (u8("buffer count") != 1) {
                    throw damaged("a leaf with several buffers is not read");
                }
            }
            float[] stored = values(LEAF, active, null);
            float[] full = half ? null : new float[LEAF * components];
            short[] halves = half ? new short[LEAF * components] : null;
            for (int n = 0; n < LEAF; n++) {
                int m = LeafOrder.IN_MEMORY[n];
                for (int k = 0; k < components; k++) {
                    float v = stored[n * components + k];
                    if (half) {
                        halves[m * components + k] = Float.floatToFloat16(v);
                    } else {
                        full[m * components + k] = v;
                    }
                }
            }
            leaves.add(new Leaf(o[0], o[1], o[2], LeafOrder.turned(active), full, halves));
        }

        /// Values of all slots of a node, in the order of the file; `children` is null for a leaf.
        private float[] values(int slots, long[] active, long[] children) throws IOException {
            float[] out = new float[slots * components];
            if (!masked) {
                int count = children == null ? slots : slots - countSet(children);
                float[] stored = chunk(count);
                int at = 0;
                for (int n = 0; n < slots; n++) {
                    if (children == null || !isSet(children, n)) {
                        System.arraycopy(
                                stored, at++ * components, out, n * components, components);
                    }
                }
                return out;
            }
            int code = u8("node code");
            if (code > 6) {
                throw damaged("node code " + code + " is unknown; 0 to 6 are legal");
            }
            float[] negative = background.clone();
            for (int k = 0; k < components; k++) {
                negative[k] = -negative[k];
            }
            float[] v0 = code == 2 || code == 4 || code == 5 ? plainValue() : null;
            float[] v1 = code == 5 ? plainValue() : null;
            long[] selection = code >= 3 && code <= 5 ? mask(slots, "selection mask") : null;
            float[] stored = chunk(code == 6 ? slots : countSet(active));
            int at = 0;
            for (int n = 0; n < slots; n++) {
                if (code == 6 || isSet(active, n)) {
                    System.arraycopy(stored, at++ * components, out, n * components, components);
                    continue;
                }
                boolean chosen = selection != null && isSet(selection, n);
                float[] value =
                        switch (code) {
                            case 0 -> background;
                            case 1 -> negative;
                            case 2 -> v0;
                            case 3 -> chosen ? background : negative;
                            case 4 -> chosen ? background : v0;
                            default -> chosen ? v1 : v0;
                        };
                System.arraycopy(value, 0, out, n * components, components);
            }
            return out;
        }

        private float[] chunk(int count) throws IOException {
            int width = half ? 2 : 4;
            int expected = count * components * width;
            if (half && count == 0) {
                return new float[0];
            }
            byte[] raw;
            if (!zip && !blosc) {
                raw = bytes(expected, "values");
            } else {
                long size = i64("chunk size");
                if (size > in.remaining() || -size > in.remaining()) {
                    throw damaged(
                            "a chunk of " + Math.abs(size) + " bytes is longer than the file");
                }
                raw =
                        size <= 0
                                ? bytes((int) -size, "values")
                                : unpacked(bytes((int) size, "values"), expected);
                if (raw.length != expected) {
                    throw damaged(
                            "a chunk holds "
                                    + raw.length
                                    + " bytes where "
                                    + expected
                                    + " are expected");
                }
            }
            ByteBuffer b = ByteBuffer.wrap(raw).order(ByteOrder.LITTLE_ENDIAN);
            float[] out = new float[count * components];
            for (int i = 0; i < out.length; i++) {
                out[i] = half ? Float.float16ToFloat(b.getShort()) : b.getFloat();
            }
            return out;
        }

        private byte[] unpacked(byte[] packed, int expected) throws IOException {
            if (blosc) {
                try {
                    return Blosc.unpack(packed, expected);
                } catch (IllegalArgumentException e) {
                    throw damaged(e.getMessage());
                }
            }
            byte[] out = new byte[expected];
            inflater.reset();
            inflater.setInput(packed);
            try {
                int length = 0;
                while (length < expected) {
                    int n = inflater.inflate(out, length, expected - length);
                    if (n == 0) {
                        break;
                    }
                    length += n;
                }
                // One byte more than expected shows a stream that is too long; reaching the end
                // checks its sum.
                int more = inflater.inflate(new byte[1]);
                if (length != expected || more != 0 || !inflater.finished()) {
                    throw damaged(
                            "a zipped chunk does not hold the " + expected + " bytes expected");
                }
            } catch (DataFormatException e) {
                throw damaged("a zipped chunk is damaged: " + e.getMessage());
            }
            return out;
        }
    }
}
