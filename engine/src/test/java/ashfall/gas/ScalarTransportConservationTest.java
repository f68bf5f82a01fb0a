package ashfall.gas;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.burn.Fuels;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.Arrays;

class ScalarTransportConservationTest {
    private static final int N = 48;
    private final Workers workers = new Workers(2);
    private final GridShape shape = new GridShape(N, N, N);
    private final FieldPool pool = new FieldPool(shape);
    private final GasLaw law = Fuels.of("kerosene").gasLaw(288);
    private final GasFields fields = new GasFields(shape, pool, law, 0.2314);
    private final ScalarTransport transport = new ScalarTransport(shape, workers);
    private final float[] volume = new float[shape.size()];

    @AfterEach
    void close() {
        workers.close();
    }

    /// A divergence-free swirl in a closed box, exact on the faces, at up to 2.5 cells a step.
    private void swirl(float cells) {
        StirredFlow.fill(shape, fields.velocity, cells);
    }

    private double sum(int content) {
        double sum = 0;
        for (int z = 0; z < N; z++) {
            for (int y = 0; y < N; y++) {
                for (int x = 0; x < N; x++) {
                    int i = shape.at(x, y, z);
                    sum += (double) fields.contents[content][i] * fields.mass[i];
                }
            }
        }
        return sum;
    }

    private void step() {
        Arrays.fill(volume, 1);
        transport.advance(fields, volume, Region.all(shape), 1, 1, fastest(), 300, false);
    }

    @Test
    void uniformOxygen_inASwirl_staysUniform() {
        swirl(2.5f);
        for (int i = 0; i < 10; i++) {
            step();
        }
        float background = fields.background(GasFields.OXYGEN);
        for (int i = 0; i < N; i++) {
            assertEquals(
                    background,
                    fields.contents[GasFields.OXYGEN][shape.at(i, N / 2, i)],
                    1e-5 * background);
        }
    }

    @Test
    void blob_inASwirl_keepsItsMassAndBounds() {
        swirl(2.5f);
        StirredFlow.blob(shape, fields.contents[GasFields.FUEL]);
        double before = sum(GasFields.FUEL);
        for (int i = 0; i < 40; i++) {
            step();
            assertEquals(0, transport.gone(GasFields.FUEL));
        }
        assertEquals(1, sum(GasFields.FUEL) / before, 1e-5);
        for (float f : fields.contents[GasFields.FUEL]) {
            assertTrue(f >= -1e-6f && f <= 1 + 1e-5f, "out of bounds: " + f);
        }
    }

    /// Sweeps reach over whole cells: a wind of three cells a step is a shift, along every axis.
    @Test
    void blob_inAWindOfThreeCells_isShiftedWithoutLoss() {
        float[] blob = fields.contents[GasFields.FUEL];
        for (int axis = 0; axis < 3; axis++) {
            StirredFlow.blob(shape, blob);
            float[] before = blob.clone();
            Arrays.fill(fields.velocity[axis], -3f);
            step();
            for (int z = 0; z < N - 3; z++) {
                for (int y = 0; y < N - 3; y++) {
                    for (int x = 0; x < N - 3; x++) {
                        int i = shape.at(x, y, z);
                        assertEquals(before[i + 3 * shape.stride(axis)], blob[i], 1e-5f);
                    }
                }
            }
            Arrays.fill(fields.velocity[axis], 0f);
        }
    }

    /// Eddies that the grid does not show spread a blob at the pace of diffusion, and never through
    /// a side.
    @Test
    void blob_inStrainedGasAtRest_spreadsLikeDiffusionAndLosesNothing() {
        float[] fuel = fields.contents[GasFields.FUEL];
        StirredFlow.blob(shape, fuel);
        strain(1f);
        double before = sum(GasFields.FUEL);
        double width = squaredWidth(fuel);
        int steps = 40;
        for (int i = 0; i < steps; i++) {
            step();
        }
        assertEquals(1, sum(GasFields.FUEL) / before, 1e-5);
        // Each axis adds 2 D t; D is 0.15² / 0.5 cells² a second at a strain of 1.
        assertEquals(2 * 0.045 * steps, squaredWidth(fuel) - width, 0.05);
    }

    @Test
    void uniformSoot_inStrainedGasAtRest_staysInTheBox() {
        float[] soot = fields.contents[GasFields.SOOT];
        fill(soot, 1e-3f);
        strain(1f);
        for (int i = 0; i < 10; i++) {
            step();
        }
        assertEquals(1e-3f, soot[shape.at(0, 0, 0)], 1e-8f);
        assertEquals(1e-3f, soot[shape.at(N - 1, N / 2, N - 1)], 1e-8f);
    }

    private void strain(float perSecond) {
        fill(fields.strain, perSecond);
    }

    /// Sets the cells of the box, not its spare layers.
    private void fill(float[] field, float value) {
        for (int z = 0; z < N; z++) {
            for (int y = 0; y < N; y++) {
                int at = shape.at(0, y, z);
                Arrays.fill(field, at, at + N, value);
            }
        }
    }

    private float fastest() {
        float most = 0;
        for (float[] u : fields.velocity) {
            for (float v : u) {
                most = Math.max(most, Math.abs(v));
            }
        }
        return most;
    }

    /// Variance of a content along x, cells².
    private double squaredWidth(float[] content) {
        double sum = 0;
        double first = 0;
        double second = 0;
        for (int z = 0; z < N; z++) {
            for (int y = 0; y < N; y++) {
                for (int x = 0; x < N; x++) {
                    double c = content[shape.at(x, y, z)];
                    sum += c;
                    first += c * x;
                    second += c * x * x;
                }
            }
        }
        return second / sum - first * first / sum / sum;
    }

    /// An overfull cell (volume 1.5) in a flow that lets the excess out keeps its temperature, and
    /// nothing is lost.
    @Test
    void burningCell_whileItExpands_keepsItsEnthalpyPerKilogram() {
        int c = shape.at(N / 2, N / 2, N / 2);
        fields.contents[GasFields.ENTHALPY][c] = 3e5f;
        for (int axis = 0; axis < 3; axis++) {
            fields.velocity[axis][c] = -0.5f / 6;
            fields.velocity[axis][c + shape.stride(axis)] = 0.5f / 6;
        }
        Arrays.fill(volume, 1);
        volume[c] = 1.5f;
        double before = sum(GasFields.ENTHALPY) * 1.5;
        transport.advance(fields, volume, Region.all(shape), 1, 1, fastest(), 300, false);
        assertEquals(3e5f, fields.contents[GasFields.ENTHALPY][c], 1);
        assertEquals(before, sum(GasFields.ENTHALPY), 1e-5 * before);
    }

    @Test
    void outflow_throughAnOpenSide_isCounted() {
        Arrays.fill(fields.velocity[0], 1f);
        StirredFlow.blob(shape, fields.contents[GasFields.SOOT]);
        double before = sum(GasFields.SOOT);
        double gone = 0;
        for (int i = 0; i < N; i++) {
            step();
            gone += transport.gone(GasFields.SOOT);
        }
        assertEquals(before, gone + sum(GasFields.SOOT), 1e-4 * before);
        assertTrue(gone > 0.99 * before);
    }
}
