package ashfall.shot;

import static ashfall.shot.Affects.GAS;
import static ashfall.shot.Affects.NOTHING;
import static ashfall.shot.Affects.PICTURE;

import ashfall.shot.Param.Rate;
import ashfall.shot.Param.Whole;
import ashfall.shot.Param.Words;

/// Frames and time.
public final class Frames {
    private Frames() {}

    public static final Rate RATE =
            new Rate(
                    Words.of("rate", "Frame rate", GAS)
                            .words("fewer frames", "more frames")
                            .does(
                                    "Frames shown in a second of the shot; events keep their"
                                            + " seconds when it changes."),
                    new FrameRate(24, 1));
    public static final Whole FIRST =
            new Whole(
                    Words.of("first", "First frame", GAS)
                            .words("earlier", "later")
                            .does("Number of the shot's first frame; the gas starts with it."),
                    -100_000,
                    1_000_000,
                    1);
    public static final Whole LAST =
            new Whole(
                    Words.of("last", "Last frame", NOTHING)
                            .words("shorter", "longer")
                            .does(
                                    "Number of the last frame; a later one makes the shot"
                                            + " longer and keeps the frames before."),
                    -100_000,
                    1_000_000,
                    48);
    public static final Whole RUN_UP =
            new Whole(
                    Words.of("runUp", "Run-up", GAS)
                            .words("shorter", "longer")
                            .does(
                                    "Frames simulated before the first and not kept, so that the"
                                            + " first shows what burns already."),
                    0,
                    100_000,
                    0);
    public static final Whole SKIPPED =
            new Whole(
                    Words.of("picture.skipped", "Picture skips", PICTURE)
                            .words("from the first", "later")
                            .does(
                                    "Frames at the start that are kept, but neither played nor"
                                            + " drawn."),
                    0,
                    1_000_000,
                    0);
    public static final Whole SPARED =
            new Whole(
                    Words.of("picture.spared", "Picture ends early by", PICTURE)
                            .words("to the last", "earlier")
                            .does("Frames at the end that are kept, but neither played nor drawn."),
                    0,
                    1_000_000,
                    0);
    public static final Quantity SPEED =
            Quantity.of("speed", "Playback speed", Unit.NONE, 1, PICTURE)
                    .hard(0.02, 20)
                    .usual(0.25, 4)
                    .curve()
                    .words("slower", "faster")
                    .mark(0.5, "half")
                    .mark(1, "as fired")
                    .does(
                            "How fast what was fired is shown, over the frames shown: two shows"
                                + " every second frame, a half puts a frame between, found along"
                                + " the motion. The gas stays as it was fired.");
    public static final Kind KIND =
            Kind.of("frames", "Frames", RATE, FIRST, LAST, RUN_UP, SPEED, SKIPPED, SPARED);

    /// Number of the first frame that is simulated: the run-up's, or the shot's first.
    public static long begin(Item frames) {
        return frames.get(FIRST) - frames.get(RUN_UP);
    }
}
