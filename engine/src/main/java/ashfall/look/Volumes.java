package ashfall.look;

import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.List;

/// The gas in a picture: a volume for each element, which may overlap. Places are in metres from
/// the lower corner of the box around all of them.
final class Volumes {
    final Volume[] all;

    /// World position of the lower corner of the box around all, m.
    final double[] corner = new double[3];

    /// Voxel of the finest, m.
    final double finest;

    /// Voxel of the coarsest, m.
    final double coarsest;

    /// May they be seen as larger voxels, whose gas reaches further?
    private final boolean coarsen;

    private final double[] size = new double[3];
    private final float[][] offsets;

    /// @param gas of one moment, one an element
    /// @param burning whether the heat release is wanted
    /// @param open seconds that a shutter is open for; below 0 where no velocity is wanted
    /// @throws IllegalArgumentException when there is no frame, or one has no density
    Volumes(List<SeenGas> gas, boolean burning, double open, Workers workers) {
        coarsen = open < 0;
        List<Volume> found = new ArrayList<>();
        for (SeenGas one : gas) {
            found.add(new Volume(one, burning, open, workers));
        }
        // What is empty widens no box; but where all are, one stays.
        Volume first = found.getFirst();
        found.removeIf(volume -> volume.skips.areAll());
        if (found.isEmpty()) {
            found.add(first);
        }
        all = found.toArray(new Volume[0]);
        finest = found.stream().mapToDouble(v -> v.voxel).min().orElseThrow();
        coarsest = found.stream().mapToDouble(v -> v.voxel).max().orElseThrow();
        offsets = new float[all.length][3];
        for (int axis = 0; axis < 3; axis++) {
            int a = axis;
            corner[a] = found.stream().mapToDouble(v -> v.corner[a]).min().orElseThrow();
            size[a] =
                    found.stream()
                            .mapToDouble(v -> v.corner[a] - corner[a] + v.size(a))
                            .max()
                            .orElseThrow();
            for (int i = 0; i < offsets.length; i++) {
                offsets[i][a] = (float) (all[i].corner[a] - corner[a]);
            }
        }
    }

    /// Is a place so far from all gas of a volume that no light there is read? Never where gas may
    /// be seen as larger voxels.
    ///
    /// @param x m from its corner, the others likewise
    /// @param far how far light is read, m
    boolean isFar(int volume, double x, double y, double z, double far) {
        Volume own = all[volume];
        double h = own.voxel;
        return !coarsen && own.skips.isFar(x / h, y / h, z / h, far / h);
    }

    /// The volumes as they are seen by a ray of a width: of voxels up to that.
    ///
    /// @param width of a pixel at the nearest place of the gas, m
    Volume[] seenBy(double width, Workers workers) {
        Volume[] seen = new Volume[all.length];
        for (int i = 0; i < all.length; i++) {
            seen[i] = all[i].coarse(width, workers);
        }
        return seen;
    }

    /// Distance from a place in the world to the box around all, m.
    double distance(Vec3 place) {
        double square = 0;
        for (int a = 0; a < 3; a++) {
            double off = Math.max(corner[a] - place.get(a), place.get(a) - corner[a] - size[a]);
            square += off > 0 ? off * off : 0;
        }
        return Math.sqrt(square);
    }

    /// Distance between opposite corners of the box around all, m.
    double diagonal() {
        return Math.sqrt(size[0] * size[0] + size[1] * size[1] + size[2] * size[2]);
    }

    int count() {
        return all.length;
    }

    /// Length of an edge of the box around all, m.
    double size(int axis) {
        return size[axis];
    }

    /// Place of a volume's own corner along an axis, m.
    float offset(int volume, int axis) {
        return offsets[volume][axis];
    }

    /// Transmittance from a place along a direction to the outside.
    ///
    /// @param voxels length of a step, in voxels of each volume
    double transmittance(Shading shading, float x, float y, float z, Vec3 d, double voxels) {
        return transmittance(shading, x, y, z, d, Double.POSITIVE_INFINITY, voxels, false);
    }

    /// Transmittance from a place in the world along a direction.
    ///
    /// @param end how far, m
    /// @param voxels length of a step, in voxels of each volume
    double transmittance(Shading shading, Vec3 place, Vec3 d, double end, double voxels) {
        return transmittance(shading, place, d, end, voxels, false);
    }

    /// Share of the light from a place in the world that comes to an eye: what is unseen hides
    /// nothing.
    ///
    /// @param end how far the eye is, m
    double seenThrough(Shading shading, Vec3 place, Vec3 d, double end) {
        return transmittance(shading, place, d, end, 0.5, true);
    }

    private double transmittance(
            Shading shading, Vec3 place, Vec3 d, double end, double voxels, boolean seen) {
        float x = (float) (place.x() - corner[0]);
        float y = (float) (place.y() - corner[1]);
        float z = (float) (place.z() - corner[2]);
        return transmittance(shading, x, y, z, d, end, voxels, seen);
    }

    /// @param end how far, m
    /// @param voxels length of a step, in voxels of each volume
    /// @param seen whether only what is not unseen counts
    private double transmittance(
            Shading shading,
            float x,
            float y,
            float z,
            Vec3 d,
            double end,
            double voxels,
            boolean seen) {
        double depth = 0;
        double[] span = new double[2];
        for (int i = 0; i < all.length && depth < Volume.DARK; i++) {
            Volume volume = all[i];
            if (seen && volume.presence == Presence.UNSEEN) {
                continue;
            }
            float[] o = offsets[i];
            double step = voxels * volume.voxel;
            depth += volume.depth(shading, x - o[0], y - o[1], z - o[2], d, end, step, span);
        }
        return Math.exp(-depth);
    }
}
