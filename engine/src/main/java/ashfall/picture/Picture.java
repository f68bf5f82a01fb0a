package ashfall.picture;

/// A finished picture: light in cd/m² (linear sRGB), what of it the fire emitted, and how much the
/// gas covers.
///
/// Arrays are row by row from the upper left; `rgb` has three floats a pixel, `emitted` (cd/m²) and
/// `opacity` one.
public record Picture(
        int width, int height, float[] rgb, float[] emitted, float[] opacity, double exposure) {

    /// What can be measured on a picture.
    ///
    /// @param firePixels pixels that shine by themselves
    /// @param brightShare share of them above one stop over middle grey (0.36 linear)
    /// @param hueLow 5th percentile of the bright pixels' hue, degrees
    /// @param hueHigh 95th percentile
    /// @param smokePixels pixels that the gas covers by more than half without shining
    /// @param mirrorDifference sum of differences between the gas and its mirror image, over its
    ///     sum
    public record Measures(
            int firePixels,
            double brightShare,
            double hueLow,
            double hueHigh,
            int smokePixels,
            double mirrorDifference) {}

    /// Does a pixel shine by itself more than it is lit?
    public boolean shines(int pixel) {
        return emitted[pixel] * exposure > 0.02 && emitted[pixel] > 0.5 * light(pixel);
    }

    private double light(int pixel) {
        return 0.2126 * rgb[3 * pixel] + 0.7152 * rgb[3 * pixel + 1] + 0.0722 * rgb[3 * pixel + 2];
    }

    /// Measures fire and smoke on the picture.
    public Measures measures() {
        int fire = 0;
        int bright = 0;
        int smoke = 0;
        int[] hues = new int[361];
        float[] c = new float[3];
        double difference = 0;
        double sum = 0;
        for (int p = 0; p < width * height; p++) {
            double shown = emitted[p] * exposure;
            double covered = Math.max(opacity[p], Math.min(1, shown));
            int mirrored = p / width * width + (width - 1 - p % width);
            double other = Math.max(opacity[mirrored], Math.min(1, emitted[mirrored] * exposure));
            difference += Math.abs(covered - other);
            sum += covered;
            if (shines(p)) {
                fire++;
                if (light(p) * exposure > 0.36) {
                    bright++;
                    hues[hue(p, c)]++;
                }
            } else if (opacity[p] > 0.5) {
                smoke++;
            }
        }
        return new Measures(
                fire,
                fire == 0 ? 0 : (double) bright / fire,
                percentile(hues, bright, 0.05),
                percentile(hues, bright, 0.95),
                smoke,
                sum == 0 ? 0 : difference / sum);
    }

    private static int percentile(int[] counts, int total, double share) {
        int seen = 0;
        for (int i = 0; i < counts.length; i++) {
            seen += counts[i];
            if (total > 0 && seen >= share * total) {
                return i;
            }
        }
        return 0;
    }

    /// Hue of a pixel as the film shows it, degrees.
    ///
    /// @param c scratch of three
    private int hue(int pixel, float[] c) {
        for (int k = 0; k < 3; k++) {
            c[k] = (float) (rgb[3 * pixel + k] * exposure);
        }
        Tone.apply(c);
        for (int k = 0; k < 3; k++) {
            c[k] = Tone.encoded255(c[k]);
        }
        float most = Math.max(c[0], Math.max(c[1], c[2]));
        float least = Math.min(c[0], Math.min(c[1], c[2]));
        double range = Math.max(1, most - least);
        double h;
        if (most == c[0]) {
            h = (c[1] - c[2]) / range;
        } else if (most == c[1]) {
            h = 2 + (c[2] - c[0]) / range;
        } else {
            h = 4 + (c[0] - c[1]) / range;
        }
        return (int) Math.round((60 * h + 360) % 360);
    }
}
