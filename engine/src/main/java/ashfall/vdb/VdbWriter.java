package ashfall.vdb;

import ashfall.work.Disk;
import ashfall.work.Sha256;
import ashfall.work.WholeFile;
import ashfall.work.Workers;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.zip.CRC32C;

/// Writes grids as an OpenVDB file of version 224: zip and active mask, half floats where a grid
/// asks for them.
///
/// The file is written to a temporary name, synced, and renamed: it is there whole or not at all.
/// Nothing in it depends on time, machine or threads; its UUID is a digest of what follows the
/// header.
public final class VdbWriter {
    static final long MAGIC = 0x56444220L;
    static final int VERSION = 224;
    private static final int ZIP_AND_MASK = 3;
    private static final int BUFFER = 1 << 20;

    private final Workers workers;
    private final Disk disk;

    public VdbWriter(Workers workers) {
        this(workers, Disk.MACHINE);
    }

    public VdbWriter(Workers workers, Disk disk) {
        this.workers = workers;
        this.disk = disk;
    }

    /// What was written.
    ///
    /// @param crc checksum of all bytes, CRC-32C
    public record Written(long bytes, int crc) {}

    /// Writes the file, replacing an older one of the same name.
    ///
    /// @param metadata entries of the whole file
    public Written write(Path path, Map<String, Object> metadata, List<VdbGrid> grids)
            throws IOException {
        return writePacked(
                path, metadata, grids.stream().map(g -> PackedGrid.of(g, workers)).toList());
    }

    /// Writes the file of grids that are packed, on the caller's thread alone.
    public Written writePacked(Path path, Map<String, Object> metadata, List<PackedGrid> grids)
            throws IOException {
        VdbOutput head = new VdbOutput();
        head.metadata(metadata);
        head.i32(grids.size());
        List<byte[]> body = new ArrayList<>();
        body.add(head.take());
        long position = 57 + body.getFirst().length;
        for (PackedGrid grid : grids) {
            position = append(grid, body, position);
        }
        body.addFirst(header(uuid(body)));
        CRC32C sum = new CRC32C();
        try (WholeFile file = WholeFile.begin(disk, path)) {
            ByteBuffer buffer = ByteBuffer.allocate(BUFFER);
            for (byte[] part : body) {
                if (part.length > buffer.remaining()) {
                    drain(buffer, file);
                }
                sum.update(part);
                if (part.length > buffer.capacity()) {
                    file.append(ByteBuffer.wrap(part));
                } else {
                    buffer.put(part);
                }
            }
            drain(buffer, file);
            file.finish();
        }
        return new Written(position, (int) sum.getValue());
    }

    private static void drain(ByteBuffer buffer, WholeFile file) throws IOException {
        file.append(buffer.flip());
        buffer.clear();
    }

    private static byte[] header(String uuid) {
        VdbOutput b = new VdbOutput();
        b.i64(MAGIC);
        b.i32(VERSION);
        b.i32(10);
        b.i32(0);
        b.u8(1);
        b.raw(uuid.getBytes(StandardCharsets.US_ASCII));
        return b.take();
    }

    /// From the checksums of all parts, with the digits that mark a random UUID's variant and
    /// version.
    private static String uuid(List<byte[]> body) {
        ByteBuffer sums = ByteBuffer.allocate(4 * body.size());
        CRC32C sum = new CRC32C();
        for (byte[] part : body) {
            sum.reset();
            sum.update(part);
            sums.putInt((int) sum.getValue());
        }
        String hex = HexFormat.of().formatHex(Sha256.begin().digest(sums.array()));
        return hex.substring(0, 8)
                + "-"
                + hex.substring(8, 12)
                + "-4"
                + hex.substring(13, 16)
                + "-a"
                + hex.substring(17, 20)
                + "-"
                + hex.substring(20, 32);
    }

    /// Adds a grid that begins at a position; returns where it ends.
    private static long append(PackedGrid grid, List<byte[]> body, long position) {
        TreeWriter tree = new TreeWriter(grid);
        List<LeafPacker.Packed> packed = tree.leaves();
        VdbOutput block = new VdbOutput();
        block.i32(ZIP_AND_MASK);
        block.metadata(grid.entries());
        block.transform(grid.transform());
        tree.topology(block);
        byte[] topology = block.take();
        VdbOutput descriptor = new VdbOutput();
        descriptor.string(grid.uniqueName());
        descriptor.string(grid.type());
        descriptor.string("");
        long start = position + descriptor.size() + 24;
        long leaves = start + topology.length;
        long end = leaves;
        for (LeafPacker.Packed leaf : packed) {
            end += 65 + leaf.chunk().length;
        }
        descriptor.i64(start);
        descriptor.i64(leaves);
        descriptor.i64(end);
        body.add(descriptor.take());
        body.add(topology);
        for (LeafPacker.Packed leaf : packed) {
            // Mask and node code: inactive voxels hold the background, so the code is 0.
            VdbOutput mask = new VdbOutput();
            mask.mask(leaf.mask());
            mask.u8(0);
            body.add(mask.take());
            body.add(leaf.chunk());
        }
        return end;
    }
}
