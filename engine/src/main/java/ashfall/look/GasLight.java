package ashfall.look;

import ashfall.grid.GridShape;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

/// All light that comes to the gas of a moment: the sun's through a [Beam] a volume, the sky's as a
/// mean of directions on coarse cells, the fire's ([FireLight]) and what smoke hands on of all
/// three by [Transport].
final class GasLight {
    /// Parts of [#onCells]: the fluence of the fire in three colours (lux), that of scattered
    /// sunlight and of scattered skylight, each over its irradiance, and the direction of the
    /// fire's light: three parts, of length 1 where all goes one way.
    static final int PARTS = 8;

    /// Parts of [#sky]: the fluence of direct skylight over the irradiance of open level ground,
    /// and its flux along three axes.
    static final int SKY_PARTS = 4;

    static final int SUN = 3;
    static final int SKY = 4;
    static final int FLUX = 5;

    /// How finely light is laid out.
    ///
    /// @param fireCells coarse cells along the longest side for the fire's own light
    /// @param fireDirections pieces of the directions that it leaves in ([Outward])
    /// @param lines across the longest side along which it leaves
    /// @param nearRows in which a place among the gas looks at the fire ([NearFire])
    /// @param sunVoxels voxels to a cell of the sun's shadows; the sky's are twice as large
    /// @param skyDirections from which the sky is looked for
    /// @param sweeps directions along which light goes through smoke
    /// @param groundPoints points of light along each side of the ground
    record Detail(
            int fireCells,
            int fireDirections,
            int lines,
            int nearRows,
            double sunVoxels,
            int skyDirections,
            int sweeps,
            int groundPoints) {
        static final Detail FINE = new Detail(32, 8, 64, 11, 1.5, 16, 64, 96);
        static final Detail QUICK = new Detail(12, 4, 14, 4, 3, 5, 24, 32);

        /// Directions to the sky, each with as much of it around.
        Vec3[] sky() {
            Vec3[] all = new Vec3[skyDirections];
            for (int i = 0; i < all.length; i++) {
                double y = 1 - (i + 0.5) / all.length;
                double r = Math.sqrt(1 - y * y);
                double turn = i * Math.PI * (3 - Math.sqrt(5));
                all[i] = new Vec3(r * StrictMath.cos(turn), y, r * StrictMath.sin(turn));
            }
            return all;
        }
    }

    private final Volumes volumes;
    private final Shading shading;
    private final Beam[] suns;
    private final LightGrid[] sunny;
    private final LightGrid[] skies;
    final FireLight fire;

    /// Is there any light on the coarse cells?
    final boolean isOnCells;

    GasLight(Volumes volumes, Shading shading, Bodies bodies, Detail detail, Workers workers) {
        this.volumes = volumes;
        this.shading = shading;
        this.fire = new FireLight(volumes, shading, bodies, detail, PARTS, workers);
        this.suns =
                shading.isSunny()
                        ? beams(bodies, shading.towardsSun(), detail.sunVoxels, workers)
                        : new Beam[0];
        this.skies = new LightGrid[volumes.count()];
        for (int i = 0; i < skies.length; i++) {
            Volume own = volumes.all[i];
            skies[i] = new LightGrid(own, 2 * detail.sunVoxels * own.voxel, SKY_PARTS);
        }
        this.sunny = new LightGrid[volumes.count()];
        for (int i = 0; i < sunny.length; i++) {
            Volume own = volumes.all[i];
            sunny[i] = new LightGrid(own, detail.sunVoxels * own.voxel, 1);
            if (shading.isSunny()) {
                addShares(sunny[i], i, sunny[i].cell, suns, 1, null, workers);
            }
        }
        Vec3[] sky = shading.isSkylit() ? detail.sky() : new Vec3[0];
        double[] shares = shading.skyShares(sky);
        for (int s = 0; s < sky.length; s++) {
            Beam[] beams = beams(bodies, sky[s], 2 * detail.sunVoxels, workers);
            // A sky of even luminance whose irradiance is E gives a fluence of 2E in the open.
            float share = (float) (2 * shares[s] / sky.length);
            for (int i = 0; i < skies.length; i++) {
                // Read where rays are, and at the middles of the fire's cells.
                double far = 1.5 * skies[i].cell + 0.5 * fire.grid(i).cell;
                addShares(skies[i], i, far, beams, share, sky[s], workers);
            }
        }
        boolean shines = fire.lamps.power() > 0 && shading.inner() > 0;
        this.isOnCells = shading.albedo() > 0 && (shines || shading.scatter() > 0);
        if (isOnCells) {
            for (int i = 0; i < skies.length; i++) {
                spread(i, detail.sweeps, workers);
            }
        }
    }

    private Beam[] beams(Bodies bodies, Vec3 towards, double voxels, Workers workers) {
        Beam[] beams = new Beam[volumes.count()];
        for (int i = 0; i < beams.length; i++) {
            beams[i] = new Beam(volumes.all[i], shading, bodies, towards, voxels, workers);
        }
        return beams;
    }

    /// Adds what comes along beams to the cells of a volume.
    ///
    /// @param far from all gas nobody reads them, m
    /// @param share of the light that comes along them
    /// @param towards where it comes from, to add its flux as well; or null
    private void addShares(
            LightGrid grid,
            int volume,
            double far,
            Beam[] beams,
            float share,
            Vec3 towards,
            Workers workers) {
        GridShape shape = grid.shape;
        float h = (float) grid.cell;
        workers.forEachSlab(
                shape.nz(),
                (z, worker) -> {
                    for (int y = 0; y < shape.ny(); y++) {
                        for (int x = 0; x < shape.nx(); x++) {
                            float px = (x + 0.5f) * h;
                            float py = (y + 0.5f) * h;
                            float pz = (z + 0.5f) * h;
                            if (volumes.isFar(volume, px, py, pz, far)) {
                                continue;
                            }
                            float open =
                                    share
                                            * clear(
                                                    beams,
                                                    volumes.offset(volume, 0) + px,
                                                    volumes.offset(volume, 1) + py,
                                                    volumes.offset(volume, 2) + pz);
                            int at = shape.at(x, y, z);
                            grid.add(0, at, open);
                            for (int a = 0; towards != null && a < 3; a++) {
                                grid.add(1 + a, at, -open * (float) towards.get(a));
                            }
                        }
                    }
                });
    }

    /// Spreads the light of a volume's fire in it, and what its smoke hands on to itself.
    private void spread(int volume, int sweeps, Workers workers) {
        LightGrid grid = fire.grid(volume);
        float[] extinction = fire.extinction(volume);
        float[][] flux = new float[3][grid.shape.size()];
        Transport straight = new Transport(grid, extinction, shading, 1, sweeps);
        float[][] glow = straight.sweep(fire.given(volume), flux, workers);
        float[][] all = new float[PARTS][grid.shape.size()];
        for (int k = 0; k < 3; k++) {
            all[k] = glow[k].clone();
        }
        if (shading.scatter() > 0) {
            double reach = reach(extinction);
            Transport onward =
                    reach == 1 ? straight : new Transport(grid, extinction, shading, reach, sweeps);
            float[][] open = direct(volume);
            onward.scatter(
                    new float[][] {glow[0], glow[1], glow[2], open[0], open[1]},
                    shading.scatter(),
                    new float[][] {all[0], all[1], all[2], all[SUN], all[SKY]},
                    flux,
                    3,
                    workers);
        }
        for (int i = 0; i < flux[0].length; i++) {
            float sum = all[0][i] + all[1][i] + all[2][i];
            for (int a = 0; a < 3 && sum > 0; a++) {
                all[FLUX + a][i] = flux[a][i] / sum;
            }
        }
        for (int p = 0; p < PARTS; p++) {
            for (int i = 0; i < all[p].length; i++) {
                grid.add(p, i, all[p][i]);
            }
        }
    }

    /// Fluence of direct sun and sky in the cells of a volume, over their irradiance.
    private float[][] direct(int volume) {
        LightGrid grid = fire.grid(volume);
        GridShape shape = grid.shape;
        float h = (float) grid.cell;
        float[] got = new float[SKY_PARTS];
        float[][] direct = new float[2][shape.size()];
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    float px = (x + 0.5f) * h;
                    float py = (y + 0.5f) * h;
                    float pz = (z + 0.5f) * h;
                    int at = shape.at(x, y, z);
                    direct[0][at] =
                            sun(
                                    volumes.offset(volume, 0) + px,
                                    volumes.offset(volume, 1) + py,
                                    volumes.offset(volume, 2) + pz);
                    skies[volume].at(px, py, pz, got);
                    direct[1][at] = got[0];
                }
            }
        }
        return direct;
    }

    /// Factor by which scattered light goes further than physics says, so that it reaches as far as
    /// is asked for in the mean smoke.
    private double reach(float[] extinction) {
        double sum = 0;
        double squares = 0;
        for (float e : extinction) {
            if (e == Float.POSITIVE_INFINITY) {
                continue;
            }
            sum += e;
            squares += (double) e * e;
        }
        if (shading.reach() == 0 || squares == 0) {
            return 1;
        }
        return shading.reach() / shading.diffusionLength(squares / sum);
    }

    /// Length of the coarse cells of a volume, m.
    double cell(int volume) {
        return Math.min(skies[volume].cell, fire.grid(volume).cell);
    }

    /// Share of the sunlight that reaches a place, scattered forward or not; m from the corner of
    /// all volumes.
    float sun(float x, float y, float z) {
        return clear(suns, x, y, z);
    }

    private float clear(Beam[] beams, float x, float y, float z) {
        float depth = 0;
        for (int i = 0; i < beams.length; i++) {
            depth +=
                    beams[i].depth(
                            x - volumes.offset(i, 0),
                            y - volumes.offset(i, 1),
                            z - volumes.offset(i, 2));
        }
        float effective = shading.effective(depth);
        return depth == 0 ? 1 : effective < Beam.DARK ? (float) Math.exp(-effective) : 0;
    }

    /// Share of the sunlight that reaches a place in a volume, m from its own corner.
    float sun(int volume, float x, float y, float z) {
        return sunny[volume].at(x, y, z);
    }

    /// Direct skylight at a place in a volume, m from its own corner.
    ///
    /// @param out set to the four parts
    void sky(int volume, float x, float y, float z, float[] out) {
        skies[volume].at(x, y, z, out);
    }

    /// Light on the coarse cells at a place in a volume, m from its own corner.
    ///
    /// @param out set to the eight parts
    void onCells(int volume, float x, float y, float z, float[] out) {
        fire.grid(volume).at(x, y, z, out);
    }
}
