package ashfall.look;

/// From light to display: a filmic curve (Hable's shape after Narkowicz 2015), half on each channel
/// and half on the brightest one. A curve on channels alone turns orange fire yellow, on the
/// brightest alone it never bleaches.
final class Tone {
    private Tone() {}

    /// Exposed linear light to display-linear 0 to 1, in place.
    static void apply(float[] c) {
        float most = Math.max(c[0], Math.max(c[1], c[2]));
        if (most <= 0) {
            return;
        }
        float scale = curve(most) / most;
        for (int k = 0; k < 3; k++) {
            c[k] = 0.5f * (curve(Math.max(0f, c[k])) + Math.max(0f, c[k]) * scale);
        }
    }

    private static float curve(float v) {
        float x = 0.6f * v;
        return Math.min(1f, x * (2.51f * x + 0.03f) / (x * (2.43f * x + 0.59f) + 0.14f));
    }

    private static final int STEPS = 16384;
    private static final float[] ENCODED = new float[STEPS + 1];

    static {
        for (int i = 0; i <= STEPS; i++) {
            ENCODED[i] = 255 * encoded((float) i / STEPS);
        }
    }

    /// sRGB encoding of display-linear light up to 1, in 0 to 255; from a table, within a fifth of
    /// a step.
    static float encoded255(float v) {
        return ENCODED[(int) (STEPS * Math.max(0f, Math.min(1f, v)) + 0.5f)];
    }

    /// sRGB encoding of display-linear light.
    static float encoded(float v) {
        return v <= 0.0031308f ? 12.92f * v : (float) (1.055 * Math.pow(v, 1 / 2.4) - 0.055);
    }
}
