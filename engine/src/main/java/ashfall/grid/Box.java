package ashfall.grid;

/// A box of lattice cells: from (x, y, z) inclusive, `shape` cells along each axis. Coordinates may
/// be negative.
public record Box(int x, int y, int z, GridShape shape) {

    /// First cell along an axis (0 = x, 1 = y, 2 = z).
    public int from(int axis) {
        return axis == 0 ? x : axis == 1 ? y : z;
    }

    /// Cell after the last along an axis.
    public int end(int axis) {
        return from(axis) + shape.count(axis);
    }
}
