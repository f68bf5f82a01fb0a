package ashfall.sim;

import ashfall.grid.Box;
import ashfall.grid.Exact;
import ashfall.grid.Lattice;
import ashfall.grid.Noise;
import ashfall.shot.Air;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Vec3;

/// Where the air moves to: a mean wind, and gusts that swell and turn on the level; both grow with
/// a power of the height, as over open land.
///
/// @param mean m/s along x, up and z
/// @param power of height over `height`; 0 for the same wind everywhere
/// @param height where the wind is as set, m
/// @param share of the mean that blows, over time
/// @param gusts m/s that they add, about, along each of x and z, over time
/// @param every s from one to the next
record Wind(
        Vec3 mean, Curve share, double power, double height, Curve gusts, double every, long seed) {
    /// Share of the height below which the wind falls no more: there are grass and stones.
    private static final double ROUGH = 0.01;

    /// Octaves of noise seldom reach half of what they could.
    private static final double REACH = 2;

    static Wind of(Item air) {
        return new Wind(
                air.get(Air.WIND),
                air.get(Air.WIND_SHARE),
                air.number(Air.WIND_GROWS),
                air.number(Air.WIND_HEIGHT),
                air.get(Air.GUSTS),
                air.number(Air.GUSTS_EVERY),
                air.get(Air.GUSTS_SEED));
    }

    /// Does it ever blow along x?
    boolean crosses() {
        return mean.x() != 0 || gusts.largest() != 0;
    }

    /// m/s along x, y, z at a time, by layer of a box and one more over it.
    float[][] layers(double seconds, Box box, Lattice lattice) {
        float[] at = at(seconds);
        float[][] layers = new float[3][box.shape().ny() + 1];
        for (int y = 0; y <= box.shape().ny(); y++) {
            double share = byHeight(lattice.centre(1, box.y() + y));
            layers[0][y] = (float) (at[0] * share);
            layers[1][y] = at[1];
            layers[2][y] = (float) (at[2] * share);
        }
        return layers;
    }

    /// Writes m/s along x, y, z at a time and a height, m.
    void at(double seconds, double height, double[] out) {
        double share = byHeight(height);
        float[] at = at(seconds);
        out[0] = share * at[0];
        out[1] = at[1];
        out[2] = share * at[2];
    }

    private double byHeight(double metres) {
        return power == 0 ? 1 : Exact.pow(Math.max(ROUGH, metres / height), power);
    }

    /// m/s along x, y, z at a time, where it is as set.
    float[] at(double seconds) {
        double blows = share.at(seconds);
        return new float[] {
            (float) (blows * mean.x() + gust(seconds, 0)),
            (float) (blows * mean.y()),
            (float) (blows * mean.z() + gust(seconds, 1))
        };
    }

    private double gust(double seconds, int axis) {
        double speed = gusts.at(seconds);
        return speed == 0
                ? 0
                : REACH * speed * Noise.octaves(seed, seconds / every, 0.5 + 17.0 * axis, 0.5);
    }
}
