package ashfall.picture;

import ashfall.work.Workers;

/// Spreads light evenly around: three boxes after each other are nearly a bell (central limit), and
/// take the same time at any width.
final class Blur {
    private static final int PASSES = 3;

    private Blur() {}

    /// Spreads in place, three floats a pixel. Light that would leave the picture is lost.
    ///
    /// @param deviation of the bell, pixels
    static void blur(float[] rgb, int width, int height, float deviation, Workers workers) {
        float radius = radius((double) deviation * deviation / PASSES);
        if (radius < 0.01f) {
            return;
        }
        workers.forEachSlab(
                height,
                (row, worker) -> {
                    float[] line = new float[width];
                    double[] sums = new double[width + 1];
                    for (int k = 0; k < 3; k++) {
                        line(rgb, 3 * row * width + k, 3, line, sums, radius);
                    }
                });
        workers.forEachSlab(
                width,
                (column, worker) -> {
                    float[] line = new float[height];
                    double[] sums = new double[height + 1];
                    for (int k = 0; k < 3; k++) {
                        line(rgb, 3 * column + k, 3 * width, line, sums, radius);
                    }
                });
    }

    /// Radius of a box of a variance. One of `n` whole pixels to each side, and a share `f` of one
    /// more, has `(n(n + 1)(2n + 1)/3 + 2f(n + 1)²)/(2n + 1 + 2f)`.
    private static float radius(double variance) {
        int n = (int) (0.5 * (Math.sqrt(1 + 12 * variance) - 1));
        double whole = n * (n + 1.0) * (2 * n + 1) / 3;
        double share = (variance * (2 * n + 1) - whole) / (2 * ((n + 1.0) * (n + 1) - variance));
        return (float) (n + share);
    }

    private static void line(
            float[] rgb, int first, int stride, float[] line, double[] sums, float radius) {
        int n = line.length;
        boolean dark = true;
        for (int i = 0; i < n; i++) {
            line[i] = rgb[first + i * stride];
            dark &= line[i] == 0;
        }
        if (dark) {
            return;
        }
        for (int pass = 0; pass < PASSES; pass++) {
            box(line, sums, radius);
        }
        for (int i = 0; i < n; i++) {
            rgb[first + i * stride] = line[i];
        }
    }

    /// Mean over a box of any width, its ends in part.
    private static void box(float[] line, double[] sums, float radius) {
        int n = line.length;
        double sum = 0;
        for (int i = 0; i < n; i++) {
            sums[i] = sum;
            sum += line[i];
        }
        sums[n] = sum;
        int whole = (int) radius;
        float rest = radius - whole;
        float share = 1 / (2 * radius + 1);
        float[] before = line.clone();
        for (int i = 0; i < n; i++) {
            int from = Math.max(0, i - whole);
            int to = Math.min(n, i + whole + 1);
            float light = (float) (sums[to] - sums[from]);
            if (i - whole - 1 >= 0) {
                light += rest * before[i - whole - 1];
            }
            if (i + whole + 1 < n) {
                light += rest * before[i + whole + 1];
            }
            line[i] = Math.max(0, share * light);
        }
    }
}
