package ashfall.look;

import ashfall.grid.Frame;
import ashfall.picture.Layers;
import ashfall.picture.Part;
import ashfall.picture.Picture;
import ashfall.picture.Region;
import ashfall.shot.Look;
import ashfall.shot.Reading;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.math.BigInteger;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;

/// Draws the gas of a moment, a frame an element.
///
/// Light along each ray goes by `dL/ds = κB + σ_s(sun + sky + fire) − σ_t L`, integrated exactly
/// over steps of constant coefficients (`L += T S (1 − e^(−σ_t Δs)); T *= e^(−σ_t Δs)`).
///
/// [GasLight] says what light reaches the gas, a [Ray] what comes along a line of sight, part by
/// part. The ground takes sun with the smoke's shadow, sky and fire. Where elements overlap their
/// coefficients add up; each is sampled by its own voxels, and takes light from all. What is
/// empty is skipped. Luminances are in cd/m², linear sRGB.
public final class Marcher {
    /// Samples a voxel that do for a picture which another follows at once.
    public static final double PASSING = 0.5;

    final Volumes volumes;
    final Shading shading;
    final GasLight light;
    final LampLight lamps;
    final Surroundings surroundings;
    final Bodies bodies;
    final Keeper keeper;

    /// Share of the light behind below which a ray ends; where there is fire, which is thousands of
    /// times brighter than the smoke before it, much less than where there is none.
    final float opaque;

    /// Whether gas is drawn no finer than the pixels that show it.
    private final boolean quick;

    /// Was such a picture drawn already?
    private boolean again;

    private final List<SeenGas> gas;
    private final double haziness;

    /// Laid out when it is first wanted.
    private Haze haze;

    private final Taking taking;
    private final Workers workers;
    private final float[][] keeperLight = new float[3][3];

    /// Channels of a frame that pictures of a shot are made of.
    ///
    /// @param finished with what motion blur needs
    public static Set<String> channels(Shot shot, boolean finished) {
        Set<String> all = new HashSet<>(Reading.channels(shot.reading()));
        shot.readings().values().forEach(own -> all.addAll(Reading.channels(own)));
        all.add("flame");
        if (shot.look().number(Look.HAZE) > 0) {
            all.add("temperature");
        }
        if (finished) {
            all.add("velocity");
        }
        return all;
    }

    /// Prepares the light of a moment under a shot's look, for finished pictures.
    ///
    /// @param gas one an element
    /// @throws IllegalArgumentException when there is none, or a frame has no density
    public static Marcher finished(List<SeenGas> gas, Shot shot, Workers workers) {
        return new Marcher(gas, shot, null, GasLight.Detail.FINE, workers);
    }

    /// As [#finished], of elements that are all seen and read as the shot says.
    public Marcher(List<Frame> frames, Shot shot, Workers workers) {
        this(SeenGas.all(frames, shot), shot, null, GasLight.Detail.FINE, workers);
    }

    /// Prepares a moment for looking at it while working: coarser light, longer steps.
    ///
    /// @param gas one an element
    /// @param keeper who stands beside the fire, or null
    /// @throws IllegalArgumentException when there is none, or a frame has no density
    public static Marcher quick(List<SeenGas> gas, Shot shot, Keeper keeper, Workers workers) {
        return new Marcher(gas, shot, keeper, GasLight.Detail.QUICK, workers);
    }

    /// As the other, of one element, seen and read as the shot says.
    public static Marcher quick(Frame frame, Shot shot, Keeper keeper, Workers workers) {
        return quick(SeenGas.all(List.of(frame), shot), shot, keeper, workers);
    }

    private Marcher(
            List<SeenGas> gas, Shot shot, Keeper keeper, GasLight.Detail detail, Workers workers) {
        if (gas.isEmpty()) {
            throw new IllegalArgumentException("a picture needs a frame");
        }
        double seconds = gas.getFirst().frame().seconds();
        this.shading = Shading.of(shot, seconds);
        this.taking = Taking.of(shot);
        boolean fine = detail.equals(GasLight.Detail.FINE);
        this.quick = !fine;
        this.volumes = new Volumes(gas, shading.blue() > 0, fine ? taking.open() : -1, workers);
        this.workers = workers;
        this.keeper = keeper;
        this.gas = gas;
        this.haziness = shot.look().number(Look.HAZE);
        this.bodies = new Bodies(shot, seconds);
        this.light = new GasLight(volumes, shading, bodies, detail, workers);
        this.lamps =
                new LampLight(
                        volumes, shading, bodies, shot, seconds, detail.sunVoxels() * 2, workers);
        this.opaque = fine && firePower() > 0 ? 1e-4f : 5e-3f;
        this.surroundings =
                new Surroundings(
                        volumes,
                        shading,
                        light,
                        lamps,
                        bodies,
                        onMeshes(fine),
                        detail.groundPoints(),
                        workers);
        if (keeper != null) {
            lightKeeper();
        }
    }

    private SurfaceLight onMeshes(boolean fine) {
        return bodies.meshes().areNone()
                ? null
                : new SurfaceLight(bodies, light.fire, volumes, fine ? 0.12 : 0.3, fine ? 32 : 12);
    }

    /// Light that a keeper's front throws back: half of the sunlight that reaches him, half the
    /// sky, and a quarter of the fire's fluence.
    private void lightKeeper() {
        float x = (float) (keeper.foot().x() - volumes.corner[0]);
        float y = (float) (keeper.foot().y() + 1.2 - volumes.corner[1]);
        float z = (float) (keeper.foot().z() - volumes.corner[2]);
        light.fire.fluence(x, y, z, keeperLight[2]);
        float sunny = 0.5f * light.sun(x, y, z);
        for (int k = 0; k < 3; k++) {
            keeperLight[0][k] = sunny * (float) shading.sunlight().get(k);
            keeperLight[1][k] = 0.5f * (float) shading.skylight().get(k);
            keeperLight[2][k] *= 0.25f * shading.spill();
        }
    }

    /// Hot air before the site; null where it turns no light.
    ///
    /// @param job that wants it: the one that prepared the light may have been called off since
    synchronized Haze haze(Workers job) {
        if (haze == null && haziness > 0) {
            haze = Haze.of(gas, haziness, quick ? 2 : 1, job);
        }
        return haze;
    }

    /// Adds the keeper where a ray meets him.
    void addKeeper(Ray ray, View view, Vec3 place, double pixel) {
        float[] albedo = new float[3];
        float cover = keeper.cover(view, place, pixel, albedo);
        Part[] parts = {Part.SITE_BY_SUN, Part.SITE_BY_SKY, Part.SITE_BY_FIRE};
        for (int by = 0; by < parts.length; by++) {
            for (int k = 0; k < 3; k++) {
                ray.parts[parts[by].offset() + k] +=
                        ray.clear * cover * albedo[k] * keeperLight[by][k] / (float) Math.PI;
            }
        }
        ray.clear *= 1 - cover;
    }

    /// Luminous power of the fire of a moment, lumen, looked at as finely as for finished pictures,
    /// without the rest of their light and with no time that a shutter is open.
    ///
    /// @param frames one an element
    public static double firePower(List<Frame> frames, Shot shot, Workers workers) {
        double seconds = frames.getFirst().seconds();
        Shading shading = Shading.of(shot, seconds);
        Volumes volumes = new Volumes(SeenGas.all(frames, shot), shading.blue() > 0, -1, workers);
        GasLight.Detail fine = GasLight.Detail.FINE;
        return new FireLight(
                        volumes, shading, new Bodies(shot, seconds), fine, GasLight.PARTS, workers)
                .lamps.power();
    }

    /// Luminous power of the fire, lumen.
    public double firePower() {
        return light.fire.lamps.power();
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
        return draw(view, width, height, samples, Seen.WHOLE, job);
    }

    /// Draws what is looked at of the picture as a job of its own.
    ///
    /// @param samples of a ray in a voxel
    public Picture draw(View view, int width, int height, double samples, Seen seen, Workers job) {
        double finest = view.width() / width * volumes.distance(view.eye());
        // Larger voxels pay where a moment is seen again, from elsewhere.
        Volume[] gas = again ? volumes.seenBy(finest, job) : volumes.all;
        again = quick;
        return new Drawing(this, gas, view, width, height, samples, seen, job).picture(job);
    }

    /// Hears how many rows of a picture are there, each number once, on any thread.
    @FunctionalInterface
    public interface Rows {
        void drawn(int rows, int of);
    }

    /// Takes a finished picture apart, as [#layers(View, Region, Rows)].
    public Layers layers(View view, Region region) {
        return layers(view, region, (rows, of) -> {});
    }

    /// Takes a finished picture apart by parts, with the motion blur, the depth of field and the
    /// rays a pixel that the shot asks for. A pixel depends on nothing but its own place. The rows
    /// that are there are spread over the picture, so that they tell of the rest.
    ///
    /// @param region what is drawn; the other pixels stay dark
    public Layers layers(View view, Region region, Rows listener) {
        Layers out = new Layers(region.width(), region.height(), shading.exposure());
        Haze air = haze(workers);
        DepthMap depths = depths(view, region.width(), region.height(), true, workers);
        int rows = region.bottom() - region.top();
        long step = spread(rows);
        AtomicInteger drawn = new AtomicInteger();
        workers.forEachSlab(
                rows,
                (line, worker) -> {
                    Ray ray = new Ray(this, volumes.all, air, shading.samplesPerVoxel(), true);
                    int row = region.top() + (int) (line * step % rows);
                    for (int column = region.left(); column < region.right(); column++) {
                        int pixel = row * region.width() + column;
                        take(ray, depths, view, region, column, row, pixel, out);
                    }
                    listener.drawn(drawn.incrementAndGet(), rows);
                });
        return out;
    }

    /// A step by which all rows are come to, and any number of them lies evenly (golden section).
    private static int spread(int rows) {
        int step = (int) Math.max(1, Math.round(0.618 * rows));
        while (BigInteger.valueOf(step).gcd(BigInteger.valueOf(rows)).intValue() > 1) {
            step++;
        }
        return step;
    }

    /// Draws a part of a finished picture, with its embers, as a job of its own.
    ///
    /// @param region what is drawn
    /// @return the region alone, each pixel as in all of the picture
    public Picture part(View view, Region region, List<Embers.Ember> embers, Workers job) {
        int columns = region.right() - region.left();
        int rows = region.bottom() - region.top();
        Layers out = new Layers(columns, rows, shading.exposure());
        Haze air = haze(job);
        DepthMap depths = depths(view, region.width(), region.height(), true, job);
        job.forEachSlab(
                rows,
                (line, worker) -> {
                    Ray ray = new Ray(this, volumes.all, air, shading.samplesPerVoxel(), true);
                    int row = region.top() + line;
                    for (int i = 0; i < columns; i++) {
                        int column = region.left() + i;
                        take(ray, depths, view, region, column, row, line * columns + i, out);
                    }
                });
        new Embers(volumes, shading, bodies).add(out, region, view, embers, job);
        return out.picture();
    }

    /// What of the meshes is seen through a pinhole; null where there are none, or is no pinhole.
    ///
    /// @param isWhole whether a finished picture is taken, of rays all over the pixels
    DepthMap depths(View view, int width, int height, boolean isWhole, Workers job) {
        Meshes meshes = bodies.meshes();
        return meshes.areNone() || (isWhole && taking.radius() > 0)
                ? null
                : DepthMap.of(meshes.mesh(), view, width, height, isWhole, job);
    }

    /// Takes a pixel.
    ///
    /// @param at where it is kept
    private void take(
            Ray ray,
            DepthMap depths,
            View view,
            Region region,
            int column,
            int row,
            int at,
            Layers out) {
        int width = region.width();
        int pixel = row * width + column;
        double perMetre = view.width() / width;
        float share = 1f / taking.rays();
        float[] sum = new float[3 * Part.COUNT];
        double covered = 0;
        double solid = 0;
        double distance = 0;
        double heat = 0;
        for (int i = 0; i < taking.rays(); i++) {
            double px = column + (taking.rays() == 1 ? 0.5 : taking.draw(pixel, i, 0));
            double py = row + (taking.rays() == 1 ? 0.5 : taking.draw(pixel, i, 1));
            Vec3 d = view.ray(px, py, width, region.height());
            Vec3 eye = view.eye();
            if (taking.radius() > 0) {
                eye = taking.eye(view, taking.draw(pixel, i, 3), taking.draw(pixel, i, 4));
                d = taking.through(view, eye, d);
            }
            float jitter = taking.draw(pixel, i, 2);
            ray.trace(view, eye, d, perMetre, jitter, taking.late(pixel, i), depths, pixel);
            for (int k = 0; k < sum.length; k++) {
                sum[k] += share * ray.parts[k];
            }
            out.opacity()[at] += share * ray.opacity();
            covered += ray.opacity();
            heat += ray.heat;
            distance += ray.distance;
            if (ray.clear > opaque && ray.end < Double.POSITIVE_INFINITY) {
                distance += ray.clear * ray.end;
                solid += ray.clear;
            }
            for (int k = 0; k < 3; k++) {
                out.motion()[3 * at + k] += (float) ray.motion[k];
            }
            double pixels = share / (perMetre * d.dot(view.forward()));
            out.haze()[2 * at] += (float) (pixels * ray.bent.dot(view.right()));
            out.haze()[2 * at + 1] -= (float) (pixels * ray.bent.dot(view.up()));
        }
        for (Part part : Part.values()) {
            System.arraycopy(sum, part.offset(), out.light(part), 3 * at, 3);
        }
        boolean far = covered + solid == 0;
        out.distance()[at] = far ? Float.POSITIVE_INFINITY : (float) (distance / (covered + solid));
        if (covered > 0) {
            out.kelvin()[at] = (float) (heat / covered);
            for (int k = 0; k < 3; k++) {
                out.motion()[3 * at + k] /= (float) covered;
            }
        }
    }

    /// Adds embers to a picture that was drawn.
    ///
    /// @param region what of it was drawn
    public void addEmbers(Layers picture, Region region, View view, List<Embers.Ember> embers) {
        new Embers(volumes, shading, bodies).add(picture, region, view, embers, workers);
    }
}
