package ashfall.shot;

import static ashfall.shot.Affects.NOTHING;

/// What the artist wants of an element, to be judged after a run. Zero is no wish.
public final class Stakes {
    private Stakes() {}

    public static final Quantity TOP =
            Quantity.of("top.reaches", "Flame top", Unit.METRE, 0, NOTHING)
                    .hard(0, 10_000)
                    .usual(0, 30)
                    .words("lower", "higher")
                    .mark(1.8, "keeper")
                    .mark(10, "house")
                    .does("How high the flame shall stand over the ground; zero is no wish.");
    public static final Quantity TOP_AT =
            time("top.at", "when", "When it shall stand so high; zero is at its highest.");
    public static final Quantity HEAT =
            Quantity.of("heat.reaches", "Heat release", Unit.KILOWATT, 0, NOTHING)
                    .hard(0, 1e9)
                    .usual(0, 10_000)
                    .words("weaker", "stronger")
                    .mark(150, "bin")
                    .mark(5000, "car")
                    .does("How strongly the fire shall burn; zero is no wish.");
    public static final Quantity HEAT_AT =
            time("heat.at", "when", "When it shall burn so strongly; zero is at its strongest.");
    public static final Quantity OUT =
            time(
                    "out",
                    "Flame out at",
                    "When the flame shall be over, down to a tenth of its strongest; zero is no"
                            + " wish.");
    public static final Quantity GLOWS =
            time(
                    "glows",
                    "Still glowing at",
                    "When the hottest gas shall still glow, over 798 K; zero is no wish.");
    public static final Quantity WITHIN =
            Quantity.of("within", "Hit within", Unit.NONE, 0.1, NOTHING)
                    .hard(0.005, 1)
                    .usual(0.03, 0.25)
                    .words("strict", "generous")
                    .does("Share by which what was measured may differ from what was wished.");
    public static final Kind KIND =
            Kind.of("stakes", "Stakes", TOP, TOP_AT, HEAT, HEAT_AT, OUT, GLOWS, WITHIN);

    private static Quantity time(String key, String label, String does) {
        return Quantity.of(key, label, Unit.SECOND, 0, NOTHING)
                .hard(0, 100_000)
                .usual(0, 10)
                .words("sooner", "later")
                .does(does);
    }
}
