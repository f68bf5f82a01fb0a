package ashfall.farm;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/// What coordinator and workers say to each other.
///
/// @param run which coordinator's run it belongs to
/// @param number of the task's handing out: what belongs to another is not heard
/// @param count place among the messages of its task: none is heard twice
/// @param what it says
/// @param text a task, a sentence or a file's name
/// @param bytes of a file
record Message(String run, int number, long count, What what, String text, byte[] bytes) {
    /// Of messages.
    enum What {
        /// To a worker: fire this.
        TASK,
        /// From a worker: how far it is.
        PROGRESS,
        /// From a worker: a piece of a file; an empty piece ends it.
        FILE,
        /// From a worker: all files are sent.
        DONE,
        /// From a worker: it cannot be made, and why.
        FAILED
    }

    static final byte[] NONE = new byte[0];

    byte[] encoded() {
        ByteArrayOutputStream bytesOut = new ByteArrayOutputStream(256 + bytes.length);
        try (DataOutputStream out = new DataOutputStream(bytesOut)) {
            out.writeUTF(run);
            out.writeInt(number);
            out.writeLong(count);
            out.writeUTF(what.name());
            block(out, text.getBytes(StandardCharsets.UTF_8));
            block(out, bytes);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytesOut.toByteArray();
    }

    static Message decoded(byte[] encoded) {
        try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(encoded))) {
            return new Message(
                    in.readUTF(),
                    in.readInt(),
                    in.readLong(),
                    What.valueOf(in.readUTF()),
                    new String(block(in), StandardCharsets.UTF_8),
                    block(in));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void block(DataOutputStream out, byte[] block) throws IOException {
        out.writeInt(block.length);
        out.write(block);
    }

    private static byte[] block(DataInputStream in) throws IOException {
        int length = in.readInt();
        byte[] block = in.readNBytes(length);
        if (block.length < length) {
            throw new IOException("a message is cut short");
        }
        return block;
    }
}
