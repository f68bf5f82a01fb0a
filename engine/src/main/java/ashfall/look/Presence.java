package ashfall.look;

import ashfall.shot.Element;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Shot;

import java.util.Locale;

/// How an element's gas is in a picture. Whatever it is, it shades and lights all else.
public enum Presence {
    SEEN,
    /// It hides what is behind it, and is dark and clear itself: room for another picture.
    CUT_OUT,
    /// It is looked through.
    UNSEEN;

    /// How an element or volumes of a shot are, by their name; seen where the shot has none of it.
    public static Presence of(Shot shot, String name) {
        Element element = shot.elements().get(name);
        Item found = element == null ? shot.volumes().get(name) : element.gas();
        String word = found == null ? "seen" : found.get(Gas.PRESENCE);
        return valueOf(word.toUpperCase(Locale.ROOT));
    }

    /// Settings of an element's gas, or of volumes, that make it so.
    ///
    /// @param gas otherwise as these
    public Item in(Item gas) {
        return gas.with(Gas.PRESENCE, name().toLowerCase(Locale.ROOT));
    }
}
