package ashfall.look;

import ashfall.shot.Item;
import ashfall.shot.Look;
import ashfall.shot.Shot;
import ashfall.shot.Sun;
import ashfall.shot.Vec3;

/// The look and the light of a shot as plain numbers.
///
/// @param areaPerKilogram extinction of soot, m²/kg
/// @param sunlight irradiance across the beam, lux, linear sRGB
/// @param skylight irradiance of level ground, lux, linear sRGB
record Shading(
        float areaPerKilogram,
        float albedo,
        float phase,
        float glow,
        float blue,
        float inner,
        float spill,
        Vec3 towardsSun,
        Vec3 sunlight,
        Vec3 skylight,
        Vec3 ground,
        double samplesPerVoxel,
        double exposure) {
    /// Lumen from a watt of heat.
    private static final float BAND_LIGHT = 1e-4f;

    /// Colour of unit luminance.
    private static final float[] BANDS = {0.33f, 0.99f, 3.1f};

    static Shading of(Shot shot) {
        Item look = shot.look();
        Item sun = shot.sun();
        return new Shading(
                (float) (1000 * look.number(Look.EXTINCTION)),
                (float) look.number(Look.ALBEDO),
                (float) look.number(Look.PHASE),
                (float) look.number(Look.GLOW),
                (float) look.number(Look.BLUE),
                (float) look.number(Look.INNER),
                (float) look.number(Look.SPILL),
                sun.get(Sun.TOWARDS).unit(),
                sun.get(Sun.COLOUR).times(sun.number(Sun.STRENGTH)),
                sun.get(Sun.SKY_COLOUR).times(sun.number(Sun.SKY)),
                look.get(Look.GROUND),
                look.number(Look.SAMPLES),
                Math.pow(2, look.number(Look.EXPOSURE)));
    }

    /// Extinction of smoke, 1/m, from kg/m³.
    float extinction(float density) {
        return areaPerKilogram * density;
    }

    /// Adds what a metre of smoke emits, cd/m² per m: κ_abs B(T), the absorbing part of the
    /// extinction only.
    void addGlow(float density, float kelvin, float[] rgb) {
        Blackbody.add(kelvin, glow * areaPerKilogram * density * (1 - albedo), rgb);
    }

    /// Adds what a metre of burning gas emits by its own bands, cd/m² per m: the blue and
    /// blue-green of CH and C₂, in proportion to the heat released. Not from a measurement: chosen
    /// so that it hardly shows in fires of metres.
    ///
    /// @param release W/m³
    void addBlue(float release, float[] rgb) {
        float light = blue * release * BAND_LIGHT / (float) (4 * Math.PI);
        for (int k = 0; k < 3; k++) {
            rgb[k] += light * BANDS[k];
        }
    }

    /// Henyey–Greenstein phase function, 1/sr, of the cosine between light and view.
    float scattered(float cosine) {
        float g = phase;
        float d = 1 + g * g - 2 * g * cosine;
        return (float) ((1 - g * g) / (4 * Math.PI * d * Math.sqrt(d)));
    }
}
