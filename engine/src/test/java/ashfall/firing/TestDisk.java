package ashfall.firing;

import ashfall.work.Disk;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/// A disk of one folder that remembers what would survive a power cut, and can be full.
///
/// What was not synced may be lost in part: a file may be cut anywhere or hold zeros. Names given
/// and taken since the last sync of the folder may be lost from any of them on.
final class TestDisk implements Disk {
    private final Random random;

    /// Bytes of each file as far as they are safe, by a number that its name points to.
    private final List<byte[]> contents = new ArrayList<>();

    private final Map<String, Integer> open = new HashMap<>();
    private final Map<String, Integer> safeNames = new HashMap<>();
    private final List<Map<String, Integer>> unsafeNames = new ArrayList<>();
    private final Map<String, Integer> names = new HashMap<>();

    /// Calls until the power is cut; negative for never.
    private int callsLeft = -1;

    private boolean full;
    private long room = 1L << 40;

    /// The power is gone.
    static final class PowerCutException extends IOException {
        PowerCutException() {
            super("the power was cut");
        }
    }

    TestDisk(long seed) {
        this.random = new Random(seed);
    }

    void cutAfter(int calls) {
        callsLeft = calls;
    }

    synchronized void fill() {
        full = true;
        room = 1000;
    }

    synchronized void free() {
        full = false;
        room = 1L << 40;
    }

    private void call() throws IOException {
        if (callsLeft >= 0 && callsLeft-- == 0) {
            callsLeft = 0;
            throw new PowerCutException();
        }
    }

    @Override
    public synchronized SeekableByteChannel create(Path file) throws IOException {
        call();
        contents.add(new byte[0]);
        names.put(name(file), contents.size() - 1);
        open.put(name(file), contents.size() - 1);
        unsafeNames.add(new HashMap<>(names));
        return new Channel(Disk.MACHINE.create(file));
    }

    @Override
    public synchronized void sync(Path file, SeekableByteChannel channel) throws IOException {
        call();
        ((Channel) channel).force();
        contents.set(open.get(name(file)), Files.readAllBytes(file));
    }

    @Override
    public synchronized void rename(Path from, Path to) throws IOException {
        call();
        Disk.MACHINE.rename(from, to);
        names.put(name(to), names.remove(name(from)));
        // The folder is synced with it.
        safeNames.clear();
        safeNames.putAll(names);
        unsafeNames.clear();
    }

    @Override
    public synchronized void remove(Path file) throws IOException {
        call();
        Disk.MACHINE.remove(file);
        names.remove(name(file));
        unsafeNames.add(new HashMap<>(names));
    }

    @Override
    public synchronized long room(Path folder) {
        return room;
    }

    private static String name(Path file) {
        return file.getFileName().toString();
    }

    /// Puts what survived into another folder.
    synchronized void survivors(Path folder) throws IOException {
        int known = random.nextInt(unsafeNames.size() + 1);
        Map<String, Integer> left = known == 0 ? safeNames : unsafeNames.get(known - 1);
        for (var file : left.entrySet()) {
            byte[] safe = contents.get(file.getValue());
            // What was never synced: some of it, or zeros.
            byte[] bytes = safe.length > 0 ? safe : new byte[random.nextInt(3) * 1000];
            Files.write(folder.resolve(file.getKey()), bytes);
        }
    }

    private final class Channel implements SeekableByteChannel {
        private final SeekableByteChannel real;

        Channel(SeekableByteChannel real) {
            this.real = real;
        }

        void force() throws IOException {
            ((FileChannel) real).force(true);
        }

        @Override
        public int write(ByteBuffer bytes) throws IOException {
            synchronized (TestDisk.this) {
                call();
                if (full) {
                    throw new IOException("No space left on device");
                }
            }
            return real.write(bytes);
        }

        @Override
        public int read(ByteBuffer bytes) throws IOException {
            return real.read(bytes);
        }

        @Override
        public long position() throws IOException {
            return real.position();
        }

        @Override
        public SeekableByteChannel position(long position) throws IOException {
            real.position(position);
            return this;
        }

        @Override
        public long size() throws IOException {
            return real.size();
        }

        @Override
        public SeekableByteChannel truncate(long size) throws IOException {
            real.truncate(size);
            return this;
        }

        @Override
        public boolean isOpen() {
            return real.isOpen();
        }

        @Override
        public void close() throws IOException {
            real.close();
        }
    }
}
