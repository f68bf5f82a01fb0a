package ashfall.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

class AshfallTest {
    @TempDir private Path folder;

    private static JsonNode json(String text) throws IOException {
        return new ObjectMapper().readTree(text);
    }

    @Test
    void check_namesFilesThatAreGone() throws IOException {
        Path file = folder.resolve("bay.ashfall");
        Files.writeString(
                file,
                """
                {"ashfall": 1, "name": "bay", "assets":
                 {"hull": {"holds": "mesh", "file": "meshes/hull.obj"}}}\
                """);
        CommandRun check = CommandRun.of("check", file.toString());
        assertEquals(0, check.status(), check.err());
        String place = folder.resolve("meshes/hull.obj").toString();
        assertTrue(
                check.out().contains("assets.hull: the mesh 'hull' is not at '" + place + "'"),
                check.out());
    }

    /// Two elements of one shot are fired one by one and drawn in one picture.
    @Test
    void render_ofSeveralElements_showsThemTogether() throws IOException {
        Path file = folder.resolve("two.ashfall");
        Shot shot = NewShot.make("fireball", List.of("mass=2", "elements.fireball.voxel.sketch=1"));
        Shot moved =
                Settings.with(
                        shot.withElement("second", shot.element("fireball")),
                        List.of(
                                "elements.second.sources.charge.centre=9,2,0",
                                "elements.second.sources.igniter.centre=9,2,0",
                                "elements.second.bounds.from=1,0,-8",
                                "elements.second.bounds.to=17,16,8",
                                "elements.second.voxel.sketch=0.7"));
        Files.writeString(file, ShotFile.write(moved));
        for (String name : List.of("fireball", "second")) {
            String dir = folder.resolve(name).toString();
            CommandRun fire =
                    CommandRun.of(
                            "fire",
                            file.toString(),
                            "--element",
                            name,
                            "--out",
                            dir,
                            "--frames",
                            name.equals("second") ? "1-3" : "1-4");
            assertEquals(0, fire.status(), fire.err());
        }
        double one = lumen(file, "fireball");
        double other = lumen(file, "second");
        double both = lumen(file, "fireball", "second");
        assertTrue(one > 0 && other > 0);
        assertEquals(one + other, both, 1e-3 * both);
        // The second has three frames: so has the picture of both, unless more are asked for.
        CommandRun more = render(file, "1-4", "fireball", "second");
        assertEquals(1, more.status());
        assertTrue(more.err().contains("frame 4 is not in"), more.err());
        assertEquals(3, json(render(file, null, "fireball", "second").out()).get("frames").size());
    }

    private double lumen(Path shot, String... firings) throws IOException {
        CommandRun run = render(shot, "3", firings);
        assertEquals(0, run.status(), run.err());
        return json(run.out()).get("frames").get(0).get("fire_lumen").asDouble();
    }

    private CommandRun render(Path shot, String frames, String... firings) {
        List<String> args = new ArrayList<>(List.of("render", shot.toString(), "--json"));
        args.addAll(List.of("--size", "64x36", "--out", folder.resolve("p").toString()));
        if (frames != null) {
            args.addAll(List.of("--frames", frames));
        }
        for (String firing : firings) {
            args.addAll(List.of("--firing", folder.resolve(firing).toString()));
        }
        return CommandRun.of(args.toArray(String[]::new));
    }

    @Test
    void fire_render_log_info_workTogether() throws IOException {
        String dir = folder.resolve("f").toString();
        CommandRun fire =
                CommandRun.of(
                        "fire",
                        "oil-store",
                        "--out",
                        dir,
                        "--frames",
                        "1-4",
                        "--set",
                        "elements.store.voxel.sketch=1",
                        "--json");
        assertEquals(0, fire.status(), fire.err());
        JsonNode fired = json(fire.out());
        assertEquals(4, fired.get("files").size());
        assertEquals(dir, fired.get("dir").asText());
        assertTrue(fired.get("voxels_max").asLong() > 4000);

        CommandRun render =
                CommandRun.of(
                        "render",
                        "oil-store",
                        "--firing",
                        dir,
                        "--out",
                        folder.resolve("p").toString(),
                        "--frames",
                        "4",
                        "--size",
                        "64x36",
                        "--json");
        assertEquals(0, render.status(), render.err());
        assertTrue(Files.size(folder.resolve("p/oil-store_0004.png")) > 100);
        assertEquals(4, json(render.out()).get("frames").get(0).get("frame").asInt());

        String fast = folder.resolve("fast").toString();
        CommandRun retime =
                CommandRun.of(
                        "retime",
                        "oil-store",
                        "--firing",
                        dir,
                        "--out",
                        fast,
                        "--set",
                        "frames.speed=1.5",
                        "--json");
        assertEquals(0, retime.status(), retime.err());
        JsonNode shown = json(retime.out()).get("frames");
        assertEquals(3, shown.size());
        assertEquals(2.5, shown.get(1).get("stored_frame").asDouble(), 1e-9);
        assertTrue(Files.size(folder.resolve("fast/oil-store_0003.vdb")) > 1000);
        CommandRun onto = CommandRun.of("retime", "oil-store", "--firing", dir, "--out", dir);
        assertEquals(1, onto.status());
        assertTrue(onto.err().contains("holds a firing"), onto.err());
        CommandRun late =
                CommandRun.of(
                        "render",
                        "oil-store",
                        "--firing",
                        dir,
                        "--out",
                        fast,
                        "--size",
                        "32x18",
                        "--set",
                        "frames.picture.skipped=3",
                        "--json");
        assertEquals(0, late.status(), late.err());
        assertEquals(1, json(late.out()).get("frames").size());

        CommandRun log = CommandRun.of("log", dir, "--json");
        assertEquals(0, log.status(), log.err());
        JsonNode entry = json(log.out()).get("frames").get(3);
        for (String key :
                List.of(
                        "frame",
                        "time_s",
                        "heat_release_kw",
                        "fuel_left_kg",
                        "fuel_burnt_kg",
                        "hottest_k",
                        "flame_top_m",
                        "smoke_kg",
                        "peak_speed_ms",
                        "substeps",
                        "seconds")) {
            assertTrue(entry.has(key), key);
        }
        assertEquals(4 / 24.0, entry.get("time_s").asDouble(), 1e-12);
        String words = CommandRun.of("log", dir).out();
        assertTrue(words.contains("heat MW"), words);
        assertTrue(words.contains("wish: flame top 10 m at 1.50 s, not seen yet"), words);

        String file = folder.resolve("f/oil-store_0004.vdb").toString();
        JsonNode info =
                json(CommandRun.of("vdb", "info", file, "--json").out()).get("files").get(0);
        assertEquals(5, info.get("grids").size());
        assertEquals("firing.json", info.get("metadata").get("firing_record").asText());
        assertEquals(64, info.get("grids").get(0).get("voxels_sha256").asText().length());
        assertEquals(0, CommandRun.of("vdb", "check", file).status());
        // Another whole file in its place is not the frame that was fired.
        Files.copy(
                folder.resolve("f/oil-store_0003.vdb"),
                Path.of(file),
                StandardCopyOption.REPLACE_EXISTING);
        CommandRun other = CommandRun.of("vdb", "check", file);
        assertEquals(1, other.status());
        assertTrue(other.out().contains("it is not the file that was fired"), other.out());
    }

    @Test
    void check_namesMeshesThatAreGone() {
        CommandRun check = CommandRun.of("check", "beacon", "--set", "meshes.tower.file=gone.obj");
        assertEquals(0, check.status(), check.err());
        assertTrue(
                check.out().contains("meshes.tower: the mesh 'tower' in 'gone.obj' cannot be used"),
                check.out());
    }

    @Test
    void check_saysWhatWillGoWrong_orThatNothingWill() throws Exception {
        assertEquals(
                """
                no fault found
                elements.store: wish: flame top 10 m at 1.50 s
                elements.store: forecast: flame top 10.4 to 13.5 m
                elements.store: forecast: flame out 0.79 to 3.34 s
                elements.store: proposed: bounds of 24 x 18 x 22 m, a sketch with voxels of 34 cm
                """,
                CommandRun.of("check", "oil-store").out());
        String outside = "elements.store.sources.oil.centre=90,0,0";
        assertTrue(
                CommandRun.of("check", "oil-store", "--set", outside)
                        .out()
                        .contains("outside the bounds"));
        JsonNode found =
                json(CommandRun.of("check", "oil-store", "--set", outside, "--json").out());
        assertEquals(
                "elements.store.sources.oil", found.get("findings").get(0).get("path").asText());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2|say what to do|",
                "2|Missing required option|fire oil-store",
                "1|no shot file and no demo shot 'nothing'|fire nothing --out DIR",
                "1|there is no parameter 'air.wnid'|fire oil-store --out DIR --set air.wnid=1",
                "1|'elements.store.burn.fuel': 'tea' is not known|fire oil-store --out DIR --set"
                        + " elements.store.burn.fuel=tea",
                "2|the frames run backwards: 9-3; write 3-9|fire oil-store --out DIR --frames 9-3",
                "2|is no range of frames|fire oil-store --out DIR --frames x",
                "1|would fit|fire oil-store --out DIR --set elements.store.voxel.sketch=0.0059",
                "2|--fineness is 'rough'|fire oil-store --out DIR --fineness rough",
                "2|--threads must be|fire oil-store --out DIR --threads 0",
                "1|no firing to resume|fire oil-store --out DIR --resume",
                "1|there is no firing in|log DIR",
                "2|is no size of a picture|render oil-store --firing DIR --out DIR --size huge",
                "1|there is no kind of shot 'volcano'|new volcano --out DIR/x",
                "1|0 elements; there is nothing to fire|fire EMPTY --out DIR",
                "1|there is no file|vdb info DIR/none.vdb",
                "2|there is no part 'soup'|bench --part soup",
            })
    void wrongInput_isOneSentenceAndAStatus(int status, String sentence, String line)
            throws IOException {
        Path empty = folder.resolve("empty.ashfall");
        assertEquals(0, CommandRun.of("new", "empty", "--out", empty.toString()).status());
        List<String> args = new ArrayList<>();
        if (line != null) {
            for (String word : line.split(" ")) {
                args.add(word.replace("DIR", folder.toString()).replace("EMPTY", empty.toString()));
            }
        }
        CommandRun r = CommandRun.of(args.toArray(String[]::new));
        assertEquals(status, r.status(), r.err());
        String last =
                r.err()
                        .lines()
                        .filter(l -> l.startsWith("ashfall: "))
                        .reduce((a, b) -> b)
                        .orElse("");
        assertTrue(last.contains(sentence), r.err());
        assertFalse(r.err().contains("\tat "), r.err());
    }

    @Test
    void fire_intoAFile_isRefused() throws IOException {
        Path file = Files.writeString(folder.resolve("taken"), "x");
        CommandRun r =
                CommandRun.of(
                        "fire",
                        "oil-store",
                        "--out",
                        file.toString(),
                        "--set",
                        "elements.store.voxel.sketch=1");
        assertEquals(1, r.status());
        assertTrue(r.err().contains("is a file, not a folder"), r.err());
    }

    @Test
    void new_thenFire_runsWithoutAWindow() throws IOException {
        for (String kind : List.of("burner", "fireball", "puff")) {
            Path shot = folder.resolve(kind + ".ashfall");
            assertEquals(
                    0,
                    CommandRun.of("new", kind, "--set", "radius=0.4", "--out", shot.toString())
                            .status());
            JsonNode root = json(Files.readString(shot));
            String element = root.get("elements").fieldNames().next();
            double voxel = root.get("elements").get(element).get("voxel").get("sketch").asDouble();
            CommandRun r =
                    CommandRun.of(
                            "fire",
                            shot.toString(),
                            "--out",
                            folder.resolve(kind).toString(),
                            "--frames",
                            "1-2",
                            "--set",
                            "elements." + element + ".voxel.sketch=" + 2.5 * voxel);
            assertEquals(0, r.status(), r.err());
        }
        assertTrue(CommandRun.of("new", "burner", "--keys").out().contains("air.temperature"));
    }

    @Test
    void shots_areListed() {
        assertTrue(CommandRun.of("shots").out().contains("oil-store"));
    }

    @Test
    void bench_measuresAPart() throws IOException {
        CommandRun r =
                CommandRun.of(
                        "bench", "--part", "pressure", "--size", "32", "--threads", "1", "--json");
        assertEquals(0, r.status(), r.err());
        JsonNode row = json(r.out()).get("rows").get(0);
        assertEquals("pressure", row.get("part").asText());
        assertTrue(
                row.get("mvoxels_per_s").asDouble() > 0
                        && json(r.out()).get("triad_gb_s").asDouble() > 0);
    }

    /// The same voxels on one thread and two, without vector instructions and with the widest the
    /// machine has.
    @Test
    void fire_onAnyThreadsAndInstructions_givesTheSameVoxels()
            throws IOException, InterruptedException {
        String first = voxels("1", "-XX:UseAVX=0");
        assertEquals(first, voxels("2", "-XX:UseAVX=3"));
        assertEquals(first, voxels("2", "-XX:UseAVX=0"));
    }

    private String voxels(String threads, String flag) throws IOException, InterruptedException {
        Path dir = folder.resolve("bits" + threads + flag.replaceAll("\\W", ""));
        Process p =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                                "-Xmx1g",
                                "--add-modules=jdk.incubator.vector",
                                flag,
                                "-cp",
                                System.getProperty("java.class.path"),
                                "ashfall.cli.Ashfall",
                                "fire",
                                "oil-store",
                                "--out",
                                dir.toString(),
                                "--frames",
                                "1-6",
                                "--threads",
                                threads,
                                "--set",
                                "elements.store.voxel.sketch=0.7")
                        .redirectErrorStream(true)
                        .start();
        String said = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertTrue(p.waitFor(5, TimeUnit.MINUTES));
        assertEquals(0, p.exitValue(), said);
        StringBuilder all = new StringBuilder();
        JsonNode grids =
                json(CommandRun.of(
                                        "vdb",
                                        "info",
                                        dir.resolve("oil-store_0006.vdb").toString(),
                                        "--json")
                                .out())
                        .get("files")
                        .get(0)
                        .get("grids");
        grids.forEach(g -> all.append(g.get("voxels_sha256").asText()).append('\n'));
        return all.toString();
    }
}
