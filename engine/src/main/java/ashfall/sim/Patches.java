package ashfall.sim;

import ashfall.geometry.Body;
import ashfall.grid.Noise;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Source;
import ashfall.shot.Vec3;

/// How a source's strength differs from place to place: ragged by smooth noise, given by a share of
/// it alone, and fading along a course through its shape.
///
/// @param uneven 0 even to 1 ragged
/// @param grain size of a patch, m
/// @param drift m/s of the patches
/// @param every s after which they are others at once; 0 for never
/// @param share of the source that gives
/// @param inverted whether the rest of it gives
/// @param edge how much of the source lies between what gives and what does not, as a share
/// @param coldest K of the coldest patch; 0 where all are as warm
/// @param course along which its strength has a peak: none, outward, upward
/// @param at where that peak is, 0 to 1, over time
/// @param width how far it reaches to either side
record Patches(
        double uneven,
        double grain,
        Vec3 drift,
        double every,
        Curve share,
        boolean inverted,
        double edge,
        double coldest,
        String course,
        Curve at,
        double width,
        long seed) {

    /// Tells the noise of shares and warmth from that of raggedness.
    private static final long OTHER = 104_729;

    private static final long NEXT = 15_485_863;

    static Patches of(Item item, double ragged, long seed) {
        return new Patches(
                Math.min(1, ragged * item.number(Source.UNEVEN)),
                item.number(Source.GRAIN),
                item.get(Source.DRIFT),
                item.number(Source.PATCH_EVERY),
                item.get(Source.PATCH_SHARE),
                item.get(Source.PATCH_INVERTED),
                item.number(Source.PATCH_EDGE),
                item.number(Source.COLDEST),
                item.get(Source.COURSE),
                item.get(Source.COURSE_AT),
                item.number(Source.COURSE_WIDTH),
                seed);
    }

    /// Do they change with time, beside going where the source goes?
    boolean isChanging() {
        boolean fades = !course.equals("none") && !at.isConstant();
        return drift.length() > 0 || every > 0 || !share.isConstant() || fades;
    }

    /// Are some warmer than others?
    boolean differInWarmth() {
        return coldest > 0;
    }

    /// Strength at a point of a source: 1 when even, 0 to about 2 when ragged. Patches go where the
    /// source goes.
    ///
    /// @param placed the source at the time
    double strength(Body.Placed placed, double seconds, double x, double y, double z) {
        double strength = 1;
        Vec3 by = placed.gone().plus(drift.times(seconds));
        double px = (x - by.x()) / grain;
        double py = (y - by.y()) / grain;
        double pz = (z - by.z()) / grain;
        if (uneven > 0) {
            double noise = Noise.octaves(seed + round(seconds), px, py, pz);
            strength = Math.max(0, 1 + 2.2 * uneven * noise);
        }
        double given = share.at(seconds);
        if (given < 1 || inverted) {
            double place = Noise.even(seed + OTHER + round(seconds), px, py, pz);
            double inside = 0.5 + (given - place) / Math.max(edge, 1e-6);
            double gives = Math.max(0, Math.min(1, inside));
            strength *= inverted ? 1 - gives : gives;
        }
        if (!course.equals("none")) {
            double way = Math.abs(placed.course(course.equals("upward"), x, y, z) - at.at(seconds));
            strength *= Math.max(0, 1 - way / width);
        }
        return strength;
    }

    /// Warmth at a point: 0 in the coldest patch, 1 in the hottest, evenly spread.
    double warmth(Body.Placed placed, double seconds, double x, double y, double z) {
        Vec3 by = placed.gone().plus(drift.times(seconds));
        return Noise.even(
                seed + 2 * OTHER + round(seconds),
                (x - by.x()) / grain,
                (y - by.y()) / grain,
                (z - by.z()) / grain);
    }

    /// Temperature of a patch, K.
    ///
    /// @param hottest K of the hottest
    double kelvin(double hottest, double warmth) {
        return differInWarmth() ? coldest + warmth * (hottest - coldest) : hottest;
    }

    /// Which patches hold, where they jump: the same noise for a while, then another.
    private long round(double seconds) {
        return every > 0 ? NEXT * (long) Math.floor(seconds / every) : 0;
    }
}
