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
/// @param shown temperature that pictures show it with, K; NaN where it is not known
public record Probe(
        Vec3 place, double kelvin, double fuel, double smoke, double speed, double shown) {
    private static final double SEEN = Math.log(2);

    /// The gas at a place.
    public static Probe at(SeenGas gas, Vec3 place) {
        Frame frame = gas.frame();
        Mapping mapping = Mapping.of(gas.reading());
        return new Probe(
                place,
                value(frame, "temperature", place),
                value(frame, "fuel", place),
                value(frame, "density", place),
                value(frame, "velocity", place),
                mapping.kelvin((float) value(frame, mapping.heat(), place)));
    }

    /// The gas that is seen at a point of a picture: where half of what lies behind is hidden, or
    /// the thickest along the line of sight where all of it is thinner. Empty where there is none.
    ///
    /// @param all of one moment, one an element; what is unseen does not count
    public static Optional<Probe> seen(
            List<SeenGas> all, Shot shot, View view, double px, double py, int columns, int rows) {
        List<SeenGas> gas =
                all.stream().filter(one -> !one.presence().equals(Presence.UNSEEN)).toList();
        if (gas.isEmpty()) {
            return Optional.empty();
        }
        List<Mapping> mappings = gas.stream().map(one -> Mapping.of(one.reading())).toList();
        Shading shading = Shading.of(shot, gas.getFirst().frame().seconds());
        Vec3 d = view.ray(px, py, columns, rows);
        double h = Double.POSITIVE_INFINITY;
        double[] span = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        for (int i = 0; i < gas.size(); i++) {
            Frame frame = gas.get(i).frame();
            widen(frame, mappings.get(i).smoke(), view.eye(), d, span);
            h = Math.min(h, frame.lattice().voxel());
        }
        double depth = 0;
        double thickest = 0;
        SeenGas best = null;
        Vec3 there = null;
        for (double s = span[0] + 0.5 * h; s < span[1] && depth <= SEEN; s += h) {
            Vec3 place = view.eye().plus(d.times(s));
            if (place.y() < 0) {
                break;
            }
            for (int i = 0; i < gas.size(); i++) {
                Mapping mapping = mappings.get(i);
                double value = value(gas.get(i).frame(), mapping.smoke(), place);
                double extinction =
                        value > 0 ? shading.extinction(mapping.smokeOf((float) value)) : 0;
                depth += extinction * h;
                boolean hides = depth > SEEN && extinction > 0;
                if (extinction > thickest || hides) {
                    thickest = extinction;
                    best = gas.get(i);
                    there = place;
                }
                if (hides) {
                    break;
                }
            }
        }
        return best == null ? Optional.empty() : Optional.of(at(best, there));
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
