package ashfall.look;

import ashfall.grid.GridShape;
import ashfall.shot.Vec3;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;

/// The parts of the fire that shine, each a lamp at the middle of a coarse cell, and bundles of
/// them: for surfaces and for the shadows of bodies. Luminous units: lumen, lux.
final class Lamps {
    /// Cells along each side of a bundle of lamps.
    private static final int BUNDLE = 4;

    /// Where a bundle keeps its edge in m.
    private static final int EDGE = 7;

    /// A bundle is seen as one lamp from farther than so many of its edges.
    private static final float FAR = 2.5f;

    private final Volumes volumes;
    private final Bodies bodies;
    private final List<float[]> bundles = new ArrayList<>();

    /// The lamps of each bundle: place (m from the corner of all volumes), power in three colours,
    /// and the least square of a distance to them.
    private final List<List<float[]>> bundled = new ArrayList<>();

    /// @param bodies that hide lamps, a bundle at once
    Lamps(Volumes volumes, Bodies bodies) {
        this.volumes = volumes;
        this.bodies = bodies;
    }

    /// Adds those of a volume.
    ///
    /// @param power of the cells in three colours, lumen
    void add(int volume, LightGrid grid, float[][] power) {
        GridShape g = grid.shape;
        float brightest = 0;
        for (float p : power[0]) {
            brightest = Math.max(brightest, p);
        }
        List<float[]> own = new ArrayList<>();
        float h = (float) grid.cell;
        for (int z = 0; z < g.nz(); z++) {
            for (int y = 0; y < g.ny(); y++) {
                for (int x = 0; x < g.nx(); x++) {
                    int cell = g.at(x, y, z);
                    if (power[0][cell] > 1e-3f * brightest) {
                        float[] lamp = {
                            volumes.offset(volume, 0) + (x + 0.5f) * h,
                            volumes.offset(volume, 1) + (y + 0.5f) * h,
                            volumes.offset(volume, 2) + (z + 0.5f) * h,
                            power[0][cell],
                            power[1][cell],
                            power[2][cell],
                            (float) (0.3 * grid.cell * grid.cell)
                        };
                        own.add(lamp);
                    }
                }
            }
        }
        bundle(own, BUNDLE * grid.cell);
    }

    /// Lamps beside each other taken together: with the place and the power of all, and with its
    /// edge last.
    private void bundle(List<float[]> own, double edge) {
        Map<Long, List<float[]>> found = new TreeMap<>();
        for (float[] lamp : own) {
            long key = 0;
            for (int axis = 0; axis < 3; axis++) {
                key = 1000 * key + (long) (lamp[axis] / edge);
            }
            found.computeIfAbsent(key, k -> new ArrayList<>()).add(lamp);
        }
        for (List<float[]> lamps : found.values()) {
            float[] sum = new float[EDGE + 1];
            for (float[] lamp : lamps) {
                for (int axis = 0; axis < 3; axis++) {
                    sum[axis] += lamp[4] * lamp[axis];
                    sum[3 + axis] += lamp[3 + axis];
                }
            }
            for (int axis = 0; axis < 3; axis++) {
                sum[axis] /= sum[4];
            }
            sum[6] = (float) (0.3 * edge * edge);
            sum[EDGE] = (float) edge;
            bundles.add(sum);
            bundled.add(lamps);
        }
    }

    /// Gives all lamps that shine on a place, m from the corner: bundles as one where they are far,
    /// none that a body hides.
    void forEach(float x, float y, float z, Consumer<float[]> body) {
        for (int i = 0; i < bundles.size(); i++) {
            float[] bundle = bundles.get(i);
            if (!bodies.areNone() && !isOpen(x, y, z, bundle)) {
                continue;
            }
            float dx = bundle[0] - x;
            float dy = bundle[1] - y;
            float dz = bundle[2] - z;
            float far = FAR * bundle[EDGE];
            if (dx * dx + dy * dy + dz * dz > far * far) {
                body.accept(bundle);
            } else {
                bundled.get(i).forEach(body);
            }
        }
    }

    /// Does no body stand between a place, in metres from the corner, and a bundle?
    private boolean isOpen(double x, double y, double z, float[] bundle) {
        Vec3 way = new Vec3(bundle[0] - x, bundle[1] - y, bundle[2] - z);
        double far = way.length();
        double end = far - 0.25 * bundle[EDGE] / BUNDLE;
        Vec3 from = new Vec3(volumes.corner[0] + x, volumes.corner[1] + y, volumes.corner[2] + z);
        return end <= 0 || !bodies.hides(from, way.times(1 / far), end);
    }

    /// Irradiance of a surface, lux, by bundled lamps and without what smoke takes away; of three
    /// colours.
    ///
    /// @param at m from the corner
    /// @param normal of the surface, outward
    void irradiance(Vec3 at, Vec3 normal, float[] rgb) {
        Arrays.fill(rgb, 0);
        for (float[] lamp : bundles) {
            Vec3 to = new Vec3(lamp[0], lamp[1], lamp[2]).minus(at);
            double r2 = to.dot(to);
            double facing = to.dot(normal) / Math.sqrt(Math.max(r2, 1e-12));
            if (facing > 0 && (bodies.areNone() || isOpen(at.x(), at.y(), at.z(), lamp))) {
                float got = (float) (facing / (4 * Math.PI * Math.max(lamp[6], r2)));
                for (int c = 0; c < 3; c++) {
                    rgb[c] += got * lamp[3 + c];
                }
            }
        }
    }

    /// Luminous power of all, lumen.
    double power() {
        double sum = 0;
        for (float[] lamp : bundles) {
            sum += 0.2126 * lamp[3] + 0.7152 * lamp[4] + 0.0722 * lamp[5];
        }
        return sum;
    }
}
