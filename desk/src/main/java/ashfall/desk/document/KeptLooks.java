package ashfall.desk.document;

import ashfall.shot.DemoShots;
import ashfall.shot.LookPart;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.work.WholeFile;

import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/// Looks kept under names for any shot: a folder of shot files with a look and nothing else. Files
/// are read and written on a thread of its own, one after another.
public final class KeptLooks implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(KeptLooks.class);
    private static final String SUFFIX = ".ashfall";

    private final Path folder;
    private final Executor ui;
    private final ExecutorService files =
            Executors.newSingleThreadExecutor(Thread.ofVirtual().factory());
    private final ReadOnlyObjectWrapper<List<Shot>> all = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<List<Shot>> demos = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyStringWrapper problem = new ReadOnlyStringWrapper("");

    /// The demo shots once they are read, on the thread of files.
    private List<Shot> shipped = List.of();

    /// @param folder need not be there
    /// @param ui where they are shown
    public KeptLooks(Path folder, Executor ui) {
        this.folder = folder;
        this.ui = ui;
    }

    /// Shots that have the looks, by name.
    public ReadOnlyObjectProperty<List<Shot>> allProperty() {
        return all.getReadOnlyProperty();
    }

    /// The demo shots, whose looks are there for all; none before the first [#read].
    public ReadOnlyObjectProperty<List<Shot>> demosProperty() {
        return demos.getReadOnlyProperty();
    }

    /// What went wrong with the files, in a sentence; empty where nothing did.
    public ReadOnlyStringProperty problemProperty() {
        return problem.getReadOnlyProperty();
    }

    public boolean has(String name) {
        return all.get().stream().anyMatch(look -> look.name().equals(name));
    }

    /// Looks into the folder again.
    public void read() {
        files.execute(
                () -> {
                    publish("");
                    if (shipped.isEmpty()) {
                        shipped =
                                DemoShots.all().keySet().stream()
                                        .map(name -> DemoShots.read(name).shot())
                                        .toList();
                        List<Shot> found = shipped;
                        ui.execute(() -> demos.set(found));
                    }
                });
    }

    /// Keeps the look of a shot under a name, in place of one that has it.
    ///
    /// @throws ShotException when the name cannot be one
    public void keep(String name, Shot shot) {
        if (name.isEmpty()) {
            throw new ShotException("type a name for the look first");
        }
        if (!Shot.isName(name)) {
            throw new ShotException(
                    "a look is called by letters, digits and hyphens, a letter first, not '"
                            + name
                            + "'");
        }
        String text = ShotFile.write(LookPart.ALL.taken(Shot.empty(name), shot));
        files.execute(
                () -> {
                    try {
                        Files.createDirectories(folder);
                        WholeFile.write(
                                file(name),
                                List.of(ByteBuffer.wrap(text.getBytes(StandardCharsets.UTF_8))));
                        publish("");
                    } catch (IOException e) {
                        fail("the look '" + name + "' cannot be written to '" + folder + "'", e);
                    }
                });
    }

    /// Removes the look of a name, with its file.
    public void remove(String name) {
        files.execute(
                () -> {
                    try {
                        Files.deleteIfExists(file(name));
                        publish("");
                    } catch (IOException e) {
                        fail("the look '" + name + "' cannot be removed from '" + folder + "'", e);
                    }
                });
    }

    private Path file(String name) {
        return folder.resolve(name + SUFFIX);
    }

    private void fail(String sentence, IOException e) {
        LOG.warn(sentence, e);
        publish(sentence + ": " + e.getMessage());
    }

    /// @param said of what was done before; what cannot be read is said besides
    private void publish(String said) {
        List<Shot> found = new ArrayList<>();
        String first = said;
        for (Path path : paths()) {
            try {
                String stem = path.getFileName().toString().replace(SUFFIX, "");
                found.add(ShotFile.read(path).shot().withName(stem));
            } catch (ShotException e) {
                LOG.warn("a kept look cannot be read", e);
                first = first.isEmpty() ? e.getMessage() : first;
            }
        }
        String words = first;
        ui.execute(
                () -> {
                    problem.set(words);
                    all.set(List.copyOf(found));
                });
    }

    private List<Path> paths() {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (var there = Files.list(folder)) {
            return there.filter(path -> path.getFileName().toString().endsWith(SUFFIX))
                    .sorted()
                    .toList();
        } catch (IOException e) {
            LOG.warn("{} cannot be read", folder, e);
            return List.of();
        }
    }

    @Override
    public void close() {
        files.shutdown();
    }
}
