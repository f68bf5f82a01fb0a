package ashfall.look;

import ashfall.grid.Seeded;
import ashfall.picture.Part;
import ashfall.picture.Picture;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.Arrays;

/// A picture that is looked at while working: a ray a pixel, and none through gas that is alike all
/// around a pixel. Edges of meshes are smooth, unless the picture is one that another follows at
/// once.
final class Drawing {
    /// Rays through a pixel at the edge of a mesh.
    private static final int EDGE_RAYS = 4;

    private final Marcher scene;
    private final Volume[] gas;
    private final View view;
    private final int width;
    private final int height;
    private final double samples;
    private final Seen seen;

    /// Offsets of the parts that are seen.
    private final int[] shown;

    private final double perMetre;
    private final Haze air;
    private final DepthMap depths;

    /// What meshes touch; null where their edges are left rough.
    private final DepthMap touched;

    /// Null where each pixel is looked at for itself.
    private final Neighbours neighbours;

    private final float[] rgb;
    private final float[] emitted;
    private final float[] opacity;

    /// @param samples of a ray in a voxel; below 1 in a picture that another follows at once
    Drawing(
            Marcher scene,
            Volume[] gas,
            View view,
            int width,
            int height,
            double samples,
            Seen seen,
            Workers job) {
        this.scene = scene;
        this.gas = gas;
        this.view = view;
        this.width = width;
        this.height = height;
        this.samples = samples;
        this.seen = seen;
        shown = Arrays.stream(Part.values()).filter(seen::shows).mapToInt(Part::offset).toArray();
        perMetre = view.width() / width;
        boolean isPassing = samples < 1;
        air = isPassing ? null : scene.haze(job);
        depths = scene.depths(view, width, height, false, job);
        touched = isPassing ? null : scene.depths(view, width, height, true, job);
        Volumes all = scene.volumes;
        neighbours =
                isPassing
                        ? null
                        : new Neighbours(
                                width,
                                height,
                                1 / scene.shading.exposure(),
                                all.finest,
                                all.distance(view.eye()) + all.diagonal());
        rgb = new float[3 * width * height];
        emitted = new float[width * height];
        opacity = new float[width * height];
    }

    Picture picture(Workers job) {
        for (int pass = 0; pass < (neighbours == null ? 1 : Neighbours.PASSES); pass++) {
            draw(pass, job);
        }
        return new Picture(width, height, rgb, emitted, opacity, scene.shading.exposure());
    }

    private void draw(int pass, Workers job) {
        job.forEachSlab(
                height,
                (row, worker) -> {
                    Ray ray = new Ray(scene, gas, air, samples, false);
                    ray.seeThrough(seen == Seen.THROUGH);
                    for (int column = 0; column < width; column++) {
                        if (neighbours == null || Neighbours.pass(column, row) == pass) {
                            draw(ray, column, row);
                        }
                    }
                });
    }

    private void draw(Ray ray, int column, int row) {
        int pixel = row * width + column;
        if (touched == null || touched.isSure(pixel) || !depths.isEdge(pixel)) {
            look(ray, column, row);
            return;
        }
        for (int i = 0; i < EDGE_RAYS; i++) {
            double x = 0.25 + 0.5 * (i % 2);
            double y = 0.25 + 0.5 * (i / 2);
            Vec3 d = view.ray(column + x, row + y, width, height);
            ray.trace(view, view.eye(), d, perMetre, jitter(pixel), 0, null, pixel);
            emitted[pixel] += ray.glowLuminance() / EDGE_RAYS;
            add(ray, pixel, 1f / EDGE_RAYS);
        }
    }

    /// Where the first step in a pixel ends, so that neighbours do not step together.
    private static float jitter(int pixel) {
        return Seeded.unit(0, 0, 0, pixel);
    }

    /// Looks through the middle of a pixel.
    private void look(Ray ray, int column, int row) {
        int pixel = row * width + column;
        Vec3 d = view.ray(column + 0.5, row + 0.5, width, height);
        ray.aim(view, view.eye(), d, depths, pixel);
        boolean asks = neighbours != null && !ray.meetsKeeper();
        if (asks && neighbours.find(column, row, ray.end)) {
            neighbours.lead(pixel, ray, rgb);
            emitted[pixel] = neighbours.glow(pixel);
        } else {
            ray.follow(view, perMetre, jitter(pixel), 0);
            emitted[pixel] = ray.glowLuminance();
            if (asks && ray.clear < 1) {
                neighbours.keep(pixel, ray, shown);
            }
        }
        ray.addBehind(perMetre);
        add(ray, pixel, 1);
    }

    /// Adds what a ray has seen.
    private void add(Ray ray, int pixel, float share) {
        opacity[pixel] += share * ray.opacity();
        float[] parts = ray.parts;
        float red = 0;
        float green = 0;
        float blue = 0;
        for (int part : shown) {
            red += parts[part];
            green += parts[part + 1];
            blue += parts[part + 2];
        }
        rgb[3 * pixel] += share * red;
        rgb[3 * pixel + 1] += share * green;
        rgb[3 * pixel + 2] += share * blue;
        for (int k = 0; k < 3 && seen == Seen.COVER; k++) {
            rgb[3 * pixel + k] += (float) (share * 2 * ray.clear / scene.shading.exposure());
        }
    }
}
