package ashfall.picture;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

import java.util.List;
import java.util.Random;

/// Lines of equal value.
class ContoursTest {
    private static double area(float[] line) {
        double twice = 0;
        int n = line.length / 2;
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            twice += line[2 * i] * line[2 * j + 1] - line[2 * j] * line[2 * i + 1];
        }
        return 0.5 * twice;
    }

    @Test
    void cone_hasACircle() {
        int size = 64;
        float[] cone = new float[size * size];
        for (int p = 0; p < cone.length; p++) {
            double x = p % size + 0.5 - 30;
            double y = p / size + 0.5 - 33;
            cone[p] = (float) Math.max(0, 1 - Math.sqrt(x * x + y * y) / 40);
        }
        List<float[]> lines = Contours.of(cone, size, size, 0.5f);
        assertEquals(1, lines.size());
        float[] line = lines.getFirst();
        for (int i = 0; i < line.length; i += 2) {
            assertEquals(20, Math.hypot(line[i] - 30, line[i + 1] - 33), 0.02);
        }
        assertEquals(Math.PI * 400, Math.abs(area(line)), 3);
    }

    @Test
    void ring_hasTwoLinesOfOppositeSense() {
        int size = 40;
        float[] ring = new float[size * size];
        for (int p = 0; p < ring.length; p++) {
            double r = Math.hypot(p % size + 0.5 - 20, p / size + 0.5 - 20);
            ring[p] = (float) Math.max(0, 1 - Math.abs(r - 10) / 8);
        }
        List<float[]> lines = Contours.of(ring, size, size, 0.5f);
        assertEquals(2, lines.size());
        assertTrue(area(lines.get(0)) * area(lines.get(1)) < 0);
    }

    @Test
    void full_isLinedAlongItsRim() {
        float[] full = new float[6];
        java.util.Arrays.fill(full, 1);
        List<float[]> lines = Contours.of(full, 3, 2, 0.5f);
        assertEquals(1, lines.size());
        assertEquals(6, Math.abs(area(lines.getFirst())), 0.6);
    }

    @Test
    void nothingOverTheLevel_hasNoLine() {
        assertTrue(Contours.of(new float[20], 5, 4, 0.5f).isEmpty());
    }

    @Test
    void anyPicture_hasLinesThatAreClosedAndHoldWhatIsOverTheLevel() {
        Random random = new Random(7);
        for (int n = 0; n < 200; n++) {
            int width = 1 + random.nextInt(9);
            int height = 1 + random.nextInt(9);
            float[] values = new float[width * height];
            for (int p = 0; p < values.length; p++) {
                values[p] = random.nextInt(2);
            }
            // Each point in is worth a diamond of a half, and an eighth of a square more for each
            // pair beside each other and each four around a middle.
            double lined = 0;
            int edges = 0;
            for (float[] line : Contours.of(values, width, height, 0.5f)) {
                lined += area(line);
                edges += line.length / 2;
            }
            double[] wanted = squares(values, width, height);
            assertArrayEquals(wanted, new double[] {Math.abs(lined), edges}, 1e-4);
        }
    }

    /// Area within the lines, and edges they cross, square by square.
    private static double[] squares(float[] values, int width, int height) {
        double area = 0;
        int crossed = 0;
        for (int y = -1; y < height; y++) {
            for (int x = -1; x < width; x++) {
                int a = in(values, width, height, x, y);
                int b = in(values, width, height, x + 1, y);
                int c = in(values, width, height, x + 1, y + 1);
                int d = in(values, width, height, x, y + 1);
                int count = a + b + c + d;
                boolean saddle = count == 2 && a == c;
                area +=
                        switch (count) {
                            case 1 -> 0.125;
                            case 2 -> saddle ? 0.25 : 0.5;
                            case 3 -> 0.875;
                            default -> count / 4;
                        };
                crossed += (a ^ b) + (a ^ d);
            }
        }
        return new double[] {area, crossed};
    }

    private static int in(float[] values, int width, int height, int x, int y) {
        return x < 0 || y < 0 || x >= width || y >= height ? 0 : (int) values[y * width + x];
    }
}
