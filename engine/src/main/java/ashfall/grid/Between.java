package ashfall.grid;

import ashfall.grid.SparseGrid.Leaf;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.IntConsumer;

/// A moment between two frames, found along the motion: what is at a place then came from where the
/// flow of the frame before took it from, and goes where the flow of the frame after takes it; the
/// two are mixed, the nearer in time counting more.
///
/// Where a way leads from or to is found from the flow at both of its ends (trapezoid rule, solved
/// by repetition), so that what turns keeps its circle.
public final class Between {
    private static final int EDGE = SparseGrid.EDGE;
    private static final int VOXELS = SparseGrid.VOXELS;

    /// Repetitions of finding the other end of a way.
    private static final int REPETITIONS = 4;

    private static final int LEAVES_A_SLAB = 8;

    private final Frame before;
    private final Frame after;
    private final double share;
    private final float factor;

    /// Voxels moved by a metre a second, from the frame before to the moment, and on to the one
    /// after.
    private final double past;

    private final double ahead;

    private Between(Frame before, Frame after, double share, double gasSeconds, double factor) {
        this.before = before;
        this.after = after;
        this.share = share;
        this.factor = (float) factor;
        double voxel = before.lattice().voxel();
        this.past = share * gasSeconds / voxel;
        this.ahead = (1 - share) * gasSeconds / voxel;
    }

    /// The frame of a moment, with the number of the frame before it. Channels that are not
    /// wanted, or that only one of the two has, are left out.
    ///
    /// @param share of the way from one to the other, 0 to 1; at 0 it is the frame before
    /// @param gasSeconds that pass for the gas from one to the other
    /// @param factor of the velocity: seconds of the gas in a second shown
    /// @param channels wanted, by name
    /// @throws IllegalArgumentException when either holds no velocity, or their voxels differ
    public static Frame of(
            Frame before,
            Frame after,
            double share,
            double gasSeconds,
            double factor,
            Set<String> channels,
            Workers workers) {
        boolean flows =
                before.channels().containsKey("velocity")
                        && after.channels().containsKey("velocity");
        if (!flows) {
            throw new IllegalArgumentException(
                    "frames between need the channel velocity, and frame "
                            + before.number()
                            + " or "
                            + after.number()
                            + " does not hold it");
        }
        if (!before.lattice().equals(after.lattice())) {
            throw new IllegalArgumentException(
                    "frames "
                            + before.number()
                            + " and "
                            + after.number()
                            + " do not share one place and voxel size");
        }
        return new Between(before, after, share, gasSeconds, factor).find(channels, workers);
    }

    /// A frame with its velocity times a factor, all else as it is.
    public static Frame hastened(Frame frame, double factor) {
        SparseGrid velocity = frame.channels().get("velocity");
        if (velocity == null || factor == 1) {
            return frame;
        }
        Leaf[] leaves = new Leaf[velocity.leafCount()];
        for (int i = 0; i < leaves.length; i++) {
            Leaf leaf = velocity.leaf(i);
            float[] values = new float[VOXELS * velocity.components()];
            for (int v = 0; v < values.length; v++) {
                values[v] = (float) (factor * leaf.value(v));
            }
            leaves[i] = leaf(leaf.x(), leaf.y(), leaf.z(), leaf.mask(), values, velocity.isHalf());
        }
        Map<String, SparseGrid> channels = new LinkedHashMap<>(frame.channels());
        channels.put("velocity", like(velocity, leaves));
        return new Frame(frame.number(), frame.seconds(), frame.lattice(), channels);
    }

    private Frame find(Set<String> wanted, Workers workers) {
        List<Target> targets = targets();
        Dense flowBefore = new Dense(before.channels().get("velocity"));
        Dense flowAfter = new Dense(after.channels().get("velocity"));
        float[][] ways = new float[targets.size()][6 * VOXELS];
        forEach(targets, workers, t -> findWays(targets.get(t), flowBefore, flowAfter, ways[t]));
        Map<String, SparseGrid> channels = new LinkedHashMap<>();
        for (SparseGrid a : before.channels().values()) {
            SparseGrid b = after.channels().get(a.name());
            boolean both = b != null && b.components() == a.components();
            if (both && wanted.contains(a.name())) {
                boolean flow = a.name().equals("velocity");
                Dense from = flow ? flowBefore : new Dense(a);
                Dense to = flow ? flowAfter : new Dense(b);
                Leaf[] leaves = new Leaf[targets.size()];
                forEach(
                        targets,
                        workers,
                        t -> leaves[t] = mixed(targets.get(t), ways[t], a, from, to));
                channels.put(
                        a.name(),
                        like(
                                a,
                                Arrays.stream(leaves)
                                        .filter(Objects::nonNull)
                                        .toArray(Leaf[]::new)));
            }
        }
        double seconds = before.seconds() + share * (after.seconds() - before.seconds());
        return new Frame(before.number(), seconds, before.lattice(), channels);
    }

    private static void forEach(List<Target> targets, Workers workers, IntConsumer body) {
        workers.forEachSlab(
                Math.ceilDiv(targets.size(), LEAVES_A_SLAB),
                (slab, worker) -> {
                    int end = Math.min(targets.size(), (slab + 1) * LEAVES_A_SLAB);
                    for (int t = slab * LEAVES_A_SLAB; t < end; t++) {
                        body.accept(t);
                    }
                });
    }

    /// Where something may be at the moment, and the mean flow of what comes there, m/s.
    private record Target(int x, int y, int z, float[] flow) {}

    /// The leaves of both frames, and those to which their mean flow carries them.
    private List<Target> targets() {
        Map<Long, double[]> sums = new LinkedHashMap<>();
        markAll(sums, before, past);
        markAll(sums, after, -ahead);
        List<Target> targets = new ArrayList<>();
        sums.forEach(
                (key, sum) -> {
                    float[] flow = new float[3];
                    for (int axis = 0; axis < 3; axis++) {
                        flow[axis] = (float) (sum[axis] / sum[3]);
                    }
                    targets.add(new Target(place(key, 0), place(key, 1), place(key, 2), flow));
                });
        return targets;
    }

    private static void markAll(Map<Long, double[]> sums, Frame frame, double times) {
        SparseGrid velocity = frame.channels().get("velocity");
        Map<Long, Leaf> leaves = new LinkedHashMap<>();
        for (SparseGrid grid : frame.channels().values()) {
            for (int i = 0; i < grid.leafCount(); i++) {
                Leaf leaf = grid.leaf(i);
                leaves.putIfAbsent(key(leaf.x(), leaf.y(), leaf.z()), leaf);
            }
        }
        for (Leaf leaf : leaves.values()) {
            double[] mean = mean(velocity.leafAt(leaf.x(), leaf.y(), leaf.z()));
            mark(sums, leaf, mean, 0);
            mark(sums, leaf, mean, times);
        }
    }

    /// Mean flow of a leaf, m/s; none of null.
    private static double[] mean(Leaf leaf) {
        double[] sum = new double[3];
        for (int v = 0; leaf != null && v < 3 * VOXELS; v++) {
            sum[v % 3] += leaf.value(v) / VOXELS;
        }
        return sum;
    }

    /// Counts a flow in for the leaves that a leaf touches once it is moved by it.
    private static void mark(Map<Long, double[]> sums, Leaf leaf, double[] flow, double times) {
        int[] from = {leaf.x(), leaf.y(), leaf.z()};
        int[] to = from.clone();
        for (int axis = 0; axis < 3; axis++) {
            double at = from[axis] + flow[axis] * times;
            from[axis] = Math.floorDiv((int) Math.floor(at), EDGE) * EDGE;
            to[axis] = Math.floorDiv((int) Math.ceil(at) + EDGE - 1, EDGE) * EDGE;
        }
        for (int x = from[0]; x <= to[0]; x += EDGE) {
            for (int y = from[1]; y <= to[1]; y += EDGE) {
                for (int z = from[2]; z <= to[2]; z += EDGE) {
                    double[] sum = sums.computeIfAbsent(key(x, y, z), key -> new double[4]);
                    for (int axis = 0; axis < 3; axis++) {
                        sum[axis] += flow[axis];
                    }
                    sum[3]++;
                }
            }
        }
    }

    /// For each voxel of a leaf, from where in the frame before and to where in the one after it
    /// goes, in voxels of the lattice.
    private void findWays(Target target, Dense flowBefore, Dense flowAfter, float[] ways) {
        for (int v = 0; v < VOXELS; v++) {
            int x = target.x + (v & 7);
            int y = target.y + (v >> 3 & 7);
            int z = target.z + (v >> 6);
            findWay(flowBefore, x, y, z, -past, target.flow, ways, 6 * v);
            findWay(flowAfter, x, y, z, ahead, target.flow, ways, 6 * v + 3);
        }
    }

    /// The other end of the way through a voxel's middle.
    ///
    /// @param times voxels for a metre a second, less than none back in time
    /// @param guess of the flow, m/s, where the frame knows none at the voxel
    private static void findWay(
            Dense flow, int x, int y, int z, double times, float[] guess, float[] out, int at) {
        float step = (float) times;
        boolean known = flow.has(x, y, z);
        float u = known ? flow.middle(x, y, z, 0) : guess[0];
        float v = known ? flow.middle(x, y, z, 1) : guess[1];
        float w = known ? flow.middle(x, y, z, 2) : guess[2];
        float px = x + step * u;
        float py = y + step * v;
        float pz = z + step * w;
        for (int k = 1; k < REPETITIONS; k++) {
            float a = flow.middle(px, py, pz, 0);
            float b = flow.middle(px, py, pz, 1);
            float c = flow.middle(px, py, pz, 2);
            px = x + step * (known ? 0.5f * (u + a) : a);
            py = y + step * (known ? 0.5f * (v + b) : b);
            pz = z + step * (known ? 0.5f * (w + c) : c);
        }
        out[at] = px;
        out[at + 1] = py;
        out[at + 2] = pz;
    }

    /// A channel's leaf at the moment; null where nothing is active in it.
    private Leaf mixed(Target target, float[] ways, SparseGrid grid, Dense from, Dense to) {
        int components = grid.components();
        float times = grid.name().equals("velocity") ? factor : 1;
        float[] values = new float[components * VOXELS];
        long[] mask = new long[VOXELS >> 6];
        boolean any = false;
        float late = (float) share;
        for (int v = 0; v < VOXELS; v++) {
            int w = 6 * v;
            boolean active =
                    from.isActive(ways[w], ways[w + 1], ways[w + 2])
                            || to.isActive(ways[w + 3], ways[w + 4], ways[w + 5]);
            for (int c = 0; c < components; c++) {
                if (!active) {
                    values[components * v + c] = grid.background(c);
                    continue;
                }
                float a = from.sharp(ways[w], ways[w + 1], ways[w + 2], c);
                float b = to.sharp(ways[w + 3], ways[w + 4], ways[w + 5], c);
                values[components * v + c] = times * (a + late * (b - a));
            }
            if (active) {
                mask[v >> 6] |= 1L << (v & 63);
                any = true;
            }
        }
        return any ? leaf(target.x, target.y, target.z, mask, values, grid.isHalf()) : null;
    }

    private static Leaf leaf(int x, int y, int z, long[] mask, float[] values, boolean half) {
        if (!half) {
            return new Leaf(x, y, z, mask, values, null);
        }
        short[] halves = new short[values.length];
        for (int i = 0; i < halves.length; i++) {
            halves[i] = Float.floatToFloat16(values[i]);
        }
        return new Leaf(x, y, z, mask, null, halves);
    }

    private static SparseGrid like(SparseGrid grid, Leaf[] leaves) {
        float[] background = new float[grid.components()];
        for (int c = 0; c < background.length; c++) {
            background[c] = grid.background(c);
        }
        return new SparseGrid(
                grid.name(), grid.unit(), grid.isHalf(), grid.isStaggered(), background, leaves);
    }

    private static long key(int x, int y, int z) {
        return (((x >> 3) & 0x1FFFFFL) << 42)
                | (((y >> 3) & 0x1FFFFFL) << 21)
                | ((z >> 3) & 0x1FFFFFL);
    }

    private static int place(long key, int axis) {
        return (int) (key << (21 * axis + 1) >> 43) << 3;
    }
}
