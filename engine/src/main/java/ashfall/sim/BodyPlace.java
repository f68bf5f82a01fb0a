package ashfall.sim;

import ashfall.gas.CellRange;
import ashfall.gas.Solids;
import ashfall.geometry.Body;
import ashfall.grid.Box;
import ashfall.grid.Lattice;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// Which cells a source with a body covers. What moves is looked at so often that it leaves no
/// beads: half a voxel apart, or an eighth of its thickness.
final class BodyPlace extends SourcePlace {
    private static final double VOXELS_APART = 0.5;
    private static final double DEPTHS_APART = 0.25;
    private static final int MOST_LOOKS = 64;

    private final SourceSettings source;
    private final Lattice lattice;
    private final Box box;
    private final double[] times;
    private final List<Body.Placed> looks;

    /// @param solids in which nothing is given
    /// @param from s
    /// @param to s, later
    BodyPlace(
            SourceSettings source,
            Box box,
            Setup setup,
            Solids solids,
            double from,
            double to,
            Workers workers) {
        this(
                source,
                box,
                setup,
                solids,
                from,
                to,
                looks(source, setup.lattice(), from, to),
                workers);
    }

    private BodyPlace(
            SourceSettings source,
            Box box,
            Setup setup,
            Solids solids,
            double from,
            double to,
            Looks seen,
            Workers workers) {
        super(source, covered(seen.placed, box, setup.lattice()));
        this.source = source;
        this.lattice = setup.lattice();
        this.box = box;
        this.times = seen.times;
        this.looks = seen.placed;
        Body.Motion motion = own != null ? source.body().motion(from, to) : null;
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
        scale(sum, lattice.voxel());
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

    /// The body at times so near each other that it is found everywhere on its way.
    private record Looks(double[] times, List<Body.Placed> placed) {}

    private static Looks looks(SourceSettings source, Lattice lattice, double from, double to) {
        double[] times = times(source, lattice.voxel(), from, to);
        return new Looks(times, Arrays.stream(times).mapToObj(source.body()::at).toList());
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
        double[] low = {1e9, 1e9, 1e9};
        double[] high = {-1e9, -1e9, -1e9};
        for (Body.Placed placed : looks) {
            for (int axis = 0; axis < 3; axis++) {
                double at = placed.centre().get(axis);
                low[axis] = Math.min(low[axis], at - placed.half(axis));
                high[axis] = Math.max(high[axis], at + placed.half(axis));
            }
        }
        return cells(low, high, box, lattice);
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
