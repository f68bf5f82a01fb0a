package ashfall.gas;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.Random;

/// The rows of the sweeps and the forces, with vectors, against the same places one by one: the
/// same bits.
class WideRowsTest {
    /// Long enough for vectors, with a tail of one less than the widest.
    private static final int N = 127;

    /// Room around the row for neighbours in all directions.
    private static final int AROUND = 40;

    private static final int SY = 12;
    private static final int SZ = 27;

    private final Random random = new Random(20261125);

    /// Ten inputs and four outputs, which kernels may also add to.
    private final float[][] in = new float[10][N + 2 * AROUND];

    private final float[][] out = new float[4][N + 2 * AROUND];

    /// What is done with the outputs at indices `at` to before `at + n`.
    private interface Kernel {
        void run(WideRowsTest t, int at, int n);
    }

    private enum Rows {
        WEIGH(
                (t, at, n) -> {
                    if (at == AROUND && n == N) {
                        SweepRows.weigh(t.in[0], t.in[1], t.out[0], t.out[1], t.out[2], at + n);
                    } else {
                        for (int i = at; i < at + n; i++) {
                            t.out[0][i] = t.in[0][i] * t.in[1][i];
                            t.out[1][i] = 1 / t.in[0][i];
                            t.out[2][i] = 1 / t.out[0][i];
                        }
                    }
                }),
        SLOPES(
                (t, at, n) ->
                        SweepRows.slopes(t.in[0], -1, t.in[0], t.in[1], 1, t.out[0], at, at + n)),
        GOING((t, at, n) -> SweepRows.going(t.in[2], -1, t.out[0], at, at + n)),
        DRAW(
                (t, at, n) -> {
                    CellRow cells = new CellRow(N + 2 * AROUND, 0);
                    System.arraycopy(t.in[0], 0, cells.volume, 0, t.in[0].length);
                    System.arraycopy(t.in[1], 0, cells.density, 0, t.in[1].length);
                    System.arraycopy(t.in[2], 0, cells.densitySlope, 0, t.in[2].length);
                    System.arraycopy(t.in[3], 0, cells.perVolume, 0, t.in[3].length);
                    System.arraycopy(t.in[4], 0, cells.perMass, 0, t.in[4].length);
                    SweepRows.draw(t.out[0], cells, -2, false, 1, t.out[1], t.out[2], at, at + n);
                }),
        CARRY(
                (t, at, n) ->
                        SweepRows.carry(
                                t.in[0], t.in[1], t.in[2], t.in[3], 1, t.out[0], at, at + n)),
        MIX((t, at, n) -> SweepRows.mix(t.in[0], t.in[1], -1, t.in[1], 0, t.out[0], at, at + n)),
        UPDATE(
                (t, at, n) ->
                        SweepRows.update(
                                t.in[0], t.in[1], t.in[2], t.in[3], 1, t.in[4], 1e-20f, t.out[0],
                                at, at + n)),
        HOT((t, at, n) -> ForceRows.hot(t.in[5], 300, 2, at, n, t.row(0, at))),
        DENSE((t, at, n) -> ForceRows.dense(t.in[6], t.in[0], 2, at, n, t.row(0, at))),
        SPREAD(
                (t, at, n) ->
                        ForceRows.spread(
                                t.in[2], t.from(0, at), t.from(1, at), t.out[0], at, n, SY)),
        LIFT(
                (t, at, n) ->
                        ForceRows.lift(t.in[5], t.in[6], t.out[0], at, n, SY, 9.81f, 9, 1.2f, 176)),
        ACROSS(
                (t, at, n) ->
                        ForceRows.across(
                                t.in[0], 1, SZ, t.in[2], SZ, 1, 0.25f, -1, at, n, t.out[0], at)),
        LENGTH((t, at, n) -> ForceRows.length(t.in[0], t.in[2], t.in[3], t.out[0], at, n)),
        CONFINE(
                (t, at, n) ->
                        ForceRows.confine(
                                t.out[0], t.out[1], t.out[2], t.in[3], at, n, SY, SZ, 0.3f)),
        STRAIN(
                (t, at, n) ->
                        ForceRows.strain(
                                t.in[0],
                                t.in[1],
                                t.in[2],
                                t.from(3, at),
                                t.from(4, at),
                                t.from(7, at),
                                t.out[0],
                                at,
                                n,
                                SY,
                                SZ,
                                10,
                                1e-10f));

        private final Kernel kernel;

        Rows(Kernel kernel) {
            this.kernel = kernel;
        }
    }

    private float[] cut;
    private int cutTo = -1;
    private int cutFrom;

    /// An output that a kernel writes from index 0, put in its place by [#paste].
    private float[] row(int which, int at) {
        cut = new float[N];
        cutTo = which;
        cutFrom = at;
        return cut;
    }

    private float[] from(int which, int at) {
        return java.util.Arrays.copyOfRange(in[which], at, at + N);
    }

    private void paste(int n) {
        if (cutTo >= 0) {
            System.arraycopy(cut, 0, out[cutTo], cutFrom, n);
        }
    }

    private void fill() {
        for (float[] a : in) {
            for (int i = 0; i < a.length; i++) {
                a[i] = 0.1f + random.nextFloat();
            }
        }
        for (int i = 0; i < in[2].length; i++) {
            // Some equal, some of either sign, some none.
            in[0][i] = i % 9 == 3 ? in[0][i - 1] : in[0][i];
            in[2][i] = i % 7 == 0 ? 0 : in[2][i] - 0.6f;
            in[5][i] = 290 + 400 * random.nextFloat();
            in[6][i] = i % 5 == 0 ? 0 : 1e-3f * random.nextFloat();
        }
        for (float[] a : out) {
            for (int i = 0; i < a.length; i++) {
                a[i] = random.nextFloat();
            }
        }
    }

    @ParameterizedTest
    @EnumSource(Rows.class)
    void row_takenAsAWhole_hasTheBitsOfItsPlacesOneByOne(Rows rows) {
        fill();
        float[][] before = new float[out.length][];
        for (int k = 0; k < out.length; k++) {
            before[k] = out[k].clone();
        }
        rows.kernel.run(this, AROUND, N);
        paste(N);
        float[][] whole = new float[out.length][];
        for (int k = 0; k < out.length; k++) {
            whole[k] = out[k].clone();
            System.arraycopy(before[k], 0, out[k], 0, out[k].length);
        }
        for (int i = AROUND; i < AROUND + N; i++) {
            rows.kernel.run(this, i, 1);
            paste(1);
        }
        for (int k = 0; k < out.length; k++) {
            // A kernel that begins at index 0 is compared where both ran.
            for (int i = 0; i < AROUND; i++) {
                whole[k][i] = out[k][i];
            }
            assertArrayEquals(out[k], whole[k], rows + ", output " + k);
        }
        float sum = 0;
        for (int i = AROUND; i < AROUND + N; i++) {
            sum += Math.abs(out[0][i] - before[0][i]);
        }
        assertTrue(sum > 0, "nothing was done");
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 63, 127})
    void extremes_ofARow_areThoseOfItsPlaces(int n) {
        fill();
        float largest = 0;
        float least = 1;
        for (int i = AROUND; i < AROUND + n; i++) {
            largest = Math.max(largest, Math.abs(in[2][i]));
            least = Math.min(least, in[0][i]);
        }
        assertEquals(largest, SweepRows.largest(in[2], AROUND, n));
        assertEquals(least, SweepRows.least(in[0], AROUND, n));
    }
}
