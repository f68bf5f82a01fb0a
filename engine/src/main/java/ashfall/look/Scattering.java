package ashfall.look;

import ashfall.picture.Part;
import ashfall.shot.Vec3;

import java.util.Arrays;

/// What smoke scatters towards the eye in a step of one worker's ray, by where its light comes
/// from.
final class Scattering {
    private final Shading shading;
    private final GasLight gasLight;
    private final LampLight lamps;

    /// Is there sunlight; is there light of sky or fire, or light handed on?
    private final boolean isSunny;

    private final boolean isSpread;

    /// Light of sun and sky that falls on gas in the open, lux.
    private final float[] sunlight;

    private final float[] skylight;

    /// Ways over which the light on each volume's coarse cells counts as the same, m.
    private final double[] fresh;

    /// Direction of the ray.
    private final float[] way = new float[3];

    /// Share of sunlight that is scattered along it, per steradian.
    private float phase;

    /// Where the light on coarse cells was read last, m along the ray, and of which volume.
    private double lit;

    private int litIn;

    // What was read last.
    private final float[] cells = new float[GasLight.PARTS];
    private final float[] open = new float[GasLight.SKY_PARTS];
    private final float[] at = new float[3];

    /// One value a lamp.
    private final float[] lampRoom;

    // Of the step: of sunlight and of skylight over their irradiances, of lamps and of the fire.
    private float bySun;
    private float bySky;
    private final float[] byLamps = new float[3];
    private final float[] byFire = new float[3];

    /// Sum of what each volume throws back of each colour, times its extinction; then their mean.
    private final float[] colour = {1, 1, 1};

    /// Is any smoke of a colour of its own?
    private final boolean isDyed;

    /// @param volumes how many
    Scattering(Marcher scene, int volumes) {
        shading = scene.shading;
        gasLight = scene.light;
        lamps = scene.lamps;
        isSunny = shading.isSunny();
        isSpread = gasLight.isOnCells || shading.isSkylit();
        sunlight = onGas(shading.sunlight());
        skylight = onGas(shading.skylight());
        isDyed = Arrays.stream(scene.volumes.all).anyMatch(v -> v.mapping.thin() != null);
        lampRoom = new float[lamps.count()];
        fresh = new double[volumes];
        for (int i = 0; i < volumes; i++) {
            fresh[i] = 0.5 * gasLight.cell(i);
        }
    }

    private float[] onGas(Vec3 light) {
        Vec3 more = light.times(shading.onGas());
        return new float[] {(float) more.x(), (float) more.y(), (float) more.z()};
    }

    /// Begins with a ray.
    void begin(Vec3 d) {
        for (int a = 0; a < 3; a++) {
            way[a] = (float) d.get(a);
        }
        phase = shading.scattered((float) d.dot(shading.towardsSun()));
        lit = Double.NEGATIVE_INFINITY;
    }

    /// Begins with a step.
    void clear() {
        bySun = 0;
        bySky = 0;
        if (lampRoom.length > 0) {
            Arrays.fill(byLamps, 0);
        }
        if (isSpread) {
            Arrays.fill(byFire, 0);
        }
        if (isDyed) {
            Arrays.fill(colour, 0);
        }
    }

    /// Collects what a volume scatters at a place of the ray.
    ///
    /// @param i of the volume
    void add(int i, Crossing crossing, double s, float extinction) {
        float scattered = extinction * shading.albedo();
        if (scattered == 0) {
            return;
        }
        if (isSunny) {
            crossing.place(s, at);
            bySun += scattered * phase * gasLight.sun(i, at[0], at[1], at[2]);
        }
        if (isSpread) {
            addSpread(i, crossing, s, scattered);
        }
        if (lampRoom.length > 0) {
            crossing.place(s, at);
            lamps.addScattered(i, at, way, scattered, lampRoom, byLamps);
        }
    }

    /// Collects what comes from all around. The light on coarse cells is read again after half a
    /// cell only.
    private void addSpread(int i, Crossing crossing, double s, float scattered) {
        float even = scattered / (4 * (float) Math.PI);
        if (i != litIn || Math.abs(s - lit) > fresh[i]) {
            // In the middle of the way on which it counts.
            crossing.place(s + 0.5 * fresh[i], at);
            if (gasLight.isOnCells) {
                gasLight.onCells(i, at[0], at[1], at[2], cells);
            }
            gasLight.sky(i, at[0], at[1], at[2], open);
            lit = s;
            litIn = i;
        }
        bySun += even * cells[GasLight.SUN];
        // Half a sky has no second order: what is scattered is exact to the first, `φ + 3g F`.
        float sky = open[0] - 3 * shading.phase() * along(open, 1);
        bySky += even * (Math.max(0, sky) + cells[GasLight.SKY]);
        float fire = leaning() * shading.inner();
        for (int k = 0; k < 3; k++) {
            byFire[k] += even * fire * cells[k];
        }
    }

    private float along(float[] flux, int first) {
        return flux[first] * way[0] + flux[first + 1] * way[1] + flux[first + 2] * way[2];
    }

    /// How much more than evenly the fire's light is scattered to the eye: by a phase function as
    /// much less forward as the light is less of one direction.
    private float leaning() {
        float x = cells[GasLight.FLUX];
        float y = cells[GasLight.FLUX + 1];
        float z = cells[GasLight.FLUX + 2];
        float length = (float) Math.sqrt(x * x + y * y + z * z);
        float g = shading.phase() * Math.min(1, length);
        if (g == 0) {
            return 1;
        }
        float d = 1 + g * g + 2 * g * along(cells, GasLight.FLUX) / length;
        return (1 - g * g) / (d * (float) Math.sqrt(d));
    }

    /// Adds the colour of what a volume scatters.
    ///
    /// @param tint from thin to thick
    void dye(Mapping mapping, float tint, float extinction) {
        if (!isDyed) {
            return;
        }
        for (int k = 0; k < 3; k++) {
            double thin = mapping.thin() == null ? 1 : mapping.thin().get(k);
            double thick = mapping.thin() == null ? 1 : mapping.thick().get(k);
            colour[k] += extinction * (float) (thin + tint * (thick - thin));
        }
    }

    /// Adds what the step scatters towards the eye to the parts of the light.
    ///
    /// @param extinction of all that it scatters
    void give(float weight, float extinction, float[] parts) {
        for (int k = 0; isDyed && k < 3; k++) {
            colour[k] = extinction > 0 ? colour[k] / extinction : 1;
        }
        if (lampRoom.length > 0) {
            int first = Part.SMOKE_BY_LAMPS.offset();
            for (int k = 0; k < 3; k++) {
                parts[first + k] += weight * byLamps[k] * colour[k];
            }
        }
        if (isSunny) {
            addLight(parts, Part.SMOKE_BY_SUN.offset(), weight * bySun, sunlight);
        }
        if (isSpread) {
            addLight(parts, Part.SMOKE_BY_SKY.offset(), weight * bySky, skylight);
            int fire = Part.SMOKE_BY_FIRE.offset();
            for (int k = 0; k < 3; k++) {
                parts[fire + k] += weight * byFire[k] * colour[k];
            }
        }
    }

    private void addLight(float[] parts, int first, float share, float[] light) {
        for (int k = 0; k < 3; k++) {
            parts[first + k] += share * light[k] * colour[k];
        }
    }
}
