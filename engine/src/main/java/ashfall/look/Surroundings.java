package ashfall.look;

import ashfall.geometry.MeshTree;
import ashfall.grid.Noise;
import ashfall.picture.Part;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.function.IntToDoubleFunction;

/// What is seen beyond the fire: the ground with the sun, the smoke's shadow, the sky and the fire
/// on it, and the sky.
final class Surroundings {
    private static final Vec3 UP = new Vec3(0, 1, 0);

    private final Volumes volumes;
    private final Shading shading;
    private final Bodies bodies;

    /// Null where there are no meshes.
    private final SurfaceLight onMeshes;

    private final GasLight gasLight;
    private final LampLight lamps;
    private final int points;
    private final double size;

    /// Luminance of a plain sky at the horizon and overhead.
    private final float[] horizon = new float[3];

    private final float[] zenith = new float[3];

    /// Light of the fire on a square of points around it, lux.
    private final float[] arriving;

    /// @param onMeshes soft light there; null where there are none
    /// @param points of light along each side of the ground
    Surroundings(
            Volumes volumes,
            Shading shading,
            GasLight gasLight,
            LampLight lamps,
            Bodies bodies,
            SurfaceLight onMeshes,
            int points,
            Workers workers) {
        this.volumes = volumes;
        this.shading = shading;
        this.bodies = bodies;
        this.onMeshes = onMeshes;
        this.points = points;
        this.gasLight = gasLight;
        this.lamps = lamps;
        this.size = 6 * Math.max(volumes.size(0), volumes.size(2));
        paint();
        this.arriving = new float[3 * points * points];
        workers.forEachSlab(points, (row, worker) -> light(gasLight.fire, row));
    }

    private void paint() {
        double grey = skylight(0) + skylight(1) + skylight(2);
        for (int k = 0; k < 3; k++) {
            double even = 0.55 * grey / 3 + 0.45 * skylight(k);
            horizon[k] = (float) (1.25 * even / Math.PI + 0.012 * sunlight(k));
            zenith[k] = (float) (0.7 * skylight(k) / Math.PI);
        }
    }

    private void light(FireLight fire, int row) {
        float[] rgb = new float[3];
        for (int column = 0; column < points; column++) {
            double x = groundAt(column) + 0.5 * volumes.size(0);
            double z = groundAt(row) + 0.5 * volumes.size(2);
            fire.onGround((float) x, (float) -volumes.corner[1], (float) z, rgb);
            for (int k = 0; k < 3; k++) {
                arriving[3 * (row * points + column) + k] = shading.spill() * rgb[k];
            }
        }
    }

    /// Distance of a ground point from the middle; denser near it.
    private double groundAt(int i) {
        double t = 2.0 * i / (points - 1) - 1;
        return 0.5 * size * t * Math.abs(t);
    }

    private double placeOf(double distance) {
        double t = Math.max(-1, Math.min(1, distance / (0.5 * size)));
        return 0.5 * (Math.copySign(Math.sqrt(Math.abs(t)), t) + 1) * (points - 1);
    }

    /// Adds the ground or the sky that a ray sees beyond the fire.
    ///
    /// @param d its direction
    /// @param ground distance at which it meets the ground, m; infinite where it does not
    /// @param clear share of the light that reaches the eye
    /// @param parts of the picture's light
    void add(Vec3 eye, Vec3 d, double ground, float clear, float[] parts) {
        if (ground == Double.POSITIVE_INFINITY || ground > 4000) {
            addSky(d, clear, parts);
            return;
        }
        double wx = eye.x() + ground * d.x();
        double wz = eye.z() + ground * d.z();
        float x = (float) (wx - volumes.corner[0]);
        float y = (float) -volumes.corner[1];
        float z = (float) (wz - volumes.corner[2]);
        double height = Math.max(0, shading.towardsSun().y());
        double sunny =
                height == 0 || bodies.shades(new Vec3(wx, 1e-3, wz), shading.towardsSun())
                        ? 0
                        : height * gasLight.sun(x, y, z);
        double px = placeOf(wx - volumes.corner[0] - 0.5 * volumes.size(0));
        double pz = placeOf(wz - volumes.corner[2] - 0.5 * volumes.size(2));
        // Far ground fades into the haze at the horizon.
        float near = (float) Math.exp(-ground / 260);
        double grain = grain(wx, wz, ground);
        for (int k = 0; k < 3; k++) {
            double back = clear * near * shading.ground().get(k) * grain / Math.PI;
            parts[Part.SITE_BY_SUN.offset() + k] += (float) (back * sunny * sunlight(k));
            parts[Part.SITE_BY_SKY.offset() + k] += (float) (back * skylight(k));
            parts[Part.SITE_BY_FIRE.offset() + k] += (float) (back * bilinear(px, pz, k));
        }
        addLamps(
                new Vec3(wx, 1e-3, wz),
                UP,
                k -> clear * near * shading.ground().get(k) * grain / Math.PI,
                parts);
        addSky(new Vec3(d.x(), 0, d.z()).unit(), clear * (1 - near), parts);
    }

    /// Adds what a surface throws back of the lamps' light.
    ///
    /// @param back share of it, per steradian, by channel
    private void addLamps(Vec3 place, Vec3 normal, IntToDoubleFunction back, float[] parts) {
        if (lamps.count() == 0) {
            return;
        }
        float[] rgb = new float[3];
        lamps.addIrradiance(place, normal, rgb);
        for (int k = 0; k < 3; k++) {
            parts[Part.SITE_BY_LAMPS.offset() + k] += (float) (back.applyAsDouble(k) * rgb[k]);
        }
    }

    private double sunlight(int k) {
        return shading.sunlight().get(k);
    }

    private double skylight(int k) {
        return shading.skylight().get(k);
    }

    /// Adds the light that something throws back where a ray meets it.
    ///
    /// @param pixel width of a pixel there, m
    void addBody(Vec3 eye, Vec3 d, Bodies.Met met, double pixel, float clear, float[] parts) {
        Vec3 place = eye.plus(d.times(met.distance()));
        if (met.mesh() == null) {
            Vec3 normal = bodies.normal(place, Math.max(1e-4, 0.5 * pixel));
            Vec3 before = place.plus(normal.times(Math.max(2e-3, pixel)));
            float[] soft = new float[SurfaceLight.VALUES];
            gasLight.fire.irradiance(fromCorner(before), normal, soft);
            soft[SurfaceLight.SKY] = 1;
            addSurface(before, normal, Bodies.albedo(place), soft, clear, parts);
            return;
        }
        Meshes meshes = bodies.meshes();
        MeshTree.Hit hit = met.mesh();
        Vec3 facing = meshes.mesh().facing(hit.triangle());
        boolean isFront = facing.dot(d) < 0;
        Vec3 normal = meshes.mesh().normal(hit.triangle(), hit.u(), hit.v());
        double sign = isFront ? 1 : -1;
        float[] soft = new float[SurfaceLight.VALUES];
        onMeshes.at(hit, isFront, soft);
        Vec3 before = onMeshes.before(place, facing.times(sign));
        double[] albedo = meshes.albedo(hit.triangle(), place);
        addSurface(before, normal.times(sign), albedo, soft, clear, parts);
    }

    private Vec3 fromCorner(Vec3 place) {
        return place.minus(new Vec3(volumes.corner[0], volumes.corner[1], volumes.corner[2]));
    }

    /// Adds what a surface throws back.
    ///
    /// @param before place just before it
    /// @param soft the fire's light on it and how much of the sky is open, as [SurfaceLight] has it
    private void addSurface(
            Vec3 before, Vec3 normal, double[] albedo, float[] soft, float clear, float[] parts) {
        double facing = Math.max(0, normal.dot(shading.towardsSun()));
        double sunny = 0;
        if (facing > 0 && shading.isSunny() && !bodies.shades(before, shading.towardsSun())) {
            Vec3 at = fromCorner(before);
            sunny =
                    facing
                            * volumes.transmittance(
                                    shading,
                                    (float) at.x(),
                                    (float) at.y(),
                                    (float) at.z(),
                                    shading.towardsSun(),
                                    2);
        }
        double[] sky = new double[3];
        shading.skylight(normal, sky);
        for (int k = 0; k < 3; k++) {
            double back = clear * albedo[k] / Math.PI;
            double open = soft[SurfaceLight.SKY] * sky[k];
            parts[Part.SITE_BY_SUN.offset() + k] += (float) (back * sunny * sunlight(k));
            parts[Part.SITE_BY_SKY.offset() + k] += (float) (back * open);
            parts[Part.SITE_BY_FIRE.offset() + k] += (float) (back * shading.spill() * soft[k]);
        }
        addLamps(before, normal, k -> clear * albedo[k] / Math.PI, parts);
    }

    /// Unevenness of the ground's colour: gravel near by, patches further away.
    private double grain(double x, double z, double distance) {
        double fine = Noise.at(3, x * 9, 0, z * 9) * Math.exp(-distance / 18);
        double broad = Noise.octaves(5, x * 0.35, 0, z * 0.35);
        return 1 + 0.16 * fine + 0.2 * broad;
    }

    private float bilinear(double px, double pz, int k) {
        int ix = Math.min(points - 2, (int) px);
        int iz = Math.min(points - 2, (int) pz);
        float tx = (float) (px - ix);
        float tz = (float) (pz - iz);
        int i = 3 * (iz * points + ix) + k;
        float a = arriving[i] + tx * (arriving[i + 3] - arriving[i]);
        float b =
                arriving[i + 3 * points]
                        + tx * (arriving[i + 3 * points + 3] - arriving[i + 3 * points]);
        return a + tz * (b - a);
    }

    /// The picture of the sky, or a plain one: paler and warmer towards the horizon, its mean the
    /// skylight.
    private void addSky(Vec3 d, float weight, float[] parts) {
        int background = Part.BACKGROUND.offset();
        if (shading.addSky(d, weight, parts, background)) {
            return;
        }
        float low = (float) Math.exp(-4 * Math.max(0, d.y()));
        for (int k = 0; k < 3; k++) {
            parts[background + k] += weight * (zenith[k] + low * (horizon[k] - zenith[k]));
        }
    }
}
