package ashfall.look;

import ashfall.shot.Vec3;

/// Directions all around, for values that differ from one to the other: the corners of a grid on an
/// octahedron folded flat, downward in its middle, upward at its border. Corners that come to lie
/// on each other there are the same direction, so values between corners have no seam.
final class Outward {
    private final int pieces;
    private final int row;
    private final Vec3[] all;

    /// Share of all around that belongs to each.
    private final double[] shares;

    /// By direction, the first that is the same.
    private final int[] first;

    /// @param pieces of the grid along each side
    Outward(int pieces) {
        this.pieces = pieces;
        row = pieces + 1;
        all = new Vec3[row * row];
        shares = new double[all.length];
        double sum = 0;
        for (int i = 0; i < all.length; i++) {
            double a = 2.0 * (i % row) / pieces - 1;
            double b = 2.0 * (i / row) / pieces - 1;
            double y = Math.abs(a) + Math.abs(b) - 1;
            double x = y > 0 ? Math.copySign(1 - Math.abs(b), a) : a;
            double z = y > 0 ? Math.copySign(1 - Math.abs(a), b) : b;
            Vec3 v = new Vec3(x, y, z);
            all[i] = v.unit();
            // Of a plane piece at v one sees 1/|v|³; pieces at the border are halves and quarters.
            double halves = (Math.abs(a) == 1 ? 0.5 : 1) * (Math.abs(b) == 1 ? 0.5 : 1);
            shares[i] = halves / Math.pow(v.length(), 3);
            sum += shares[i];
        }
        first = new int[all.length];
        for (int i = 0; i < all.length; i++) {
            shares[i] /= sum;
            while (all[first[i]].dot(all[i]) < 1 - 1e-9) {
                first[i]++;
            }
        }
    }

    /// Number of directions.
    int count() {
        return all.length;
    }

    /// A direction, of length 1.
    Vec3 at(int i) {
        return all[i];
    }

    /// The first direction that is the same as a direction; itself where it is the first.
    int first(int i) {
        return first[i];
    }

    /// Share of all around that belongs to a direction.
    double share(int i) {
        return shares[i];
    }

    /// Reads values of three colours in a direction.
    ///
    /// @param table three for each direction
    /// @param x towards where, of any length
    /// @param rgb is set
    void read(float[] table, float x, float y, float z, float[] rgb) {
        float perLength = 1 / Math.max(1e-30f, Math.abs(x) + Math.abs(y) + Math.abs(z));
        float a = x * perLength;
        float b = z * perLength;
        if (y > 0) {
            float flat = a;
            a = Math.copySign(1 - Math.abs(b), a);
            b = Math.copySign(1 - Math.abs(flat), b);
        }
        float column = 0.5f * (a + 1) * pieces;
        float line = 0.5f * (b + 1) * pieces;
        int i = Math.max(0, Math.min(pieces - 1, (int) column));
        int j = Math.max(0, Math.min(pieces - 1, (int) line));
        float u = column - i;
        float v = line - j;
        int at = 3 * (j * row + i);
        for (int k = 0; k < 3; k++, at++) {
            float near = table[at] + u * (table[at + 3] - table[at]);
            float far = table[at + 3 * row] + u * (table[at + 3 * row + 3] - table[at + 3 * row]);
            rgb[k] = near + v * (far - near);
        }
    }
}
