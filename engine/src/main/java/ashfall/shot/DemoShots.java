package ashfall.shot;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/// The demo shots that ship with the program: Harrow Point, a lighthouse.
public final class DemoShots {
    private static final Map<String, String> SHOWS = new LinkedHashMap<>();

    static {
        SHOWS.put("oil-store", "the lamp-oil store at the foot of the tower goes up");
        SHOWS.put("beacon", "the brazier on the gallery burns in a gusty wind");
        SHOWS.put("signal-mortar", "a shell bursts in the air over the bay");
        SHOWS.put("lime-kiln", "coal dust blows out of the kiln's draw arch, sideways");
        SHOWS.put("lantern", "one small lamp flame under glass, blue at its foot");
    }

    private DemoShots() {}

    /// Names and what they show.
    public static Map<String, String> all() {
        return Collections.unmodifiableMap(SHOWS);
    }

    /// The demo shot of a name.
    public static ShotFile.Reading read(String name) {
        String file = name + ".ashfall";
        try (var stream = DemoShots.class.getResourceAsStream(file)) {
            return ShotFile.parse(new String(stream.readAllBytes(), StandardCharsets.UTF_8), file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /// A file of that name if there is one, else the demo shot of that name.
    ///
    /// @throws ShotException when there is neither
    public static ShotFile.Reading fileOrDemo(String name) {
        if (Files.isRegularFile(Path.of(name)) || !SHOWS.containsKey(name)) {
            if (!Files.isRegularFile(Path.of(name))) {
                throw new ShotException(
                        "there is no shot file and no demo shot '"
                                + name
                                + "'; demo shots are "
                                + String.join(", ", SHOWS.keySet()));
            }
            return ShotFile.read(Path.of(name));
        }
        return read(name);
    }
}
