package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Fineness;
import ashfall.shot.Kept;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.sim.Snapshot;
import ashfall.vdb.VdbReader;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// Thresholds and crops: exactly what they say goes, and it is said how much that was.
class LeftOutTest {
    private static final int FRAMES = 10;
    private static final Kept ALL = Kept.everything(Kept.ALL, Kept.ALL);

    @TempDir private Path folder;

    private static Shot shot(String... settings) {
        return Settings.with(
                NewShot.make(
                        "fireball",
                        List.of(
                                "mass=2",
                                "frames.last=" + FRAMES,
                                "elements.fireball.voxel.work=0.4",
                                "elements.fireball.full=density,temperature,flame,fuel,velocity")),
                List.of(settings));
    }

    private static Simulation burning(Shot shot, Workers workers) {
        Simulation simulation =
                new Simulation(Setup.of(shot, shot.element("fireball"), Fineness.WORK), workers);
        while (simulation.frame() < FRAMES) {
            simulation.advanceFrame(new Cancel());
        }
        return simulation;
    }

    private static Kept kept(Shot shot) {
        return Kept.of(shot.element("fireball").gas());
    }

    /// What each active voxel of a channel is, by its place.
    private static Map<List<Integer>, Float> values(Frame frame, String channel) {
        Map<List<Integer>, Float> all = new HashMap<>();
        SparseGrid grid = frame.channels().get(channel);
        for (int i = 0; i < grid.leafCount(); i++) {
            Leaf leaf = grid.leaf(i);
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                if (leaf.isActive(v)) {
                    List<Integer> at =
                            List.of(
                                    leaf.x() + (v & 7),
                                    leaf.y() + (v >> 3 & 7),
                                    leaf.z() + (v >> 6));
                    all.put(at, leaf.value(v * grid.components()));
                }
            }
        }
        return all;
    }

    @Test
    void threshold_leavesOutJustWhatDiffersByLess() {
        Shot shot = shot("elements.fireball.above.temperature=60");
        try (Workers workers = new Workers(2)) {
            Simulation simulation = burning(shot, workers);
            Frame all = Snapshot.of(simulation, ALL, workers);
            Frame some = Snapshot.of(simulation, kept(shot), workers);
            Map<List<Integer>, Float> hot = values(all, "temperature");
            float still = all.channels().get("temperature").background(0);
            int before = hot.size();
            float most = 0;
            for (float value : hot.values()) {
                float off = Math.abs(value - still);
                most = off <= 60 ? Math.max(most, off) : most;
            }
            hot.values().removeIf(value -> Math.abs(value - still) <= 60);
            assertTrue(hot.size() < before, "something is left out");
            assertEquals(hot, values(some, "temperature"));
            assertEquals(values(all, "density"), values(some, "density"), "other channels stay");
            List<Float> painted = new ArrayList<>();
            LeftOut.visit(all, "temperature", kept(shot), (x, y, z, off) -> painted.add(off));
            assertEquals(before - hot.size(), painted.size(), "all that goes is told");
            assertEquals(most, painted.stream().max(Float::compare).orElseThrow());
            var taken = Snapshot.take(simulation, kept(shot), workers, (leaf, c, worker) -> leaf);
            assertEquals(most, taken.get(1).leftOut());
            assertEquals(0, taken.get(0).leftOut(), "of the density nothing is left out");
        }
    }

    /// Also where only half of the gas is computed and its mirror image is shown.
    @Test
    void crop_leavesOutJustWhatLiesOutside() {
        for (boolean alike : new boolean[] {false, true}) {
            Shot shot =
                    shot(
                            "elements.fireball.alike=" + alike,
                            "elements.fireball.crop=true",
                            "elements.fireball.crop.from=-1.5,0.3,-9",
                            "elements.fireball.crop.to=0.9,4,9");
            try (Workers workers = new Workers(2)) {
                Simulation simulation = burning(shot, workers);
                Frame all = Snapshot.of(simulation, ALL, workers);
                Frame some = Snapshot.of(simulation, kept(shot), workers);
                for (String channel : List.of("density", "temperature", "fuel")) {
                    Map<List<Integer>, Float> inside = values(all, channel);
                    int before = inside.size();
                    inside.keySet()
                            .removeIf(
                                    at ->
                                            !kept(shot)
                                                    .holds(
                                                            all.lattice().centre(0, at.get(0)),
                                                            all.lattice().centre(1, at.get(1)),
                                                            all.lattice().centre(2, at.get(2))));
                    assertTrue(inside.size() < before && !inside.isEmpty(), channel);
                    assertEquals(inside, values(some, channel), channel);
                }
                Set<List<Integer>> moving = values(some, "velocity").keySet();
                assertTrue(moving.containsAll(values(some, "density").keySet()));
                assertTrue(
                        moving.stream()
                                .allMatch(
                                        at ->
                                                all.lattice().centre(0, at.get(0)) < 0.9
                                                        && all.lattice().centre(0, at.get(0))
                                                                >= -1.5));
            }
        }
    }

    private FiringRecord fire(Shot shot, Workers workers) {
        return Fired.into(folder.resolve("fired"), shot, FRAMES, FRAMES, workers);
    }

    /// The record and the file tell the largest value that went; a firing goes on only as it began.
    @Test
    void firing_tellsWhatItLeftOut_andKeepsToIt() throws IOException {
        Shot shot = shot("elements.fireball.above.density=2 g/m3", "frames.last=12");
        try (Workers workers = new Workers(2)) {
            KeptFrame frame = fire(shot, workers).kept().get((long) FRAMES);
            double left = frame.channels().get("density").leftOut();
            assertTrue(left > 0 && left <= 0.002f, left + " kg/m3");
            assertEquals(0, frame.channels().get("fuel").leftOut());
            assertFalse(
                    VdbReader.read(folder.resolve("fired").resolve(frame.file()))
                            .grids()
                            .getLast()
                            .metadata()
                            .containsKey("largest_left_out"),
                    "the velocity goes by the others");
            var grids = VdbReader.read(folder.resolve("fired").resolve(frame.file())).grids();
            assertEquals(left, grids.getFirst().metadata().get("largest_left_out"));
            assertFalse(fire(shot, workers).kept().isEmpty(), "the same goes on");
            Shot other = Settings.with(shot, List.of("elements.fireball.above.density=1 g/m3"));
            String why =
                    assertThrows(FiringException.class, () -> fire(other, workers)).getMessage();
            assertTrue(why.contains("above.density was 0.002, is 0.001"), why);
        }
    }

    /// As far as can be said along x and z, a box still cuts along y.
    @Test
    void crop_ofOneAxis_cuts() {
        Kept kept =
                kept(
                        shot(
                                "elements.fireball.crop=true",
                                "elements.fireball.crop.from=-1e5,1,-1e5",
                                "elements.fireball.crop.to=1e5,2,1e5"));
        assertFalse(kept.isUncropped());
        assertFalse(kept.isAll());
        assertTrue(ALL.isAll());
    }

    @Test
    void crop_thatHoldsNothing_isRefused() {
        Shot shot =
                shot(
                        "elements.fireball.crop=true",
                        "elements.fireball.crop.from=0,0,0",
                        "elements.fireball.crop.to=0,4,4");
        String why = assertThrows(ShotException.class, () -> kept(shot)).getMessage();
        assertTrue(why.startsWith("the crop from 0.0,0.0,0.0 to 0.0,4.0,4.0 holds nothing"), why);
    }
}
