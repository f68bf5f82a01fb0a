package ashfall.look;

import ashfall.picture.Part;
import ashfall.shot.Vec3;

import java.util.Arrays;

/// One worker's rays: what comes along a line of sight, part by part.
///
/// Smoke, heat and light change in straight lines between the ends of a step. Glow, which rises
/// steeply with temperature, is summed over equal rises of it within the step, so that no thin
/// shell is missed.
final class Ray {
    /// Optical depth of a step that hides nothing.
    private static final float THIN = 1e-6f;

    /// Voxels through which what is met stays so without a question.
    private static final double UNASKED = 8;

    private static final float THIRD = 1f / 3;

    /// What may be clear of gas that is seen in passing.
    private static final float PASSING_OPAQUE = 1e-2f;

    private static final Vec3 STRAIGHT = new Vec3(0, 0, 0);

    /// Light by part, cd/m²; set by [#trace].
    final float[] parts = new float[3 * Part.COUNT];

    /// Share of what lies behind the gas that is still seen.
    float clear;

    /// Share of it that is hidden by gas which is cut out.
    float cut;

    /// Sums over the gas, each piece as much as it covers: of distance in m, of temperature in K,
    /// of velocity in m/s; divide by the opacity.
    double distance;

    double heat;
    final double[] motion = new double[3];

    /// Distance to the ground or an obstacle, m; infinite where there is none.
    double end;

    private final Marcher scene;
    private final Shading shading;
    private final double samples;
    private final boolean exact;

    /// What is clear of it no longer counts.
    private final float opaque;

    /// Does smoke hide nothing?
    private boolean through;

    /// Seconds after the frame's moment that the gas is seen at.
    private float late;

    private Vec3 eye;

    private Vec3 d;

    /// Distances to the ground and to the keeper, m; infinite where they are not met.
    private double ground;

    private double standing;

    /// What it ends at but the ground; or null.
    private Bodies.Met body;

    /// Where hot air turns the ray; null where it does not.
    private final Haze.Way hotAir;

    /// By how much the site is seen beside its place, radians.
    Vec3 bent = STRAIGHT;

    /// Of each volume.
    private final Crossing[] crossings;

    /// Volumes that are met at a place.
    private final int[] met;

    private int meets;

    /// Share of the smallest voxel of those, m.
    private double least;

    /// Where the ray leaves the first of them that it does, m along it.
    private double last;

    /// How far along the ray what is met stays the same, m.
    private double stays;

    private final float[] glow = new float[3];
    private final Scattering scattering;
    private final float[] drift = new float[3];

    /// Does any gas move while the shutter is open?
    private final boolean moves;

    /// @param volumes those of the scene, or coarser ones
    /// @param air hot air before the site, or null
    /// @param samples steps in each voxel, at least
    /// @param exact whether steps end where values bend
    Ray(Marcher scene, Volume[] volumes, Haze air, double samples, boolean exact) {
        this.exact = exact;
        this.scene = scene;
        this.shading = scene.shading;
        this.samples = samples;
        this.opaque = samples < 1 && !exact ? PASSING_OPAQUE : scene.opaque;
        hotAir = air == null ? null : air.new Way();
        int count = volumes.length;
        crossings = new Crossing[count];
        for (int i = 0; i < count; i++) {
            crossings[i] = new Crossing(volumes[i]);
        }
        met = new int[count];
        moves = Arrays.stream(volumes).anyMatch(volume -> volume.motion != null);
        scattering = new Scattering(scene, count);
    }

    /// Lets smoke hide nothing, and scatter nothing.
    void seeThrough(boolean is) {
        through = is;
    }

    /// Follows a line of sight to its end.
    ///
    /// @param width of a pixel at a distance of 1 m
    /// @param jitter 0 to 1: where the first step ends
    /// @param late seconds after the frame's moment
    /// @param depths what of the meshes is seen, where that is known; or null
    /// @param pixel of those
    void trace(
            View view,
            Vec3 eye,
            Vec3 d,
            double width,
            float jitter,
            float late,
            DepthMap depths,
            int pixel) {
        aim(view, eye, d, depths, pixel);
        follow(view, width, jitter, late);
        addBehind(width);
    }

    /// Begins with a line of sight: finds what it ends at.
    void aim(View view, Vec3 eye, Vec3 d, DepthMap depths, int pixel) {
        this.eye = eye;
        this.d = d;
        Arrays.fill(parts, 0);
        clear = 1;
        cut = 0;
        bent = STRAIGHT;
        distance = 0;
        heat = 0;
        Arrays.fill(motion, 0);
        ground = ground(eye, d);
        body =
                depths == null || !depths.isSure(pixel)
                        ? scene.bodies.meet(eye, d, ground)
                        : scene.bodies.meet(eye, d, ground, depths.triangle(pixel));
        end = body == null ? ground : body.distance();
        standing = scene.keeper == null ? Double.POSITIVE_INFINITY : scene.keeper.distance(view, d);
    }

    /// Does the keeper stand in it?
    boolean meetsKeeper() {
        return standing < end;
    }

    /// Follows it through the gas.
    void follow(View view, double width, float jitter, float late) {
        this.late = late;
        march(d, 0, Math.min(end, standing), jitter);
        if (meetsKeeper()) {
            scene.addKeeper(this, view, eye.plus(d.times(standing)), standing * width);
            march(d, standing, end, jitter);
        }
        if (clear <= opaque) {
            close();
        }
    }

    /// Lets it have come through gas that is known.
    void follow(float clear, float cut) {
        this.clear = clear;
        this.cut = cut;
    }

    /// Adds what is seen behind the gas.
    void addBehind(double width) {
        if (clear == 0) {
            return;
        }
        if (hotAir != null && hotAir.follow(eye, d, end)) {
            addTurned(width);
        } else {
            addSite(eye, d, ground, body, width);
        }
    }

    /// Takes the little that would still be seen behind for as bright as what is seen.
    private void close() {
        float more = 1 / (1 - clear);
        for (int i = 0; i < parts.length; i++) {
            parts[i] *= more;
        }
        cut *= more;
        distance *= more;
        heat *= more;
        for (int k = 0; k < 3; k++) {
            motion[k] *= more;
        }
        clear = 0;
    }

    private static double ground(Vec3 eye, Vec3 d) {
        return d.y() < 0 && eye.y() >= 0 ? -eye.y() / d.y() : Double.POSITIVE_INFINITY;
    }

    private void addSite(Vec3 from, Vec3 d, double ground, Bodies.Met met, double width) {
        if (met != null) {
            scene.surroundings.addBody(from, d, met, met.distance() * width, clear, parts);
        } else {
            scene.surroundings.add(from, d, ground, clear, parts);
        }
    }

    /// Adds the site as it is seen through hot air: along the line that the ray would have come on
    /// where it turned.
    private void addTurned(double width) {
        double at = hotAir.at;
        Vec3 turn = new Vec3(hotAir.turn[0], hotAir.turn[1], hotAir.turn[2]);
        Vec3 turned = d.plus(turn).unit();
        Vec3 from = eye.plus(d.minus(turned).times(at));
        double far = ground(from, turned);
        Bodies.Met met = scene.bodies.meet(from, turned, far);
        addSite(from, turned, far, met, width);
        // At the site's distance less is seen of a turn that is near it.
        bent = turn.times(1 - Math.min(1, at / (met == null ? far : met.distance())));
    }

    private void march(Vec3 d, double from, double end, float jitter) {
        double first = Double.POSITIVE_INFINITY;
        for (Crossing crossing : crossings) {
            crossing.enter(eye, d, from, end);
            if (crossing.presence() == Presence.UNSEEN) {
                crossing.far = Double.NEGATIVE_INFINITY;
            }
            if (crossing.near < crossing.far) {
                first = Math.min(first, crossing.near);
            }
        }
        if (first == Double.POSITIVE_INFINITY) {
            return;
        }
        scattering.begin(d);
        double s = first;
        // The first step is a part of one, so that neighbours do not step together.
        double share = exact ? 1 : Math.max(0.02, jitter);
        stays = s;
        while (s < end && clear > opaque) {
            if (s >= stays) {
                meet(s);
                if (stays == Double.POSITIVE_INFINITY) {
                    return;
                }
            }
            if (meets == 0) {
                s = stays;
                share = exact ? 1 : Math.max(0.02, jitter);
                continue;
            }
            s = pass(s, Math.min(stays, end), Math.min(last, end), share);
            share = 1;
        }
    }

    /// Way to the next plane through the middles of voxels of what is met, where values bend: no
    /// step goes over one where each cell between them is wanted for itself.
    private double bend(double s) {
        double way = Double.POSITIVE_INFINITY;
        for (int m = 0; m < meets; m++) {
            way = Math.min(way, crossings[met[m]].bend(s));
        }
        return way;
    }

    /// Finds the volumes that have something to see at a place of a ray, and how far that stays so:
    /// for ever after the last.
    private void meet(double s) {
        meets = 0;
        least = Double.POSITIVE_INFINITY;
        last = Double.POSITIVE_INFINITY;
        stays = Double.POSITIVE_INFINITY;
        for (int i = 0; i < crossings.length; i++) {
            Crossing crossing = crossings[i];
            if (s >= crossing.far) {
                continue;
            }
            if (s < crossing.near) {
                stays = Math.min(stays, crossing.near);
                continue;
            }
            double way = crossing.way(s);
            if (way > 0) {
                // A few empty voxels cost less than many questions.
                way = Math.max(way, UNASKED * crossing.voxel());
                met[meets++] = i;
                least = Math.min(least, crossing.voxel() / samples);
                last = Math.min(last, crossing.far);
            }
            // Beyond its box a volume reads as at its border.
            stays = Math.min(stays, Math.min(crossing.far, s + Math.abs(way)));
        }
    }

    /// Adds steps through the volumes that are met. One method for all that a step does: what the
    /// sums are kept in stays in registers from step to step.
    ///
    /// @param stop distance from which on no step begins, m
    /// @param end that none passes
    /// @param share of a step that the first is
    /// @return where the last ended
    private double pass(double s, double stop, double end, double share) {
        float clear = this.clear;
        double far = distance;
        double hot = heat;
        double from = s;
        double part = share;
        while (from < stop && clear > opaque) {
            double reach = exact ? Math.min(least, bend(from)) : least;
            double to = from + part * reach;
            if (to > end) {
                to = end;
            }
            part = 1;
            float length = (float) (to - from);
            double middle = 0.5 * (from + to);
            boolean glows = false;
            scattering.clear();
            if (moves) {
                Arrays.fill(drift, 0);
            }
            float extinction = 0;
            float away = 0;
            float warmth = 0;
            for (int m = 0; m < meets; m++) {
                Crossing here = crossings[met[m]];
                if (!here.knows(from)) {
                    here.read(from, late);
                }
                float density0 = here.density;
                float kelvin0 = here.kelvin;
                float release0 = here.release;
                float source0 = here.source;
                float tint0 = here.tint;
                here.read(to, late);
                float thick = shading.extinction(0.5f * (density0 + here.density));
                if (here.presence() == Presence.CUT_OUT) {
                    extinction += thick;
                    away += thick;
                    continue;
                }
                float burning = 0.5f * (release0 + here.release);
                if (burning > 0) {
                    glows = shine(glows);
                    shading.addBlue(burning, glow);
                }
                float source1 = here.source;
                float shines = shading.extinction(source0 > source1 ? source0 : source1);
                if (thick * length < THIN && shines * length < THIN) {
                    continue;
                }
                float kelvin1 = here.kelvin == Crossing.NONE ? kelvin0 : here.kelvin;
                kelvin0 = kelvin0 == Crossing.NONE ? kelvin1 : kelvin0;
                if (kelvin0 > Shading.DARK || kelvin1 > Shading.DARK) {
                    glows = shine(glows);
                    Glow by = here.mapping().shining();
                    shading.addGlow(by, source0, kelvin0, source1, kelvin1, glow);
                }
                extinction += thick;
                warmth += kelvin0 > 0 ? thick * 0.5f * (kelvin0 + kelvin1) : 0;
                scattering.dye(here.mapping(), 0.5f * (tint0 + here.tint), thick);
                for (int k = 0; moves && k < 3; k++) {
                    drift[k] += thick * here.moving[k];
                }
                scattering.add(met[m], here, middle, thick);
            }
            from = to;
            float depth = extinction * length;
            float weight;
            if (depth < THIN || through) {
                weight = clear * length;
            } else {
                float covers = clear * hidden(depth);
                weight = covers / extinction;
                float lost = covers * (away / extinction);
                cut += lost;
                far += (covers - lost) * middle;
                hot += weight * warmth;
                for (int k = 0; moves && k < 3; k++) {
                    motion[k] += weight * drift[k];
                }
                clear -= covers;
                scattering.give(weight, extinction - away, parts);
            }
            int flame = Part.FLAME.offset();
            for (int k = 0; glows && k < 3; k++) {
                parts[flame + k] += weight * glow[k];
            }
        }
        this.clear = clear;
        distance = far;
        heat = hot;
        return from;
    }

    /// Begins with the glow of a step, unless it has some.
    private boolean shine(boolean glows) {
        if (!glows) {
            Arrays.fill(glow, 0);
        }
        return true;
    }

    /// `1 − e^(−depth)`: to 1e-6 by its series where it is small.
    private static float hidden(float depth) {
        if (depth > 0.25f) {
            return 1 - (float) Math.exp(-depth);
        }
        float d = depth;
        return d * (1 - d * 0.5f * (1 - d * THIRD * (1 - d * 0.25f * (1 - d * 0.2f))));
    }

    /// Share of what lies behind that gas hides which is seen.
    float opacity() {
        return 1 - clear - cut;
    }

    /// Luminance of the fire's own glow, cd/m².
    float glowLuminance() {
        int flame = Part.FLAME.offset();
        return 0.2126f * parts[flame] + 0.7152f * parts[flame + 1] + 0.0722f * parts[flame + 2];
    }
}
