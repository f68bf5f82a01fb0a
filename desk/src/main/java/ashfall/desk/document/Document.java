package ashfall.desk.document;

import ashfall.shot.FrameRate;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Param;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.shot.Timing;
import ashfall.sim.Fuses;
import ashfall.work.WholeFile;

import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executor;
import java.util.function.Consumer;

/// The shot that is open, with its file, its history and whether it is saved. On the toolkit's
/// thread only.
public final class Document {
    private static final Logger LOG = LoggerFactory.getLogger(Document.class);

    private final ReadOnlyObjectWrapper<Shot> shot = new ReadOnlyObjectWrapper<>();
    private final ObjectProperty<Path> file = new SimpleObjectProperty<>();
    private final ReadOnlyBooleanWrapper saved = new ReadOnlyBooleanWrapper(true);
    private final BooleanProperty dragging = new SimpleBooleanProperty();
    private History history = new History();
    private String touched = "";

    public Document(Shot first) {
        shot.set(first);
        dragging.addListener(
                (o, was, is) -> {
                    if (!is) {
                        history.close();
                    }
                });
    }

    public ReadOnlyObjectProperty<Shot> shotProperty() {
        return shot.getReadOnlyProperty();
    }

    public Shot shot() {
        return shot.get();
    }

    /// Where the shot is kept; null until it is saved for the first time.
    public ObjectProperty<Path> fileProperty() {
        return file;
    }

    public Optional<Path> file() {
        return Optional.ofNullable(file.get());
    }

    /// Where what belongs to the shot lies: beside its file, by its name.
    ///
    /// @param what "firings"
    /// @param homeless the folder around it for a shot that has no file yet
    public Path folder(String what, Path homeless) {
        return file().map(
                        f ->
                                f.toAbsolutePath()
                                        .resolveSibling(
                                                f.getFileName()
                                                                .toString()
                                                                .replaceAll("\\.ashfall$", "")
                                                        + "-"
                                                        + what))
                .orElse(homeless.resolve(what));
    }

    public ReadOnlyBooleanProperty savedProperty() {
        return saved.getReadOnlyProperty();
    }

    /// Is a value being dragged? Its edits merge into one, and nothing is sketched meanwhile.
    public BooleanProperty draggingProperty() {
        return dragging;
    }

    /// Path of the parameter that was changed last; empty before the first.
    public String touched() {
        return touched;
    }

    /// Makes an edit. Sources whose fuses it moves go along, in the same step.
    public void edit(Edit edit) {
        Shot before = shot.get();
        Shot edited = edit.apply(before);
        if (edited.equals(before)) {
            return;
        }
        boolean arranged = edit instanceof Edit.Arrange;
        Shot next = arranged ? edited : Fuses.follow(before, edited);
        boolean followed = !next.equals(edited);
        // A drag that moves fuses may do so from its second edit on: all are of one kind to merge.
        boolean dragged = dragging.get() && !arranged && Fuses.any(before);
        Edit made = followed || dragged ? Edit.Items.between(edit.name(), before, next) : edit;
        history.add(made, dragging.get());
        show(next);
    }

    /// Gives a parameter of an item another value. With another frame rate the shot's ends keep
    /// their seconds.
    public <T> void put(String path, Param<T> param, T value) {
        touched = path + "." + param.key();
        if (param == Frames.RATE && value instanceof FrameRate rate) {
            Item frames = Timing.atRate(shot.get().item(path), rate);
            edit(Edit.Items.of(param.label(), shot.get(), Map.of(path, frames)));
            return;
        }
        edit(Edit.Put.of(shot.get(), path, param, value));
    }

    /// Gives a parameter of several items the same value in one step, where they have it.
    ///
    /// @param path of the first item, which has it
    /// @param value null for its default
    public <T> void put(String path, Collection<String> along, Param<T> param, T value) {
        Map<String, Item> to = new LinkedHashMap<>();
        List<String> all = new ArrayList<>(List.of(path));
        all.addAll(along);
        for (String at : all) {
            Item item = shot.get().item(at);
            if (item != null && item.kind().params().get(param.key()) == param) {
                to.put(at, value == null ? item.without(param) : item.with(param, value));
            }
        }
        if (to.size() < 2) {
            put(path, param, value);
        } else {
            String name = param.label() + " (" + to.size() + " things)";
            edit(Edit.Items.of(name, shot.get(), to));
        }
    }

    /// Puts a parameter back to its default.
    public <T> void reset(String path, Param<T> param) {
        put(path, param, null);
    }

    /// Other things in the shot, or other names.
    public void arrange(String name, Shot to) {
        edit(new Edit.Arrange(name, shot.get(), to));
    }

    public void undo() {
        history.undo(shot.get()).ifPresent(this::show);
    }

    public void redo() {
        history.redo(shot.get()).ifPresent(this::show);
    }

    /// What [#undo] would take back, or null.
    public String undoName() {
        return history.undoName();
    }

    /// What [#redo] would make again, or null.
    public String redoName() {
        return history.redoName();
    }

    private void show(Shot next) {
        saved.set(history.isSaved());
        shot.set(next);
    }

    /// Opens another shot in place of this one.
    ///
    /// @param from its file, or null for one that was never saved
    public void open(Shot other, Path from) {
        history = new History();
        file.set(from);
        saved.set(true);
        shot.set(other);
    }

    /// Takes up a shot that a crash left: it is not saved.
    public void recover(Shot other, Optional<Path> origin) {
        open(other, origin.orElse(null));
        history.markUnsaved();
        saved.set(false);
    }

    /// Writes the shot to a file, whole or not at all, off the toolkit's thread. The shot takes the
    /// file's name.
    ///
    /// @param ui the toolkit's thread
    /// @param done is told once it is written
    /// @param failed is told in one sentence when it cannot be written
    public void saveAs(Path path, Executor ui, Runnable done, Consumer<String> failed) {
        String name = path.getFileName().toString();
        Path target = name.endsWith(".ashfall") ? path : path.resolveSibling(name + ".ashfall");
        String stem = target.getFileName().toString().replaceAll("\\.ashfall$", "");
        Shot written = shot.get().withName(stem);
        Object state = history.state();
        Thread.ofVirtual()
                .start(
                        () -> {
                            try {
                                write(written, target);
                                ui.execute(
                                        () -> {
                                            markSaved(target, state, stem);
                                            done.run();
                                        });
                            } catch (IOException e) {
                                LOG.warn("saving failed", e);
                                ui.execute(
                                        () ->
                                                failed.accept(
                                                        "the shot cannot be written to '"
                                                                + target
                                                                + "'; choose another folder"));
                            }
                        });
    }

    private static void write(Shot shot, Path target) throws IOException {
        byte[] bytes = ShotFile.write(shot, target).getBytes(StandardCharsets.UTF_8);
        WholeFile.write(target.toAbsolutePath(), List.of(ByteBuffer.wrap(bytes)));
    }

    private void markSaved(Path target, Object state, String name) {
        file.set(target);
        shot.set(shot.get().withName(name));
        history.markSaved(state);
        saved.set(history.isSaved());
    }
}
