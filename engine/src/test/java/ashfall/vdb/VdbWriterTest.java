package ashfall.vdb;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.SparseGrid.Leaf;
import ashfall.work.Workers;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIf;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;

class VdbWriterTest {
    private static final String PYTHON = "/usr/bin/python3";

    @TempDir private Path folder;

    /// Grids without any symmetry, across the origin and a root border, with constant leaves that
    /// become tiles.
    private static List<VdbGrid> grids() {
        List<VdbGrid> all = new ArrayList<>();
        for (int components : new int[] {1, 3}) {
            for (boolean half : new boolean[] {false, true}) {
                all.add(grid(components, half));
            }
        }
        all.add(
                new VdbGrid(
                        "empty",
                        "empty",
                        "Tree_float_5_4_3",
                        false,
                        new float[] {288},
                        List.of(),
                        List.of(),
                        VdbTransform.uniform(0.1, 0.05, 0.05, 0.05),
                        Map.of()));
        return all;
    }

    private static VdbGrid grid(int components, boolean half) {
        Random random = new Random(components * 2L + (half ? 1 : 0));
        float[] background = new float[components];
        Arrays.fill(background, half ? 0.5f : 0.25f);
        List<Leaf> leaves = new ArrayList<>();
        int[][] origins = {
            {-8, 0, 16}, {0, 0, 0}, {8, 24, -4104}, {4088, -128, 136}, {0, 8, 0}, {4096, 0, 0}
        };
        for (int l = 0; l < origins.length; l++) {
            long[] mask = new long[8];
            float[] full = new float[512 * components];
            for (int v = 0; v < 512; v++) {
                boolean active = l == 4 || random.nextInt(3) > 0;
                if (active) {
                    mask[v >> 6] |= 1L << (v & 63);
                }
                for (int k = 0; k < components; k++) {
                    float value = l == 4 ? 7.5f + k : (random.nextFloat() - 0.3f) * 100;
                    full[v * components + k] = active ? value : background[k];
                }
            }
            short[] halves = new short[full.length];
            for (int i = 0; i < full.length; i++) {
                halves[i] = Float.floatToFloat16(full[i]);
            }
            leaves.add(
                    new Leaf(
                            origins[l][0],
                            origins[l][1],
                            origins[l][2],
                            mask,
                            half ? null : full,
                            half ? halves : null));
        }
        String name = (components == 1 ? "scalar" : "vector") + (half ? "_half" : "");
        String type =
                (components == 1 ? "Tree_float_5_4_3" : "Tree_vec3s_5_4_3")
                        + (half ? "_HalfFloat" : "");
        Map<String, Object> metadata =
                components == 3
                        ? Map.of("class", "staggered", "unit", "m/s")
                        : Map.of("unit", "K", "count", 3);
        return new VdbGrid(
                name,
                name,
                type,
                half,
                background,
                leaves,
                List.of(),
                VdbTransform.uniform(0.25, -1, 0.125, 2),
                metadata);
    }

    private Path write(String name, int threads) throws IOException {
        Path file = folder.resolve(name);
        try (Workers workers = new Workers(threads)) {
            new VdbWriter(workers)
                    .write(file, Map.of("creator", "test", "frame", 8L, "rate", 24.0), grids());
        }
        return file;
    }

    @Test
    void write_thenRead_givesTheSameVoxels() throws IOException {
        VdbFile file = VdbReader.read(write("a.vdb", 2));
        assertEquals("test", file.metadata().get("creator"));
        assertEquals(8L, file.metadata().get("frame"));
        List<VdbGrid> before = grids();
        for (int i = 0; i < before.size(); i++) {
            VdbGrid a = before.get(i);
            VdbGrid b = file.grids().get(i);
            assertEquals(a.name(), b.name());
            assertArrayEquals(a.background(), b.background());
            assertArrayEquals(a.transform().matrix(), b.transform().matrix());
            VdbStats sa = VdbStats.of(a);
            VdbStats sb = VdbStats.of(b);
            assertEquals(sa.active(), sb.active());
            assertArrayEquals(sa.sum(), sb.sum(), 1e-6);
            Random random = new Random(i);
            for (int k = 0; k < 400 && !a.leaves().isEmpty(); k++) {
                Leaf leaf = a.leaves().get(random.nextInt(a.leaves().size()));
                int x = leaf.x() + random.nextInt(8);
                int y = leaf.y() + random.nextInt(8);
                int z = leaf.z() + random.nextInt(8);
                assertEquals(a.isActive(x, y, z), b.isActive(x, y, z));
                assertEquals(
                        a.value(x, y, z, a.components() - 1), b.value(x, y, z, a.components() - 1));
            }
        }
        assertEquals(1, VdbStats.of(file.grids().getFirst()).activeTiles());
    }

    @Test
    void write_withAnyNumberOfThreads_givesTheSameBytes() throws IOException {
        assertArrayEquals(
                Files.readAllBytes(write("one.vdb", 1)), Files.readAllBytes(write("three.vdb", 3)));
    }

    @Test
    void uuid_dependsOnTheContentAlone() throws IOException {
        String first = VdbReader.read(write("a.vdb", 1)).uuid();
        assertEquals(first, VdbReader.read(write("b.vdb", 2)).uuid());
        Path other = folder.resolve("c.vdb");
        try (Workers workers = new Workers(1)) {
            new VdbWriter(workers).write(other, Map.of("frame", 9L), grids());
        }
        assertNotEquals(first, VdbReader.read(other).uuid());
    }

    @Test
    void write_whereItFails_leavesNothingBehind() throws IOException {
        Path taken = Files.createDirectory(folder.resolve("taken.vdb"));
        Files.createFile(taken.resolve("inside"));
        try (Workers workers = new Workers(1)) {
            new VdbWriter(workers).write(taken, Map.of(), grids());
        } catch (IOException e) {
            assertTrue(Files.isDirectory(taken));
        }
        assertFalse(Files.exists(folder.resolve(".taken.vdb.part")));
    }

    static boolean referenceLibraryIsInstalled() throws IOException, InterruptedException {
        if (!Files.isExecutable(Path.of(PYTHON))) {
            return false;
        }
        Process p =
                new ProcessBuilder(PYTHON, "-c", "import pyopenvdb")
                        .redirectErrorStream(true)
                        .start();
        p.getInputStream().readAllBytes();
        return p.waitFor(60, TimeUnit.SECONDS) && p.exitValue() == 0;
    }

    /// The reference library reads our files, and sees what we see. Needs Debian's python3-openvdb.
    @Test
    @EnabledIf("referenceLibraryIsInstalled")
    void write_readByTheReferenceLibrary_agreesWithOurNumbers()
            throws IOException, InterruptedException {
        Path file = write("conform.vdb", 2);
        Process p =
                new ProcessBuilder(
                                PYTHON,
                                "src/test/resources/ashfall/vdb/verify_vdb.py",
                                file.toString())
                        .start();
        String out =
                new String(
                        p.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        assertTrue(p.waitFor(120, TimeUnit.SECONDS));
        assertEquals(0, p.exitValue(), out);
        JsonNode seen = new ObjectMapper().readTree(out).get(0).get("grids");
        List<VdbGrid> ours = VdbReader.read(file).grids();
        assertEquals(ours.size(), seen.size());
        for (int i = 0; i < ours.size(); i++) {
            VdbStats s = VdbStats.of(ours.get(i));
            JsonNode g = named(seen, ours.get(i).name());
            assertEquals(g.get("activeVoxelCount").asLong(), s.active());
            assertEquals(g.get("leafCount").asInt(), s.leafCount());
            for (int k = 0; k < s.sum().length && s.min() != null; k++) {
                JsonNode max = g.get("max");
                assertEquals(max.isArray() ? max.get(k).asDouble() : max.asDouble(), s.max()[k], 0);
                JsonNode sum = g.get("sum");
                assertEquals(
                        sum.isArray() ? sum.get(k).asDouble() : sum.asDouble(), s.sum()[k], 1e-6);
            }
        }
    }

    /// The library lists grids in an order of its own.
    private static JsonNode named(JsonNode grids, String name) {
        for (JsonNode grid : grids) {
            if (grid.get("name").asText().equals(name)) {
                return grid;
            }
        }
        throw new AssertionError("the library does not see the grid '" + name + "'");
    }

    @Test
    void measure_isWhatTheGridsReadMeasure() throws IOException {
        Path file = write("m.vdb", 2);
        Map<String, VdbStats> measured = VdbReader.measure(file);
        try (Workers workers = new Workers(2)) {
            for (VdbGrid grid : VdbReader.read(file, workers).grids()) {
                VdbStats one = VdbStats.of(grid);
                VdbStats other = measured.get(grid.uniqueName());
                assertEquals(one.voxelsSha256(), other.voxelsSha256());
                assertEquals(one.active(), other.active());
                assertArrayEquals(one.max(), other.max());
                assertEquals(one.leafCount(), other.leafCount());
            }
        }
    }
}
