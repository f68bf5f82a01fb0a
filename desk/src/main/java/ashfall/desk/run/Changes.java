package ashfall.desk.run;

import ashfall.shot.Item;
import ashfall.shot.Shot;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// What differs between two runs, and a run's settings put to use again.
public final class Changes {
    /// Camera, light and look: how gas is seen, and no part of a run.
    private static final List<String> SEEN_BY =
            List.of("camera", "sun", "look", "reading", "grade");

    private Changes() {}

    /// The shot of a run as it is seen now: with the present name, camera and look, with what
    /// stands beside it, and with all that was found in reviewing it.
    public static Shot seenAs(Shot ran, Shot now) {
        Shot seen = reviewedAs(ran, now).withName(now.name());
        for (String path : SEEN_BY) {
            if (now.item(path) != null && seen.item(path) != null) {
                seen = seen.with(path, now.item(path));
            }
        }
        return seen;
    }

    /// The shot of a run as its element alone is seen now.
    public static Shot seenAs(Run run, Shot now) {
        return seenAs(run.shot(), now).readAs(run.element());
    }

    /// An older shot with the present references and remarks, volumes, meshes and lamps: they are
    /// about the work or beside it, not of it.
    public static Shot reviewedAs(Shot then, Shot now) {
        Map<String, Item> volumes = new LinkedHashMap<>(now.volumes());
        volumes.keySet().removeAll(then.elements().keySet());
        return then.withGroup("volumes", volumes)
                .withGroup("references", now.references())
                .withGroup("remarks", now.remarks())
                .withGroup("cameras", now.cameras())
                .withGroup("readings", now.readings())
                .withGroup("meshes", now.meshes())
                .withGroup("lamps", now.lamps());
    }

    /// "oil radius was 2.3, is 2.6; and 3 more".
    ///
    /// @param differences as [ashfall.firing.FiringKey#differences] gives them
    /// @param most how many are named
    public static String words(List<String> differences, int most) {
        List<String> some =
                differences.subList(0, Math.min(most, differences.size())).stream()
                        .map(Changes::withoutPath)
                        .toList();
        int more = differences.size() - some.size();
        return String.join("; ", some) + (more > 0 ? "; and " + more + " more" : "");
    }

    /// "oil radius was 2.3, is 2.6" from "elements.store.sources.oil.radius was 2.3, is 2.6".
    private static String withoutPath(String difference) {
        int end = difference.indexOf(' ');
        return name(difference.substring(0, end)) + difference.substring(end);
    }

    /// "oil radius" of "elements.store.sources.oil.radius".
    public static String name(String path) {
        return path.replaceAll("^elements\\.[^.]+\\.(sources\\.)?", "").replace('.', ' ');
    }
}
