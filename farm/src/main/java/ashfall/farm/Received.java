package ashfall.farm;

import ashfall.firing.FiringException;
import ashfall.firing.FiringRecord;
import ashfall.firing.KeptFrame;
import ashfall.work.Disk;
import ashfall.work.Sha256;
import ashfall.work.WholeFile;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.Map;

/// Files of a firing that come in pieces, one after the other.
final class Received implements AutoCloseable {
    private final Path folder;
    private final Map<String, String> sums = new HashMap<>();
    private WholeFile file;
    private MessageDigest sum;

    Received(Path folder) {
        this.folder = folder;
    }

    /// Takes a piece of a file; an empty one ends it.
    ///
    /// @throws FiringException when it is no name of a firing's file: nothing is written elsewhere
    void piece(String name, byte[] bytes) throws IOException {
        if (!name.matches("[A-Za-z0-9_][A-Za-z0-9_.-]*\\.(vdb|json|ashfall)")) {
            throw new FiringException("a worker sent a file named '" + name + "'");
        }
        if (file == null) {
            file = WholeFile.begin(Disk.MACHINE, folder.resolve(name));
            sum = Sha256.begin();
        }
        if (bytes.length > 0) {
            sum.update(bytes);
            file.append(ByteBuffer.wrap(bytes));
            return;
        }
        sums.put(name, HexFormat.of().formatHex(sum.digest()));
        file.finish();
        file = null;
    }

    FiringRecord record() {
        return FiringRecord.read(folder);
    }

    /// What differs from the record that came with the files; empty where all is as it was fired.
    String damage() {
        for (KeptFrame frame : record().kept().values()) {
            if (!frame.sha256().equals(sums.get(frame.file()))) {
                return frame.file() + " came damaged; it is made again";
            }
        }
        return "";
    }

    @Override
    public void close() throws IOException {
        if (file != null) {
            file.close();
        }
    }
}
