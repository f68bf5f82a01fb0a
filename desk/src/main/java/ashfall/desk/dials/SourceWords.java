package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.Latest;
import ashfall.desk.run.Runs;
import ashfall.geometry.Body;
import ashfall.particles.Carriers;
import ashfall.shot.Burn;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.shot.Unit;
import ashfall.sim.CarrierFlights;
import ashfall.sim.SourceSettings;

import javafx.application.Platform;
import javafx.scene.control.Label;

import java.util.Locale;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;

/// Says of a source with patches how much of it gives at the frame shown, and how much of that is
/// warm enough to burn; of carriers how many there are and how far they come. Found on a thread of
/// its own: it takes thousands of points.
final class SourceWords extends Label {
    private static final ExecutorService COUNTING =
            Executors.newSingleThreadExecutor(
                    Thread.ofPlatform().daemon().name("ashfall-source-words").factory());

    /// Times at which carriers are counted.
    private static final int LOOKS = 60;

    private final Document document;
    private final Runs runs;
    private final Latest<String> found = new Latest<>(Platform::runLater, this::setText);
    private final AtomicLong wanted = new AtomicLong();
    private Shot said;
    private String of;

    SourceWords(Document document, Runs runs) {
        this.document = document;
        this.runs = runs;
        setId("source-words");
        getStyleClass().add("empty-words");
        setWrapText(true);
        managedProperty().bind(textProperty().isNotEmpty());
    }

    /// Of the item at a path, as the shot is now; nothing where it is no source.
    void show(String path) {
        Shot shot = document.shot();
        Item item = shot.item(path);
        boolean source = item != null && Source.KINDS.contains(item.kind());
        if (!source && (item == null || !item.kind().equals(Obstacle.KIND))) {
            return;
        }
        // Of carriers and obstacles all is said at once, whatever frame is shown.
        boolean always = item.kind().equals(Source.CARRIERS) || !source;
        boolean known = always && shot.equals(said) && path.equals(of);
        said = shot;
        of = path;
        if (known) {
            return;
        }
        long own = wanted.incrementAndGet();
        double now = shot.frames().get(Frames.RATE).seconds(runs.playhead().frameProperty().get());
        COUNTING.execute(
                () -> {
                    if (own == wanted.get()) {
                        found.publish(words(shot, path, now));
                    }
                });
    }

    private static String words(Shot shot, String path, double now) {
        String[] steps = path.split("\\.");
        Item item = shot.item(path);
        if (item.kind().equals(Obstacle.KIND)) {
            return words(shot, Body.of(item));
        }
        Element element = shot.element(steps[1]);
        try {
            if (item.kind().equals(Source.CARRIERS)) {
                return words(CarrierFlights.of(shot, element, item), item);
            }
            SourceSettings source = SourceSettings.of(steps[3], element);
            if (!source.hasPatches()) {
                return "";
            }
            double ignition = Burn.ignition(element);
            SourceSettings.Shares shares = source.shares(now, ignition);
            return String.format(
                    "%.0f %% of it gives, %.0f %% of that above ignition (%s)",
                    100 * shares.gives(), 100 * shares.warm(), Unit.KELVIN.figure(ignition, 4));
        } catch (ShotException e) {
            return e.getMessage();
        }
    }

    /// "moves at most at 3.1 m/s, at 0.42 s: 1.3 voxels of 10 cm a frame".
    private static String words(Shot shot, Body body) {
        double frame = shot.frames().get(Frames.RATE).seconds(1);
        Body.Peak peak = body.peak(shot.frames().get(Frames.LAST) * frame, frame);
        StringBuilder words = new StringBuilder();
        for (var element : shot.elements().entrySet()) {
            double voxel = element.getValue().voxel(Fineness.SKETCH);
            words.append(
                    String.format(
                            Locale.ROOT,
                            "%s %.1f voxels of %s a frame",
                            words.isEmpty() ? ":" : ",",
                            peak.speed() * frame / voxel,
                            Unit.METRE.figure(voxel, 3)));
        }
        return peak.speed() == 0
                ? ""
                : String.format(
                        Locale.ROOT,
                        "It moves at most at %s, at %.2f s%s; steps are so short that it moves a"
                                + " voxel in each.",
                        Unit.METRE_PER_SECOND.figure(peak.speed(), 3),
                        peak.seconds(),
                        words);
    }

    private static String words(Carriers carriers, Item item) {
        if (carriers.count() == 0) {
            return "none is ever born";
        }
        double from = carriers.firstBirth();
        double end = carriers.lastEnd();
        double when = from;
        int most = 0;
        for (int k = 0; k <= LOOKS; k++) {
            double seconds = from + (end - from) * k / LOOKS;
            int living = carriers.livingAt(seconds);
            when = living > most ? seconds : when;
            most = Math.max(most, living);
        }
        Carriers.Reach reach = carriers.reach();
        double inherited = item.number(Source.INHERITED) * carriers.fastestBorn();
        String speed = Unit.METRE_PER_SECOND.figure(inherited, 3);
        String gas =
                Source.gives(item)
                        ? " Gas at birth goes at " + speed + " at most."
                        : " They give nothing to the gas.";
        return String.format(
                Locale.ROOT,
                "%,d are born from %.2f s on, at most %,d live at once, the last ends at %.2f s."
                        + " They come %s in the mean, %s at most; %.0f %% overlap at %.2f s.%s",
                carriers.count(),
                from,
                most,
                end,
                Unit.METRE.figure(reach.mean(), 3),
                Unit.METRE.figure(reach.farthest(), 3),
                100 * carriers.overlap(when),
                when,
                gas);
    }
}
