package ashfall.vdb;

import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/// Reads chunks of values: plain, zipped, or in Blosc. Holds scratch memory: one thread at a time.
final class ChunkReader implements AutoCloseable {
    private final boolean zip;
    private final boolean blosc;
    private final boolean half;
    private final int components;
    private final Inflater inflater = new Inflater();
    private byte[] scratch = new byte[0];

    ChunkReader(boolean zip, boolean blosc, boolean half, int components) {
        this.zip = zip;
        this.blosc = blosc;
        this.half = half;
        this.components = components;
    }

    private int bytes(int count) {
        return count * components * (half ? 2 : 4);
    }

    /// Passes over a chunk of so many values.
    void skip(VdbInput from, int count) throws VdbException {
        if (!zip && !blosc) {
            from.skip(bytes(count), "values");
        } else if (!half || count > 0) {
            from.skip((int) Math.abs(packedSize(from)), "values");
        }
    }

    /// Bytes of so many values, in scratch memory that the next call may use, or an array of their
    /// own.
    byte[] read(VdbInput from, int count) throws VdbException {
        int expected = bytes(count);
        if (!zip && !blosc) {
            return from.bytes(expected, "values");
        }
        if (half && count == 0) {
            return new byte[0];
        }
        long size = packedSize(from);
        if (size > 0) {
            byte[] packed = from.bytes((int) size, "values");
            return blosc ? unpacked(from, packed, expected) : inflated(from, packed, expected);
        }
        if (-size != expected) {
            throw from.damaged(
                    "a chunk holds " + -size + " bytes where " + expected + " are expected");
        }
        return from.bytes(expected, "values");
    }

    /// The length before a chunk: negative where it is not packed.
    private static long packedSize(VdbInput from) throws VdbException {
        long size = from.i64("chunk size");
        if (size > from.remaining() || -size > from.remaining()) {
            throw from.damaged("a chunk of " + Math.abs(size) + " bytes is longer than the file");
        }
        return size;
    }

    private static byte[] unpacked(VdbInput from, byte[] packed, int expected) throws VdbException {
        try {
            return Blosc.unpack(packed, expected);
        } catch (IllegalArgumentException e) {
            throw from.damaged(e.getMessage());
        }
    }

    private byte[] inflated(VdbInput from, byte[] packed, int expected) throws VdbException {
        // One byte more than expected shows a stream that is too long.
        if (scratch.length <= expected) {
            scratch = new byte[expected + 1];
        }
        inflater.reset();
        inflater.setInput(packed);
        try {
            int length = inflater.inflate(scratch, 0, expected + 1);
            if (length != expected || !inflater.finished()) {
                throw from.damaged(
                        "a zipped chunk does not hold the " + expected + " bytes expected");
            }
        } catch (DataFormatException e) {
            throw from.damaged("a zipped chunk is damaged: " + e.getMessage());
        }
        return scratch;
    }

    @Override
    public void close() {
        inflater.end();
    }
}
