package ashfall.shot;

import static ashfall.shot.Affects.NOTHING;

import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Whole;
import ashfall.shot.Param.Words;

import java.util.List;

/// What somebody found at a frame and a place of the picture, until it is ticked off.
public final class Remark {
    private Remark() {}

    public static final Whole FRAME =
            new Whole(
                    Words.of("frame", "Frame", NOTHING)
                            .does("The frame at which it is to be seen."),
                    -1_000_000,
                    1_000_000,
                    1);
    public static final Vector AT =
            new Vector(
                    Words.of("at", "At", NOTHING)
                            .does("The place that it is about; every view shows it there."),
                    Unit.METRE,
                    -1e6,
                    1e6,
                    new Vec3(0, 0, 0));
    public static final Text SAYS =
            Text.free(Words.of("says", "Remark", NOTHING).does("What is to be changed."));
    public static final Switch DONE =
            new Switch(
                    Words.of("done", "Done", NOTHING)
                            .does("Whether it is ticked off; open ones are told before firing."),
                    false);

    /// Those of a shot that are not ticked off, each with its frame: "frame 20 too low".
    public static List<String> open(Shot shot) {
        return shot.remarks().values().stream()
                .filter(item -> !item.get(DONE))
                .map(item -> "frame " + item.get(FRAME) + " " + item.get(SAYS))
                .toList();
    }

    public static final Kind KIND = Kind.of("remark", "Remark", FRAME, AT, SAYS, DONE);
}
