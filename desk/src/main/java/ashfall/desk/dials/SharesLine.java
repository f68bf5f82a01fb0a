package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.Latest;
import ashfall.desk.run.Runs;
import ashfall.shot.Burn;
import ashfall.shot.Element;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.shot.Unit;
import ashfall.sim.SourceSettings;

import javafx.application.Platform;
import javafx.scene.control.Label;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;

/// Says of a source with patches how much of it gives at the frame shown, and how much of that is
/// warm enough to burn. Found on a thread of its own: it takes thousands of points.
final class SharesLine extends Label {
    private static final ExecutorService COUNTING =
            Executors.newSingleThreadExecutor(
                    Thread.ofPlatform().daemon().name("ashfall-shares").factory());

    private final Document document;
    private final Runs runs;
    private final Latest<String> found = new Latest<>(Platform::runLater, this::setText);
    private final AtomicLong wanted = new AtomicLong();

    SharesLine(Document document, Runs runs) {
        this.document = document;
        this.runs = runs;
        setId("source-shares");
        getStyleClass().add("empty-words");
        setWrapText(true);
        managedProperty().bind(textProperty().isNotEmpty());
    }

    /// Of the item at a path, as the shot is now; nothing where it is no source.
    void show(String path) {
        long own = wanted.incrementAndGet();
        Shot shot = document.shot();
        Item item = shot.items().get(path);
        if (item == null || !Source.KINDS.contains(item.kind())) {
            return;
        }
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
        try {
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
}
