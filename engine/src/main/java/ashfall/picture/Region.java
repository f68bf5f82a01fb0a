package ashfall.picture;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// A picture's size, and the part of it that is drawn: from column `left` and row `top` up to
/// `right` and `bottom`, which are not in it.
public record Region(int width, int height, int left, int top, int right, int bottom) {
    private static final long MOST = 100_000_000;

    /// The whole of a picture.
    public static Region whole(int width, int height) {
        return new Region(width, height, 0, 0, width, height);
    }

    /// Reads a size such as "1280x720", and a part such as "100,50,320,180": left, top, width and
    /// height.
    ///
    /// @param part null or blank for the whole picture
    /// @throws IllegalArgumentException saying what would be right
    public static Region of(String size, String part) {
        Matcher m = Pattern.compile("(\\d{1,5})x(\\d{1,5})").matcher(size.strip());
        if (!m.matches()) {
            throw new IllegalArgumentException(
                    "'"
                            + size
                            + "' is no size of a picture; write WIDTHxHEIGHT, for example"
                            + " 1280x720");
        }
        int width = Integer.parseInt(m.group(1));
        int height = Integer.parseInt(m.group(2));
        if (width < 2 || height < 2 || (long) width * height > MOST) {
            throw new IllegalArgumentException(
                    "a picture of "
                            + size
                            + " is too small or too large; 2x2 to 100 million pixels are drawn");
        }
        return part == null || part.isBlank() ? whole(width, height) : of(width, height, part);
    }

    private static Region of(int width, int height, String part) {
        Matcher m =
                Pattern.compile("(\\d{1,5}),(\\d{1,5}),(\\d{1,5}),(\\d{1,5})")
                        .matcher(part.strip());
        int[] r = new int[4];
        for (int i = 0; i < 4 && m.matches(); i++) {
            r[i] = Integer.parseInt(m.group(i + 1)) + (i < 2 ? 0 : r[i - 2]);
        }
        if (r[2] <= r[0] || r[3] <= r[1] || r[2] > width || r[3] > height) {
            throw new IllegalArgumentException(
                    "'"
                            + part
                            + "' is no region of a picture of "
                            + width
                            + "x"
                            + height
                            + "; write LEFT,TOP,WIDTH,HEIGHT, for example 100,50,320,180");
        }
        return new Region(width, height, r[0], r[1], r[2], r[3]);
    }

    /// Pixels that are drawn.
    public long pixels() {
        return (long) (right - left) * (bottom - top);
    }
}
