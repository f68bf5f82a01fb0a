package ashfall.look;

import ashfall.shot.Item;
import ashfall.shot.Reading;
import ashfall.shot.Vec3;

/// How the channels of a frame become what is seen, as plain numbers: a [Reading].
///
/// @param shining light of a temperature
/// @param edgeFrom smoke below it is not seen, kg/m³
/// @param edgeTo smoke above it is seen as it is
/// @param thin colour of thin smoke; null where smoke has none
/// @param tintAt value from which on smoke is thick
record Mapping(
        String smoke,
        float smokeFactor,
        float edgeFrom,
        float edgeTo,
        String glow,
        float glowFactor,
        String heat,
        float kelvinFactor,
        float kelvinOffset,
        Glow shining,
        float core,
        Vec3 thin,
        Vec3 thick,
        String tint,
        float tintAt) {
    /// Vapour of which half as much as of any counts for the dark core, kg/m³.
    private static final float VAPOUR = 0.003f;

    static Mapping of(Item reading) {
        boolean tinted = Reading.isTinted(reading);
        return new Mapping(
                reading.get(Reading.SMOKE),
                (float) reading.number(Reading.SMOKE_FACTOR),
                (float) reading.number(Reading.EDGE_FROM),
                (float) reading.number(Reading.EDGE_TO),
                reading.get(Reading.GLOW),
                (float) reading.number(Reading.GLOW_FACTOR),
                reading.get(Reading.HEAT),
                (float) reading.number(Reading.KELVIN_FACTOR),
                (float) reading.number(Reading.KELVIN_OFFSET),
                Glow.of(reading.get(Reading.RAMP)),
                (float) reading.number(Reading.CORE),
                tinted ? reading.get(Reading.THIN) : null,
                tinted ? reading.get(Reading.THICK) : null,
                reading.get(Reading.TINT),
                (float) reading.number(Reading.TINT_AT));
    }

    /// Is what glows the soot that is seen, as much of it as there is?
    boolean glowsAsSeen() {
        return glow.equals(smoke)
                && glowFactor == smokeFactor
                && edgeTo == 0
                && edgeFrom == 0
                && core == 0;
    }

    /// Turns a channel's values into smoke, kg/m³, in place.
    void toSmoke(float[] values) {
        if (smokeFactor == 1 && edgeFrom == 0 && edgeTo == 0) {
            return;
        }
        for (int i = 0; i < values.length; i++) {
            values[i] = smokeOf(values[i]);
        }
    }

    float smokeOf(float value) {
        float smoke = smokeFactor * Math.max(0, value);
        if (smoke >= edgeTo && smoke >= edgeFrom) {
            return smoke;
        }
        if (smoke <= edgeFrom) {
            return 0;
        }
        float t = (smoke - edgeFrom) / (edgeTo - edgeFrom);
        return smoke * t * t * (3 - 2 * t);
    }

    /// Turns a channel's values into glowing soot, kg/m³, in place.
    ///
    /// @param fuel vapour, kg/m³; null where it is not wanted or not there
    void toGlow(float[] values, float[] fuel) {
        for (int i = 0; i < values.length; i++) {
            float vapour = fuel == null ? 0 : Math.max(0, fuel[i]);
            values[i] *= glowFactor * (1 - core * vapour / (vapour + VAPOUR));
        }
    }

    /// Turns a channel's values into temperatures shown, K, in place.
    void toKelvin(float[] values) {
        if (kelvinFactor == 1 && kelvinOffset == 0) {
            return;
        }
        for (int i = 0; i < values.length; i++) {
            values[i] = kelvin(values[i]);
        }
    }

    float kelvin(float value) {
        return kelvinFactor * value + kelvinOffset;
    }

    /// Turns a channel's values into shares of the way from thin to thick, in place.
    void toTint(float[] values) {
        for (int i = 0; i < values.length; i++) {
            values[i] = tintAt <= 0 ? 1 : Math.max(0, Math.min(1, values[i] / tintAt));
        }
    }
}
