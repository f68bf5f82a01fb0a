package ashfall.look;

import ashfall.picture.Blackbody;
import ashfall.shot.Ramp;
import ashfall.shot.Vec3;

/// Light of what glows by its temperature: a black body's, or colours of one's own.
interface Glow {
    /// Adds `weight` times its luminance to rgb, cd/m².
    void add(float kelvin, float weight, float[] rgb);

    /// @param ramp colours over kelvins; without stops a black body's
    static Glow of(Ramp ramp) {
        return ramp.stops().isEmpty() ? Blackbody::add : new Table(ramp);
    }

    /// Colours from a table, every 5 K.
    final class Table implements Glow {
        private static final float STEP = 5;
        private static final int ROWS = 1001;

        /// Temperature of a black body that is as bright as full colours.
        private static final double FULL = 1700;

        private final float[] table = new float[3 * ROWS];

        Table(Ramp ramp) {
            double full = Blackbody.xyz(FULL)[1];
            for (int i = 0; i < ROWS; i++) {
                Vec3 colour = ramp.at(i * STEP);
                for (int k = 0; k < 3; k++) {
                    table[3 * i + k] = (float) (full * colour.get(k));
                }
            }
        }

        @Override
        public void add(float kelvin, float weight, float[] rgb) {
            float place = Math.max(0, kelvin / STEP);
            int i = Math.min(ROWS - 2, (int) place);
            float t = Math.min(1f, place - i);
            for (int k = 0; k < 3; k++) {
                float a = table[3 * i + k];
                rgb[k] += weight * (a + t * (table[3 * i + 3 + k] - a));
            }
        }
    }
}
