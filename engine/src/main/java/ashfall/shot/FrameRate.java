package ashfall.shot;

import java.util.Locale;

/// Frames a second as a fraction, so that times are computed and never summed: frame n is at
/// n·den/num seconds.
public record FrameRate(int numerator, int denominator) {

    public FrameRate {
        if (numerator < 1
                || denominator < 1
                || (double) numerator / denominator > 1000
                || (double) numerator / denominator < 1) {
            throw new IllegalArgumentException(
                    "a frame rate must be 1 to 1000 frames a second, not "
                            + numerator
                            + "/"
                            + denominator);
        }
    }

    /// Reads "24" or "24000/1001".
    public static FrameRate parse(String text) {
        String[] parts = text.strip().split("/");
        try {
            if (parts.length <= 2) {
                return new FrameRate(
                        Integer.parseInt(parts[0].strip()),
                        parts.length == 2 ? Integer.parseInt(parts[1].strip()) : 1);
            }
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(complaint(text), e);
        }
        throw new IllegalArgumentException(complaint(text));
    }

    private static String complaint(String text) {
        return "'"
                + text
                + "' is no frame rate; write a whole number such as 24, or a fraction such as"
                + " 24000/1001";
    }

    /// Reads a time in seconds: "0.35", "350 ms" or, in frames, "8 f".
    ///
    /// @throws NumberFormatException with what would be right
    public double parseSeconds(String text) {
        String trimmed = text.strip().toLowerCase(Locale.ROOT);
        if (!trimmed.matches("[-0-9.,]+\\s*(f|fr|frame|frames)")) {
            return Unit.SECOND.parse(text);
        }
        double frames = Unit.NONE.parse(trimmed.replaceAll("[^-0-9.]", ""));
        return frames * denominator / numerator;
    }

    /// Shot time of a frame, s.
    public double seconds(long frame) {
        return (double) (frame * denominator) / numerator;
    }

    @Override
    public String toString() {
        return denominator == 1 ? Integer.toString(numerator) : numerator + "/" + denominator;
    }
}
