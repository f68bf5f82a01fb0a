package ashfall.firing;

import ashfall.grid.Between;
import ashfall.grid.Frame;
import ashfall.look.Embers.Ember;
import ashfall.shot.Camera;
import ashfall.shot.Curve;
import ashfall.shot.FrameRate;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Kept;
import ashfall.shot.Playback;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.vdb.VdbWriter;
import ashfall.work.Workers;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Set;
import java.util.TreeSet;

/// The frames of a firing, or of volumes that another program made, as a playback speed shows
/// them: stored ones where it meets them, others found between two along the motion ([Between]).
public final class ShownFrames {
    private static final String VELOCITY = "velocity";

    /// Stored frames by their numbers.
    @FunctionalInterface
    public interface Stored {
        /// @throws IOException when it is damaged or gone
        Frame read(long number) throws IOException;
    }

    private final FiringRecord record;
    private final String where;
    private final Stored stored;
    private final NavigableSet<Long> kept;
    private final Playback playback;
    private final Shot fired;
    private final Workers workers;
    private final Map<Long, Frame> held = new HashMap<>();

    /// @param place the folder of a firing; or one of numbered volumes, or any of them
    /// @param shot whose playback speed it is; its frame rate is that of volumes, not of a firing
    /// @throws FiringException when there is nothing that can be read, or no frames yet
    public static ShownFrames in(Path place, Shot shot, Workers workers) {
        boolean fires = Files.exists(place.resolve(FiringRecord.FILE));
        Path folder = VolumeSequence.folder(place);
        FiringRecord record = fires ? FiringRecord.read(place) : VolumeSequence.record(place, shot);
        Map<Long, String> files = record.files();
        return new ShownFrames(
                record,
                "'" + folder + "'",
                number -> FrameFile.read(folder.resolve(files.get(number)), workers),
                shot,
                workers);
    }

    /// @param record of the frames, wherever they are
    /// @param where they are, in words
    /// @param shot as for [#in]
    /// @throws FiringException when there are none yet, or the record holds no shot
    public ShownFrames(
            FiringRecord record, String where, Stored stored, Shot shot, Workers workers) {
        this.record = record;
        this.where = where;
        this.stored = stored;
        this.workers = workers;
        this.kept = new TreeSet<>(record.kept().keySet());
        if (kept.isEmpty()) {
            throw new FiringException(where + " has no frames yet");
        }
        this.fired = ShotFile.parse(record.shotJson(), "the record of " + where).shot();
        this.playback = Playback.of(asShown(fired.frames(), shot.frames())).until(kept.last());
    }

    /// The frames of a firing as a shot plays and draws them.
    public static Item asShown(Item fired, Item frames) {
        return fired.with(Frames.SPEED, frames.get(Frames.SPEED))
                .with(Frames.SKIPPED, frames.get(Frames.SKIPPED))
                .with(Frames.SPARED, frames.get(Frames.SPARED));
    }

    /// Name of a shown frame's file of volumes.
    public String fileName(long shown) {
        return record.fileName(shown);
    }

    /// The carriers of the firing in a shown frame: where they were as they were fired, of the
    /// sources of which a shot wants them in pictures, with its size and glow, and the way each
    /// goes while its shutter is open.
    public List<Ember> embers(Shot shot, long shown) {
        if (record.isForeign()) {
            return List.of();
        }
        double frame = fired.frames().get(Frames.RATE).seconds(1);
        double open = Camera.open(shot.camera()) * frame * playback.speedAt(shown);
        return EmberFlights.at(fired, record.element(), shot, frame * playback.stored(shown), open);
    }

    /// The firing they are of.
    public FiringRecord record() {
        return record;
    }

    /// Frames shown in a second.
    public FrameRate rate() {
        return playback.rate();
    }

    /// Numbers of the frames of the picture that can be shown, in order.
    public List<Long> numbers() {
        List<Long> all = new ArrayList<>();
        for (long shown = playback.firstShown(); shown <= playback.lastShown(); shown++) {
            if (whyNot(shown).isEmpty()) {
                all.add(shown);
            }
        }
        return all;
    }

    /// The stored frame that a shown one shows, with the share of the way to the next.
    public double stored(long shown) {
        return playback.stored(shown);
    }

    /// Are there volumes of another program, but before or after a frame?
    boolean isBesides(long shown) {
        boolean before = playback.stored(shown) < kept.first();
        return record.isForeign() && (before || shown > playback.lastShown());
    }

    /// Why a frame cannot be shown, in one sentence; empty when it can.
    public String whyNot(long shown) {
        double stored = playback.stored(shown);
        long before = (long) Math.floor(stored);
        long missing = !kept.contains(before) ? before : before + 1;
        if (kept.contains(before) && (before == stored || kept.contains(before + 1))) {
            return "";
        }
        String what =
                "frame " + shown + (playback.isPlain() ? "" : " shows frame " + stored + " and");
        return what
                + " is not in "
                + where
                + "; it holds frames "
                + kept.first()
                + "-"
                + kept.last()
                + (missing > kept.first() && missing < kept.last() ? " without " + missing : "");
    }

    /// A frame as it is shown, the velocity as it is seen: metres in a second shown.
    ///
    /// @param channels that are wanted, where they have to be found
    /// @throws FiringException when it cannot be shown
    /// @throws IOException when a file is damaged or gone
    public Frame at(long shown, Set<String> channels) throws IOException {
        String why = whyNot(shown);
        if (!why.isEmpty()) {
            throw new FiringException(why);
        }
        double stored = playback.stored(shown);
        long number = (long) Math.floor(stored);
        Frame before = read(number);
        Curve clock =
                record.isForeign()
                        ? Curve.constant(1)
                        : fired.element(record.element()).gas().get(Gas.TIME_SCALE);
        if (number == stored && !channels.contains(VELOCITY)) {
            return before;
        }
        if (number == stored) {
            return Between.hastened(before, playback.speedAt(shown) * clock.at(before.seconds()));
        }
        Frame after = read(number + 1);
        double share = stored - number;
        double seconds = before.seconds() + share * (after.seconds() - before.seconds());
        return Between.of(
                before,
                after,
                share,
                clock.integral(before.seconds(), after.seconds()),
                playback.speedAt(shown) * clock.at(seconds),
                channels,
                workers);
    }

    /// Writes a frame as it is shown, under its own number and time.
    ///
    /// @throws FiringException when it cannot be shown
    /// @throws IOException when a file is damaged or gone, or the disk is full
    public void write(long shown, Path file, VdbWriter writer) throws IOException {
        Frame frame = at(shown, Set.copyOf(Kept.CHANNELS.options()));
        Map<String, Object> about = record.about(playback.rate());
        about.put("stored_frame", playback.stored(shown));
        about.put("playback_speed", playback.speedAt(shown));
        double seconds = playback.rate().seconds(shown);
        FrameFile.write(
                file, new Frame(shown, seconds, frame.lattice(), frame.channels()), about, writer);
    }

    /// A stored frame. The last two stay: moments between two ask for both again.
    private Frame read(long number) throws IOException {
        Frame frame = held.get(number);
        if (frame == null) {
            frame = stored.read(number);
            if (record.isForeign()) {
                double seconds = fired.frames().get(Frames.RATE).seconds(number);
                frame = new Frame(number, seconds, frame.lattice(), frame.channels());
            }
            held.keySet().removeIf(other -> Math.abs(other - number) > 1);
            held.put(number, frame);
        }
        return frame;
    }
}
