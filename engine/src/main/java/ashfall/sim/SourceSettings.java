package ashfall.sim;

import ashfall.geometry.Body;
import ashfall.grid.Noise;
import ashfall.particles.Carriers;
import ashfall.shot.Curve;
import ashfall.shot.Element;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.shot.Timing;
import ashfall.shot.Timing.Span;

import java.util.List;

/// A source with its parameters read out: where it is, and what it releases when.
///
/// @param soft how deep its edge reaches, over its depth
/// @param inherited share of its own motion that the gas in it takes on
/// @param begins s before which it gives nothing
/// @param ends s after which it gives nothing
/// @param releasedFuel kg/s; where a total is given, scaled so that its integral is the total
/// @param isTotal whether the fuel is a total
/// @param burns which of the element's fuels it gives: 0 is the element's own
/// @param origin which of the sources that are told apart it is, from 1; 0 for the last, and where
///     none are
/// @param premixedAir air given with the fuel, over what it needs
/// @param heat W
/// @param hottest K: gas that hot takes no heat
/// @param carriers in which it releases; null where it does in its body
public record SourceSettings(
        String name,
        Body body,
        double soft,
        double inherited,
        double begins,
        double ends,
        Curve temperature,
        Curve releasedFuel,
        boolean isTotal,
        int burns,
        int origin,
        double premixedAir,
        Curve heat,
        double hottest,
        Curve smoke,
        Curve volume,
        Curve push,
        Kept kept,
        Patches patches,
        double flicker,
        double flickerEvery,
        long seed,
        Carriers carriers) {

    /// What the gas in a source is kept at, or brought to whatever there is of it, over time.
    ///
    /// @param fuel kg/kg, as smoke
    /// @param temperature K; 0 for none
    /// @param warming K/s
    record Kept(Curve fuel, Curve temperature, Curve smoke, Curve warming) {
        /// Is anything kept at any time?
        boolean isAny() {
            return fuel.largest() > 0
                    || temperature.largest() > 0
                    || smoke.largest() > 0
                    || warming.largest() > 0;
        }

        boolean isActive(double from, double to) {
            return fuel.integral(from, to) > 0
                    || temperature.integral(from, to) > 0
                    || smoke.integral(from, to) > 0
                    || warming.integral(from, to) > 0;
        }
    }

    /// Points along each side of a source by which shares of it are known.
    private static final int POINTS = 28;

    /// Later than any shot ends, s.
    static final double EVER = 1e9;

    /// @param burns which of the element's fuels it gives
    /// @param origin which of the sources that are told apart it is
    /// @param ragged factor on its unevenness
    /// @param carriers that it throws; null for other kinds, or where only its shape is asked for
    public static SourceSettings of(
            String name,
            Item item,
            int burns,
            int origin,
            double ragged,
            long seed,
            Carriers carriers) {
        boolean isTotal = number(item, Source.TOTAL) > 0;
        Span span = span(item);
        return new SourceSettings(
                name,
                Body.of(item),
                item.number(Source.SOFT),
                number(item, Source.INHERITED),
                span.from(),
                span.to(),
                curve(item, Source.TEMPERATURE),
                isTotal ? scaledToTotal(name, item, carriers) : curve(item, Source.RELEASED_FUEL),
                isTotal,
                burns,
                origin,
                number(item, Source.GIVEN_AIR),
                curve(item, Source.HEAT).times(1000),
                item.number(Source.HOTTEST),
                curve(item, Source.SMOKE),
                curve(item, Source.VOLUME),
                curve(item, Source.PUSH),
                new Kept(
                        curve(item, Source.KEPT_FUEL),
                        curve(item, Source.KEPT_TEMPERATURE),
                        curve(item, Source.KEPT_SMOKE),
                        curve(item, Source.WARMING)),
                Patches.of(item, ragged, seed),
                item.number(Source.FLICKER),
                item.number(Source.FLICKER_EVERY),
                seed,
                carriers);
    }

    /// A number, or its default for a kind of source that does not have it.
    private static double number(Item item, Quantity param) {
        return curve(item, param).value(0);
    }

    private static Curve curve(Item item, Quantity param) {
        return item.kind().params().containsKey(param.key()) ? item.get(param) : param.byDefault();
    }

    /// The fuel curve, such that all it gives is the total. Carriers need none: they give evenly.
    private static Curve scaledToTotal(String name, Item item, Carriers carriers) {
        Curve curve = curve(item, Source.RELEASED_FUEL);
        double given;
        if (item.kind().equals(Source.CARRIERS)) {
            curve = curve.largest() > 0 ? curve : Curve.constant(1);
            given = carriers == null ? 1 : carriers.integralOf(curve);
        } else {
            Span span = Timing.of(item);
            given =
                    span != null
                            ? curve.integral(span.from(), Math.max(span.from(), span.to()))
                            : curve.isConstant()
                                    ? 0
                                    : curve.integral(curve.time(0), curve.time(curve.size() - 1));
        }
        if (!(given > 0)) {
            throw new ShotException(
                    carriers == null
                            ? "the source '"
                                    + name
                                    + "' has release.total, which needs release.fuel as a curve"
                                    + " whose shape it scales"
                            : "the source '"
                                    + name
                                    + "' has release.total, but no carrier lives while"
                                    + " release.fuel gives any");
        }
        return curve.times(number(item, Source.TOTAL) / given);
    }

    /// When it can give anything; carriers see to that themselves.
    private static Span span(Item item) {
        Span span = item.kind().equals(Source.CARRIERS) ? null : Timing.of(item);
        return span == null ? new Span(Double.NEGATIVE_INFINITY, EVER) : span;
    }

    /// Does it give anything between two times?
    public boolean isActive(double from, double to) {
        double begin = Math.max(from, begins);
        double end = Math.min(to, ends);
        return end > begin
                && (carriers == null || carriers.anyLives(begin, end))
                && givesAny(begin, end);
    }

    private boolean givesAny(double from, double to) {
        return releasedFuel.integral(from, to) > 0
                || heat.integral(from, to) > 0
                || smoke.integral(from, to) > 0
                || volume.integral(from, to) > 0
                || push.integral(from, to) > 0
                || kept.isActive(from, to);
    }

    /// Factor on all that is given at a time: 1 when steady, 0 to about 2 when it flickers; of
    /// carriers, what those that live then give of what the most of them would.
    double swell(double seconds) {
        double living = carriers == null ? 1 : carriers.share(seconds);
        return flicker == 0
                ? living
                : living
                        * Math.max(
                                0,
                                1
                                        + 2.2
                                                * flicker
                                                * Noise.octaves(
                                                        seed, seconds / flickerEvery, 0.5, 0.5));
    }

    /// Do its place or its patches change with time?
    boolean isChanging() {
        return isMoving() || patches.isChanging();
    }

    /// Does it move, or what it throws?
    boolean isMoving() {
        return body.isMoving() || carriers != null;
    }

    /// How much of the source a point belongs to: 1 inside, 0 outside, falling over the voxel at
    /// the edge or over its soft rim.
    double cover(Body.Placed placed, double x, double y, double z, double voxel) {
        double inside = 0.5 * voxel - placed.distance(x, y, z);
        return Math.max(0, Math.min(1, inside / (voxel + soft * body.depth())));
    }

    /// Do some places of it give more, or warmer, than others by a share or by warmth?
    public boolean hasPatches() {
        return patches.differInWarmth() || patches.inverted() || patches.share().least() < 1;
    }

    /// A source alone, where only its shape and its times are asked for.
    public static SourceSettings alone(String name, Item item) {
        return of(name, item, 0, 0, 1, 0, null);
    }

    /// The source of an element as its dials are set, with the seed that it has there.
    public static SourceSettings of(String name, Element element) {
        long place = List.copyOf(element.sources().keySet()).indexOf(name) + 1;
        Item item = element.sources().get(name);
        double ragged = element.gas().number(Gas.RAGGED);
        return of(name, item, 0, 0, ragged, element.gas().get(Gas.SEED) + place, null);
    }

    /// How much of the source gives anything at a time, and how much of what gives is as warm as a
    /// temperature: by points spread through it.
    public Shares shares(double seconds, double kelvin) {
        Body.Placed placed = body.at(seconds);
        double hottest = Math.max(temperature.at(seconds), kept.temperature.at(seconds));
        double[] sums = new double[3];
        placed.forEachInside(
                POINTS,
                (x, y, z) -> {
                    double strength = patches.strength(placed, seconds, x, y, z);
                    double warmth = patches.warmth(placed, seconds, x, y, z);
                    double gives = Math.min(1, strength);
                    sums[0]++;
                    sums[1] += gives;
                    sums[2] += patches.kelvin(hottest, warmth) >= kelvin ? gives : 0;
                });
        return new Shares(
                sums[0] == 0 ? 0 : sums[1] / sums[0], sums[1] == 0 ? 0 : sums[2] / sums[1]);
    }

    /// @param gives share of the source that gives
    /// @param warm share of that which is warm enough
    public record Shares(double gives, double warm) {}
}
