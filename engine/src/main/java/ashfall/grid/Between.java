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

    /// A channel laid out over the box of its leaves, with background around.
    private static final class Dense {
        /// Layers around the box that a cubic reaches into.
        private static final int RIM = 3;

        private final boolean staggered;
        private final float[] background;
        private final int[] from = new int[3];
        private final int[] count = new int[3];
        private final float[][] values;
        private final long[][] masks;

        Dense(SparseGrid grid) {
            staggered = grid.isStaggered();
            background = new float[grid.components()];
            int[] to = new int[3];
            for (int i = 0; i < grid.leafCount(); i++) {
                Leaf leaf = grid.leaf(i);
                int[] at = {leaf.x(), leaf.y(), leaf.z()};
                for (int axis = 0; axis < 3; axis++) {
                    from[axis] = i == 0 ? at[axis] : Math.min(from[axis], at[axis]);
                    to[axis] = i == 0 ? at[axis] + EDGE : Math.max(to[axis], at[axis] + EDGE);
                }
            }
            for (int axis = 0; axis < 3; axis++) {
                count[axis] = to[axis] - from[axis] + 2 * RIM;
                from[axis] -= RIM;
            }
            int size = Math.multiplyExact(Math.multiplyExact(count[0], count[1]), count[2]);
            values = new float[grid.components()][size];
            for (int c = 0; c < values.length; c++) {
                background[c] = grid.background(c);
                Arrays.fill(values[c], background[c]);
            }
            masks = new long[(count[0] >> 3) * (count[1] >> 3) * (count[2] >> 3)][];
            for (int i = 0; i < grid.leafCount(); i++) {
                copy(grid.leaf(i));
            }
        }

        private void copy(Leaf leaf) {
            masks[brick(leaf.x(), leaf.y(), leaf.z())] = leaf.mask();
            int n = values.length;
            for (int row = 0; row < EDGE * EDGE; row++) {
                int to = index(leaf.x(), leaf.y() + (row & 7), leaf.z() + (row >> 3));
                for (int c = 0; c < n; c++) {
                    for (int x = 0; x < EDGE; x++) {
                        values[c][to + x] = leaf.value(n * (EDGE * row + x) + c);
                    }
                }
            }
        }

        private int index(int x, int y, int z) {
            return x - from[0] + count[0] * (y - from[1] + count[1] * (z - from[2]));
        }

        private boolean isInside(int x, int y, int z, int below, int above) {
            return x - below >= from[0]
                    && y - below >= from[1]
                    && z - below >= from[2]
                    && x + above < from[0] + count[0]
                    && y + above < from[1] + count[1]
                    && z + above < from[2] + count[2];
        }

        /// Number of the leaf of a voxel within the rim.
        private int brick(int x, int y, int z) {
            int i = (x - from[0] - RIM) >> 3;
            int j = (y - from[1] - RIM) >> 3;
            int k = (z - from[2] - RIM) >> 3;
            return i + (count[0] >> 3) * (j + (count[1] >> 3) * k);
        }

        /// Is there a leaf at a voxel?
        boolean has(int x, int y, int z) {
            return isInside(x, y, z, RIM, RIM) && masks[brick(x, y, z)] != null;
        }

        boolean isActive(float x, float y, float z) {
            int i = Math.round(x);
            int j = Math.round(y);
            int k = Math.round(z);
            if (!has(i, j, k)) {
                return false;
            }
            int voxel = (i & 7) + 8 * (j & 7) + 64 * (k & 7);
            return (masks[brick(i, j, k)][voxel >> 6] >>> (voxel & 63) & 1) != 0;
        }

        /// Component of a vector at a place given by voxel middles, whether it is kept there or on
        /// the faces; linear between the eight values around.
        float middle(float px, float py, float pz, int component) {
            float half = staggered ? 0.5f : 0f;
            float x = px + (component == 0 ? half : 0);
            float y = py + (component == 1 ? half : 0);
            float z = pz + (component == 2 ? half : 0);
            int i = (int) Math.floor(x);
            int j = (int) Math.floor(y);
            int k = (int) Math.floor(z);
            if (!isInside(i, j, k, 0, 1)) {
                return background[component];
            }
            float[] f = values[component];
            float tx = x - i;
            float ty = y - j;
            int sy = count[0];
            int sz = count[0] * count[1];
            int n = index(i, j, k);
            float a = f[n] + tx * (f[n + 1] - f[n]);
            float b = f[n + sy] + tx * (f[n + sy + 1] - f[n + sy]);
            float c = f[n + sz] + tx * (f[n + sz + 1] - f[n + sz]);
            float d = f[n + sz + sy] + tx * (f[n + sz + sy + 1] - f[n + sz + sy]);
            float e = a + ty * (b - a);
            return e + (z - k) * (c + ty * (d - c) - e);
        }

        /// Cubic through the 64 values around (Catmull and Rom 1974), within their range: linear
        /// values would blur what moves by parts of a voxel.
        float sharp(float x, float y, float z, int component) {
            int i = (int) Math.floor(x);
            int j = (int) Math.floor(y);
            int k = (int) Math.floor(z);
            if (!isInside(i, j, k, 1, 2)) {
                return background[component];
            }
            float[] f = values[component];
            float tx = x - i;
            float ty = y - j;
            float tz = z - k;
            float a = 0.5f * tx * (tx * (2 - tx) - 1);
            float b = 1 + 0.5f * tx * tx * (3 * tx - 5);
            float d = 0.5f * tx * tx * (tx - 1);
            float c = 1 - a - b - d;
            float least = Float.POSITIVE_INFINITY;
            float most = Float.NEGATIVE_INFINITY;
            float sum = 0;
            for (int dz = -1; dz < 3; dz++) {
                float plane = 0;
                for (int dy = -1; dy < 3; dy++) {
                    int n = index(i - 1, j + dy, k + dz);
                    float p = f[n];
                    float q = f[n + 1];
                    float r = f[n + 2];
                    float s = f[n + 3];
                    least = Math.min(least, Math.min(Math.min(p, q), Math.min(r, s)));
                    most = Math.max(most, Math.max(Math.max(p, q), Math.max(r, s)));
                    plane += weight(dy, ty) * (a * p + b * q + c * r + d * s);
                }
                sum += weight(dz, tz) * plane;
            }
            return Math.max(least, Math.min(most, sum));
        }

        private static float weight(int number, float t) {
            return switch (number) {
                case -1 -> 0.5f * t * (t * (2 - t) - 1);
                case 0 -> 1 + 0.5f * t * t * (3 * t - 5);
                case 1 -> 0.5f * t * (1 + t * (4 - 3 * t));
                default -> 0.5f * t * t * (t - 1);
            };
        }
    }
}
