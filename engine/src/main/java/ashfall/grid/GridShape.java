package ashfall.grid;

/// How the cells of a box lie in a `float[]`: x fastest, with one spare layer on every side.
///
/// Cell fields and the three staggered velocity fields share this shape, so one index and one pair
/// of strides serve them all: `u` at index `i` is the face between cell `i - 1` and cell `i`, `v`
/// and `w` likewise with the strides [#sy()] and [#sz()]. The upper faces of the box therefore lie
/// in the spare layer. This record is the only place that computes strides and sizes.
///
/// @param nx cells along x, at least 1
/// @param ny cells along y (up), at least 1
/// @param nz cells along z, at least 1
public record GridShape(int nx, int ny, int nz) {

    public GridShape {
        if (nx < 1 || ny < 1 || nz < 1) {
            throw new IllegalArgumentException(
                    "a grid needs at least one cell a side, not " + nx + " x " + ny + " x " + nz);
        }
        Math.multiplyExact(Math.multiplyExact(nx + 2, ny + 2), nz + 2);
    }

    /// Distance in memory between neighbours along y.
    public int sy() {
        return nx + 2;
    }

    /// Distance in memory between neighbours along z.
    public int sz() {
        return (nx + 2) * (ny + 2);
    }

    /// Distance in memory between neighbours along an axis (0 = x, 1 = y, 2 = z).
    public int stride(int axis) {
        return axis == 0 ? 1 : axis == 1 ? sy() : sz();
    }

    /// Cells along an axis (0 = x, 1 = y, 2 = z).
    public int count(int axis) {
        return axis == 0 ? nx : axis == 1 ? ny : nz;
    }

    /// Length of the array, spare layers included.
    public int size() {
        return sz() * (nz + 2);
    }

    /// Cells inside the box.
    public long cells() {
        return (long) nx * ny * nz;
    }

    /// Index of cell (x, y, z); each may run from -1 to n.
    public int at(int x, int y, int z) {
        return (x + 1) + sy() * (y + 1) + sz() * (z + 1);
    }
}
