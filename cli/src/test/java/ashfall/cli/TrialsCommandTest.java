package ashfall.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.firing.FiringRecord;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

class TrialsCommandTest {
    private static final String COARSE = "elements.store.voxel.sketch=0.8";

    @TempDir private Path folder;

    private CommandRun trials(String... more) {
        List<String> words = new ArrayList<>(List.of("trials", "oil-store", "--set", COARSE));
        words.addAll(List.of(more));
        return CommandRun.of(words.toArray(String[]::new));
    }

    /// Scenario 16, first half: what died says when, the others burn on.
    @Test
    void bracket_isFiredAndSaysWhereTheFlameDied() throws Exception {
        Path out = folder.resolve("bracket");
        CommandRun run =
                trials(
                        "--out",
                        out.toString(),
                        "--frames",
                        "1-36",
                        "--vary",
                        "elements.store.sources.oil.release.total=0.2,8");
        assertEquals(0, run.status(), run.err());
        String[] lines = run.out().strip().split("\n");
        assertTrue(
                lines[0].matches(".* 200 g +flame top .*, last flame at .* s, frame \\d+"),
                lines[0]);
        assertTrue(lines[1].endsWith("burns to the end"), lines[1]);
        JsonNode all = new ObjectMapper().readTree(Files.readString(out.resolve("trials.json")));
        JsonNode small = all.get("trials").get(0);
        assertEquals("done", small.get("state").asText());
        assertTrue(small.get("heat_kj").asDouble() < all.at("/trials/1/heat_kj").asDouble());
        // What a trial's folder holds is what its command line would fire.
        CommandRun listed =
                trials(
                        "--out",
                        out.toString(),
                        "--frames",
                        "1-36",
                        "--vary",
                        "elements.store.sources.oil.release.total=0.2,8",
                        "--list");
        String[] command = listed.out().strip().split("\n")[0].split(" ");
        String[] alone = new String[command.length - 1];
        System.arraycopy(command, 1, alone, 0, alone.length);
        CommandRun again = CommandRun.of(alone);
        assertEquals(0, again.status(), again.err());
        assertTrue(again.out().contains("36 frames in"), again.out());
        assertTrue(again.out().contains("0 of them simulated now"), again.out());
    }

    @Test
    void seeds_firedAgain_areTheSameFiles() {
        Path one = folder.resolve("one");
        Path two = folder.resolve("two");
        for (Path out : List.of(one, two)) {
            assertEquals(
                    0,
                    trials("--out", out.toString(), "--seeds", "5,6", "--frames", "1-4").status());
        }
        FiringRecord five = FiringRecord.read(one.resolve("seed-5"));
        assertEquals(five.kept(), FiringRecord.read(two.resolve("seed-5")).kept());
        assertTrue(!five.kept().equals(FiringRecord.read(one.resolve("seed-6")).kept()));
    }

    /// One that cannot be fired does not stop the others; the status says that it was there.
    @Test
    void aTrialThatFails_isSaidAndTheOthersAreMade() throws Exception {
        Path out = folder.resolve("failing");
        Files.createDirectories(out);
        Files.writeString(out.resolve("seed-1"), "a file, no folder");
        CommandRun run = trials("--out", out.toString(), "--seeds", "1,2", "--frames", "1-2");
        assertEquals(1, run.status());
        assertTrue(run.err().contains("ashfall: Seed 1: '"), run.err());
        JsonNode all = new ObjectMapper().readTree(Files.readString(out.resolve("trials.json")));
        assertEquals("failed", all.at("/trials/0/state").asText());
        assertEquals("done", all.at("/trials/1/state").asText());
    }

    @Test
    void wrongUsage_isSaid() {
        String out = folder.toString();
        assertEquals(2, trials("--out", out).status());
        assertEquals(2, trials("--out", out, "--seeds", "one").status());
        assertEquals(2, trials("--out", out, "--between", "air.temperature=3").status());
        assertEquals(1, trials("--out", out, "--vary", "air.temprature=3,4").status());
    }
}
