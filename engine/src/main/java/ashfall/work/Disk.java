package ashfall.work;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

/// What [WholeFile] asks of a disk; a test puts one in between that fills up or loses its power.
public interface Disk {
    /// The disks of this machine.
    Disk MACHINE = new OfMachine();

    /// A new, empty file, in place of an older one.
    SeekableByteChannel create(Path file) throws IOException;

    /// Returns when all that was written to an open file is on the disk itself.
    void sync(Path file, SeekableByteChannel open) throws IOException;

    /// Gives a file another name, in place of an older file of that name, and returns when the disk
    /// itself knows.
    void rename(Path from, Path to) throws IOException;

    /// Removes a file if it is there.
    void remove(Path file) throws IOException;

    /// Bytes that can still be written into a folder.
    long room(Path folder) throws IOException;

    /// Through the system's calls.
    final class OfMachine implements Disk {
        private OfMachine() {}

        @Override
        public SeekableByteChannel create(Path file) throws IOException {
            return FileChannel.open(
                    file,
                    StandardOpenOption.CREATE,
                    StandardOpenOption.WRITE,
                    StandardOpenOption.TRUNCATE_EXISTING);
        }

        @Override
        public void sync(Path file, SeekableByteChannel open) throws IOException {
            ((FileChannel) open).force(true);
        }

        @Override
        public void rename(Path from, Path to) throws IOException {
            Files.move(from, to, StandardCopyOption.ATOMIC_MOVE);
            if (!System.getProperty("os.name").startsWith("Windows")) {
                // Only there can a folder be opened; without this a power cut may undo the rename.
                try (FileChannel folder = FileChannel.open(to.toAbsolutePath().getParent())) {
                    folder.force(true);
                }
            }
        }

        @Override
        public void remove(Path file) throws IOException {
            Files.deleteIfExists(file);
        }

        @Override
        public long room(Path folder) throws IOException {
            return Files.getFileStore(folder).getUsableSpace();
        }
    }
}
