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
    private static final int DIRECTIONS = 64;

    /// Groups of directions that are summed apart: they, not the threads, order the sums.
    private static final int GROUPS = 8;

    private static final int MOST_ORDERS = 24;

    /// Share of the light below which no further order is counted.
    private static final double LAST = 0.005;

    /// Depth of a cell within stone.
    private static final float STONE = 20;

    private final GridShape shape;
    private final double cell;
    private final int parts;
    private final float[] removed;
    private final float[] handed;

    /// @param extinction of the cells, 1/m; infinite within stone
    /// @param reach factor on all ways of scattered light: 1 is what physics says, 2 lets it go
    ///     twice as far
    /// @param parts kinds of light that go at once
    Transport(LightGrid grid, float[] extinction, Shading shading, double reach, int parts) {
        this.shape = grid.shape;
        this.cell = grid.cell;
        this.parts = parts;
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
    /// @param flux added to, like that of what is given; or null
    void scatter(float[][] direct, float strength, float[][] out, float[][] flux, Workers workers) {
        float[][] before = direct;
        float[][] directed = new float[3][removed.length];
        double total = 0;
        for (int order = 0; order < MOST_ORDERS; order++) {
            float[][] source = new float[parts][removed.length];
            for (int p = 0; p < parts; p++) {
                for (int i = 0; i < removed.length; i++) {
                    source[p][i] = handed[i] * before[p][i] / (4 * (float) Math.PI);
                }
            }
            float[][] next = sweep(source, directed, workers);
            double sum = 0;
            for (int p = 0; p < parts; p++) {
                addTo(out[p], next[p], strength);
                for (float light : next[p]) {
                    sum += light;
                }
            }
            total += sum;
            if (sum <= LAST * total) {
                break;
            }
            before = next;
        }
        for (int a = 0; a < 3 && flux != null; a++) {
            addTo(flux[a], directed[a], strength);
        }
    }

    /// Fluence of what the cells give off, before it is scattered.
    ///
    /// @param source light of the cells, per metre and steradian, one array a part
    /// @param flux added to by the light of all parts with its direction: three arrays
    float[][] sweep(float[][] source, float[][] flux, Workers workers) {
        float[][][] sums = new float[GROUPS][parts][removed.length];
        float[][][] fluxes = new float[GROUPS][3][removed.length];
        workers.forEachSlab(
                GROUPS,
                (group, worker) -> {
                    for (int i = group; i < DIRECTIONS; i += GROUPS) {
                        sweep(direction(i), source, sums[group], fluxes[group]);
                    }
                });
        for (int group = 0; group < GROUPS; group++) {
            for (int p = 0; p < parts && group > 0; p++) {
                addTo(sums[0][p], sums[group][p], 1);
            }
            for (int a = 0; a < 3; a++) {
                addTo(flux[a], fluxes[group][a], 1);
            }
        }
        return sums[0];
    }

    private static void addTo(float[] sum, float[] more, float share) {
        for (int i = 0; i < sum.length; i++) {
            sum[i] += share * more[i];
        }
    }

    /// Even directions on a spiral over the sphere.
    private static Vec3 direction(int i) {
        double y = 1 - (2 * i + 1.0) / DIRECTIONS;
        double r = Math.sqrt(1 - y * y);
        double turn = i * Math.PI * (3 - Math.sqrt(5));
        return new Vec3(r * StrictMath.cos(turn), y, r * StrictMath.sin(turn));
    }

    /// Goes through the cells along a direction, plane by plane across its longest part.
    private void sweep(Vec3 d, float[][] source, float[][] sum, float[][] flux) {
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
        float weight = (float) (4 * Math.PI / DIRECTIONS);
        float[] towards = {weight * (float) d.x(), weight * (float) d.y(), weight * (float) d.z()};
        int planes = shape.count(main);
        int nu = shape.count(across);
        int nv = shape.count(beside);
        // A dark rim of two on each side: what comes from outside.
        int wide = nu + 4;
        float[][] light = new float[parts][wide * (nv + 4)];
        float[][] behind = new float[parts][wide * (nv + 4)];
        for (int n = 0; n < planes; n++) {
            int plane = d.get(main) > 0 ? n : planes - 1 - n;
            float[][] swap = behind;
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
                    int from = iv * wide + iu;
                    float depth = removed[at] * way;
                    float kept = depth == 0 ? 1 : (float) Math.exp(-depth);
                    // Of what a cell gives per metre, how much leaves it, and how much is in it in
                    // the mean; likewise of what comes.
                    float leaves =
                            depth < 0.02f ? way * (1 - 0.5f * depth) : (1 - kept) / removed[at];
                    float comesBy = leaves / way;
                    float givenBy = depth < 0.02f ? 0.5f * way : (1 - comesBy) / removed[at];
                    float mean = 0;
                    for (int p = 0; p < parts; p++) {
                        float[] b = behind[p];
                        float low = b[from] + tu * (b[from + 1] - b[from]);
                        float high = b[from + wide] + tu * (b[from + wide + 1] - b[from + wide]);
                        float coming = low + tv * (high - low);
                        float given = source[p][at];
                        light[p][(v + 2) * wide + u + 2] = coming * kept + given * leaves;
                        float in = coming * comesBy + given * givenBy;
                        sum[p][at] += weight * in;
                        mean += in;
                    }
                    for (int a = 0; a < 3; a++) {
                        flux[a][at] += towards[a] * mean;
                    }
                }
            }
        }
    }
}
