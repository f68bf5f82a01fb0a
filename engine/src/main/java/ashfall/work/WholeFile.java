package ashfall.work;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/// A file that is there whole or not at all: written to a temporary name, synced, renamed. Closing
/// it before [#finish()] leaves nothing behind.
public final class WholeFile implements AutoCloseable {
    private final Disk disk;
    private final Path file;
    private final Path temporary;
    private final SeekableByteChannel channel;
    private boolean finished;

    private WholeFile(Disk disk, Path file) throws IOException {
        this.disk = disk;
        this.file = file;
        this.temporary = file.resolveSibling("." + file.getFileName() + ".part");
        this.channel = disk.create(temporary);
    }

    /// Files in a folder that were begun and never finished: a process that was killed leaves them.
    public static List<Path> unfinished(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (var files = Files.list(folder)) {
            return files.filter(f -> f.getFileName().toString().matches("\\..+\\.part")).toList();
        }
    }

    /// Begins a file that will replace an older one of its name.
    public static WholeFile begin(Disk disk, Path file) throws IOException {
        return new WholeFile(disk, file);
    }

    /// Writes the parts one after the other, as one whole file.
    ///
    /// @throws IOException when the disk is full or the folder cannot be written to; nothing is
    ///     left behind then
    public static void write(Path file, List<ByteBuffer> parts) throws IOException {
        write(Disk.MACHINE, file, parts);
    }

    /// As [#write(Path, List)], on a given disk.
    public static void write(Disk disk, Path file, List<ByteBuffer> parts) throws IOException {
        try (WholeFile whole = begin(disk, file)) {
            for (ByteBuffer part : parts) {
                whole.append(part);
            }
            whole.finish();
        }
    }

    /// Adds what remains in a buffer.
    public void append(ByteBuffer part) throws IOException {
        while (part.hasRemaining()) {
            channel.write(part);
        }
    }

    /// Makes the file be there.
    public void finish() throws IOException {
        disk.sync(temporary, channel);
        channel.close();
        disk.rename(temporary, file);
        finished = true;
    }

    @Override
    public void close() throws IOException {
        if (!finished) {
            channel.close();
            disk.remove(temporary);
        }
    }
}
