package ashfall.look;

import ashfall.shot.Vec3;

/// A line along which the fire of a volume is seen, step by step. Only the volume's own gas stands
/// before it.
final class FireLine {
    /// What is still seen behind no longer counts.
    private static final float OPAQUE = 2e-3f;

    private final Shading shading;
    private final Crossing crossing;
    private final Seen seen;

    /// Length of a step where something may shine, and where gas hides only, m.
    private final double fine;

    private final double coarse;

    private final float[] glow = new float[3];
    private final float[] place = new float[3];

    /// Takes what shines on a step.
    interface Seen {
        /// @param place its middle, m from the volume's corner; only valid during the call
        /// @param length of it as far as it is seen, m
        /// @param glow what it gives off in three colours, cd/m² a metre
        void add(float[] place, float length, float[] glow);
    }

    /// @param fine length of a step where something may shine, m
    FireLine(Volume volume, Shading shading, double fine, Seen seen) {
        this.shading = shading;
        this.crossing = new Crossing(volume);
        this.fine = fine;
        this.coarse = Math.max(2 * fine, 2 * volume.voxel);
        this.seen = seen;
    }

    /// Goes along a line.
    ///
    /// @param from where the line begins, in the world
    /// @param d its direction, of length 1
    /// @param first distance at which anything may shine, m; before it gas hides only
    /// @param end at which nothing does any more
    void follow(Vec3 from, Vec3 d, double first, double end) {
        crossing.enter(from, d, 0, end);
        float clear = 1;
        double s = crossing.near;
        while (s < crossing.far && clear > OPAQUE) {
            double way = crossing.way(s);
            if (way < 0) {
                s -= way;
            } else {
                double length = s < first ? coarse : fine;
                clear *= step(s, Math.min(crossing.far, s + length), clear);
                s += length;
            }
        }
    }

    /// @return share of what lies behind that is seen through it
    private float step(double from, double to, float clear) {
        if (!crossing.knows(from)) {
            crossing.read(from, 0);
        }
        float density = crossing.density;
        float kelvin = crossing.kelvin;
        float source = crossing.source;
        float release = crossing.release;
        crossing.read(to, 0);
        float extinction = shading.extinction(0.5f * (density + crossing.density));
        glow[0] = 0;
        glow[1] = 0;
        glow[2] = 0;
        shading.addBlue(0.5f * (release + crossing.release), glow);
        float behind = crossing.kelvin == Crossing.NONE ? kelvin : crossing.kelvin;
        kelvin = kelvin == Crossing.NONE ? behind : kelvin;
        if (kelvin > Shading.DARK || behind > Shading.DARK) {
            Glow by = crossing.mapping().shining();
            shading.addGlow(by, source, kelvin, crossing.source, behind, glow);
        }
        float length = (float) (to - from);
        float depth = extinction * length;
        float through = (float) Math.exp(-depth);
        if (glow[0] + glow[1] + glow[2] > 0) {
            float share = depth < 1e-4f ? length : (1 - through) / extinction;
            crossing.place(0.5 * (from + to), place);
            seen.add(place, clear * share, glow);
        }
        return through;
    }
}
