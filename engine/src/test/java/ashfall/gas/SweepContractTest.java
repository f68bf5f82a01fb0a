package ashfall.gas;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.burn.Fuels;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.Arrays;
import java.util.Random;

/// The sweeps against the slow and obvious way: lines of cells in double, each face drawing whole
/// cells and a part.
class SweepContractTest {
    private static final long SEED = 20261123;
    private final GridShape shape = new GridShape(84, 12, 16);
    private final Workers workers = new Workers(2);
    private final GasLaw law = Fuels.of("kerosene").gasLaw(288);
    private final GasFields fields = new GasFields(shape, new FieldPool(shape), law, 0.2314);
    private final float[] volume = new float[shape.size()];
    private final Random random = new Random(SEED);

    @AfterEach
    void close() {
        workers.close();
    }

    /// One line: what its cells hold, and what moves through their lower faces and the last upper
    /// one.
    private record Line(double[] volume, double[] density, double[] content, double[] moved) {

        Line swept() {
            int n = volume.length;
            double[] mass = new double[n];
            for (int i = 0; i < n; i++) {
                mass[i] = volume[i] * density[i];
            }
            double[] bySize = through(moved, volume, density);
            double[] byMass = through(bySize, mass, content);
            double[] nextVolume = new double[n];
            double[] nextDensity = new double[n];
            double[] nextContent = new double[n];
            for (int i = 0; i < n; i++) {
                nextVolume[i] = volume[i] + moved[i] - moved[i + 1];
                double left = mass[i] + bySize[i] - bySize[i + 1];
                nextDensity[i] = left / nextVolume[i];
                nextContent[i] = (content[i] * mass[i] + byMass[i] - byMass[i + 1]) / left;
            }
            return new Line(nextVolume, nextDensity, nextContent, moved);
        }

        /// What passes the faces of a value that lies on a carrier, of which `carried` passes.
        private static double[] through(double[] carried, double[] carrier, double[] value) {
            double[] out = new double[carried.length];
            for (int face = 0; face < out.length; face++) {
                boolean up = carried[face] > 0;
                double rest = Math.abs(carried[face]);
                double sum = 0;
                for (int i = up ? face - 1 : face; rest > 0; i += up ? -1 : 1) {
                    double held = carrier[inside(i, value)];
                    double part = Math.min(rest, held);
                    double place = 0.5 * (1 - part / held);
                    sum += part * (at(value, i) + (up ? place : -place) * slope(value, i));
                    rest -= part;
                }
                out[face] = up ? sum : -sum;
            }
            return out;
        }

        private static int inside(int i, double[] value) {
            return Math.max(0, Math.min(value.length - 1, i));
        }

        private static double at(double[] value, int i) {
            return value[inside(i, value)];
        }

        private static double slope(double[] v, int i) {
            if (i < 1 || i > v.length - 2) {
                return 0;
            }
            double a = v[i] - v[i - 1];
            double b = v[i + 1] - v[i];
            double size = Math.min(2 * Math.min(Math.abs(a), Math.abs(b)), 0.5 * Math.abs(a + b));
            return a * b > 0 ? Math.copySign(size, a) : 0;
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2})
    void sweep_alongAnAxis_isThatOfTheObviousWay(int axis) {
        fillAtRandom(axis);
        int[] other = {axis == 0 ? 1 : 0, axis == 2 ? 1 : 2};
        int n = shape.count(axis);
        Line[][] wanted = new Line[shape.count(other[0])][shape.count(other[1])];
        for (int a = 0; a < wanted.length; a++) {
            for (int b = 0; b < wanted[a].length; b++) {
                wanted[a][b] = line(axis, start(axis, a, b), n).swept();
            }
        }
        double furthest = 0;
        for (float moved : fields.velocity[axis]) {
            furthest = Math.max(furthest, Math.abs(moved));
        }
        assertTrue(furthest > 2, "faces draw from three cells: " + furthest);
        advance(Region.all(shape));
        double largest = 0;
        for (int a = 0; a < wanted.length; a++) {
            for (int b = 0; b < wanted[a].length; b++) {
                Line is = line(axis, start(axis, a, b), n);
                Line line = wanted[a][b];
                for (int i = 0; i < n; i++) {
                    largest = Math.max(largest, Math.abs(line.volume[i] - is.volume[i]));
                    largest = Math.max(largest, Math.abs(line.content[i] - is.content[i]));
                    // The mass of a cubic metre of cell is what the transport leaves.
                    double mass = line.density[i] * line.volume[i];
                    largest = Math.max(largest, Math.abs(mass - is.density[i]));
                }
            }
        }
        assertTrue(largest < 1e-4, "differs by " + largest + ", seed " + SEED);
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2})
    void sweep_ofANarrowerRegion_hasTheSameBits(int axis) {
        float[] soot = fields.contents[GasFields.SOOT];
        Arrays.fill(volume, 1);
        Arrays.fill(fields.velocity[axis], 1.75f);
        for (int i = 0; i < 200; i++) {
            int x = 7 + random.nextInt(5);
            int y = 4 + random.nextInt(3);
            int z = 6 + random.nextInt(4);
            soot[shape.at(x, y, z)] = random.nextFloat();
        }
        float[] before = soot.clone();
        advance(Region.all(shape));
        float[] whole = soot.clone();
        System.arraycopy(before, 0, soot, 0, soot.length);
        Arrays.fill(volume, 1);
        Arrays.fill(fields.mass, (float) law.ambientDensity());
        advance(ragged());
        assertArrayEquals(whole, soot);
        assertEquals(0, fields.contents[GasFields.FUEL][shape.at(8, 5, 7)]);
    }

    /// Every cell that the gas may reach, and in each row some more or none.
    private Region ragged() {
        Region region = Region.none(shape);
        for (int z = 3; z < 14; z++) {
            for (int y = 1; y < 11; y++) {
                int rim = random.nextInt(3);
                if (rim > 0 || (y > 1 && y < 10 && z > 3 && z < 13)) {
                    region.add(y, z, 4 - rim, 16 + rim);
                }
            }
        }
        return region;
    }

    private void advance(Region region) {
        new ScalarTransport(shape, workers).advance(fields, volume, region, 1, 1, 3f, 300, false);
    }

    private int start(int axis, int a, int b) {
        return axis == 0 ? shape.at(0, a, b) : axis == 1 ? shape.at(a, 0, b) : shape.at(a, b, 0);
    }

    private Line line(int axis, int at, int n) {
        int stride = shape.stride(axis);
        double[] v = new double[n];
        double[] d = new double[n];
        double[] c = new double[n];
        double[] m = new double[n + 1];
        for (int i = 0; i <= n; i++) {
            int j = at + i * stride;
            m[i] = fields.velocity[axis][j];
            if (i < n) {
                v[i] = volume[j];
                d[i] = fields.mass[j];
                c[i] = fields.contents[GasFields.FUEL][j];
            }
        }
        return new Line(v, d, c, m);
    }

    /// Contents and a flow along one axis that ends at walls, with faces that draw up to three
    /// cells and cells that keep a quarter or more.
    private void fillAtRandom(int axis) {
        Arrays.fill(volume, 1);
        int stride = shape.stride(axis);
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    int i = shape.at(x, y, z);
                    fields.contents[GasFields.FUEL][i] = random.nextFloat();
                    fields.mass[i] = 0.2f + random.nextFloat();
                    int place = axis == 0 ? x : axis == 1 ? y : z;
                    int n = shape.count(axis);
                    float wanted = 6 * random.nextFloat() - 3;
                    float before = fields.velocity[axis][i];
                    float room = 0.7f * Math.min(1, n - 1 - place);
                    float next = Math.max(before - 1.5f, Math.min(before + room, wanted));
                    float most = 0.7f * (n - 1 - place);
                    fields.velocity[axis][i + stride] = Math.max(-most, Math.min(most, next));
                }
            }
        }
    }
}
