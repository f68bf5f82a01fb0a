package ashfall.vdb;

import ashfall.grid.SparseGrid.Leaf;
import ashfall.work.WholeFile;
import ashfall.work.Workers;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.Deflater;

/// Writes grids as an OpenVDB file of version 224: zip and active mask, half floats where a grid
/// asks for them.
///
/// The file is written to a temporary name, synced, and renamed: it is there whole or not at all.
/// Nothing in it depends on time, machine or threads; its UUID is a digest of what follows the
/// header.
public final class VdbWriter {
    static final long MAGIC = 0x56444220L;
    static final int VERSION = 224;
    private static final int ZIP_AND_MASK = 3;
    private static final int LEVEL = 5;

    private final Workers workers;

    public VdbWriter(Workers workers) {
        this.workers = workers;
    }

    /// Writes the file, replacing an older one of the same name.
    ///
    /// @param metadata entries of the whole file
    public void write(Path path, Map<String, Object> metadata, List<VdbGrid> grids)
            throws IOException {
        List<byte[]> body = new ArrayList<>();
        Bytes head = new Bytes();
        head.metadata(metadata);
        head.i32(grids.size());
        body.add(head.take());
        long position = 57 + body.getFirst().length;
        for (VdbGrid grid : grids) {
            position = append(grid, body, position);
        }
        List<ByteBuffer> parts = new ArrayList<>();
        parts.add(ByteBuffer.wrap(header(uuid(body))));
        body.forEach(part -> parts.add(ByteBuffer.wrap(part)));
        WholeFile.write(path, parts);
    }

    private static byte[] header(String uuid) {
        Bytes b = new Bytes();
        b.i64(MAGIC);
        b.i32(VERSION);
        b.i32(10);
        b.i32(0);
        b.u8(1);
        b.raw(uuid.getBytes(StandardCharsets.US_ASCII));
        return b.take();
    }

    private static String uuid(List<byte[]> body) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            body.forEach(digest::update);
            String hex = HexFormat.of().formatHex(digest.digest());
            // Variant and version digits as of a random UUID, the rest from the digest.
            return hex.substring(0, 8)
                    + "-"
                    + hex.substring(8, 12)
                    + "-4"
                    + hex.substring(13, 16)
                    + "-a"
                    + hex.substring(17, 20)
                    + "-"
                    + hex.substring(20, 32);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }

    private long append(VdbGrid grid, List<byte[]> body, long position) {
        Tree tree = new Tree(grid);
        byte[][] buffers = new byte[tree.leaves.size()][];
        int slabs = (buffers.length + 63) / 64;
        workers.forEachSlab(
                slabs,
                (slab, worker) -> {
                    Deflater deflater = new Deflater(LEVEL);
                    for (int i = slab * 64; i < Math.min(buffers.length, slab * 64 + 64); i++) {
                        buffers[i] = leafBuffer(grid, tree.leaves.get(i), deflater);
                    }
                    deflater.end();
                });
        Bytes block = new Bytes();
        block.i32(ZIP_AND_MASK);
        block.metadata(entries(grid));
        block.transform(grid.transform());
        tree.topology(block);
        byte[] topology = block.take();
        Bytes descriptor = new Bytes();
        descriptor.string(grid.uniqueName());
        descriptor.string(grid.type());
        descriptor.string("");
        long start = position + descriptor.size() + 24;
        long leaves = start + topology.length;
        long end = leaves;
        for (byte[] buffer : buffers) {
            end += buffer.length;
        }
        descriptor.i64(start);
        descriptor.i64(leaves);
        descriptor.i64(end);
        body.add(descriptor.take());
        body.add(topology);
        body.addAll(Arrays.asList(buffers));
        return end;
    }

    private static Map<String, Object> entries(VdbGrid grid) {
        VdbStats stats = VdbStats.of(grid);
        Map<String, Object> all = new LinkedHashMap<>(grid.metadata());
        all.put("name", grid.name());
        all.put("is_saved_as_half_float", grid.half());
        int[] none = {Integer.MAX_VALUE, Integer.MAX_VALUE, Integer.MAX_VALUE};
        int[] noneTo = {Integer.MIN_VALUE, Integer.MIN_VALUE, Integer.MIN_VALUE};
        all.put("file_bbox_min", stats.from() == null ? none : stats.from());
        all.put("file_bbox_max", stats.to() == null ? noneTo : stats.to());
        all.put("file_voxel_count", stats.active());
        all.put("file_compression", "zip + active values");
        if (stats.min() != null) {
            all.put("value_min", grid.components() == 1 ? (Object) stats.min()[0] : stats.min());
            all.put("value_max", grid.components() == 1 ? (Object) stats.max()[0] : stats.max());
        }
        return all;
    }

    /// Mask, node code and values of a leaf. Inactive voxels hold the background, so the code is 0.
    private static byte[] leafBuffer(VdbGrid grid, Leaf leaf, Deflater deflater) {
        Bytes out = new Bytes();
        long[] mask = LeafOrder.turned(leaf.mask());
        out.mask(mask);
        out.u8(0);
        int components = grid.components();
        int width = grid.half() ? 2 : 4;
        ByteBuffer raw =
                ByteBuffer.allocate(leaf.activeCount() * components * width)
                        .order(ByteOrder.LITTLE_ENDIAN);
        for (int n = 0; n < 512; n++) {
            if ((mask[n >> 6] >>> (n & 63) & 1) == 0) {
                continue;
            }
            int at = LeafOrder.IN_MEMORY[n] * components;
            for (int k = 0; k < components; k++) {
                if (grid.half()) {
                    raw.putShort(
                            leaf.half() != null
                                    ? leaf.half()[at + k]
                                    : Float.floatToFloat16(leaf.full()[at + k]));
                } else {
                    raw.putFloat(leaf.value(at + k));
                }
            }
        }
        out.chunk(raw.array(), deflater, grid.half());
        return out.take();
    }

    /// The tree of a grid: constant, wholly active leaves become tiles of the node above.
    private static final class Tree {
        private final VdbGrid grid;
        private final TreeMap<long[], TreeMap<Integer, TreeMap<Integer, Object>>> roots =
                new TreeMap<>(
                        Comparator.<long[]>comparingLong(o -> o[0])
                                .thenComparingLong(o -> o[1])
                                .thenComparingLong(o -> o[2]));

        /// Leaves in the order of the file.
        final List<Leaf> leaves = new ArrayList<>();

        Tree(VdbGrid grid) {
            this.grid = grid;
            for (Leaf leaf : grid.leaves()) {
                put(leaf.x(), leaf.y(), leaf.z(), constant(leaf) ? tileOf(leaf) : leaf);
            }
            for (VdbGrid.Tile tile : grid.tiles()) {
                if (tile.edge() != 8) {
                    throw new IllegalArgumentException(
                            "tiles of 8 voxels are written, not of " + tile.edge());
                }
                put(tile.x(), tile.y(), tile.z(), tile);
            }
            roots.values()
                    .forEach(
                            upper ->
                                    upper.values()
                                            .forEach(lower -> lower.values().forEach(this::list)));
        }

        private void list(Object node) {
            if (node instanceof Leaf leaf) {
                leaves.add(leaf);
            }
        }

        private void put(int x, int y, int z, Object node) {
            long[] root = {x & ~4095, y & ~4095, z & ~4095};
            int upper = ((x >> 7) & 31) << 10 | ((y >> 7) & 31) << 5 | ((z >> 7) & 31);
            int lower = ((x >> 3) & 15) << 8 | ((y >> 3) & 15) << 4 | ((z >> 3) & 15);
            roots.computeIfAbsent(root, k -> new TreeMap<>())
                    .computeIfAbsent(upper, k -> new TreeMap<>())
                    .put(lower, node);
        }

        private boolean constant(Leaf leaf) {
            if (leaf.activeCount() != 512) {
                return false;
            }
            int c = grid.components();
            for (int i = c; i < 512 * c; i++) {
                if (Float.floatToRawIntBits(leaf.value(i))
                        != Float.floatToRawIntBits(leaf.value(i % c))) {
                    return false;
                }
            }
            return true;
        }

        private VdbGrid.Tile tileOf(Leaf leaf) {
            float[] value = new float[grid.components()];
            for (int k = 0; k < value.length; k++) {
                value[k] = leaf.value(k);
            }
            return new VdbGrid.Tile(leaf.x(), leaf.y(), leaf.z(), 8, value, true);
        }

        void topology(Bytes out) {
            out.i32(1);
            out.value(rounded(grid.background()));
            out.i32(0);
            out.i32(roots.size());
            Deflater deflater = new Deflater(LEVEL);
            roots.forEach(
                    (origin, uppers) -> {
                        for (long c : origin) {
                            out.i32((int) c);
                        }
                        node(out, 32768, uppers.keySet(), Map.of(), deflater);
                        uppers.values().forEach(lowers -> lower(out, lowers, deflater));
                    });
            deflater.end();
        }

        private float[] rounded(float[] value) {
            float[] out = value.clone();
            for (int k = 0; grid.half() && k < out.length; k++) {
                out[k] = Float.float16ToFloat(Float.floatToFloat16(out[k]));
            }
            return out;
        }

        private void lower(Bytes out, Map<Integer, Object> lowers, Deflater deflater) {
            Map<Integer, float[]> tiles = new TreeMap<>();
            List<Integer> children = new ArrayList<>();
            lowers.forEach(
                    (slot, node) -> {
                        if (node instanceof VdbGrid.Tile tile) {
                            tiles.put(slot, tile.value());
                        } else {
                            children.add(slot);
                        }
                    });
            node(out, 4096, children, tiles, deflater);
            lowers.values()
                    .forEach(
                            node -> {
                                if (node instanceof Leaf leaf) {
                                    out.mask(LeafOrder.turned(leaf.mask()));
                                }
                            });
        }

        /// Masks and values of an internal node; whatever is neither child nor active tile is
        /// background, code 0.
        private void node(
                Bytes out,
                int slots,
                Iterable<Integer> children,
                Map<Integer, float[]> tiles,
                Deflater deflater) {
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
            tiles.values()
                    .forEach(
                            value -> {
                                for (float v : value) {
                                    if (grid.half()) {
                                        raw.putShort(Float.floatToFloat16(v));
                                    } else {
                                        raw.putFloat(v);
                                    }
                                }
                            });
            out.chunk(raw.array(), deflater, grid.half());
        }
    }

    /// Little-endian bytes that grow.
    private static final class Bytes {
        private final ByteArrayOutputStream out = new ByteArrayOutputStream(256);

        int size() {
            return out.size();
        }

        byte[] take() {
            return out.toByteArray();
        }

        void u8(int v) {
            out.write(v);
        }

        void i32(int v) {
            for (int s = 0; s < 32; s += 8) {
                out.write(v >> s);
            }
        }

        void i64(long v) {
            i32((int) v);
            i32((int) (v >> 32));
        }

        void f64(double v) {
            i64(Double.doubleToRawLongBits(v));
        }

        void raw(byte[] bytes) {
            out.writeBytes(bytes);
        }

        void string(String s) {
            byte[] bytes = s.getBytes(StandardCharsets.UTF_8);
            i32(bytes.length);
            raw(bytes);
        }

        void mask(long[] mask) {
            for (long word : mask) {
                i64(word);
            }
        }

        void value(float[] value) {
            for (float v : value) {
                i32(Float.floatToRawIntBits(v));
            }
        }

        /// Size and bytes, zipped where that is shorter; half data without values writes nothing at
        /// all.
        void chunk(byte[] raw, Deflater deflater, boolean half) {
            if (raw.length == 0) {
                if (!half) {
                    i64(0);
                }
                return;
            }
            byte[] packed = new byte[raw.length];
            deflater.reset();
            deflater.setInput(raw);
            deflater.finish();
            int length = deflater.deflate(packed);
            if (deflater.finished() && length < raw.length) {
                i64(length);
                out.write(packed, 0, length);
            } else {
                i64(-raw.length);
                raw(raw);
            }
        }

        void metadata(Map<String, Object> entries) {
            i32(entries.size());
            new TreeMap<>(entries).forEach(this::entry);
        }

        private void entry(String name, Object value) {
            string(name);
            switch (value) {
                case String s -> typed("string", b -> b.raw(s.getBytes(StandardCharsets.UTF_8)));
                case Boolean v -> typed("bool", b -> b.u8(v ? 1 : 0));
                case Integer v -> typed("int32", b -> b.i32(v));
                case Long v -> typed("int64", b -> b.i64(v));
                case Float v -> typed("float", b -> b.i32(Float.floatToRawIntBits(v)));
                case Double v -> typed("double", b -> b.f64(v));
                case int[] v -> typed("vec3i", b -> Arrays.stream(v).forEach(b::i32));
                case double[] v -> typed("vec3d", b -> Arrays.stream(v).forEach(b::f64));
                default ->
                        throw new IllegalArgumentException(
                                "metadata '" + name + "' has a type that is not written");
            }
        }

        private void typed(String type, java.util.function.Consumer<Bytes> content) {
            string(type);
            Bytes inner = new Bytes();
            content.accept(inner);
            i32(inner.size());
            raw(inner.take());
        }

        void transform(VdbTransform t) {
            if (!t.map().equals("UniformScaleTranslateMap")) {
                throw new IllegalArgumentException(
                        "only uniform voxels are written, not a " + t.map());
            }
            string(t.map());
            double h = t.matrix()[0];
            triple(t.matrix()[12], t.matrix()[13], t.matrix()[14]);
            triple(h, h, h);
            triple(h, h, h);
            triple(1 / h, 1 / h, 1 / h);
            triple(1 / (h * h), 1 / (h * h), 1 / (h * h));
            triple(0.5 / h, 0.5 / h, 0.5 / h);
        }

        private void triple(double a, double b, double c) {
            f64(a);
            f64(b);
            f64(c);
        }
    }
}
