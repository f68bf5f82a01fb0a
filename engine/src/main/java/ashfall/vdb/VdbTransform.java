package ashfall.vdb;

/// Where the voxels of a grid lie: index coordinates name voxel centres.
///
/// @param map type of the map in the file
/// @param matrix 4x4 row by row, acting on row vectors `(i j k 1)`; of the second map where there
///     is a frustum
/// @param frustum box min, box max, taper and depth (8 numbers) of a frustum that comes before the
///     matrix, or null
public record VdbTransform(String map, double[] matrix, double[] frustum) {

    /// Cubic voxels of an edge, the centre of voxel (0, 0, 0) at a point.
    public static VdbTransform uniform(double voxel, double x, double y, double z) {
        double[] m = {voxel, 0, 0, 0, 0, voxel, 0, 0, 0, 0, voxel, 0, x, y, z, 1};
        return new VdbTransform("UniformScaleTranslateMap", m, null);
    }

    /// Is it linear, and so described by the matrix alone?
    public boolean isLinear() {
        return frustum == null;
    }

    /// World position of an index coordinate, m.
    public double[] world(double i, double j, double k) {
        double[] p = {i, j, k};
        if (frustum != null) {
            double lx = frustum[3] - frustum[0];
            double ly = frustum[4] - frustum[1];
            double lz = frustum[5] - frustum[2];
            double taper = frustum[6];
            double depth = frustum[7];
            double x = i - frustum[0] - lx / 2;
            double y = j - frustum[1] - ly / 2;
            double z = (k - frustum[2]) * depth / lz;
            double scale = ((1 / taper - 1) / depth * z + 1) / lx;
            p = new double[] {x * scale, y * scale, z};
        }
        double[] out = new double[3];
        for (int c = 0; c < 3; c++) {
            out[c] =
                    p[0] * matrix[c] + p[1] * matrix[4 + c] + p[2] * matrix[8 + c] + matrix[12 + c];
        }
        return out;
    }
}
