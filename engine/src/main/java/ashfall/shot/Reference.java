package ashfall.shot;

import static ashfall.shot.Affects.NOTHING;

import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Rate;
import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Words;

import java.util.List;

/// A picture or a clip of the real thing, shown beside the fire or over it, in time with it.
public final class Reference {
    private Reference() {}

    public static final Switch SHOWN =
            new Switch(Words.of("shown", "Shown", NOTHING).does("Whether it is to be seen."), true);
    public static final Text FILE =
            Text.path(
                    Words.of("file", "File", NOTHING)
                            .does(
                                    "A picture, or any one of a numbered sequence; where it lies"
                                            + " beside the shot, from its folder on."));
    public static final Quantity STARTS =
            Quantity.of("starts", "Starts at frame", Unit.NONE, 1, NOTHING)
                    .hard(-1e5, 1e5)
                    .usual(1, 100)
                    .words("earlier", "later")
                    .does("The frame of the shot at which the clip's first picture is shown.");
    public static final Rate RATE =
            new Rate(
                    Words.of("rate", "Pictures a second", NOTHING)
                            .does(
                                    "How many of its pictures were taken a second, so that it runs"
                                            + " at the speed of the real thing."),
                    new FrameRate(24, 1));
    public static final Choice PLACE =
            new Choice(
                    Words.of("place", "Place", NOTHING)
                            .does("In a corner of the view, or over all of it."),
                    List.of("corner", "over"),
                    "corner");
    public static final Quantity SIZE =
            Quantity.of("size", "Size", Unit.NONE, 0.3, NOTHING)
                    .hard(0.1, 1)
                    .usual(0.2, 0.5)
                    .words("smaller", "larger")
                    .does("Its width in the corner, as a share of the view's.");
    public static final Quantity OPACITY =
            Quantity.of("opacity", "Opacity", Unit.NONE, 0.5, NOTHING)
                    .hard(0.05, 1)
                    .usual(0.2, 1)
                    .words("fainter", "fuller")
                    .does("How much of the fire it covers where it lies over the view.");

    public static final Kind KIND =
            Kind.of("reference", "Reference", SHOWN, FILE, STARTS, RATE, PLACE, SIZE, OPACITY);

    /// Which picture of a clip belongs to a frame of the shot: below 0 before the clip begins, its
    /// count or more after its end.
    ///
    /// @param frame may lie between two
    public static int pictureAt(Item reference, FrameRate shotRate, double frame) {
        double seconds = shotRate.seconds(1) * (frame - reference.number(STARTS));
        FrameRate rate = reference.get(RATE);
        return (int) Math.floor(seconds * rate.numerator() / rate.denominator() + 1e-6);
    }
}
