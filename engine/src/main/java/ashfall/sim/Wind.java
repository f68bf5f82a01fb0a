package ashfall.sim;

import ashfall.grid.Noise;
import ashfall.shot.Air;
import ashfall.shot.Item;
import ashfall.shot.Vec3;

/// Where the air moves to: a mean wind, and gusts that swell and turn on the level.
///
/// @param mean m/s along x, up and z
/// @param gusts m/s that they add, about, along each of x and z
/// @param every s from one to the next
record Wind(Vec3 mean, double gusts, double every, long seed) {
    /// Octaves of noise seldom reach half of what they could.
    private static final double REACH = 2;

    static Wind of(Item air) {
        return new Wind(
                air.get(Air.WIND),
                air.number(Air.GUSTS),
                air.number(Air.GUSTS_EVERY),
                air.get(Air.GUSTS_SEED));
    }

    /// m/s along x, y, z at a time.
    float[] at(double seconds) {
        return new float[] {
            (float) (mean.x() + gust(seconds, 0)),
            (float) mean.y(),
            (float) (mean.z() + gust(seconds, 1))
        };
    }

    private double gust(double seconds, int axis) {
        return gusts == 0
                ? 0
                : REACH * gusts * Noise.octaves(seed, seconds / every, 0.5 + 17.0 * axis, 0.5);
    }
}
