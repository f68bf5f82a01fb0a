package ashfall.desk.document;

/// A part of the work, in its order: a link of the train, a key, and the dials it shows.
public enum Station {
    SITE("Site", 1, "Size, frames and bounds of the shot"),
    CHARGE("Charge", 2, "What releases fuel, heat, smoke and push, where and when"),
    AIR("Air", 3, "Air, wind and what stirs it"),
    BURN("Burn", 4, "The reaction, and how lively the gas stays"),
    LOOK("Look", 6, "Light, camera and exposure; nothing here changes the gas"),
    HAND_OVER("Hand over", 7, "Which channels are kept, and how exactly");

    private final String label;
    private final int digit;
    private final String purpose;

    Station(String label, int digit, String purpose) {
        this.label = label;
        this.digit = digit;
        this.purpose = purpose;
    }

    public String label() {
        return label;
    }

    /// The key that chooses it.
    public int digit() {
        return digit;
    }

    public String purpose() {
        return purpose;
    }

    /// The station where an item of a shot is tuned.
    ///
    /// @param path as in the shot's items
    public static Station of(String path) {
        String[] steps = path.split("\\.");
        return switch (steps[0]) {
            case "air", "draughts" -> AIR;
            case "camera",
                    "cameras",
                    "lamps",
                    "volumes",
                    "sun",
                    "look",
                    "reading",
                    "readings",
                    "grade" ->
                    LOOK;
            case "frames", "obstacles", "meshes" -> SITE;
            default ->
                    steps.length < 3
                            ? SITE
                            : switch (steps[2]) {
                                case "bounds" -> SITE;
                                case "burn", "stakes" -> BURN;
                                default -> CHARGE;
                            };
        };
    }
}
