package ashfall.shot;

import static ashfall.shot.Affects.GAS;
import static ashfall.shot.Affects.NOTHING;

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
    public static final Kind KIND = Kind.of("frames", "Frames", RATE, FIRST, LAST);
}
