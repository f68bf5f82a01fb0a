package ashfall.look;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;

import java.util.List;
import java.util.Optional;

/// What the gas is at a place: the voxel's values, not smoothed.
///
/// @param place in the world, m
/// @param kelvin NaN when the frame does not keep the channel; the others likewise
/// @param fuel kg/m³
/// @param smoke kg/m³
/// @param speed m/s
public record Probe(Vec3 place, double kelvin, double fuel, double smoke, double speed) {
    private static final double SEEN = Math.log(2);

    /// The gas at a place.
    public static Probe at(Frame frame, Vec3 place) {
        return new Probe(
                place,
                value(frame, "temperature", place),
                value(frame, "fuel", place),
                value(frame, "density", place),
                value(frame, "velocity", place));
    }

    /// The temperature that pictures of a shot show it with, K; NaN where it is not known.
    public double shown(Shot shot) {
        Mapping mapping = Mapping.of(shot);
        double value =
                switch (mapping.heat()) {
                    case "temperature" -> kelvin;
                    case "fuel" -> fuel;
                    case "density" -> smoke;
                    default -> Double.NaN;
                };
        return mapping.kelvin((float) value);
    }

    /// The gas that is seen at a point of a picture: where half of what lies behind is hidden, or
    /// the thickest along the line of sight where all of it is thinner. Empty where there is none.
    ///
    /// @param frames of one moment, one an element
    public static Optional<Probe> seen(
            List<Frame> frames, Shot shot, View view, double px, double py, int columns, int rows) {
        if (frames.isEmpty()) {
            return Optional.empty();
        }
        Shading shading = Shading.of(shot, frames.getFirst().seconds());
        Vec3 d = view.ray(px, py, columns, rows);
        double h = Double.POSITIVE_INFINITY;
        double[] span = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        for (Frame frame : frames) {
            widen(frame, shading.mapping().smoke(), view.eye(), d, span);
            h = Math.min(h, frame.lattice().voxel());
        }
        double depth = 0;
        double thickest = 0;
        Probe best = null;
        for (double s = span[0] + 0.5 * h; s < span[1] && depth <= SEEN; s += h) {
            Vec3 place = view.eye().plus(d.times(s));
            if (place.y() < 0) {
                break;
            }
            for (Frame frame : frames) {
                double value = value(frame, shading.mapping().smoke(), place);
                double extinction =
                        value > 0
                                ? shading.extinction(shading.mapping().smokeOf((float) value))
                                : 0;
                depth += extinction * h;
                boolean hides = depth > SEEN && extinction > 0;
                if (extinction > thickest || hides) {
                    thickest = extinction;
                    best = at(frame, place);
                }
                if (hides) {
                    break;
                }
            }
        }
        return Optional.ofNullable(best);
    }

    /// Widens a span to where a ray is within the box of a frame's smoke, m.
    private static void widen(Frame frame, String smoke, Vec3 eye, Vec3 d, double[] span) {
        SparseGrid grid = frame.channels().get(smoke);
        if (grid == null || grid.leafCount() == 0) {
            return;
        }
        Lattice lattice = frame.lattice();
        double near = 0;
        double far = Double.POSITIVE_INFINITY;
        for (int axis = 0; axis < 3; axis++) {
            int low = Integer.MAX_VALUE;
            int high = Integer.MIN_VALUE;
            for (int i = 0; i < grid.leafCount(); i++) {
                SparseGrid.Leaf leaf = grid.leaf(i);
                int at = axis == 0 ? leaf.x() : axis == 1 ? leaf.y() : leaf.z();
                low = Math.min(low, at);
                high = Math.max(high, at + SparseGrid.EDGE);
            }
            double a = (lattice.origin(axis) + low * lattice.voxel() - eye.get(axis)) / d.get(axis);
            double b =
                    (lattice.origin(axis) + high * lattice.voxel() - eye.get(axis)) / d.get(axis);
            near = Math.max(near, Math.min(a, b));
            far = Math.min(far, Math.max(a, b));
        }
        if (near < far) {
            span[0] = Math.min(span[0], near);
            span[1] = Math.max(span[1], far);
        }
    }

    /// A channel's value at a place, the length of a vector; NaN when the frame has no such
    /// channel.
    static double value(Frame frame, String channel, Vec3 place) {
        SparseGrid grid = frame.channels().get(channel);
        if (grid == null) {
            return Double.NaN;
        }
        Lattice lattice = frame.lattice();
        int x = (int) Math.floor((place.x() - lattice.x()) / lattice.voxel());
        int y = (int) Math.floor((place.y() - lattice.y()) / lattice.voxel());
        int z = (int) Math.floor((place.z() - lattice.z()) / lattice.voxel());
        if (grid.components() == 1) {
            return grid.value(x, y, z, 0);
        }
        double u = grid.value(x, y, z, 0);
        double v = grid.value(x, y, z, 1);
        double w = grid.value(x, y, z, 2);
        if (grid.isStaggered()) {
            u = 0.5 * (u + grid.value(x + 1, y, z, 0));
            v = 0.5 * (v + grid.value(x, y + 1, z, 1));
            w = 0.5 * (w + grid.value(x, y, z + 1, 2));
        }
        return Math.sqrt(u * u + v * v + w * w);
    }
}
