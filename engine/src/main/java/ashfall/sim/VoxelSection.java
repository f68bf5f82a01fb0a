package ashfall.sim;

import ashfall.gas.CellRange;
import ashfall.gas.Solids;
import ashfall.geometry.Body;
import ashfall.grid.Box;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.particles.Carriers;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/// A cut through what a source gives within a frame, or through what an obstacle closes to gas: how
/// much of it each voxel of a plane gets, found as a simulation finds it, before any gas is run.
///
/// @param axis that the plane is across
/// @param at where the middle of its voxels is on that axis, m
/// @param voxel m
/// @param corner lower corner of the first voxel along the two other axes, in the order x, y, z, m
/// @param shares of the most that a voxel of the plane gets, or how much of its faces is closed: 0
///     to 1, row by row
/// @param discs carriers' balls where the plane cuts them: middle and radius, m
public record VoxelSection(
        int axis,
        double at,
        double voxel,
        double[] corner,
        int columns,
        int rows,
        float[] shares,
        List<double[]> discs) {

    /// Voxels that are looked at, at most.
    private static final long MOST = 1_000_000;

    private static final int MOST_DISCS = 400;

    /// Cuts a source that is on, through its middle, or where most carriers' balls are cut; or an
    /// obstacle through its middle, whether it is on or not.
    ///
    /// @param path of a source of the element, or of an obstacle
    /// @param seconds shot time at which the frame begins
    /// @return empty where a source gives nothing then
    /// @throws ShotException when the element cannot be simulated, or there would be more than a
    ///     million voxels
    public static Optional<VoxelSection> of(
            Shot shot,
            Element element,
            String path,
            Fineness fineness,
            double seconds,
            int axis,
            Workers workers) {
        Setup setup = Setup.of(shot, element, fineness);
        String name = path.substring(path.lastIndexOf('.') + 1);
        double until = seconds + setup.rate().seconds(1);
        if (path.startsWith("obstacles.")) {
            Item item = shot.obstacles().get(name).with(Obstacle.ON, true);
            Obstacles alone = Obstacles.of(shot.withObstacles(Map.of(name, item)));
            return Optional.of(ofObstacle(setup, alone, seconds, until, axis, workers));
        }
        return setup.sources().stream()
                .filter(one -> one.name().equals(name) && one.isActive(seconds, until))
                .findFirst()
                .map(one -> ofSource(setup, one, seconds, until, axis, workers))
                .filter(section -> section.given() > 0);
    }

    private static VoxelSection ofSource(
            Setup setup, SourceSettings source, double from, double to, int axis, Workers workers) {
        Lattice lattice = setup.lattice();
        double middle = middle(source, 0.5 * (from + to), axis, lattice.voxel());
        int plane = (int) Math.floor((middle - lattice.origin(axis)) / lattice.voxel());
        Box box = box(lattice, room(source, from, to), axis, plane);
        Solids solids = new Solids(box, lattice, setup.sides(), false, workers);
        if (!setup.obstacles().isEmpty()) {
            solids.place(setup.obstacles().at(from, to, 1));
        }
        SourcePlace place = SourcePlace.find(source, box, setup, solids, from, to, workers);
        double at = lattice.centre(axis, plane);
        List<double[]> discs = discs(source, 0.5 * (from + to), axis, at);
        float most = 0;
        for (float weight : place.weight) {
            most = Math.max(most, weight);
        }
        return cut(place.weight, most, place.range, box, lattice, axis, discs);
    }

    private static VoxelSection ofObstacle(
            Setup setup, Obstacles alone, double from, double to, int axis, Workers workers) {
        Lattice lattice = setup.lattice();
        Body body = alone.bodies().getFirst();
        double middle = body.at(from).centre().get(axis);
        int plane = (int) Math.floor((middle - lattice.origin(axis)) / lattice.voxel());
        Box box = box(lattice, corners(body.room(from, from)), axis, plane);
        Solids solids = new Solids(box, lattice, setup.sides(), false, workers);
        // By the plain step's end; where it is going does not matter to what is closed.
        solids.place(alone.at(from - (to - from), from, 1));
        GridShape shape = box.shape();
        float[] closed = new float[shape.nx() * shape.ny() * shape.nz()];
        int i = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    closed[i++] = closed(solids, axis, x, y, z);
                }
            }
        }
        return cut(closed, 1, CellRange.all(shape), box, lattice, axis, List.of());
    }

    /// How much of a cell's faces in the plane's own directions is closed, in the mean.
    private static float closed(Solids solids, int axis, int x, int y, int z) {
        float open = 0;
        for (int across = 0; across < 3; across++) {
            if (across != axis) {
                int dx = across == 0 ? 1 : 0;
                int dy = across == 1 ? 1 : 0;
                int dz = across == 2 ? 1 : 0;
                open += solids.open(across, x, y, z) + solids.open(across, x + dx, y + dy, z + dz);
            }
        }
        return 1 - 0.25f * open;
    }

    /// Room for a plane through a place.
    private static Box box(Lattice lattice, double[][] room, int axis, int plane) {
        double h = lattice.voxel();
        int[] low = new int[3];
        int[] count = new int[3];
        for (int a = 0; a < 3; a++) {
            boolean across = a == axis;
            low[a] = across ? plane : (int) Math.floor((room[0][a] - lattice.origin(a)) / h) - 2;
            count[a] = across ? 1 : (int) Math.ceil((room[1][a] - room[0][a]) / h) + 5;
        }
        long all = (long) count[0] * count[1] * count[2];
        if (all > MOST) {
            throw new ShotException(
                    String.format(
                            Locale.ROOT, "a cut of %,d voxels is more than can be shown", all));
        }
        return new Box(low[0], low[1], low[2], new GridShape(count[0], count[1], count[2]));
    }

    private static double[][] room(SourceSettings source, double from, double to) {
        if (source.carriers() != null) {
            return source.carriers().room(from, to);
        }
        return corners(source.body().room(from, to));
    }

    private static double[][] corners(Vec3[] room) {
        double[][] corners = new double[2][3];
        for (int a = 0; a < 3; a++) {
            corners[0][a] = room[0].get(a);
            corners[1][a] = room[1].get(a);
        }
        return corners;
    }

    /// Where to cut: the middle of a body, or of the carrier whose plane cuts most balls.
    private static double middle(SourceSettings source, double seconds, int axis, double voxel) {
        if (source.carriers() == null) {
            return source.body().at(seconds).centre().get(axis);
        }
        List<double[]> all = new ArrayList<>();
        source.carriers()
                .forEachLiving(
                        seconds,
                        s -> {
                            double at = axis == 0 ? s.x : axis == 1 ? s.y : s.z;
                            double reach = Math.max(voxel, s.radius);
                            all.add(new double[] {at - reach, 1, at});
                            all.add(new double[] {at, 0, at});
                            all.add(new double[] {at + reach, -1, at});
                        });
        all.sort(Comparator.comparingDouble(edge -> edge[0]));
        double best = 0;
        int most = 0;
        int cut = 0;
        for (double[] edge : all) {
            cut += (int) edge[1];
            if (edge[1] == 0 && cut > most) {
                most = cut;
                best = edge[2];
            }
        }
        return best;
    }

    private static List<double[]> discs(
            SourceSettings source, double seconds, int axis, double at) {
        List<double[]> discs = new ArrayList<>();
        Carriers carriers = source.carriers();
        if (carriers == null) {
            return discs;
        }
        carriers.forEachLiving(
                seconds,
                s -> {
                    double[] p = {s.x, s.y, s.z};
                    double off = p[axis] - at;
                    if (Math.abs(off) < s.radius && discs.size() < MOST_DISCS) {
                        discs.add(
                                new double[] {
                                    p[axis == 0 ? 1 : 0],
                                    p[axis == 2 ? 1 : 2],
                                    Math.sqrt(s.radius * s.radius - off * off)
                                });
                    }
                });
        return discs;
    }

    /// @param cells values of the cells of a range, one cell deep across the axis
    /// @param most that stands for a share of 1
    private static VoxelSection cut(
            float[] cells,
            float most,
            CellRange range,
            Box box,
            Lattice lattice,
            int axis,
            List<double[]> discs) {
        int across = axis == 0 ? 1 : 0;
        int up = axis == 2 ? 1 : 2;
        int[] first = {range.x0(), range.y0(), range.z0()};
        int[] end = {range.x1(), range.y1(), range.z1()};
        // One cell deep, the cells of a range are the plane's, row by row.
        int wide = end[across] - first[across];
        int high = range.isEmpty() ? 0 : end[up] - first[up];
        // From and to of what gets anything, with a voxel around it.
        int[] c = {wide, 0};
        int[] r = {high, 0};
        for (int i = 0; i < wide * high; i++) {
            if (cells[i] > 0) {
                widen(c, i % wide);
                widen(r, i / wide);
            }
        }
        int columns = Math.max(0, c[1] - c[0]);
        int rows = Math.max(0, r[1] - r[0]);
        float[] shares = new float[columns * rows];
        for (int i = 0; i < shares.length; i++) {
            int column = c[0] + i % columns;
            int row = r[0] + i / columns;
            if (column >= 0 && column < wide && row >= 0 && row < high) {
                shares[i] = cells[row * wide + column] / most;
            }
        }
        double h = lattice.voxel();
        double[] corner = {
            lattice.origin(across) + (box.from(across) + first[across] + c[0]) * h,
            lattice.origin(up) + (box.from(up) + first[up] + r[0]) * h
        };
        double at = lattice.centre(axis, box.from(axis));
        return new VoxelSection(axis, at, h, corner, columns, rows, shares, discs);
    }

    private static void widen(int[] span, int at) {
        span[0] = Math.min(span[0], at - 1);
        span[1] = Math.max(span[1], at + 2);
    }

    /// Voxels of the plane that get anything, or are closed in part.
    public int given() {
        return count(0);
    }

    /// Voxels of the plane that are closed on all sides.
    public int closed() {
        return count(0.999f);
    }

    private int count(float above) {
        int count = 0;
        for (float share : shares) {
            count += share > above ? 1 : 0;
        }
        return count;
    }
}
