package ashfall.vdb;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/// A place in a file that is read. Every length is checked against the bytes that remain before it
/// is believed.
final class VdbInput {
    private final String file;
    private final ByteBuffer in;

    /// @param file names it in messages
    VdbInput(String file, ByteBuffer in) {
        this.file = file;
        this.in = in.order(ByteOrder.LITTLE_ENDIAN);
    }

    /// Another place in the same file.
    VdbInput at(int position) {
        VdbInput other = new VdbInput(file, in.duplicate());
        other.in.position(position);
        return other;
    }

    VdbException damaged(String what) {
        return new VdbException(file + ": byte " + in.position() + ": " + what);
    }

    String file() {
        return file;
    }

    int position() {
        return in.position();
    }

    void position(int position) {
        in.position(position);
    }

    int remaining() {
        return in.remaining();
    }

    int limit() {
        return in.limit();
    }

    /// Passes bytes over.
    void skip(int bytes, String what) throws VdbException {
        need(bytes, what);
        in.position(in.position() + bytes);
    }

    float f32(String what) throws VdbException {
        return Float.intBitsToFloat(i32(what));
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

    byte[] bytes(int count, String what) throws VdbException {
        need(count, what);
        byte[] out = new byte[count];
        in.get(out);
        return out;
    }

    int u8(String what) throws VdbException {
        need(1, what);
        return in.get() & 0xFF;
    }

    int i32(String what) throws VdbException {
        need(4, what);
        return in.getInt();
    }

    long i64(String what) throws VdbException {
        need(8, what);
        return in.getLong();
    }

    double f64(String what) throws VdbException {
        need(8, what);
        return in.getDouble();
    }

    int length(String what) throws VdbException {
        int length = i32(what);
        need(length, what);
        return length;
    }

    String string(String what) throws VdbException {
        return new String(bytes(length(what), what), StandardCharsets.UTF_8);
    }

    long[] mask(int bits, String what) throws VdbException {
        need(bits / 8, what);
        long[] mask = new long[bits / 64];
        for (int i = 0; i < mask.length; i++) {
            mask[i] = in.getLong();
        }
        return mask;
    }
}
