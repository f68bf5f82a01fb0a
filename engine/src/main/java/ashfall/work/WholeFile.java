package ashfall.work;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.List;

/// Files that are there whole or not at all: written to a temporary name, synced, renamed.
public final class WholeFile {
    private WholeFile() {}

    /// Writes the parts one after the other, replacing an older file of the name.
    ///
    /// @throws IOException when the disk is full or the folder cannot be written to; nothing is
    /// left behind then
    public static void write(Path file, List<ByteBuffer> parts) throws IOException {
        Path temporary = file.resolveSibling("." + file.getFileName() + ".part");
        try {
            try (FileChannel channel =
                    FileChannel.open(
                            temporary,
                            StandardOpenOption.CREATE,
                            StandardOpenOption.WRITE,
                            StandardOpenOption.TRUNCATE_EXISTING)) {
                for (ByteBuffer part : parts) {
                    while (part.hasRemaining()) {
                        channel.write(part);
                    }
                }
                channel.force(true);
            }
            Files.move(temporary, file, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            Files.deleteIfExists(temporary);
        }
    }
}
