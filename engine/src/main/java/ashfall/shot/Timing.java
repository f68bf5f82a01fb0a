package ashfall.shot;

import java.util.ArrayList;
import java.util.List;

/// When things of a shot happen, as a whole.
public final class Timing {
    private Timing() {}

    /// A span of time, s.
    public record Span(double from, double to) {}

    /// An item with all that it does in time some seconds later: its curves, its path, its burst.
    public static Item later(Item item, double seconds) {
        if (seconds == 0) {
            return item;
        }
        Item next = item;
        for (Param<?> param : item.kind().params().values()) {
            if (param instanceof Quantity q && q.follows() && !item.get(q).isConstant()) {
                next = next.with(q, later(item.get(q), seconds));
            } else if (param instanceof Param.Path path && item.get(path).isMoving()) {
                next = next.with(path, later(item.get(path), seconds));
            }
        }
        if (item.kind().equals(Source.CARRIERS)) {
            next = next.with(Carrier.FROM, rounded(item.number(Carrier.FROM) + seconds));
            next = next.with(Carrier.TO, rounded(item.number(Carrier.TO) + seconds));
        }
        return next;
    }

    private static Curve later(Curve curve, double seconds) {
        double[][] all = new double[curve.size()][];
        for (int i = 0; i < all.length; i++) {
            all[i] = new double[] {rounded(curve.time(i) + seconds), curve.value(i)};
        }
        return Curve.through(all);
    }

    private static Route later(Route route, double seconds) {
        List<Route.Point> all = new ArrayList<>();
        for (Route.Point p : route.points()) {
            all.add(new Route.Point(rounded(p.seconds() + seconds), p.place()));
        }
        return new Route(all);
    }

    /// To a microsecond, so that there and back is where it was.
    private static double rounded(double seconds) {
        return Math.rint(seconds * 1e6) / 1e6;
    }

    /// When carriers of a burst may live; null where they are born by rate, or not at all.
    public static Span ofCarriers(Item item) {
        boolean burst = item.kind().equals(Source.CARRIERS) && item.get(Carrier.COUNT) > 0;
        if (!burst || item.get(Carrier.RATE).largest() > 0) {
            return null;
        }
        double from = item.number(Carrier.FROM);
        double born = Math.max(from, item.number(Carrier.TO));
        double life = item.number(Carrier.LIFE) + item.number(Carrier.LIFE_SPREAD);
        return new Span(from, born + life);
    }
}
