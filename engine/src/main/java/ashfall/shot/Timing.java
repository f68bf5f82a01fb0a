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
                next = next.with(q, item.get(q).later(seconds));
            } else if (param instanceof Param.Path path && item.get(path).isMoving()) {
                next = next.with(path, later(item.get(path), seconds));
            }
        }
        if (item.kind().equals(Source.CARRIERS)) {
            next = next.with(Carrier.FROM, rounded(item.number(Carrier.FROM) + seconds));
            next = next.with(Carrier.TO, rounded(item.number(Carrier.TO) + seconds));
        } else if (Source.KINDS.contains(item.kind()) && item.get(Source.LIMITED)) {
            next = next.with(Source.FROM, rounded(item.number(Source.FROM) + seconds));
            next = next.with(Source.TO, rounded(item.number(Source.TO) + seconds));
        }
        return next;
    }

    private static Route later(Route route, double seconds) {
        List<Route.Point> all = new ArrayList<>();
        for (Route.Point p : route.points()) {
            all.add(new Route.Point(rounded(p.seconds() + seconds), p.place()));
        }
        return new Route(all);
    }

    /// To a microsecond, so that there and back is where it was.
    static double rounded(double seconds) {
        return Math.rint(seconds * 1e6) / 1e6;
    }

    /// When a source can give anything, whatever its curves say: while carriers of its burst live,
    /// or in the time that it is limited to. Null where that is always.
    public static Span of(Item source) {
        if (source.kind().equals(Source.CARRIERS)) {
            return ofCarriers(source);
        }
        boolean limited = Source.KINDS.contains(source.kind()) && source.get(Source.LIMITED);
        return limited ? new Span(source.number(Source.FROM), source.number(Source.TO)) : null;
    }

    /// When an item first does anything over time, s; 0 for one that does nothing.
    public static double start(Item item) {
        double first = Double.POSITIVE_INFINITY;
        for (Param<?> param : item.kind().params().values()) {
            if (param instanceof Quantity q && q.follows() && !item.get(q).isConstant()) {
                first = Math.min(first, item.get(q).time(0));
            } else if (param instanceof Param.Path path && item.get(path).isMoving()) {
                first = Math.min(first, item.get(path).points().getFirst().seconds());
            }
        }
        Span span = of(item);
        first = span == null ? first : Math.min(first, span.from());
        return Double.isInfinite(first) ? 0 : first;
    }

    /// When a source first gives anything over time, whatever way it goes, s; 0 for one that gives
    /// steadily.
    public static double cue(Item source) {
        return start(source.without(Shape.PATH));
    }

    /// A source that gives all it does some seconds later; its way stays as it is.
    public static Item cueLater(Item source, double seconds) {
        Item moved = later(source.without(Shape.PATH), seconds);
        Route way = source.get(Shape.PATH);
        return source.values().containsKey(Shape.PATH) ? moved.with(Shape.PATH, way) : moved;
    }

    /// The frames of a shot at another rate: all that happens, and the ends, keep their seconds, to
    /// half a frame.
    public static Item atRate(Item frames, FrameRate rate) {
        FrameRate before = frames.get(Frames.RATE);
        double ratio = before.seconds(1) / rate.seconds(1);
        long first = Math.round((frames.get(Frames.FIRST) - 1) * ratio) + 1;
        long last = Math.max(first, Math.round(frames.get(Frames.LAST) * ratio));
        Item next =
                frames.with(Frames.RATE, rate).with(Frames.FIRST, first).with(Frames.LAST, last);
        for (Param.Whole count : List.of(Frames.RUN_UP, Frames.SKIPPED, Frames.SPARED)) {
            if (frames.get(count) > 0) {
                next = next.with(count, Math.round(frames.get(count) * ratio));
            }
        }
        return next;
    }

    /// Integral of a release, in its own unit times s, over the part of a time in which the source
    /// gives.
    public static double given(Item source, Quantity release, double from, double to) {
        Span span = of(source);
        double begin = span == null ? from : Math.max(from, span.from());
        double end = span == null ? to : Math.min(to, span.to());
        return end <= begin ? 0 : source.get(release).integral(begin, end);
    }

    /// K that gas from the air would have reached at a time if it stayed in a source that warms it.
    public static double warmed(Shot shot, Item source, double seconds) {
        double start = shot.frames().get(Frames.RATE).seconds(Frames.begin(shot.frames()) - 1);
        return shot.air().number(Air.TEMPERATURE) + given(source, Source.WARMING, start, seconds);
    }

    /// When carriers of a burst may live; null where they are born by rate, or not at all.
    private static Span ofCarriers(Item item) {
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
