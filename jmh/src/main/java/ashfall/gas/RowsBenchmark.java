package ashfall.gas;

import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

import java.util.Random;
import java.util.concurrent.TimeUnit;

/// Time of a cell in the rows that a step spends most in, ns. Rows of 64 cells go one by one, those
/// of 128 in vectors ([Lanes]); both write the same bits.
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Fork(1)
@Warmup(iterations = 4, time = 1)
@Measurement(iterations = 4, time = 1)
@OperationsPerInvocation(RowsBenchmark.CELLS)
public class RowsBenchmark {
    static final int CELLS = 8192;

    @Param({"64", "128"})
    public int n;

    private int sy;
    private int sz;
    private int start;
    private final float[][] f = new float[8][];
    private final CellRow cells = new CellRow(CELLS, 0);

    @Setup
    public void fill() {
        Random random = new Random(1);
        sy = n + 2;
        sz = sy * (CELLS / n + 2);
        start = 1 + sy + sz;
        for (int k = 0; k < f.length; k++) {
            f[k] = new float[3 * sz];
            for (int i = 0; i < f[k].length; i++) {
                f[k][i] = 0.5f + random.nextFloat();
            }
        }
        for (float[] a : new float[][] {cells.volume, cells.density, cells.densitySlope}) {
            for (int i = 0; i < CELLS; i++) {
                a[i] = 0.5f + random.nextFloat();
            }
        }
        cells.weigh(CELLS);
    }

    @Benchmark
    public void pressureSmoothing() {
        for (int at = start, row = 0; row < CELLS / n; row++, at += sy) {
            PressureRows.relax(f[0], f[1], f[2], f[3], f[4], f[5], at, n, sy, sz, row & 1);
        }
    }

    @Benchmark
    public void transportSlopes() {
        for (int at = start, row = 0; row < CELLS / n; row++, at += sy) {
            SweepRows.slopes(f[0], -1, f[0], f[0], 1, f[1], at, at + n);
        }
    }

    @Benchmark
    public void transportDraw() {
        for (int row = 0; row < CELLS / n; row++) {
            System.arraycopy(f[1], row * n, f[0], row * n, n);
            SweepRows.draw(f[0], cells, 0, false, 1f, f[2], f[3], row * n, row * n + n);
        }
    }

    @Benchmark
    public void transportCarry() {
        for (int at = start, row = 0; row < CELLS / n; row++, at += sy) {
            SweepRows.carry(f[0], f[1], f[2], f[3], -1, f[4], at, at + n);
        }
    }

    @Benchmark
    public void curls() {
        for (int at = start, row = 0; row < CELLS / n; row++, at += sy) {
            ForceRows.across(f[0], 1, sy, f[1], sy, 1, 0.25f, -1, at, n, f[2], at);
        }
    }

    @Benchmark
    public void strain() {
        for (int at = start, row = 0; row < CELLS / n; row++, at += sy) {
            ForceRows.strain(f[0], f[1], f[2], f[3], f[4], f[5], f[6], at, n, sy, sz, 10f, 1e-10f);
        }
    }
}
