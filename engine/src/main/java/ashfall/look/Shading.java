package ashfall.look;

import ashfall.shot.Item;
import ashfall.shot.Look;
import ashfall.shot.Shot;
import ashfall.shot.Sun;
import ashfall.shot.Vec3;

import java.util.Arrays;

/// The look and the light of a shot as plain numbers.
///
/// @param areaPerKilogram extinction of soot, m²/kg
/// @param scatter strength of light scattered more than once
/// @param reach how far that goes in the mean smoke, m; 0 for what physics says
/// @param onGas how much more of sun and sky falls on gas than on the site
/// @param sunlight irradiance across the beam, lux, linear sRGB
/// @param skylight irradiance of level ground, lux, linear sRGB
/// @param sky where that comes from by a picture; null where it comes evenly
/// @param isSkyShown whether that picture is seen behind all
record Shading(
        float areaPerKilogram,
        float albedo,
        float phase,
        float glow,
        float blue,
        float inner,
        float spill,
        float scatter,
        double reach,
        Vec3 towardsSun,
        Vec3 sunlight,
        Vec3 skylight,
        Vec3 ground,
        double onGas,
        double samplesPerVoxel,
        double exposure,
        Sky sky,
        boolean isSkyShown) {
    /// Lumen from a watt of heat.
    private static final float BAND_LIGHT = 1e-4f;

    /// Temperature up to which nothing is seen to glow, K.
    static final float DARK = 500;

    /// Rise of temperature that is taken at once, K.
    private static final float PIECE = 50;

    private static final int MOST_PIECES = 32;

    /// Colour of unit luminance.
    private static final float[] BANDS = {0.33f, 0.99f, 3.1f};

    /// As it is at a time of the shot.
    static Shading of(Shot shot, double seconds) {
        Item look = shot.look();
        Item sun = shot.sun();
        Sky sky = Sky.of(sun);
        return new Shading(
                (float) (1000 * look.number(Look.EXTINCTION)),
                (float) look.number(Look.ALBEDO),
                (float) look.number(Look.PHASE),
                (float) look.get(Look.GLOW).at(seconds),
                (float) look.get(Look.BLUE).at(seconds),
                (float) look.get(Look.INNER).at(seconds),
                (float) look.get(Look.SPILL).at(seconds),
                (float) look.number(Look.SCATTER),
                look.number(Look.REACH),
                sun.get(Sun.TOWARDS).unit(),
                sun.get(Sun.COLOUR).times(sun.number(Sun.STRENGTH)),
                (sky == null ? sun.get(Sun.SKY_COLOUR) : sky.colour()).times(sun.number(Sun.SKY)),
                look.get(Look.GROUND),
                sun.number(Sun.ON_GAS),
                look.number(Look.SAMPLES),
                Math.pow(2, look.get(Look.EXPOSURE).at(seconds)),
                sky,
                sun.get(Sun.SKY_SHOWN));
    }

    /// Extinction of smoke, 1/m, from kg/m³.
    float extinction(float density) {
        return areaPerKilogram * density;
    }

    /// Adds what a metre of smoke emits, cd/m² per m: κ_abs B(T), the absorbing part of the
    /// extinction only.
    ///
    /// @param by light of a temperature
    void addGlow(Glow by, float density, float kelvin, float[] rgb) {
        by.add(kelvin, glow * areaPerKilogram * density * (1 - albedo), rgb);
    }

    /// Adds what a metre of smoke emits where density and temperature change in straight lines,
    /// over equal parts of the change; a part spans no more than 50 K.
    void addGlow(
            Glow by, float density0, float kelvin0, float density1, float kelvin1, float[] rgb) {
        float change = kelvin1 - kelvin0;
        int pieces = Math.min(MOST_PIECES, 1 + (int) (Math.abs(change) / PIECE));
        float share = glow * areaPerKilogram * (1 - albedo) / pieces;
        for (int i = 0; i < pieces; i++) {
            float t = (i + 0.5f) / pieces;
            float density = density0 + t * (density1 - density0);
            by.add(kelvin0 + t * change, share * density, rgb);
        }
    }

    /// Is there any sunlight?
    boolean isSunny() {
        return sunlight.x() + sunlight.y() + sunlight.z() > 0;
    }

    /// Share of scattered light that goes on as if it had not been scattered (similarity).
    float forward() {
        return phase;
    }

    /// Extinction for light that is scattered on: what is scattered forward counts as not
    /// scattered.
    float effective(float extinction) {
        return extinction * (1 - albedo * forward());
    }

    /// How much of the skylight comes from where, over that of an even sky.
    double[] skyShares(Vec3[] directions) {
        if (sky != null) {
            return sky.shares(directions);
        }
        double[] even = new double[directions.length];
        Arrays.fill(even, 1);
        return even;
    }

    /// Skylight that a surface in the open gets.
    ///
    /// @param out red, green and blue, lux
    void skylight(Vec3 normal, double[] out) {
        if (sky != null) {
            sky.irradiance(normal, luminance(skylight), out);
            return;
        }
        for (int k = 0; k < 3; k++) {
            out[k] = 0.5 * (1 + normal.y()) * skylight.get(k);
        }
    }

    static double luminance(Vec3 rgb) {
        return 0.2126 * rgb.x() + 0.7152 * rgb.y() + 0.0722 * rgb.z();
    }

    /// Adds the picture of the sky, where one is to be seen, towards a direction; tells whether.
    boolean addSky(Vec3 d, double weight, float[] parts, int offset) {
        if (sky == null || !isSkyShown) {
            return false;
        }
        sky.add(d, weight * luminance(skylight), parts, offset);
        return true;
    }

    /// Is there any skylight?
    boolean isSkylit() {
        return skylight.x() + skylight.y() + skylight.z() > 0;
    }

    /// Way over which scattered light falls to 1/e in even smoke of an extinction, m: `1/(σ √(3(1 −
    /// ω)(1 − ωg)))`.
    double diffusionLength(double extinction) {
        double swallowed = Math.max(1e-3, 1 - albedo);
        return 1 / (extinction * Math.sqrt(3 * swallowed * (1 - albedo * phase)));
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
