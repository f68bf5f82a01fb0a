package ashfall.continuity;

/// One thing that will go wrong, or went wrong, and its remedy.
///
/// @param path of the item it is about, as in [ashfall.shot.Shot#items()]
/// @param sentence what, with figures, and what would be right
public record Finding(String path, String sentence) {}
