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
    private final float lastX;
    private final float lastY;
    private final float lastZ;
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
        int i = lowest(gx, gy, gz);
        for (int part = 0; part < parts; part++, i++) {
            out[part] = between(i, gx, gy, gz);
        }
    }

    /// Reads the first part, where others are not wanted.
    float at(float x, float y, float z) {
        float gx = VoxelBox.within(x * perCell - 0.5f, lastX);
        float gy = VoxelBox.within(y * perCell - 0.5f, lastY);
        float gz = VoxelBox.within(z * perCell - 0.5f, lastZ);
        return between(lowest(gx, gy, gz), gx, gy, gz);
    }

    /// Index of the lowest of the eight cells around a place, in cells from the middle of the
    /// first.
    private int lowest(float gx, float gy, float gz) {
        return first + parts * (int) gx + sy * (int) gy + sz * (int) gz;
    }

    /// Mean of eight cells; of those past the last none counts.
    private float between(int i, float gx, float gy, float gz) {
        float tx = gx - (int) gx;
        float ty = gy - (int) gy;
        float tz = gz - (int) gz;
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
