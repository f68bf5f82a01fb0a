package ashfall.desk.kit;

import ashfall.shot.Unit;

/// Amounts of memory and disk, in words.
public final class Bytes {
    private Bytes() {}

    /// "340 MB", "1.2 GB".
    public static String words(long bytes) {
        return words((double) bytes);
    }

    /// "12 kB", "340 MB", "1.2 GB"; "unknown" of NaN.
    public static String words(double bytes) {
        if (Double.isNaN(bytes)) {
            return "unknown";
        }
        return bytes < 1e6
                ? Unit.number(bytes / 1e3, 3) + " kB"
                : bytes < 1e9
                        ? Unit.number(bytes / 1e6, 3) + " MB"
                        : Unit.number(bytes / 1e9, 3) + " GB";
    }
}
