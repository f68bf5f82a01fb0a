package ashfall.look;

import ashfall.grid.GridShape;

/// A grid of light values over a volume, coarser than its voxels, read between its cell centres.
/// The values of a cell lie together.
final class LightGrid {
    final GridShape shape;
    final double cell;
    private final float perCell;
    private final int parts;
    private final float[] values;

    // Its shape as it is wanted for each reading.
    private final int lastX;
    private final int lastY;
    private final int lastZ;
    private final int first;
    private final int sy;
    private final int sz;

    /// @param parts how many values a cell has
    LightGrid(Volume volume, double cell, int parts) {
        this.cell = cell;
        this.perCell = (float) (1 / cell);
        this.parts = parts;
        this.shape =
                new GridShape(count(volume.size(0)), count(volume.size(1)), count(volume.size(2)));
        lastX = shape.nx() - 1;
        lastY = shape.ny() - 1;
        lastZ = shape.nz() - 1;
        first = parts * shape.at(0, 0, 0);
        sy = parts * shape.sy();
        sz = parts * shape.sz();
        this.values = new float[Math.multiplyExact(parts, shape.size())];
    }

    private int count(double size) {
        return Math.max(1, (int) Math.ceil(size / cell - 1e-6));
    }

    /// Adds to a part of a cell.
    void add(int part, int cell, float value) {
        values[parts * cell + part] += value;
    }

    /// Reads all parts at a place in metres from the volume's corner.
    ///
    /// @param out is set, one value a part
    void at(float x, float y, float z, float[] out) {
        float gx = VoxelBox.within(x * perCell - 0.5f, lastX);
        float gy = VoxelBox.within(y * perCell - 0.5f, lastY);
        float gz = VoxelBox.within(z * perCell - 0.5f, lastZ);
        int ix = (int) gx;
        int iy = (int) gy;
        int iz = (int) gz;
        int i = first + parts * ix + sy * iy + sz * iz;
        for (int part = 0; part < parts; part++, i++) {
            out[part] = between(i, gx - ix, gy - iy, gz - iz);
        }
    }

    /// Reads the first part, where others are not wanted.
    float at(float x, float y, float z) {
        float gx = VoxelBox.within(x * perCell - 0.5f, lastX);
        float gy = VoxelBox.within(y * perCell - 0.5f, lastY);
        float gz = VoxelBox.within(z * perCell - 0.5f, lastZ);
        int ix = (int) gx;
        int iy = (int) gy;
        int iz = (int) gz;
        int i = first + parts * ix + sy * iy + sz * iz;
        return between(i, gx - ix, gy - iy, gz - iz);
    }

    /// Mean of eight cells; of those past the last none counts.
    private float between(int i, float tx, float ty, float tz) {
        float[] f = values;
        int sx = parts;
        float a = f[i] + tx * (f[i + sx] - f[i]);
        float b = f[i + sy] + tx * (f[i + sy + sx] - f[i + sy]);
        float c = f[i + sz] + tx * (f[i + sz + sx] - f[i + sz]);
        float d = f[i + sz + sy] + tx * (f[i + sz + sy + sx] - f[i + sz + sy]);
        float e = a + ty * (b - a);
        float g = c + ty * (d - c);
        return e + tz * (g - e);
    }
}
