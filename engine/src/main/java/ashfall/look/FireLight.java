package ashfall.look;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

/// The fire on coarse cells: how much each shines and how thick it is, and what its lamps give to
/// places outside the gas.
///
/// Every cell that emits is a lamp of power P = 4π ∫κB dV, weakened by its own absorption; at
/// distance r it gives a fluence `P e^(−τ)/(4π r²)`, τ along the straight path through the cells.
/// Luminous units: lumen, lux.
final class FireLight {
    private static final int PATH_SAMPLES = 8;

    /// Voxels looked at along each side of a cell, at most about.
    private static final int LOOKED_AT = 4;

    final Lamps lamps;
    private final Volumes volumes;
    private final LightGrid[] grids;

    /// Extinction of the cells, 1/m; infinite within bodies.
    private final float[][] extinctions;

    /// What the cells give off in three colours, cd/m² a metre.
    private final float[][][] given;

    /// @param bodies that hide lamps, a bundle at once
    /// @param cells coarse cells along the longest side of each volume
    /// @param parts that the grids have
    FireLight(
            Volumes volumes,
            Shading shading,
            Bodies bodies,
            int cells,
            int parts,
            Workers workers) {
        this.volumes = volumes;
        this.lamps = new Lamps(volumes, bodies);
        this.grids = new LightGrid[volumes.count()];
        this.extinctions = new float[volumes.count()][];
        this.given = new float[volumes.count()][][];
        for (int i = 0; i < volumes.count(); i++) {
            Volume volume = volumes.all[i];
            double longest = Math.max(volume.size(0), Math.max(volume.size(1), volume.size(2)));
            int edge = Math.max(1, (int) Math.round(longest / cells / volume.voxel));
            LightGrid grid = new LightGrid(volume, edge * volume.voxel, parts);
            grids[i] = grid;
            extinctions[i] = new float[grid.shape.size()];
            given[i] = new float[3][grid.shape.size()];
            float[][] power = new float[3][grid.shape.size()];
            int number = i;
            workers.forEachSlab(
                    grid.shape.nz(),
                    (z, worker) -> gather(number, shading, bodies, edge, z, power));
            lamps.add(i, grid, power);
        }
    }

    /// The light on the coarse cells of a volume.
    LightGrid grid(int volume) {
        return grids[volume];
    }

    /// Extinction of the coarse cells of a volume, 1/m; infinite within bodies.
    float[] extinction(int volume) {
        return extinctions[volume];
    }

    /// What the coarse cells of a volume give off in three colours, cd/m² a metre.
    float[][] given(int volume) {
        return given[volume];
    }

    /// What the cells of a layer emit, and how thick they are.
    private void gather(
            int number, Shading shading, Bodies bodies, int edge, int z, float[][] powers) {
        Volume volume = volumes.all[number];
        LightGrid grid = grids[number];
        GridShape g = grid.shape;
        GridShape v = volume.shape;
        float[] rgb = new float[3];
        int stride = Math.max(1, edge / LOOKED_AT);
        double cube = Math.pow(stride * volume.voxel, 3);
        for (int y = 0; y < g.ny(); y++) {
            for (int x = 0; x < g.nx(); x++) {
                double extinction = 0;
                double[] power = new double[3];
                int counted = 0;
                for (int k = z * edge; k < Math.min(v.nz(), (z + 1) * edge); k += stride) {
                    for (int j = y * edge; j < Math.min(v.ny(), (y + 1) * edge); j += stride) {
                        for (int i = x * edge; i < Math.min(v.nx(), (x + 1) * edge); i += stride) {
                            int at = v.at(i, j, k);
                            counted++;
                            float release = volume.flame == null ? 0 : volume.flame[at];
                            if (volume.density[at] == 0 && release == 0) {
                                continue;
                            }
                            extinction += shading.extinction(volume.density[at]);
                            rgb[0] = 0;
                            rgb[1] = 0;
                            rgb[2] = 0;
                            shading.addBlue(release, rgb);
                            if (volume.kelvin != null) {
                                glow(volume, shading, at, i, j, k, rgb);
                            }
                            for (int c = 0; c < 3; c++) {
                                power[c] += rgb[c];
                            }
                        }
                    }
                }
                int cell = g.at(x, y, z);
                double mean = counted == 0 ? 0 : extinction / counted;
                double depth = 0.5 * mean * grid.cell;
                double own = depth < 1e-4 ? 1 : -Math.expm1(-depth) / depth;
                for (int c = 0; c < 3; c++) {
                    given[number][c][cell] = counted == 0 ? 0 : (float) (power[c] / counted);
                    powers[c][cell] = (float) (4 * Math.PI * power[c] * cube * own);
                }
                boolean stone =
                        bodies.isWithin(
                                volume.corner[0] + (x + 0.5) * grid.cell,
                                volume.corner[1] + (y + 0.5) * grid.cell,
                                volume.corner[2] + (z + 0.5) * grid.cell,
                                0.35 * grid.cell);
                extinctions[number][cell] = stone ? Float.POSITIVE_INFINITY : (float) mean;
            }
        }
    }

    /// Adds what a voxel gives off, per metre and steradian, as it is read between voxels: a third
    /// of it by the value in its middle, two thirds by that at its upper corner (a Simpson's rule
    /// over the cell between eight voxels). Glow rises too steeply for middles alone.
    private static void glow(
            Volume volume, Shading shading, int at, int i, int j, int k, float[] rgb) {
        int beyond = at + 1 + volume.shape.sy() + volume.shape.sz();
        if (Math.max(volume.kelvin[at], volume.kelvin[beyond]) < Shading.DARK) {
            return;
        }
        Glow by = volume.mapping.shining();
        shading.addGlow(by, volume.source[at] / 3, volume.kelvin[at], rgb);
        float density = volume.sample(volume.source, i + 1, j + 1, k + 1);
        shading.addGlow(
                by, density * 2 / 3, volume.sample(volume.kelvin, i + 1, j + 1, k + 1), rgb);
    }

    /// Light that arrives at a place in metres from the corner: fluence, or irradiance of level
    /// ground.
    private void arriving(float x, float y, float z, boolean onGround, float[] sum) {
        sum[0] = 0;
        sum[1] = 0;
        sum[2] = 0;
        lamps.forEach(
                x,
                y,
                z,
                lamp -> {
                    float dx = lamp[0] - x;
                    float dy = lamp[1] - y;
                    float dz = lamp[2] - z;
                    float r2 = Math.max(lamp[6], dx * dx + dy * dy + dz * dz);
                    float r = (float) Math.sqrt(r2);
                    float depth = 0;
                    for (int i = 0; i < grids.length; i++) {
                        depth += alongPath(i, x, y, z, dx, dy, dz);
                    }
                    float got = (float) (Math.exp(-depth * r / PATH_SAMPLES) / (4 * Math.PI * r2));
                    if (onGround) {
                        got *= Math.max(0f, dy) / r;
                    }
                    for (int c = 0; c < 3; c++) {
                        sum[c] += got * lamp[3 + c];
                    }
                });
    }

    /// Sum of the extinctions of a volume's coarse cells at even places of a path; none outside.
    private float alongPath(int volume, float x, float y, float z, float dx, float dy, float dz) {
        LightGrid grid = grids[volume];
        float perCell = (float) (1 / grid.cell);
        float[] extinction = extinctions[volume];
        GridShape shape = grid.shape;
        float ox = x - volumes.offset(volume, 0);
        float oy = y - volumes.offset(volume, 1);
        float oz = z - volumes.offset(volume, 2);
        float sum = 0;
        for (int s = 0; s < PATH_SAMPLES; s++) {
            float t = (s + 0.5f) / PATH_SAMPLES;
            float px = ox + t * dx;
            float py = oy + t * dy;
            float pz = oz + t * dz;
            if (px < 0 || py < 0 || pz < 0) {
                continue;
            }
            int ix = (int) (px * perCell);
            int iy = (int) (py * perCell);
            int iz = (int) (pz * perCell);
            if (ix < shape.nx() && iy < shape.ny() && iz < shape.nz()) {
                float here = extinction[shape.at(ix, iy, iz)];
                // Bodies hide lamps by themselves.
                sum += here == Float.POSITIVE_INFINITY ? 0 : here;
            }
        }
        return sum;
    }

    /// Fluence anywhere, inside the volumes or out of them. Slow like [#groundIrradiance].
    void fluence(float x, float y, float z, float[] rgb) {
        arriving(x, y, z, false, rgb);
    }

    /// Irradiance of level ground at a place in metres from the corner, lux. Slow: for grids of
    /// ground points.
    void groundIrradiance(float x, float y, float z, float[] rgb) {
        arriving(x, y, z, true, rgb);
    }
}
