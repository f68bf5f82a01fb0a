package ashfall.look;

import ashfall.shot.Vec3;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/// The parts of the fire that shine, each a lamp at the middle of a coarse cell, and bundles of
/// them. What a lamp gives differs by direction: the fire and its smoke hide much of themselves.
/// Luminous units: lumen, lux.
final class Lamps {
    /// Cells along each side of a bundle of lamps.
    private static final int BUNDLE = 4;

    /// A bundle is seen as one lamp from farther than so many of its edges.
    private static final float FAR = 2.5f;

    private final Volumes volumes;
    private final Bodies bodies;
    private final Outward directions;
    private final Between others;
    private final List<Bundle> bundles = new ArrayList<>();

    /// A lamp.
    ///
    /// @param at m from the corner of all volumes
    /// @param least square of the distance from which it is seen at least, m²
    /// @param power in three colours by the directions of [Outward], as if all went there, lumen
    record Lamp(float[] at, float least, float[] power) {}

    /// @param all its lamps as one
    private record Bundle(int volume, Lamp all, float edge, List<Lamp> lamps) {}

    /// What stands between lamps and places.
    interface Between {
        /// Share of the light of a lamp in a volume that the gas of the others lets through.
        ///
        /// @param lamp m from the corner of all volumes; the place likewise
        double clear(int volume, Vec3 lamp, Vec3 place);
    }

    /// @param bodies that hide lamps, a bundle at once
    Lamps(Volumes volumes, Bodies bodies, Outward directions, Between others) {
        this.volumes = volumes;
        this.others = others;
        this.bodies = bodies;
        this.directions = directions;
    }

    /// Luminous power of a lamp, lumen.
    private double strength(Lamp lamp) {
        double sum = 0;
        for (int i = 0; i < directions.count(); i++) {
            double own = 0.2126 * lamp.power[3 * i];
            own += 0.7152 * lamp.power[3 * i + 1];
            own += 0.0722 * lamp.power[3 * i + 2];
            sum += directions.share(i) * own;
        }
        return sum;
    }

    /// Adds those of a volume; those beside each other go together.
    ///
    /// @param cell its size, m
    void add(int volume, List<Lamp> lamps, double cell) {
        double edge = BUNDLE * cell;
        Map<Long, List<Lamp>> found = new TreeMap<>();
        for (Lamp lamp : lamps) {
            long key = 0;
            for (int axis = 0; axis < 3; axis++) {
                key = 1000 * key + (long) (lamp.at[axis] / edge);
            }
            found.computeIfAbsent(key, k -> new ArrayList<>()).add(lamp);
        }
        found.values().forEach(own -> bundles.add(bundle(volume, own, (float) edge)));
    }

    /// Lamps as one, with the place and the power of all.
    private Bundle bundle(int volume, List<Lamp> lamps, float edge) {
        double[] at = new double[3];
        double all = 0;
        float[] power = new float[3 * directions.count()];
        for (Lamp lamp : lamps) {
            double strength = Math.max(1e-30, strength(lamp));
            all += strength;
            for (int axis = 0; axis < 3; axis++) {
                at[axis] += strength * lamp.at[axis];
            }
            for (int i = 0; i < power.length; i++) {
                power[i] += lamp.power[i];
            }
        }
        float[] middle = {(float) (at[0] / all), (float) (at[1] / all), (float) (at[2] / all)};
        return new Bundle(volume, new Lamp(middle, 0.3f * edge * edge, power), edge, lamps);
    }

    /// Adds light that arrives at a place in metres from the corner: fluence, or irradiance of a
    /// surface. Bundles count as one lamp where they are far; those that a body hides give none.
    ///
    /// @param normal of the surface; null for fluence
    /// @param shares of the light of each volume that is wanted
    /// @param rgb is added to, lux
    void add(float x, float y, float z, Vec3 normal, float[] shares, float[] rgb) {
        float[] power = new float[3];
        for (Bundle bundle : bundles) {
            float dx = bundle.all.at[0] - x;
            float dy = bundle.all.at[1] - y;
            float dz = bundle.all.at[2] - z;
            float edge = bundle.edge;
            boolean isBehind =
                    normal != null && dx * normal.x() + dy * normal.y() + dz * normal.z() < -edge;
            float clear = shares[bundle.volume];
            if (isBehind || clear == 0 || (!bodies.areNone() && !isOpen(x, y, z, bundle))) {
                continue;
            }
            if (volumes.count() > 1) {
                float[] at = bundle.all.at;
                Vec3 lamp = new Vec3(at[0], at[1], at[2]);
                clear *= (float) others.clear(bundle.volume, lamp, new Vec3(x, y, z));
            }
            if (dx * dx + dy * dy + dz * dz > FAR * FAR * edge * edge) {
                add(bundle.all, clear, x, y, z, normal, power, rgb);
            } else {
                for (Lamp lamp : bundle.lamps) {
                    add(lamp, clear, x, y, z, normal, power, rgb);
                }
            }
        }
    }

    private void add(
            Lamp lamp,
            float clear,
            float x,
            float y,
            float z,
            Vec3 normal,
            float[] power,
            float[] rgb) {
        float dx = x - lamp.at[0];
        float dy = y - lamp.at[1];
        float dz = z - lamp.at[2];
        float square = Math.max(lamp.least, dx * dx + dy * dy + dz * dz);
        float share = clear / (4 * (float) Math.PI * square);
        if (normal != null) {
            double facing = -dx * normal.x() - dy * normal.y() - dz * normal.z();
            share *= (float) (Math.max(0, facing) / Math.sqrt(square));
        }
        if (share > 0) {
            directions.read(lamp.power, dx, dy, dz, power);
            for (int k = 0; k < 3; k++) {
                rgb[k] += share * power[k];
            }
        }
    }

    /// Does no body stand between a place, in metres from the corner, and a bundle?
    private boolean isOpen(double x, double y, double z, Bundle bundle) {
        float[] at = bundle.all.at;
        Vec3 way = new Vec3(at[0] - x, at[1] - y, at[2] - z);
        double far = way.length();
        double end = far - 0.25 * bundle.edge / BUNDLE;
        Vec3 from = new Vec3(volumes.corner[0] + x, volumes.corner[1] + y, volumes.corner[2] + z);
        return end <= 0 || !bodies.hides(from, way.times(1 / far), end);
    }

    /// Luminous power that leaves the fire, lumen.
    double power() {
        double sum = 0;
        for (Bundle bundle : bundles) {
            sum += strength(bundle.all);
        }
        return sum;
    }
}
