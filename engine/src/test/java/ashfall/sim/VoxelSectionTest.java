package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Fineness;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Settings;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.List;
import java.util.Optional;

/// The voxels that a source gives to, before any gas is run.
class VoxelSectionTest {
    private static final double H = 0.1;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private static Shot shot(String source, String... settings) {
        String json =
                """
                {"ashfall": 1, "name": "bay", "elements": {"bay": {"kind": "gas",
                  "voxel": {"sketch": 0.1}, "bounds": {"from": [-3, 0, -3], "to": [3, 6, 3]},
                  "sources": {"one": {%s, "centre": [0.05, 3.05, 0.05], "release": {"smoke": 1}}}}}}
                """
                        .formatted(source);
        return Settings.with(ShotFile.parse(json, "test").shot(), List.of(settings));
    }

    private Optional<VoxelSection> section(Shot shot, double seconds, int axis) {
        return VoxelSection.of(
                shot,
                shot.element("bay"),
                "elements.bay.sources.one",
                Fineness.SKETCH,
                seconds,
                axis,
                workers);
    }

    private static final String BALL =
            "\"kind\": \"burner\", \"shape\": \"sphere\", \"radius\": 1, \"soft\": 0";

    /// A ball of a metre, cut through its middle: a disc of π/h² voxels that all get alike,
    /// whatever the axis.
    @Test
    void ball_isADiscOfItsRadius() {
        for (int axis = 0; axis < 3; axis++) {
            VoxelSection cut =
                    section(shot(BALL, "elements.bay.sources.one.uneven=0"), 0, axis).orElseThrow();
            assertEquals(H, cut.voxel());
            assertEquals(axis == 1 ? 3.05 : 0.05, cut.at(), 1e-9);
            double sum = 0;
            double across = 0;
            double up = 0;
            for (int i = 0; i < cut.shares().length; i++) {
                double share = cut.shares()[i];
                sum += share;
                across += share * (cut.corner()[0] + (i % cut.columns() + 0.5) * H);
                up += share * (cut.corner()[1] + (i / cut.columns() + 0.5) * H);
            }
            assertEquals(Math.PI / (H * H), sum, 0.03 * Math.PI / (H * H), "axis " + axis);
            assertEquals(axis == 0 ? 3.05 : 0.05, across / sum, 1e-3);
            assertEquals(axis == 2 ? 3.05 : 0.05, up / sum, 1e-3);
            assertTrue(cut.discs().isEmpty());
        }
    }

    /// What stands in an obstacle gets nothing.
    @Test
    void ball_halfInAWall_isHalfADisc() {
        Shot shot = shot(BALL);
        int open = section(shot, 0, 2).orElseThrow().given();
        Shot walled =
                ShotFile.parse(
                                ShotFile.write(shot)
                                        .replaceFirst(
                                                "\"elements\"",
                                                "\"obstacles\": {\"wall\": {\"shape\": \"box\","
                                                        + " \"centre\": [2, 3, 0],"
                                                        + " \"size\": [4, 8, 8]}}, \"elements\""),
                                "test")
                        .shot();
        int half = section(walled, 0, 2).orElseThrow().given();
        assertEquals(0.5 * open, half, 0.06 * open);
    }

    /// What the gas sees of a tube: a ring of closed voxels with an open middle.
    @Test
    void tube_isARingWithAnOpenMiddle() {
        Item tube =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "tube")
                        .with(Shape.CENTRE, new Vec3(0, 3, 0))
                        .with(Shape.RADIUS, 1)
                        .with(Shape.THICKNESS, 0.4)
                        .with(Shape.SIZE, new Vec3(2, 2, 2));
        Shot shot = shot(BALL).withObstacle("tube", tube);
        VoxelSection cut = obstacle(shot, "obstacles.tube");
        double sum = 0;
        double innermost = 9;
        for (int i = 0; i < cut.shares().length; i++) {
            sum += cut.shares()[i] * H * H;
            if (cut.shares()[i] > 0.99) {
                double x = cut.corner()[0] + (i % cut.columns() + 0.5) * H;
                double z = cut.corner()[1] + (i / cut.columns() + 0.5) * H;
                innermost = Math.min(innermost, Math.hypot(x, z));
            }
        }
        double ring = Math.PI * (1 - 0.6 * 0.6);
        assertEquals(ring, sum, 0.08 * ring);
        assertEquals(0.65, innermost, 0.1);
    }

    /// A board thinner than a voxel is nowhere closed, and not shown as if it were.
    @Test
    void thinBoard_isClosedInPart() {
        Item board =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "box")
                        .with(Shape.CENTRE, new Vec3(0.05, 3, 0))
                        .with(Shape.SIZE, new Vec3(0.04, 2, 2));
        Shot shot = shot(BALL).withObstacle("board", board);
        VoxelSection cut = obstacle(shot, "obstacles.board");
        assertEquals(0, cut.closed());
        for (float share : cut.shares()) {
            assertTrue(share < 0.7, "closed by " + share);
        }
        // Too large a cut is refused by a sentence, not said to be nothing.
        Item wall = board.with(Shape.SIZE, new Vec3(300, 300, 300));
        Shot huge = shot(BALL).withObstacle("wall", wall);
        ShotException e = assertThrows(ShotException.class, () -> obstacle(huge, "obstacles.wall"));
        assertTrue(e.getMessage().contains("more than can be shown"), e.getMessage());
    }

    private VoxelSection obstacle(Shot shot, String path) {
        return VoxelSection.of(shot, shot.element("bay"), path, Fineness.SKETCH, 0, 1, workers)
                .orElseThrow();
    }

    /// Carriers' balls, cut where they are in the middle of the frame, lie where voxels get
    /// something; nothing outside them and their ways does.
    @Test
    void carriers_giveWhereTheirBallsAre() {
        String burst =
                """
                "kind": "carriers", "radius": 0.3,
                "born": {"count": 40, "from": 0, "to": 0.04}, "life": {"mean": 1, "spread": 0},
                "speed": {"start": 2}, "carrier": {"radius": 0.25}\
                """;
        assertTrue(section(shot(burst), 2, 2).isEmpty(), "all have ended");
        VoxelSection cut = section(shot(burst), 0.25, 2).orElseThrow();
        // 40 balls of a quarter metre on a ball of 0.9 m: a seventh of them or more is cut.
        assertTrue(cut.discs().size() >= 6, cut.discs().size() + " are cut");
        double covered = 0;
        for (double[] disc : cut.discs()) {
            int column = (int) Math.floor((disc[0] - cut.corner()[0]) / H);
            int row = (int) Math.floor((disc[1] - cut.corner()[1]) / H);
            assertTrue(cut.shares()[row * cut.columns() + column] > 0);
            covered += Math.PI * disc[2] * disc[2];
        }
        double given = cut.given() * H * H;
        assertTrue(given < 3 * covered + 1, given + " m² of " + covered);
        // Smaller than a voxel, they still reach one.
        assertTrue(
                section(shot(burst, "elements.bay.sources.one.carrier.radius=0.01"), 0.25, 1)
                        .isPresent());
    }
}
