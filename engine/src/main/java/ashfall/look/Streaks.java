package ashfall.look;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.Seeded;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Vec3;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// How the gas of a frame moves, as short paths: the way that specks take in its flow during a
/// while, the flow held as it is.
public final class Streaks {
    /// Points of a path.
    public static final int POINTS = 7;

    private static final long SEED = 20_011;

    /// Slower specks would be dots, m/s.
    private static final double STILL = 0.05;

    /// A path, from its tail to its head.
    ///
    /// @param speed at the head, m/s
    public record Streak(List<Vec3> points, double speed) {
        public Streak {
            points = List.copyOf(points);
        }
    }

    private final SparseGrid velocity;
    private final Lattice lattice;

    private Streaks(SparseGrid velocity, Lattice lattice) {
        this.velocity = velocity;
        this.lattice = lattice;
    }

    /// Paths through a frame; empty when it does not keep the velocity.
    ///
    /// @param slice its plane is where the specks are in the middle of their way; null for all of
    ///     the gas
    /// @param seconds how long they fly
    /// @param most how many there may be, about
    public static List<Streak> of(Frame frame, Slice slice, double seconds, int most) {
        SparseGrid velocity = frame.channels().get("velocity");
        if (velocity == null || velocity.leafCount() == 0) {
            return List.of();
        }
        return new Streaks(velocity, frame.lattice()).find(slice, seconds, most);
    }

    private List<Streak> find(Slice slice, double seconds, int most) {
        List<Leaf> leaves = new ArrayList<>();
        int cell = 0;
        if (slice != null) {
            double at = (slice.at() - lattice.origin(slice.axis())) / lattice.voxel();
            cell = (int) Math.floor(at);
        }
        for (int i = 0; i < velocity.leafCount(); i++) {
            Leaf leaf = velocity.leaf(i);
            if (slice == null || from(leaf, slice.axis()) == Math.floorDiv(cell, 8) * 8) {
                leaves.add(leaf);
            }
        }
        // Several in a leaf where there are few leaves, one in every n-th where there are many.
        int each = Math.clamp(most / Math.max(1, leaves.size()), 1, 16);
        int step = Math.ceilDiv(leaves.size(), most);
        List<Streak> streaks = new ArrayList<>();
        for (int i = 0; i < leaves.size(); i += Math.max(1, step)) {
            for (int k = 0; k < each; k++) {
                Vec3 seed = seed(leaves.get(i), k, slice);
                path(seed, seconds).ifPresent(streaks::add);
            }
        }
        return streaks;
    }

    private static int from(Leaf leaf, int axis) {
        return axis == 0 ? leaf.x() : axis == 1 ? leaf.y() : leaf.z();
    }

    /// A place in a leaf by chance, the same in every frame.
    private Vec3 seed(Leaf leaf, int k, Slice slice) {
        double[] at = new double[3];
        for (int axis = 0; axis < 3; axis++) {
            double share = chance(leaf, 3 * k + axis);
            at[axis] =
                    slice != null && slice.axis() == axis
                            ? slice.at()
                            : lattice.origin(axis)
                                    + (from(leaf, axis) + 8 * share) * lattice.voxel();
        }
        return new Vec3(at[0], at[1], at[2]);
    }

    private static double chance(Leaf leaf, int purpose) {
        long place = (leaf.x() * 2_097_143L + leaf.y()) * 2_097_143L + leaf.z();
        return Seeded.unit(SEED, place, purpose, 0);
    }

    /// The way through a place, half before and half after it (midpoint rule); empty where gas
    /// hardly moves.
    private Optional<Streak> path(Vec3 seed, double seconds) {
        double dt = seconds / (POINTS - 1);
        List<Vec3> points = new ArrayList<>(List.of(seed));
        for (int k = 0; k < POINTS / 2; k++) {
            points.addFirst(moved(points.getFirst(), -dt));
            points.addLast(moved(points.getLast(), dt));
        }
        double speed = at(points.getLast()).length();
        return speed < STILL ? Optional.empty() : Optional.of(new Streak(points, speed));
    }

    private Vec3 moved(Vec3 place, double dt) {
        Vec3 middle = place.plus(at(place).times(0.5 * dt));
        return place.plus(at(middle).times(dt));
    }

    /// The flow at a place, m/s, linear between the faces.
    Vec3 at(Vec3 place) {
        double[] u = new double[3];
        for (int axis = 0; axis < 3; axis++) {
            u[axis] = component(axis, place);
        }
        return new Vec3(u[0], u[1], u[2]);
    }

    private double component(int axis, Vec3 place) {
        int[] cell = new int[3];
        double[] part = new double[3];
        for (int k = 0; k < 3; k++) {
            boolean onFace = velocity.isStaggered() && k == axis;
            double at = (place.get(k) - lattice.origin(k)) / lattice.voxel() - (onFace ? 0 : 0.5);
            cell[k] = (int) Math.floor(at);
            part[k] = at - cell[k];
        }
        double sum = 0;
        for (int corner = 0; corner < 8; corner++) {
            int x = corner & 1;
            int y = corner >> 1 & 1;
            int z = corner >> 2;
            double weight =
                    (x == 1 ? part[0] : 1 - part[0])
                            * (y == 1 ? part[1] : 1 - part[1])
                            * (z == 1 ? part[2] : 1 - part[2]);
            sum += weight * velocity.value(cell[0] + x, cell[1] + y, cell[2] + z, axis);
        }
        return sum;
    }
}
