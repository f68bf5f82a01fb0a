package ashfall.look;

import ashfall.picture.Blackbody;
import ashfall.picture.Layers;
import ashfall.picture.Part;
import ashfall.picture.Region;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.List;

/// Small glowing things in a finished picture, each with the streak it leaves while the shutter is
/// open: dimmed by the smoke before them, hidden by obstacles.
///
/// A ball of diameter d that is seen under less than a pixel gives it its black body's luminance
/// times the share of the pixel that πd²/4 covers, so that a far one, or one on a long streak, is
/// dim. Depth of field does not blur them.
public final class Embers {
    /// Places of a streak at which it is asked what stands before it.
    private static final int LOOKS = 8;

    private static final int MOST_STEPS = 4000;

    /// m before the eye from which on an ember is seen.
    private static final double NEAREST = 0.01;

    /// Discs of so many pixels are not counted pixel by pixel.
    private static final double COUNTED = 16;

    private final Volumes volumes;
    private final Shading shading;
    private final Bodies bodies;

    Embers(Volumes volumes, Shading shading, Bodies bodies) {
        this.volumes = volumes;
        this.shading = shading;
        this.bodies = bodies;
    }

    /// A glowing ball.
    ///
    /// @param from where it is as the shutter opens, m
    /// @param to where it is as it closes, m
    /// @param kelvin its temperature
    /// @param diameter m
    /// @param strength factor on its light
    public record Ember(Vec3 from, Vec3 to, double kelvin, double diameter, double strength) {
        private Vec3 at(double share) {
            return from.plus(to.minus(from).times(share));
        }
    }

    /// Adds embers to a picture that was drawn, within the part of it that is.
    ///
    /// @param picture the whole, or its region alone
    void add(Layers picture, Region region, View view, List<Ember> embers, Workers workers) {
        Streak[] streaks = new Streak[embers.size()];
        workers.forEachSlab(
                streaks.length,
                (i, worker) -> streaks[i] = new Streak(embers.get(i), region, view));
        boolean isAlone = picture.width() < region.width() || picture.height() < region.height();
        Target target =
                new Target(
                        picture.light(Part.EMBERS),
                        isAlone ? region.left() : 0,
                        isAlone ? region.top() : 0,
                        picture.width());
        for (Streak streak : streaks) {
            streak.put(target);
        }
    }

    /// Where light goes.
    ///
    /// @param left column of the first pixel
    /// @param top row of it
    /// @param columns kept
    private record Target(float[] light, int left, int top, int columns) {
        int at(int x, int y) {
            return 3 * ((y - top) * columns + x - left);
        }
    }

    /// An ember on a picture, at two places a pixel of its way.
    private final class Streak {
        private final Ember ember;
        private final Region region;
        private final View view;
        private final int steps;

        /// Share of its light that comes to the eye, along its way.
        private final double[] clear;

        Streak(Ember ember, Region region, View view) {
            this.ember = ember;
            this.region = region;
            this.view = view;
            double[] a = view.project(ember.from, region.width(), region.height());
            double[] b = view.project(ember.to, region.width(), region.height());
            double length = Math.hypot(b[0] - a[0], b[1] - a[1]);
            boolean before = a[2] > NEAREST && b[2] > NEAREST;
            boolean seen = before && isNear(a, length + 1 + radius(Math.min(a[2], b[2])), region);
            this.steps = seen ? (int) Math.min(MOST_STEPS, Math.max(1, Math.ceil(2 * length))) : 0;
            this.clear = new double[Math.min(LOOKS, steps)];
            for (int i = 0; i < clear.length; i++) {
                clear[i] = Embers.this.clear(view, ember.at((i + 0.5) / clear.length));
            }
        }

        /// Pixels, at a distance along the line of sight.
        private double radius(double far) {
            return 0.5 * ember.diameter * region.width() / (view.width() * far);
        }

        void put(Target target) {
            float[] light = new float[3];
            Blackbody.add((float) ember.kelvin, (float) ember.strength, light);
            for (int i = 0; i < steps; i++) {
                double share = clear[i * clear.length / steps] / steps;
                Vec3 place = ember.at((i + 0.5) / steps);
                double[] at = view.project(place, region.width(), region.height());
                double radius = radius(at[2]);
                if (share > 0 && isNear(at, radius + 1, region)) {
                    Embers.put(target, region, at, radius, light, share);
                }
            }
        }
    }

    private static boolean isNear(double[] at, double reach, Region region) {
        return at[0] > region.left() - reach
                && at[0] < region.right() + reach
                && at[1] > region.top() - reach
                && at[1] < region.bottom() + reach;
    }

    /// Share of the light from a place that comes to the eye.
    private double clear(View view, Vec3 place) {
        Vec3 way = view.eye().minus(place);
        double far = way.length();
        Vec3 d = way.times(1 / far);
        if (bodies.hit(place, d, far) < Double.POSITIVE_INFINITY) {
            return 0;
        }
        return volumes.seenThrough(shading, place, d, far);
    }

    /// Adds a disc with an edge one pixel soft; one smaller than a pixel goes to those it lies
    /// between.
    private static void put(
            Target target, Region region, double[] at, double radius, float[] light, double share) {
        double edge = Math.max(radius, 0.5) + 0.5;
        int left = (int) Math.floor(at[0] - edge);
        int right = (int) Math.floor(at[0] + edge);
        int top = (int) Math.floor(at[1] - edge);
        int bottom = (int) Math.floor(at[1] + edge);
        // Of a large disc the pixels need not be counted: its soft edge covers a twelfth more.
        double sum = Math.PI * (radius * radius + 1.0 / 12);
        if (radius < COUNTED) {
            sum = 0;
            for (int y = top; y <= bottom; y++) {
                for (int x = left; x <= right; x++) {
                    sum += cover(x, y, at, edge);
                }
            }
        }
        double each = share * Math.PI * radius * radius / sum;
        int last = Math.min(right, region.right() - 1);
        for (int y = Math.max(top, region.top()); y <= Math.min(bottom, region.bottom() - 1); y++) {
            for (int x = Math.max(left, region.left()); x <= last; x++) {
                float weight = (float) (each * cover(x, y, at, edge));
                int pixel = target.at(x, y);
                for (int k = 0; k < 3; k++) {
                    target.light[pixel + k] += weight * light[k];
                }
            }
        }
    }

    private static double cover(int x, int y, double[] at, double edge) {
        double off = Math.hypot(x + 0.5 - at[0], y + 0.5 - at[1]);
        return Math.max(0, Math.min(1, edge - off));
    }
}
