package ashfall.grid;

/// The integer lattice of an element: cell (i, j, k) spans [i, i+1) x [j, j+1) x [k, k+1) voxels
/// from the origin.
///
/// Right-handed, metres, +Y up. The lattice never changes during the life of an element, only the
/// box of it that is simulated does; therefore the transform in a .vdb never changes either.
///
/// @param x world position of the lattice origin, m
/// @param y world position of the lattice origin, m
/// @param z world position of the lattice origin, m
/// @param voxel edge of a cell, m, above 0
public record Lattice(double x, double y, double z, double voxel) {

    public Lattice {
        if (!(voxel > 0) || Double.isInfinite(voxel)) {
            throw new IllegalArgumentException(
                    "a voxel must be larger than 0 m, not " + voxel + " m");
        }
    }

    /// World position of the centre of cell `i` along an axis, m.
    public double centre(int axis, int i) {
        return origin(axis) + (i + 0.5) * voxel;
    }

    /// World position of the origin along an axis (0 = x, 1 = y, 2 = z), m.
    public double origin(int axis) {
        return axis == 0 ? x : axis == 1 ? y : z;
    }
}
