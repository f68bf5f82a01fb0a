package ashfall.firing;

import ashfall.gas.GasFields;
import ashfall.grid.Box;
import ashfall.grid.GridShape;
import ashfall.sim.Ledger;
import ashfall.sim.Simulation;
import ashfall.work.Disk;
import ashfall.work.WholeFile;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.CRC32C;

/// Recovery points of a firing: the whole state that the next step reads, after a frame. Mass,
/// contents, velocities, pressure impulses, time, ledger; `recovery-NUMBER.bin`, the newest two.
///
/// Layout, little-endian: "ASHFCKP4", 32 bytes of the firing's key, i64 frame, f64 time, f64 last
/// step, the ledger's f64s, i32 x, y, z, nx, ny, nz of the box; then each field as f32 with its
/// spare layers, in runs of 256: i32 0 and the run, or i32 1 and its one value where all have the
/// same bits; at last u32 CRC-32C of all before.
final class Checkpoint {
    private static final Logger LOG = LoggerFactory.getLogger(Checkpoint.class);
    private static final Pattern NAME = Pattern.compile("recovery-(-?\\d+)\\.bin");
    private static final byte[] MAGIC = {'A', 'S', 'H', 'F', 'C', 'K', 'P', '4'};
    private static final int RUN = 256;
    private static final int KEPT = 2;
    private static final int BUFFER = 1 << 20;

    /// Mass, three velocities, two impulses.
    private static final int OTHERS = 6;

    private static final int HEAD = 8 + 32 + 8 + 8 + 8 + 8 * Ledger.SIZE + 24;

    private Checkpoint() {}

    private static List<float[]> state(GasFields f) {
        List<float[]> all = new ArrayList<>(Arrays.asList(f.contents));
        all.add(f.mass);
        all.addAll(Arrays.asList(f.velocity));
        all.add(f.impulse);
        all.add(f.impulseBefore);
        return all;
    }

    /// Bytes that the recovery point of a gas in a grid with this many floats a field has at most.
    static long mostBytes(GasFields f, long fieldSize) {
        return HEAD
                + (f.contents.length + OTHERS) * (4 * fieldSize + 4 * (fieldSize / RUN + 1))
                + 4;
    }

    /// Recovery points in a folder by their frames, the newest first.
    static List<Path> in(Path folder) throws IOException {
        try (var files = Files.list(folder)) {
            return files.filter(f -> frame(f) != null)
                    .sorted(Comparator.comparing(Checkpoint::frame).reversed())
                    .toList();
        }
    }

    private static Long frame(Path file) {
        Matcher name = NAME.matcher(file.getFileName().toString());
        return name.matches() ? Long.valueOf(name.group(1)) : null;
    }

    /// Removes all recovery points of a folder.
    static void clear(Disk disk, Path folder) throws IOException {
        for (Path file : in(folder)) {
            disk.remove(file);
        }
    }

    /// Writes the simulation's state; of those before only the newest stays.
    static void write(Disk disk, Path folder, String key, Simulation simulation)
            throws IOException {
        Path file = folder.resolve("recovery-" + simulation.frame() + ".bin");
        try (WholeFile whole = WholeFile.begin(disk, file)) {
            Out out = new Out(whole);
            head(out.room(HEAD), key, simulation);
            for (float[] field : state(simulation.fields())) {
                for (int from = 0; from < field.length; from += RUN) {
                    int to = Math.min(from + RUN, field.length);
                    boolean same = isSame(field, from, to);
                    ByteBuffer room = out.room(4 + 4 * RUN);
                    room.putInt(same ? 1 : 0);
                    for (int i = from; i < (same ? from + 1 : to); i++) {
                        room.putInt(Float.floatToRawIntBits(field[i]));
                    }
                }
            }
            out.end();
            whole.finish();
        }
        List<Path> all = in(folder);
        for (Path old : all.subList(Math.min(KEPT, all.size()), all.size())) {
            disk.remove(old);
        }
    }

    private static boolean isSame(float[] field, int from, int to) {
        int first = Float.floatToRawIntBits(field[from]);
        for (int i = from + 1; i < to; i++) {
            if (Float.floatToRawIntBits(field[i]) != first) {
                return false;
            }
        }
        return true;
    }

    private static void head(ByteBuffer head, String key, Simulation simulation) {
        head.put(MAGIC);
        head.put(HexFormat.of().parseHex(key));
        head.putLong(simulation.frame())
                .putDouble(simulation.time())
                .putDouble(simulation.stepBefore());
        for (double v : simulation.ledger().values()) {
            head.putDouble(v);
        }
        Box box = simulation.box();
        GridShape shape = simulation.fields().shape();
        head.putInt(box.x()).putInt(box.y()).putInt(box.z());
        head.putInt(shape.nx()).putInt(shape.ny()).putInt(shape.nz());
    }

    /// Puts a simulation into the newest state that is whole, and not after a frame.
    ///
    /// @return false when there is none of this firing
    static boolean restore(Path folder, String key, Simulation simulation, long notAfter)
            throws IOException {
        for (Path file : in(folder)) {
            if (frame(file) <= notAfter) {
                if (isWhole(file) && read(file, key, simulation)) {
                    return true;
                }
                LOG.warn("the recovery point {} is damaged, or of another firing", file);
            }
        }
        return false;
    }

    private static boolean isWhole(Path file) throws IOException {
        long rest = Files.size(file) - 4;
        if (rest < HEAD) {
            return false;
        }
        try (FileChannel channel = FileChannel.open(file)) {
            CRC32C sum = new CRC32C();
            ByteBuffer buffer = ByteBuffer.allocate(BUFFER);
            while (rest > 0) {
                buffer.clear().limit((int) Math.min(BUFFER, rest));
                fill(channel, buffer);
                rest -= buffer.limit();
                sum.update(buffer);
            }
            ByteBuffer stated = ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN);
            fill(channel, stated);
            return stated.getInt() == (int) sum.getValue();
        }
    }

    private static void fill(FileChannel channel, ByteBuffer buffer) throws IOException {
        int got = 0;
        while (buffer.hasRemaining() && got >= 0) {
            got = channel.read(buffer);
        }
        buffer.flip();
    }

    private static boolean read(Path file, String key, Simulation simulation) throws IOException {
        try (FileChannel channel = FileChannel.open(file)) {
            In in = new In(channel);
            ByteBuffer head = in.next(HEAD);
            byte[] magic = new byte[8];
            head.get(magic);
            byte[] owner = new byte[32];
            head.get(owner);
            if (!Arrays.equals(magic, MAGIC)
                    || !Arrays.equals(owner, HexFormat.of().parseHex(key))) {
                return false;
            }
            long frame = head.getLong();
            double time = head.getDouble();
            double step = head.getDouble();
            double[] ledger = new double[Ledger.SIZE];
            for (int i = 0; i < ledger.length; i++) {
                ledger[i] = head.getDouble();
            }
            Box box =
                    new Box(
                            head.getInt(),
                            head.getInt(),
                            head.getInt(),
                            new GridShape(head.getInt(), head.getInt(), head.getInt()));
            simulation.clear(box, time);
            for (float[] field : state(simulation.fields())) {
                for (int from = 0; from < field.length; from += RUN) {
                    int to = Math.min(from + RUN, field.length);
                    if (in.next(4).getInt() == 1) {
                        Arrays.fill(field, from, to, in.next(4).getFloat());
                    } else {
                        in.next(4 * (to - from)).asFloatBuffer().get(field, from, to - from);
                    }
                }
            }
            simulation.restore(frame, time, step, Ledger.of(ledger));
            return true;
        }
    }

    /// Bytes on their way to a file, summed.
    private static final class Out {
        private final WholeFile file;
        private final ByteBuffer buffer =
                ByteBuffer.allocate(BUFFER).order(ByteOrder.LITTLE_ENDIAN);
        private final CRC32C sum = new CRC32C();

        Out(WholeFile file) {
            this.file = file;
        }

        /// The buffer, with room for so many bytes.
        ByteBuffer room(int bytes) throws IOException {
            if (buffer.remaining() < bytes) {
                drain();
            }
            return buffer;
        }

        void end() throws IOException {
            drain();
            buffer.putInt((int) sum.getValue());
            file.append(buffer.flip());
        }

        private void drain() throws IOException {
            buffer.flip();
            sum.update(buffer.duplicate());
            file.append(buffer);
            buffer.clear();
        }
    }

    /// Bytes of a file that is known to be whole.
    private static final class In {
        private final FileChannel channel;
        private final ByteBuffer buffer =
                ByteBuffer.allocate(BUFFER).order(ByteOrder.LITTLE_ENDIAN).limit(0);

        In(FileChannel channel) {
            this.channel = channel;
        }

        /// The next bytes.
        ByteBuffer next(int bytes) throws IOException {
            if (buffer.remaining() < bytes) {
                buffer.compact();
                fill(channel, buffer);
            }
            ByteBuffer part = buffer.slice(buffer.position(), bytes).order(ByteOrder.LITTLE_ENDIAN);
            buffer.position(buffer.position() + bytes);
            return part;
        }
    }
}
