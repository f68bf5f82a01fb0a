package ashfall.desk.run;

import java.util.List;

/// Words about what differs between two runs.
public final class Changes {
    private Changes() {}

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
        String name =
                difference
                        .substring(0, end)
                        .replaceAll("^elements\\.[^.]+\\.(sources\\.)?", "")
                        .replace('.', ' ');
        return name + difference.substring(end);
    }
}
