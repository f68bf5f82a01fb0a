package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.run.Run;
import ashfall.firing.FiringFolder;
import ashfall.shot.Gas;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.work.Workers;

import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;

import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

import java.io.IOException;
import java.nio.file.Files;
import java.util.List;

/// The list of firings: what differs, noting, restoring, deleting.
class LedgerUiTest extends DeskTest {
    private static final String LIFT = "elements.fireball.lift";

    private Shot changed() {
        return Settings.with(small(), List.of(LIFT + "=0.5", "look.exposure=-9"));
    }

    /// Two firings beside a file: one of another lift and half as long, then one of the shot.
    @Override
    Shot first() {
        chosen = folder.resolve("bay.ashfall");
        try (Workers workers = new Workers(2)) {
            Files.writeString(chosen, ShotFile.write(small()));
            fire(changed(), 1, 3, workers);
            fire(small(), 2, 6, workers);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        return small();
    }

    private void open(FxRobot robot) {
        robot.interact(() -> window.document().open(small(), chosen));
        robot.interact(() -> window.runs().opened());
        until("both firings are read", () -> window.runs().firings().all().size() == 2);
        robot.clickOn("#open-ledger");
        assertVisible(robot, "ledger");
        until("they are drawn", () -> window.ledger().isSettled());
    }

    @Test
    void firings_areListedWithWhatDiffersAndWhatTheyTake(FxRobot robot) throws IOException {
        open(robot);
        String first = text(robot, "ledger-state-firing-1");
        assertTrue(first.startsWith("in part, frames 1-3 of 6; superseded: lift was"), first);
        assertEquals("whole, 6 frames", text(robot, "ledger-state-firing-2"));
        assertEquals("the first", text(robot, "ledger-differences-firing-1"));
        String differs = text(robot, "ledger-differences-firing-2");
        assertTrue(differs.matches("against firing 1: lift was 0\\.5, is [0-9.]+"), differs);
        String figures = text(robot, "ledger-figures-firing-2");
        assertTrue(
                figures.matches("sketch, seed 1, [0-9.]+ [kM]B, \\d+ \\w+ \\d\\d:\\d\\d"), figures);
        assertTrue(text(robot, "ledger-total").startsWith("2 firings, "));
        robot.clickOn("#ledger-show-firing-1");
        until("it is shown", () -> window.runs().shown().title().equals("firing 1"));
        robot.type(KeyCode.ESCAPE);
        assertFalse(node(robot, "ledger").isVisible());
    }

    @Test
    void shotWithoutFirings_saysSo(FxRobot robot) {
        robot.interact(() -> window.document().open(small(), folder.resolve("quay.ashfall")));
        robot.interact(() -> window.runs().opened());
        robot.clickOn("#open-ledger");
        until("the folder is looked at", () -> window.ledger().isSettled());
        Label none = robot.lookup(".ledger-none").query();
        assertTrue(none.getText().startsWith("Nothing has been fired yet"), none.getText());
    }

    /// Restoring brings back what was fired, not how it was looked at; it can be undone.
    @Test
    void restore_bringsTheSettingsBackAndLeavesTheLook(FxRobot robot) {
        open(robot);
        robot.clickOn("#ledger-restore-firing-1");
        Shot now = window.document().shot();
        assertEquals(0.5, now.element("fireball").gas().number(Gas.LIFT), 0);
        assertEquals(small().item("look"), now.item("look"));
        assertEquals("in part, frames 1-3 of 6", text(robot, "ledger-state-firing-1"));
        robot.interact(() -> window.document().undo());
        assertEquals(small(), window.document().shot());
    }

    @Test
    void note_isKeptInTheFolder(FxRobot robot) throws IOException {
        open(robot);
        type(robot, "ledger-note-firing-2", "too tall, try less oil");
        until("the note is written", () -> Files.exists(firing(2).resolve("note.txt")));
        assertEquals("too tall, try less oil", new FiringFolder(firing(2)).note());
    }

    /// Looking at the button twice is asked for; what is left is on disk as before.
    @Test
    void delete_asksOnceMoreAndFreesTheDisk(FxRobot robot) {
        open(robot);
        robot.clickOn("#ledger-show-firing-1");
        robot.clickOn("#ledger-delete-firing-1");
        assertTrue(Files.exists(firing(1)));
        String sure =
                robot.lookup("#ledger-delete-firing-1")
                        .queryAs(javafx.scene.control.Button.class)
                        .getText();
        assertTrue(sure.matches("Delete [0-9.]+ [kM]B for good"), sure);
        robot.clickOn("#ledger-delete-firing-1");
        until("it is gone", () -> !Files.exists(firing(1)));
        until("the list knows", () -> window.runs().firings().all().size() == 1);
        Run shown = window.runs().shown();
        assertTrue(shown == null || !shown.title().equals("firing 1"), "another is shown");
        assertTrue(Files.exists(firing(2).resolve("firing.json")));
    }
}
