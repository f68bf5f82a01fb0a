package ashfall.gas;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.Arrays;
import java.util.List;

/// Carries mass, enthalpy, fuel, oxygen and soot with the flow, in conserving form.
///
/// Three quantities build on each other: the *volume* of the gas in each cell moves with the faces
/// exactly; its *mass* moves with the volume; what a kilogram holds moves with the mass. So a
/// uniform gas stays uniform, a fraction or a temperature never leaves the bounds of its
/// neighbourhood, and totals are kept to rounding. A step is split into sweeps along x, y and z,
/// each over any distance ([FaceRow]), and into cycles only where the flow stretches so fast that a
/// sweep would leave a cell nearly empty or shear it by more than itself.
///
/// Sweeps also mix neighbours by the eddies that the grid does not show ([Strain]).
///
/// Burning leaves a cell overfull (volume above 1), and the projected flow takes the excess out. At
/// the end of the step the volume of each cell is 1 to the accuracy of the projection; the mass
/// there is kept as it is, so that nothing is lost, and what room it needs is asked for in the next
/// step.
public final class ScalarTransport {
    /// How contents are carried.
    ///
    /// @param soft which are carried without slopes inside cells, which blurs them; fuel takes
    ///     oxygen along
    /// @param diffusivity m²/s of gas at room temperature, besides what eddies mix ([Molecules])
    public record Settings(List<Integer> soft, double diffusivity) {
        public static final Settings SHARP = new Settings(List.of(), 0);

        public Settings {
            soft = List.copyOf(soft);
        }
    }

    private final GridShape shape;
    private final Workers workers;
    private final Settings settings;
    private final LineSweep[] sweeps;
    private final double[][] gonePartial;
    private final float[] stretch;
    private final double[] gone;
    private int cycles;

    /// Sharp, with nothing but eddies to mix.
    public ScalarTransport(GridShape shape, Workers workers) {
        this(shape, GasFields.OTHER_FUELS, Settings.SHARP, workers);
    }

    /// @param contents how many the gas has
    public ScalarTransport(GridShape shape, int contents, Settings settings, Workers workers) {
        this.shape = shape;
        this.settings = settings;
        this.workers = workers;
        this.sweeps = new LineSweep[workers.threads()];
        for (int i = 0; i < sweeps.length; i++) {
            sweeps[i] = new LineSweep(shape, contents, settings.soft());
        }
        this.gone = new double[contents];
        this.gonePartial = new double[contents][Math.max(shape.ny(), shape.nz())];
        this.stretch = new float[shape.nz()];
    }

    /// Advances mass and contents by one time step.
    ///
    /// @param fields mass in a cubic metre of gas, contents of a kilogram, projected velocities;
    ///     mass in a cubic metre of cell on return
    /// @param volume gas volume of each cell over the cell's: 1, or more where it burnt; destroyed
    /// @param region where anything differs from the surroundings, with a rim as wide as gas can
    ///     move in the step
    /// @param voxel edge of a cell, m
    /// @param fastest velocity of any face, m/s
    /// @param hottest temperature of any cell, K
    /// @param turned sweeps in the opposite order, as every second step should
    public void advance(
            GasFields fields,
            float[] volume,
            Region region,
            float voxel,
            float dtSeconds,
            float fastest,
            float hottest,
            boolean turned) {
        Arrays.fill(gone, 0);
        cycles = 0;
        if (region.isEmpty()) {
            return;
        }
        float perCell = dtSeconds / voxel;
        float drawn = largestStretch(fields.velocity, volume, region, perCell);
        double diffusion = settings.diffusivity() / voxel / voxel;
        float still = (float) diffusion * dtSeconds;
        float spread = Molecules.at(still, (float) (hottest / Molecules.ROOM));
        double carried =
                Math.max(drawn / (1 - LineSweep.LEAST), fastest * perCell / LineSweep.FURTHEST);
        cycles = 1 + (int) Math.max(carried, Strain.cycles(spread));
        LineSweep.Cycle cycle =
                new LineSweep.Cycle(
                        fields,
                        volume,
                        region,
                        perCell / cycles,
                        dtSeconds / cycles,
                        (float) diffusion);
        for (int i = 0; i < cycles; i++) {
            boolean upright = (i & 1) == (turned ? 1 : 0);
            if (upright) {
                sweepPlanes(cycle, true);
            }
            sweepDepth(cycle);
            if (!upright) {
                sweepPlanes(cycle, false);
            }
        }
        double cell = (double) voxel * voxel * voxel;
        for (int k = 0; k < gone.length; k++) {
            gone[k] *= cell;
        }
        region.forEachRow(
                workers,
                (x, y, z, n, worker) -> {
                    for (int i = shape.at(x, y, z), end = i + n; i < end; i++) {
                        fields.mass[i] *= volume[i];
                    }
                });
    }

    /// What left through the open sides in the last step, J or kg; inflow counts negative.
    public double gone(int content) {
        return gone[content];
    }

    /// Cycles of the last step.
    public int cycles() {
        return cycles;
    }

    /// The most that sweeps in either order draw out of a cell before the last of them brings it
    /// back to 1, over the volume of a cell.
    private float largestStretch(float[][] u, float[] volume, Region region, float perCell) {
        int sy = shape.sy();
        int sz = shape.sz();
        Arrays.fill(stretch, 0);
        region.forEachRow(
                workers,
                (x, y, z, n, worker) -> {
                    int at = shape.at(x, y, z);
                    float row = SweepRows.stretch(u[0], u[1], u[2], volume, perCell, at, n, sy, sz);
                    stretch[z] = Math.max(stretch[z], row);
                });
        float most = 0;
        for (float plane : stretch) {
            most = Math.max(most, plane);
        }
        return most;
    }

    /// Sweeps along x and y: both stay inside one z-plane, so planes are taken through both while
    /// they are in the cache.
    private void sweepPlanes(LineSweep.Cycle cycle, boolean xFirst) {
        CellRange r = cycle.region().bounds();
        clearPartials();
        workers.forEachSlab(
                r.depth(),
                (slab, worker) -> {
                    LineSweep sweep = sweeps[worker];
                    int z = r.z0() + slab;
                    for (int y = r.y0(); xFirst && y < r.y1(); y++) {
                        sweep.along(cycle, y, z, gonePartial, slab);
                    }
                    sweep.across(cycle, 1, z, gonePartial, slab);
                    for (int y = r.y0(); !xFirst && y < r.y1(); y++) {
                        sweep.along(cycle, y, z, gonePartial, slab);
                    }
                });
        collectGone();
    }

    private void sweepDepth(LineSweep.Cycle cycle) {
        CellRange r = cycle.region().bounds();
        clearPartials();
        workers.forEachSlab(
                r.height(),
                (slab, worker) ->
                        sweeps[worker].across(cycle, 2, r.y0() + slab, gonePartial, slab));
        collectGone();
    }

    private void clearPartials() {
        for (double[] p : gonePartial) {
            Arrays.fill(p, 0);
        }
    }

    private void collectGone() {
        for (int k = 0; k < gone.length; k++) {
            for (double p : gonePartial[k]) {
                gone[k] += p;
            }
        }
    }
}
