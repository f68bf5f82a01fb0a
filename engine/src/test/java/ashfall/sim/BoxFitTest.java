package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.gas.CellRange;
import ashfall.grid.Box;
import ashfall.grid.GridShape;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;

class BoxFitTest {
    private static final double HEAT = 0.01;
    private static final double TOP = 0.05;

    private final Box limit = new Box(-64, 0, -64, new GridShape(128, 128, 128));
    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private BoxFit fit(boolean... follows) {
        List<Boolean> sides = new ArrayList<>();
        for (boolean f : follows) {
            sides.add(f);
        }
        return new BoxFit(limit, sides, 10);
    }

    private final BoxFit allButGround = fit(true, true, false, true, true, true);

    @Test
    void fitted_inAWideBox_comesInToTheGasButNotOffTheGround() {
        // Cells 54 to 74 of the limit are -10 to 10 of the lattice: 10 of margin and 8 more.
        Box box = allButGround.fitted(limit, new CellRange(54, 74, 0, 20, 54, 74));
        assertEquals(new Box(-32, 0, -32, new GridShape(64, 40, 64)), box);
    }

    @Test
    void fitted_gasNearASide_widensThatSideOnly() {
        Box box = new Box(-32, 0, -32, new GridShape(64, 40, 64));
        assertEquals(box, allButGround.fitted(box, new CellRange(22, 42, 0, 25, 22, 42)));
        Box wider = allButGround.fitted(box, new CellRange(22, 42, 0, 31, 22, 42));
        assertEquals(new Box(-32, 0, -32, new GridShape(64, 56, 64)), wider);
    }

    @Test
    void fitted_neverLeavesTheBounds_andSaysWhichTheGasMet() {
        CellRange gas = new CellRange(30, 128, 0, 128, 40, 60);
        Box box = allButGround.fitted(limit, gas);
        assertEquals(64, box.end(0));
        assertEquals(128, box.end(1));
        assertEquals(List.of("east", "top"), allButGround.met(limit, gas));
        assertEquals(List.of(), fit(true, false, false, false, true, true).met(limit, gas));
    }

    @Test
    void first_isNoWiderThanTheSourcesNeed_howeverNearTheBoundsAre() {
        CellRange sources = new CellRange(54, 74, 0, 20, 54, 74);
        Box first = allButGround.first(sources);
        Box wider =
                new BoxFit(wide(limit, 16), allButGround.follows(), allButGround.margin())
                        .first(new CellRange(70, 90, 0, 20, 70, 90));
        assertEquals(first, wider);
    }

    /// A box with more cells on each side but the ground.
    private static Box wide(Box box, int by) {
        GridShape s = box.shape();
        return new Box(
                box.x() - by,
                box.y(),
                box.z() - by,
                new GridShape(s.nx() + 2 * by, s.ny() + by, s.nz() + 2 * by));
    }

    @Test
    void fitted_withoutGasOrSidesThatMove_staysAsItIs() {
        CellRange gas = new CellRange(54, 74, 0, 20, 54, 74);
        assertSame(limit, fit(false, false, false, false, false, false).fitted(limit, gas));
        assertSame(limit, allButGround.fitted(limit, new CellRange(0, 0, 0, 0, 0, 0)));
    }

    /// The oil store in a box that follows the gas burns as in a fixed one.
    @Test
    void oilStore_inABoxThatFollows_burnsAsInAFixedOne() {
        String sides = "elements.store.bounds.follow=";
        List<LogEntry> fixed = run(sides + "[]");
        List<LogEntry> following = run(sides + "west,east,top,south,north");
        assertTrue(
                following.getFirst().voxels() <= 0.5 * fixed.getFirst().voxels(),
                "it starts small: " + following.getFirst().voxels());
        for (int i = 0; i < fixed.size(); i++) {
            double heat = fixed.get(i).heatKj();
            assertEquals(heat, following.get(i).heatKj(), HEAT * fixed.getLast().heatKj());
        }
        LogEntry last = following.getLast();
        assertEquals(0, last.fuelDefectKg(), 1e-5 * last.fuelReleasedKg());
        double top = fixed.getLast().flameTopM();
        assertEquals(top, following.getLast().flameTopM(), TOP * top);
    }

    private List<LogEntry> run(String setting) {
        Shot shot =
                Settings.with(
                        DemoShots.read("oil-store").shot(),
                        List.of(setting, "elements.store.voxel.sketch=0.25"));
        Setup setup = Setup.of(shot, shot.elements().get("store"), Fineness.SKETCH);
        Simulation s = new Simulation(setup, workers);
        List<LogEntry> log = new ArrayList<>();
        for (int frame = 0; frame < 24; frame++) {
            log.add(s.advanceFrame(new Cancel()));
        }
        return log;
    }
}
