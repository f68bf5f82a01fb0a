package ashfall.gas;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Box;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.Arrays;
import java.util.List;

class SolidsTest {
    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    /// A ball in the middle of a box of 1 m that goes along x.
    private record Ball(double radius, double speed) implements Solids.Body {
        @Override
        public double distance(double x, double y, double z) {
            return Math.sqrt((x - 0.5) * (x - 0.5) + (y - 0.5) * (y - 0.5) + (z - 0.5) * (z - 0.5))
                    - radius;
        }

        @Override
        public double speed(int axis, double x, double y, double z) {
            return axis == 0 ? speed : 0;
        }

        @Override
        public double from(int axis) {
            return 0.5 - radius;
        }

        @Override
        public double to(int axis) {
            return 0.5 + radius;
        }
    }

    private Solids solids(int n, Solids.Body body) {
        Box box = new Box(0, 0, 0, new GridShape(n, n, n));
        Solids solids =
                new Solids(box, new Lattice(0, 0, 0, 1.0 / n), Sides.allOpen(), true, workers);
        solids.place(List.of(body));
        return solids;
    }

    @Test
    void share_ofASquare_isTheAreaAboveALine() {
        assertEquals(1, Solids.share(1, 1, 1, 1));
        assertEquals(0, Solids.share(-1, -1, -1, -1));
        assertEquals(0.5, Solids.share(-1, 1, -1, 1), 1e-7);
        assertEquals(0.25, Solids.share(-3, 1, -3, 1), 1e-7);
        assertEquals(0.5, Solids.share(-1, 0, 0, 1), 1e-7);
        assertEquals(0.875, Solids.share(-0.5, 0.5, 0.5, 1.5), 1e-7);
    }

    /// The open shares leave out what the ball covers of each layer of faces.
    @Test
    void place_ofABall_closesItsSections() {
        int n = 64;
        Solids solids = solids(n, new Ball(0.3, 0));
        for (int axis = 0; axis < 3; axis++) {
            for (int layer = n / 4; layer < 3 * n / 4; layer += 5) {
                double closed = 0;
                for (int j = 0; j < n; j++) {
                    for (int i = 0; i < n; i++) {
                        closed +=
                                1
                                        - (axis == 0
                                                ? solids.open(0, layer, i, j)
                                                : axis == 1
                                                        ? solids.open(1, i, layer, j)
                                                        : solids.open(2, i, j, layer));
                    }
                }
                double off = (double) layer / n - 0.5;
                double section = Math.PI * (0.09 - off * off) * n * n;
                assertEquals(section, closed, 0.01 * n * n * 0.3);
            }
        }
    }

    /// What a projection makes of an even wind, or of still air around a ball that moves: in the
    /// mean, the error of the speeds beside the ball against those of potential flow.
    private double error(int n, double wind, double ball) {
        double radius = 0.15;
        GridShape shape = new GridShape(n, n, n);
        FieldPool pool = new FieldPool(shape);
        Solids solids = solids(n, new Ball(radius, ball));
        GasLaw law = GasLaw.reaching(300, 2300, 1300);
        GasFields fields = new GasFields(shape, pool, law, 0.23);
        Arrays.fill(fields.velocity[0], (float) wind);
        float[] volume = new float[shape.size()];
        Arrays.fill(volume, 1);
        float[][] outside = new float[3][n + 1];
        Arrays.fill(outside[0], (float) wind);
        Projection projection =
                new Projection(
                        shape, Sides.allOpen(), solids, Projection.Accuracy.EXACT, pool, workers);
        projection.updateDensity(fields.temperature);
        float[] impulse = new float[shape.size()];
        projection.project(fields.velocity, volume, outside, impulse, law, 1f / n, 1e-3f);
        double sum = 0;
        int count = 0;
        for (int z = 0; z < n; z++) {
            for (int y = 0; y < n; y++) {
                for (int x = 1; x < n; x++) {
                    int i = shape.at(x, y, z);
                    double px = (double) x / n - 0.5;
                    double py = (y + 0.5) / n - 0.5;
                    double pz = (z + 0.5) / n - 0.5;
                    double r = Math.sqrt(px * px + py * py + pz * pz);
                    if (r < 2 * radius && solids.open(0, x, y, z) > 0) {
                        // A dipole: u = U − (U − V) R³/2 · (1 − 3 x²/r²)/r³ along x.
                        double dipole = 0.5 * Math.pow(radius / Math.max(r, radius), 3);
                        double exact = wind + (wind - ball) * dipole * (1 - 3 * px * px / r / r);
                        sum += Math.abs(fields.velocity[0][i] - exact);
                        count++;
                    }
                }
            }
        }
        return sum / count;
    }

    @Test
    void projection_aroundABall_makesPotentialFlow() {
        double coarse = error(32, 1, 0);
        double fine = error(64, 1, 0);
        System.out.printf("wind around a ball: %.4f and %.4f of it%n", coarse, fine);
        assertTrue(fine < 0.02, "error " + fine);
        assertTrue(coarse / fine > 1.8, "order of " + coarse + " to " + fine);
    }

    @Test
    void projection_aroundAMovingBall_takesTheAirAlong() {
        double coarse = error(32, 0, 1);
        double fine = error(64, 0, 1);
        System.out.printf("around a moving ball: %.4f and %.4f of its speed%n", coarse, fine);
        assertTrue(fine < 0.02, "error " + fine);
        assertTrue(coarse / fine > 1.8, "order of " + coarse + " to " + fine);
    }

    /// A shell with a room inside.
    private record Shell(double inner, double outer) implements Solids.Body {
        @Override
        public double distance(double x, double y, double z) {
            double ball = new Ball(0, 0).distance(x, y, z);
            return Math.max(ball - outer, inner - ball);
        }

        @Override
        public double speed(int axis, double x, double y, double z) {
            return 0;
        }

        @Override
        public double from(int axis) {
            return 0.5 - outer;
        }

        @Override
        public double to(int axis) {
            return 0.5 + outer;
        }
    }

    @Test
    void settle_leavesTheRoomInAShellWithoutGrowth() {
        int n = 32;
        GridShape shape = new GridShape(n, n, n);
        Solids solids = solids(n, new Shell(0.2, 0.35));
        float[] right = new float[shape.size()];
        Arrays.fill(right, 3);
        right[shape.at(n / 2, n / 2, n / 2)] = 10;
        solids.settle(right);
        double inside = 0;
        for (int z = 0; z < n; z++) {
            for (int y = 0; y < n; y++) {
                for (int x = 0; x < n; x++) {
                    double r = Math.hypot(Math.hypot(x - 15.5, y - 15.5), z - 15.5) / n;
                    inside += r < 0.25 ? right[shape.at(x, y, z)] : 0;
                }
            }
        }
        assertEquals(0, inside, 1e-3);
        assertEquals(3, right[shape.at(0, 0, 0)]);
    }

    /// A wall across the box along an axis, from one place to another.
    private record Wall(int axis, double low, double high) implements Solids.Body {
        @Override
        public double distance(double x, double y, double z) {
            double at = axis == 0 ? x : axis == 1 ? y : z;
            return Math.max(low - at, at - high);
        }

        @Override
        public double speed(int along, double x, double y, double z) {
            return 0;
        }

        @Override
        public double from(int along) {
            return along == axis ? low : -1;
        }

        @Override
        public double to(int along) {
            return along == axis ? high : 2;
        }
    }

    /// A wall parts a box: what has no open side keeps still, and only that.
    @Test
    void settle_behindAWall_takesGrowthFromRoomsWithoutAWayOut() {
        int n = 16;
        GridShape shape = new GridShape(n, n, n);
        Box box = new Box(0, 0, 0, shape);
        for (int axis = 0; axis < 3; axis++) {
            for (boolean upperOpen : new boolean[] {false, true}) {
                Sides sides =
                        new Sides(
                                true,
                                !(upperOpen && axis == 0),
                                true,
                                !(upperOpen && axis == 1),
                                true,
                                !(upperOpen && axis == 2),
                                false);
                Lattice lattice = new Lattice(0, 0, 0, 1.0 / n);
                Solids solids = new Solids(box, lattice, sides, false, workers);
                solids.place(List.of(new Wall(axis, 0.375, 0.625)));
                float[] right = new float[shape.size()];
                for (int z = 0; z < n; z++) {
                    for (int y = 0; y < n; y++) {
                        for (int x = 0; x < n; x++) {
                            int at = axis == 0 ? x : axis == 1 ? y : z;
                            right[shape.at(x, y, z)] = at < n / 2 ? 3 : 5;
                        }
                    }
                }
                right[shape.at(1, 1, 1)] = 4;
                solids.settle(right);
                int[] lower = {2, 2, 2};
                int[] upper = {2, 2, 2};
                upper[axis] = n - 2;
                float cells = 6 * n * n;
                assertEquals(-1 / cells, right[shape.at(lower[0], lower[1], lower[2])], 1e-6);
                assertEquals(1 - 1 / cells, right[shape.at(1, 1, 1)], 1e-6);
                assertEquals(
                        upperOpen ? 5 : 0, right[shape.at(upper[0], upper[1], upper[2])], 1e-6);
                int[] within = {2, 2, 2};
                within[axis] = n / 2;
                assertEquals(0, right[shape.at(within[0], within[1], within[2])]);
            }
        }
    }
}
