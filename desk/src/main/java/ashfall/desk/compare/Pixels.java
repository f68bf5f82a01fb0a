package ashfall.desk.compare;

import ashfall.desk.kit.Images;

import javafx.scene.image.Image;

/// Pictures for the toolkit, of plates and of what differs between two.
final class Pixels {
    private Pixels() {}

    /// Null for an empty plate.
    static Image image(PlateMaker.Plate plate) {
        return plate.isEmpty() ? null : Images.of(plate.argb(), plate.columns(), plate.rows());
    }

    /// What differs between two pictures of the same size: where the first is brighter, one colour,
    /// where the second is, another, four times as strong as the difference of brightness.
    ///
    /// @param first colour, as RGB
    /// @param second colour, as RGB
    static int[] difference(int[] a, int[] b, int first, int second) {
        int[] out = new int[a.length];
        for (int i = 0; i < a.length; i++) {
            double d = brightness(b[i]) - brightness(a[i]);
            double strength = Math.min(1, 4 * Math.abs(d));
            int colour = d < 0 ? first : second;
            out[i] =
                    0xff000000
                            | (int) (strength * (colour >> 16 & 0xff)) << 16
                            | (int) (strength * (colour >> 8 & 0xff)) << 8
                            | (int) (strength * (colour & 0xff));
        }
        return out;
    }

    /// Mean difference of brightness, 0 to 1.
    static double meanDifference(int[] a, int[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) {
            sum += Math.abs(brightness(b[i]) - brightness(a[i]));
        }
        return a.length == 0 ? 0 : sum / a.length;
    }

    /// Luma of a shown colour (ITU-R BT.709), 0 to 1.
    private static double brightness(int argb) {
        return (0.2126 * (argb >> 16 & 0xff) + 0.7152 * (argb >> 8 & 0xff) + 0.0722 * (argb & 0xff))
                / 255;
    }
}
