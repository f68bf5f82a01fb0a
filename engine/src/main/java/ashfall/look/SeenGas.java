package ashfall.look;

import ashfall.grid.Frame;
import ashfall.shot.Item;
import ashfall.shot.Shot;

import java.util.List;

/// The gas of an element at a moment, as a picture takes it.
///
/// @param presence how it is in the picture
/// @param reading how its channels are read
public record SeenGas(Frame frame, Presence presence, Item reading) {

    /// That of an element of a shot, by its name; seen and read as the shot says where it has none
    /// of it.
    public static SeenGas of(Frame frame, Shot shot, String element) {
        return new SeenGas(frame, Presence.of(shot, element), shot.reading(element));
    }

    /// Elements that are all seen, and read as the shot says.
    static List<SeenGas> all(List<Frame> frames, Shot shot) {
        return frames.stream()
                .map(frame -> new SeenGas(frame, Presence.SEEN, shot.reading()))
                .toList();
    }

    /// Has it the channel that shows as smoke?
    public boolean isVisible() {
        return frame.channels().containsKey(reading.get(ashfall.shot.Reading.SMOKE));
    }
}
