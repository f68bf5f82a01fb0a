package ashfall.picture;

/// What a picture adds up from: one way of the light to the eye each. Every part is weakened by the
/// gas before it, so that the sum of all is the picture.
public enum Part {
    /// The fire's own glow.
    FLAME(0),
    SMOKE_BY_SUN(1),
    SMOKE_BY_SKY(2),
    SMOKE_BY_FIRE(3),
    /// Glowing points that the gas carries.
    EMBERS(4),
    SITE_BY_SUN(5),
    SITE_BY_SKY(6),
    SITE_BY_FIRE(7),
    /// The sky itself, and haze before far ground.
    BACKGROUND(8),
    /// By the lamps of the site.
    SMOKE_BY_LAMPS(9),
    SITE_BY_LAMPS(10);

    /// How many there are.
    public static final int COUNT = values().length;

    private final int place;

    Part(int place) {
        this.place = place;
    }

    /// Where its red begins in an array of all parts' colours.
    public int offset() {
        return 3 * place;
    }
}
