package ashfall.desk.document;

import java.nio.file.Path;

/// Where the program keeps things between runs.
///
/// @param recovery folder of autosaved shots
/// @param recent file that lists the shots opened last
/// @param looks folder of looks kept under names
public record Places(Path recovery, Path recent, Path looks) {

    /// The user's own: below `ASHFALL_HOME`, or `~/.ashfall`.
    public static Places ofUser() {
        String home = System.getenv("ASHFALL_HOME");
        return under(
                home == null
                        ? Path.of(System.getProperty("user.home"), ".ashfall")
                        : Path.of(home));
    }

    public static Places under(Path folder) {
        return new Places(
                folder.resolve("recovery"), folder.resolve("recent.txt"), folder.resolve("looks"));
    }
}
