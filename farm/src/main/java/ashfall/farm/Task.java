package ashfall.farm;

import ashfall.shot.Fineness;
import ashfall.shot.Shot;

/// A firing to be made somewhere.
///
/// @param name of its folder
/// @param caption for people
/// @param from first frame that is kept
/// @param to last frame
public record Task(
        String name,
        String caption,
        Shot shot,
        String element,
        Fineness fineness,
        long from,
        long to) {}
