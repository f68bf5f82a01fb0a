package ashfall.look;

import ashfall.grid.Frame;
import ashfall.grid.GridShape;
import ashfall.grid.SparseGrid;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;

/// Density, temperature and, where wanted, heat release of a frame laid out for marching: dense
/// over the leaves' box.
final class Volume extends VoxelBox {
    /// Optical depth through which no light is counted.
    static final double DARK = 8;

    final Presence presence;
    final Mapping mapping;

    /// Smoke that is seen, kg/m³.
    final float[] density;

    /// Soot that glows, kg/m³; the same array where that is the smoke.
    final float[] source;

    /// From thin (0) to thick (1); null where smoke has no colour of its own.
    final float[] tint;

    /// Temperature shown, K; null where the frame has none.
    final float[] kelvin;

    /// Heat release, W/m³; null where it is not wanted or the frame has none.
    final float[] flame;

    /// Velocity at the middles of the voxels, m/s; null where no velocity is wanted or
    /// the frame has none.
    final Quads motion;

    /// Density, temperature, heat release and source, where there is velocity.
    final Quads moved;

    /// What of a ray's way there is nothing on.
    final Skips skips;

    /// Of twice the voxel, once it was asked for.
    private Volume half;

    /// @param burning whether the heat release is wanted
    /// @param open seconds that a shutter is open for; below 0 where no velocity is wanted
    Volume(SeenGas gas, boolean burning, double open, Workers workers) {
        this(gas.frame(), gas.presence(), Mapping.of(gas.reading()), burning, open, workers);
    }

    private Volume(
            Frame frame,
            Presence presence,
            Mapping mapping,
            boolean burning,
            double open,
            Workers workers) {
        super(
                seen(frame, mapping, burning),
                open < 0 ? 0 : Motion.bricks(frame, 0.5 * open / frame.lattice().voxel()),
                frame.lattice());
        this.presence = presence;
        this.mapping = mapping;
        SparseGrid smoke = frame.channels().get(mapping.smoke());
        SparseGrid heat = frame.channels().get(mapping.heat());
        SparseGrid glow = mapping.glowsAsSeen() ? smoke : frame.channels().get(mapping.glow());
        SparseGrid release = burning ? frame.channels().get("flame") : null;
        SparseGrid velocity = open >= 0 ? frame.channels().get("velocity") : null;
        density = dense(smoke, 0, workers);
        mapping.toSmoke(density);
        source = mapping.glowsAsSeen() ? density : glow == null ? null : dense(glow, 0, workers);
        if (source != null && source != density) {
            SparseGrid fuel = mapping.core() > 0 ? frame.channels().get("fuel") : null;
            mapping.toGlow(source, fuel == null ? null : dense(fuel, 0, workers));
        }
        SparseGrid dye = mapping.thin() == null ? null : frame.channels().get(mapping.tint());
        tint = dye == null ? null : dense(dye, 0, workers);
        if (tint != null) {
            mapping.toTint(tint);
        }
        kelvin = heat == null || source == null ? null : dense(heat, heat.background(0), workers);
        if (kelvin != null) {
            mapping.toKelvin(kelvin);
        }
        flame = release == null ? null : dense(release, 0, workers);
        if (velocity == null) {
            motion = null;
            moved = null;
            skips = new Skips(new Reach(this, workers));
        } else {
            float[][] speeds = new Motion(velocity, from, shape, workers).components();
            skips = new Skips(new Reach(this, speeds, (float) (0.5 * open / voxel), workers));
            motion = new Quads(this, speeds);
            moved = new Quads(this, density, kelvin, flame, source);
        }
    }

    @Override
    boolean shows(int voxel) {
        return density[voxel] > 0
                || (source != null && source[voxel] > 0)
                || (flame != null && flame[voxel] > 0);
    }

    /// Means of two voxels a side of another volume, where none is wanted of velocity.
    private Volume(Volume fine, Workers workers) {
        super(fine);
        presence = fine.presence;
        mapping = fine.mapping;
        density = means(fine, fine.density, null, 0, workers);
        source = fine.source == fine.density ? density : means(fine, fine.source, null, 0, workers);
        tint = means(fine, fine.tint, fine.density, 0, workers);
        // A mean of the gas: what of it is smoke has the say.
        float outside = fine.kelvin == null ? 0 : fine.kelvin[0];
        kelvin = means(fine, fine.kelvin, fine.source, outside, workers);
        flame = means(fine, fine.flame, null, 0, workers);
        motion = null;
        moved = null;
        skips = new Skips(new Reach(this, workers));
    }

    /// What of a frame is seen.
    ///
    /// @throws IllegalArgumentException when it has no smoke to see
    private static List<SparseGrid> seen(Frame frame, Mapping mapping, boolean burning) {
        SparseGrid smoke = frame.channels().get(mapping.smoke());
        if (smoke == null) {
            throw new IllegalArgumentException(
                    "the frame has no channel '"
                            + mapping.smoke()
                            + "'; fire with it to see a picture");
        }
        SparseGrid glow = mapping.glowsAsSeen() ? smoke : frame.channels().get(mapping.glow());
        SparseGrid release = burning ? frame.channels().get("flame") : null;
        return Stream.of(smoke, release, glow).filter(Objects::nonNull).distinct().toList();
    }

    /// Means of eight values each, as much of each as a weight says.
    ///
    /// @param values or null
    /// @param weights or null for even ones
    private float[] means(
            Volume fine, float[] values, float[] weights, float outside, Workers workers) {
        if (values == null) {
            return null;
        }
        float[] out = new float[shape.size()];
        Arrays.fill(out, outside);
        GridShape f = fine.shape;
        workers.forEachSlab(
                f.nz() / 2,
                (z, worker) -> {
                    for (int y = 0; y < f.ny() / 2; y++) {
                        for (int x = 0; x < f.nx() / 2; x++) {
                            float sum = 0;
                            float plain = 0;
                            float weight = 0;
                            for (int i = 0; i < 8; i++) {
                                int at =
                                        f.at(
                                                2 * x + (i & 1),
                                                2 * y + (i >> 1 & 1),
                                                2 * z + (i >> 2));
                                float w = weights == null ? 1 : weights[at];
                                sum += w * values[at];
                                weight += w;
                                plain += values[at];
                            }
                            out[shape.at(x, y, z)] = weight > 0 ? sum / weight : plain / 8;
                        }
                    }
                });
        return out;
    }

    /// This volume, or one of larger voxels, of no more than a size where it can be.
    ///
    /// @param largest voxel, m
    Volume coarse(double largest, Workers workers) {
        if (2 * voxel > largest || motion != null) {
            return this;
        }
        if (half == null) {
            half = new Volume(this, workers);
        }
        return half.coarse(largest, workers);
    }

    /// Optical depth from a place (m from the corner) along a direction; what is past any light is
    /// not counted.
    ///
    /// @param end how far, m; to the outside where that is nearer
    /// @param span room for two numbers
    double depth(
            Shading shading,
            float x,
            float y,
            float z,
            Vec3 d,
            double end,
            double step,
            double[] span) {
        clip(x, y, z, d, 0, span);
        span[1] = Math.min(span[1], end);
        float perVoxel = (float) (1 / voxel);
        double[] perAxis = {voxel / d.x(), voxel / d.y(), voxel / d.z()};
        double depth = 0;
        double s = span[0];
        while (s < span[1] && depth < DARK) {
            float px = (float) (x + s * d.x()) * perVoxel;
            float py = (float) (y + s * d.y()) * perVoxel;
            float pz = (float) (z + s * d.z()) * perVoxel;
            double way = skips.way(px, py, pz, perAxis);
            if (way < 0) {
                s -= way;
                continue;
            }
            double until = Math.min(span[1], s + Math.max(way, step));
            while (s < until && depth < DARK) {
                double length = Math.min(step, span[1] - s);
                double middle = s + 0.5 * length;
                float here =
                        sample(
                                density,
                                (float) (x + middle * d.x()) * perVoxel,
                                (float) (y + middle * d.y()) * perVoxel,
                                (float) (z + middle * d.z()) * perVoxel);
                depth += length * shading.extinction(here);
                s += length;
            }
        }
        return depth;
    }
}
