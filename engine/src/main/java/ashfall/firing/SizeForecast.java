package ashfall.firing;

import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Kept;
import ashfall.vdb.LeafPacker;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/// How many bytes a frame will take in finer voxels, from a coarser run of the same shot: its
/// channels are read between its voxels, and a sample of the leaves that come of it is packed as a
/// firing would pack them.
public final class SizeForecast {
    private static final int EDGE = SparseGrid.EDGE;

    /// A coarser run spreads its gas wider: over the demo shots' first 24 frames, leaves from the
    /// sketch took 1.05 to 1.13 times what those of work did.
    private static final double WIDER = 1.08;

    /// Leaves of a frame that are packed at most.
    private static final int SAMPLE = 1200;

    /// Bytes of a leaf besides its values: its mask twice, and a code.
    private static final int LEAF = 129;

    /// Bytes of the nodes above the leaves, of 128 and of 4096 voxels; and of what the file says of
    /// a channel.
    private static final int LOWER = 1025;

    private static final int UPPER = 8206;
    private static final int HEAD = 1000;

    private final Frame coarse;
    private final double ratio;
    private final Kept kept;

    private SizeForecast(Frame coarse, double voxel, Kept kept) {
        this.coarse = coarse;
        this.ratio = coarse.lattice().voxel() / voxel;
        this.kept = kept;
    }

    /// Bytes by channel.
    ///
    /// @param coarse a frame of the coarser run, with all channels
    /// @param voxel edge of the finer voxels, m
    /// @param kept how exactly, from which values on and where; bytes are told of all channels
    public static Map<String, Double> of(Frame coarse, double voxel, Kept kept) {
        return new SizeForecast(coarse, voxel, kept).bytes();
    }

    private Map<String, Double> bytes() {
        List<SparseGrid> grids = new ArrayList<>(coarse.channels().values());
        List<int[]> leaves = leaves(grids);
        int every = Math.max(1, (leaves.size() + SAMPLE - 1) / SAMPLE);
        Refined refined = new Refined(grids);
        for (int i = 0; i < leaves.size(); i += every) {
            refined.add(leaves.get(i));
        }
        Map<String, Double> all = new LinkedHashMap<>();
        for (int c = 0; c < grids.size(); c++) {
            double leavesOf = every * refined.sums[c] / WIDER;
            all.put(grids.get(c).name(), HEAD + above(refined.nodes.get(c)) + leavesOf);
        }
        return all;
    }

    private static double above(Set<Long> nodes) {
        return nodes.stream().mapToDouble(node -> (node & 1) == 0 ? LOWER : UPPER).sum();
    }

    /// Origins of the finer leaves that anything of the coarser ones can reach, in their order.
    private List<int[]> leaves(List<SparseGrid> grids) {
        TreeSet<Long> found = new TreeSet<>();
        for (SparseGrid grid : grids) {
            for (int i = 0; i < grid.leafCount(); i++) {
                Leaf leaf = grid.leaf(i);
                for (int z = first(leaf.z()); z <= last(leaf.z()); z++) {
                    for (int y = first(leaf.y()); y <= last(leaf.y()); y++) {
                        for (int x = first(leaf.x()); x <= last(leaf.x()); x++) {
                            found.add(key(x, y, z));
                        }
                    }
                }
            }
        }
        List<int[]> all = new ArrayList<>(found.size());
        for (long key : found) {
            all.add(new int[] {place(key >> 42), place(key >> 21), place(key)});
        }
        return all;
    }

    private int first(int coarseOrigin) {
        return Math.floorDiv((int) Math.floor((coarseOrigin - 1) * ratio), EDGE);
    }

    private int last(int coarseOrigin) {
        return Math.floorDiv((int) Math.ceil((coarseOrigin + EDGE + 1) * ratio) - 1, EDGE);
    }

    private static final int HALF_RANGE = 1 << 20;

    private static long key(int x, int y, int z) {
        return (long) (x + HALF_RANGE) << 42 | (long) (y + HALF_RANGE) << 21 | z + HALF_RANGE;
    }

    private static int place(long part) {
        return EDGE * ((int) (part & 0x1FFFFF) - HALF_RANGE);
    }

    /// Finer leaves, one at a time. Holds scratch memory: one thread at a time.
    private final class Refined {
        private final List<SparseGrid> grids;
        private final List<LeafPacker> packers = new ArrayList<>();
        private float[] block = new float[0];

        /// Nodes above the leaves so far, by channel.
        final List<Set<Long>> nodes = new ArrayList<>();

        /// Bytes of the leaves so far, by channel.
        final double[] sums;

        Refined(List<SparseGrid> grids) {
            this.grids = grids;
            this.sums = new double[grids.size()];
            for (SparseGrid grid : grids) {
                packers.add(new LeafPacker(grid.components(), !kept.isFull(grid.name())));
                nodes.add(new HashSet<>());
            }
        }

        /// Adds the bytes of the leaf at a place, by channel.
        void add(int[] at) {
            boolean any = false;
            for (int c = 0; c < grids.size(); c++) {
                if (!grids.get(c).isStaggered()) {
                    any |= add(c, at);
                }
            }
            for (int c = 0; any && c < grids.size(); c++) {
                if (grids.get(c).isStaggered()) {
                    add(c, at);
                }
            }
        }

        private long node(int[] at, int edge) {
            return key(
                    Math.floorDiv(at[0], edge),
                    Math.floorDiv(at[1], edge),
                    Math.floorDiv(at[2], edge));
        }

        private boolean add(int c, int[] at) {
            SparseGrid grid = grids.get(c);
            int components = grid.components();
            float[] values = new float[SparseGrid.VOXELS * components];
            for (int k = 0; k < components; k++) {
                refine(grid, k, at, values);
            }
            long[] mask = new long[EDGE];
            boolean any = false;
            float above = kept.above().getOrDefault(grid.name(), 0.0).floatValue();
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                boolean active =
                        (components > 1
                                        || (Math.abs(values[v] - grid.background(0)) > above
                                                && isActive(grid, at, v)))
                                && (kept.isUncropped() || holds(at, v));
                if (active) {
                    mask[v >> 6] |= 1L << (v & 63);
                    any = true;
                }
            }
            if (any) {
                byte[] chunk =
                        packers.get(c)
                                .pack(new Leaf(at[0], at[1], at[2], mask, values, null))
                                .chunk();
                nodes.get(c).add(node(at, 128) << 1);
                nodes.get(c).add(node(at, 4096) << 1 | 1);
                sums[c] += LEAF + (chunk == null ? 0 : chunk.length);
            }
            return any;
        }

        private boolean holds(int[] at, int v) {
            double edge = coarse.lattice().voxel() / ratio;
            return kept.holds(
                    coarse.lattice().x() + (at[0] + (v & 7) + 0.5) * edge,
                    coarse.lattice().y() + (at[1] + (v >> 3 & 7) + 0.5) * edge,
                    coarse.lattice().z() + (at[2] + (v >> 6) + 0.5) * edge);
        }

        /// Is the coarser voxel around it active? Between one that is and one that is not, the
        /// finer run has no gas either.
        private boolean isActive(SparseGrid grid, int[] at, int v) {
            return grid.isActive(
                    nearest(at[0] + (v & 7)),
                    nearest(at[1] + (v >> 3 & 7)),
                    nearest(at[2] + (v >> 6)));
        }

        private int nearest(int fine) {
            return (int) Math.floor((fine + 0.5) / ratio);
        }

        /// Reads one component between the coarser voxels.
        private void refine(SparseGrid grid, int k, int[] at, float[] out) {
            double step = 1 / ratio;
            int[] from = new int[3];
            int[] size = new int[3];
            double[] start = new double[3];
            for (int axis = 0; axis < 3; axis++) {
                // Components of a staggered grid lie on the lower faces across their own axis.
                double shift = grid.isStaggered() && axis == k ? 0 : 0.5;
                start[axis] = (at[axis] + shift) * step - shift;
                from[axis] = (int) Math.floor(start[axis]);
                size[axis] = (int) Math.floor(start[axis] + (EDGE - 1) * step) - from[axis] + 2;
            }
            int total = size[0] * size[1] * size[2];
            if (block.length < total) {
                block = new float[total];
            }
            int n = 0;
            for (int z = 0; z < size[2]; z++) {
                for (int y = 0; y < size[1]; y++) {
                    for (int x = 0; x < size[0]; x++) {
                        block[n++] = grid.value(from[0] + x, from[1] + y, from[2] + z, k);
                    }
                }
            }
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                out[v * grid.components() + k] =
                        between(
                                start[0] + (v & 7) * step - from[0],
                                start[1] + (v >> 3 & 7) * step - from[1],
                                start[2] + (v >> 6) * step - from[2],
                                size[0],
                                size[1]);
            }
        }

        private float between(double x, double y, double z, int nx, int ny) {
            int i = (int) x;
            int j = (int) y;
            int l = (int) z;
            float fx = (float) (x - i);
            float fy = (float) (y - j);
            float fz = (float) (z - l);
            int p = i + nx * (j + ny * l);
            float low =
                    mix(
                            mix(block[p], block[p + 1], fx),
                            mix(block[p + nx], block[p + nx + 1], fx),
                            fy);
            int q = p + nx * ny;
            float high =
                    mix(
                            mix(block[q], block[q + 1], fx),
                            mix(block[q + nx], block[q + nx + 1], fx),
                            fy);
            return mix(low, high, fz);
        }

        private float mix(float a, float b, float share) {
            return a + share * (b - a);
        }
    }
}
