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

    /// Transports `carried` along `flow` for a time step; writes `out`, which must alias neither.
    ///
    /// @param flow face velocities that move the gas, m/s
    /// @param carried face velocities to move, with their spare layers filled, m/s
    /// @param cellsPerMetrePerSecond time step over voxel: turns m/s into cells
    /// @param wind m/s along x, y, z, by layer and one more, carried in by air from outside
    public void advance(
            float[][] flow,
            float[][] carried,
            float[][] out,
            Sides sides,
            float[][] wind,
            float cellsPerMetrePerSecond) {
        float[][] back = {pool.borrow(), pool.borrow(), pool.borrow()};
        float[][] forth = {pool.borrow(), pool.borrow(), pool.borrow()};
        findPaths(flow, back, forth, cellsPerMetrePerSecond);
        float[] moved = pool.borrow();
        float[] low = pool.borrow();
        float[] high = pool.borrow();
        for (int axis = 0; axis < 3; axis++) {
            Component component = new Component(shape, axis, sides, wind[axis]);
            float[] from = carried[axis];
            float[] to = out[axis];
            int planes = shape.nz() + (axis == 2 ? 1 : 0);
            float[] first = soft ? to : moved;
            workers.forEachSlab(
                    planes,
                    (z, worker) -> component.back(back, from, first, low, high, z, rows[worker]));
            if (soft) {
                continue;
            }
            Faces.fillSpare(shape, moved, axis);
            workers.forEachSlab(
                    planes,
                    (z, worker) ->
                            component.correct(forth, from, moved, low, high, to, z, rows[worker]));
        }
        pool.giveBack(moved);
        pool.giveBack(low);
        pool.giveBack(high);
        for (int axis = 0; axis < 3; axis++) {
            pool.giveBack(back[axis]);
            pool.giveBack(forth[axis]);
        }
    }

    private void findPaths(float[][] flow, float[][] back, float[][] forth, float scale) {
        float[][] centre = {pool.borrow(), pool.borrow(), pool.borrow()};
        workers.forEachSlab(
                shape.nz(),
                (z, worker) -> {
                    for (int axis = 0; axis < 3; axis++) {
                        int stride = shape.stride(axis);
                        float[] f = flow[axis];
                        float[] c = centre[axis];
                        for (int y = 0; y < shape.ny(); y++) {
                            for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                                c[i] = 0.5f * scale * (f[i] + f[i + stride]);
                            }
                        }
                    }
                });
        for (float[] c : centre) {
            Faces.fillSpare(shape, c, -1);
        }
        workers.forEachSlab(
                shape.nz(),
                (z, worker) -> {
                    for (int y = 0; y < shape.ny(); y++) {
                        int at = shape.at(0, y, z);
                        TraceRows.paths(
                                centre, back, forth, at, shape.nx(), shape.sy(), shape.sz());
                    }
                });
        for (int axis = 0; axis < 3; axis++) {
            Faces.fillSpare(shape, back[axis], -1);
            Faces.fillSpare(shape, forth[axis], -1);
            pool.giveBack(centre[axis]);
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

        void correct(
                float[][] path,
                float[] from,
                float[] moved,
                float[] low,
                float[] high,
                float[] to,
                int z,
                TraceRows rows) {
            for (int y = 0; y < ny; y++) {
                int at = shape.at(0, y, z);
                rows.go(path, neighbour, at, nx, y, z, most);
                rows.sample(moved, 1f, rows.found, 0, nx);
                rows.correct(from, moved, rows.found, low, high, to, at, nx, lowest, highest);
            }
        }
    }
}
