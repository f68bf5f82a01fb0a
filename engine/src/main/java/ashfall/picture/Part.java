package ashfall.picture;

/// What a picture adds up from: one way of the light to the eye each. Every part is weakened by the
/// gas before it, so that the sum of all is the picture.
public enum Part {
    /// The fire's own glow.
    FLAME("flame", 0),
    SMOKE_BY_SUN("smoke.sun", 1),
    SMOKE_BY_SKY("smoke.sky", 2),
    SMOKE_BY_FIRE("smoke.fire", 3),
    /// Glowing points that the gas carries.
    EMBERS("embers", 4),
    SITE_BY_SUN("site.sun", 5),
    SITE_BY_SKY("site.sky", 6),
    SITE_BY_FIRE("site.fire", 7),
    /// The sky itself, and haze before far ground.
    BACKGROUND("background", 8);

    /// How many there are.
    public static final int COUNT = values().length;

    private final String layer;
    private final int place;

    Part(String layer, int place) {
        this.layer = layer;
        this.place = place;
    }

    /// Name in a file of layers.
    public String layer() {
        return layer;
    }

    /// Where its red begins in an array of all parts' colours.
    public int offset() {
        return 3 * place;
    }
}
