package ashfall.look;

import ashfall.picture.Part;

/// What of a picture is looked at while working: all of it, or one term of the light in the gas
/// alone.
public enum Seen {
    WHOLE("whole"),
    /// Emission, weakened by the smoke before it.
    FLAME("flame alone"),
    /// Emission as if no smoke were in the way, before the site.
    THROUGH("through the smoke"),
    /// Light that smoke scatters.
    SMOKE("smoke alone"),
    /// Absorption and scattering out of the way: white where nothing is hidden, black where all is.
    COVER("what is hidden");

    private final String words;

    Seen(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /// Does it belong to what is seen?
    boolean shows(Part part) {
        return switch (this) {
            case WHOLE, THROUGH -> true;
            case FLAME -> part == Part.FLAME;
            case SMOKE ->
                    part == Part.SMOKE_BY_SUN
                            || part == Part.SMOKE_BY_LAMPS
                            || part == Part.SMOKE_BY_SKY
                            || part == Part.SMOKE_BY_FIRE;
            case COVER -> false;
        };
    }
}
