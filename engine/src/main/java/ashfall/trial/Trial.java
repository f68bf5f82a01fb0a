package ashfall.trial;

import ashfall.shot.Shot;

import java.util.List;

/// One variant of a shot.
///
/// @param name part of the names of its files: letters, digits, `-` and `.`
/// @param caption what differs, for the user: "cooling 0.5", "seed 7"
/// @param settings what differs, as `KEY=VALUE`
/// @param shot with the settings applied
public record Trial(String name, String caption, List<String> settings, Shot shot) {
    public Trial {
        settings = List.copyOf(settings);
    }
}
