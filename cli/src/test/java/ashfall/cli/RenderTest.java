package ashfall.cli;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.DemoShots;
import ashfall.shot.ShotFile;

import com.fasterxml.jackson.databind.ObjectMapper;

import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;

import javax.imageio.ImageIO;

/// Finished pictures of a small firing.
class RenderTest {
    @TempDir private static Path folder;

    @BeforeAll
    static void fire() {
        CommandRun run =
                CommandRun.of(
                        "fire",
                        "oil-store",
                        "--out",
                        folder.resolve("f").toString(),
                        "--frames",
                        "1-6",
                        "--set",
                        "elements.store.voxel.sketch=0.8");
        assertEquals(0, run.status(), run.err());
    }

    private static CommandRun render(String out, String... more) {
        return renderOf("oil-store", out, more);
    }

    private static CommandRun renderOf(String shot, String out, String... more) {
        List<String> args =
                new ArrayList<>(
                        List.of(
                                "render",
                                shot,
                                "--firing",
                                folder.resolve("f").toString(),
                                "--out",
                                folder.resolve(out).toString(),
                                "--size",
                                "96x54",
                                "--set",
                                "look.rays=2",
                                "--set",
                                "elements.store.voxel.sketch=0.8"));
        args.addAll(List.of(more));
        return CommandRun.of(args.toArray(String[]::new));
    }

    private static BufferedImage picture(String name) throws IOException {
        return ImageIO.read(folder.resolve(name).toFile());
    }

    /// Any frame alone equals that frame of a range, on any number of threads.
    @Test
    void frameAlone_equalsThatOfTheRange() throws IOException {
        assertEquals(0, render("range", "--frames", "5-6", "--threads", "2").status());
        assertEquals(0, render("alone", "--frames", "6", "--threads", "1").status());
        assertArrayEquals(
                Files.readAllBytes(folder.resolve("range/oil-store_0006.png")),
                Files.readAllBytes(folder.resolve("alone/oil-store_0006.png")));
    }

    @Test
    void region_equalsThatPartOfTheWhole() throws IOException {
        // The halo of what is not drawn would be missing.
        String[] plain = {"--frames", "6", "--set", "grade.applied=off"};
        assertEquals(0, render("whole", plain).status());
        List<String> part = new ArrayList<>(List.of(plain));
        part.addAll(List.of("--region", "30,20,40,30"));
        assertEquals(0, render("region", part.toArray(String[]::new)).status());
        BufferedImage whole = picture("whole/oil-store_0006.png");
        BufferedImage region = picture("region/oil-store_0006.png");
        for (int x = 30; x < 70; x++) {
            for (int y = 20; y < 50; y++) {
                assertEquals(whole.getRGB(x, y), region.getRGB(x, y));
            }
        }
        assertNotEquals(whole.getRGB(2, 2), region.getRGB(2, 2));
        CommandRun beyond = render("region", "--region", "80,20,40,30");
        assertEquals(2, beyond.status());
        assertTrue(beyond.err().contains("is no region of a picture of 96x54"), beyond.err());
    }

    /// What is off, far too strong or not there is said in one list before any picture.
    @Test
    void faults_areListedBeforeTheFirstPicture() throws IOException {
        Path shot = folder.resolve("faulty.ashfall");
        Files.writeString(shot, ShotFile.write(DemoShots.read("oil-store").shot()));
        CommandRun run =
                renderOf(
                        shot.toString(),
                        "none",
                        "--frames",
                        "5,7-8",
                        "--set",
                        "look.glow=400",
                        "--set",
                        "elements.store.sources.spark.on=false");
        assertEquals(1, run.status());
        String said = run.err();
        assertTrue(said.contains("elements.store.sources.spark is off"), said);
        assertTrue(said.contains("look.glow is 400, usually 0.5 to 2"), said);
        assertTrue(said.contains("is shown as fired before: elements.store.sources.spark."), said);
        assertTrue(said.contains("frame 7 is not in"), said);
        assertTrue(Files.notExists(folder.resolve("none")));
        CommandRun check =
                CommandRun.of(
                        "check",
                        shot.toString(),
                        "--firing",
                        folder.resolve("f").toString(),
                        "--set",
                        "look.glow=400");
        assertTrue(check.out().contains("look.glow: is 400, usually 0.5 to 2"), check.out());
    }

    @Test
    void missing_drawsOnlyWhatIsNotThere() throws IOException {
        assertEquals(0, render("some", "--frames", "2").status());
        Path there = folder.resolve("some/oil-store_0002.png");
        FileTime longAgo = FileTime.fromMillis(1_000_000);
        Files.setLastModifiedTime(there, longAgo);
        CommandRun run = render("some", "--frames", "2-3", "--missing");
        assertEquals(0, run.status(), run.err());
        assertEquals(longAgo, Files.getLastModifiedTime(there));
        assertTrue(Files.exists(folder.resolve("some/oil-store_0003.png")));
    }

    @Test
    void formats_areWrittenAndWrongOnesRefused() throws IOException {
        assertEquals(0, render("deep", "--frames", "4", "--format", "png16").status());
        assertEquals(16, picture("deep/oil-store_0004.png").getColorModel().getComponentSize(0));
        String[] layers = {"--frames", "4", "--format", "exr", "--layers", "flame,depth"};
        assertEquals(0, render("layers", layers).status());
        assertTrue(Files.size(folder.resolve("layers/oil-store_0004.exr")) > 1000);
        CommandRun wrong = render("layers", "--format", "exr", "--layers", "flames");
        assertEquals(2, wrong.status());
        assertTrue(wrong.err().contains("'flames' is no layer; there are flame,"), wrong.err());
        assertTrue(render("layers", "--format", "jpg").err().contains("is no format"));
    }

    /// The glow follows a curve of its own, and no file of the firing is touched.
    @Test
    void hold_keepsTheFireAsBrightAsItWas() throws IOException {
        FileTime fired = Files.getLastModifiedTime(folder.resolve("f/oil-store_0006.vdb"));
        Path shot = folder.resolve("held.ashfall");
        CommandRun hold =
                CommandRun.of(
                        "hold",
                        "oil-store",
                        "--firing",
                        folder.resolve("f").toString(),
                        "--frames",
                        "3-6",
                        "--out",
                        shot.toString());
        assertEquals(0, hold.status(), hold.err());
        double[] held = lumens(shot.toString());
        double[] before = lumens("oil-store");
        for (double lumen : held) {
            assertEquals(held[0], lumen, 0.1 * held[0]);
        }
        assertTrue(Math.abs(before[3] / before[0] - 1) > 0.3, "it would have changed");
        assertEquals(fired, Files.getLastModifiedTime(folder.resolve("f/oil-store_0006.vdb")));
    }

    private static double[] lumens(String shot) throws IOException {
        CommandRun run = renderOf(shot, "lumens", "--frames", "3-6", "--json");
        assertEquals(0, run.status(), run.err());
        List<Double> all = new ArrayList<>();
        new ObjectMapper()
                .readTree(run.out())
                .get("frames")
                .forEach(frame -> all.add(frame.get("fire_lumen").asDouble()));
        return all.stream().mapToDouble(Double::doubleValue).toArray();
    }
}
