package ashfall.continuity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Settings;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.sim.LogEntry;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;

class ContinuityTest {
    private static List<Finding> of(String... settings) {
        Shot shot = Settings.with(DemoShots.read("oil-store").shot(), List.of(settings));
        return Continuity.check(shot, "store", Fineness.SKETCH);
    }

    private static void assertFound(String words, String... settings) {
        List<Finding> found = of(settings);
        assertEquals(1, found.size(), found.toString());
        assertTrue(found.getFirst().sentence().contains(words), found.toString());
    }

    @Test
    void obstacles_thatBuryASourceOrLetGasThrough_areSaid() {
        Shot shot = DemoShots.read("oil-store").shot();
        Vec3 centre = shot.item("elements.store.sources.oil").get(Shape.CENTRE);
        Item half =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "box")
                        .with(Shape.CENTRE, centre.plus(new Vec3(5, 0, 0)))
                        .with(Shape.SIZE, new Vec3(10, 10, 10));
        List<Finding> found =
                Continuity.check(shot.withObstacle("block", half), "store", Fineness.SKETCH);
        assertTrue(
                found.stream().anyMatch(f -> f.sentence().startsWith("50 % of the source 'oil'")),
                found.toString());
        Item board =
                half.with(Shape.SIZE, new Vec3(0.2, 1, 1)).with(Shape.CENTRE, new Vec3(9, 1, 0));
        found = Continuity.check(shot.withObstacle("board", board), "store", Fineness.SKETCH);
        assertEquals("obstacles.board", found.getFirst().path());
        assertTrue(found.getFirst().sentence().contains("20 cm thin"), found.toString());
        Shot thrown =
                Settings.with(
                        shot.withObstacle("board", board.with(Shape.SIZE, new Vec3(2, 2, 2))),
                        List.of(
                                "obstacles.board.path=[[0,0,0,0],[0.5,40,0,0]]",
                                "elements.store.steps.most=4"));
        found = Continuity.check(thrown, "store", Fineness.SKETCH);
        assertEquals("obstacles.board", found.getFirst().path());
        assertTrue(
                found.getFirst()
                        .sentence()
                        .contains(
                                "moves at 80 m/s at 0.00 s, 2.5 voxels of 33.4 cm in a step, since"
                                    + " a frame has 4 steps at most, so it passes gas by; move it"
                                    + " more slowly or allow 10 steps"),
                found.toString());
        Item off = board.with(Obstacle.ON, false);
        assertEquals(
                List.of(),
                Continuity.check(shot.withObstacle("board", off), "store", Fineness.SKETCH));
    }

    /// Stars of a shell that burn by themselves leave its gas's bounds and may; where they feed it
    /// they may not. Neither is room kept for embers.
    @Test
    void carriersThatLeaveTheBounds_areSaid_whereTheyFeedTheGas() {
        Shot shell = DemoShots.read("signal-mortar").shot();
        assertEquals(List.of(), Continuity.check(shell, "shell", Fineness.WORK));
        String given = "elements.shell.sources.stars.release.smoke=0.001";
        Shot feeding = Settings.with(shell, List.of(given));
        Finding found = Continuity.check(feeding, "shell", Fineness.WORK).getFirst();
        assertEquals("elements.shell.sources.stars", found.path());
        assertTrue(
                found.sentence().contains("% of the carriers of 'stars' leave the bounds"),
                found.toString());
        Space alone = Space.forecast(shell, "shell").orElseThrow();
        Space fed = Space.forecast(feeding, "shell").orElseThrow();
        assertTrue(fed.to().y() - alone.to().y() > 5, alone + " and " + fed);
    }

    @Test
    void whatCannotBeKept_isSaid() {
        Shot shot =
                Settings.with(
                        DemoShots.read("oil-store").shot(),
                        List.of("elements.store.crop=true", "elements.store.crop.to=0,-1,0"));
        List<Finding> found = Continuity.check(shot, "store", Fineness.SKETCH);
        assertEquals("elements.store", found.getFirst().path());
        assertTrue(found.getFirst().sentence().contains("holds nothing"), found.toString());
    }

    @Test
    void obstacles_withoutAMirrorImage_areSaidWhereLeftAndRightAreAlike() {
        Shot shot =
                Settings.with(
                        DemoShots.read("oil-store").shot(), List.of("elements.store.alike=true"));
        Item east =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "box")
                        .with(Shape.CENTRE, new Vec3(9, 1, 0))
                        .with(Shape.SIZE, new Vec3(2, 2, 2));
        Shot one = shot.withObstacle("east", east);
        List<Finding> found = Continuity.check(one, "store", Fineness.SKETCH);
        assertTrue(found.getFirst().sentence().contains("100 % of them"), found.toString());
        Item west = east.with(Shape.CENTRE, new Vec3(-9, 1, 0));
        found = Continuity.check(one.withObstacle("west", west), "store", Fineness.SKETCH);
        assertTrue(found.stream().noneMatch(f -> f.sentence().contains("image")), "" + found);
    }

    @Test
    void demo_hasNoFault() {
        assertEquals(List.of(), of());
    }

    @Test
    void eachFault_isSaidWithItsRemedy() {
        String oil = "elements.store.sources.oil.";
        String spark = "elements.store.sources.spark.";
        assertFound("'oil' lies outside the bounds", oil + "centre=40,0,0");
        assertFound("use voxels of 10 cm", spark + "radius=10 cm");
        assertFound("'spark' gives nothing; set", spark + "release.heat=0");
        assertFound(
                "gives nothing before the last frame",
                spark + "release.heat={\"curve\": [[5, 0], [6, 100]]}");
        assertFound(
                "nothing is hotter than the ignition temperature",
                spark + "on=false",
                oil + "temperature=300");
        assertFound("density is not kept", "elements.store.channels=flame");
        assertFound("set air.wind along z only", "elements.store.alike=on");
        assertFound("set more heat or less air", "elements.store.burn.air=60");
        assertFound(
                "the last frame is before the first",
                "frames.first=100",
                oil + "release.fuel=1",
                oil + "release.total=0",
                spark + "release.heat=9");
    }

    @Test
    void nothingOn_isSaid() {
        List<Finding> found =
                of("elements.store.sources.oil.on=false", "elements.store.sources.spark.on=off");
        assertTrue(found.getFirst().sentence().startsWith("no source is on"), found.toString());
    }

    /// Each of the three needs taken away is named, with figures.
    @Test
    void lookBack_withoutFlame_namesTheNeedThatIsMissing() {
        assertEquals(List.of(), lookBack(10));
        assertMissing("no fuel was given yet", "elements.store.sources.oil.on=false");
        assertMissing("and it burns from 483 K", "elements.store.sources.spark.on=false");
        assertMissing("the gas holds at most 0.0 % oxygen (air: 23 %)", "air.oxygen=0");
    }

    @Test
    void lookBack_afterTheFire_saysWhenThereWasFlame() {
        List<Finding> found =
                lookBack(
                        72,
                        "elements.store.sources.oil.release.total=0.002",
                        "elements.store.burn.time=0.001");
        assertEquals(1, found.size(), found.toString());
        String words = found.getFirst().sentence();
        assertTrue(words.startsWith("frame 72: no flame: the hottest gas with kerosene"), words);
        assertTrue(words.contains("; there is flame from frame 2 to "), words);
    }

    private static void assertMissing(String words, String setting) {
        List<Finding> found = lookBack(10, setting);
        assertEquals(1, found.size(), found.toString());
        assertTrue(found.getFirst().sentence().contains(words), found.toString());
        assertTrue(found.getFirst().sentence().endsWith("no frame so far has any"), words);
    }

    private static List<Finding> lookBack(int frames, String... settings) {
        List<String> all = new ArrayList<>(List.of(settings));
        all.add("elements.store.voxel.sketch=0.5");
        all.add("elements.store.stakes.top.reaches=0");
        all.add("elements.store.sources.oil.release.fuel={\"curve\": [[0.02, 1], [0.2, 0]]}");
        Shot shot = Settings.with(DemoShots.read("oil-store").shot(), all);
        List<LogEntry> log = new ArrayList<>();
        try (Workers workers = new Workers(2)) {
            Simulation s =
                    new Simulation(Setup.of(shot, shot.element("store"), Fineness.SKETCH), workers);
            for (int frame = 0; frame < frames; frame++) {
                log.add(s.advanceFrame(new Cancel()));
            }
        }
        return Continuity.lookBack(shot, "store", log);
    }
}
