package ashfall.look;

import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.Optional;

/// A cut through a frame, one channel of it in false colour. Colours run over lightness, so that
/// they can be read without hue.
///
/// @param channel its name; of a vector, the length is shown
/// @param axis the plane is across: 0 = x, 1 = y, 2 = z
/// @param at where it is along that axis, m
public record Slice(String channel, int axis, double at) {
    /// Colours from the least to the largest value, sRGB: deep water, verdigris, bone.
    private static final int[][] STOPS = {
        {14, 20, 38}, {24, 52, 84}, {28, 96, 112}, {66, 146, 132}, {146, 190, 150}, {240, 232, 206}
    };

    /// Values that the colours run over, in the channel's unit.
    public record Range(double low, double high, String unit) {}

    /// Least and largest value of the channel in a frame; empty when the frame does not keep it.
    public Optional<Range> range(Frame frame) {
        SparseGrid grid = frame.channels().get(channel);
        if (grid == null) {
            return Optional.empty();
        }
        int n = grid.components();
        double low = n == 1 ? grid.background(0) : 0;
        double high = low;
        for (int i = 0; i < grid.leafCount(); i++) {
            Leaf leaf = grid.leaf(i);
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                double value = leaf.value(v * n);
                if (n == 3) {
                    double a = leaf.value(3 * v + 1);
                    double b = leaf.value(3 * v + 2);
                    value = Math.sqrt(value * value + a * a + b * b);
                }
                low = Math.min(low, value);
                high = Math.max(high, value);
            }
        }
        return Optional.of(new Range(low, high, grid.unit()));
    }

    /// The colour of a share of the range, 0 to 1, as opaque ARGB.
    public static int colour(double share) {
        double t = Math.max(0, Math.min(1, share)) * (STOPS.length - 1);
        int i = (int) Math.min(STOPS.length - 2, t);
        int argb = 0xFF;
        for (int k = 0; k < 3; k++) {
            double level = STOPS[i][k] + (t - i) * (STOPS[i + 1][k] - STOPS[i][k]);
            argb = argb << 8 | (int) Math.round(level);
        }
        return argb;
    }

    /// Where a ray through a picture meets the plane inside a box, or empty.
    public Optional<Vec3> hit(
            View view, double px, double py, int columns, int rows, Vec3 from, Vec3 to) {
        Vec3 d = view.ray(px, py, columns, rows);
        double s = (at - view.eye().get(axis)) / d.get(axis);
        if (!(s > 0) || Double.isInfinite(s)) {
            return Optional.empty();
        }
        Vec3 place = view.eye().plus(d.times(s));
        for (int k = 0; k < 3; k++) {
            boolean outside = k != axis && (place.get(k) < from.get(k) || place.get(k) > to.get(k));
            if (outside) {
                return Optional.empty();
            }
        }
        return Optional.of(place);
    }

    /// The cut as seen from a view: ARGB, transparent outside the box.
    public int[] draw(
            Frame frame,
            Range range,
            View view,
            Vec3 from,
            Vec3 to,
            int columns,
            int rows,
            Workers workers) {
        int[] out = new int[columns * rows];
        double span = Math.max(range.high() - range.low(), 1e-30);
        workers.forEachSlab(
                rows,
                (row, worker) -> {
                    for (int x = 0; x < columns; x++) {
                        int pixel = row * columns + x;
                        hit(view, x + 0.5, row + 0.5, columns, rows, from, to)
                                .ifPresent(
                                        place ->
                                                out[pixel] =
                                                        colour(
                                                                (Probe.value(frame, channel, place)
                                                                                - range.low())
                                                                        / span));
                    }
                });
        return out;
    }
}
