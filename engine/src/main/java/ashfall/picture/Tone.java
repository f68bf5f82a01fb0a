package ashfall.picture;

/// From light to display: a filmic curve (Hable's shape after Narkowicz 2015) on layers that answer
/// a little to each other's light, as those of film do, and taken apart again after it. What is
/// brighter than the curve holds goes over yellow to white, as fire does on film; the hues of the
/// rest stay.
final class Tone {
    /// Share of the sum of all channels that each layer answers to.
    private static final float SHARED = 0.06f;

    private static final float OWN = 1 - 3 * SHARED;

    private Tone() {}

    /// Exposed linear light to display-linear 0 to 1, in place.
    static void apply(float[] c) {
        float shared = SHARED * (Math.max(0, c[0]) + Math.max(0, c[1]) + Math.max(0, c[2]));
        float sum = 0;
        for (int k = 0; k < 3; k++) {
            c[k] = curve(OWN * Math.max(0, c[k]) + shared);
            sum += c[k];
        }
        for (int k = 0; k < 3; k++) {
            c[k] = Math.max(0, Math.min(1, (c[k] - SHARED * sum) / OWN));
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

    /// Display-linear light of an sRGB value (IEC 61966-2-1), both 0 to 1.
    static float decoded(double shown) {
        return (float) (shown <= 0.04045 ? shown / 12.92 : Math.pow((shown + 0.055) / 1.055, 2.4));
    }

    /// sRGB encoding of display-linear light.
    static float encoded(float v) {
        return v <= 0.0031308f ? 12.92f * v : (float) (1.055 * Math.pow(v, 1 / 2.4) - 0.055);
    }
}
