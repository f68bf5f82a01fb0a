package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.Latest;
import ashfall.desk.run.Runs;
import ashfall.particles.Carriers;
import ashfall.shot.Burn;
import ashfall.shot.Element;
import ashfall.shot.Frames;
import ashfall.shot.Item;
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
        Item item = shot.items().get(path);
        if (item == null || !Source.KINDS.contains(item.kind())) {
            return;
        }
        // Of carriers all is said at once, whatever frame is shown.
        boolean known = item.kind().equals(Source.CARRIERS) && shot.equals(said) && path.equals(of);
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
        Element element = shot.element(steps[1]);
        Item item = shot.items().get(path);
        try {
            if (item.kind().equals(Source.CARRIERS)) {
                return words(CarrierFlights.of(shot, element, item));
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

    private static String words(Carriers carriers) {
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
        return String.format(
                Locale.ROOT,
                "%,d are born from %.2f s on, at most %,d live at once, the last ends at %.2f s."
                        + " They come %s in the mean, %s at most; %.0f %% overlap at %.2f s.",
                carriers.count(),
                from,
                most,
                end,
                Unit.METRE.figure(reach.mean(), 3),
                Unit.METRE.figure(reach.farthest(), 3),
                100 * carriers.overlap(when),
                when);
    }
}
