package ashfall.vdb;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.zip.Adler32;

/// Packs bytes into a zlib stream (RFC 1950) of one deflate block (RFC 1951) with Huffman codes for
/// its bytes and no repeats: what floats of a fire gain from zip they gain from these codes,
/// several times faster than by searching for repeats.
///
/// Holds scratch memory: one thread at a time.
final class Literals {
    private static final VarHandle INT =
            MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);

    /// Bytes and the end of the block.
    private static final int SYMBOLS = 257;

    private static final int LONGEST = 15;

    /// In which order the lengths of the codes for lengths are written.
    private static final int[] LENGTH_ORDER = {
        16, 17, 18, 0, 8, 7, 9, 6, 10, 5, 11, 4, 12, 3, 13, 2, 14, 1, 15
    };

    /// Bytes that the lengths of the codes of floats take at least, as a rule.
    private static final int DESCRIPTION = 60;

    private static final double[] C_LOG_C = new double[6145];

    static {
        for (int c = 1; c < C_LOG_C.length; c++) {
            C_LOG_C[c] = c * StrictMath.log(c) / StrictMath.log(2);
        }
    }

    private final int[] counts = new int[SYMBOLS];
    private final int[] lengths = new int[SYMBOLS + 1];
    private final int[] codes = new int[SYMBOLS];

    /// Code and length of each symbol, the length in the lowest four bits.
    private final int[] coded = new int[SYMBOLS];

    private final int[] lengthCounts = new int[19];
    private final int[] lengthLengths = new int[19];
    private final int[] lengthCodes = new int[19];

    /// The lengths of all codes in words of at most seven bits: symbol, and what repeats it.
    private final int[] words = new int[SYMBOLS + 1];

    private final int[] extras = new int[SYMBOLS + 1];
    private final int[] keys = new int[SYMBOLS];
    private final int[] tree = new int[SYMBOLS];
    private final Adler32 sum = new Adler32();

    private byte[] out;
    private int at;
    private long bits;
    private int held;

    /// Packs bytes.
    ///
    /// @param target room for the stream, at least `most + 16` bytes
    /// @param most bytes that the stream may have
    /// @return how many it has, or -1 where it would have more
    int pack(byte[] in, int count, byte[] target, int most) {
        Arrays.fill(counts, 0);
        for (int i = 0; i < count; i++) {
            counts[in[i] & 0xFF]++;
        }
        if (leastSize(count) + DESCRIPTION > most) {
            return -1;
        }
        counts[SYMBOLS - 1] = 1;
        findLengths(counts, SYMBOLS, LONGEST, lengths);
        // One code for distances must be there, even where there are none.
        lengths[SYMBOLS] = 1;
        int wordCount = describeLengths();
        findLengths(lengthCounts, 19, 7, lengthLengths);
        int shown = 19;
        while (shown > 4 && lengthLengths[LENGTH_ORDER[shown - 1]] == 0) {
            shown--;
        }
        if (size(wordCount, shown) > most) {
            return -1;
        }
        out = target;
        out[0] = 0x78;
        out[1] = 0x01;
        at = 2;
        bits = 0;
        held = 0;
        // The last block, with codes of its own; 257 codes for symbols, 1 for distances.
        put(5, 3);
        put(0, 5);
        put(0, 5);
        put(shown - 4, 4);
        for (int i = 0; i < shown; i++) {
            put(lengthLengths[LENGTH_ORDER[i]], 3);
        }
        findCodes(lengthLengths, 19, lengthCodes);
        for (int i = 0; i < wordCount; i++) {
            put(lengthCodes[words[i]], lengthLengths[words[i]]);
            put(extras[i], extraBits(words[i]));
        }
        findCodes(lengths, SYMBOLS, codes);
        putAll(in, count);
        put(codes[SYMBOLS - 1], lengths[SYMBOLS - 1]);
        while (held > 0) {
            out[at++] = (byte) bits;
            bits >>>= 8;
            held -= 8;
        }
        sum.reset();
        sum.update(in, 0, count);
        int value = (int) sum.getValue();
        for (int shift = 24; shift >= 0; shift -= 8) {
            out[at++] = (byte) (value >>> shift);
        }
        return at;
    }

    /// Bytes that no codes can do without (Shannon's bound): n log n − Σ c log c bits.
    private double leastSize(int count) {
        double least = bitsOf(count);
        for (int symbol = 0; symbol < SYMBOLS - 1; symbol++) {
            least -= bitsOf(counts[symbol]);
        }
        return least / 8;
    }

    /// c log₂ c. From a table, by a logarithm that is the same on every machine.
    private static double bitsOf(int count) {
        return count < C_LOG_C.length
                ? C_LOG_C[count]
                : count * StrictMath.log(count) / StrictMath.log(2);
    }

    private void put(int code, int length) {
        bits |= (long) code << held;
        held += length;
        if (held >= 32) {
            INT.set(out, at, (int) bits);
            at += 4;
            bits >>>= 32;
            held -= 32;
        }
    }

    /// Puts the codes of all bytes; in local variables, which is twice as fast.
    private void putAll(byte[] in, int count) {
        for (int symbol = 0; symbol < SYMBOLS; symbol++) {
            coded[symbol] = codes[symbol] << 4 | lengths[symbol];
        }
        byte[] to = out;
        int[] table = coded;
        int position = at;
        long waiting = bits;
        int many = held;
        for (int i = 0; i < count; i++) {
            int code = table[in[i] & 0xFF];
            waiting |= (long) (code >>> 4) << many;
            many += code & 15;
            if (many >= 32) {
                INT.set(to, position, (int) waiting);
                position += 4;
                waiting >>>= 32;
                many -= 32;
            }
        }
        at = position;
        bits = waiting;
        held = many;
    }

    /// Bytes of the whole stream.
    private long size(int wordCount, int shown) {
        long all = 3 + 14 + 3L * shown;
        for (int i = 0; i < wordCount; i++) {
            all += lengthLengths[words[i]] + extraBits(words[i]);
        }
        for (int symbol = 0; symbol < SYMBOLS; symbol++) {
            all += (long) counts[symbol] * lengths[symbol];
        }
        return 2 + (all + 7) / 8 + 4;
    }

    private static int extraBits(int word) {
        return switch (word) {
            case 16 -> 2;
            case 17 -> 3;
            case 18 -> 7;
            default -> 0;
        };
    }

    /// Puts the lengths of all codes into words: 0 to 15 a length, 16 the last one three to six
    /// times more, 17 and 18 zeros. Returns how many.
    private int describeLengths() {
        Arrays.fill(lengthCounts, 0);
        int n = 0;
        int i = 0;
        while (i <= SYMBOLS) {
            int length = lengths[i];
            int run = 1;
            while (i + run <= SYMBOLS && lengths[i + run] == length) {
                run++;
            }
            i += run;
            if (length > 0) {
                n = word(n, length, 0);
                run--;
            }
            while (run >= 3) {
                int most = length > 0 ? 6 : run > 10 ? 138 : 10;
                int taken = Math.min(run, most);
                int symbol = length > 0 ? 16 : taken > 10 ? 18 : 17;
                n = word(n, symbol, taken - (symbol == 18 ? 11 : 3));
                run -= taken;
            }
            for (; run > 0; run--) {
                n = word(n, length, 0);
            }
        }
        return n;
    }

    private int word(int n, int symbol, int extra) {
        words[n] = symbol;
        extras[n] = extra;
        lengthCounts[symbol]++;
        return n + 1;
    }

    /// Lengths of Huffman codes for symbols that occur so often (Moffat & Katajainen 1995, in
    /// place); rare ones are counted as less rare until no code is longer than the limit.
    private void findLengths(int[] given, int size, int limit, int[] target) {
        Arrays.fill(target, 0, size, 0);
        for (int halvings = 0; ; halvings++) {
            int n = 0;
            for (int symbol = 0; symbol < size; symbol++) {
                if (given[symbol] > 0) {
                    keys[n++] = (given[symbol] >> halvings | 1) << 9 | symbol;
                }
            }
            if (n == 1) {
                target[keys[0] & 511] = 1;
                return;
            }
            Arrays.sort(keys, 0, n);
            for (int i = 0; i < n; i++) {
                tree[i] = keys[i] >> 9;
            }
            depths(n);
            if (tree[0] <= limit) {
                for (int i = 0; i < n; i++) {
                    target[keys[i] & 511] = tree[i];
                }
                return;
            }
        }
    }

    /// Turns ascending weights into depths, the deepest first.
    private void depths(int n) {
        int root = 0;
        int leaf = 0;
        for (int next = 0; next < n - 1; next++) {
            int sumOfTwo = 0;
            for (int k = 0; k < 2; k++) {
                if (leaf >= n || (root < next && tree[root] < tree[leaf])) {
                    sumOfTwo += tree[root];
                    tree[root++] = next;
                } else {
                    sumOfTwo += tree[leaf++];
                }
            }
            tree[next] = sumOfTwo;
        }
        tree[n - 2] = 0;
        for (int next = n - 3; next >= 0; next--) {
            tree[next] = tree[tree[next]] + 1;
        }
        int available = 1;
        int depth = 0;
        root = n - 2;
        int next = n - 1;
        while (available > 0) {
            int used = 0;
            while (root >= 0 && tree[root] == depth) {
                used++;
                root--;
            }
            while (available > used) {
                tree[next--] = depth;
                available--;
            }
            available = 2 * used;
            depth++;
        }
    }

    /// Canonical codes from their lengths, the first bit lowest.
    private static void findCodes(int[] codeLengths, int size, int[] target) {
        int[] next = new int[LONGEST + 2];
        for (int symbol = 0; symbol < size; symbol++) {
            next[codeLengths[symbol] + 1]++;
        }
        next[1] = 0;
        for (int length = 1; length <= LONGEST; length++) {
            next[length + 1] = (next[length] + next[length + 1]) << 1;
        }
        // next[L] is now the first code of length L, built from those that are shorter.
        for (int symbol = 0; symbol < size; symbol++) {
            int length = codeLengths[symbol];
            if (length > 0) {
                target[symbol] = Integer.reverse(next[length]++) >>> (32 - length);
            }
        }
    }
}
