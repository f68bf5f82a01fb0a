package ashfall.trial;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.DemoShots;
import ashfall.shot.Gas;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;

import org.junit.jupiter.api.Test;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

class TrialsTest {
    private final Shot shot = DemoShots.read("signal-mortar").shot();

    @Test
    void bracket_hasATrialAValue_captionedWithLabelAndUnit() {
        List<Trial> trials =
                Trials.bracket(shot, "elements.shell.lift", List.of("0.5", "1", "1.6"));
        assertEquals(
                List.of("lift-0.5", "lift-1", "lift-1.6"),
                trials.stream().map(Trial::name).toList());
        assertTrue(trials.get(2).caption().endsWith(" 1.6"), trials.get(2).caption());
        assertEquals(0.5, trials.get(0).shot().element("shell").gas().number(Gas.LIFT), 0);
        List<Trial> vectors = Trials.bracket(shot, "air.wind", List.of("1,0,0", "4,0,0"));
        assertEquals("wind-4_0_0", vectors.get(1).name());
        assertEquals("Wind 4, 0, 0", vectors.get(1).caption());
    }

    /// Scenario 23: what is used is exactly what the caption says.
    @Test
    void seeds_areInNameCaptionAndShot() {
        List<Trial> trials = Trials.seeds(shot, "shell", List.of(11L, 12L, 13L, 14L, 15L));
        Trial third = trials.get(2);
        assertEquals("seed-13", third.name());
        assertEquals("Seed 13", third.caption());
        assertEquals(13L, third.shot().element("shell").gas().get(Gas.SEED));
        assertEquals(Settings.with(shot, third.settings()), third.shot());
    }

    @Test
    void drawn_staysInItsRangesAndIsDrawnAgainAlike() {
        Map<String, Trials.Range> ranges = new LinkedHashMap<>();
        ranges.put("elements.shell.lift", new Trials.Range(0.8, 1.2));
        ranges.put("elements.shell.vorticity", new Trials.Range(0.05, 0.3));
        List<Trial> five = Trials.drawn(shot, "shell", ranges, 5, 9);
        List<Trial> again = Trials.drawn(shot, "shell", ranges, 8, 9);
        assertEquals(five, again.subList(0, 5));
        for (Trial trial : again) {
            double lift = trial.shot().element("shell").gas().number(Gas.LIFT);
            assertTrue(lift >= 0.8 && lift <= 1.2, "" + lift);
            assertTrue(trial.caption().contains("Seed "), trial.caption());
        }
        assertEquals(8, again.stream().map(Trial::settings).distinct().count());
        assertNotEquals(five, Trials.drawn(shot, "shell", ranges, 5, 10));
    }

    @Test
    void whatCannotBeTried_isRefusedWithASentence() {
        assertRefused(
                "two trials are the same",
                () -> Trials.bracket(shot, "elements.shell.lift", List.of("1", "1.0")));
        assertRefused(
                "there is no parameter 'elements.shell.lft'",
                () -> Trials.bracket(shot, "elements.shell.lft", List.of("1")));
        assertRefused(
                "0.9 is out of range",
                () ->
                        Trials.drawn(
                                shot,
                                "shell",
                                Map.of("elements.shell.vorticity", new Trials.Range(0, 0.9)),
                                1,
                                1));
        assertRefused(
                "1 to 64 trials", () -> Trials.bracket(shot, "elements.shell.lift", List.of()));
        assertRefused(
                "'air.closed' is no dial",
                () ->
                        Trials.drawn(
                                shot, "shell", Map.of("air.closed", new Trials.Range(0, 1)), 2, 1));
    }

    private static void assertRefused(String words, Runnable making) {
        String message = assertThrows(ShotException.class, making::run).getMessage();
        assertTrue(message.contains(words), message);
    }
}
