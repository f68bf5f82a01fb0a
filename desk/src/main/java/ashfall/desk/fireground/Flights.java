package ashfall.desk.fireground;

import ashfall.desk.kit.Latest;
import ashfall.particles.Carriers;
import ashfall.shot.Element;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.sim.CarrierFlights;

import javafx.application.Platform;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;

/// The carriers of all sources of a shot, found anew on a thread of their own when the shot
/// changes. Until then those of before are shown.
final class Flights {
    private static final ExecutorService FINDING =
            Executors.newSingleThreadExecutor(
                    Thread.ofPlatform().daemon().name("ashfall-carriers").factory());

    private final Latest<Map<String, Carriers>> latest;
    private final AtomicReference<Shot> wanted = new AtomicReference<>();
    private volatile Map<String, Carriers> newest = Map.of();
    private Map<String, Carriers> shown = newest;
    private Shot asked;

    /// @param changed told on the toolkit's thread when others are to be shown
    Flights(Runnable changed) {
        latest =
                new Latest<>(
                        Platform::runLater,
                        found -> {
                            shown = found;
                            changed.run();
                        });
    }

    /// Asks for those of a shot. On the toolkit's thread.
    void ask(Shot shot) {
        if (shot.equals(asked)) {
            return;
        }
        asked = shot;
        if (wanted.getAndSet(shot) == null) {
            FINDING.execute(this::find);
        }
    }

    private void find() {
        Shot shot = wanted.getAndSet(null);
        boolean were = !newest.isEmpty();
        Map<String, Carriers> carriers = new LinkedHashMap<>();
        for (var element : shot.elements().entrySet()) {
            for (var source : element.getValue().sources().entrySet()) {
                if (source.getValue().kind().equals(Source.CARRIERS)) {
                    carriers.put(
                            "elements." + element.getKey() + ".sources." + source.getKey(),
                            fly(shot, element.getValue(), source.getValue()));
                }
            }
        }
        newest = carriers;
        if (were || !carriers.isEmpty()) {
            latest.publish(carriers);
        }
    }

    private static Carriers fly(Shot shot, Element element, Item item) {
        try {
            return CarrierFlights.of(shot, element, item);
        } catch (ShotException e) {
            // The findings say it; none fly until it is mended.
            return CarrierFlights.none(item);
        }
    }

    /// Those that are known, by the path of their source.
    Map<String, Carriers> carriers() {
        return shown;
    }

    /// The first and the last frame in which any lives, within the shot's.
    long[] frames(Item frames) {
        double from = Double.POSITIVE_INFINITY;
        double to = 0;
        for (Carriers carriers : shown.values()) {
            if (carriers.count() > 0) {
                from = Math.min(from, carriers.firstBirth());
                to = Math.max(to, carriers.lastEnd());
            }
        }
        double rate = 1 / frames.get(Frames.RATE).seconds(1);
        long first = Math.max(frames.get(Frames.FIRST), (long) Math.floor(from * rate));
        long last = Math.min(frames.get(Frames.LAST), (long) Math.ceil(to * rate) + 1);
        return new long[] {Math.min(first, last), Math.max(first, last)};
    }
}
