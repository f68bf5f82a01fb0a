package ashfall.gas;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

/// Rows of staggered faces, and the spare layers around fields.
public final class Faces {

    /// What is done with a row of faces normal to `axis`: n of them from index `at`.
    @FunctionalInterface
    public interface Row {
        void run(int axis, int at, int n);
    }

    private Faces() {}

    /// Runs the body for every row of faces of all three axes, upper sides included, spread over
    /// the workers.
    public static void forEachRow(GridShape shape, Workers workers, Row body) {
        workers.forEachSlab(
                shape.nz() + 1,
                (z, worker) -> {
                    for (int axis = 0; axis < 3; axis++) {
                        int nx = shape.nx() + (axis == 0 ? 1 : 0);
                        int ny =
                                z == shape.nz() && axis != 2 ? 0 : shape.ny() + (axis == 1 ? 1 : 0);
                        for (int y = 0; y < ny; y++) {
                            body.run(axis, shape.at(0, y, z), nx);
                        }
                    }
                });
    }

    /// Copies the outermost layer of a face field into its spare layers, so that samples near the
    /// sides are defined.
    ///
    /// @param axis the axis the faces are normal to, or -1 for a cell field
    public static void fillSpare(GridShape shape, float[] f, int axis) {
        int nx = shape.nx() - (axis == 0 ? 0 : 1);
        int ny = shape.ny() - (axis == 1 ? 0 : 1);
        int nz = shape.nz() - (axis == 2 ? 0 : 1);
        int sy = shape.sy();
        int sz = shape.sz();
        for (int z = 0; z <= nz; z++) {
            for (int y = 0; y <= ny; y++) {
                int at = shape.at(0, y, z);
                f[at - 1] = f[at];
                if (axis != 0) {
                    f[at + nx + 1] = f[at + nx];
                }
            }
        }
        for (int z = 0; z <= nz; z++) {
            int low = shape.at(-1, 0, z);
            int high = shape.at(-1, ny, z);
            System.arraycopy(f, low, f, low - sy, sy);
            if (axis != 1) {
                System.arraycopy(f, high, f, high + sy, sy);
            }
        }
        int low = shape.at(-1, -1, 0);
        int high = shape.at(-1, -1, nz);
        System.arraycopy(f, low, f, low - sz, sz);
        if (axis != 2) {
            System.arraycopy(f, high, f, high + sz, sz);
        }
    }
}
