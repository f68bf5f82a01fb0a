package ashfall.look;

import java.util.Arrays;

/// What the pixels of a picture have of the gas: of those between four that are alike it is their
/// mean, so that their rays need not be followed through it.
///
/// Every second pixel of every second row is looked at first, then those in the middle of four,
/// then the rest. One with neighbours that differ is looked at for itself, as is one beside a pixel
/// without smoke. What stands behind the gas has no part in it.
final class Neighbours {
    /// Passes over the picture until each pixel was met.
    static final int PASSES = 3;

    /// How far the means of two opposite neighbours may be from each other, of their light and of
    /// that behind them: what rises evenly across a pixel is found, what bends is not.
    private static final float BENT = 0.02f;

    /// How far neighbours may be from each other.
    private static final float APART = 0.2f;

    /// Share of white that is not seen.
    private static final float UNSEEN = 3e-4f;

    private static final int GLOW = 3;
    private static final int CLEAR = 4;
    private static final int CUT = 5;

    /// Distance at which a ray ends, or that of the far side of the gas where it goes on, m.
    private static final int END = 6;

    private static final int VALUES = 7;

    private final int width;
    private final int height;
    private final float[] values;
    private final float dark;
    private final float voxel;
    private final float behind;

    /// @param white luminance that is shown as white, cd/m²
    /// @param voxel least way of a ray that matters, m
    /// @param behind distance of the eye to the far side of the gas, m
    Neighbours(int width, int height, double white, double voxel, double behind) {
        this.width = width;
        this.height = height;
        this.dark = (float) (UNSEEN * white);
        this.voxel = (float) voxel;
        this.behind = (float) behind;
        values = new float[Math.multiplyExact(VALUES, width * height)];
        Arrays.fill(values, Float.NaN);
    }

    /// The pass in which a pixel is met.
    static int pass(int column, int row) {
        return (column + row & 1) == 1 ? 2 : row & 1;
    }

    /// Keeps what a ray has of the gas in a pixel; one of which nothing is kept is like no other.
    ///
    /// @param shown offsets of the parts that are seen
    void keep(int pixel, Ray ray, int[] shown) {
        int at = VALUES * pixel;
        Arrays.fill(values, at, at + GLOW, 0);
        for (int part : shown) {
            for (int k = 0; k < GLOW; k++) {
                values[at + k] += ray.parts[part + k];
            }
        }
        values[at + GLOW] = ray.glowLuminance();
        values[at + CLEAR] = ray.clear;
        values[at + CUT] = ray.cut;
        values[at + END] = (float) Math.min(ray.end, behind);
    }

    /// Brings a ray behind the gas of a pixel that was found.
    ///
    /// @param rgb to which its light is added, by pixel
    void lead(int pixel, Ray ray, float[] rgb) {
        int at = VALUES * pixel;
        ray.follow(values[at + CLEAR], values[at + CUT]);
        for (int k = 0; k < GLOW; k++) {
            rgb[3 * pixel + k] += values[at + k];
        }
    }

    /// Luminance of the fire's own glow in a pixel, cd/m².
    float glow(int pixel) {
        return values[VALUES * pixel + GLOW];
    }

    /// Finds what a pixel has from those around it that were met in passes before, unless they
    /// differ: then it is like no other until what a ray has there is kept.
    ///
    /// @param end of its own ray, m
    /// @return whether it was found
    boolean find(int column, int row, double end) {
        int pass = pass(column, row);
        if (pass == 0 || column < 1 || row < 1 || column > width - 2 || row > height - 2) {
            return false;
        }
        int at = VALUES * (row * width + column);
        int one = VALUES * (pass == 1 ? width + 1 : 1);
        int other = VALUES * (pass == 1 ? width - 1 : width);
        for (int k = VALUES - 1; k >= 0; k--) {
            float a = values[at - one + k];
            float b = values[at + one + k];
            float c = values[at - other + k];
            float d = values[at + other + k];
            float mean = 0.25f * (a + b + c + d);
            float apart =
                    Math.max(Math.max(a, b), Math.max(c, d))
                            - Math.min(Math.min(a, b), Math.min(c, d));
            float bent = 0.5f * Math.abs(a + b - c - d);
            boolean alike =
                    switch (k) {
                        case END -> Math.abs(mean - (float) Math.min(end, behind)) < voxel;
                        case CLEAR, CUT -> bent <= 0.5f * BENT && apart <= 0.5f * APART;
                        default -> bent <= BENT * mean + dark && apart <= APART * mean + dark;
                    };
            if (!alike) {
                return false;
            }
            values[at + k] = mean;
        }
        return true;
    }
}
