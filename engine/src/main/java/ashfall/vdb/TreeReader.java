package ashfall.vdb;

import ashfall.grid.SparseGrid.Leaf;
import ashfall.work.Workers;

import java.io.IOException;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;

/// Reads the tree of a grid: first the nodes, then where each leaf's values lie, then the values,
/// by many threads.
final class TreeReader {
    private static final VarHandle FLOAT =
            MethodHandles.byteArrayViewVarHandle(float[].class, ByteOrder.LITTLE_ENDIAN);
    private static final VarHandle SHORT =
            MethodHandles.byteArrayViewVarHandle(short[].class, ByteOrder.LITTLE_ENDIAN);
    private static final int LEAF = 512;
    private static final long[] ALL = {-1, -1, -1, -1, -1, -1, -1, -1};
    private static final int SLAB = 64;
    private static final int[] SLOTS = {4096, 32768};
    private static final int[] EDGE = {8, 128, 4096};

    private final VdbInput in;
    private final int components;
    private final boolean half;
    private final boolean zip;
    private final boolean blosc;
    private final boolean masked;
    private final List<VdbGrid.Tile> tiles = new ArrayList<>();
    private final List<Root> roots = new ArrayList<>();
    private final List<Place> places = new ArrayList<>();
    private float[] background;

    /// Leaves below a child of the root: origins and active masks, in the order of the topology.
    private record Root(int[] origin, List<int[]> origins, List<long[]> masks) {}

    /// Where a leaf's values lie in the file.
    private record Place(int[] origin, long[] mask, int position) {}

    /// @param in at the beginning of the topology
    /// @param flags of the compression: 1 zip, 4 Blosc
    /// @param masked are inactive values left out?
    TreeReader(VdbInput in, int components, boolean half, int flags, boolean masked) {
        this.in = in;
        this.components = components;
        this.half = half;
        this.blosc = (flags & 4) != 0;
        this.zip = (flags & 1) != 0 && !blosc;
        this.masked = masked;
    }

    private ChunkReader chunks() {
        return new ChunkReader(zip, blosc, half, components);
    }

    float[] background() {
        return background;
    }

    List<VdbGrid.Tile> tiles() {
        return tiles;
    }

    /// Reads the nodes above the leaves.
    void topology() throws IOException {
        int bufferCount = in.i32("buffer count");
        if (bufferCount != 1) {
            throw in.damaged("a tree with " + bufferCount + " buffers is not read");
        }
        background = plainValue(in);
        int tileCount = in.i32("root tiles");
        int childCount = in.i32("root children");
        int tileSize = 13 + 4 * components;
        if (tileCount < 0 || tileCount > in.remaining() / tileSize) {
            throw in.damaged(tileCount + " root tiles cannot fit");
        }
        if (childCount < 0 || childCount > in.remaining() / (8192 + 12)) {
            throw in.damaged(childCount + " root children cannot fit");
        }
        for (int i = 0; i < tileCount; i++) {
            int[] o = origin();
            float[] value = plainValue(in);
            tile(o, EDGE[2], value, in.u8("tile state") != 0);
        }
        try (ChunkReader chunks = chunks()) {
            for (int i = 0; i < childCount; i++) {
                int[] o = origin();
                Root root = new Root(o, new ArrayList<>(), new ArrayList<>());
                node(1, o, root, chunks);
                roots.add(root);
            }
        }
        roots.sort(
                Comparator.<Root>comparingInt(r -> r.origin[0])
                        .thenComparingInt(r -> r.origin[1])
                        .thenComparingInt(r -> r.origin[2]));
    }

    private int[] origin() throws VdbException {
        return new int[] {in.i32("origin"), in.i32("origin"), in.i32("origin")};
    }

    private float[] plainValue(VdbInput from) throws VdbException {
        float[] value = new float[components];
        for (int k = 0; k < components; k++) {
            value[k] = from.f32("value");
        }
        return value;
    }

    private void tile(int[] o, int edge, float[] value, boolean active) {
        if (active || !Arrays.equals(value, background)) {
            tiles.add(new VdbGrid.Tile(o[0], o[1], o[2], edge, value, active));
        }
    }

    /// An internal node: level 1 is the upper one, 0 the lower one.
    private void node(int level, int[] o, Root root, ChunkReader chunks) throws IOException {
        int slots = SLOTS[level];
        int bits = level == 1 ? 5 : 4;
        long[] children = in.mask(slots, "child mask");
        long[] active = in.mask(slots, "active mask");
        float[] values = nodeValues(slots, active, children, chunks);
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
                float[] value = Arrays.copyOfRange(values, n * components, (n + 1) * components);
                tile(c, EDGE[level], value, isSet(active, n));
            } else if (level == 1) {
                node(0, c, root, chunks);
            } else {
                root.origins.add(c);
                root.masks.add(in.mask(LEAF, "leaf mask"));
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

    /// Values of all slots of a node above the leaves.
    private float[] nodeValues(int slots, long[] active, long[] children, ChunkReader chunks)
            throws IOException {
        float[] out = new float[slots * components];
        if (!masked) {
            float[] stored = floats(slots - countSet(children), chunks);
            int at = 0;
            for (int n = 0; n < slots; n++) {
                if (!isSet(children, n)) {
                    System.arraycopy(stored, at++ * components, out, n * components, components);
                }
            }
            return out;
        }
        Inactive inactive = inactive(in, slots);
        float[] stored = floats(inactive.count(slots, active), chunks);
        int at = 0;
        for (int n = 0; n < slots; n++) {
            if (inactive.isStored(n, active)) {
                System.arraycopy(stored, at++ * components, out, n * components, components);
            } else {
                System.arraycopy(inactive.value(n), 0, out, n * components, components);
            }
        }
        return out;
    }

    private float[] floats(int count, ChunkReader chunks) throws VdbException {
        byte[] raw = chunks.read(in, count);
        float[] out = new float[count * components];
        for (int i = 0; i < out.length; i++) {
            out[i] =
                    half
                            ? Float.float16ToFloat((short) SHORT.get(raw, 2 * i))
                            : (float) FLOAT.get(raw, 4 * i);
        }
        return out;
    }

    /// What the inactive voxels of a node hold, by its code.
    ///
    /// @param values one, or two of which `selection` says which
    private record Inactive(int code, float[][] values, long[] selection) {
        boolean isStored(int n, long[] active) {
            return code == 6 || isSet(active, n);
        }

        int count(int slots, long[] active) {
            return code == 6 ? slots : countSet(active);
        }

        float[] value(int n) {
            return values[selection != null && isSet(selection, n) ? 1 : 0];
        }
    }

    private Inactive inactive(VdbInput from, int slots) throws VdbException {
        int code = from.u8("node code");
        if (code > 6) {
            throw from.damaged("node code " + code + " is unknown; 0 to 6 are legal");
        }
        float[] negative = background.clone();
        for (int k = 0; k < components; k++) {
            negative[k] = -negative[k];
        }
        float[] first =
                switch (code) {
                    case 0, 6 -> background;
                    case 1, 3 -> negative;
                    default -> plainValue(from);
                };
        float[] second = code == 5 ? plainValue(from) : background;
        long[] selection = code >= 3 && code <= 5 ? from.mask(slots, "selection mask") : null;
        return new Inactive(code, new float[][] {first, second}, selection);
    }

    /// Finds where each leaf's values lie, and goes behind the last.
    void index() throws IOException {
        try (ChunkReader chunks = chunks()) {
            index(chunks);
        }
    }

    private void index(ChunkReader chunks) throws IOException {
        for (Root root : roots) {
            for (int i = 0; i < root.origins.size(); i++) {
                long[] mask = root.masks.get(i);
                places.add(new Place(root.origins.get(i), mask, in.position()));
                in.skip(LEAF / 8, "leaf mask");
                int count = LEAF;
                if (masked) {
                    count = inactive(in, LEAF).count(LEAF, mask);
                } else {
                    in.skip(13, "origin");
                }
                chunks.skip(in, count);
            }
        }
    }

    /// Active voxels, from the masks alone.
    long active() {
        long count = 0;
        for (Place place : places) {
            count += countSet(place.mask);
        }
        for (VdbGrid.Tile tile : tiles) {
            count += tile.active() ? tile.voxels() : 0;
        }
        return count;
    }

    /// All leaves, in the order of the file.
    ///
    /// @param workers who help, or null
    List<Leaf> leaves(Workers workers) throws IOException {
        Leaf[] all = new Leaf[places.size()];
        int slabs = (all.length + SLAB - 1) / SLAB;
        VdbException[] damages = new VdbException[slabs];
        Workers.Body body =
                (slab, worker) -> {
                    try (ChunkReader chunks = chunks()) {
                        int end = Math.min(all.length, (slab + 1) * SLAB);
                        for (int i = slab * SLAB; i < end; i++) {
                            all[i] = leaf(places.get(i), chunks);
                        }
                    } catch (VdbException e) {
                        damages[slab] = e;
                    }
                };
        if (workers == null) {
            for (int slab = 0; slab < slabs; slab++) {
                body.run(slab, 0);
            }
        } else {
            workers.forEachSlab(slabs, body);
        }
        for (VdbException damage : damages) {
            if (damage != null) {
                throw damage;
            }
        }
        return Arrays.asList(all);
    }

    /// Shows one leaf after the other, without keeping them.
    void forEachLeaf(Consumer<Leaf> look) throws IOException {
        try (ChunkReader chunks = chunks()) {
            for (Place place : places) {
                look.accept(leaf(place, chunks));
            }
        }
    }

    private Leaf leaf(Place place, ChunkReader chunks) throws VdbException {
        VdbInput from = in.at(place.position);
        long[] active = from.mask(LEAF, "leaf mask");
        if (!Arrays.equals(active, place.mask)) {
            throw from.damaged("the mask of a leaf differs from the one in the tree");
        }
        float[] full = half ? null : new float[LEAF * components];
        short[] halves = half ? new short[LEAF * components] : null;
        Inactive inactive = null;
        int count = LEAF;
        if (masked) {
            inactive = inactive(from, LEAF);
            count = inactive.count(LEAF, active);
        } else {
            from.skip(12, "origin");
            if (from.u8("buffer count") != 1) {
                throw from.damaged("a leaf with several buffers is not read");
            }
        }
        byte[] raw = chunks.read(from, count);
        long[] stored = active;
        if (count == LEAF) {
            stored = ALL;
        } else {
            fill(inactive, full, halves);
        }
        int at = 0;
        for (int word = 0; word < 8; word++) {
            for (long left = stored[word]; left != 0; left &= left - 1) {
                int n = 64 * word + Long.numberOfTrailingZeros(left);
                int to = LeafOrder.IN_MEMORY[n] * components;
                for (int k = 0; k < components; k++, at++) {
                    if (half) {
                        halves[to + k] = (short) SHORT.get(raw, 2 * at);
                    } else {
                        full[to + k] = (float) FLOAT.get(raw, 4 * at);
                    }
                }
            }
        }
        int[] o = place.origin;
        return new Leaf(o[0], o[1], o[2], LeafOrder.turned(active), full, halves);
    }

    /// Gives all voxels of a leaf what inactive ones hold.
    private void fill(Inactive inactive, float[] full, short[] halves) {
        if (inactive.selection == null && components == 1) {
            float value = inactive.values[0][0];
            if (half) {
                Arrays.fill(halves, Float.floatToFloat16(value));
            } else {
                Arrays.fill(full, value);
            }
            return;
        }
        for (int n = 0; n < LEAF; n++) {
            float[] value = inactive.value(n);
            int to = LeafOrder.IN_MEMORY[n] * components;
            for (int k = 0; k < components; k++) {
                if (half) {
                    halves[to + k] = Float.floatToFloat16(value[k]);
                } else {
                    full[to + k] = value[k];
                }
            }
        }
    }
}
