package ashfall.look;

import ashfall.grid.GridShape;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

/// Light on its way through smoke, on the cells of a [LightGrid]: what the gas itself gives off,
/// and what smoke hands on to smoke, order by order.
///
/// Light is swept through the cells along even directions, from plane to plane (`L = L₀e^(−τ) + S(1
/// − e^(−τ))`); what arrives in a cell is the source of the next order (discrete ordinates; Lewis &
/// Miller 1984, Computational Methods of Neutron Transport). Forward scattering is taken as less,
/// even scattering, `σ_s(1 − g)` (similarity). Sun and sky come as what they give directly, so that
/// no lamp shows the directions.
final class Transport {
    /// Groups of directions that are summed apart: they, not the threads, order the sums.
    private static final int GROUPS = 8;

    private static final int MOST_ORDERS = 24;

    /// Share of the light below which no further order is counted.
    private static final double LAST = 0.005;

    /// Depth of a cell within stone.
    private static final float STONE = 20;

    private final GridShape shape;
    private final double cell;
    private final int directions;
    private final float[] removed;
    private final float[] handed;

    /// What each cell does to light along each direction, once it was gone along: of light that
    /// comes to a cell the share that leaves it; of what a cell gives per metre how much leaves it,
    /// and how much is in it in the mean.
    private final float[][] passing;

    /// @param extinction of the cells, 1/m; infinite within stone
    /// @param reach factor on all ways of scattered light: 1 is what physics says, 2 lets it go
    ///     twice as far
    /// @param directions along which light is swept
    Transport(LightGrid grid, float[] extinction, Shading shading, double reach, int directions) {
        this.directions = directions;
        this.shape = grid.shape;
        this.cell = grid.cell;
        this.passing = new float[directions][];
        this.removed = new float[extinction.length];
        this.handed = new float[extinction.length];
        for (int i = 0; i < extinction.length; i++) {
            boolean stone = extinction[i] == Float.POSITIVE_INFINITY;
            float here = (float) (extinction[i] / reach);
            handed[i] = stone ? 0 : shading.albedo() * (1 - shading.forward()) * here;
            removed[i] = stone ? STONE / (float) cell : shading.effective(here);
        }
    }

    /// Adds the fluence of light that was scattered once or more.
    ///
    /// @param direct fluence of light before that, one array a part
    /// @param strength factor on what is added
    /// @param out one array a part
    /// @param flux added to by the light of the first parts with its direction: three arrays
    /// @param directed how many parts those are
    void scatter(
            float[][] direct,
            float strength,
            float[][] out,
            float[][] flux,
            int directed,
            Workers workers) {
        int parts = direct.length;
        float[] before = together(direct);
        float[][] leaning = new float[3][removed.length];
        double[] total = new double[parts];
        for (int order = 0; order < MOST_ORDERS; order++) {
            float[] source = before;
            for (int i = 0; i < removed.length; i++) {
                float share = handed[i] / (4 * (float) Math.PI);
                for (int p = 0; p < parts; p++) {
                    source[parts * i + p] *= share;
                }
            }
            float[] next = sweep(source, parts, leaning, directed, workers);
            boolean isLast = true;
            for (int p = 0; p < parts; p++) {
                double sum = 0;
                for (int i = 0; i < removed.length; i++) {
                    float light = next[parts * i + p];
                    out[p][i] += strength * light;
                    sum += light;
                }
                total[p] += sum;
                isLast &= sum <= LAST * total[p];
            }
            if (isLast) {
                break;
            }
            before = next;
        }
        for (int a = 0; a < 3; a++) {
            addTo(flux[a], leaning[a], strength);
        }
    }

    /// Fluence of what the cells give off, before it is scattered, one array a part.
    ///
    /// @param source light of the cells, per metre and steradian, one array a part
    /// @param flux added to by the light of all parts with its direction: three arrays
    float[][] sweep(float[][] source, float[][] flux, Workers workers) {
        int parts = source.length;
        float[] sum = sweep(together(source), parts, flux, parts, workers);
        float[][] apart = new float[parts][removed.length];
        for (int p = 0; p < parts; p++) {
            for (int i = 0; i < removed.length; i++) {
                apart[p][i] = sum[parts * i + p];
            }
        }
        return apart;
    }

    /// The parts of each cell beside each other.
    private static float[] together(float[][] apart) {
        int parts = apart.length;
        float[] all = new float[parts * apart[0].length];
        for (int p = 0; p < parts; p++) {
            for (int i = 0; i < apart[p].length; i++) {
                all[parts * i + p] = apart[p][i];
            }
        }
        return all;
    }

    private float[] sweep(
            float[] source, int parts, float[][] flux, int directed, Workers workers) {
        float[][] sums = new float[GROUPS][source.length];
        float[][][] fluxes = new float[GROUPS][3][removed.length];
        workers.forEachSlab(
                GROUPS,
                (group, worker) -> {
                    for (int i = group; i < directions; i += GROUPS) {
                        sweep(i, source, parts, sums[group], fluxes[group], directed);
                    }
                });
        for (int group = 0; group < GROUPS; group++) {
            if (group > 0) {
                addTo(sums[0], sums[group], 1);
            }
            for (int a = 0; a < 3; a++) {
                addTo(flux[a], fluxes[group][a], 1);
            }
        }
        return sums[0];
    }

    /// @param way through a cell, m
    private float[] passing(float way) {
        float[] out = new float[3 * removed.length];
        for (int at = 0; at < removed.length; at++) {
            float depth = removed[at] * way;
            boolean thin = depth < 0.02f;
            float kept = depth == 0 ? 1 : (float) Math.exp(-depth);
            float leaves = thin ? way * (1 - 0.5f * depth) : (1 - kept) / removed[at];
            out[3 * at] = kept;
            out[3 * at + 1] = leaves;
            out[3 * at + 2] = thin ? 0.5f * way : (1 - leaves / way) / removed[at];
        }
        return out;
    }

    private static void addTo(float[] sum, float[] more, float share) {
        for (int i = 0; i < sum.length; i++) {
            sum[i] += share * more[i];
        }
    }

    /// Even directions on a spiral over the sphere.
    private Vec3 direction(int i) {
        double y = 1 - (2 * i + 1.0) / directions;
        double r = Math.sqrt(1 - y * y);
        double turn = i * Math.PI * (3 - Math.sqrt(5));
        return new Vec3(r * StrictMath.cos(turn), y, r * StrictMath.sin(turn));
    }

    /// Goes through the cells along a direction, plane by plane across its longest part.
    private void sweep(
            int i, float[] source, int parts, float[] sum, float[][] flux, int directed) {
        Vec3 d = direction(i);
        int main = 0;
        for (int a = 1; a < 3; a++) {
            if (Math.abs(d.get(a)) > Math.abs(d.get(main))) {
                main = a;
            }
        }
        int across = main == 0 ? 1 : 0;
        int beside = 3 - main - across;
        double straight = Math.abs(d.get(main));
        float du = (float) (d.get(across) / straight);
        float dv = (float) (d.get(beside) / straight);
        float way = (float) (cell / straight);
        if (passing[i] == null) {
            passing[i] = passing(way);
        }
        float[] pass = passing[i];
        float perWay = 1 / way;
        float weight = (float) (4 * Math.PI / directions);
        float[] towards = {weight * (float) d.x(), weight * (float) d.y(), weight * (float) d.z()};
        int planes = shape.count(main);
        int nu = shape.count(across);
        int nv = shape.count(beside);
        // A dark rim of two on each side: what comes from outside.
        int wide = nu + 4;
        float[] light = new float[parts * wide * (nv + 4)];
        float[] behind = new float[light.length];
        for (int n = 0; n < planes; n++) {
            int plane = d.get(main) > 0 ? n : planes - 1 - n;
            float[] swap = behind;
            behind = light;
            light = swap;
            for (int v = 0; v < nv; v++) {
                float fv = v + 2 - dv;
                int iv = (int) fv;
                float tv = fv - iv;
                for (int u = 0; u < nu; u++) {
                    int at =
                            shape.at(0, 0, 0)
                                    + plane * shape.stride(main)
                                    + u * shape.stride(across)
                                    + v * shape.stride(beside);
                    float fu = u + 2 - du;
                    int iu = (int) fu;
                    float tu = fu - iu;
                    int low = parts * (iv * wide + iu);
                    int high = low + parts * wide;
                    int own = parts * ((v + 2) * wide + u + 2);
                    int here = parts * at;
                    float through = pass[3 * at];
                    float leaving = pass[3 * at + 1];
                    float staying = pass[3 * at + 2];
                    float comesBy = leaving * perWay;
                    float mean = 0;
                    for (int p = 0; p < parts; p++) {
                        float a = behind[low + p];
                        float b = behind[high + p];
                        a += tu * (behind[low + parts + p] - a);
                        b += tu * (behind[high + parts + p] - b);
                        float coming = a + tv * (b - a);
                        float given = source[here + p];
                        light[own + p] = coming * through + given * leaving;
                        float in = coming * comesBy + given * staying;
                        sum[here + p] += weight * in;
                        mean += p < directed ? in : 0;
                    }
                    for (int a = 0; a < 3 && directed > 0; a++) {
                        flux[a][at] += towards[a] * mean;
                    }
                }
            }
        }
    }
}
