package ashfall.gas;

import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

/// Carries face velocities with the flow: MacCormack's scheme on back-traced paths (Selle, Fedkiw,
/// Kim, Liu & Rossignac 2008, J. Sci. Comput. 35:350), results kept between the extremes of the
/// stencil they came from. Paths are found at cell centres by the midpoint rule, backward and
/// forward, and averaged to the faces: one search serves three components.
///
/// Air that comes in through an open side brings the wind along the side and keeps its own speed
/// through it.
public final class VelocityTransport {
    /// Keeps the upper neighbour of a sample inside the array.
    private static final float INSIDE = 1e-3f;

    /// Half paths shorter than this many cells see the velocity where they begin: the midpoint rule
    /// would change the path by a twentieth of what the velocity changes from cell to cell.
    private static final float SHORT = 0.05f;

    private final GridShape shape;
    private final FieldPool pool;
    private final Workers workers;

    public VelocityTransport(GridShape shape, FieldPool pool, Workers workers) {
        this.shape = shape;
        this.pool = pool;
        this.workers = workers;
    }

    /// Transports `carried` along `flow` for a time step; writes `out`, which must alias neither.
    ///
    /// @param flow face velocities that move the gas, m/s
    /// @param carried face velocities to move, with their spare layers filled, m/s
    /// @param cellsPerMetrePerSecond time step over voxel: turns m/s into cells
    /// @param wind m/s along x, y, z, carried in by air from outside
    public void advance(
            float[][] flow,
            float[][] carried,
            float[][] out,
            Sides sides,
            float[] wind,
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
            workers.forEachSlab(
                    planes, (z, worker) -> component.back(back, from, moved, low, high, z));
            Faces.fillSpare(shape, moved, axis);
            workers.forEachSlab(
                    planes, (z, worker) -> component.correct(forth, from, moved, low, high, to, z));
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
        workers.forEachSlab(shape.nz(), (z, worker) -> pathPlane(centre, back, forth, z));
        for (int axis = 0; axis < 3; axis++) {
            Faces.fillSpare(shape, back[axis], -1);
            Faces.fillSpare(shape, forth[axis], -1);
            pool.giveBack(centre[axis]);
        }
    }

    /// Displacements of the cell centres of a plane, in cells: minus and plus the velocity half a
    /// step away.
    private void pathPlane(float[][] centre, float[][] back, float[][] forth, int z) {
        float[] u = centre[0];
        float[] v = centre[1];
        float[] w = centre[2];
        float maxX = shape.nx() - 1 - INSIDE;
        float maxY = shape.ny() - 1 - INSIDE;
        float maxZ = shape.nz() - 1 - INSIDE;
        int sy = shape.sy();
        int sz = shape.sz();
        for (int y = 0; y < shape.ny(); y++) {
            int at = shape.at(0, y, z);
            for (int x = 0; x < shape.nx(); x++, at++) {
                float hu = 0.5f * u[at];
                float hv = 0.5f * v[at];
                float hw = 0.5f * w[at];
                if (Math.abs(hu) + Math.abs(hv) + Math.abs(hw) < SHORT) {
                    back[0][at] = -u[at];
                    back[1][at] = -v[at];
                    back[2][at] = -w[at];
                    forth[0][at] = u[at];
                    forth[1][at] = v[at];
                    forth[2][at] = w[at];
                    continue;
                }
                for (int direction = 0; direction < 2; direction++) {
                    boolean forward = direction == 1;
                    float gx = clamp(forward ? x + hu : x - hu, maxX);
                    float gy = clamp(forward ? y + hv : y - hv, maxY);
                    float gz = clamp(forward ? z + hw : z - hw, maxZ);
                    int ix = (int) gx;
                    int iy = (int) gy;
                    int iz = (int) gz;
                    float tx = gx - ix;
                    float ty = gy - iy;
                    float tz = gz - iz;
                    int i = (ix + 1) + sy * (iy + 1) + sz * (iz + 1);
                    float sign = forward ? 1f : -1f;
                    float[][] to = forward ? forth : back;
                    to[0][at] = sign * sample(u, i, sy, sz, tx, ty, tz);
                    to[1][at] = sign * sample(v, i, sy, sz, tx, ty, tz);
                    to[2][at] = sign * sample(w, i, sy, sz, tx, ty, tz);
                }
            }
        }
    }

    private static float clamp(float g, float most) {
        return g < 0 ? 0 : g > most ? most : g;
    }

    /// Trilinear interpolation between the eight values from index i upward.
    private static float sample(float[] f, int i, int sy, int sz, float tx, float ty, float tz) {
        float a = f[i] + tx * (f[i + 1] - f[i]);
        float b = f[i + sy] + tx * (f[i + sy + 1] - f[i + sy]);
        float c = f[i + sz] + tx * (f[i + sz + 1] - f[i + sz]);
        float d = f[i + sz + sy] + tx * (f[i + sz + sy + 1] - f[i + sz + sy]);
        float e = a + ty * (b - a);
        float g = c + ty * (d - c);
        return e + tz * (g - e);
    }

    /// The faces normal to one axis, in their own coordinates: face (x, y, z) lies at the point (x,
    /// y, z).
    private static final class Component {
        private final GridShape shape;
        private final int nx;
        private final int ny;
        private final int sy;
        private final int sz;
        private final int neighbour;
        private final float wind;
        private final float maxX;
        private final float maxY;
        private final float maxZ;
        private final float[] lowest = new float[3];
        private final float[] highest = new float[3];
        private final float[] openLow = new float[3];
        private final float[] openHigh = new float[3];

        Component(GridShape shape, int axis, Sides sides, float wind) {
            this.shape = shape;
            this.nx = shape.nx() + (axis == 0 ? 1 : 0);
            this.ny = shape.ny() + (axis == 1 ? 1 : 0);
            this.sy = shape.sy();
            this.sz = shape.sz();
            this.neighbour = shape.stride(axis);
            this.wind = wind;
            this.maxX = nx - 1 - INSIDE;
            this.maxY = ny - 1 - INSIDE;
            this.maxZ = shape.nz() + (axis == 2 ? 1 : 0) - 1 - INSIDE;
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

        void back(float[][] path, float[] from, float[] moved, float[] low, float[] high, int z) {
            float[] dx = path[0];
            float[] dy = path[1];
            float[] dz = path[2];
            for (int y = 0; y < ny; y++) {
                int at = shape.at(0, y, z);
                for (int x = 0; x < nx; x++, at++) {
                    float px = x + 0.5f * (dx[at] + dx[at - neighbour]);
                    float py = y + 0.5f * (dy[at] + dy[at - neighbour]);
                    float pz = z + 0.5f * (dz[at] + dz[at - neighbour]);
                    if (px < openLow[0]
                            || px > openHigh[0]
                            || py < openLow[1]
                            || py > openHigh[1]
                            || pz < openLow[2]
                            || pz > openHigh[2]) {
                        moved[at] = wind;
                        low[at] = wind;
                        high[at] = wind;
                        continue;
                    }
                    float gx = clamp(px, maxX);
                    float gy = clamp(py, maxY);
                    float gz = clamp(pz, maxZ);
                    int ix = (int) gx;
                    int iy = (int) gy;
                    int iz = (int) gz;
                    float tx = gx - ix;
                    float ty = gy - iy;
                    float tz = gz - iz;
                    int i = (ix + 1) + sy * (iy + 1) + sz * (iz + 1);
                    float f0 = from[i];
                    float f1 = from[i + 1];
                    float f2 = from[i + sy];
                    float f3 = from[i + sy + 1];
                    float f4 = from[i + sz];
                    float f5 = from[i + sz + 1];
                    float f6 = from[i + sz + sy];
                    float f7 = from[i + sz + sy + 1];
                    float a = f0 + tx * (f1 - f0);
                    float b = f2 + tx * (f3 - f2);
                    float c = f4 + tx * (f5 - f4);
                    float d = f6 + tx * (f7 - f6);
                    float e = a + ty * (b - a);
                    float g = c + ty * (d - c);
                    moved[at] = e + tz * (g - e);
                    low[at] =
                            least(
                                    least(least(f0, f1), least(f2, f3)),
                                    least(least(f4, f5), least(f6, f7)));
                    high[at] =
                            most(
                                    most(most(f0, f1), most(f2, f3)),
                                    most(most(f4, f5), most(f6, f7)));
                }
            }
        }

        void correct(
                float[][] path,
                float[] from,
                float[] moved,
                float[] low,
                float[] high,
                float[] to,
                int z) {
            float[] dx = path[0];
            float[] dy = path[1];
            float[] dz = path[2];
            for (int y = 0; y < ny; y++) {
                int at = shape.at(0, y, z);
                for (int x = 0; x < nx; x++, at++) {
                    float px = x + 0.5f * (dx[at] + dx[at - neighbour]);
                    float py = y + 0.5f * (dy[at] + dy[at - neighbour]);
                    float pz = z + 0.5f * (dz[at] + dz[at - neighbour]);
                    float first = moved[at];
                    boolean outside =
                            px < lowest[0]
                                    || px > highest[0]
                                    || py < lowest[1]
                                    || py > highest[1]
                                    || pz < lowest[2]
                                    || pz > highest[2];
                    if (outside) {
                        to[at] = first;
                        continue;
                    }
                    float gx = clamp(px, maxX);
                    float gy = clamp(py, maxY);
                    float gz = clamp(pz, maxZ);
                    int ix = (int) gx;
                    int iy = (int) gy;
                    int iz = (int) gz;
                    int i = (ix + 1) + sy * (iy + 1) + sz * (iz + 1);
                    float returned = sample(moved, i, sy, sz, gx - ix, gy - iy, gz - iz);
                    to[at] =
                            Math.max(
                                    low[at],
                                    Math.min(high[at], first + 0.5f * (from[at] - returned)));
                }
            }
        }

        private static float least(float a, float b) {
            return a < b ? a : b;
        }

        private static float most(float a, float b) {
            return a > b ? a : b;
        }
    }
}
