package ashfall.gas;

import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.Arrays;

/// Carries face velocities with the flow: MacCormack's scheme on back-traced paths (Selle, Fedkiw,
/// Kim, Liu & Rossignac 2008, J. Sci. Comput. 35:350), results kept between the extremes of the
/// stencil they came from. Paths are found at cell centres to second order ([TraceRows#paths]),
/// backward and forward, and averaged to the faces: one search serves three components.
///
/// Air that comes in through an open side brings the wind along the side and keeps its own speed
/// through it.
public final class VelocityTransport {
    /// Keeps the upper neighbour of a sample inside the array.
    private static final float INSIDE = 1e-3f;

    private final GridShape shape;
    private final boolean soft;
    private final FieldPool pool;
    private final Workers workers;
    private final TraceRows[] rows;

    /// @param soft without the correction, which blurs
    public VelocityTransport(GridShape shape, boolean soft, FieldPool pool, Workers workers) {
        this.shape = shape;
        this.soft = soft;
        this.pool = pool;
        this.workers = workers;
        this.rows = new TraceRows[workers.threads()];
        Arrays.setAll(rows, i -> new TraceRows(shape));
    }

    /// How far a flow carries the gas in the middle of each cell in a time step, in cells along x,
    /// y and z; arrays of the pool, for [#advance].
    ///
    /// @param flow face velocities, m/s
    /// @param cellsPerMetrePerSecond time step over voxel: turns m/s into cells
    public float[][] ways(float[][] flow, float cellsPerMetrePerSecond) {
        float[][] ways = {pool.borrow(), pool.borrow(), pool.borrow()};
        float half = 0.5f * cellsPerMetrePerSecond;
        workers.forEachSlab(
                shape.nz(),
                (z, worker) -> {
                    for (int axis = 0; axis < 3; axis++) {
                        int stride = shape.stride(axis);
                        float[] f = flow[axis];
                        float[] c = ways[axis];
                        for (int y = 0; y < shape.ny(); y++) {
                            for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                                c[i] = half * (f[i] + f[i + stride]);
                            }
                        }
                    }
                });
        for (float[] way : ways) {
            Faces.fillSpare(shape, way, -1);
        }
        return ways;
    }

    /// Transports velocities along ways, and adds what accelerates them where they arrive.
    ///
    /// @param ways as [#ways] found them; given back to the pool
    /// @param carried face velocities to move, with their spare layers filled, m/s; only read
    /// @param arrived accelerations, m/s²; on return the velocities
    /// @param seconds for which they are accelerated
    /// @param wind m/s along x, y, z, by layer and one more, carried in by air from outside
    public void advance(
            float[][] ways,
            float[][] carried,
            float[][] arrived,
            float seconds,
            Sides sides,
            float[][] wind) {
        float[][] back = {pool.borrow(), pool.borrow(), pool.borrow()};
        float[][] forth = {pool.borrow(), pool.borrow(), pool.borrow()};
        findPaths(ways, back, forth);
        float[] moved = pool.borrow();
        float[] low = pool.borrow();
        float[] high = pool.borrow();
        for (int axis = 0; axis < 3; axis++) {
            Component component = new Component(shape, axis, sides, wind[axis]);
            float[] from = carried[axis];
            int planes = shape.nz() + (axis == 2 ? 1 : 0);
            workers.forEachSlab(
                    planes,
                    (z, worker) -> component.back(back, from, moved, low, high, z, rows[worker]));
            if (!soft) {
                Faces.fillSpare(shape, moved, axis);
                workers.forEachSlab(
                        planes,
                        (z, worker) ->
                                component.correct(forth, from, moved, low, high, z, rows[worker]));
            }
            add(soft ? moved : low, arrived[axis], seconds);
        }
        for (float[] scratch : new float[][] {moved, low, high}) {
            pool.giveBack(scratch);
        }
        for (int axis = 0; axis < 3; axis++) {
            pool.giveBack(back[axis]);
            pool.giveBack(forth[axis]);
        }
    }

    /// a ← velocity + a · seconds.
    private void add(float[] velocity, float[] a, float seconds) {
        int sz = shape.sz();
        workers.forEachSlab(
                shape.nz() + 2,
                (slab, worker) -> {
                    for (int i = slab * sz, end = i + sz; i < end; i++) {
                        a[i] = velocity[i] + seconds * a[i];
                    }
                });
    }

    private void findPaths(float[][] ways, float[][] back, float[][] forth) {
        workers.forEachSlab(
                shape.nz(),
                (z, worker) -> {
                    for (int y = 0; y < shape.ny(); y++) {
                        int at = shape.at(0, y, z);
                        TraceRows.paths(ways, back, forth, at, shape.nx(), shape.sy(), shape.sz());
                    }
                });
        for (int axis = 0; axis < 3; axis++) {
            Faces.fillSpare(shape, back[axis], -1);
            Faces.fillSpare(shape, forth[axis], -1);
            pool.giveBack(ways[axis]);
        }
    }

    /// The faces normal to one axis, in their own coordinates: face (x, y, z) lies at the point (x,
    /// y, z).
    static final class Component {
        final GridShape shape;
        final int nx;
        final int ny;
        final int sy;
        final int sz;
        final int neighbour;
        final float[] wind;
        final float[] most;
        final float[] lowest = new float[3];
        final float[] highest = new float[3];
        final float[] openLow = new float[3];
        final float[] openHigh = new float[3];

        Component(GridShape shape, int axis, Sides sides, float[] wind) {
            this.shape = shape;
            this.nx = shape.nx() + (axis == 0 ? 1 : 0);
            this.ny = shape.ny() + (axis == 1 ? 1 : 0);
            this.sy = shape.sy();
            this.sz = shape.sz();
            this.neighbour = shape.stride(axis);
            this.wind = wind;
            this.most =
                    new float[] {
                        nx - 1 - INSIDE,
                        ny - 1 - INSIDE,
                        shape.nz() + (axis == 2 ? 1 : 0) - 1 - INSIDE
                    };
            for (int a = 0; a < 3; a++) {
                // Faces across the axis lie half a cell inside the sides.
                float margin = a == axis ? 0 : 0.5f;
                lowest[a] = -margin;
                highest[a] = shape.count(a) - margin;
                openLow[a] = a == axis || sides.lowClosed(a) ? Float.NEGATIVE_INFINITY : lowest[a];
                openHigh[a] =
                        a == axis || sides.highClosed(a) ? Float.POSITIVE_INFINITY : highest[a];
            }
        }

        /// Where the faces of a plane come from: the value there and the extremes around it; the
        /// wind where that is outside an open side.
        void back(
                float[][] path,
                float[] from,
                float[] moved,
                float[] low,
                float[] high,
                int z,
                TraceRows rows) {
            for (int y = 0; y < ny; y++) {
                int at = shape.at(0, y, z);
                rows.go(path, neighbour, at, nx, y, z, most);
                rows.sample(from, moved, low, high, at, nx);
                rows.replaceOutside(openLow, openHigh, wind[y], moved, at, nx);
                rows.replaceOutside(openLow, openHigh, wind[y], low, at, nx);
                rows.replaceOutside(openLow, openHigh, wind[y], high, at, nx);
            }
        }

        /// The corrected values; written over the lowest ones.
        void correct(
                float[][] path,
                float[] from,
                float[] moved,
                float[] low,
                float[] high,
                int z,
                TraceRows rows) {
            for (int y = 0; y < ny; y++) {
                int at = shape.at(0, y, z);
                rows.go(path, neighbour, at, nx, y, z, most);
                rows.sample(moved, 1f, rows.found, 0, nx);
                rows.correct(from, moved, rows.found, low, high, low, at, nx, lowest, highest);
            }
        }
    }
}
