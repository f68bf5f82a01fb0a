package ashfall.particles;

import ashfall.geometry.Body;

import java.util.List;

/// What carriers fly through.
///
/// @param gravity m/s², downward
/// @param draughts accelerations of the site, as eddies
/// @param obstacles from which they rebound
/// @param ground height under which nothing flies, m; minus infinity for none
public record Surroundings(
        double gravity,
        Wind wind,
        Eddies eddies,
        Eddies draughts,
        List<Body> obstacles,
        double ground) {

    /// The wind with its gusts.
    @FunctionalInterface
    public interface Wind {
        /// Writes m/s along x, y, z at a height, m.
        void at(double seconds, double height, double[] out);
    }

    /// The air's turbulence.
    @FunctionalInterface
    public interface Eddies {
        /// Writes the acceleration it gives along x, y, z, m/s².
        void at(double seconds, double x, double y, double z, double[] out);
    }

    /// Still air over nothing.
    public static Surroundings still(double gravity) {
        return new Surroundings(
                gravity,
                (seconds, height, out) -> fill(out),
                (seconds, x, y, z, out) -> fill(out),
                (seconds, x, y, z, out) -> fill(out),
                List.of(),
                Double.NEGATIVE_INFINITY);
    }

    private static void fill(double[] out) {
        out[0] = 0;
        out[1] = 0;
        out[2] = 0;
    }
}
