package ashfall.firing;

import ashfall.continuity.Finding;
import ashfall.grid.Frame;
import ashfall.look.Marcher;
import ashfall.look.Presence;
import ashfall.look.SeenGas;
import ashfall.look.View;
import ashfall.picture.Layers;
import ashfall.picture.PictureFile;
import ashfall.picture.Region;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Draws finished pictures of the frames of a firing or a sketch, or of several elements' together,
/// into files. A frame alone equals that frame of a range, byte for byte.
public final class PictureJob {
    private static final Pattern RANGE = Pattern.compile("(-?\\d+)(?:-(-?\\d+))?");

    /// What is to be seen.
    public interface Gas {
        /// By whose presence and reading it is seen; empty for the element that it is of.
        String name();

        /// @param shot that plays them
        /// @throws FiringException when there are none
        ShownFrames frames(Shot shot, Workers workers);
    }

    /// Gas on the disk.
    ///
    /// @param place folder of a firing, or of numbered volumes, or one of these
    public record Firing(Path place, String name) implements Gas {
        private static final Pattern NAMED = Pattern.compile("([A-Za-z][A-Za-z0-9-]*)=(.+)");

        /// As the element that was fired.
        public static Firing of(Path place) {
            return new Firing(place, "");
        }

        /// Reads `DIR` or `NAME=DIR`.
        public static Firing parse(String text) {
            Matcher named = NAMED.matcher(text);
            return named.matches() && !Files.exists(Path.of(text))
                    ? new Firing(Path.of(named.group(2)), named.group(1))
                    : of(Path.of(text));
        }

        @Override
        public ShownFrames frames(Shot shot, Workers workers) {
            return ShownFrames.in(place, shot, workers);
        }
    }

    /// What is wanted.
    ///
    /// @param gas one an element; the volumes of the shot that are on are seen besides
    /// @param missing only frames whose file is not there yet
    public record Order(
            Shot shot,
            List<? extends Gas> gas,
            Path out,
            Region region,
            PictureFile file,
            boolean missing) {}

    /// A picture that is written.
    ///
    /// @param stored the frame of the firing that it shows, with the share of the way to the next
    /// @param firePower of the fire, lumen
    public record Done(
            long frame,
            double stored,
            String name,
            double seconds,
            double firePower,
            Layers picture) {}

    /// Hears how the pictures come along.
    public interface Listener {
        /// While the first is drawn, and again when more of it is there; on any thread.
        ///
        /// @param seconds that a picture takes, about
        void foretold(double seconds, int count);

        void done(Done done, long last);
    }

    private final Order order;
    private final Workers workers;
    private final List<ShownFrames> elements = new ArrayList<>();

    /// By whose presence and reading each is seen.
    private final List<String> names = new ArrayList<>();

    /// @throws FiringException when a folder holds no firing that can be read, or they do not go
    ///     together, or two are to be seen as the same
    public PictureJob(Order order, Workers workers) {
        this.order = order;
        this.workers = workers;
        List<Gas> all = new ArrayList<>(order.gas);
        all.addAll(ForeignGas.of(order.shot));
        for (Gas gas : all) {
            ShownFrames shown = gas.frames(order.shot, workers);
            String name = gas.name().isEmpty() ? shown.record().element() : gas.name();
            if (names.contains(name)) {
                throw new FiringException(
                        "two firings are of '"
                                + name
                                + "'; write NAME=DIR for the one that is to be seen as another");
            }
            elements.add(shown);
            names.add(name);
        }
        if (all.isEmpty()) {
            throw new FiringException(
                    "there is nothing to be seen: no firing is given, and the shot has no volumes"
                            + " that are on");
        }
        for (ShownFrames element : elements) {
            if (!element.rate().equals(elements.getFirst().rate())) {
                throw new FiringException(
                        "the firings have different frame rates; fire the elements of one shot"
                                + " to see them together");
            }
        }
    }

    /// What the pictures of some frames will lack, or have too much of; a frame that cannot be
    /// shown first.
    ///
    /// @param frames as for [#wanted]
    public List<Finding> findings(String frames) {
        List<Finding> found = new ArrayList<>();
        try {
            frames(frames, elements);
        } catch (FiringException | IllegalArgumentException e) {
            found.add(new Finding("frames", e.getMessage()));
        }
        Map<String, FiringRecord> seen = new LinkedHashMap<>();
        for (int i = 0; i < names.size(); i++) {
            seen.put(names.get(i), elements.get(i).record());
        }
        found.addAll(PictureCheck.check(order.shot, seen));
        return found;
    }

    /// The frames shown that a text asks for, in order: `8`, `1-48`, or several of these with
    /// commas between.
    ///
    /// @param text null or blank for all that can be shown
    /// @throws FiringException when one cannot be shown
    /// @throws IllegalArgumentException when the text asks for none
    public static List<Long> frames(String text, List<ShownFrames> elements) {
        TreeSet<Long> all = new TreeSet<>();
        if (text == null || text.isBlank()) {
            elements.forEach(shown -> all.addAll(shown.numbers()));
            all.removeIf(frame -> !whyNot(elements, frame).isEmpty());
            return new ArrayList<>(all);
        }
        for (String part : text.split(",", -1)) {
            long[] range = range(part);
            for (long frame = range[0]; frame <= range[1]; frame++) {
                String why = whyNot(elements, frame);
                if (!why.isEmpty()) {
                    throw new FiringException(why);
                }
                all.add(frame);
            }
        }
        return new ArrayList<>(all);
    }

    /// Why a frame cannot be shown; empty when it can. Volumes of other programs may begin later
    /// than the rest and end sooner.
    private static String whyNot(List<ShownFrames> elements, long frame) {
        boolean none = true;
        for (ShownFrames shown : elements) {
            String why = shown.whyNot(frame);
            if (!why.isEmpty() && !shown.isBesides(frame)) {
                return why;
            }
            none &= !why.isEmpty();
        }
        return none ? elements.getFirst().whyNot(frame) : "";
    }

    /// Reads `8`, `1-48` or `-5--1`: first and last.
    ///
    /// @throws IllegalArgumentException saying what would be right
    public static long[] range(String text) {
        Matcher m = RANGE.matcher(text.strip());
        if (!m.matches()) {
            throw new IllegalArgumentException(
                    "'" + text + "' is no range of frames; write 8 or 1-48");
        }
        long from = Long.parseLong(m.group(1));
        long to = m.group(2) == null ? from : Long.parseLong(m.group(2));
        if (to < from) {
            throw new IllegalArgumentException(
                    "the frames run backwards: " + text + "; write " + to + "-" + from);
        }
        return new long[] {from, to};
    }

    /// The frames that a text asks for, without those whose pictures are there where only missing
    /// ones are wanted.
    public List<Long> wanted(String text) {
        List<Long> all = frames(text, elements);
        all.removeIf(frame -> order.missing && Files.exists(order.out.resolve(name(frame))));
        return all;
    }

    private String name(long frame) {
        return order.file.name(elements.getFirst().fileName(frame));
    }

    /// Draws frames, each file whole or not at all.
    ///
    /// @throws IOException when a file is damaged or gone, or cannot be written
    public void draw(List<Long> frames, Listener listener) throws IOException {
        Files.createDirectories(order.out);
        View view = View.of(order.shot.camera());
        Region region = order.region;
        for (long frame : frames) {
            long started = System.nanoTime();
            List<SeenGas> gas = new ArrayList<>();
            for (int i = 0; i < elements.size(); i++) {
                if (!elements.get(i).isBesides(frame)) {
                    Frame read = elements.get(i).at(frame, Marcher.channels(order.shot, true));
                    gas.add(SeenGas.of(read, order.shot, names.get(i)));
                }
            }
            Marcher marcher = Marcher.finished(gas, order.shot, workers);
            Layers picture =
                    frame == frames.getFirst()
                            ? marcher.layers(view, region, foretelling(started, frames, listener))
                            : marcher.layers(view, region);
            for (int i = 0; i < elements.size(); i++) {
                // Carriers are of the element, however often its gas is seen.
                boolean own = names.get(i).equals(elements.get(i).record().element());
                if (own && Presence.of(order.shot, names.get(i)).equals(Presence.SEEN)) {
                    var embers = elements.get(i).embers(order.shot, frame);
                    marcher.addEmbers(picture, region, view, embers);
                }
            }
            order.file.write(order.out.resolve(name(frame)), picture, order.shot, workers);
            listener.done(
                    new Done(
                            frame,
                            elements.getFirst().stored(frame),
                            name(frame),
                            (System.nanoTime() - started) * 1e-9,
                            marcher.firePower(),
                            picture),
                    frames.getLast());
        }
    }

    private static Foretelling foretelling(long started, List<Long> frames, Listener listener) {
        return new Foretelling(
                started, System::nanoTime, seconds -> listener.foretold(seconds, frames.size()));
    }
}
