package ashfall.gas;

import ashfall.grid.Box;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.work.Workers;

import java.util.Arrays;
import java.util.List;

/// What stands in the gas, as the gas sees it: which share of each face is open, and how fast the
/// rest moves (Ng, Min & Gibou 2009, J. Comput. Phys. 228:8807). The volume that passes a face is
/// `αu + (1 − α)u_solid`; pressure acts on the open share alone.
///
/// The room that bodies take up goes on as air that moves with them: it takes part in nothing, as
/// all its faces are closed, and no cell is ever small.
public final class Solids {
    /// Less of a face than this is closed: what is hardly open would only slow the pressure down.
    private static final float LEAST_OPEN = 0.02f;

    /// A body as it stands for a step.
    public interface Body {
        /// From a point to the surface, m; negative inside.
        double distance(double x, double y, double z);

        /// m/s of a point of it along an axis.
        double speed(int axis, double x, double y, double z);

        /// The room it takes along an axis, m.
        double from(int axis);

        double to(int axis);
    }

    private final Box box;
    private final Lattice lattice;
    private final GridShape shape;
    private final Sides sides;
    private final Workers workers;
    private final Pockets pockets;
    private final float[][] open;
    private final float[][] speed;
    private final boolean[] solid;

    /// Distances at the lower corners of cells, m.
    private final float[] corners;

    private final boolean isMoving;
    private CellRange touched = CellRange.NONE;

    /// @param moving whether bodies ever move
    public Solids(Box box, Lattice lattice, Sides sides, boolean moving, Workers workers) {
        this.box = box;
        this.lattice = lattice;
        this.shape = box.shape();
        this.workers = workers;
        this.sides = sides;
        this.isMoving = moving;
        this.open = new float[3][shape.size()];
        this.speed = moving ? new float[3][shape.size()] : null;
        this.solid = new boolean[shape.size()];
        this.corners = new float[shape.size()];
        this.pockets = new Pockets(shape, sides);
        for (float[] shares : open) {
            Arrays.fill(shares, 1);
        }
    }

    private Solids() {
        this.box = null;
        this.lattice = null;
        this.shape = null;
        this.workers = null;
        this.sides = null;
        this.isMoving = false;
        this.open = null;
        this.speed = null;
        this.solid = null;
        this.corners = null;
        this.pockets = null;
    }

    /// Nothing but gas: costs nothing.
    public static Solids none() {
        return new Solids();
    }

    /// Is there nothing in the gas?
    public boolean isEmpty() {
        return open == null;
    }

    public boolean isMoving() {
        return isMoving;
    }

    /// Does the middle of a cell lie in a body, by the distances at its corners?
    public boolean isSolid(int cell) {
        return solid != null && solid[cell];
    }

    /// Share of the lower face of a cell, across an axis, through which gas may go.
    public float open(int axis, int cell) {
        return open == null ? 1 : open[axis][cell];
    }

    /// Finds open shares and speeds anew.
    public void place(List<? extends Body> bodies) {
        CellRange now = CellRange.NONE;
        for (Body body : bodies) {
            now = now.union(range(body));
        }
        CellRange all = touched.union(now);
        touched = now;
        if (all.isEmpty()) {
            return;
        }
        workers.forEachSlab(
                all.depth() + 2, (slab, worker) -> findCorners(bodies, all, all.z0() + slab));
        workers.forEachSlab(
                all.depth() + 1, (slab, worker) -> placePlane(bodies, all, all.z0() + slab));
        pockets.find(open, now);
    }

    /// Did bodies, where they are or were a step ago, come near these cells?
    public boolean touch(CellRange cells) {
        return touched.overlaps(cells);
    }

    /// Cells whose faces a body may close, with one more on each side.
    private CellRange range(Body body) {
        int[] from = new int[3];
        int[] to = new int[3];
        double h = lattice.voxel();
        for (int axis = 0; axis < 3; axis++) {
            double origin = lattice.origin(axis) + box.from(axis) * h;
            int count = shape.count(axis);
            from[axis] =
                    Math.clamp((long) Math.floor((body.from(axis) - origin) / h) - 1, 0, count);
            to[axis] = Math.clamp((long) Math.ceil((body.to(axis) - origin) / h) + 1, 0, count);
        }
        return new CellRange(from[0], to[0], from[1], to[1], from[2], to[2]);
    }

    /// Distances at the lower corners of a plane of cells, and of the next ones along x and y.
    private void findCorners(List<? extends Body> bodies, CellRange r, int z) {
        double h = lattice.voxel();
        double wz = lattice.origin(2) + (box.z() + z) * h;
        for (int y = r.y0(); z <= shape.nz() && y <= Math.min(r.y1() + 1, shape.ny()); y++) {
            double wy = lattice.origin(1) + (box.y() + y) * h;
            for (int x = r.x0(); x <= Math.min(r.x1() + 1, shape.nx()); x++) {
                double wx = lattice.origin(0) + (box.x() + x) * h;
                double least = Double.POSITIVE_INFINITY;
                for (Body body : bodies) {
                    least = Math.min(least, body.distance(wx, wy, wz));
                }
                corners[shape.at(x, y, z)] = (float) least;
            }
        }
    }

    /// The faces of a plane of cells of a range; past the last plane those across z only.
    private void placePlane(List<? extends Body> bodies, CellRange r, int z) {
        int sy = shape.sy();
        int sz = shape.sz();
        for (int y = r.y0(); y <= r.y1(); y++) {
            for (int x = r.x0(); x <= r.x1(); x++) {
                int i = shape.at(x, y, z);
                boolean row = x < shape.nx();
                boolean column = y < shape.ny();
                boolean depth = z < shape.nz();
                if (column && depth) {
                    open[0][i] = share(i, sy, sz);
                }
                if (row && depth) {
                    open[1][i] = share(i, 1, sz);
                }
                if (row && column) {
                    open[2][i] = share(i, 1, sy);
                }
                if (row && column && depth) {
                    float low = corners[i] + corners[i + 1] + corners[i + sy] + corners[i + sy + 1];
                    int j = i + sz;
                    float high =
                            corners[j] + corners[j + 1] + corners[j + sy] + corners[j + sy + 1];
                    solid[i] = low + high < 0;
                }
                for (int axis = 0; axis < 3; axis++) {
                    int at = axis == 0 ? x : axis == 1 ? y : z;
                    boolean wall =
                            (at == 0 && sides.lowClosed(axis))
                                    || (at == shape.count(axis) && sides.highClosed(axis));
                    open[axis][i] = wall ? 0 : open[axis][i];
                    if (isMoving) {
                        boolean none = wall || open[axis][i] == 1;
                        speed[axis][i] = none ? 0 : speed(bodies, axis, x, y, z);
                    }
                }
            }
        }
    }

    private float share(int i, int a, int b) {
        return share(corners[i], corners[i + a], corners[i + b], corners[i + a + b]);
    }

    /// Speed of the body next to the lower face of a cell.
    private float speed(List<? extends Body> bodies, int axis, int x, int y, int z) {
        double h = lattice.voxel();
        double wx = lattice.origin(0) + (box.x() + x + (axis == 0 ? 0 : 0.5)) * h;
        double wy = lattice.origin(1) + (box.y() + y + (axis == 1 ? 0 : 0.5)) * h;
        double wz = lattice.origin(2) + (box.z() + z + (axis == 2 ? 0 : 0.5)) * h;
        Body nearest = bodies.getFirst();
        for (Body body : bodies) {
            boolean nearer = body.distance(wx, wy, wz) < nearest.distance(wx, wy, wz);
            nearest = nearer ? body : nearest;
        }
        return (float) nearest.speed(axis, wx, wy, wz);
    }

    /// Share of a square in which a distance is above 0, by its values at the corners: b and c are
    /// opposite each other. Split into triangles along both diagonals, so that nothing depends on
    /// which way it lies.
    static float share(double a, double b, double c, double d) {
        if (a > 0 && b > 0 && c > 0 && d > 0) {
            return 1;
        }
        double sum =
                triangle(a, b, c) + triangle(d, b, c) + (triangle(b, a, d) + triangle(c, a, d));
        float share = (float) (0.25 * sum);
        return share < LEAST_OPEN ? 0 : share;
    }

    /// Share of a triangle in which a linear function is above 0.
    private static double triangle(double a, double b, double c) {
        int above = (a > 0 ? 1 : 0) + (b > 0 ? 1 : 0) + (c > 0 ? 1 : 0);
        return switch (above) {
            case 0 -> 0;
            case 1 -> a > 0 ? corner(a, b, c) : b > 0 ? corner(b, a, c) : corner(c, a, b);
            case 2 -> 1 - (a <= 0 ? corner(a, b, c) : b <= 0 ? corner(b, a, c) : corner(c, a, b));
            default -> 1;
        };
    }

    /// The share around the corner that has another sign than the two others.
    private static double corner(double own, double one, double other) {
        return own == 0 ? 0 : own * own / ((own - one) * (own - other));
    }

    /// What is done with a row of faces across an axis, or of cells.
    @FunctionalInterface
    private interface Row {
        void run(int axis, int from, int to);
    }

    private void forEachFace(Row what) {
        forEach(0, 3, 1, what);
    }

    private void forEachCell(Row what) {
        forEach(0, 1, 0, what);
    }

    private void forEach(int firstAxis, int endAxis, int more, Row what) {
        CellRange r = touched;
        if (r.isEmpty()) {
            return;
        }
        workers.forEachSlab(
                r.depth() + more,
                (slab, worker) -> {
                    for (int axis = firstAxis; axis < endAxis; axis++) {
                        for (int y = r.y0(); y < r.y1() + more; y++) {
                            int at = shape.at(r.x0(), y, r.z0() + slab);
                            what.run(axis, at, at + r.width() + more);
                        }
                    }
                });
    }

    /// Lets the faces inside bodies move with these.
    public void hold(float[][] u) {
        forEachFace(
                (axis, from, to) -> {
                    for (int i = from; i < to; i++) {
                        if (open[axis][i] == 0) {
                            u[axis][i] = speed == null ? 0 : speed[axis][i];
                        }
                    }
                });
    }

    /// Mean speeds through whole faces: of the gas where they are open, of bodies where not.
    ///
    /// @return arrays of the pool
    public float[][] flux(float[][] u, FieldPool pool) {
        float[][] flux = {pool.borrow(), pool.borrow(), pool.borrow()};
        for (int axis = 0; axis < 3; axis++) {
            System.arraycopy(u[axis], 0, flux[axis], 0, u[axis].length);
        }
        forEachFace(
                (axis, from, to) -> {
                    for (int i = from; i < to; i++) {
                        float body = speed == null ? 0 : speed[axis][i];
                        flux[axis][i] = body + open[axis][i] * (flux[axis][i] - body);
                    }
                });
        return flux;
    }

    /// Makes the coefficients of faces those of their open shares.
    void weigh(float[][] beta) {
        forEachFace(
                (axis, from, to) -> {
                    for (int i = from; i < to; i++) {
                        beta[axis][i] *= open[axis][i];
                    }
                });
    }

    /// Takes [#weigh] back, but for closed faces, which keep 0.
    void unweigh(float[][] beta) {
        forEachFace(
                (axis, from, to) -> {
                    for (int i = from; i < to; i++) {
                        float share = open[axis][i];
                        beta[axis][i] = share == 0 ? 0 : beta[axis][i] / share;
                    }
                });
    }

    /// Leaves cells without an open face out of the right side of the pressure's equations, and
    /// takes from each room that has no way out what it grows by in the mean: pressure cannot let
    /// that out.
    void settle(float[] right) {
        forEachCell(
                (axis, from, to) -> {
                    for (int i = from; i < to; i++) {
                        if (isClosed(i)) {
                            right[i] = 0;
                        }
                    }
                });
        pockets.removeMeans(right);
    }

    private boolean isClosed(int i) {
        return open[0][i] == 0
                && open[0][i + 1] == 0
                && open[1][i] == 0
                && open[1][i + shape.sy()] == 0
                && open[2][i] == 0
                && open[2][i + shape.sz()] == 0;
    }

    /// No eddy mixes through a wall: takes the strain from cells that have a closed face.
    public void calm(float[] strain) {
        forEachCell(
                (axis, from, to) -> {
                    for (int i = from; i < to; i++) {
                        if (open[0][i] == 0
                                || open[0][i + 1] == 0
                                || open[1][i] == 0
                                || open[1][i + shape.sy()] == 0
                                || open[2][i] == 0
                                || open[2][i + shape.sz()] == 0) {
                            strain[i] = 0;
                        }
                    }
                });
    }
}
