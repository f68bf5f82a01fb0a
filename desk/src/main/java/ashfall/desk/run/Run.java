package ashfall.desk.run;

import ashfall.firing.FiringFolder;
import ashfall.firing.ForeignGas;
import ashfall.firing.PictureJob;
import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.shot.Burn;
import ashfall.shot.Fineness;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Kept;
import ashfall.shot.Shot;
import ashfall.sim.FlameNeeds;
import ashfall.sim.LogEntry;
import ashfall.work.Workers;

import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.ConcurrentSkipListMap;

/// A simulated run as the window sees it: frames and burn log, growing while it is made. A sketch
/// holds its frames in memory; a firing's are read from its folder, as are volumes of other
/// programs.
///
/// Frames may be asked for from any thread; all else is on the toolkit's.
public final class Run {
    /// How a run stands.
    public enum State {
        RUNNING,
        DONE,
        STOPPED,
        FAILED
    }

    /// Frames in memory of runs that are seen together, and those read from firings, take at most
    /// this much each; then every second of the older ones is let go.
    static final long MOST_BYTES = Runtime.getRuntime().maxMemory() / 5;

    private final String title;
    private final Shot shot;
    private final String element;
    private final Fineness fineness;
    private final Map<String, String> key;
    private final Path folder;
    private final int sharing;
    private final FrameShelf shelf;
    private final ForeignGas foreign;
    private final ConcurrentSkipListMap<Long, Frame> frames = new ConcurrentSkipListMap<>();
    private final ConcurrentSkipListMap<Long, String> files = new ConcurrentSkipListMap<>();
    private final Map<Long, Long> bytes = new HashMap<>();
    private final List<LogEntry> log = new ArrayList<>();
    private final IntegerProperty size = new SimpleIntegerProperty();
    private final ObjectProperty<State> state = new SimpleObjectProperty<>(State.RUNNING);
    private final StringProperty problem = new SimpleStringProperty("");
    private long bytesHeld;
    private Item room;

    private Run(
            String title,
            Shot shot,
            String element,
            Fineness fineness,
            Map<String, String> key,
            Path folder,
            int sharing,
            FrameShelf shelf,
            ForeignGas foreign) {
        this.title = title;
        this.shot = shot;
        this.element = element;
        this.fineness = fineness;
        this.key = key;
        this.folder = folder;
        this.sharing = sharing;
        this.shelf = shelf;
        this.foreign = foreign;
    }

    /// A run that is not kept.
    ///
    /// @param sharing how many runs share the memory for frames
    static Run sketch(String title, Shot shot, String element, int sharing) {
        var key = Sketcher.key(shot, element).values();
        return new Run(title, shot, element, Fineness.SKETCH, key, null, sharing, null, null);
    }

    /// A firing in its folder.
    ///
    /// @param key what its gas was made of, by path
    /// @param shelf which holds frames that were read
    static Run firing(
            String title,
            Shot shot,
            String element,
            Fineness fineness,
            Map<String, String> key,
            Path folder,
            FrameShelf shelf) {
        return new Run(title, shot, element, fineness, key, folder, 1, shelf, null);
    }

    /// Volumes of another program, all of which are there; they have no burn log.
    ///
    /// @param shot that they are seen with
    /// @param folder of their files
    /// @param files by frame
    static Run foreign(
            ForeignGas gas, Shot shot, Path folder, Map<Long, String> files, FrameShelf shelf) {
        Run run =
                new Run(
                        gas.name(),
                        shot,
                        gas.name(),
                        Fineness.FINAL,
                        Map.of(),
                        folder,
                        1,
                        shelf,
                        gas);
        run.files.putAll(files);
        run.state.set(State.DONE);
        return run;
    }

    /// The same volumes elsewhere, or seen otherwise.
    Run placed(ForeignGas gas, Shot now) {
        return foreign(gas, now, folder, files, shelf);
    }

    /// "sketch", "firing 3", or what differs of a trial.
    public String title() {
        return title;
    }

    public Shot shot() {
        return shot;
    }

    public String element() {
        return element;
    }

    /// Temperature from which the run's fuel burns, K.
    public double ignition() {
        return Burn.ignition(shot.element(element));
    }

    /// Why a frame shows no flame, with figures; empty for a frame that burns.
    public Optional<String> whyNoFlame(long frame) {
        String fuel = Burn.words(shot.element(element));
        return FlameNeeds.whyNoFlame(log(), frame, fuel, ignition());
    }

    public Fineness fineness() {
        return fineness;
    }

    public Map<String, String> key() {
        return key;
    }

    public boolean isFiring() {
        return folder != null && foreign == null;
    }

    /// Is it volumes of another program?
    public boolean isForeign() {
        return foreign != null;
    }

    public Path folder() {
        return folder;
    }

    public List<LogEntry> log() {
        return java.util.Collections.unmodifiableList(log);
    }

    /// How many frames are done; changes after the log has its entry.
    public IntegerProperty sizeProperty() {
        return size;
    }

    public ObjectProperty<State> stateProperty() {
        return state;
    }

    public boolean isRunning() {
        return state.get() == State.RUNNING;
    }

    /// Has it no frame yet, but will have?
    public boolean isWaiting() {
        return isRunning() && log.isEmpty();
    }

    /// Why it failed, or waits, in one sentence; empty otherwise.
    public StringProperty problemProperty() {
        return problem;
    }

    /// The log entry of a frame, or null.
    public LogEntry entry(long frame) {
        if (log.isEmpty()) {
            return null;
        }
        long at = frame - log.getFirst().frame();
        return at < 0 || at >= log.size() ? null : log.get((int) at);
    }

    /// The log entry of a frame, or of the nearest one before or after it; null without any.
    public LogEntry entryNear(long frame) {
        return log.isEmpty()
                ? null
                : entry(Math.max(log.getFirst().frame(), Math.min(lastFrame(), frame)));
    }

    /// Has it no frame that could be shown?
    public boolean isEmpty() {
        return log.isEmpty() && files.isEmpty();
    }

    /// The first frame that is done, or one after the last.
    public long firstFrame() {
        return foreign != null
                ? files.firstKey()
                : log.isEmpty() ? Long.MAX_VALUE : log.getFirst().frame();
    }

    /// The last frame that is done, or one before the first.
    public long lastFrame() {
        return foreign != null
                ? files.lastKey()
                : log.isEmpty() ? Long.MIN_VALUE : log.getLast().frame();
    }

    /// Some of its frames over its whole length.
    ///
    /// @param most how many
    public List<Long> some(int most) {
        List<Long> all =
                foreign != null
                        ? List.copyOf(files.keySet())
                        : log.stream().map(LogEntry::frame).toList();
        List<Long> some = new ArrayList<>();
        for (int i = 1; i <= most && !all.isEmpty(); i++) {
            some.add(all.get((all.size() * i - 1) / most));
        }
        return some;
    }

    /// How many frames it is to have.
    public long framesAsked() {
        return shot.frames().get(Frames.LAST) - shot.frames().get(Frames.FIRST) + 1;
    }

    /// Can the frame be shown?
    public boolean has(long frame) {
        return frames.containsKey(frame) || files.containsKey(frame);
    }

    /// The frame that can be shown for a wanted one: the same, or the nearest kept before it; none
    /// before the first and after the last.
    public OptionalLong shownFor(long wanted) {
        if (wanted < firstFrame() || wanted > lastFrame()) {
            return OptionalLong.empty();
        }
        long frame = wanted;
        while (frame > firstFrame() && !has(frame)) {
            frame--;
        }
        return OptionalLong.of(frame);
    }

    /// The moment that can be shown for a wanted one: between two frames where both are there.
    public OptionalDouble momentFor(double wanted) {
        OptionalLong frame = shownFor((long) Math.floor(wanted));
        if (frame.isEmpty()) {
            return OptionalDouble.empty();
        }
        long at = frame.getAsLong();
        boolean between = hasMoments() && Math.floor(wanted) == at && has(at + 1);
        return OptionalDouble.of(between ? wanted : at);
    }

    /// Can moments between its frames be found? A firing may keep no velocity, and of other
    /// programs' volumes it is not known.
    public boolean hasMoments() {
        return foreign == null && (folder == null || gas().get(Kept.CHANNELS).contains("velocity"));
    }

    /// The settings of the element's gas that it is made with.
    Item gas() {
        return shot.element(element).gas();
    }

    /// A frame, read from its file where it is kept in one; null when there is none. Slow for
    /// files: not on the toolkit's thread.
    ///
    /// @param workers who help to read it
    /// @throws IOException when its file is damaged or gone
    public Frame frame(long number, Workers workers) throws IOException {
        Frame held = frames.get(number);
        if (held != null) {
            return held;
        }
        String file = files.get(number);
        if (file == null) {
            return null;
        }
        List<Path> next =
                files.tailMap(number, false).values().stream()
                        .limit(FrameShelf.AHEAD)
                        .map(folder::resolve)
                        .toList();
        Frame read = shelf.frame(folder.resolve(file), next, workers);
        if (foreign == null) {
            return read;
        }
        Frame placed = foreign.placed(read, number, shot.frames().get(Frames.RATE));
        grow(placed);
        return placed;
    }

    private synchronized void grow(Frame placed) {
        room = ForeignGas.room(placed, room);
    }

    /// The room that volumes of another program take in the frames that were read, as bounds.
    public synchronized Optional<Item> room() {
        return Optional.ofNullable(room);
    }

    /// Is a frame there at less detail, while the frame itself would take long to read?
    public boolean hasCoarse(long number) {
        String name = files.get(number);
        return name != null
                && foreign == null
                && !shelf.holds(folder.resolve(name))
                && Files.isRegularFile(FiringFolder.coarse(folder).resolve(name));
    }

    /// A frame at less detail, where it is there so.
    ///
    /// @param workers who help to read it
    /// @throws IOException when its file is damaged
    public Frame coarse(long number, Workers workers) throws IOException {
        Path file = FiringFolder.coarse(folder).resolve(files.get(number));
        return shelf.frame(file, List.of(), workers);
    }

    /// A frame that is held in memory, or null.
    public Frame held(long number) {
        return frames.get(number);
    }

    /// Its gas for finished pictures: of a sketch the frames that are there by now.
    public PictureJob.Gas seen() {
        return isFiring() ? PictureJob.Firing.of(folder) : new SketchedGas(this);
    }

    /// Numbers of the frames that are held in memory.
    Set<Long> held() {
        return frames.keySet();
    }

    /// Adds a simulated frame.
    void add(Frame frame, LogEntry entry) {
        frames.put(frame.number(), frame);
        long taken = bytes(frame);
        bytes.put(frame.number(), taken);
        bytesHeld += taken;
        if (bytesHeld > MOST_BYTES / sharing) {
            thin();
        }
        log.add(entry);
        size.set(log.size());
    }

    private void thin() {
        boolean drop = false;
        for (Long number : List.copyOf(frames.headMap(frames.lastKey() - 2).keySet())) {
            if (drop) {
                frames.remove(number);
                bytesHeld -= bytes.remove(number);
            }
            drop = !drop;
        }
    }

    /// Bytes that a frame's leaves take.
    public static long bytes(Frame frame) {
        long sum = 0;
        for (SparseGrid grid : frame.channels().values()) {
            int wide = grid.isHalf() ? 2 : 4;
            sum += (long) grid.leafCount() * (SparseGrid.VOXELS * grid.components() * wide + 96);
        }
        return sum;
    }

    /// Takes up what a firing's folder says.
    void update(List<LogEntry> entries, Map<Long, String> kept) {
        files.putAll(kept);
        log.clear();
        log.addAll(entries);
        size.set(log.size());
    }

    /// Says what it waits for; nothing while it goes on.
    void waits(String why) {
        if (isRunning()) {
            problem.set(why);
        }
    }

    void end(State how, String why) {
        problem.set(why);
        state.set(how);
    }
}
