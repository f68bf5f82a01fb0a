package ashfall.vdb;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.Random;

/// Files of the reference library and damaged ones, against what the library says about them.
class VdbReaderTest {
    private static final Path SAMPLES = Path.of("src/test/resources/ashfall/vdb/samples");
    private static final Path BROKEN = Path.of("src/test/resources/ashfall/vdb/broken");

    @ParameterizedTest
    @ValueSource(
            strings = {
                "fog_blosc", "fog_class_zip", "fog_zip", "half_blosc", "half_zip", "vec_collocated",
                        "vec_staggered", "negative_coords", "transforms",
                "scaled_and_tilted", "rare_maps", "node_codes", "node_codes_blosc",
                        "node_codes_vec", "old_v220", "old_v222", "many_grids", "instanced",
                "no_grids", "mask_only", "zip_without_mask", "no_offsets", "blosc_small_blocks",
                        "metadata_none"
            })
    void read_sampleFile_agreesWithTheReferenceLibrary(String name) throws IOException {
        JsonNode expected =
                new ObjectMapper()
                        .readTree(SAMPLES.resolve("expected.json").toFile())
                        .get("files")
                        .get(name + ".vdb");
        VdbFile file = VdbReader.read(SAMPLES.resolve(name + ".vdb"));
        assertEquals(expected.get("fileVersion").asInt(), file.version());
        assertEquals(expected.get("grids").size(), file.grids().size());
        for (int i = 0; i < file.grids().size(); i++) {
            compare(expected.get("grids").get(i), file.grids().get(i));
        }
    }

    private static void compare(JsonNode e, VdbGrid g) {
        String where = e.get("uniqueName").asText();
        assertEquals(where, VdbReader.shown(g.uniqueName()));
        assertEquals(e.get("name").asText(), g.name());
        assertEquals(e.get("type").asText(), g.type());
        assertEquals(e.get("class").asText(), g.gridClass());
        assertEquals(e.get("halfFloat").asBoolean(), g.half());
        VdbStats s = VdbStats.of(g);
        assertEquals(e.get("activeVoxelCount").asLong(), s.active(), where);
        assertEquals(e.get("leafCount").asInt(), s.leafCount(), where);
        assertEquals(e.get("activeTileCount").asInt(), s.activeTiles(), where);
        if (!e.get("bboxMin").isNull()) {
            for (int a = 0; a < 3; a++) {
                assertEquals(e.get("bboxMin").get(a).asInt(), s.from()[a], where);
                assertEquals(e.get("bboxMax").get(a).asInt(), s.to()[a], where);
            }
        }
        for (int k = 0; k < g.components(); k++) {
            assertEquals(component(e.get("background"), k), g.background()[k], 0, where);
            if (s.min() != null) {
                assertEquals(component(e.get("min"), k), s.min()[k], 0, where);
                assertEquals(component(e.get("max"), k), s.max()[k], 0, where);
            }
            double sum = component(e.get("sum"), k);
            assertEquals(sum, s.sum()[k], 1e-9 * Math.max(1, Math.abs(sum)), where);
        }
        for (JsonNode point : e.get("transform").get("points")) {
            JsonNode ijk = point.get("ijk");
            double[] world =
                    g.transform().world(ijk.get(0).asInt(), ijk.get(1).asInt(), ijk.get(2).asInt());
            for (int a = 0; a < 3; a++) {
                double w = point.get("world").get(a).asDouble();
                assertEquals(w, world[a], 1e-9 * Math.max(1, Math.abs(w)), where);
            }
        }
        for (JsonNode probe : e.get("probes")) {
            JsonNode c = probe.get("ijk");
            int x = c.get(0).asInt();
            int y = c.get(1).asInt();
            int z = c.get(2).asInt();
            assertEquals(probe.get("active").asBoolean(), g.isActive(x, y, z), where + " at " + c);
            for (int k = 0; k < g.components(); k++) {
                assertEquals(
                        component(probe.get("value"), k),
                        g.value(x, y, z, k),
                        0,
                        where + " at " + c);
            }
        }
    }

    private static double component(JsonNode node, int k) {
        return node.isArray() ? node.get(k).asDouble() : node.asDouble();
    }

    @Test
    void read_gridOfAnotherType_namesItAndIt() {
        var e =
                assertThrows(
                        VdbException.class,
                        () -> VdbReader.read(SAMPLES.resolve("int_bool_mask.vdb")));
        assertTrue(
                e.getMessage().contains("Tree_int32_5_4_3")
                        && e.getMessage().contains("float and vec3s"),
                e.getMessage());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "absurd_grid_count",
                "absurd_root_count",
                "absurd_string",
                "bad_node_code",
                "bad_offsets",
                "corrupt_zip",
                "future_version",
                "huge_blosc",
                "huge_chunk",
                "truncated_header",
                "truncated_leaf",
                "unknown_grid_type",
                "wrong_magic"
            })
    void read_damagedFile_isRefusedInOneSentenceAtOnce(String name) {
        Path file = BROKEN.resolve(name + ".vdb");
        assertTimeoutPreemptively(
                Duration.ofSeconds(10),
                () -> {
                    var e = assertThrows(VdbException.class, () -> VdbReader.read(file));
                    assertTrue(e.getMessage().startsWith(file.toString()), e.getMessage());
                    assertEquals(1, e.getMessage().lines().count());
                });
    }

    /// Any byte may be wrong: the reader must return or refuse, never fail otherwise nor take long.
    @Test
    void read_fileWithRandomDamage_neverFailsOtherwise() throws IOException {
        long seed = 20260101;
        Random random = new Random(seed);
        for (String name :
                new String[] {"fog_class_zip", "half_zip", "fog_blosc", "vec_staggered"}) {
            byte[] good = Files.readAllBytes(SAMPLES.resolve(name + ".vdb"));
            for (int round = 0; round < 150; round++) {
                byte[] bad = good.clone();
                for (int k = 0; k < 1 + random.nextInt(4); k++) {
                    bad[random.nextInt(round % 2 == 0 ? Math.min(600, bad.length) : bad.length)] =
                            (byte) random.nextInt();
                }
                String label = name + " seed " + seed + " round " + round;
                try {
                    assertNotNull(VdbReader.read(label, ByteBuffer.wrap(bad)));
                } catch (VdbException e) {
                    assertTrue(e.getMessage().contains(label), e.getMessage());
                }
            }
        }
    }

    @Test
    void metadata_ofOurKinds_isRead() throws IOException {
        Map<String, Object> m =
                VdbReader.read(SAMPLES.resolve("fog_zip.vdb")).grids().getFirst().metadata();
        assertTrue(m.get("file_voxel_count") instanceof Long);
        assertTrue(m.get("file_bbox_min") instanceof int[] box && box.length == 3);
    }
}
