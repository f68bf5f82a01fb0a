package ashfall.look;

import ashfall.geometry.Mesh;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.Arrays;

/// Which triangle of a mesh the middle of each pixel sees from a pinhole: drawn triangle by
/// triangle, the nearest kept (z-buffer). What a ray through there would find takes it a walk
/// through a tree; here it is read.
///
/// Or, where rays go through all of a pixel, which pixels see any triangle at all: for the others
/// no walk is needed either.
final class DepthMap {
    static final int NOTHING = -1;

    /// What is nearer to the eye's plane is not seen, m.
    private static final double NEAR = 1e-4;

    /// Share by which neighbours on one surface differ in depth at most.
    private static final float APART = 0.05f;

    /// Rows drawn as one.
    private static final int BAND = 16;

    /// Triangles looked at as one.
    private static final int GROUP = 2048;

    private final int columns;
    private final int rows;

    /// How far from the middle of a pixel rays go through it, pixels: 0, or a half.
    private final double spread;
    private final int[] triangles;
    private final float[] depths;

    /// Corners as the camera sees them: times the depth, the column and the row; and the depth, m.
    private final float[] seen;

    /// Upper and lower row that a triangle may reach; the upper is below the lower where it is not
    /// seen.
    private final int[] first;

    private final int[] last;

    /// @param columns pixels
    /// @param rows pixels
    /// @param isWhole whether rays go through all of each pixel, and not through its middle
    static DepthMap of(
            Mesh mesh, View view, int columns, int rows, boolean isWhole, Workers workers) {
        DepthMap map = new DepthMap(mesh.count(), columns, rows, isWhole ? 0.5 : 0);
        int groups = (mesh.count() + GROUP - 1) / GROUP;
        workers.forEachSlab(
                groups,
                (group, worker) -> {
                    int end = Math.min(mesh.count(), (group + 1) * GROUP);
                    for (int t = group * GROUP; t < end; t++) {
                        map.see(mesh, view, t);
                    }
                });
        int bands = (rows + BAND - 1) / BAND;
        workers.forEachSlab(
                bands,
                (band, worker) -> {
                    int end = Math.min(rows, (band + 1) * BAND);
                    for (int t = 0; t < mesh.count(); t++) {
                        if (map.first[t] < end && map.last[t] >= band * BAND) {
                            map.draw(t, band * BAND, end);
                        }
                    }
                });
        return map;
    }

    private DepthMap(int count, int columns, int rows, double spread) {
        this.seen = new float[9 * count];
        this.first = new int[count];
        this.last = new int[count];
        this.columns = columns;
        this.rows = rows;
        this.spread = spread;
        this.triangles = new int[columns * rows];
        this.depths = new float[columns * rows];
        Arrays.fill(triangles, NOTHING);
        Arrays.fill(depths, Float.POSITIVE_INFINITY);
    }

    /// Is the triangle of a pixel the one that a ray through it sees?
    boolean isSure(int pixel) {
        return spread == 0 || triangles[pixel] == NOTHING;
    }

    /// Does a mesh begin or end at a pixel or beside it, or one stand before another?
    boolean isEdge(int pixel) {
        int column = pixel % columns;
        int row = pixel / columns;
        return triangles[pixel] == NOTHING
                || (column > 0 && isApart(pixel, pixel - 1))
                || (column < columns - 1 && isApart(pixel, pixel + 1))
                || (row > 0 && isApart(pixel, pixel - columns))
                || (row < rows - 1 && isApart(pixel, pixel + columns));
    }

    private boolean isApart(int pixel, int other) {
        float nearer = Math.min(depths[pixel], depths[other]);
        return triangles[other] == NOTHING
                || Math.max(depths[pixel], depths[other]) > nearer * (1 + APART);
    }

    /// The triangle at a pixel; [#NOTHING] where there is none.
    int triangle(int pixel) {
        return triangles[pixel];
    }

    private void see(Mesh mesh, View view, int triangle) {
        double scale = columns / view.width();
        double top = Double.POSITIVE_INFINITY;
        double bottom = Double.NEGATIVE_INFINITY;
        double left = Double.POSITIVE_INFINITY;
        double right = Double.NEGATIVE_INFINITY;
        double near = Double.POSITIVE_INFINITY;
        double far = Double.NEGATIVE_INFINITY;
        for (int i = 9 * triangle; i < 9 * triangle + 9; i += 3) {
            double x = mesh.points()[i] - view.eye().x();
            double y = mesh.points()[i + 1] - view.eye().y();
            double z = mesh.points()[i + 2] - view.eye().z();
            double depth = along(view.forward(), x, y, z);
            double column = scale * along(view.right(), x, y, z) + 0.5 * columns * depth;
            double row = 0.5 * rows * depth - scale * along(view.up(), x, y, z);
            seen[i] = (float) column;
            seen[i + 1] = (float) row;
            seen[i + 2] = (float) depth;
            near = Math.min(near, depth);
            far = Math.max(far, depth);
            top = Math.min(top, row / depth);
            bottom = Math.max(bottom, row / depth);
            left = Math.min(left, column / depth);
            right = Math.max(right, column / depth);
        }
        // Where a part lies behind the eye the rest may be anywhere.
        boolean isWhole = near > 2 * NEAR;
        boolean isBeside = isWhole && (right < -1 || left > columns + 1);
        first[triangle] = isWhole ? (int) Math.max(0, Math.min(rows, top - 1)) : 0;
        last[triangle] = isWhole ? (int) Math.min(rows, bottom + 1) : rows;
        if (isBeside || far <= NEAR) {
            last[triangle] = -1;
        }
    }

    private static double along(Vec3 axis, double x, double y, double z) {
        return axis.x() * x + axis.y() * y + axis.z() * z;
    }

    /// Draws what of a triangle lies before the eye.
    private void draw(int triangle, int top, int bottom) {
        int at = 9 * triangle;
        if (Math.min(seen[at + 2], Math.min(seen[at + 5], seen[at + 8])) > NEAR) {
            draw(
                    triangle,
                    seen[at],
                    seen[at + 1],
                    seen[at + 2],
                    seen[at + 3],
                    seen[at + 4],
                    seen[at + 5],
                    seen[at + 6],
                    seen[at + 7],
                    seen[at + 8],
                    top,
                    bottom);
            return;
        }
        double[][] kept = new double[4][];
        int count = 0;
        for (int corner = 0; corner < 3; corner++) {
            int i = at + 3 * corner;
            int j = at + 3 * ((corner + 1) % 3);
            double here = seen[i + 2];
            double next = seen[j + 2];
            if (here > NEAR) {
                kept[count++] = new double[] {seen[i], seen[i + 1], here};
            }
            if (here > NEAR != next > NEAR) {
                double t = (NEAR - here) / (next - here);
                kept[count++] =
                        new double[] {
                            seen[i] + t * (seen[j] - seen[i]),
                            seen[i + 1] + t * (seen[j + 1] - seen[i + 1]),
                            NEAR
                        };
            }
        }
        for (int k = 2; k < count; k++) {
            double[] a = kept[0];
            double[] b = kept[k - 1];
            double[] c = kept[k];
            draw(triangle, a[0], a[1], a[2], b[0], b[1], b[2], c[0], c[1], c[2], top, bottom);
        }
    }

    /// Draws a triangle into the rows of a band. `1/depth` runs straight across a picture.
    ///
    /// @param ax0 times its depth, the column of the first corner; the others likewise
    /// @param az its depth
    private void draw(
            int triangle,
            double ax0,
            double ay0,
            double az,
            double bx0,
            double by0,
            double bz,
            double cx0,
            double cy0,
            double cz,
            int top,
            int bottom) {
        double ax = ax0 / az;
        double ay = ay0 / az;
        double bx = bx0 / bz;
        double by = by0 / bz;
        double cx = cx0 / cz;
        double cy = cy0 / cz;
        double area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
        int upper = (int) Math.max(top, Math.ceil(Math.min(ay, Math.min(by, cy)) - 0.5 - spread));
        int lower =
                (int)
                        Math.min(
                                bottom - 1,
                                Math.floor(Math.max(ay, Math.max(by, cy)) - 0.5 + spread));
        int left = (int) Math.max(0, Math.ceil(Math.min(ax, Math.min(bx, cx)) - 0.5 - spread));
        int right =
                (int)
                        Math.min(
                                columns - 1,
                                Math.floor(Math.max(ax, Math.max(bx, cx)) - 0.5 + spread));
        if (area == 0) {
            return;
        }
        double inverse = 1 / area;
        // How far the shares of the corners change from the middle of a pixel to its edges.
        double more = spread * Math.abs(inverse);
        double mostU = more * (Math.abs(cy - ay) + Math.abs(cx - ax));
        double mostV = more * (Math.abs(bx - ax) + Math.abs(by - ay));
        double mostW = more * (Math.abs(bx - cx) + Math.abs(by - cy));
        for (int row = upper; row <= lower; row++) {
            double y = row + 0.5;
            for (int column = left; column <= right; column++) {
                double x = column + 0.5;
                double u = ((x - ax) * (cy - ay) - (y - ay) * (cx - ax)) * inverse;
                double v = ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) * inverse;
                if (u < -mostU || v < -mostV || u + v > 1 + mostW) {
                    continue;
                }
                float depth = (float) (1 / ((1 - u - v) / az + u / bz + v / cz));
                int pixel = row * columns + column;
                // Beside a triangle its plane may lie anywhere.
                if (depth < depths[pixel] || spread > 0) {
                    depths[pixel] = depth;
                    triangles[pixel] = triangle;
                }
            }
        }
    }
}
