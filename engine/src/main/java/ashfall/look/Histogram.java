package ashfall.look;

import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;

import java.util.List;
import java.util.Optional;

/// How the values of a channel are spread over its active voxels.
///
/// @param unit of the channel
/// @param least smallest value
/// @param most largest value
/// @param counts voxels in equal steps from the least to the most
public record Histogram(String unit, double least, double most, long[] counts) {
    private static final int STEPS = 128;

    /// Of a frame; empty where it has no such channel, or nothing is in it.
    ///
    /// @param channel of one component
    public static Optional<Histogram> of(Frame frame, String channel) {
        SparseGrid grid = frame.channels().get(channel);
        return grid == null ? Optional.empty() : of(List.of(grid));
    }

    private static Optional<Histogram> of(List<SparseGrid> grids) {
        double least = Double.POSITIVE_INFINITY;
        double most = Double.NEGATIVE_INFINITY;
        for (SparseGrid grid : grids) {
            for (int i = 0; i < grid.leafCount(); i++) {
                Leaf leaf = grid.leaf(i);
                for (int v = 0; v < SparseGrid.VOXELS; v++) {
                    if (leaf.isActive(v)) {
                        least = Math.min(least, leaf.value(v));
                        most = Math.max(most, leaf.value(v));
                    }
                }
            }
        }
        if (least > most) {
            return Optional.empty();
        }
        long[] counts = new long[STEPS];
        double step = Math.max((most - least) / STEPS, Double.MIN_NORMAL);
        for (SparseGrid grid : grids) {
            for (int i = 0; i < grid.leafCount(); i++) {
                Leaf leaf = grid.leaf(i);
                for (int v = 0; v < SparseGrid.VOXELS; v++) {
                    if (leaf.isActive(v)) {
                        counts[Math.min(STEPS - 1, (int) ((leaf.value(v) - least) / step))]++;
                    }
                }
            }
        }
        return Optional.of(new Histogram(grids.getFirst().unit(), least, most, counts));
    }

    /// Over several frames at once, or none: the widest range, and all voxels.
    public static Optional<Histogram> over(List<Frame> frames, String channel) {
        List<SparseGrid> grids =
                frames.stream()
                        .filter(frame -> frame.channels().containsKey(channel))
                        .map(frame -> frame.channels().get(channel))
                        .toList();
        return grids.isEmpty() ? Optional.empty() : of(grids);
    }

    /// The value below which a share of the voxels is, of those above another value; the middle of
    /// its step.
    public double percentile(double share, double above) {
        double step = (most - least) / STEPS;
        int from =
                above <= least ? 0 : (int) Math.min(STEPS - 1, Math.ceil((above - least) / step));
        long all = 0;
        for (int i = from; i < STEPS; i++) {
            all += counts[i];
        }
        if (all == 0) {
            return most;
        }
        long seen = 0;
        for (int i = from; i < STEPS; i++) {
            seen += counts[i];
            if (seen >= share * all) {
                return least + (i + 0.5) * step;
            }
        }
        return most;
    }
}
