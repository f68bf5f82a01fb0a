package ashfall.sim;

import ashfall.grid.Noise;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Param;
import ashfall.shot.Source;
import ashfall.shot.Vec3;

/// A source with its parameters read out: where it is, and what it releases when.
///
/// @param releasedFuel kg/s; where a total is given, scaled so that its integral is the total
/// @param isTotal whether the fuel is a total
/// @param burns which of the element's fuels it gives: 0 is the element's own
/// @param premixedAir air given with the fuel, over what it needs
/// @param heat W
/// @param hottest K: gas that hot takes no heat
public record SourceSettings(
        String name,
        String shape,
        Vec3 centre,
        double radius,
        Vec3 size,
        Curve temperature,
        Curve releasedFuel,
        boolean isTotal,
        int burns,
        double premixedAir,
        Curve heat,
        double hottest,
        Curve smoke,
        Curve volume,
        Curve push,
        Kept kept,
        double uneven,
        double grain,
        double flicker,
        double flickerEvery,
        long seed) {

    /// What the gas in a source is kept at, over time.
    ///
    /// @param fuel kg/kg, as smoke
    /// @param temperature K; 0 for none
    record Kept(Curve fuel, Curve temperature, Curve smoke) {
        /// Is anything kept at any time?
        boolean isAny() {
            return fuel.largest() > 0 || temperature.largest() > 0 || smoke.largest() > 0;
        }

        boolean isActive(double from, double to) {
            return fuel.integral(from, to) > 0
                    || temperature.integral(from, to) > 0
                    || smoke.integral(from, to) > 0;
        }
    }

    /// Later than any shot ends, s.
    static final double EVER = 1e9;

    /// @param burns which of the element's fuels it gives
    /// @param ragged factor on its unevenness
    public static SourceSettings of(String name, Item item, int burns, double ragged, long seed) {
        return new SourceSettings(
                name,
                item.get(Source.SHAPE),
                item.get(Source.CENTRE),
                item.number(Source.RADIUS),
                item.get(Source.SIZE),
                curve(item, Source.TEMPERATURE),
                scaledToTotal(curve(item, Source.RELEASED_FUEL), total(item), name),
                total(item) > 0,
                burns,
                number(item, Source.GIVEN_AIR),
                scaled(curve(item, Source.HEAT), 1000),
                item.number(Source.HOTTEST),
                curve(item, Source.SMOKE),
                curve(item, Source.VOLUME),
                curve(item, Source.PUSH),
                new Kept(
                        curve(item, Source.KEPT_FUEL),
                        curve(item, Source.KEPT_TEMPERATURE),
                        curve(item, Source.KEPT_SMOKE)),
                Math.min(1, ragged * item.number(Source.UNEVEN)),
                item.number(Source.GRAIN),
                item.number(Source.FLICKER),
                item.number(Source.FLICKER_EVERY),
                seed);
    }

    private static double total(Item item) {
        return number(item, Source.TOTAL);
    }

    /// A number, or its default for a kind of source that does not have it.
    private static double number(Item item, Param.Quantity param) {
        return curve(item, param).value(0);
    }

    private static Curve curve(Item item, Param.Quantity param) {
        return item.kind().params().containsKey(param.key()) ? item.get(param) : param.byDefault();
    }

    private static Curve scaledToTotal(Curve curve, double total, String name) {
        if (total == 0) {
            return curve;
        }
        double given =
                curve.isConstant()
                        ? 0
                        : curve.integral(curve.time(0), curve.time(curve.size() - 1));
        if (!(given > 0)) {
            throw new ashfall.shot.ShotException(
                    "the source '"
                            + name
                            + "' has release.total, which needs release.fuel as a curve whose shape"
                            + " it scales");
        }
        return scaled(curve, total / given);
    }

    private static Curve scaled(Curve curve, double factor) {
        double[][] points = new double[curve.size()][];
        for (int i = 0; i < points.length; i++) {
            points[i] = new double[] {curve.time(i), curve.value(i) * factor};
        }
        return Curve.through(points);
    }

    /// Does it give anything between two times?
    boolean isActive(double from, double to) {
        return releasedFuel.integral(from, to) > 0
                || heat.integral(from, to) > 0
                || smoke.integral(from, to) > 0
                || volume.integral(from, to) > 0
                || push.integral(from, to) > 0
                || kept.isActive(from, to);
    }

    /// Factor on all that is given at a time: 1 when steady, 0 to about 2 when it flickers.
    double swell(double seconds) {
        return flicker == 0
                ? 1
                : Math.max(
                        0,
                        1 + 2.2 * flicker * Noise.octaves(seed, seconds / flickerEvery, 0.5, 0.5));
    }

    /// How much of a source a point belongs to: 1 inside, 0 outside, falling over the voxel at the
    /// edge.
    double cover(double x, double y, double z, double voxel) {
        double dx = x - centre.x();
        double dy = y - centre.y();
        double dz = z - centre.z();
        double inside;
        if (shape.equals("sphere")) {
            inside = radius - Math.sqrt(dx * dx + dy * dy + dz * dz);
        } else if (shape.equals("disc")) {
            inside = Math.min(radius - Math.sqrt(dx * dx + dz * dz), 0.5 * size.y() - Math.abs(dy));
        } else {
            inside =
                    Math.min(
                            0.5 * size.x() - Math.abs(dx),
                            Math.min(0.5 * size.y() - Math.abs(dy), 0.5 * size.z() - Math.abs(dz)));
        }
        return Math.max(0, Math.min(1, 0.5 + inside / voxel));
    }

    /// Strength of the patches at a point: 1 when even, 0 to about 2 when ragged.
    double patch(double x, double y, double z) {
        return uneven == 0
                ? 1
                : Math.max(
                        0, 1 + 2.2 * uneven * Noise.octaves(seed, x / grain, y / grain, z / grain));
    }

    /// Half the extent of the shape along an axis, m.
    public double extent(int axis) {
        if (shape.equals("sphere")) {
            return radius;
        }
        return shape.equals("disc") && axis != 1 ? radius : 0.5 * size.get(axis);
    }
}
