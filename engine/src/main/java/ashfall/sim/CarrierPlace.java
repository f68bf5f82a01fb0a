package ashfall.sim;

import ashfall.gas.CellRange;
import ashfall.gas.Solids;
import ashfall.grid.Box;
import ashfall.grid.Lattice;
import ashfall.particles.Carriers;
import ashfall.work.Workers;

import java.util.Arrays;

/// Which cells the carriers of a source cover: a ball around each, in which it releases by its
/// strength, however many voxels the ball has. They are looked at so often that fast ones leave no
/// beads.
final class CarrierPlace extends SourcePlace {
    /// How far a carrier may go between two looks, in voxels and in radii.
    private static final double VOXELS_APART = 0.5;

    private static final double RADII_APART = 0.5;
    private static final int MOST_LOOKS = 64;

    /// A ball smaller than this, in voxels, would slip between the middles of cells.
    private static final double LEAST_RADIUS = 0.87;

    /// Radius in voxels from which on a ball's volume counts, not its cells one by one.
    private static final double MANY = 24;

    /// What each look found: where, how fast, how large and how strong; by NUMBERS.
    private static final int NUMBERS = 8;

    private static final int RADIUS = 3;
    private static final int SPEED = 4;
    private static final int STRENGTH = 7;

    private final double[] balls;
    private final int count;
    private final int looks;

    /// Cells' worth that each ball covers.
    private final double[] reach;

    private final Lattice lattice;
    private final Box box;
    private final Solids solids;
    private final double inherited;

    CarrierPlace(
            SourceSettings source,
            Box box,
            Setup setup,
            Solids solids,
            double from,
            double to,
            Workers workers) {
        super(source, covered(source, box, setup.lattice(), from, to));
        this.lattice = setup.lattice();
        this.box = box;
        this.solids = solids;
        this.inherited = source.inherited();
        int many = looks(source.carriers(), lattice.voxel(), from, to);
        Collector found = new Collector(LEAST_RADIUS * lattice.voxel());
        for (int k = 0; k < many; k++) {
            source.carriers().forEachLiving(from + (k + 0.5) / many * (to - from), found);
        }
        this.balls = found.balls;
        this.count = found.count;
        this.reach = new double[count];
        this.looks = many;
        workers.forEachSlab(count, (i, worker) -> measure(i));
        workers.forEachSlab(range.depth(), (plane, worker) -> fillPlane(plane));
        double sum = 0;
        for (int i = 0; i < count; i++) {
            sum += balls[NUMBERS * i + STRENGTH] / looks;
        }
        // What is released outside the box is part of the sum, but not of what the cells get.
        scale(sum, lattice.voxel());
    }

    /// Adds up how many cells' worth a ball covers, wherever they are; those in bodies get nothing.
    private void measure(int i) {
        int b = NUMBERS * i;
        double h = lattice.voxel();
        double r = balls[b + RADIUS] + 0.5 * h;
        if (r > MANY * h) {
            double cells = balls[b + RADIUS] / h;
            reach[i] = 4 * Math.PI / 3 * cells * cells * cells;
            return;
        }
        int[] from = new int[3];
        int[] to = new int[3];
        for (int axis = 0; axis < 3; axis++) {
            double at = (balls[b + axis] - lattice.origin(axis)) / h - box.from(axis);
            from[axis] = (int) Math.floor(at - r / h - 0.5);
            to[axis] = (int) Math.ceil(at + r / h + 0.5);
        }
        double sum = 0;
        for (int z = from[2]; z < to[2]; z++) {
            for (int y = from[1]; y < to[1]; y++) {
                for (int x = from[0]; x < to[0]; x++) {
                    if (!solids.isSolid(x, y, z)) {
                        sum += cover(b, centre(0, x), centre(1, y), centre(2, z));
                    }
                }
            }
        }
        reach[i] = sum;
    }

    private double centre(int axis, int cell) {
        return lattice.centre(axis, box.from(axis) + cell);
    }

    /// How much of a cell around a place a ball covers: falling over a voxel at its surface.
    private double cover(int b, double x, double y, double z) {
        double dx = x - balls[b];
        double dy = y - balls[b + 1];
        double dz = z - balls[b + 2];
        double square = dx * dx + dy * dy + dz * dz;
        double h = lattice.voxel();
        // Most places are outside: no root is drawn for them.
        if (square > outerSquare(b)) {
            return 0;
        }
        double inside = balls[b + RADIUS] - Math.sqrt(square) + 0.5 * h;
        return Math.max(0, Math.min(1, inside / h));
    }

    /// Square of a distance from whose root on a ball covers nothing.
    private double outerSquare(int b) {
        double outer = balls[b + RADIUS] + 0.5 * lattice.voxel();
        return outer * outer * (1 + 1e-12);
    }

    private void fillPlane(int plane) {
        int n = range.width() * range.height();
        int j = plane * n;
        forEachCovered(
                plane,
                -1,
                (i, at, x, y, z, cover) -> {
                    if (reach[i] > 0 && !solids.isSolid(x, y, z)) {
                        double strength = balls[NUMBERS * i + STRENGTH];
                        weight[j + at] += (float) (strength * cover / reach[i] / looks);
                        if (kept != null) {
                            kept[j + at] = (float) Math.min(1, kept[j + at] + cover / looks);
                        }
                    }
                });
        for (int axis = 0; axis < 3 && (own != null || outward != null); axis++) {
            pushPlane(axis, plane, new Faces(n));
        }
    }

    /// What balls do to the faces of a plane: the most that one covers, and sums over all.
    private static final class Faces {
        final double[] most;
        final double[] covers;
        final double[] speed;
        final double[] away;

        Faces(int n) {
            most = new double[n];
            covers = new double[n];
            speed = new double[n];
            away = new double[n];
        }
    }

    private void pushPlane(int axis, int plane, Faces faces) {
        int n = range.width() * range.height();
        double h = lattice.voxel();
        forEachCovered(
                plane,
                axis,
                (i, at, x, y, z, cover) -> {
                    int b = NUMBERS * i;
                    double face = centre(axis, axis == 0 ? x : axis == 1 ? y : z) - 0.5 * h;
                    faces.most[at] = Math.max(faces.most[at], cover);
                    faces.covers[at] += cover;
                    faces.speed[at] += cover * balls[b + SPEED + axis];
                    faces.away[at] += cover * (face - balls[b + axis]) / balls[b + RADIUS];
                });
        for (int at = 0; at < n; at++) {
            double covers = faces.covers[at];
            if (own != null) {
                boolean within = faces.most[at] >= 0.5;
                double speed = within ? inherited * faces.speed[at] / covers : Double.NaN;
                own[axis][plane * n + at] = (float) speed;
            }
            if (outward != null) {
                double away = covers > 0 ? faces.away[at] / covers : Double.NaN;
                outward[axis][plane * n + at] = (float) away;
            }
        }
    }

    /// What is done with a cell of a plane that a ball covers, or with its lower face.
    @FunctionalInterface
    private interface Covered {
        void run(int ball, int at, int x, int y, int z, double cover);
    }

    /// Visits what balls cover of a plane of the range: middles of cells, or of their lower faces
    /// across an axis.
    private void forEachCovered(int plane, int axis, Covered visit) {
        double h = lattice.voxel();
        int z = range.z0() + plane;
        double wz = centre(2, z) - (axis == 2 ? 0.5 * h : 0);
        for (int i = 0; i < count; i++) {
            int b = NUMBERS * i;
            double r = balls[b + RADIUS] + 0.5 * h;
            if (Math.abs(wz - balls[b + 2]) >= r) {
                continue;
            }
            double dz = wz - balls[b + 2];
            double most = outerSquare(b);
            int y0 = Math.max(range.y0(), cell(1, balls[b + 1] - r));
            int y1 = Math.min(range.y1(), cell(1, balls[b + 1] + r) + 2);
            int x0 = Math.max(range.x0(), cell(0, balls[b] - r));
            int x1 = Math.min(range.x1(), cell(0, balls[b] + r) + 2);
            for (int y = y0; y < y1; y++) {
                double wy = centre(1, y) - (axis == 1 ? 0.5 * h : 0);
                double dy = wy - balls[b + 1];
                if (dy * dy + dz * dz > most) {
                    continue;
                }
                int at = (y - range.y0()) * range.width() - range.x0();
                for (int x = x0; x < x1; x++) {
                    double cover = cover(b, centre(0, x) - (axis == 0 ? 0.5 * h : 0), wy, wz);
                    if (cover > 0) {
                        visit.run(i, at + x, x, y, z, cover);
                    }
                }
            }
        }
    }

    private int cell(int axis, double metres) {
        double at = (metres - lattice.origin(axis)) / lattice.voxel() - box.from(axis);
        return (int) Math.floor(at);
    }

    static CellRange covered(
            SourceSettings source, Box box, Lattice lattice, double from, double to) {
        double[][] room = source.carriers().room(from, to);
        if (room == null) {
            return CellRange.NONE;
        }
        double least = LEAST_RADIUS * lattice.voxel();
        for (int axis = 0; axis < 3; axis++) {
            room[0][axis] -= least;
            room[1][axis] += least;
        }
        return cells(room[0], room[1], box, lattice);
    }

    private static int looks(Carriers carriers, double voxel, double from, double to) {
        double[] smallest = {1e9};
        carriers.forEachLiving(
                0.5 * (from + to), s -> smallest[0] = Math.min(smallest[0], s.radius));
        double apart = Math.max(VOXELS_APART * voxel, RADII_APART * Math.min(1e8, smallest[0]));
        return (int) Math.min(MOST_LOOKS, 1 + carriers.fastest() * (to - from) / apart);
    }

    /// Takes note of carriers.
    private static final class Collector implements Carriers.Each {
        private final double least;
        private double[] balls = new double[64 * NUMBERS];
        private int count;

        Collector(double least) {
            this.least = least;
        }

        @Override
        public void at(Carriers.Seen s) {
            if (NUMBERS * (count + 1) > balls.length) {
                balls = Arrays.copyOf(balls, 2 * balls.length);
            }
            int at = NUMBERS * count++;
            balls[at] = s.x;
            balls[at + 1] = s.y;
            balls[at + 2] = s.z;
            balls[at + RADIUS] = Math.max(least, s.radius);
            balls[at + SPEED] = s.u;
            balls[at + SPEED + 1] = s.v;
            balls[at + SPEED + 2] = s.w;
            balls[at + STRENGTH] = s.strength;
        }
    }
}
