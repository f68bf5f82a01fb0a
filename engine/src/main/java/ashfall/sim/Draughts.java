package ashfall.sim;

import ashfall.gas.Region;
import ashfall.geometry.Body;
import ashfall.grid.GridShape;
import ashfall.grid.Noise;
import ashfall.shot.Curve;
import ashfall.shot.Draught;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.List;

/// The draughts of a shot: accelerations of `share(t) (push + |push| amount n)` with a smooth noise
/// n of unit size that differs from place to place and changes with time, in a body or everywhere.
/// They push what differs from still air, not the air that nobody sees.
public record Draughts(List<One> all) {
    /// Octaves of noise seldom reach half of what they could.
    private static final double REACH = 2;

    /// Places in the noise from one component to the next.
    private static final double APART = 31.7;

    /// One of them.
    ///
    /// @param push m/s²
    /// @param share of it, over time
    /// @param felt by the gas, 0 to 1
    /// @param body where it acts; null for everywhere
    /// @param soft how deep its edge reaches, over the body's depth
    record One(
            Vec3 push,
            Curve share,
            double noise,
            double size,
            double every,
            long seed,
            double felt,
            Body body,
            double soft) {
        static One of(Item item) {
            return new One(
                    item.get(Draught.PUSH),
                    item.get(Draught.SHARE),
                    item.number(Draught.NOISE),
                    item.number(Draught.NOISE_SIZE),
                    item.number(Draught.NOISE_EVERY),
                    item.get(Draught.SEED),
                    item.number(Draught.FELT),
                    item.get(Draught.EVERYWHERE) ? null : Body.of(item),
                    item.number(Draught.SOFT));
        }

        /// Adds its acceleration at a place, m/s², times a factor.
        ///
        /// @param placed its body at that time; null for everywhere
        void add(
                Body.Placed placed,
                double seconds,
                double x,
                double y,
                double z,
                double factor,
                double[] out) {
            double here = factor * share.at(seconds);
            if (placed != null) {
                double inside = -placed.distance(x, y, z);
                double rim = Math.max(1e-9, soft * body.depth());
                here *= Math.max(0, Math.min(1, inside / rim));
            }
            if (here == 0) {
                return;
            }
            double swirl = noise == 0 ? 0 : REACH * noise * push.length();
            for (int axis = 0; axis < 3; axis++) {
                double uneven =
                        swirl == 0
                                ? 0
                                : swirl
                                        * Noise.octaves(
                                                seed + axis,
                                                x / size + APART * axis,
                                                y / size,
                                                z / size + seconds / every);
                out[axis] += here * (push.get(axis) + uneven);
            }
        }
    }

    /// Those of a shot that are on.
    public static Draughts of(Shot shot) {
        return new Draughts(
                shot.draughts().values().stream()
                        .filter(item -> item.get(Draught.ON))
                        .map(One::of)
                        .toList());
    }

    /// Does any that the gas feels tell left from right?
    boolean cross() {
        return all.stream()
                .anyMatch(d -> d.felt > 0 && (d.push.x() != 0 || d.noise > 0 || d.body != null));
    }

    public boolean isEmpty() {
        return all.isEmpty();
    }

    /// Adds all accelerations at a place to what is there, m/s², whoever feels them.
    public void addAt(double seconds, double x, double y, double z, double[] out) {
        for (One one : all) {
            Body.Placed placed = one.body == null ? null : one.body.at(seconds);
            one.add(placed, seconds, x, y, z, 1, out);
        }
    }

    /// Adds what the gas feels to the accelerations of the lower faces, as at the middles of their
    /// cells.
    ///
    /// @param region where anything differs from still air
    void addTo(
            float[][] acceleration,
            Room room,
            Setup setup,
            Region region,
            double seconds,
            Workers workers) {
        GridShape shape = room.shape;
        for (One one : all) {
            if (one.felt == 0 || one.share.at(seconds) == 0) {
                continue;
            }
            Body.Placed placed = one.body == null ? null : one.body.at(seconds);
            double[][] rows = new double[workers.threads()][3];
            region.forEachRow(
                    workers,
                    (x, y, z, n, worker) -> {
                        double[] a = rows[worker];
                        double py = setup.lattice().centre(1, room.box.y() + y);
                        double pz = setup.lattice().centre(2, room.box.z() + z);
                        int at = shape.at(x, y, z);
                        for (int k = 0; k < n; k++) {
                            double px = setup.lattice().centre(0, room.box.x() + x + k);
                            a[0] = 0;
                            a[1] = 0;
                            a[2] = 0;
                            one.add(placed, seconds, px, py, pz, one.felt, a);
                            for (int axis = 0; axis < 3; axis++) {
                                acceleration[axis][at + k] += (float) a[axis];
                            }
                        }
                    });
        }
    }
}
