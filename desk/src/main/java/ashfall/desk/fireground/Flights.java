package ashfall.desk.fireground;

import ashfall.desk.kit.Latest;
import ashfall.particles.Carriers;
import ashfall.shot.Element;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.sim.CarrierFlights;

import javafx.application.Platform;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;

/// The carriers of all sources of a shot, found anew on a thread of their own when the shot changes
/// and kept where it does not concern them. Until then those of before are shown.
final class Flights {
    private static final ExecutorService FINDING =
            Executors.newSingleThreadExecutor(
                    Thread.ofPlatform().daemon().name("ashfall-carriers").factory());

    /// All that the flight of a source's carriers depends on.
    private record Cause(
            Item source, Item air, Item frames, Item bounds, long seed, List<Item> obstacles) {
        static Cause of(Shot shot, Element element, Item source) {
            return new Cause(
                    source,
                    shot.air(),
                    shot.frames(),
                    element.bounds(),
                    element.gas().get(Gas.SEED),
                    List.copyOf(shot.obstacles().values()));
        }
    }

    /// What was found, by the path of the source.
    private record Found(Map<String, Cause> causes, Map<String, Carriers> carriers) {}

    private final Latest<Found> latest;
    private final AtomicReference<Shot> wanted = new AtomicReference<>();
    private volatile Found newest = new Found(Map.of(), Map.of());
    private Found shown = newest;
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
        Found before = newest;
        Map<String, Cause> causes = new LinkedHashMap<>();
        Map<String, Carriers> carriers = new LinkedHashMap<>();
        for (var element : shot.elements().entrySet()) {
            for (var source : element.getValue().sources().entrySet()) {
                Item item = source.getValue();
                if (!item.kind().equals(Source.CARRIERS)) {
                    continue;
                }
                String path = "elements." + element.getKey() + ".sources." + source.getKey();
                Cause cause = Cause.of(shot, element.getValue(), item);
                boolean same = cause.equals(before.causes.get(path));
                causes.put(path, cause);
                carriers.put(
                        path,
                        same ? before.carriers.get(path) : fly(shot, element.getValue(), item));
            }
        }
        newest = new Found(causes, carriers);
        if (!carriers.isEmpty() || !before.carriers.isEmpty()) {
            latest.publish(newest);
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
        return shown.carriers;
    }
}
