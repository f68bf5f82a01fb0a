package ashfall.look;

import ashfall.grid.Frame;
import ashfall.grid.Seeded;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.List;
import java.util.Set;

/// Draws the gas of a moment, a frame an element.
///
/// Light along each ray goes by `dL/ds = κB + σ_s(sun + sky + fire) − σ_t L`, integrated exactly
/// over steps of constant coefficients (`L += T S (1 − e^(−σ_t Δs)); T *= e^(−σ_t Δs)`).
///
/// Sunlight reaches a point through a volume of transmittances, skylight through a coarser one, the
/// fire's own light through [FireLight]. The ground takes sun with the smoke's shadow, sky and
/// fire. Where elements overlap their coefficients add up; each is sampled by its own voxels, and
/// takes light from all. Bricks without smoke are skipped. Luminances are in cd/m², linear sRGB.
public final class Marcher {
    /// Channels of a frame that a picture is made of.
    public static final Set<String> CHANNELS = Set.of("density", "temperature", "flame");

    private static final float OPAQUE = 0.004f;

    private static final float SPECK_KELVIN = 1500;

    /// Optical depth of a step that hides nothing.
    private static final float THIN = 1e-6f;

    /// How much is spent on a picture.
    ///
    /// @param fireCells coarse cells along the longest side for the fire's own light
    /// @param groundPoints points of light along each side of the ground
    /// @param sunCell cell of the sun's transmittances in voxels; the sky's are twice as large
    private record Detail(int fireCells, int groundPoints, int sunCell) {
        static final Detail FINE = new Detail(18, 96, 2);
        static final Detail QUICK = new Detail(8, 32, 3);
    }

    private final Volumes volumes;
    private final Shading shading;
    private final Workers workers;
    private final LightGrid[] suns;
    private final LightGrid[] skies;
    private final FireLight fire;
    private final Surroundings surroundings;
    private final Bodies bodies;
    private final Keeper keeper;
    private final float[] keeperLight = new float[3];

    /// Prepares the light of a moment under a shot's look, for finished pictures.
    ///
    /// @param frames one an element
    /// @throws IllegalArgumentException when there is no frame, or one has no density
    public Marcher(List<Frame> frames, Shot shot, Workers workers) {
        this(frames, shot, null, Detail.FINE, workers);
    }

    /// Prepares a moment for looking at it while working: coarser light, longer steps.
    ///
    /// @param frames one an element
    /// @param keeper who stands beside the fire, or null
    /// @throws IllegalArgumentException when there is no frame, or one has no density
    public static Marcher quick(List<Frame> frames, Shot shot, Keeper keeper, Workers workers) {
        return new Marcher(frames, shot, keeper, Detail.QUICK, workers);
    }

    private Marcher(List<Frame> frames, Shot shot, Keeper keeper, Detail detail, Workers workers) {
        this.shading = Shading.of(shot);
        this.volumes = new Volumes(frames, shading.blue() > 0);
        this.workers = workers;
        this.keeper = keeper;
        this.bodies = new Bodies(shot, frames.getFirst().seconds());
        this.fire = new FireLight(volumes, shading, bodies, detail.fireCells, workers);
        Vec3[] sunDirection = {shading.towardsSun()};
        Vec3[] skyDirections = {
            new Vec3(0, 1, 0),
            new Vec3(1, 0.8, 0).unit(),
            new Vec3(-1, 0.8, 0).unit(),
            new Vec3(0, 0.8, 1).unit(),
            new Vec3(0, 0.8, -1).unit()
        };
        this.suns = new LightGrid[volumes.count()];
        this.skies = new LightGrid[volumes.count()];
        for (int i = 0; i < suns.length; i++) {
            suns[i] = transmittances(i, detail.sunCell, sunDirection);
            skies[i] = transmittances(i, 2 * detail.sunCell, skyDirections);
        }
        this.surroundings =
                new Surroundings(
                        volumes,
                        shading,
                        fire,
                        bodies,
                        detail.groundPoints,
                        0.75 * detail.sunCell,
                        workers);
        if (keeper != null) {
            lightKeeper();
        }
    }

    /// Light that a keeper's front throws back: a quarter of the fire's fluence, half the sky, and
    /// half of the sunlight that reaches him.
    private void lightKeeper() {
        float x = (float) (keeper.foot().x() - volumes.corner[0]);
        float y = (float) (keeper.foot().y() + 1.2 - volumes.corner[1]);
        float z = (float) (keeper.foot().z() - volumes.corner[2]);
        fire.fluence(x, y, z, keeperLight);
        double sunny = 0.5 * volumes.transmittance(shading, x, y, z, shading.towardsSun(), 2);
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

    /// Means of the transmittances along directions, in cells of so many of a volume's voxels.
    private LightGrid transmittances(int volume, int voxels, Vec3[] directions) {
        Volume own = volumes.all[volume];
        LightGrid grid = new LightGrid(own, voxels * own.voxel, 1);
        workers.forEachSlab(
                grid.shape.nz(),
                (z, worker) -> transmittances(grid, volume, voxels, z, directions));
        return grid;
    }

    private void transmittances(LightGrid grid, int volume, int voxels, int z, Vec3[] directions) {
        float h = (float) grid.cell;
        for (int y = 0; y < grid.shape.ny(); y++) {
            for (int x = 0; x < grid.shape.nx(); x++) {
                double sum = 0;
                for (Vec3 d : directions) {
                    sum +=
                            volumes.transmittance(
                                    shading,
                                    volumes.offset(volume, 0) + (x + 0.5f) * h,
                                    volumes.offset(volume, 1) + (y + 0.5f) * h,
                                    volumes.offset(volume, 2) + (z + 0.5f) * h,
                                    d,
                                    voxels);
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
                        new Ray(view, samples, width, height, rgb, emitted, opacity).row(row));
        return new Picture(width, height, rgb, emitted, opacity, shading.exposure());
    }

    /// Adds specks that glow at 1,500 K, each as small as a pixel, to a picture that was drawn:
    /// dimmed by the smoke before them, hidden by obstacles.
    ///
    /// @param places in the world, m
    public void addSpecks(Picture picture, View view, List<Vec3> places) {
        float[] light = new float[3];
        Blackbody.add(SPECK_KELVIN, 1, light);
        for (Vec3 place : places) {
            double[] at = view.project(place, picture.width(), picture.height());
            int column = (int) Math.floor(at[0]);
            int row = (int) Math.floor(at[1]);
            boolean inside =
                    column >= 0 && column < picture.width() && row >= 0 && row < picture.height();
            if (at[2] <= 0 || !inside) {
                continue;
            }
            Vec3 way = view.eye().minus(place);
            double far = way.length();
            Vec3 d = way.times(1 / far);
            if (bodies.hit(place, d, far) < Double.POSITIVE_INFINITY) {
                continue;
            }
            double clear =
                    volumes.transmittance(
                            shading,
                            (float) (place.x() - volumes.corner[0]),
                            (float) (place.y() - volumes.corner[1]),
                            (float) (place.z() - volumes.corner[2]),
                            d,
                            far,
                            0.5);
            int pixel = 3 * (row * picture.width() + column);
            for (int k = 0; k < 3; k++) {
                picture.rgb()[pixel + k] += (float) clear * light[k];
            }
        }
    }

    /// One worker's rays.
    private final class Ray {
        private final View view;
        private final double samples;
        private final int width;
        private final int height;
        private final float[] rgb;
        private final float[] emitted;
        private final float[] opacity;
        private final float[] light = new float[3];
        private final float[] glow = new float[3];
        private final float[] source = new float[3];
        private final double[] near = new double[volumes.count()];
        private final double[] far = new double[volumes.count()];
        private final double[] span = new double[2];

        /// Volumes that are met at a place.
        private final int[] met = new int[volumes.count()];

        private int meets;
        private float clear;
        private float shone;

        Ray(
                View view,
                double samples,
                int width,
                int height,
                float[] rgb,
                float[] emitted,
                float[] opacity) {
            this.view = view;
            this.samples = samples;
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
            Vec3 at =
                    before.minus(new Vec3(volumes.corner[0], volumes.corner[1], volumes.corner[2]));
            double facing = Math.max(0, normal.dot(shading.towardsSun()));
            double sunny =
                    facing == 0 || bodies.shades(before, shading.towardsSun())
                            ? 0
                            : facing
                                    * volumes.transmittance(
                                            shading,
                                            (float) at.x(),
                                            (float) at.y(),
                                            (float) at.z(),
                                            shading.towardsSun(),
                                            2);
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
            double ox = view.eye().x() - volumes.corner[0];
            double oy = view.eye().y() - volumes.corner[1];
            double oz = view.eye().z() - volumes.corner[2];
            double first = Double.POSITIVE_INFINITY;
            for (int i = 0; i < near.length; i++) {
                volumes.all[i].clip(
                        ox - volumes.offset(i, 0),
                        oy - volumes.offset(i, 1),
                        oz - volumes.offset(i, 2),
                        d,
                        start,
                        span);
                near[i] = span[0];
                far[i] = Math.min(span[1], end);
                if (near[i] < far[i]) {
                    first = Math.min(first, near[i]);
                } else {
                    far[i] = Double.NEGATIVE_INFINITY;
                }
            }
            float sunPhase = shading.scattered((float) d.dot(shading.towardsSun()));
            double least = volumes.finest / samples;
            double s = first + jitter * volumes.coarsest / samples;
            while (s < end && clear > OPAQUE) {
                float x = (float) (ox + s * d.x());
                float y = (float) (oy + s * d.y());
                float z = (float) (oz + s * d.z());
                double skip = meet(s, x, y, z, d);
                if (skip == Double.POSITIVE_INFINITY) {
                    return;
                }
                if (skip > 0) {
                    s += Math.ceil(skip / least) * least;
                    continue;
                }
                double step = volumes.all[met[0]].voxel;
                for (int m = 1; m < meets; m++) {
                    step = Math.min(step, volumes.all[met[m]].voxel);
                }
                step /= samples;
                sample(x, y, z, (float) step, sunPhase);
                s += step;
            }
        }

        /// Finds the volumes that have something to see at a place of a ray. Where none has, gives
        /// the metres to where one may; infinitely many after the last.
        private double meet(double s, float x, float y, float z, Vec3 d) {
            meets = 0;
            double skip = Double.POSITIVE_INFINITY;
            for (int i = 0; i < near.length; i++) {
                if (s >= far[i]) {
                    continue;
                }
                double ahead =
                        s < near[i]
                                ? near[i] - s
                                : volumes.all[i].emptyAhead(
                                        x - volumes.offset(i, 0),
                                        y - volumes.offset(i, 1),
                                        z - volumes.offset(i, 2),
                                        d);
                if (ahead == 0) {
                    met[meets++] = i;
                }
                skip = Math.min(skip, ahead);
            }
            return skip;
        }

        /// Adds a step through the volumes that are met.
        private void sample(float x, float y, float z, float step, float sunPhase) {
            for (int k = 0; k < 3; k++) {
                glow[k] = 0;
                source[k] = 0;
            }
            float extinction = 0;
            for (int m = 0; m < meets; m++) {
                int i = met[m];
                extinction +=
                        collect(
                                i,
                                x - volumes.offset(i, 0),
                                y - volumes.offset(i, 1),
                                z - volumes.offset(i, 2),
                                step,
                                sunPhase);
            }
            float depth = extinction * step;
            if (depth < THIN) {
                add(glow, clear * step);
                return;
            }
            float kept = (float) Math.exp(-depth);
            float weight = clear * (1 - kept) / extinction;
            for (int k = 0; k < 3; k++) {
                light[k] += weight * source[k];
            }
            add(glow, weight);
            clear *= kept;
        }

        /// Collects what a volume emits and scatters at a place in metres from its corner; gives
        /// its extinction there.
        private float collect(int i, float x, float y, float z, float step, float sunPhase) {
            Volume volume = volumes.all[i];
            float perVoxel = (float) (1 / volume.voxel);
            float gx = x * perVoxel;
            float gy = y * perVoxel;
            float gz = z * perVoxel;
            float density = volume.sample(volume.density, gx, gy, gz);
            float release = volume.flame == null ? 0 : volume.sample(volume.flame, gx, gy, gz);
            if (release > 0) {
                shading.addBlue(release, glow);
            }
            float extinction = shading.extinction(density);
            if (extinction * step < THIN) {
                return extinction;
            }
            float kelvin = volume.sample(volume.kelvin, gx, gy, gz);
            shading.addGlow(density, kelvin, glow);
            scatter(i, x, y, z, shading.albedo() * extinction, sunPhase);
            return extinction;
        }

        /// Collects what a volume scatters towards the eye, of all light that arrives.
        private void scatter(int i, float x, float y, float z, float scattering, float sunPhase) {
            float isotropic = (float) (scattering / (4 * Math.PI));
            fire.addFluence(i, x, y, z, shading.inner() * isotropic, source);
            float sunny = suns[i].at(0, x, y, z) * scattering * sunPhase;
            // Level ground sees half the sky: its irradiance E is that of a fluence 2E on smoke in
            // the open.
            float cloudy = skies[i].at(0, x, y, z) * isotropic * 2;
            for (int k = 0; k < 3; k++) {
                source[k] +=
                        sunny * (float) shading.sunlight().get(k)
                                + cloudy * (float) shading.skylight().get(k);
            }
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
