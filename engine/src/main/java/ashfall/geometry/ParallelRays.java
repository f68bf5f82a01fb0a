package ashfall.geometry;

import ashfall.shot.Vec3;

import java.util.function.IntConsumer;

/// Finds which rays along one direction meet a mesh, as those to the sun: seen along it, the mesh
/// is parted into squares, each with the triangles that are over it, and a ray is asked for those
/// of its own square alone.
public final class ParallelRays {
    /// Squares of a side at most.
    private static final int MOST = 1024;

    /// Triangles of all squares, over those of the mesh, from which on squares are made larger.
    private static final int CROWDED = 64;

    /// As far beyond its edges a triangle is over a square, squares: what rounding may do.
    private static final double SOFT = 1e-6;

    private final MeshTree tree;
    private final Vec3 direction;

    // Axes across the rays.
    private final Vec3 across;
    private final Vec3 along;

    private final double low;
    private final double lowAlong;

    /// Squares a metre.
    private double fine;

    private int columns;
    private int rows;

    /// The first triangle of each square in [#over], and the end of the last.
    private int[] first;

    private int[] over = {};

    /// @param direction of the rays, of length 1
    public ParallelRays(MeshTree tree, Vec3 direction) {
        this.tree = tree;
        this.direction = direction;
        Vec3 aside = Math.abs(direction.y()) < 0.9 ? new Vec3(0, 1, 0) : new Vec3(1, 0, 0);
        this.across = direction.cross(aside).unit();
        this.along = across.cross(direction);
        Mesh mesh = tree.mesh();
        double least = Double.POSITIVE_INFINITY;
        double most = Double.NEGATIVE_INFINITY;
        double leastAlong = least;
        double mostAlong = most;
        for (int i = 0; i < 3 * mesh.count(); i++) {
            Vec3 corner = mesh.corner(i / 3, i % 3);
            least = Math.min(least, corner.dot(across));
            most = Math.max(most, corner.dot(across));
            leastAlong = Math.min(leastAlong, corner.dot(along));
            mostAlong = Math.max(mostAlong, corner.dot(along));
        }
        this.low = least;
        this.lowAlong = leastAlong;
        if (mesh.count() > 0) {
            int side = (int) Math.min(MOST, Math.ceil(2 * Math.sqrt(mesh.count())));
            sort(side, most - least, mostAlong - leastAlong);
        }
    }

    public Vec3 direction() {
        return direction;
    }

    private void sort(int side, double width, double height) {
        int count = tree.mesh().count();
        fine = side / Math.max(1e-9, Math.max(width, height));
        columns = 1 + (int) (width * fine);
        rows = 1 + (int) (height * fine);
        first = new int[columns * rows + 1];
        long all = 0;
        for (int t = 0; t < count; t++) {
            int[] sum = {0};
            squares(
                    t,
                    square -> {
                        first[square]++;
                        sum[0]++;
                    });
            all += sum[0];
            if (all > CROWDED * (long) count && side > 1) {
                sort(side / 2, width, height);
                return;
            }
        }
        int sum = 0;
        for (int square = 0; square < first.length; square++) {
            sum += first[square];
            first[square] = sum;
        }
        over = new int[sum];
        for (int t = count - 1; t >= 0; t--) {
            int triangle = t;
            squares(t, square -> over[--first[square]] = triangle);
        }
    }

    /// Visits the squares that a triangle is over.
    private void squares(int triangle, IntConsumer visit) {
        double[] x = new double[3];
        double[] y = new double[3];
        for (int k = 0; k < 3; k++) {
            Vec3 corner = tree.mesh().corner(triangle, k);
            x[k] = (corner.dot(across) - low) * fine;
            y[k] = (corner.dot(along) - lowAlong) * fine;
        }
        int left = (int) Math.max(0, Math.min(x[0], Math.min(x[1], x[2])) - SOFT);
        int right = (int) Math.min(columns - 1, Math.max(x[0], Math.max(x[1], x[2])) + SOFT);
        int top = (int) Math.max(0, Math.min(y[0], Math.min(y[1], y[2])) - SOFT);
        int bottom = (int) Math.min(rows - 1, Math.max(y[0], Math.max(y[1], y[2])) + SOFT);
        double turn = (x[1] - x[0]) * (y[2] - y[0]) - (y[1] - y[0]) * (x[2] - x[0]);
        for (int row = top; row <= bottom; row++) {
            for (int column = left; column <= right; column++) {
                if (isOver(x, y, turn < 0 ? -1 : 1, column + 0.5, row + 0.5)) {
                    visit.accept(row * columns + column);
                }
            }
        }
    }

    /// Is some of a square on the inner side of each edge?
    private static boolean isOver(double[] x, double[] y, double sign, double atX, double atY) {
        for (int k = 0; k < 3; k++) {
            int next = (k + 1) % 3;
            double edgeX = x[next] - x[k];
            double edgeY = y[next] - y[k];
            double inward = sign * (edgeX * (atY - y[k]) - edgeY * (atX - x[k]));
            double reach = (0.5 + SOFT) * (Math.abs(edgeX) + Math.abs(edgeY));
            if (inward < -reach - SOFT) {
                return false;
            }
        }
        return true;
    }

    /// Does the ray from a place meet the mesh before `end`? As [MeshTree#hides].
    public boolean hides(Vec3 from, double end) {
        double column = (from.dot(across) - low) * fine;
        double row = (from.dot(along) - lowAlong) * fine;
        if (!(column >= 0 && column < columns && row >= 0 && row < rows)) {
            return false;
        }
        int square = ((int) row) * columns + (int) column;
        MeshTree.Way way = new MeshTree.Way(from, direction);
        for (int i = first[square]; i < first[square + 1]; i++) {
            if (tree.distance(over[i], way) < end) {
                return true;
            }
        }
        return false;
    }
}
