package ashfall.vdb;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

import java.util.Arrays;
import java.util.Random;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.Inflater;

/// What is packed by codes alone is unpacked by zlib itself.
class LiteralsTest {
    private final Literals literals = new Literals();

    private int packed(byte[] bytes, int most) throws DataFormatException {
        byte[] stream = new byte[Math.max(most, 0) + 16];
        int length = literals.pack(bytes, bytes.length, stream, most);
        if (length >= 0) {
            assertTrue(length <= most, length + " of " + most);
            Inflater inflater = new Inflater();
            inflater.setInput(stream, 0, length);
            byte[] out = new byte[bytes.length + 1];
            assertEquals(bytes.length, inflater.inflate(out));
            assertTrue(inflater.finished(), "the stream ends, and its sum is right");
            assertArrayEquals(bytes, Arrays.copyOf(out, bytes.length));
            inflater.end();
        }
        return length;
    }

    @Test
    void anyBytes_comeBack() throws DataFormatException {
        Random random = new Random(7);
        int shorter = 0;
        for (int n = 0; n < 3000; n++) {
            byte[] bytes = new byte[1 + random.nextInt(7000)];
            int values = 1 + random.nextInt(256);
            double skew = 1 + 6 * random.nextDouble();
            for (int i = 0; i < bytes.length; i++) {
                bytes[i] = (byte) (values * Math.pow(random.nextDouble(), skew));
            }
            shorter += packed(bytes, bytes.length - 1) > 0 ? 1 : 0;
        }
        assertTrue(shorter > 2000, shorter + " became shorter");
    }

    /// How often the values occur grows like Fibonacci's numbers: free codes would be 20 bits long.
    @Test
    void longestCodes_areHeldToFifteenBits() throws DataFormatException {
        byte[] bytes = new byte[60000];
        int at = 0;
        int count = 1;
        int before = 1;
        for (int value = 0; value < 21; value++) {
            Arrays.fill(bytes, at, at + count, (byte) (11 * value));
            at += count;
            int next = count + before;
            before = count;
            count = next;
        }
        int length = packed(Arrays.copyOf(bytes, at), at - 1);
        assertTrue(length > 0 && length < at / 2, length + " of " + at);
    }

    @Test
    void oneValue_andNoise() throws DataFormatException {
        assertTrue(packed(new byte[2048], 2047) < 300);
        byte[] noise = new byte[2048];
        new Random(3).nextBytes(noise);
        assertEquals(-1, packed(noise, 2047));
        assertEquals(-1, packed(new byte[] {1, 2, 3}, 2));
    }

    /// Mantissas of floats have no repeats: as short as by zlib's search for them.
    @Test
    void floats_areAsShortAsBySearching() throws DataFormatException {
        Random random = new Random(5);
        byte[] bytes = new byte[6144];
        var to = java.nio.ByteBuffer.wrap(bytes).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        while (to.hasRemaining()) {
            to.putFloat(300 + 4 * random.nextFloat());
        }
        int length = packed(bytes, bytes.length - 1);
        Deflater deflater = new Deflater(6);
        deflater.setInput(bytes);
        deflater.finish();
        int searched = deflater.deflate(new byte[7000]);
        deflater.end();
        assertTrue(length > 0 && length <= searched, length + " against " + searched);
    }
}
