package ashfall.look;

import ashfall.grid.Seeded;
import ashfall.picture.Blackbody;
import ashfall.picture.Part;
import ashfall.shot.Vec3;

/// Light in a volume by chance, without steps or light grids: the reference for the marcher.
///
/// Free ways by delta tracking against one majorant, shadows by ratio tracking (physics reference,
/// section 5), both unbiased for the volume as it is read between its voxels. A path sees the
/// sun at every collision, the sky where it leaves upwards, and the glow of the gas where it is
/// swallowed. The ground is black.
final class PathTracer {
    private static final int LONGEST = 200;

    private final Volume volume;
    private final Shading shading;
    private final float majorant;
    private final float[] out = new float[3 * Part.COUNT];
    private final float[] glow = new float[3];
    private long path;
    private long counter;

    PathTracer(Volume volume, Shading shading) {
        this.volume = volume;
        this.shading = shading;
        float most = 0;
        for (float density : volume.density) {
            most = Math.max(most, shading.extinction(density));
        }
        this.majorant = most;
    }

    private double random() {
        return Seeded.unit(11, path, 0, counter++);
    }

    /// Light of one path, by part; of the parts of the smoke and the flame only.
    ///
    /// @param from in metres from the volume's corner
    /// @param number of the path: each has its own chances
    float[] trace(Vec3 from, Vec3 towards, long number) {
        path = number;
        counter = 0;
        java.util.Arrays.fill(out, 0);
        Vec3 place = from;
        Vec3 d = towards;
        Part emitted = Part.FLAME;
        float carried = 1;
        for (int order = 0; order < LONGEST; order++) {
            place = collision(place, d);
            if (place == null) {
                if (order > 0 && d.y() > 0) {
                    add(Part.SMOKE_BY_SKY, carried / (float) Math.PI, shading.skylight());
                }
                return out;
            }
            float kelvin = sample(volume.kelvin, place);
            java.util.Arrays.fill(glow, 0);
            Blackbody.add(kelvin, shading.glow() * (1 - shading.albedo()), glow);
            for (int k = 0; k < 3; k++) {
                out[emitted.offset() + k] += carried * glow[k];
            }
            carried *= shading.albedo();
            if (shading.isSunny()) {
                float phase = shading.scattered((float) d.dot(shading.towardsSun()));
                float sun = carried * phase * transmittance(place, shading.towardsSun());
                add(Part.SMOKE_BY_SUN, sun, shading.sunlight());
            }
            if (carried < 1e-3f) {
                return out;
            }
            d = scattered(d);
            emitted = Part.SMOKE_BY_FIRE;
        }
        return out;
    }

    private void add(Part part, float share, Vec3 light) {
        for (int k = 0; k < 3; k++) {
            out[part.offset() + k] += share * (float) light.get(k);
        }
    }

    private float sample(float[] field, Vec3 p) {
        double perVoxel = 1 / volume.voxel;
        return volume.sample(
                field,
                (float) (p.x() * perVoxel),
                (float) (p.y() * perVoxel),
                (float) (p.z() * perVoxel));
    }

    /// Where light that came against `d` was last scattered or given off; null where it came from
    /// outside.
    private Vec3 collision(Vec3 from, Vec3 d) {
        double[] span = new double[2];
        volume.clip(from.x(), from.y(), from.z(), d, 0, span);
        double s = span[0];
        while (true) {
            s -= Math.log(1 - random()) / majorant;
            if (!(s < span[1])) {
                return null;
            }
            Vec3 p = from.plus(d.times(s));
            if (random() * majorant < shading.extinction(sample(volume.density, p))) {
                return p;
            }
        }
    }

    private float transmittance(Vec3 from, Vec3 d) {
        double[] span = new double[2];
        volume.clip(from.x(), from.y(), from.z(), d, 0, span);
        double s = span[0];
        double t = 1;
        while (true) {
            s -= Math.log(1 - random()) / majorant;
            if (!(s < span[1])) {
                return (float) t;
            }
            t *= 1 - shading.extinction(sample(volume.density, from.plus(d.times(s)))) / majorant;
        }
    }

    /// A direction by the phase function.
    private Vec3 scattered(Vec3 d) {
        double g = shading.phase();
        double u = random();
        double cosine;
        if (Math.abs(g) < 1e-3) {
            cosine = 1 - 2 * u;
        } else {
            double q = (1 - g * g) / (1 - g + 2 * g * u);
            cosine = (1 + g * g - q * q) / (2 * g);
        }
        double sine = Math.sqrt(Math.max(0, 1 - cosine * cosine));
        double turn = 2 * Math.PI * random();
        Vec3 across = d.aside();
        Vec3 up = d.cross(across);
        return d.times(cosine)
                .plus(across.times(sine * Math.cos(turn)))
                .plus(up.times(sine * Math.sin(turn)));
    }
}
