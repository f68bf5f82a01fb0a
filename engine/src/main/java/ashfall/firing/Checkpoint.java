package ashfall.firing;

import ashfall.gas.GasFields;
import ashfall.grid.Box;
import ashfall.grid.GridShape;
import ashfall.sim.Ledger;
import ashfall.sim.Simulation;
import ashfall.work.WholeFile;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.zip.CRC32;

/// The whole state that the next step reads, after a frame: mass, contents, velocities, pressure
/// impulses, time, ledger.
///
/// Layout, little-endian: "ASHFCKP3", 32 bytes of the firing's key, i64 frame, f64 time, f64 last
/// step, the ledger's f64s, i32 x, y, z, nx, ny, nz of the box, the fields as f32 with their
/// spare layers, u32 CRC of all before.
final class Checkpoint {
    static final String FILE = "checkpoint.bin";
    private static final byte[] MAGIC = {'A', 'S', 'H', 'F', 'C', 'K', 'P', '3'};

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

    /// Bytes of a checkpoint of a gas in a grid with this many floats a field.
    static long size(GasFields f, long fieldSize) {
        return HEAD + (f.contents.length + OTHERS) * 4 * fieldSize + 4;
    }

    static void write(Path folder, String key, Simulation simulation) throws IOException {
        GasFields f = simulation.fields();
        ByteBuffer head = ByteBuffer.allocate(HEAD).order(ByteOrder.LITTLE_ENDIAN);
        head.put(MAGIC);
        head.put(java.util.HexFormat.of().parseHex(key));
        head.putLong(simulation.frame())
                .putDouble(simulation.time())
                .putDouble(simulation.stepBefore());
        for (double v : simulation.ledger().values()) {
            head.putDouble(v);
        }
        Box box = simulation.box();
        head.putInt(box.x()).putInt(box.y()).putInt(box.z());
        head.putInt(f.shape().nx()).putInt(f.shape().ny()).putInt(f.shape().nz());
        CRC32 sum = new CRC32();
        sum.update(head.flip());
        head.rewind();
        List<ByteBuffer> parts = new ArrayList<>();
        parts.add(head);
        for (float[] field : state(f)) {
            ByteBuffer bytes = ByteBuffer.allocate(4 * field.length).order(ByteOrder.LITTLE_ENDIAN);
            bytes.asFloatBuffer().put(field);
            sum.update(bytes);
            bytes.rewind();
            parts.add(bytes);
        }
        parts.add(
                ByteBuffer.allocate(4)
                        .order(ByteOrder.LITTLE_ENDIAN)
                        .putInt((int) sum.getValue())
                        .flip());
        WholeFile.write(folder.resolve(FILE), parts);
    }

    /// Puts a simulation into the saved state.
    ///
    /// @return false when there is no checkpoint of this firing that is whole
    static boolean restore(Path folder, String key, Simulation simulation) throws IOException {
        Path file = folder.resolve(FILE);
        if (!Files.isRegularFile(file) || Files.size(file) < HEAD) {
            return false;
        }
        try (FileChannel channel = FileChannel.open(file)) {
            CRC32 sum = new CRC32();
            ByteBuffer head = read(channel, HEAD, sum);
            byte[] magic = new byte[8];
            head.get(magic);
            byte[] owner = new byte[32];
            head.get(owner);
            boolean ours =
                    Arrays.equals(magic, MAGIC)
                            && Arrays.equals(owner, java.util.HexFormat.of().parseHex(key));
            long frame = head.getLong();
            double time = head.getDouble();
            double step = head.getDouble();
            double[] ledger = new double[Ledger.SIZE];
            for (int i = 0; i < ledger.length; i++) {
                ledger[i] = head.getDouble();
            }
            int x = head.getInt();
            int y = head.getInt();
            int z = head.getInt();
            int nx = head.getInt();
            int ny = head.getInt();
            int nz = head.getInt();
            Box limit = simulation.setup().box();
            boolean fits =
                    holds(limit, 0, x, nx) && holds(limit, 1, y, ny) && holds(limit, 2, z, nz);
            if (!ours || !fits) {
                return false;
            }
            Box box = new Box(x, y, z, new GridShape(nx, ny, nz));
            int fieldSize = box.shape().size();
            if (Files.size(file) != size(simulation.fields(), fieldSize)) {
                return false;
            }
            List<float[]> read = new ArrayList<>();
            for (int i = 0; i < simulation.fields().contents.length + OTHERS; i++) {
                float[] field = new float[fieldSize];
                read(channel, 4 * fieldSize, sum).asFloatBuffer().get(field);
                read.add(field);
            }
            int expected = (int) sum.getValue();
            if (read(channel, 4, new CRC32()).getInt() != expected) {
                return false;
            }
            simulation.clear(box, time);
            List<float[]> targets = state(simulation.fields());
            for (int i = 0; i < targets.size(); i++) {
                System.arraycopy(read.get(i), 0, targets.get(i), 0, fieldSize);
            }
            simulation.restore(frame, time, step, Ledger.of(ledger));
            return true;
        }
    }

    private static boolean holds(Box limit, int axis, int from, int count) {
        return count > 0 && from >= limit.from(axis) && from <= limit.end(axis) - count;
    }

    private static ByteBuffer read(FileChannel channel, int count, CRC32 sum) throws IOException {
        ByteBuffer buffer = ByteBuffer.allocate(count).order(ByteOrder.LITTLE_ENDIAN);
        int got = 0;
        while (buffer.hasRemaining() && got >= 0) {
            got = channel.read(buffer);
        }
        buffer.flip();
        sum.update(buffer);
        buffer.rewind();
        return buffer;
    }
}
