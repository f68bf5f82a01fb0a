package ashfall.look;

import ashfall.grid.GridShape;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/// The fire's own light, on a coarse grid: how much each part of the fire shines, and how much of
/// it arrives where.
///
/// Every coarse cell that emits is a lamp of power P = 4π ∫κB dV, weakened by its own absorption;
/// at distance r it gives a fluence `P e^(−τ)/(4π r²)`, τ along the straight path through the
/// coarse extinction. Luminous units: lumen, lux.
final class FireLight {
    private static final int PATH_SAMPLES = 8;

    /// Cells along each side of a bundle of lamps.
    private static final int BUNDLE = 4;

    /// Where a lamp keeps the number of its bundle, and a bundle its edge in m.
    private static final int BUNDLED = 7;

    private final Volumes volumes;
    private final Bodies bodies;
    private final LightGrid[] grids;
    private final List<float[]> lamps = new ArrayList<>();
    private final List<float[]> bundles = new ArrayList<>();

    /// @param bodies that hide lamps, a bundle at once
    /// @param cells coarse cells along the longest side of each volume
    FireLight(Volumes volumes, Shading shading, Bodies bodies, int cells, Workers workers) {
        this.volumes = volumes;
        this.bodies = bodies;
        this.grids = new LightGrid[volumes.count()];
        for (int i = 0; i < volumes.count(); i++) {
            Volume volume = volumes.all[i];
            double longest = Math.max(volume.size(0), Math.max(volume.size(1), volume.size(2)));
            int edge = Math.max(1, (int) Math.round(longest / cells / volume.voxel));
            LightGrid grid = new LightGrid(volume, edge * volume.voxel, 7);
            workers.forEachSlab(
                    grid.shape.nz(), (z, worker) -> gather(volume, grid, shading, edge, z));
            grids[i] = grid;
            List<float[]> own = lamps(i);
            lamps.addAll(own);
            bundle(own, BUNDLE * grid.cell);
        }
        for (int i = 0; i < volumes.count(); i++) {
            int volume = i;
            workers.forEachSlab(grids[i].shape.nz(), (z, worker) -> receive(volume, z));
        }
    }

    /// Parts 0 to 2: fluence in lux; 3: extinction in 1/m; 4 to 6: power in lumen.
    private static void gather(Volume volume, LightGrid grid, Shading shading, int edge, int z) {
        GridShape g = grid.shape;
        GridShape v = volume.shape;
        float[] rgb = new float[3];
        double cube = volume.voxel * volume.voxel * volume.voxel;
        for (int y = 0; y < g.ny(); y++) {
            for (int x = 0; x < g.nx(); x++) {
                double extinction = 0;
                double[] power = new double[3];
                int counted = 0;
                for (int k = z * edge; k < Math.min(v.nz(), (z + 1) * edge); k++) {
                    for (int j = y * edge; j < Math.min(v.ny(), (y + 1) * edge); j++) {
                        for (int i = x * edge; i < Math.min(v.nx(), (x + 1) * edge); i++) {
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
                            shading.addGlow(volume.density[at], volume.kelvin[at], rgb);
                            for (int c = 0; c < 3; c++) {
                                power[c] += rgb[c];
                            }
                        }
                    }
                }
                int cell = g.at(x, y, z);
                double mean = counted == 0 ? 0 : extinction / counted;
                grid.parts[3][cell] = (float) mean;
                double depth = 0.5 * mean * grid.cell;
                double own = depth < 1e-4 ? 1 : -Math.expm1(-depth) / depth;
                for (int c = 0; c < 3; c++) {
                    grid.parts[4 + c][cell] = (float) (4 * Math.PI * power[c] * cube * own);
                }
            }
        }
    }

    /// Of one volume: place, power in three colours, the least square of a distance to them, and
    /// (once bundled) the number of their bundle.
    private List<float[]> lamps(int volume) {
        LightGrid grid = grids[volume];
        GridShape g = grid.shape;
        float brightest = 0;
        for (float p : grid.parts[4]) {
            brightest = Math.max(brightest, p);
        }
        List<float[]> found = new ArrayList<>();
        float h = (float) grid.cell;
        for (int z = 0; z < g.nz(); z++) {
            for (int y = 0; y < g.ny(); y++) {
                for (int x = 0; x < g.nx(); x++) {
                    int cell = g.at(x, y, z);
                    if (grid.parts[4][cell] > 1e-3f * brightest) {
                        float[] lamp = {
                            volumes.offset(volume, 0) + (x + 0.5f) * h,
                            volumes.offset(volume, 1) + (y + 0.5f) * h,
                            volumes.offset(volume, 2) + (z + 0.5f) * h,
                            grid.parts[4][cell],
                            grid.parts[5][cell],
                            grid.parts[6][cell],
                            (float) (0.3 * grid.cell * grid.cell),
                            0
                        };
                        found.add(lamp);
                    }
                }
            }
        }
        return found;
    }

    /// Lamps beside each other taken together, for surfaces and shadows: each with the place and
    /// the power of all, and with its edge last.
    private void bundle(List<float[]> own, double edge) {
        Map<Long, float[]> found = new TreeMap<>();
        for (float[] lamp : own) {
            long key = 0;
            for (int axis = 0; axis < 3; axis++) {
                key = 1000 * key + (long) (lamp[axis] / edge);
            }
            float[] sum = found.get(key);
            if (sum == null) {
                sum = new float[lamp.length];
                sum[BUNDLED] = bundles.size();
                found.put(key, sum);
                bundles.add(sum);
            }
            lamp[BUNDLED] = sum[BUNDLED];
            float green = lamp[4];
            for (int axis = 0; axis < 3; axis++) {
                sum[axis] += green * lamp[axis];
                sum[3 + axis] += lamp[3 + axis];
            }
        }
        for (float[] sum : found.values()) {
            for (int axis = 0; axis < 3; axis++) {
                sum[axis] /= sum[4];
            }
            sum[6] = (float) (0.3 * edge * edge);
            sum[BUNDLED] = (float) edge;
        }
    }

    /// Does no body stand between a place, in metres from the corner, and a bundle?
    private boolean isOpen(double x, double y, double z, float[] bundle) {
        Vec3 way = new Vec3(bundle[0] - x, bundle[1] - y, bundle[2] - z);
        double far = way.length();
        double end = far - 0.25 * bundle[BUNDLED] / BUNDLE;
        Vec3 from = new Vec3(volumes.corner[0] + x, volumes.corner[1] + y, volumes.corner[2] + z);
        return end <= 0 || bodies.hit(from, way.times(1 / far), end) == Double.POSITIVE_INFINITY;
    }

    /// Irradiance of a surface, lux, by bundled lamps and without what smoke takes away; of three
    /// colours.
    ///
    /// @param at m from the corner
    /// @param normal of the surface, outward
    void irradiance(Vec3 at, Vec3 normal, float[] rgb) {
        Arrays.fill(rgb, 0);
        for (float[] lamp : bundles) {
            Vec3 to = new Vec3(lamp[0], lamp[1], lamp[2]).minus(at);
            double r2 = to.dot(to);
            double facing = to.dot(normal) / Math.sqrt(Math.max(r2, 1e-12));
            if (facing > 0 && (bodies.areNone() || isOpen(at.x(), at.y(), at.z(), lamp))) {
                float got = (float) (facing / (4 * Math.PI * Math.max(lamp[6], r2)));
                for (int c = 0; c < 3; c++) {
                    rgb[c] += got * lamp[3 + c];
                }
            }
        }
    }

    private void receive(int volume, int z) {
        LightGrid grid = grids[volume];
        GridShape g = grid.shape;
        float h = (float) grid.cell;
        float[] sum = new float[3];
        for (int y = 0; y < g.ny(); y++) {
            for (int x = 0; x < g.nx(); x++) {
                arriving(
                        volumes.offset(volume, 0) + (x + 0.5f) * h,
                        volumes.offset(volume, 1) + (y + 0.5f) * h,
                        volumes.offset(volume, 2) + (z + 0.5f) * h,
                        false,
                        sum);
                for (int c = 0; c < 3; c++) {
                    grid.parts[c][g.at(x, y, z)] = sum[c];
                }
            }
        }
    }

    /// Light that arrives at a place in metres from the corner: fluence, or irradiance of level
    /// ground.
    private void arriving(float x, float y, float z, boolean onGround, float[] sum) {
        sum[0] = 0;
        sum[1] = 0;
        sum[2] = 0;
        boolean[] open = bodies.areNone() ? null : new boolean[bundles.size()];
        for (int i = 0; open != null && i < open.length; i++) {
            open[i] = isOpen(x, y, z, bundles.get(i));
        }
        for (float[] lamp : lamps) {
            if (open != null && !open[(int) lamp[BUNDLED]]) {
                continue;
            }
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
        }
    }

    /// Sum of the extinctions of a volume's coarse cells at even places of a path; none outside.
    private float alongPath(int volume, float x, float y, float z, float dx, float dy, float dz) {
        LightGrid grid = grids[volume];
        float perCell = (float) (1 / grid.cell);
        float[] extinction = grid.parts[3];
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
                sum += extinction[shape.at(ix, iy, iz)];
            }
        }
        return sum;
    }

    /// Fluence within a volume, at a place in metres from its own corner, lux.
    void addFluence(int volume, float x, float y, float z, float weight, float[] rgb) {
        LightGrid grid = grids[volume];
        for (int c = 0; c < 3; c++) {
            rgb[c] += weight * grid.at(c, x, y, z);
        }
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

    /// Luminous power of the whole fire, lumen.
    double power() {
        double sum = 0;
        for (float[] lamp : lamps) {
            sum += 0.2126 * lamp[3] + 0.7152 * lamp[4] + 0.0722 * lamp[5];
        }
        return sum;
    }
}
