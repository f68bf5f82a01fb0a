package ashfall.vdb;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/// Unpacks Blosc-1 containers with LZ4, as OpenVDB files hold them. Every offset and length is
/// checked.
final class Blosc {
    private static final int HEADER = 16;

    private Blosc() {}

    /// The bytes of a container.
    ///
    /// @param expected how many there must be
    /// @throws IllegalArgumentException when the container is damaged
    static byte[] unpack(byte[] container, int expected) {
        require(container.length >= HEADER, "a Blosc container is shorter than its header");
        ByteBuffer in = ByteBuffer.wrap(container).order(ByteOrder.LITTLE_ENDIAN);
        int flags = in.get(2) & 0xFF;
        int typeSize = in.get(3) & 0xFF;
        int raw = in.getInt(4);
        int blockSize = in.getInt(8);
        require(in.getInt(12) == container.length, "a Blosc container has the wrong length");
        require(
                raw == expected,
                "a Blosc container claims "
                        + Integer.toUnsignedString(raw)
                        + " bytes where "
                        + expected
                        + " are expected");
        if (raw == 0) {
            return new byte[0];
        }
        byte[] out = new byte[raw];
        if ((flags & 2) != 0) {
            require(
                    container.length - HEADER == raw,
                    "a plain Blosc container has the wrong length");
            System.arraycopy(container, HEADER, out, 0, raw);
            return out;
        }
        require(flags >> 5 == 1, "a Blosc container does not use LZ4");
        require((flags & 4) == 0, "a Blosc container is bit-shuffled, which is not read");
        require(blockSize > 0 && typeSize > 0, "a Blosc container has no block size");
        int blocks = (int) (((long) raw + blockSize - 1) / blockSize);
        require(
                HEADER + 4L * blocks <= container.length,
                "the blocks of a Blosc container cannot fit");
        for (int b = 0; b < blocks; b++) {
            int length = Math.min(blockSize, raw - b * blockSize);
            boolean split =
                    (flags & 0x10) == 0
                            && typeSize <= 16
                            && blockSize / typeSize >= 128
                            && length == blockSize;
            byte[] block =
                    block(container, in.getInt(HEADER + 4 * b), length, split ? typeSize : 1);
            copy(block, out, b * blockSize, (flags & 1) != 0 ? typeSize : 1);
        }
        return out;
    }

    private static byte[] block(byte[] container, int offset, int length, int streams) {
        ByteBuffer in = ByteBuffer.wrap(container).order(ByteOrder.LITTLE_ENDIAN);
        byte[] block = new byte[length];
        int each = length / streams;
        int at = offset;
        for (int s = 0; s < streams; s++) {
            require(
                    at >= HEADER && at <= container.length - 4,
                    "a block of a Blosc container lies outside it");
            int packed = in.getInt(at);
            at += 4;
            require(
                    packed >= 0 && packed <= container.length - at,
                    "a stream of a Blosc container is longer than it");
            if (packed == each) {
                System.arraycopy(container, at, block, s * each, each);
            } else {
                lz4(container, at, at + packed, block, s * each, (s + 1) * each);
            }
            at += packed;
        }
        return block;
    }

    /// Undoes the byte shuffle: byte k of element e lies at k·elements + e; a rest shorter than an
    /// element stays.
    private static void copy(byte[] block, byte[] out, int to, int typeSize) {
        int elements = block.length / typeSize;
        for (int e = 0; e < elements; e++) {
            for (int k = 0; k < typeSize; k++) {
                out[to + e * typeSize + k] = block[k * elements + e];
            }
        }
        int whole = elements * typeSize;
        System.arraycopy(block, whole, out, to + whole, block.length - whole);
    }

    /// A raw LZ4 block.
    private static void lz4(byte[] in, int from, int end, byte[] out, int start, int limit) {
        int i = from;
        int o = start;
        while (i < end) {
            int token = in[i++] & 0xFF;
            int literals = token >> 4;
            if (literals == 15) {
                int more;
                do {
                    require(i < end, "an LZ4 block ends too early");
                    more = in[i++] & 0xFF;
                    literals += more;
                } while (more == 255);
            }
            require(literals <= end - i && literals <= limit - o, "an LZ4 block is damaged");
            System.arraycopy(in, i, out, o, literals);
            i += literals;
            o += literals;
            if (i == end) {
                break;
            }
            require(end - i >= 2, "an LZ4 block ends too early");
            int distance = (in[i] & 0xFF) | (in[i + 1] & 0xFF) << 8;
            i += 2;
            int match = token & 15;
            if (match == 15) {
                int more;
                do {
                    require(i < end, "an LZ4 block ends too early");
                    more = in[i++] & 0xFF;
                    match += more;
                } while (more == 255);
            }
            match += 4;
            require(
                    distance > 0 && distance <= o - start && match <= limit - o,
                    "an LZ4 block is damaged");
            for (int k = 0; k < match; k++, o++) {
                out[o] = out[o - distance];
            }
        }
        require(o == limit, "an LZ4 block holds too few bytes");
    }

    private static void require(boolean condition, String complaint) {
        if (!condition) {
            throw new IllegalArgumentException(complaint);
        }
    }
}
