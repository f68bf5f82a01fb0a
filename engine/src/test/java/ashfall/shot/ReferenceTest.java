package ashfall.shot;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;

import java.util.List;

class ReferenceTest {
    private static final FrameRate FILM = new FrameRate(24, 1);

    /// A clip of 60 pictures a second runs at the speed of the real thing in a shot of 24.
    @Test
    void picture_isTheOneOfTheSameTime() {
        Item clip =
                Item.of(Reference.KIND)
                        .with(Reference.STARTS, 10)
                        .with(Reference.RATE, new FrameRate(60, 1));
        assertEquals(0, Reference.pictureAt(clip, FILM, 10));
        assertEquals(60, Reference.pictureAt(clip, FILM, 34), "a second later");
        assertEquals(1, Reference.pictureAt(clip, FILM, 10.4), "between two frames");
        assertEquals(-3, Reference.pictureAt(clip, FILM, 9));
        Item video = clip.with(Reference.RATE, new FrameRate(30000, 1001));
        assertEquals(30, Reference.pictureAt(video, new FrameRate(30000, 1001), 40));
    }

    @Test
    void openRemarks_areThoseNotTickedOff() {
        Item remark = Item.of(Remark.KIND).with(Remark.FRAME, 7L).with(Remark.SAYS, "too low");
        Shot shot =
                Shot.empty("s")
                        .withGroup(
                                "remarks",
                                java.util.Map.of("a", remark, "b", remark.with(Remark.DONE, true)));
        assertEquals(List.of("frame 7 too low"), Remark.open(shot));
    }
}
