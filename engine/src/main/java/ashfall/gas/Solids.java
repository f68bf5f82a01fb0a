package ashfall.gas;

import ashfall.grid.Box;
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
/// all its faces are closed, and no cell is ever small. Only what is near bodies is kept and gone
/// through: without any they cost nothing.
public final class Solids {
    /// Less of a face than this is closed: what is hardly open would only slow the pressure down.
    private static final float LEAST_OPEN = 0.02f;

    /// Bytes for a cell near bodies that move; a little more on their surfaces.
    public static final int BYTES_PER_CELL = 34;

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
    private final boolean isMoving;

    /// Cells near bodies, and how they lie in the arrays below, which hold nothing else.
    private CellRange near = CellRange.NONE;

    private GridShape local;
    private float[][] open = new float[3][0];
    private float[][] speed = new float[3][0];
    private boolean[] solid = new boolean[0];

    /// Distances at the lower corners of cells, m.
    private float[] corners = new float[0];

    private final PartlyOpen[] partly = {new PartlyOpen(), new PartlyOpen(), new PartlyOpen()};
    private final Pockets pockets;

    /// The faces across an axis that are neither open nor closed: where they are in the grid's
    /// arrays, the share that is open, the body's speed, and room for a value of each.
    private static final class PartlyOpen {
        int count;
        int[] face = new int[64];
        float[] share = new float[64];
        float[] speed = new float[64];
        float[] kept = new float[64];

        void add(int at, float open, float body) {
            if (count == face.length) {
                face = Arrays.copyOf(face, 2 * count);
                share = Arrays.copyOf(share, 2 * count);
                speed = Arrays.copyOf(speed, 2 * count);
                kept = Arrays.copyOf(kept, 2 * count);
            }
            face[count] = at;
            share[count] = open;
            speed[count++] = body;
        }
    }

    /// @param moving whether bodies ever move
    public Solids(Box box, Lattice lattice, Sides sides, boolean moving, Workers workers) {
        this.box = box;
        this.lattice = lattice;
        this.shape = box.shape();
        this.workers = workers;
        this.sides = sides;
        this.isMoving = moving;
        this.pockets = new Pockets(shape, sides);
    }

    /// Is nothing in the box?
    boolean areNone() {
        return near.isEmpty();
    }

    public boolean isMoving() {
        return isMoving;
    }

    /// Does the middle of a cell lie in a body, by the distances at its corners?
    public boolean isSolid(int x, int y, int z) {
        return near.holds(x, y, z) && solid[local.at(x - near.x0(), y - near.y0(), z - near.z0())];
    }

    /// Share of the lower face of a cell, across an axis, through which gas may go.
    public float open(int axis, int x, int y, int z) {
        return near.holds(x, y, z)
                ? open[axis][local.at(x - near.x0(), y - near.y0(), z - near.z0())]
                : 1;
    }

    /// Cells at which bodies may be.
    public CellRange near() {
        return near;
    }

    /// How much of the bodies' surface lies in a cell, in faces of a cell: a closed surface's part
    /// is as large as what its open faces differ by (divergence theorem). An edge within the cell
    /// counts as if it were cut off.
    public double surface(int x, int y, int z) {
        double sum = 0;
        for (int axis = 0; axis < 3; axis++) {
            int at = axis == 0 ? x : axis == 1 ? y : z;
            int dx = axis == 0 ? 1 : 0;
            int dy = axis == 1 ? 1 : 0;
            int dz = axis == 2 ? 1 : 0;
            // The box's own walls are no body's.
            double low = at == 0 ? 1 : open(axis, x, y, z);
            double high = at + 1 == shape.count(axis) ? 1 : open(axis, x + dx, y + dy, z + dz);
            sum += (high - low) * (high - low);
        }
        return Math.sqrt(sum);
    }

    /// Do bodies come near these cells?
    public boolean touch(CellRange cells) {
        return near.overlaps(cells);
    }

    /// Finds open shares and speeds anew.
    public void place(List<? extends Body> bodies) {
        near = CellRange.NONE;
        for (Body body : bodies) {
            near = near.union(range(body));
        }
        for (PartlyOpen faces : partly) {
            faces.count = 0;
        }
        if (near.isEmpty()) {
            pockets.forget();
            return;
        }
        local = new GridShape(near.width(), near.height(), near.depth());
        if (solid.length < local.size()) {
            solid = new boolean[local.size()];
            corners = new float[local.size()];
            open = new float[3][local.size()];
            speed = isMoving ? new float[3][local.size()] : speed;
        }
        workers.forEachSlab(local.nz() + 1, (z, worker) -> findCorners(bodies, z));
        workers.forEachSlab(local.nz() + 1, (z, worker) -> placePlane(bodies, z));
        for (int axis = 0; axis < 3; axis++) {
            for (int z = 0; z < planes(axis); z++) {
                forEachRow(axis, 1, z, this::keepPartlyOpen);
            }
        }
        pockets.find(open, near, local);
    }

    private void keepPartlyOpen(int axis, int at, int face, int n) {
        for (int i = 0; i < n; i++) {
            float share = open[axis][at + i];
            if (share > 0 && share < 1) {
                partly[axis].add(face + i, share, speed(axis, at + i));
            }
        }
    }

    private float speed(int axis, int at) {
        return isMoving ? speed[axis][at] : 0;
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
        CellRange range = new CellRange(from[0], to[0], from[1], to[1], from[2], to[2]);
        return range.isEmpty() ? CellRange.NONE : range;
    }

    /// Where a corner or the middle of a face across an axis lies, m; `ahead` in cells.
    private double world(int axis, int cell, double ahead) {
        int first = axis == 0 ? near.x0() : axis == 1 ? near.y0() : near.z0();
        return lattice.origin(axis) + (box.from(axis) + first + cell + ahead) * lattice.voxel();
    }

    private void findCorners(List<? extends Body> bodies, int z) {
        for (int y = 0; y <= local.ny(); y++) {
            int at = local.at(0, y, z);
            for (int x = 0; x <= local.nx(); x++) {
                double least = Double.POSITIVE_INFINITY;
                for (Body body : bodies) {
                    double d = body.distance(world(0, x, 0), world(1, y, 0), world(2, z, 0));
                    least = Math.min(least, d);
                }
                corners[at + x] = (float) least;
            }
        }
    }

    /// The lower faces of a plane of cells; past the last plane those across z only.
    private void placePlane(List<? extends Body> bodies, int z) {
        int sy = local.sy();
        int sz = local.sz();
        boolean inside = z < local.nz();
        for (int y = 0; y <= local.ny(); y++) {
            for (int x = 0; x <= local.nx(); x++) {
                int i = local.at(x, y, z);
                boolean column = y < local.ny();
                boolean row = x < local.nx();
                if (inside && column) {
                    placeFace(bodies, 0, x, y, z, share(i, sy, sz));
                }
                if (inside && row) {
                    placeFace(bodies, 1, x, y, z, share(i, 1, sz));
                }
                if (row && column) {
                    placeFace(bodies, 2, x, y, z, share(i, 1, sy));
                }
                if (inside && row && column) {
                    int j = i + sz;
                    float low = corners[i] + corners[i + 1] + corners[i + sy] + corners[i + sy + 1];
                    float up = corners[j] + corners[j + 1] + corners[j + sy] + corners[j + sy + 1];
                    solid[i] = low + up < 0;
                }
            }
        }
    }

    private float share(int i, int a, int b) {
        return share(corners[i], corners[i + a], corners[i + b], corners[i + a + b]);
    }

    private void placeFace(
            List<? extends Body> bodies, int axis, int x, int y, int z, float share) {
        int i = local.at(x, y, z);
        int at = axis == 0 ? near.x0() + x : axis == 1 ? near.y0() + y : near.z0() + z;
        boolean wall =
                (at == 0 && sides.lowClosed(axis))
                        || (at == shape.count(axis) && sides.highClosed(axis));
        open[axis][i] = wall ? 0 : share;
        if (isMoving) {
            speed[axis][i] = wall || share == 1 ? 0 : speed(bodies, axis, x, y, z);
        }
    }

    /// Speed of the body next to the lower face of a cell.
    private float speed(List<? extends Body> bodies, int axis, int x, int y, int z) {
        double wx = world(0, x, axis == 0 ? 0 : 0.5);
        double wy = world(1, y, axis == 1 ? 0 : 0.5);
        double wz = world(2, z, axis == 2 ? 0 : 0.5);
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

    /// What is done with a row of n faces across an axis, or of cells: `at` is the first's place in
    /// the arrays here, `face` that in the grid's.
    @FunctionalInterface
    private interface Row {
        void run(int axis, int at, int face, int n);
    }

    private void forEachFace(Row what) {
        for (int axis = 0; axis < 3 && !near.isEmpty(); axis++) {
            int own = axis;
            workers.forEachSlab(planes(axis), (z, worker) -> forEachRow(own, 1, z, what));
        }
    }

    private void forEachCell(Row what) {
        if (!near.isEmpty()) {
            workers.forEachSlab(local.nz(), (z, worker) -> forEachRow(0, 0, z, what));
        }
    }

    /// Planes of faces across an axis.
    private int planes(int axis) {
        return local.nz() + (axis == 2 ? 1 : 0);
    }

    /// @param more 1 for faces, with the last ones along the axis; 0 for cells
    private void forEachRow(int axis, int more, int z, Row what) {
        int n = local.nx() + (axis == 0 ? more : 0);
        for (int y = 0; y < local.ny() + (axis == 1 ? more : 0); y++) {
            int face = shape.at(near.x0(), near.y0() + y, near.z0() + z);
            what.run(axis, local.at(0, y, z), face, n);
        }
    }

    /// Lets the faces inside bodies move with these.
    public void hold(float[][] u) {
        forEachFace(
                (axis, at, face, n) -> {
                    for (int i = 0; i < n; i++) {
                        if (open[axis][at + i] == 0) {
                            u[axis][face + i] = speed(axis, at + i);
                        }
                    }
                });
    }

    /// Puts the mean speed through the whole of each face in the place of the gas's own, until
    /// [#unblend].
    public void blend(float[][] u) {
        for (int axis = 0; axis < 3; axis++) {
            PartlyOpen faces = partly[axis];
            for (int k = 0; k < faces.count; k++) {
                float own = u[axis][faces.face[k]];
                faces.kept[k] = own;
                u[axis][faces.face[k]] = faces.speed[k] + faces.share[k] * (own - faces.speed[k]);
            }
        }
    }

    /// Puts the values back that [#blend] or [#weigh] took.
    public void unblend(float[][] faceValues) {
        for (int axis = 0; axis < 3; axis++) {
            PartlyOpen faces = partly[axis];
            for (int k = 0; k < faces.count; k++) {
                faceValues[axis][faces.face[k]] = faces.kept[k];
            }
        }
    }

    /// Makes the coefficients of faces those of their open shares, until [#unblend]; closed ones
    /// keep 0.
    void weigh(float[][] beta) {
        for (int axis = 0; axis < 3; axis++) {
            PartlyOpen faces = partly[axis];
            for (int k = 0; k < faces.count; k++) {
                faces.kept[k] = beta[axis][faces.face[k]];
                beta[axis][faces.face[k]] *= faces.share[k];
            }
        }
        forEachFace(
                (axis, at, face, n) -> {
                    for (int i = 0; i < n; i++) {
                        beta[axis][face + i] = open[axis][at + i] == 0 ? 0 : beta[axis][face + i];
                    }
                });
    }

    /// Leaves cells without an open face out of the right side of the pressure's equations, and
    /// takes from each room that has no way out what it grows by in the mean: pressure cannot let
    /// that out.
    void settle(float[] right) {
        forEachCell(
                (axis, at, cell, n) -> {
                    for (int i = 0; i < n; i++) {
                        if (openFaces(at + i) == 0) {
                            right[cell + i] = 0;
                        }
                    }
                });
        pockets.removeMeans(right);
    }

    /// No eddy mixes through a wall: takes the strain from cells that have a closed face.
    public void calm(float[] strain) {
        forEachCell(
                (axis, at, cell, n) -> {
                    for (int i = 0; i < n; i++) {
                        if (openFaces(at + i) < 6) {
                            strain[cell + i] = 0;
                        }
                    }
                });
    }

    /// How many of a cell's faces are not closed.
    private int openFaces(int i) {
        return (open[0][i] > 0 ? 1 : 0)
                + (open[0][i + 1] > 0 ? 1 : 0)
                + (open[1][i] > 0 ? 1 : 0)
                + (open[1][i + local.sy()] > 0 ? 1 : 0)
                + (open[2][i] > 0 ? 1 : 0)
                + (open[2][i + local.sz()] > 0 ? 1 : 0);
    }
}
