package ashfall.vdb;

import ashfall.grid.SparseGrid.Leaf;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.zip.Deflater;

/// Packs leaves of one grid as a file holds them. Holds scratch memory: one thread at a time.
public final class LeafPacker {
    private static final VarHandle FLOAT =
            MethodHandles.byteArrayViewVarHandle(float[].class, ByteOrder.LITTLE_ENDIAN);
    private static final VarHandle SHORT =
            MethodHandles.byteArrayViewVarHandle(short[].class, ByteOrder.LITTLE_ENDIAN);
    private static final int LEVEL = 5;

    /// Bytes that a zipped chunk must save: unpacking one takes longer than reading so many.
    private static final int WORTH_IT = 256;

    private final int components;
    private final boolean half;
    private byte[] raw;
    private byte[] packed;
    private final Literals literals = new Literals();

    /// Its own memory goes with it.
    private final Deflater deflater = new Deflater(LEVEL);

    /// @param components numbers a voxel
    /// @param half are they kept as 16-bit floats?
    public LeafPacker(int components, boolean half) {
        this.components = components;
        this.half = half;
        this.raw = new byte[512 * components * (half ? 2 : 4)];
        this.packed = new byte[raw.length + 16];
    }

    /// A leaf as the file holds it. Inactive voxels are background.
    ///
    /// @param mask in the order of the file
    /// @param chunk length and bytes of the values of its active voxels, zipped where that saves
    ///     enough; null where `constant` is given
    /// @param constant the value of all its voxels where they are active and alike, else null
    /// @param min smallest value of each component among active voxels, numbers only
    public record Packed(
            int x,
            int y,
            int z,
            long[] mask,
            byte[] chunk,
            float[] constant,
            float[] min,
            float[] max) {

        int active() {
            int count = 0;
            for (long word : mask) {
                count += Long.bitCount(word);
            }
            return count;
        }
    }

    /// Packs a leaf.
    public Packed pack(Leaf leaf) {
        long[] mask = LeafOrder.turned(leaf.mask());
        float[] min = new float[components];
        float[] max = new float[components];
        Arrays.fill(min, Float.POSITIVE_INFINITY);
        Arrays.fill(max, Float.NEGATIVE_INFINITY);
        int size = gather(leaf, mask, min, max);
        int repeats = repeats(size);
        if (repeats == 511) {
            float[] value = new float[components];
            for (int k = 0; k < components; k++) {
                value[k] = leaf.value(k);
            }
            return new Packed(leaf.x(), leaf.y(), leaf.z(), mask, null, value, min, max);
        }
        return new Packed(leaf.x(), leaf.y(), leaf.z(), mask, chunk(size, repeats), null, min, max);
    }

    /// The chunk of values that lie together, for nodes above the leaves.
    byte[] chunk(byte[] values) {
        if (values.length > raw.length) {
            raw = new byte[values.length];
            packed = new byte[values.length + 16];
        }
        System.arraycopy(values, 0, raw, 0, values.length);
        return chunk(values.length, repeats(values.length));
    }

    /// Length and bytes; half values that are none at all write nothing.
    private byte[] chunk(int size, int repeats) {
        if (size == 0) {
            return new byte[half ? 0 : 8];
        }
        int most = size - WORTH_IT;
        int length = literals.pack(raw, size, packed, most);
        int width = components * (half ? 2 : 4);
        if (8 * repeats > size / width) {
            // Only here the search for repeats pays.
            byte[] searched = new byte[Math.max(length < 0 ? most : length, 0)];
            deflater.reset();
            deflater.setInput(raw, 0, size);
            deflater.finish();
            int found = deflater.deflate(searched);
            if (deflater.finished() && found < searched.length) {
                return framed(found, searched, found);
            }
        }
        return length < 0 ? framed(-size, raw, size) : framed(length, packed, length);
    }

    private static byte[] framed(long head, byte[] bytes, int count) {
        ByteBuffer framed = ByteBuffer.allocate(8 + count).order(ByteOrder.LITTLE_ENDIAN);
        framed.putLong(head).put(bytes, 0, count);
        return framed.array();
    }

    /// Gathers the active values in the order of the file; returns their bytes.
    private int gather(Leaf leaf, long[] mask, float[] min, float[] max) {
        int at = 0;
        for (int word = 0; word < mask.length; word++) {
            for (long left = mask[word]; left != 0; left &= left - 1) {
                int n = 64 * word + Long.numberOfTrailingZeros(left);
                int from = LeafOrder.IN_MEMORY[n] * components;
                for (int k = 0; k < components; k++) {
                    float value;
                    if (half) {
                        short bits =
                                leaf.half() != null
                                        ? leaf.half()[from + k]
                                        : Float.floatToFloat16(leaf.full()[from + k]);
                        SHORT.set(raw, at, bits);
                        at += 2;
                        value = Float.float16ToFloat(bits);
                    } else {
                        value = leaf.value(from + k);
                        FLOAT.set(raw, at, value);
                        at += 4;
                    }
                    if (Math.abs(value) <= Float.MAX_VALUE) {
                        min[k] = Math.min(min[k], value);
                        max[k] = Math.max(max[k], value);
                    }
                }
            }
        }
        return at;
    }

    /// How many of the voxels gathered have the same bits as the one before.
    private int repeats(int size) {
        int width = components * (half ? 2 : 4);
        int count = 0;
        for (int i = width; i < size; i += width) {
            int same = 0;
            while (same < width && raw[i + same] == raw[i + same - width]) {
                same++;
            }
            if (same == width) {
                count++;
            }
        }
        return count;
    }
}
