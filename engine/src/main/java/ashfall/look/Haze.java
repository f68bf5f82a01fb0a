package ashfall.look;

import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.shot.Vec3;

import java.util.List;
import java.util.Objects;

/// Hot air before the site: light turns towards colder, denser air, so that what lies behind
/// shimmers.
///
/// The refractive index goes with density, `n − 1 = K ρ` (Gladstone & Dale 1863), and density at
/// one pressure with `1/T`. A ray that is hardly turned turns by `∫ ∇⊥n ds` along its straight way.
final class Haze {
    /// Gladstone–Dale constant of air at 589 nm, m³/kg.
    private static final double K = 2.262e-4;

    /// Density of air times its temperature at one atmosphere, kg K/m³.
    private static final double AIR = 101_325 / 287.05;

    /// Turn below which nothing is seen to move, radians.
    private static final double STRAIGHT = 1e-7;

    /// Refractive index less one, in the place of the smoke.
    private final Volume[] volumes;

    /// Voxels to a step.
    private final int stride;

    private Haze(Volume[] volumes, int stride) {
        this.volumes = volumes;
        this.stride = stride;
    }

    /// What a moment's hot air does: nothing where no temperature is known.
    ///
    /// @param strength 1 for what physics says
    /// @param stride voxels to a step
    static Haze of(List<Frame> frames, double strength, int stride) {
        Volume[] hot =
                frames.stream()
                        .map(frame -> refracting(frame, strength))
                        .filter(Objects::nonNull)
                        .toArray(Volume[]::new);
        return new Haze(hot, stride);
    }

    private static Volume refracting(Frame frame, double strength) {
        SparseGrid kelvin = frame.channels().get("temperature");
        if (kelvin == null || kelvin.leafCount() == 0) {
            return null;
        }
        Volume volume = new Volume(kelvin, frame.lattice());
        float[] values = volume.density;
        for (int i = 0; i < values.length; i++) {
            values[i] = (float) (strength * index(Math.max(1, values[i])));
        }
        return volume;
    }

    /// Refractive index of air less one, at one atmosphere and a temperature in K.
    static double index(double kelvin) {
        return K * AIR / kelvin;
    }

    /// One worker's way through the hot air.
    final class Way {
        /// By how much the ray has turned, radians along x, y and z.
        final double[] turn = new double[3];

        /// Distance at which it turned, the mean, m.
        double at;

        private final double[] span = new double[2];
        private final double[] slope = new double[3];

        /// Follows a ray; tells whether it turns enough to be seen.
        ///
        /// @param end how far, m
        boolean follow(Vec3 eye, Vec3 d, double end) {
            turn[0] = 0;
            turn[1] = 0;
            turn[2] = 0;
            double turned = 0;
            double moment = 0;
            for (Volume volume : volumes) {
                double x = eye.x() - volume.corner[0];
                double y = eye.y() - volume.corner[1];
                double z = eye.z() - volume.corner[2];
                volume.clip(x, y, z, d, 0, span);
                double far = Math.min(end, span[1]);
                double voxel = volume.voxel;
                double step = stride * voxel;
                // Whole steps from the eye, so that neighbours sample alike.
                double s = (Math.floor(span[0] / step) + 0.5) * step;
                while (s < far) {
                    double px = (x + s * d.x()) / voxel;
                    double py = (y + s * d.y()) / voxel;
                    double pz = (z + s * d.z()) / voxel;
                    if (!volume.isFull(px, py, pz)) {
                        double out = volume.wayOut(px, d.x() / voxel, 0);
                        out = Math.min(out, volume.wayOut(py, d.y() / voxel, 1));
                        out = Math.min(out, volume.wayOut(pz, d.z() / voxel, 2));
                        s += step * Math.max(1, Math.ceil(out / step));
                        continue;
                    }
                    volume.slope(volume.density, (float) px, (float) py, (float) pz, slope);
                    double along = slope[0] * d.x() + slope[1] * d.y() + slope[2] * d.z();
                    double square = 0;
                    for (int a = 0; a < 3; a++) {
                        // The slope is per voxel.
                        double across = stride * (slope[a] - along * d.get(a));
                        turn[a] += across;
                        square += across * across;
                    }
                    double much = Math.sqrt(square);
                    turned += much;
                    moment += s * much;
                    s += step;
                }
            }
            at = turned > 0 ? moment / turned : 0;
            return turned > STRAIGHT;
        }
    }
}
