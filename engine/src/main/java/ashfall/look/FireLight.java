package ashfall.look;

import ashfall.grid.GridShape;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.Arrays;

/// The fire on coarse cells: how much each shines and how thick it is, and what its lamps give to
/// places outside the gas. What surfaces among the gas get, [NearFire] sees from there.
///
/// Every cell that is seen to shine is a lamp; at distance r it gives a fluence of `P/(4π r²)`, P
/// what leaves it in the direction of the place ([Leaving]), less what the gas of other volumes
/// swallows on the straight way there. Luminous units: lumen, lux.
final class FireLight {
    private static final Vec3 UP = new Vec3(0, 1, 0);
    private static final int PATH_SAMPLES = 8;

    /// Voxels looked at along each side of a cell, at most about.
    private static final int LOOKED_AT = 4;

    final Lamps lamps;
    private final Volumes volumes;
    private final LightGrid[] grids;
    private final NearFire[] near;

    /// Of the light of all volumes.
    private final float[] all;

    /// Extinction of the cells, 1/m; infinite within bodies.
    private final float[][] extinctions;

    /// What the cells give off in three colours, cd/m² a metre.
    private final float[][][] given;

    /// @param bodies that hide lamps, a bundle at once
    /// @param detail how finely the cells and what leaves them are laid out
    /// @param parts that the grids have
    FireLight(
            Volumes volumes,
            Shading shading,
            Bodies bodies,
            GasLight.Detail detail,
            int parts,
            Workers workers) {
        this.volumes = volumes;
        Outward directions = new Outward(detail.fireDirections());
        this.lamps = new Lamps(volumes, bodies, directions, this::clear);
        this.grids = new LightGrid[volumes.count()];
        this.near = new NearFire[volumes.count()];
        this.all = new float[volumes.count()];
        Arrays.fill(all, 1);
        this.extinctions = new float[volumes.count()][];
        this.given = new float[volumes.count()][][];
        // Where nothing can burn and no light is handed on nobody asks for what the cells are.
        boolean isAsked =
                shading.scatter() > 0
                        || Arrays.stream(volumes.all)
                                .anyMatch(v -> v.kelvin != null || v.flame != null);
        for (int i = 0; i < volumes.count(); i++) {
            Volume volume = volumes.all[i];
            double longest = Math.max(volume.size(0), Math.max(volume.size(1), volume.size(2)));
            int edge = Math.max(1, (int) Math.round(longest / detail.fireCells() / volume.voxel));
            LightGrid grid = new LightGrid(volume, edge * volume.voxel, parts);
            grids[i] = grid;
            extinctions[i] = new float[grid.shape.size()];
            given[i] = new float[3][grid.shape.size()];
            if (isAsked) {
                int number = i;
                workers.forEachSlab(
                        grid.shape.nz(), (z, worker) -> gather(number, shading, bodies, edge, z));
            }
        }
        for (int i = 0; i < grids.length; i++) {
            Leaving leaving =
                    new Leaving(
                            volumes.all[i],
                            shading,
                            grids[i],
                            given[i],
                            directions,
                            detail.lines(),
                            workers);
            float[] offset = {volumes.offset(i, 0), volumes.offset(i, 1), volumes.offset(i, 2)};
            lamps.add(i, leaving.lamps(offset), grids[i].cell);
            double apart = 0.5 * grids[i].cell;
            near[i] = new NearFire(volumes.all[i], bodies, leaving, apart, detail.nearRows());
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
    private void gather(int number, Shading shading, Bodies bodies, int edge, int z) {
        Volume volume = volumes.all[number];
        LightGrid grid = grids[number];
        GridShape g = grid.shape;
        GridShape v = volume.shape;
        float[] rgb = new float[3];
        int stride = Math.max(1, edge / LOOKED_AT);
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
                            boolean hot = isHot(volume, at);
                            if (volume.density[at] == 0 && release == 0 && !hot) {
                                continue;
                            }
                            extinction += shading.extinction(volume.density[at]);
                            rgb[0] = 0;
                            rgb[1] = 0;
                            rgb[2] = 0;
                            shading.addBlue(release, rgb);
                            if (hot) {
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
                for (int c = 0; c < 3; c++) {
                    given[number][c][cell] = counted == 0 ? 0 : (float) (power[c] / counted);
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

    /// May a voxel glow, in its middle or at its upper corner?
    private static boolean isHot(Volume volume, int at) {
        int beyond = at + 1 + volume.shape.sy() + volume.shape.sz();
        return volume.kelvin != null
                && Math.max(volume.kelvin[at], volume.kelvin[beyond]) >= Shading.DARK;
    }

    /// Adds what a voxel gives off, per metre and steradian, as it is read between voxels: a third
    /// of it by the value in its middle, two thirds by that at its upper corner (a Simpson's rule
    /// over the cell between eight voxels). Glow rises too steeply for middles alone.
    private static void glow(
            Volume volume, Shading shading, int at, int i, int j, int k, float[] rgb) {
        Glow by = volume.mapping.shining();
        shading.addGlow(by, volume.source[at] / 3, volume.kelvin[at], rgb);
        float density = volume.sample(volume.source, i + 1, j + 1, k + 1);
        shading.addGlow(
                by, density * 2 / 3, volume.sample(volume.kelvin, i + 1, j + 1, k + 1), rgb);
    }

    /// Share of a lamp's light that the gas of the other volumes lets through to a place.
    ///
    /// @param own volume of the lamp
    /// @param place m from the corner of all volumes
    private double clear(int own, Vec3 lamp, Vec3 place) {
        double depth = 0;
        Vec3 way = place.minus(lamp);
        double length = way.length();
        Vec3 d = way.unit();
        double[] span = new double[2];
        for (int i = 0; i < grids.length; i++) {
            if (i == own) {
                continue;
            }
            double x = lamp.x() - volumes.offset(i, 0);
            double y = lamp.y() - volumes.offset(i, 1);
            double z = lamp.z() - volumes.offset(i, 2);
            volumes.all[i].clip(x, y, z, d, 0, span);
            double step = (Math.min(length, span[1]) - span[0]) / PATH_SAMPLES;
            for (int k = 0; step > 0 && k < PATH_SAMPLES; k++) {
                double s = span[0] + (k + 0.5) * step;
                GridShape shape = grids[i].shape;
                double h = grids[i].cell;
                int cx = (int) Math.min(shape.nx() - 1, (x + s * d.x()) / h);
                int cy = (int) Math.min(shape.ny() - 1, (y + s * d.y()) / h);
                int cz = (int) Math.min(shape.nz() - 1, (z + s * d.z()) / h);
                float here = extinctions[i][shape.at(cx, cy, cz)];
                // Bodies hide lamps by themselves.
                depth += here == Float.POSITIVE_INFINITY ? 0 : here * step;
            }
        }
        return Math.exp(-depth);
    }

    /// Fluence anywhere, lux; m from the corner.
    void fluence(float x, float y, float z, float[] rgb) {
        Arrays.fill(rgb, 0, 3, 0);
        lamps.add(x, y, z, null, all, rgb);
    }

    /// Irradiance of the level ground, lux, under which no gas is; m from the corner.
    void onGround(float x, float y, float z, float[] rgb) {
        Arrays.fill(rgb, 0, 3, 0);
        lamps.add(x, y, z, UP, all, rgb);
    }

    /// Irradiance of a surface at a place in metres from the corner, lux. Slow: for points between
    /// which light is read.
    void irradiance(Vec3 at, Vec3 normal, float[] rgb) {
        Arrays.fill(rgb, 0, 3, 0);
        float[] far = all.clone();
        float[] own = new float[3];
        for (int i = 0; i < near.length; i++) {
            Vec3 corner =
                    new Vec3(volumes.offset(i, 0), volumes.offset(i, 1), volumes.offset(i, 2));
            Vec3 place = at.minus(corner);
            float within = near[i].within(place);
            if (within > 0) {
                far[i] = 1 - within * near[i].irradiance(place, normal, own);
                float share = within * (float) clear(i, corner.plus(near[i].middle()), at);
                for (int k = 0; k < 3; k++) {
                    rgb[k] += share * own[k];
                }
            }
        }
        lamps.add((float) at.x(), (float) at.y(), (float) at.z(), normal, far, rgb);
    }
}
