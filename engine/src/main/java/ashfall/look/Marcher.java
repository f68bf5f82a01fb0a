package ashfall.look;

import ashfall.grid.Frame;
import ashfall.grid.Seeded;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.Set;

/// Draws a frame: light along each ray by `dL/ds = κB + σ_s(sun + sky + fire) − σ_t L`, integrated
/// exactly over steps of constant coefficients (`L += T S (1 − e^(−σ_t Δs)); T *= e^(−σ_t Δs)`).
///
/// Sunlight reaches a point through a volume of transmittances, skylight through a coarser one, the
/// fire's own light through [FireLight]. The ground takes sun with the smoke's shadow, sky and
/// fire. Bricks without smoke are skipped. Luminances are in cd/m², linear sRGB.
public final class Marcher {
    /// Channels of a frame that a picture is made of.
    public static final Set<String> CHANNELS = Set.of("density", "temperature", "flame");

    private static final float OPAQUE = 0.004f;

    /// How much is spent on a picture.
    ///
    /// @param fireCells coarse cells along the longest side for the fire's own light
    /// @param groundPoints points of light along each side of the ground
    /// @param sunCell cell of the sun's transmittances in voxels; the sky's are twice as large
    private record Detail(int fireCells, int groundPoints, int sunCell) {
        static final Detail FINE = new Detail(18, 96, 2);
        static final Detail QUICK = new Detail(8, 32, 3);
    }

    private final Volume volume;
    private final Shading shading;
    private final Workers workers;
    private final LightGrid sun;
    private final LightGrid sky;
    private final FireLight fire;
    private final Surroundings surroundings;
    private final Bodies bodies;
    private final Keeper keeper;
    private final float[] keeperLight = new float[3];

    /// Prepares the light of a frame under a shot's look, for finished pictures.
    ///
    /// @throws IllegalArgumentException when the frame has no density
    public Marcher(Frame frame, Shot shot, Workers workers) {
        this(frame, shot, null, Detail.FINE, workers);
    }

    /// Prepares a frame for looking at it while working: coarser light, longer steps.
    ///
    /// @param keeper who stands beside the fire, or null
    /// @throws IllegalArgumentException when the frame has no density
    public static Marcher quick(Frame frame, Shot shot, Keeper keeper, Workers workers) {
        return new Marcher(frame, shot, keeper, Detail.QUICK, workers);
    }

    private Marcher(Frame frame, Shot shot, Keeper keeper, Detail detail, Workers workers) {
        this.shading = Shading.of(shot);
        this.volume = new Volume(frame, shading.blue() > 0);
        this.workers = workers;
        this.keeper = keeper;
        this.bodies = new Bodies(shot, frame.seconds());
        this.sun = new LightGrid(volume, detail.sunCell * volume.voxel, 1);
        this.sky = new LightGrid(volume, 2 * detail.sunCell * volume.voxel, 1);
        this.fire = new FireLight(volume, shading, detail.fireCells, workers);
        workers.forEachSlab(
                sun.shape.nz(),
                (z, worker) -> transmittances(sun, z, new Vec3[] {shading.towardsSun()}));
        Vec3[] skyDirections = {
            new Vec3(0, 1, 0),
            new Vec3(1, 0.8, 0).unit(),
            new Vec3(-1, 0.8, 0).unit(),
            new Vec3(0, 0.8, 1).unit(),
            new Vec3(0, 0.8, -1).unit()
        };
        workers.forEachSlab(sky.shape.nz(), (z, worker) -> transmittances(sky, z, skyDirections));
        this.surroundings =
                new Surroundings(
                        volume,
                        shading,
                        fire,
                        bodies,
                        detail.groundPoints,
                        0.75 * detail.sunCell * volume.voxel,
                        workers);
        if (keeper != null) {
            lightKeeper();
        }
    }

    /// Light that a keeper's front throws back: a quarter of the fire's fluence, half the sky, and
    /// half of the sunlight that reaches him.
    private void lightKeeper() {
        float x = (float) (keeper.foot().x() - volume.corner[0]);
        float y = (float) (keeper.foot().y() + 1.2 - volume.corner[1]);
        float z = (float) (keeper.foot().z() - volume.corner[2]);
        fire.fluence(x, y, z, keeperLight);
        double sunny =
                0.5
                        * volume.transmittance(
                                shading, x, y, z, shading.towardsSun(), 2 * volume.voxel);
        for (int k = 0; k < 3; k++) {
            keeperLight[k] =
                    (float)
                            (0.25 * shading.spill() * keeperLight[k]
                                    + 0.5 * shading.skylight().get(k)
                                    + sunny * shading.sunlight().get(k));
        }
    }

    /// Luminous power of the fire, lumen.
    public double firePower() {
        return fire.power();
    }

    private void transmittances(LightGrid grid, int z, Vec3[] directions) {
        float h = (float) grid.cell;
        for (int y = 0; y < grid.shape.ny(); y++) {
            for (int x = 0; x < grid.shape.nx(); x++) {
                double sum = 0;
                for (Vec3 d : directions) {
                    sum +=
                            volume.transmittance(
                                    shading,
                                    (x + 0.5f) * h,
                                    (y + 0.5f) * h,
                                    (z + 0.5f) * h,
                                    d,
                                    grid.cell);
                }
                grid.parts[0][grid.shape.at(x, y, z)] = (float) (sum / directions.length);
            }
        }
    }

    /// Draws the picture with as many samples a voxel as the look asks for.
    ///
    /// @param width pixels
    /// @param height pixels
    public Picture draw(View view, int width, int height) {
        return draw(view, width, height, shading.samplesPerVoxel(), workers);
    }

    /// Draws the picture as a job of its own.
    ///
    /// @param samples of a ray in a voxel
    public Picture draw(View view, int width, int height, double samples, Workers job) {
        float[] rgb = new float[3 * width * height];
        float[] emitted = new float[width * height];
        float[] opacity = new float[width * height];
        job.forEachSlab(
                height,
                (row, worker) ->
                        new Ray(view, volume.voxel / samples, width, height, rgb, emitted, opacity)
                                .row(row));
        return new Picture(width, height, rgb, emitted, opacity, shading.exposure());
    }

    /// One worker's rays.
    private final class Ray {
        private final View view;
        private final double step;
        private final int width;
        private final int height;
        private final float[] rgb;
        private final float[] emitted;
        private final float[] opacity;
        private final float[] light = new float[3];
        private final float[] glow = new float[3];
        private final float[] source = new float[3];
        private float clear;
        private float shone;

        Ray(
                View view,
                double step,
                int width,
                int height,
                float[] rgb,
                float[] emitted,
                float[] opacity) {
            this.view = view;
            this.step = step;
            this.width = width;
            this.height = height;
            this.rgb = rgb;
            this.emitted = emitted;
            this.opacity = opacity;
        }

        void row(int y) {
            for (int x = 0; x < width; x++) {
                int pixel = y * width + x;
                Vec3 d = view.ray(x + 0.5, y + 0.5, width, height);
                light[0] = 0;
                light[1] = 0;
                light[2] = 0;
                clear = 1;
                shone = 0;
                double ground = d.y() < 0 ? -view.eye().y() / d.y() : Double.POSITIVE_INFINITY;
                if (view.eye().y() < 0) {
                    ground = Double.POSITIVE_INFINITY;
                }
                float jitter = Seeded.unit(0, 0, 0, pixel);
                double body = bodies.hit(view.eye(), d, ground);
                double end = Math.min(ground, body);
                double standing = keeper == null ? end : keeper.distance(view, d);
                march(d, 0, Math.min(end, standing), jitter);
                if (standing < end) {
                    addKeeper(d, standing);
                    march(d, standing, end, jitter);
                }
                opacity[pixel] = 1 - clear;
                emitted[pixel] = shone;
                if (clear > OPAQUE && body < ground) {
                    addBody(d, body);
                } else if (clear > OPAQUE) {
                    surroundings.add(view, d, ground, clear, light);
                }
                System.arraycopy(light, 0, rgb, 3 * pixel, 3);
            }
        }

        /// Adds the light that a body throws back where a ray meets it.
        private void addBody(Vec3 d, double distance) {
            Vec3 place = view.eye().plus(d.times(distance));
            double pixel = distance * view.width() / width;
            Vec3 normal = bodies.normal(place, Math.max(1e-4, 0.5 * pixel));
            Vec3 before = place.plus(normal.times(Math.max(2e-3, pixel)));
            Vec3 at = before.minus(new Vec3(volume.corner[0], volume.corner[1], volume.corner[2]));
            double facing = Math.max(0, normal.dot(shading.towardsSun()));
            double sunny =
                    facing == 0 || bodies.shades(before, shading.towardsSun())
                            ? 0
                            : facing
                                    * volume.transmittance(
                                            shading,
                                            (float) at.x(),
                                            (float) at.y(),
                                            (float) at.z(),
                                            shading.towardsSun(),
                                            2 * volume.voxel);
            fire.irradiance(at, normal, glow);
            for (int k = 0; k < 3; k++) {
                double irradiance =
                        sunny * shading.sunlight().get(k)
                                + 0.5 * (1 + normal.y()) * shading.skylight().get(k)
                                + shading.spill() * glow[k];
                light[k] += (float) (clear * Bodies.albedo(k, place) * irradiance / Math.PI);
            }
        }

        private void addKeeper(Vec3 d, double distance) {
            Vec3 place = view.eye().plus(d.times(distance));
            float cover = keeper.cover(view, place, distance * view.width() / width, glow);
            for (int k = 0; k < 3; k++) {
                light[k] += clear * cover * glow[k] * keeperLight[k] / (float) Math.PI;
            }
            clear *= 1 - cover;
        }

        private void march(Vec3 d, double start, double end, float jitter) {
            double near = start;
            double far = end;
            for (int axis = 0; axis < 3; axis++) {
                double o = view.eye().get(axis) - volume.corner[axis];
                double v = d.get(axis);
                double a = -o / v;
                double b = (volume.size(axis) - o) / v;
                near = Math.max(near, Math.min(a, b));
                far = Math.min(far, Math.max(a, b));
            }
            if (!(near < far)) {
                return;
            }
            float cosine = (float) d.dot(shading.towardsSun());
            float sunPhase = shading.scattered(cosine);
            double s = near + jitter * step;
            while (s < far && clear > OPAQUE) {
                float x = (float) (view.eye().x() + s * d.x() - volume.corner[0]);
                float y = (float) (view.eye().y() + s * d.y() - volume.corner[1]);
                float z = (float) (view.eye().z() + s * d.z() - volume.corner[2]);
                double skip = emptyAhead(x, y, z, d);
                if (skip > 0) {
                    s += Math.ceil(skip / step) * step;
                    continue;
                }
                sample(x, y, z, (float) step, sunPhase);
                s += step;
            }
        }

        /// Metres to the end of an empty brick; 0 in a full one.
        private double emptyAhead(float x, float y, float z, Vec3 d) {
            double edge = Volume.BRICK * volume.voxel;
            int bx = (int) Math.max(0, Math.min(volume.bricks.nx() - 1, x / edge));
            int by = (int) Math.max(0, Math.min(volume.bricks.ny() - 1, y / edge));
            int bz = (int) Math.max(0, Math.min(volume.bricks.nz() - 1, z / edge));
            if (volume.full[volume.bricks.at(bx, by, bz)]) {
                return 0;
            }
            double least = Double.POSITIVE_INFINITY;
            double[] p = {x, y, z};
            int[] b = {bx, by, bz};
            for (int axis = 0; axis < 3; axis++) {
                double v = d.get(axis);
                if (v != 0) {
                    double wall = (v > 0 ? b[axis] + 1 : b[axis]) * edge;
                    least = Math.min(least, (wall - p[axis]) / v);
                }
            }
            return Math.max(least, 1e-3 * volume.voxel);
        }

        private void sample(float x, float y, float z, float step, float sunPhase) {
            float perVoxel = (float) (1 / volume.voxel);
            float gx = x * perVoxel;
            float gy = y * perVoxel;
            float gz = z * perVoxel;
            float density = volume.sample(volume.density, gx, gy, gz);
            float release = volume.flame == null ? 0 : volume.sample(volume.flame, gx, gy, gz);
            if (density <= 0 && release <= 0) {
                return;
            }
            glow[0] = 0;
            glow[1] = 0;
            glow[2] = 0;
            if (release > 0) {
                shading.addBlue(release, glow);
            }
            float extinction = shading.extinction(density);
            float depth = extinction * step;
            if (depth < 1e-6f) {
                add(glow, clear * step);
                return;
            }
            float kelvin = volume.sample(volume.kelvin, gx, gy, gz);
            shading.addGlow(density, kelvin, glow);
            source[0] = 0;
            source[1] = 0;
            source[2] = 0;
            float scattering = shading.albedo() * extinction;
            float isotropic = (float) (scattering / (4 * Math.PI));
            fire.addFluence(x, y, z, shading.inner() * isotropic, source);
            float sunny = sun.at(0, x, y, z) * scattering * sunPhase;
            // Level ground sees half the sky: its irradiance E is that of a fluence 2E on smoke in
            // the open.
            float cloudy = sky.at(0, x, y, z) * isotropic * 2;
            float kept = (float) Math.exp(-depth);
            float weight = clear * (1 - kept) / extinction;
            for (int k = 0; k < 3; k++) {
                light[k] +=
                        weight
                                * (source[k]
                                        + sunny * (float) shading.sunlight().get(k)
                                        + cloudy * (float) shading.skylight().get(k));
            }
            add(glow, weight);
            clear *= kept;
        }

        /// Adds light of the fire itself.
        private void add(float[] emission, float weight) {
            for (int k = 0; k < 3; k++) {
                light[k] += weight * emission[k];
            }
            shone +=
                    weight
                            * (0.2126f * emission[0]
                                    + 0.7152f * emission[1]
                                    + 0.0722f * emission[2]);
        }
    }
}
