package ashfall.desk.document;

import ashfall.work.WholeFile;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/// The shots opened or saved last, the latest first; one path a line in a file.
public final class Recent {
    private static final Logger LOG = LoggerFactory.getLogger(Recent.class);
    private static final int MOST = 8;

    private final Path file;
    private final List<Path> paths = new ArrayList<>();

    public Recent(Path file) {
        this.file = file;
        if (Files.isReadable(file)) {
            try {
                Files.readAllLines(file).stream()
                        .filter(line -> !line.isBlank())
                        .forEach(line -> paths.add(Path.of(line)));
            } catch (IOException e) {
                LOG.warn("{} cannot be read", file, e);
            }
        }
    }

    /// Those that still exist.
    public List<Path> paths() {
        return paths.stream().filter(Files::isRegularFile).toList();
    }

    /// Puts a shot first.
    public void add(Path shot) {
        Path path = shot.toAbsolutePath().normalize();
        paths.remove(path);
        paths.addFirst(path);
        while (paths.size() > MOST) {
            paths.removeLast();
        }
        String all = String.join("\n", paths.stream().map(Path::toString).toList());
        Thread.ofVirtual().start(() -> write(all));
    }

    private synchronized void write(String all) {
        try {
            Files.createDirectories(file.getParent());
            WholeFile.write(file, List.of(ByteBuffer.wrap(all.getBytes(StandardCharsets.UTF_8))));
        } catch (IOException e) {
            LOG.warn("{} cannot be written", file, e);
        }
    }
}
