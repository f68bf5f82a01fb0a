package ashfall.look;

import ashfall.grid.GridShape;

/// A coarse grid of light values over a volume, sampled between its cell centres.
final class LightGrid {
    final GridShape shape;
    final double cell;
    final float[][] parts;

    /// @param parts how many values a cell has
    LightGrid(Volume volume, double cell, int parts) {
        this.cell = cell;
        this.shape =
                new GridShape(count(volume.size(0)), count(volume.size(1)), count(volume.size(2)));
        this.parts = new float[parts][shape.size()];
    }

    private int count(double size) {
        return Math.max(1, (int) Math.ceil(size / cell - 1e-6));
    }

    /// Sample of a part at a place in metres from the volume's corner.
    float at(int part, float x, float y, float z) {
        float perCell = (float) (1 / cell);
        float gx = Math.max(0f, Math.min(shape.nx() - 1, x * perCell - 0.5f));
        float gy = Math.max(0f, Math.min(shape.ny() - 1, y * perCell - 0.5f));
        float gz = Math.max(0f, Math.min(shape.nz() - 1, z * perCell - 0.5f));
        int ix = (int) gx;
        int iy = (int) gy;
        int iz = (int) gz;
        int i = shape.at(ix, iy, iz);
        int dx = ix + 1 < shape.nx() ? 1 : 0;
        int dy = iy + 1 < shape.ny() ? shape.sy() : 0;
        int dz = iz + 1 < shape.nz() ? shape.sz() : 0;
        float tx = gx - ix;
        float ty = gy - iy;
        float tz = gz - iz;
        float[] f = parts[part];
        float a = f[i] + tx * (f[i + dx] - f[i]);
        float b = f[i + dy] + tx * (f[i + dy + dx] - f[i + dy]);
        float c = f[i + dz] + tx * (f[i + dz + dx] - f[i + dz]);
        float d = f[i + dz + dy] + tx * (f[i + dz + dy + dx] - f[i + dz + dy]);
        float e = a + ty * (b - a);
        float g = c + ty * (d - c);
        return e + tz * (g - e);
    }
}
