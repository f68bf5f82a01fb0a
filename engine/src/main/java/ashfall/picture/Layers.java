package ashfall.picture;

import java.util.EnumMap;
import java.util.Map;

/// A finished picture taken apart: its light by part, and what is known of the gas behind each
/// pixel.
///
/// All in scene-linear sRGB, cd/m², unweighted by the look's exposure. Arrays go row by row from
/// the upper left; those of light and motion have three floats a pixel. The parts add up to the
/// picture. Opacity is that of the gas alone; light is premultiplied by it, and glow stays where it
/// is 0.
public final class Layers {
    private final int width;
    private final int height;
    private final double exposure;
    private final Map<Part, float[]> parts = new EnumMap<>(Part.class);
    private final float[] opacity;
    private final float[] distance;
    private final float[] kelvin;
    private final float[] motion;
    private final float[] haze;

    /// Of a picture whose pixels are all dark.
    public Layers(int width, int height, double exposure) {
        this.width = width;
        this.height = height;
        this.exposure = exposure;
        for (Part part : Part.values()) {
            parts.put(part, new float[3 * width * height]);
        }
        this.opacity = new float[width * height];
        this.distance = new float[width * height];
        this.kelvin = new float[width * height];
        this.motion = new float[3 * width * height];
        this.haze = new float[2 * width * height];
    }

    public int width() {
        return width;
    }

    public int height() {
        return height;
    }

    /// Factor from light to what is shown.
    public double exposure() {
        return exposure;
    }

    /// Light of a part, cd/m².
    public float[] light(Part part) {
        return parts.get(part);
    }

    /// Share of what lies behind that the gas hides.
    public float[] opacity() {
        return opacity;
    }

    /// Distance from the camera, m: the mean of the gas and of the site behind it, each as much as
    /// it is seen; infinite where the sky is seen.
    public float[] distance() {
        return distance;
    }

    /// Temperature of the gas, the mean as much as each of it hides, K; 0 where there is none.
    public float[] kelvin() {
        return kelvin;
    }

    /// Velocity of the gas in the world, m/s, a mean likewise.
    public float[] motion() {
        return motion;
    }

    /// By how many pixels, to the right and down, hot air shows what is behind from beside its
    /// place: two floats a pixel.
    public float[] haze() {
        return haze;
    }

    /// Sum of some parts.
    public float[] sum(Part... wanted) {
        float[] sum = new float[3 * width * height];
        for (Part part : wanted) {
            float[] light = light(part);
            for (int i = 0; i < sum.length; i++) {
                sum[i] += light[i];
            }
        }
        return sum;
    }

    /// The picture: all parts together.
    public Picture picture() {
        float[] emitted = new float[width * height];
        float[] flame = light(Part.FLAME);
        for (int p = 0; p < emitted.length; p++) {
            emitted[p] =
                    0.2126f * flame[3 * p]
                            + 0.7152f * flame[3 * p + 1]
                            + 0.0722f * flame[3 * p + 2];
        }
        return new Picture(width, height, sum(Part.values()), emitted, opacity, exposure);
    }
}
