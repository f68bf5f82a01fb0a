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

    /// @param parts how many values a cell has
    LightGrid(Volume volume, double cell, int parts) {
        this.cell = cell;
        this.perCell = (float) (1 / cell);
        this.parts = parts;
        this.shape =
                new GridShape(count(volume.size(0)), count(volume.size(1)), count(volume.size(2)));
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
        float gx = Math.max(0f, Math.min(shape.nx() - 1, x * perCell - 0.5f));
        float gy = Math.max(0f, Math.min(shape.ny() - 1, y * perCell - 0.5f));
        float gz = Math.max(0f, Math.min(shape.nz() - 1, z * perCell - 0.5f));
        int ix = (int) gx;
        int iy = (int) gy;
        int iz = (int) gz;
        int i = parts * shape.at(ix, iy, iz);
        int dx = ix + 1 < shape.nx() ? parts : 0;
        int dy = iy + 1 < shape.ny() ? parts * shape.sy() : 0;
        int dz = iz + 1 < shape.nz() ? parts * shape.sz() : 0;
        float tx = gx - ix;
        float ty = gy - iy;
        float tz = gz - iz;
        float[] f = values;
        for (int part = 0; part < parts; part++, i++) {
            float a = f[i] + tx * (f[i + dx] - f[i]);
            float b = f[i + dy] + tx * (f[i + dy + dx] - f[i + dy]);
            float c = f[i + dz] + tx * (f[i + dz + dx] - f[i + dz]);
            float d = f[i + dz + dy] + tx * (f[i + dz + dy + dx] - f[i + dz + dy]);
            float e = a + ty * (b - a);
            float g = c + ty * (d - c);
            out[part] = e + tz * (g - e);
        }
    }
}
