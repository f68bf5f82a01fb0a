package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.run.Run;
import ashfall.firing.FiringJob;
import ashfall.firing.FiringRecord;
import ashfall.shot.Fineness;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.vdb.VdbReader;
import ashfall.vdb.VdbStats;
import ashfall.work.Cancel;
import ashfall.work.Progress;
import ashfall.work.Workers;

import com.fasterxml.jackson.databind.ObjectMapper;

import javafx.application.Platform;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/// Arming, firing, cancelling and playing back, with the real process behind it.
class FiringUiTest extends DeskTest {

    private Run firing() {
        return window.runs().firings().newestProperty().get();
    }

    private void arm(FxRobot robot) {
        robot.clickOn("#arm");
        until("armed", () -> !node(robot, "fire").isDisabled());
    }

    @Test
    void armed_saysFourLines_andFiring_isPlayedBack(FxRobot robot) {
        untilSketched();
        arm(robot);
        assertEquals("no fault found", text(robot, "arm-findings"));
        assertTrue(text(robot, "arm-size").contains("voxels of 0.4 m"), text(robot, "arm-size"));
        assertTrue(text(robot, "arm-cost").startsWith("6 frames, about"), text(robot, "arm-cost"));
        assertTrue(text(robot, "arm-destination").startsWith("firing 1 seed 1, beside the shot"));
        robot.clickOn("#fire");
        assertFalse(node(robot, "arm-panel").isVisible());
        until("it is done", () -> firing().stateProperty().get() == Run.State.DONE);
        until("it is shown", () -> window.runs().shown() == firing());
        assertEquals(6, firing().log().size());
        robot.type(KeyCode.LEFT).type(KeyCode.LEFT);
        until("a picture of it", () -> window.fireground().isFinest());
        assertTrue(text(robot, "readout-frame").contains("firing 1"));
        assertEquals("from disk", text(robot, "run-badge"));
        robot.clickOn("#frame-strip");
        long scrubbed = window.runs().playhead().frameProperty().get();
        assertEquals(3.0, (double) scrubbed, 1.0);
        robot.type(KeyCode.SPACE);
        until("it plays", () -> window.runs().playhead().playingProperty().get());
        robot.type(KeyCode.SPACE);
        assertFalse(window.runs().playhead().playingProperty().get());
    }

    @Test
    void cancelled_keepsItsFrames_andFiringAgain_goesOn(FxRobot robot) {
        untilSketched();
        robot.clickOn("#line-frames");
        type(robot, "param-last-field", "400");
        robot.clickOn("#fineness-final");
        arm(robot);
        robot.clickOn("#fire");
        until("some frames", () -> firing().log().size() >= 2);
        assertVisible(robot, "firing-progress");
        assertTrue(text(robot, "firing-left").endsWith(" left"), text(robot, "firing-left"));
        robot.clickOn("#cancel-firing");
        until("stopped", () -> firing().stateProperty().get() == Run.State.STOPPED);
        int kept = firing().log().size();
        assertTrue(kept >= 2 && kept < 400);
        assertEquals("", window.runs().problemProperty().get());
        robot.clickOn("#line-frames");
        type(robot, "param-last-field", Integer.toString(kept + 2));
        arm(robot);
        assertTrue(
                text(robot, "arm-destination").endsWith(", on after its " + kept + " frames"),
                text(robot, "arm-destination"));
        robot.clickOn("#fire");
        until("done", () -> firing().stateProperty().get() == Run.State.DONE);
        assertEquals(kept + 2, firing().log().size());
        assertEquals(1, window.runs().firings().all().size());
    }

    private void last(FxRobot robot, long frame) {
        robot.interact(() -> window.document().put("frames", Frames.LAST, frame));
    }

    /// One after the other, in an order that can be changed; the shot is saved before.
    @Test
    void queued_areMadeOneAfterTheOther(FxRobot robot) throws IOException {
        untilSketched();
        robot.interact(
                () -> window.document().saveAs(chosen, Platform::runLater, () -> {}, e -> {}));
        until("it has a file", () -> window.document().file().isPresent());
        last(robot, 400);
        arm(robot);
        robot.clickOn("#fire");
        until("it is saved", () -> window.document().savedProperty().get());
        last(robot, 2);
        arm(robot);
        assertEquals("Fire after", text(robot, "fire"));
        robot.clickOn("#fire");
        robot.interact(() -> window.document().put("elements.fireball", Gas.SEED, 5L));
        arm(robot);
        robot.clickOn("#fire");
        robot.clickOn("#open-ledger");
        until(
                "it is listed",
                () -> robot.lookup("#ledger-state-firing-3-seed-5").tryQuery().isPresent());
        assertEquals("is the next to be made", text(robot, "ledger-state-firing-2-seed-1"));
        assertEquals("waits its turn, after 1 other", text(robot, "ledger-state-firing-3-seed-5"));
        robot.clickOn("#ledger-sooner-firing-3-seed-5");
        until(
                "it is the next",
                () -> text(robot, "ledger-state-firing-3-seed-5").startsWith("is the next"));
        Path queue = window.runs().firings().all().getFirst().folder().resolveSibling("queue.json");
        until("others can read it", () -> Files.exists(queue));
        List<Run> all = List.copyOf(window.runs().firings().all());
        until("a frame", () -> !all.getFirst().log().isEmpty());
        robot.clickOn("#cancel-firing");
        until("all have ended", () -> all.stream().noneMatch(Run::isRunning));
        assertEquals(Run.State.STOPPED, all.get(0).stateProperty().get());
        assertEquals(2, all.get(1).log().size());
        assertEquals(2, all.get(2).log().size());
        assertEquals(all.get(1), firing(), "it was the last");
        assertEquals("firing 2 seed 1 is whole, 2 frames", text(robot, "notice-words"));
        until("saved once more", () -> window.document().savedProperty().get());
        until("its file says so", () -> states(queue).equals(List.of("stopped", "done", "done")));
    }

    private static List<String> states(Path queue) {
        try {
            List<String> states = new ArrayList<>();
            new ObjectMapper()
                    .readTree(queue.toFile())
                    .get("firings")
                    .forEach(one -> states.add(one.get("state").asText()));
            return states;
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void killed_isSaid_andTheWindowGoesOn(FxRobot robot) {
        untilSketched();
        robot.clickOn("#line-frames");
        type(robot, "param-last-field", "400");
        arm(robot);
        robot.clickOn("#fire");
        until("a frame", () -> !firing().log().isEmpty());
        ProcessHandle.current()
                .children()
                .filter(p -> p.info().command().orElse("").endsWith("java"))
                .forEach(ProcessHandle::destroyForcibly);
        until("failed", () -> firing().stateProperty().get() == Run.State.FAILED);
        until("said", () -> text(robot, "run-badge").contains("was killed"));
        assertTrue(firing().has(1), "its first frame is there");
        robot.clickOn("#line-frames");
        assertFalse(node(robot, "arm").isDisabled());
    }

    @Test
    void viewMovedDuringARun_changesNoVoxel(
            FxRobot robot, @org.junit.jupiter.api.io.TempDir Path other) throws IOException {
        untilSketched();
        arm(robot);
        robot.clickOn("#fire");
        robot.moveTo("#fireground");
        for (int i = 0; firing().isRunning() && i < 400; i++) {
            robot.drag("#fireground").moveBy(30, 5).moveBy(-25, 10).drop();
            robot.scroll(
                    1,
                    i % 2 == 0
                            ? javafx.geometry.VerticalDirection.UP
                            : javafx.geometry.VerticalDirection.DOWN);
        }
        until("done", () -> firing().stateProperty().get() == Run.State.DONE);
        assertFalse(window.look().throughCameraProperty().get(), "the view was turned");
        try (Workers workers = new Workers(1)) {
            new FiringJob(
                            new FiringJob.Request(
                                    small(),
                                    "fireball",
                                    Fineness.WORK,
                                    other,
                                    1,
                                    6,
                                    FiringJob.Existing.CONTINUE,
                                    FiringJob.Pace.BY_TIME),
                            Long.MAX_VALUE,
                            workers,
                            Progress.silent(),
                            new Cancel())
                    .run();
        }
        Map<Long, String> files = FiringRecord.read(firing().folder()).files();
        assertEquals(6, files.size());
        for (String file : files.values()) {
            assertEquals(sums(other.resolve(file)), sums(firing().folder().resolve(file)), file);
        }
    }

    private static List<String> sums(Path file) throws IOException {
        assertTrue(Files.isRegularFile(file), file.toString());
        return VdbReader.read(file).grids().stream()
                .map(grid -> grid.name() + VdbStats.of(grid).voxelsSha256())
                .toList();
    }
}
