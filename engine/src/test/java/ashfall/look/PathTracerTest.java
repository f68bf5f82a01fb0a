package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.Noise;
import ashfall.grid.Seeded;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.picture.Layers;
import ashfall.picture.Part;
import ashfall.picture.Region;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/// The marcher against light by chance: a ragged ball of hot smoke, lit by sun, sky and its own
/// fire.
class PathTracerTest {
    private static final int WIDTH = 320;
    private static final int HEIGHT = 180;

    /// Edge of the squares whose means are compared, pixels.
    private static final int TILE = 20;

    private static final int ACROSS = WIDTH / TILE;
    private static final int PATHS = 8;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private interface Field {
        double at(double x, double y, double z);
    }

    /// A grid of 64³ voxels of 6.25 cm, its values at the voxels' middles.
    private static SparseGrid grid(String name, float background, Field field) {
        List<Leaf> leaves = new ArrayList<>();
        long[] mask = new long[8];
        Arrays.fill(mask, -1L);
        for (int leaf = 0; leaf < 512; leaf++) {
            int x = 8 * (leaf & 7);
            int y = 8 * (leaf >> 3 & 7);
            int z = 8 * (leaf >> 6);
            float[] values = new float[SparseGrid.VOXELS];
            for (int v = 0; v < values.length; v++) {
                values[v] =
                        (float)
                                field.at(
                                        (x + (v & 7) + 0.5) / 32 - 1,
                                        (y + (v >> 3 & 7) + 0.5) / 32 - 1,
                                        (z + (v >> 6) + 0.5) / 32 - 1);
            }
            leaves.add(new Leaf(x, y, z, mask, values, null));
        }
        return new SparseGrid(
                name, "u", false, false, new float[] {background}, leaves.toArray(Leaf[]::new));
    }

    private static double inside(double x, double y, double z) {
        double r = Math.sqrt(x * x + y * y + z * z);
        return Math.max(
                0, Math.min(1, 4 * (0.8 - r + 0.25 * Noise.octaves(7, 3 * x, 3 * y, 3 * z))));
    }

    /// A ball 3.2 m across, its middle 22 m over the ground.
    ///
    /// @param depth optical depth through the middle, about
    private static Frame ball(double depth) {
        double density = depth / (8700 * 3.2);
        return new Frame(
                1,
                0,
                new Lattice(-2, 20, -2, 0.0625),
                Map.of(
                        "density",
                        grid("density", 0, (x, y, z) -> density * inside(x, y, z)),
                        "temperature",
                        grid(
                                "temperature",
                                300,
                                (x, y, z) -> 500 + 1100 * inside(1.6 * x, 1.6 * y, 1.6 * z))));
    }

    private static final Part[] PARTS = {
        Part.FLAME, Part.SMOKE_BY_SUN, Part.SMOKE_BY_SKY, Part.SMOKE_BY_FIRE
    };

    /// Means over squares of pixels, and the squares of single paths' light; last of all parts
    /// together.
    private record Traced(double[][] means, double[][] errors) {}

    private Traced trace(Volume volume, Shading shading, View view, int paths) {
        Vec3 corner = new Vec3(volume.corner[0], volume.corner[1], volume.corner[2]);
        double[][] sums = new double[PARTS.length + 1][ACROSS * (HEIGHT / TILE)];
        double[][] squares = new double[PARTS.length + 1][ACROSS * (HEIGHT / TILE)];
        workers.forEachSlab(
                HEIGHT / TILE,
                (band, worker) -> {
                    PathTracer tracer = new PathTracer(volume, shading);
                    for (int p = band * TILE * WIDTH; p < (band + 1) * TILE * WIDTH; p++) {
                        int tile = band * ACROSS + p % WIDTH / TILE;
                        for (int i = 0; i < paths; i++) {
                            long number = (long) p * paths + i;
                            double px = p % WIDTH + Seeded.unit(5, 0, 0, number);
                            double py = p / WIDTH + Seeded.unit(5, 0, 1, number);
                            Vec3 d = view.ray(px, py, WIDTH, HEIGHT);
                            float[] got = tracer.trace(view.eye().minus(corner), d, number);
                            double all = 0;
                            for (int k = 0; k <= PARTS.length; k++) {
                                double green = k == PARTS.length ? all : got[PARTS[k].offset() + 1];
                                all += green;
                                sums[k][tile] += green;
                                squares[k][tile] += green * green;
                            }
                        }
                    }
                });
        double n = (double) TILE * TILE * paths;
        double[][] errors = new double[sums.length][sums[0].length];
        for (int k = 0; k < sums.length; k++) {
            for (int tile = 0; tile < sums[k].length; tile++) {
                sums[k][tile] /= n;
                double spread = squares[k][tile] / n - sums[k][tile] * sums[k][tile];
                errors[k][tile] = Math.sqrt(Math.max(0, spread) / n);
            }
        }
        return new Traced(sums, errors);
    }

    private static double mean(Layers picture, int part, int tile) {
        Part[] parts = part == PARTS.length ? PARTS : new Part[] {PARTS[part]};
        double sum = 0;
        for (Part wanted : parts) {
            float[] light = picture.light(wanted);
            for (int i = 0; i < TILE * TILE; i++) {
                int x = tile % ACROSS * TILE + i % TILE;
                int y = tile / ACROSS * TILE + i / TILE;
                sum += light[3 * (y * WIDTH + x) + 1];
            }
        }
        return sum / (TILE * TILE);
    }

    /// Compares squares of pixels: within four standard errors and 3 % (and 0.3 % of the brightest)
    /// for the picture, twice that for each part; the mean of the whole picture within 3 %.
    private void agrees(double depth, String... settings) {
        List<String> all =
                new ArrayList<>(
                        List.of(
                                "camera.position=0,22,9",
                                "camera.target=0,22,0",
                                "camera.lens=50",
                                "camera.shutter=0",
                                "look.blue=0",
                                "look.rays=4",
                                "sun.colour=1,1,1",
                                "sun.skyColour=1,1,1"));
        all.addAll(List.of(settings));
        Shot shot = Settings.with(Shot.empty("ball"), all);
        Frame frame = ball(depth);
        View view = View.of(shot.camera());
        Layers march =
                new Marcher(List.of(frame), shot, workers)
                        .layers(view, Region.whole(WIDTH, HEIGHT));
        Traced traced =
                trace(
                        new Volume(SeenGas.of(frame, shot, ""), false, -1, workers),
                        Shading.of(shot, 0),
                        view,
                        PATHS);
        for (int k = 0; k <= PARTS.length; k++) {
            double wanted = 0;
            double got = 0;
            double worst = 0;
            double brightest = Arrays.stream(traced.means[k]).max().orElseThrow();
            for (int tile = 0; tile < traced.means[k].length; tile++) {
                double mean = traced.means[k][tile];
                double marched = mean(march, k, tile);
                wanted += mean;
                got += marched;
                double may = 4 * traced.errors[k][tile] + 0.03 * mean + 0.003 * brightest;
                worst = Math.max(worst, Math.abs(marched - mean) / may);
            }
            String what =
                    String.format(
                            "%s: off by %.2f %%, the worst square %.2f of what may be",
                            k == PARTS.length ? "picture" : PARTS[k],
                            100 * (got / wanted - 1),
                            worst);
            System.out.println(what);
            assertTrue(brightest > 0, what);
            assertTrue(worst < (k == PARTS.length ? 1 : 2), what);
            assertEquals(wanted, got, 0.03 * wanted, what);
        }
    }

    @Test
    void soot_agrees() {
        agrees(5);
    }

    @Test
    void whiteSmokeThatScattersEvenly_agrees() {
        agrees(5, "look.albedo=0.9", "look.phase=0");
    }

    /// Mostly scattered once, and forward.
    @Test
    void thinSmoke_agrees() {
        agrees(1, "look.albedo=0.6");
    }
}
