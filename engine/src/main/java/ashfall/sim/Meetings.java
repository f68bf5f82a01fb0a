package ashfall.sim;

import ashfall.geometry.Body;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Shot;

import java.util.OptionalDouble;

/// When things of a shot with shapes meet on their ways.
public final class Meetings {
    /// Points along each side of a body that are looked at.
    private static final int POINTS = 10;

    /// Looks in a frame, and halvings of the time between two.
    private static final int LOOKS = 4;

    private static final int HALVINGS = 12;

    private Meetings() {}

    /// When a first thing touches another in the frames of a shot, s; empty where it never does.
    public static OptionalDouble of(Shot shot, Item one, Item other) {
        Body a = Body.of(one);
        Body b = Body.of(other);
        double frame = shot.frames().get(Frames.RATE).seconds(1);
        long first = Frames.begin(shot.frames()) - 1;
        long count = (shot.frames().get(Frames.LAST) - first) * LOOKS;
        double start = first * frame;
        double before = start;
        for (long k = 0; k <= count; k++) {
            double now = start + k * frame / LOOKS;
            if (touch(a, b, now)) {
                return OptionalDouble.of(k == 0 ? now : between(a, b, before, now));
            }
            before = now;
        }
        return OptionalDouble.empty();
    }

    private static double between(Body a, Body b, double apart, double touching) {
        double low = apart;
        double high = touching;
        for (int i = 0; i < HALVINGS; i++) {
            double middle = 0.5 * (low + high);
            if (touch(a, b, middle)) {
                high = middle;
            } else {
                low = middle;
            }
        }
        return high;
    }

    private static boolean touch(Body a, Body b, double seconds) {
        Body.Placed here = a.at(seconds);
        Body.Placed there = b.at(seconds);
        return here.isNear(there) && (reaches(here, there) || reaches(there, here));
    }

    /// Does any point of a body lie in another, as finely as its points are?
    private static boolean reaches(Body.Placed from, Body.Placed into) {
        boolean[] found = new boolean[1];
        from.forEachInside(POINTS, (x, y, z) -> found[0] |= into.distance(x, y, z) <= 0);
        return found[0];
    }
}
