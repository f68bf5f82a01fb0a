package ashfall.continuity;

import ashfall.continuity.Stake.Measure;
import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.shot.Air;
import ashfall.shot.Bounds;
import ashfall.shot.Element;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;
import ashfall.sim.SourceSettings;

import java.util.List;
import java.util.Optional;

/// Bounds that would do for an element: by what its fires are forecast to fill, or by what a run's
/// gas did fill.
///
/// @param from lower corner, m
/// @param to upper corner, m
public record Space(Vec3 from, Vec3 to) {
    /// A sketch of this many voxels goes on at about the pace of a hand.
    private static final double SKETCH_VOXELS = 250_000;

    /// Figures that sizes are rounded to.
    private static final int FIGURES = 2;

    /// Channels that show where gas is; speed reaches far beyond.
    private static final List<String> GAS = List.of("density", "temperature", "fuel", "flame");

    /// A lamp's flame and a puff are within so many of their source's size.
    private static final double SMALL_WIDE = 4;

    private static final double SMALL_HIGH = 12;

    /// What the sources that are on will fill: three flames' heights over a burner, as wide as they
    /// lean and entrain; a fireball's path and its own width around. Wind carries both.
    public static Optional<Space> forecast(Shot shot, String elementName) {
        Element element = shot.element(elementName);
        double[] low = {
            Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY
        };
        double[] high = {-low[0], -low[1], -low[2]};
        double size = 0;
        for (var entry : element.sources().entrySet()) {
            if (!entry.getValue().get(Source.ON)) {
                continue;
            }
            SourceSettings s = SourceSettings.of(entry.getKey(), entry.getValue(), 0);
            for (int axis = 0; axis < 3; axis++) {
                low[axis] = Math.min(low[axis], s.centre().get(axis) - s.extent(axis));
                high[axis] = Math.max(high[axis], s.centre().get(axis) + s.extent(axis));
                size = Math.max(size, s.extent(axis));
            }
        }
        if (size == 0) {
            return Optional.empty();
        }
        double wide = SMALL_WIDE * size;
        double top = high[1] + SMALL_HIGH * size;
        for (Stake stake : Stakes.forecasts(shot, elementName)) {
            if (stake.measure() == Measure.TOP) {
                wide = Math.max(size, 0.75 * stake.to() / Stakes.TOP_IN_DIAMETERS);
                top = 1.3 * stake.to();
            } else if (stake.measure() == Measure.STANDS) {
                double height = stake.to() - low[1];
                wide = Math.max(2 * size, 0.4 * height);
                top = low[1] + 1.7 * height;
            }
        }
        double ground = element.bounds().get(Bounds.FROM).y();
        boolean grounded =
                element.bounds().get(Bounds.CLOSED).contains("bottom") && low[1] < ground + wide;
        double bottom = grounded ? ground : low[1] - wide;
        Vec3 wind = shot.air().get(Air.WIND);
        // Gas that rises as fast as fire of this height does is carried so far.
        double carried = (top - bottom) / Math.sqrt(9.81 * (top - bottom));
        double east = wind.x() * carried;
        double south = wind.z() * carried;
        return Optional.of(
                new Space(
                        rounded(
                                low[0] - wide + Math.min(0, east),
                                bottom,
                                low[2] - wide + Math.min(0, south)),
                        rounded(
                                high[0] + wide + Math.max(0, east),
                                top,
                                high[2] + wide + Math.max(0, south))));
    }

    private static Vec3 rounded(double x, double y, double z) {
        return new Vec3(outward(x), outward(y), outward(z));
    }

    private static double outward(double metres) {
        if (metres == 0) {
            return 0;
        }
        double step = Math.pow(10, Math.floor(Math.log10(Math.abs(metres))) - FIGURES + 1);
        double steps = Math.ceil(Math.abs(metres) / step - 1e-9);
        return Math.signum(metres) * Math.rint(steps * step * 1e9) / 1e9;
    }

    /// What the gas of some frames filled, in whole leaves, with the margin of the bounds around it
    /// but on a closed ground; empty without gas.
    public static Optional<Space> used(List<Frame> frames, Item bounds) {
        double[] low = {
            Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY
        };
        double[] high = {-low[0], -low[1], -low[2]};
        for (Frame frame : frames) {
            for (String channel : GAS) {
                SparseGrid grid = frame.channels().get(channel);
                for (int i = 0; grid != null && i < grid.leafCount(); i++) {
                    SparseGrid.Leaf leaf = grid.leaf(i);
                    int[] corner = {leaf.x(), leaf.y(), leaf.z()};
                    for (int axis = 0; axis < 3; axis++) {
                        double h = frame.lattice().voxel();
                        double at = frame.lattice().origin(axis) + corner[axis] * h;
                        low[axis] = Math.min(low[axis], at);
                        high[axis] = Math.max(high[axis], at + SparseGrid.EDGE * h);
                    }
                }
            }
        }
        if (low[0] > high[0]) {
            return Optional.empty();
        }
        double margin = bounds.number(Bounds.MARGIN);
        Vec3 from = bounds.get(Bounds.FROM);
        boolean ground = bounds.get(Bounds.CLOSED).contains("bottom");
        return Optional.of(
                new Space(
                        rounded(
                                low[0] - margin,
                                ground ? from.y() : low[1] - margin,
                                low[2] - margin),
                        rounded(high[0] + margin, high[1] + margin, high[2] + margin)));
    }

    /// The bounds with these corners.
    public Item appliedTo(Item bounds) {
        return bounds.with(Bounds.FROM, from).with(Bounds.TO, to);
    }

    /// A voxel for a sketch of it, m.
    public double sketchVoxel() {
        Vec3 size = to.minus(from);
        return outward(Math.cbrt(size.x() * size.y() * size.z() / SKETCH_VOXELS));
    }

    /// "24 x 18 x 16 m".
    public String words() {
        Vec3 size = to.minus(from);
        return Unit.number(size.x(), 3)
                + " x "
                + Unit.number(size.y(), 3)
                + " x "
                + Unit.METRE.figure(size.z(), 3);
    }
}
