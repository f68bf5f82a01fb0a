package ashfall.sim;

import ashfall.geometry.Body;
import ashfall.grid.Noise;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Param;
import ashfall.shot.Source;
import ashfall.shot.Vec3;

/// A source with its parameters read out: where it is, and what it releases when.
///
/// @param soft how deep its edge reaches, over its depth
/// @param inherited share of its own motion that the gas in it takes on
/// @param drift m/s of its patches
/// @param releasedFuel kg/s; where a total is given, scaled so that its integral is the total
/// @param isTotal whether the fuel is a total
/// @param burns which of the element's fuels it gives: 0 is the element's own
/// @param premixedAir air given with the fuel, over what it needs
/// @param heat W
/// @param hottest K: gas that hot takes no heat
public record SourceSettings(
        String name,
        Body body,
        double soft,
        double inherited,
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
        Vec3 drift,
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
                Body.of(item),
                item.number(Source.SOFT),
                number(item, Source.INHERITED),
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
                item.get(Source.DRIFT),
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
    public boolean isActive(double from, double to) {
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

    /// Do its place or its patches change with time?
    boolean isChanging() {
        return body.isMoving() || drift.length() > 0;
    }

    /// How much of the source a point belongs to: 1 inside, 0 outside, falling over the voxel at
    /// the edge or over its soft rim.
    double cover(Body.Placed placed, double x, double y, double z, double voxel) {
        double inside = 0.5 * voxel - placed.distance(x, y, z);
        return Math.max(0, Math.min(1, inside / (voxel + soft * body.depth())));
    }

    /// Strength of the patches at a point: 1 when even, 0 to about 2 when ragged. They go where the
    /// source goes, and drift.
    double patch(double seconds, double x, double y, double z) {
        if (uneven == 0) {
            return 1;
        }
        Vec3 by = body.gone(seconds).plus(drift.times(seconds));
        return Math.max(
                0,
                1
                        + 2.2
                                * uneven
                                * Noise.octaves(
                                        seed,
                                        (x - by.x()) / grain,
                                        (y - by.y()) / grain,
                                        (z - by.z()) / grain));
    }
}
