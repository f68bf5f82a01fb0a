package ashfall.continuity;

import ashfall.continuity.Stake.Measure;
import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.particles.Carriers;
import ashfall.shot.Air;
import ashfall.shot.Bounds;
import ashfall.shot.Element;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;
import ashfall.sim.CarrierFlights;
import ashfall.sim.SourceSettings;

import java.util.Arrays;
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

    /// What the sources that are on will fill: half as much again over the flame of a burner, and
    /// room for the air that it draws in; a fireball's path, and half its width around; and where
    /// wind carries that.
    public static Optional<Space> forecast(Shot shot, String elementName) {
        Element element = shot.element(elementName);
        Extent filled = new Extent();
        double size = 0;
        for (var entry : element.sources().entrySet()) {
            if (!entry.getValue().get(Source.ON)) {
                continue;
            }
            SourceSettings s = SourceSettings.alone(entry.getKey(), entry.getValue());
            Vec3[] room = s.body().room(0, Stakes.lastSecond(shot));
            for (int axis = 0; axis < 3; axis++) {
                filled.add(axis, room[0].get(axis), room[1].get(axis));
                size = Math.max(size, s.body().at(0).half(axis));
            }
        }
        if (size == 0) {
            return Optional.empty();
        }
        addCarriers(shot, element, filled);
        double foot = filled.low[1];
        double wide = SMALL_WIDE * size;
        double top = filled.high[1] + SMALL_HIGH * size;
        for (Stake stake : Stakes.forecasts(shot, elementName)) {
            if (stake.measure() == Measure.TOP) {
                double below = Bounds.ground(element.bounds());
                double height = stake.to() - below;
                wide = Math.max(size, 0.75 * height / Stakes.TOP_IN_DIAMETERS);
                top = below + 1.3 * height;
            } else if (stake.measure() == Measure.STANDS) {
                double height = stake.to() - foot;
                wide = Math.max(2 * size, 0.4 * height);
                top = foot + 1.7 * height;
            }
        }
        double ground = element.bounds().get(Bounds.FROM).y();
        boolean grounded =
                element.bounds().get(Bounds.CLOSED).contains("bottom") && foot < ground + wide;
        double bottom = grounded ? ground : foot - wide;
        filled.add(1, bottom, top);
        filled.widen(0, wide);
        filled.widen(2, wide);
        // Gas that rises as fast as fire of this height does is carried so far.
        double carried = Math.sqrt((top - bottom) / 9.81);
        Vec3 wind = shot.air().get(Air.WIND).times(shot.air().get(Air.WIND_SHARE).largest());
        filled.carry(0, wind.x() * carried);
        filled.carry(2, wind.z() * carried);
        return Optional.of(filled.rounded(grounded ? ground : Double.NaN));
    }

    /// All the room that carriers fly through, but for those that are embers alone.
    private static void addCarriers(Shot shot, Element element, Extent filled) {
        for (Item source : element.sources().values()) {
            boolean thrown = source.get(Source.ON) && source.kind().equals(Source.CARRIERS);
            if (thrown && Source.gives(source)) {
                Carriers carriers = CarrierFlights.of(shot, element, source);
                double[][] room = carriers.room(carriers.firstBirth(), carriers.lastEnd());
                for (int axis = 0; axis < 3 && room != null; axis++) {
                    filled.add(axis, room[0][axis], room[1][axis]);
                }
            }
        }
    }

    /// Corners that are being found.
    private static final class Extent {
        private final double[] low = new double[3];
        private final double[] high = new double[3];

        Extent() {
            Arrays.fill(low, Double.POSITIVE_INFINITY);
            Arrays.fill(high, Double.NEGATIVE_INFINITY);
        }

        void add(int axis, double from, double to) {
            low[axis] = Math.min(low[axis], from);
            high[axis] = Math.max(high[axis], to);
        }

        void widen(int axis, double by) {
            low[axis] -= by;
            high[axis] += by;
        }

        void carry(int axis, double by) {
            low[axis] += Math.min(0, by);
            high[axis] += Math.max(0, by);
        }

        /// Rounded outward, to figures that go with the size, wherever it lies.
        ///
        /// @param ground exact lower end along y; NaN for none
        Space rounded(double ground) {
            double size = 0;
            for (int axis = 0; axis < 3; axis++) {
                size = Math.max(size, high[axis] - low[axis]);
            }
            double step = step(size);
            double bottom = Double.isNaN(ground) ? down(low[1], step) : ground;
            return new Space(
                    new Vec3(down(low[0], step), bottom, down(low[2], step)),
                    new Vec3(-down(-high[0], step), -down(-high[1], step), -down(-high[2], step)));
        }
    }

    private static double step(double size) {
        return Math.pow(10, Math.floor(Math.log10(size)) - FIGURES + 1);
    }

    /// The next multiple of a step below, 0 rather than −0.
    private static double down(double metres, double step) {
        return Math.rint(Math.floor(metres / step + 1e-9) * step * 1e9) / 1e9 + 0.0;
    }

    /// What the gas of some frames filled, in whole leaves, with the margin of the bounds around it
    /// but on a closed ground; empty without gas.
    public static Optional<Space> used(List<Frame> frames, Item bounds) {
        Extent filled = new Extent();
        for (Frame frame : frames) {
            for (String channel : GAS) {
                SparseGrid grid = frame.channels().get(channel);
                for (int i = 0; grid != null && i < grid.leafCount(); i++) {
                    SparseGrid.Leaf leaf = grid.leaf(i);
                    int[] corner = {leaf.x(), leaf.y(), leaf.z()};
                    for (int axis = 0; axis < 3; axis++) {
                        double h = frame.lattice().voxel();
                        double at = frame.lattice().origin(axis) + corner[axis] * h;
                        filled.add(axis, at, at + SparseGrid.EDGE * h);
                    }
                }
            }
        }
        if (filled.low[0] > filled.high[0]) {
            return Optional.empty();
        }
        for (int axis = 0; axis < 3; axis++) {
            filled.widen(axis, bounds.number(Bounds.MARGIN));
        }
        boolean grounded = bounds.get(Bounds.CLOSED).contains("bottom");
        return Optional.of(filled.rounded(grounded ? bounds.get(Bounds.FROM).y() : Double.NaN));
    }

    /// The bounds with these corners.
    public Item appliedTo(Item bounds) {
        return bounds.with(Bounds.FROM, from).with(Bounds.TO, to);
    }

    /// A voxel for a sketch of it, m.
    public double sketchVoxel() {
        Vec3 size = to.minus(from);
        double voxel = Math.cbrt(size.x() * size.y() * size.z() / SKETCH_VOXELS);
        return -down(-voxel, step(voxel));
    }

    /// "24 x 18 x 16 m", "8 x 15 x 8 cm".
    public String words() {
        Vec3 size = to.minus(from);
        boolean small = Math.max(size.x(), Math.max(size.y(), size.z())) < 1;
        Vec3 shown = size.times(small ? 100 : 1);
        return Unit.number(shown.x(), 3)
                + " x "
                + Unit.number(shown.y(), 3)
                + " x "
                + Unit.number(shown.z(), 3)
                + (small ? " cm" : " m");
    }
}
