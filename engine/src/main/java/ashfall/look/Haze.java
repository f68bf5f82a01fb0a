package ashfall.look;

import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.List;

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

    private final Air[] all;

    /// Voxels to a step.
    private final int stride;

    private Haze(Air[] all, int stride) {
        this.all = all;
        this.stride = stride;
    }

    /// What a moment's hot air does: nothing where no temperature is known, or the element is
    /// unseen.
    ///
    /// @param strength 1 for what physics says
    /// @param stride voxels to a step
    static Haze of(List<SeenGas> gas, double strength, int stride, Workers workers) {
        List<Air> found = new ArrayList<>();
        for (SeenGas one : gas) {
            SparseGrid kelvin = one.frame().channels().get("temperature");
            if (kelvin != null && !one.presence().equals(Presence.UNSEEN)) {
                found.add(new Air(kelvin, one.frame().lattice(), strength, workers));
            }
        }
        return new Haze(found.toArray(new Air[0]), stride);
    }

    /// The air of an element.
    private static final class Air extends VoxelBox {
        /// Refractive index less one.
        private final float[] index;

        private final float outside;
        private final Skips skips;

        Air(SparseGrid kelvin, Lattice lattice, double strength, Workers workers) {
            super(List.of(kelvin), 0, lattice);
            index = dense(kelvin, kelvin.background(0), workers);
            for (int i = 0; i < index.length; i++) {
                index[i] = (float) (strength * index(Math.max(1, index[i])));
            }
            // The spare layer is as it is outside.
            outside = index[0];
            skips = new Skips(new Reach(this, workers));
        }

        @Override
        boolean shows(int voxel) {
            return index[voxel] != outside;
        }
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

        /// Metres of the ray per voxel along each axis.
        private final double[] perVoxel = new double[3];

        /// Follows a ray; tells whether it turns enough to be seen.
        ///
        /// @param end how far, m
        boolean follow(Vec3 eye, Vec3 d, double end) {
            turn[0] = 0;
            turn[1] = 0;
            turn[2] = 0;
            double turned = 0;
            double moment = 0;
            for (Air air : all) {
                double x = eye.x() - air.corner[0];
                double y = eye.y() - air.corner[1];
                double z = eye.z() - air.corner[2];
                air.clip(x, y, z, d, 0, span);
                double far = Math.min(end, span[1]);
                double voxel = air.voxel;
                double step = stride * voxel;
                // Whole steps from the eye, so that neighbours sample alike.
                double s = (Math.floor(span[0] / step) + 0.5) * step;
                for (int a = 0; a < 3; a++) {
                    perVoxel[a] = voxel / d.get(a);
                }
                // As far as it is known to be hot.
                double asked = s;
                while (s < far) {
                    double px = (x + s * d.x()) / voxel;
                    double py = (y + s * d.y()) / voxel;
                    double pz = (z + s * d.z()) / voxel;
                    if (s >= asked) {
                        double way = air.skips.way(px, py, pz, perVoxel);
                        if (way < 0) {
                            s += step * Math.max(1, Math.ceil(-way / step));
                            continue;
                        }
                        asked = s + way;
                    }
                    air.slope(air.index, (float) px, (float) py, (float) pz, slope);
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
