package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.GasFields;
import ashfall.gas.Solids;
import ashfall.grid.GridShape;
import ashfall.shot.Curve;
import ashfall.shot.Fineness;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Settings;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.shot.Source;
import ashfall.shot.Vec3;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.List;

/// What stands in the way of gas, and sources that move.
class ObstacleTest {
    private static final String ELEMENT = "elements.box";

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private static Item box(double x, double y, double z, double w, double h, double d) {
        return Item.of(Obstacle.KIND)
                .with(Shape.SHAPE, "box")
                .with(Shape.CENTRE, new Vec3(x, y, z))
                .with(Shape.SIZE, new Vec3(w, h, d));
    }

    /// Four metres around the origin on the ground, in voxels of 10 cm, with warm smoke from a
    /// ball at 1 m.
    private static Shot shot() {
        String json =
                """
                {"ashfall": 1, "name": "box", "air": {"turbulence": {"speed": 0}},
                 "elements": {"box": {"kind": "gas", "voxel": {"sketch": 0.1},
                  "bounds": {"from": [-2, 0, -2], "to": [2, 4, 2]},
                  "sources": {"smoke": {"kind": "burner", "centre": [0, 1, 0], "radius": 0.3,
                   "uneven": 0, "temperature": 500,
                   "release": {"smoke": 0.01, "heat": 20, "volume": 0.05}}}}}}
                """;
        return ShotFile.parse(json, "test").shot();
    }

    private Simulation simulation(Shot shot) {
        return new Simulation(Setup.of(shot, shot.element("box"), Fineness.SKETCH), workers);
    }

    private static void run(Simulation s, int frames) {
        for (int frame = 0; frame < frames; frame++) {
            s.advanceFrame(new Cancel());
        }
    }

    @FunctionalInterface
    private interface Where {
        boolean holds(double x, double y, double z);
    }

    /// kg of soot in the cells of a region.
    private static double smoke(Simulation s, Where where) {
        GasFields f = s.fields();
        GridShape shape = f.shape();
        double h = s.setup().lattice().voxel();
        double sum = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    double wx = s.setup().lattice().centre(0, s.box().x() + x);
                    double wy = s.setup().lattice().centre(1, s.box().y() + y);
                    double wz = s.setup().lattice().centre(2, s.box().z() + z);
                    if (where.holds(wx, wy, wz)) {
                        int i = shape.at(x, y, z);
                        sum += f.contents[GasFields.SOOT][i] * f.mass[i] * h * h * h;
                    }
                }
            }
        }
        return sum;
    }

    /// A chest of six boards of 25 cm, tilted or not, around the smoke.
    private static Shot chest(Shot shot, double turn, boolean withLid) {
        double out = 0.85;
        Shot next =
                shot.withObstacle("floor", box(0, 1 - out, 0, 1.95, 0.25, 1.95))
                        .withObstacle("west", box(-out, 1, 0, 0.25, 1.95, 1.95))
                        .withObstacle("east", box(out, 1, 0, 0.25, 1.95, 1.95))
                        .withObstacle("north", box(0, 1, -out, 1.95, 1.95, 0.25))
                        .withObstacle("south", box(0, 1, out, 1.95, 1.95, 0.25));
        if (withLid) {
            next = next.withObstacle("lid", box(0, 1 + out, 0, 1.95, 0.25, 1.95));
        }
        for (String name : next.obstacles().keySet()) {
            Item board = next.obstacles().get(name);
            Vec3 c = board.get(Shape.CENTRE);
            double a = Math.toRadians(turn);
            Vec3 turned =
                    new Vec3(
                            c.x() * Math.cos(a) + c.z() * Math.sin(a),
                            c.y(),
                            c.z() * Math.cos(a) - c.x() * Math.sin(a));
            next =
                    next.withObstacle(
                            name,
                            board.with(Shape.CENTRE, turned)
                                    .with(Shape.TURN, new Vec3(0, turn, 0)));
        }
        return next;
    }

    @Test
    void closedChest_leaksNothing() {
        for (double turn : new double[] {0, 30}) {
            Simulation s = simulation(chest(shot(), turn, true));
            run(s, 24);
            double reach = 0.85 * Math.sqrt(turn == 0 ? 1 : 2) + 0.25;
            double all = smoke(s, (x, y, z) -> true);
            double out =
                    smoke(s, (x, y, z) -> Math.max(Math.abs(x), Math.abs(z)) > reach || y > 2.1);
            assertTrue(all > 0.009, all + " kg");
            assertEquals(0, out, "turned by " + turn);
        }
    }

    /// All smoke that is out has gone over the rim.
    @Test
    void openChest_letsSmokeOutAboveOnly() {
        Simulation s = simulation(chest(shot(), 0, false));
        run(s, 40);
        double above = smoke(s, (x, y, z) -> y > 1.98);
        double beside = smoke(s, (x, y, z) -> y < 1.4 && Math.max(Math.abs(x), Math.abs(z)) > 0.98);
        assertTrue(above > 1e-4, above + " kg above");
        assertEquals(0, beside);
        double inWalls =
                smoke(
                        s,
                        (x, y, z) ->
                                y < 1.95
                                        && Math.max(Math.abs(x), Math.abs(z)) > 0.78
                                        && Math.max(Math.abs(x), Math.abs(z)) < 0.92);
        assertEquals(0, inWalls);
    }

    /// A board that sweeps through still air carries the air before it along.
    @Test
    void movingBoard_pushesTheAirBeforeIt() {
        Shot shot = Settings.with(shot(), List.of(ELEMENT + ".sources.smoke.on=false"));
        shot = shot.withObstacle("board", box(-1, 1, 0, 0.4, 1.2, 1.2));
        shot = Settings.with(shot, List.of("obstacles.board.path=[[0,0,0,0],[2,4,0,0]]"));
        Simulation s = simulation(shot);
        run(s, 10);
        double at = -1 + 2 * s.time();
        GridShape shape = s.fields().shape();
        int y = 10 - s.box().y();
        int z = -s.box().z();
        int before = (int) Math.round((at + 0.25) / 0.1) - s.box().x();
        int inside = (int) Math.round(at / 0.1) - s.box().x();
        assertEquals(2, s.fields().velocity[0][shape.at(inside, y, z)], 1e-5);
        assertEquals(2, s.fields().velocity[0][shape.at(before, y, z)], 0.25);
    }

    /// A cold ball of obstacle rolls through the smoke: nothing is left in it, and the bits are the
    /// same on one thread and after a resume from a state.
    /// 16 m/s through still air are 6.7 voxels in a frame of 1/24 s: seven steps from the first on,
    /// unless fewer are allowed.
    @Test
    void movingBoard_passesNoVoxelInAStep() {
        Shot shot = shot().withObstacle("board", box(-1.5, 1, 0, 0.3, 1, 1));
        shot =
                Settings.with(
                        shot,
                        List.of(
                                ELEMENT + ".sources.smoke.on=false",
                                "obstacles.board.path=[[0,0,0,0],[0.15,2.4,0,0]]"));
        assertEquals(7, simulation(shot).advanceFrame(new Cancel()).substeps());
        Shot few = Settings.with(shot, List.of(ELEMENT + ".steps.most=3"));
        assertEquals(3, simulation(few).advanceFrame(new Cancel()).substeps());
    }

    @Test
    void movingBall_thatIsTakenUpByAnotherRun_goesOnWithTheSameBits() {
        Shot shot =
                shot().withObstacle(
                                "ball",
                                Item.of(Obstacle.KIND)
                                        .with(Shape.CENTRE, new Vec3(-1.2, 1.2, 0))
                                        .with(Shape.RADIUS, 0.35));
        shot =
                Settings.with(
                        shot,
                        List.of(
                                "obstacles.ball.path=[[0,0,0,0],[0.5,1.2,0.4,0],[1,2.4,0,0]]",
                                "obstacles.ball.spin=0,90,0"));
        Simulation whole = simulation(shot);
        run(whole, 8);
        Setup setup = Setup.of(shot, shot.element("box"), Fineness.SKETCH);
        try (Workers one = new Workers(1)) {
            Simulation other = new Simulation(setup, one);
            other.clear(whole.box(), whole.time());
            copy(whole.fields(), other.fields());
            other.restore(whole.frame(), whole.time(), whole.stepBefore(), whole.ledger());
            run(whole, 4);
            run(other, 4);
            for (int k = 0; k < whole.fields().contents.length; k++) {
                assertArrayEquals(whole.fields().contents[k], other.fields().contents[k]);
            }
            for (int axis = 0; axis < 3; axis++) {
                assertArrayEquals(whole.fields().velocity[axis], other.fields().velocity[axis]);
            }
        }
        assertTrue(smoke(whole, (x, y, z) -> true) > 0.004);
    }

    private static void copy(GasFields from, GasFields to) {
        int n = from.mass.length;
        for (int k = 0; k < from.contents.length; k++) {
            System.arraycopy(from.contents[k], 0, to.contents[k], 0, n);
        }
        System.arraycopy(from.mass, 0, to.mass, 0, n);
        for (int axis = 0; axis < 3; axis++) {
            System.arraycopy(from.velocity[axis], 0, to.velocity[axis], 0, n);
        }
        System.arraycopy(from.impulse, 0, to.impulse, 0, n);
        System.arraycopy(from.impulseBefore, 0, to.impulseBefore, 0, n);
        System.arraycopy(from.flame, 0, to.flame, 0, n);
    }

    /// A source of a tenth of a metre at 60 m/s goes 25 voxels in a frame: it must leave a line,
    /// not beads.
    @Test
    void movingSource_leavesNoBeads() {
        Shot shot =
                Settings.with(
                        shot(),
                        List.of(
                                ELEMENT + ".sources.smoke.radius=0.12",
                                ELEMENT + ".sources.smoke.centre=-1.5,2,0",
                                ELEMENT + ".sources.smoke.release.heat=0",
                                ELEMENT + ".sources.smoke.release.volume=0",
                                ELEMENT + ".sources.smoke.release.inherited=0",
                                ELEMENT + ".sources.smoke.path=[[0,0,0,0],[0.05,3,0,0]]"));
        Simulation s = simulation(shot);
        run(s, 2);
        double least = Double.POSITIVE_INFINITY;
        double most = 0;
        for (double slice = -1.25; slice < 1; slice += 0.1) {
            double at = slice;
            double held = smoke(s, (x, y, z) -> Math.abs(x - at) < 0.05);
            least = Math.min(least, held);
            most = Math.max(most, held);
        }
        assertTrue(least > 0.6 * most, least + " to " + most + " kg a slice");
    }

    /// Gas that a moving source gives goes as fast as the source, times the factor.
    @Test
    void movingSource_passesItsMotionOn() {
        for (double factor : new double[] {1, 1.3}) {
            Shot shot =
                    Settings.with(
                            shot(),
                            List.of(
                                    ELEMENT + ".sources.smoke.centre=-1.5,2,0",
                                    ELEMENT + ".sources.smoke.release.volume=0",
                                    ELEMENT + ".sources.smoke.release.heat=0",
                                    ELEMENT + ".sources.smoke.release.inherited=" + factor,
                                    ELEMENT + ".sources.smoke.path=[[0,0,0,0],[1,4,0,0]]"));
            Simulation s = simulation(shot);
            run(s, 12);
            double at = -1.5 + 4 * (s.time() - 0.5 / 24);
            int x = (int) Math.round(at / 0.1) - s.box().x();
            int i = s.fields().shape().at(x, 20 - s.box().y(), -s.box().z());
            assertEquals(4 * factor, s.fields().velocity[0][i], 0.2 * 4 * factor);
        }
    }

    @Test
    void sourceInAnObstacle_givesAllOutsideIt() {
        Shot shot = shot().withObstacle("block", box(0, 0.5, 0, 2, 1, 2));
        Simulation s = simulation(shot);
        run(s, 2);
        double given = 0.01 * s.time();
        assertEquals(given, smoke(s, (x, y, z) -> true), 0.01 * given);
        assertEquals(0, smoke(s, (x, y, z) -> Math.abs(x) < 0.9 && y < 0.9 && Math.abs(z) < 0.9));
        assertEquals(
                0.5,
                Obstacles.of(shot)
                        .shareOf(
                                SourceSettings.alone("smoke", shot.item(ELEMENT + ".sources.smoke"))
                                        .body(),
                                0),
                0.01);
        assertTrue(Source.KINDS.stream().allMatch(Shape::isHad));
    }

    @Test
    void plan_growsByTheCellsNearObstacles() {
        Shot shot = shot();
        long without = Setup.plan(shot, shot.element("box"), Fineness.SKETCH).memoryBytes();
        Shot more = shot.withObstacle("board", box(0, 1, 0, 1, 0.4, 2));
        long with = Setup.plan(more, more.element("box"), Fineness.SKETCH).memoryBytes();
        assertEquals(12 * 6 * 22 * Solids.BYTES_PER_CELL, with - without);
        Shot far = shot.withObstacle("board", box(30, 1, 0, 1, 0.4, 2));
        assertEquals(without, Setup.plan(far, far.element("box"), Fineness.SKETCH).memoryBytes());
    }

    /// Gas of 900 K around a box of 6 m² and around a ball of π m², at 300 K: each takes
    /// `h A (T − T_o)` watts, wherever it stands on the grid and however it is turned.
    @Test
    void body_coolsGasAtItsSurface_byItsArea() {
        Item straight = box(0, 2, 0, 1, 1, 1);
        Item turned = box(0.03, 1.98, 0.04, 1, 1, 1).with(Shape.TURN, new Vec3(20, 30, 40));
        Item ball =
                Item.of(Obstacle.KIND)
                        .with(Shape.CENTRE, new Vec3(0.02, 2.01, 0))
                        .with(Shape.RADIUS, Curve.constant(0.5));
        // A cell that holds an edge counts it as if it were cut off, in voxels of a tenth the box.
        assertEquals(6, cooled(straight, 100) / (100 * 600 * 1e-3), 0.5);
        assertEquals(6, cooled(turned, 100) / (100 * 600 * 1e-3), 0.5);
        assertEquals(Math.PI, cooled(ball, 40) / (40 * 600 * 1e-3), 0.08);
        assertEquals(0, cooled(straight, 0));
    }

    /// J taken in a millisecond.
    private double cooled(Item obstacle, double cooling) {
        Item cold = obstacle.with(Obstacle.COOLING, cooling).with(Obstacle.TEMPERATURE, 300);
        Simulation s = simulation(shot().withObstacle("body", cold));
        AirBox.warm(s, (x, y, z) -> 900);
        Cooling stage =
                new Cooling(
                        s.setup().obstacles(), s.solids(), s.setup().box(), s.setup().lattice());
        stage.place(0);
        return stage.cool(s.fields().contents, s.fields().mass, s.setup().law(), 1e-3);
    }

    /// However much a body cools, gas at it comes to its temperature and not below; the account of
    /// the heat stays even.
    @Test
    void coldBody_overAHotSource_takesHeat_andTheAccountIsEven() {
        Item lid = box(0, 1.6, 0, 1.2, 0.3, 1.2);
        Simulation bare = simulation(shot().withObstacle("lid", lid));
        Item cold = lid.with(Obstacle.COOLING, 300).with(Obstacle.TEMPERATURE, 300);
        Simulation cooled = simulation(shot().withObstacle("lid", cold));
        run(bare, 30);
        run(cooled, 30);
        double left = left(bare);
        double less = left(cooled);
        System.out.printf("heat left under a lid: %.0f J, a cold one: %.0f J%n", left, less);
        assertTrue(less < 0.96 * left, left + " J left, with a cold lid " + less);
        for (Simulation s : List.of(bare, cooled)) {
            Ledger l = s.ledger();
            double given = l.enthalpyGiven() + l.heat() - l.radiated();
            assertEquals(given, left(s) + l.enthalpyGone(), 2e-3 * given);
        }
        double coldest = Double.POSITIVE_INFINITY;
        for (float t : cooled.fields().temperature) {
            coldest = t > 0 ? Math.min(coldest, t) : coldest;
        }
        assertTrue(coldest > 285, "gas of " + coldest + " K");
    }

    private static double left(Simulation s) {
        GridShape shape = s.fields().shape();
        double h = s.setup().lattice().voxel();
        double sum = 0;
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    int i = shape.at(x, y, z);
                    sum += (double) s.fields().contents[GasFields.ENTHALPY][i] * s.fields().mass[i];
                }
            }
        }
        return sum * h * h * h;
    }
}
