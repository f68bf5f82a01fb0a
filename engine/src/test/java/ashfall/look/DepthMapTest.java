package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.geometry.Mesh;
import ashfall.geometry.MeshTree;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.SplittableRandom;

/// Against rays through the same pixels.
class DepthMapTest {
    private static final Workers WORKERS = new Workers(2);
    private static final int COLUMNS = 97;
    private static final int ROWS = 61;

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    /// Triangles all around the eye, some through the plane it stands in.
    private static Mesh mesh(long seed, int count, double size) {
        SplittableRandom chance = new SplittableRandom(seed);
        float[] points = new float[9 * count];
        for (int i = 0; i < points.length; i++) {
            double around = i % 9 < 3 ? 16 * chance.nextDouble() - 8 : points[i - i % 9 + i % 3];
            points[i] = (float) (around + size * (chance.nextDouble() - 0.5));
        }
        return new Mesh(points, points, new float[3 * count]);
    }

    private static View view(long seed) {
        return View.towards(
                new Vec3(0.3, 0.2, 0.1 * seed), new Vec3(3, seed - 2, 5), 0.4 + 0.3 * seed);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void triangle_isWhatARayThroughTheMiddleMeets(long seed) {
        Mesh mesh = mesh(seed, 60, 12);
        MeshTree tree = new MeshTree(mesh);
        View view = view(seed);
        DepthMap map = DepthMap.of(mesh, view, COLUMNS, ROWS, false, WORKERS);
        int met = 0;
        int other = 0;
        for (int pixel = 0; pixel < COLUMNS * ROWS; pixel++) {
            Vec3 d = view.ray(pixel % COLUMNS + 0.5, pixel / COLUMNS + 0.5, COLUMNS, ROWS);
            MeshTree.Hit hit = tree.hit(view.eye(), d, 1e4);
            int wanted = hit == null ? DepthMap.NOTHING : hit.triangle();
            assertTrue(map.isSure(pixel));
            met += hit == null ? 0 : 1;
            other += map.triangle(pixel) == wanted ? 0 : 1;
            if (hit != null && map.triangle(pixel) == wanted) {
                assertEquals(hit.distance(), tree.at(wanted, view.eye(), d).distance(), 1e-6);
            }
        }
        assertTrue(met > 500, "some are met: " + met);
        assertTrue(other <= 4, "but for edges all are the same: " + other);
    }

    /// Where nothing is said to be, no ray anywhere through the pixel meets anything.
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void nothing_isNothingInAllOfThePixel(long seed) {
        Mesh mesh = mesh(seed, 30, 3);
        MeshTree tree = new MeshTree(mesh);
        View view = view(seed);
        DepthMap map = DepthMap.of(mesh, view, COLUMNS, ROWS, true, WORKERS);
        SplittableRandom chance = new SplittableRandom(seed);
        int free = 0;
        for (int pixel = 0; pixel < COLUMNS * ROWS; pixel++) {
            for (int i = 0; i < 4; i++) {
                double x = pixel % COLUMNS + chance.nextDouble();
                double y = pixel / COLUMNS + chance.nextDouble();
                boolean hides = tree.hides(view.eye(), view.ray(x, y, COLUMNS, ROWS), 1e4);
                assertTrue(!hides || map.triangle(pixel) != DepthMap.NOTHING, "pixel " + pixel);
                free += map.isSure(pixel) ? 1 : 0;
            }
        }
        assertTrue(free > 1000, "some are free: " + free);
    }
}
