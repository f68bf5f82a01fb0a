package ashfall.sim;

import ashfall.gas.CellRange;
import ashfall.gas.Solids;
import ashfall.geometry.Body;
import ashfall.grid.Box;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.List;

/// Which cells a source covers for a while, and how strongly. What moves is looked at so often that
/// it leaves no beads: half a voxel apart, or an eighth of its thickness.
final class SourcePlace {
    private static final double VOXELS_APART = 0.5;
    private static final double DEPTHS_APART = 0.25;
    private static final int MOST_LOOKS = 64;

    private final SourceSettings source;
    private final Lattice lattice;
    private final Box box;
    private final double[] times;
    private final List<Body.Placed> looks = new ArrayList<>();

    final CellRange range;

    /// Over the cells of the range, x fastest: shares of what is given, over a cell's volume.
    final float[] weight;

    /// How much of a cell is kept at what the source keeps, 0 to 1; null where it keeps nothing.
    final float[] kept;

    /// Warmth of each cell's patch, 0 to 1; null where all are as warm.
    final float[] warmth;

    /// What a push makes of its speed on the lower faces of the cells, along x, y and z; NaN where
    /// the source does not reach; null without.
    final float[][] outward;

    /// Speed of the source itself on these faces, m/s; null where it stands still or keeps its
    /// motion to itself.
    final float[][] own;

    /// @param solids in which nothing is given
    /// @param from s
    /// @param to s, later
    SourcePlace(
            SourceSettings source,
            Box box,
            Setup setup,
            Solids solids,
            double from,
            double to,
            Workers workers) {
        this.source = source;
        this.lattice = setup.lattice();
        this.box = box;
        this.times = times(source, lattice.voxel(), from, to);
        for (double time : times) {
            looks.add(source.body().at(time));
        }
        this.range = covered(looks, box, lattice);
        int n = range.count();
        boolean moves = source.body().isMoving() && source.inherited() > 0;
        this.weight = new float[n];
        this.kept = source.kept().isAny() ? new float[n] : null;
        this.warmth = source.patches().differInWarmth() ? new float[n] : null;
        this.outward = source.push().largest() > 0 ? new float[3][n] : null;
        this.own = moves ? new float[3][n] : null;
        Body.Motion motion = moves ? source.body().motion(from, to) : null;
        double[] sums = new double[range.depth()];
        workers.forEachSlab(
                range.depth(), (plane, worker) -> sums[plane] = fillPlane(plane, solids, motion));
        double sum = 0;
        for (double plane : sums) {
            sum += plane;
        }
        if (setup.sides().mirrored() && sum > 0) {
            sum += beyondMirror();
        }
        double h = lattice.voxel();
        float scale = sum > 0 ? (float) (1 / (sum * h * h * h)) : 0;
        for (int i = 0; i < n; i++) {
            weight[i] *= scale;
        }
    }

    /// Fills in a plane of the range's cells; returns the sum of their weights.
    private double fillPlane(int plane, Solids solids, Body.Motion motion) {
        double h = lattice.voxel();
        double sum = 0;
        int z = range.z0() + plane;
        int j = plane * range.width() * range.height();
        for (int y = range.y0(); y < range.y1(); y++) {
            for (int x = range.x0(); x < range.x1(); x++, j++) {
                double wx = lattice.centre(0, box.x() + x);
                double wy = lattice.centre(1, box.y() + y);
                double wz = lattice.centre(2, box.z() + z);
                if (!solids.isSolid(x, y, z)) {
                    sum += fill(j, wx, wy, wz);
                }
                for (int axis = 0; axis < 3 && (outward != null || own != null); axis++) {
                    double fx = axis == 0 ? wx - 0.5 * h : wx;
                    double fy = axis == 1 ? wy - 0.5 * h : wy;
                    double fz = axis == 2 ? wz - 0.5 * h : wz;
                    pushes(j, axis, fx, fy, fz, motion);
                }
            }
        }
        return sum;
    }

    /// When to look at a source so that it is found everywhere on its way.
    private static double[] times(SourceSettings source, double voxel, double from, double to) {
        int count = 1;
        if (source.body().isMoving()) {
            Body.Motion motion = source.body().motion(from, to);
            Body.Placed placed = source.body().at(from);
            double reach = 0;
            for (int axis = 0; axis < 3; axis++) {
                reach = Math.max(reach, placed.half(axis));
            }
            double way = (motion.speed().length() + motion.rate().length() * reach) * (to - from);
            double apart = Math.max(VOXELS_APART * voxel, DEPTHS_APART * source.body().depth());
            count = (int) Math.min(MOST_LOOKS, 1 + way / apart);
        }
        double[] times = new double[count];
        for (int i = 0; i < count; i++) {
            times[i] = from + (i + 0.5) / count * (to - from);
        }
        return times;
    }

    /// Cells of a box that a source may cover between two times, with one more on each side.
    static CellRange covered(
            SourceSettings source, Box box, Lattice lattice, double from, double to) {
        List<Body.Placed> looks = new ArrayList<>();
        looks.add(source.body().at(from));
        if (source.isChanging()) {
            for (double time : times(source, lattice.voxel(), from, to)) {
                looks.add(source.body().at(time));
            }
            looks.add(source.body().at(to));
        }
        return covered(looks, box, lattice);
    }

    private static CellRange covered(List<Body.Placed> looks, Box box, Lattice lattice) {
        GridShape shape = box.shape();
        double h = lattice.voxel();
        int[] from = new int[3];
        int[] to = new int[3];
        for (int axis = 0; axis < 3; axis++) {
            double least = Double.POSITIVE_INFINITY;
            double most = Double.NEGATIVE_INFINITY;
            for (Body.Placed placed : looks) {
                least = Math.min(least, placed.centre().get(axis) - placed.half(axis));
                most = Math.max(most, placed.centre().get(axis) + placed.half(axis));
            }
            double origin = lattice.origin(axis) + box.from(axis) * h;
            int count = shape.count(axis);
            from[axis] = clamp((int) Math.floor((least - origin) / h) - 1, count);
            to[axis] = clamp((int) Math.ceil((most - origin) / h) + 2, count);
        }
        return new CellRange(from[0], to[0], from[1], to[1], from[2], to[2]);
    }

    private static int clamp(int cell, int count) {
        return Math.max(0, Math.min(count, cell));
    }

    boolean coversNothing() {
        for (float w : weight) {
            if (w > 0) {
                return false;
            }
        }
        return true;
    }

    private double fill(int j, double x, double y, double z) {
        double share = 1.0 / times.length;
        double strength = 0;
        double held = 0;
        for (int i = 0; i < times.length; i++) {
            double cover = source.cover(looks.get(i), x, y, z, lattice.voxel());
            if (cover > 0) {
                double patch = source.patches().strength(looks.get(i), times[i], x, y, z);
                strength += share * cover * patch;
                held += share * cover * Math.min(1, patch);
            }
        }
        if (kept != null) {
            kept[j] = (float) held;
        }
        if (warmth != null && strength > 0) {
            int middle = times.length / 2;
            Body.Placed placed = looks.get(middle);
            warmth[j] = (float) source.patches().warmth(placed, times[middle], x, y, z);
        }
        weight[j] = (float) strength;
        return weight[j];
    }

    private void pushes(int j, int axis, double x, double y, double z, Body.Motion motion) {
        int middle = times.length / 2;
        Body.Placed placed = looks.get(middle);
        double cover = source.cover(placed, x, y, z, lattice.voxel());
        if (outward != null) {
            double way = (axis == 0 ? x : axis == 1 ? y : z) - placed.centre().get(axis);
            double reach = Math.max(Math.max(placed.half(0), placed.half(1)), placed.half(2));
            double patch =
                    cover == 0
                            ? 0
                            : Math.min(
                                    1.5, source.patches().strength(placed, times[middle], x, y, z));
            outward[axis][j] = cover == 0 ? Float.NaN : (float) (way * cover * patch / reach);
        }
        if (own != null) {
            double speed = source.inherited() * motion.along(axis, x, y, z);
            own[axis][j] = cover < 0.5 ? Float.NaN : (float) speed;
        }
    }

    /// Weights of what the source covers on the other side of a mirror, where its patches are the
    /// mirror image of those on this side.
    private double beyondMirror() {
        double h = lattice.voxel();
        double plane = lattice.origin(0);
        double sum = 0;
        for (int i = 0; i < times.length; i++) {
            Body.Placed placed = looks.get(i);
            double end = placed.centre().x() - placed.half(0) - h;
            for (int z = range.z0(); z < range.z1(); z++) {
                for (int y = range.y0(); y < range.y1(); y++) {
                    double wy = lattice.centre(1, box.y() + y);
                    double wz = lattice.centre(2, box.z() + z);
                    for (double d = 0.5 * h; plane - d > end; d += h) {
                        sum +=
                                source.cover(placed, plane - d, wy, wz, h)
                                        * source.patches()
                                                .strength(placed, times[i], plane + d, wy, wz)
                                        / times.length;
                    }
                }
            }
        }
        return sum;
    }
}
