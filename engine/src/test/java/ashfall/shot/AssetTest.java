package ashfall.shot;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/// Files that a shot goes with.
class AssetTest {
    @TempDir Path folder;

    private static Shot shot(String file, String sha256) {
        String json =
                """
                {"ashfall": 1, "name": "bay", "assets":
                 {"hull": {"holds": "mesh", "file": "%s", "sha256": "%s"}}}\
                """
                        .formatted(file, sha256);
        return ShotFile.parse(json, "bay.ashfall").shot();
    }

    /// They stay with the shot whatever else is changed in it.
    @Test
    void assets_areReadKeptAndWritten() {
        Shot shot = shot("meshes/hull.obj", "ab");
        Shot changed = shot.withName("other").with("sun", shot.sun().with(Sun.STRENGTH, 10));
        Shot again = ShotFile.parse(ShotFile.write(changed), "other.ashfall").shot();
        assertEquals(shot.assets(), again.assets());
        assertEquals("mesh", again.assets().get("hull").get(Asset.HOLDS));
    }

    @ParameterizedTest
    @ValueSource(strings = {"/home/me/hull.obj", "C:/hull.obj", "../hull.obj", "a\\\\b.obj", ""})
    void fileOutsideTheShotsFolder_isRefusedBySentence(String file) {
        ShotException e = assertThrows(ShotException.class, () -> shot(file, ""));
        assertTrue(e.getMessage().startsWith("bay.ashfall: 'assets.hull.file' "), e.getMessage());
    }

    @Test
    void fileThatIsGoneOrAnother_isFound() throws IOException {
        Path file = folder.resolve("hull.obj");
        Files.writeString(file, "abc");
        String known = "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad";
        assertEquals(known, Asset.sha256(file));
        assertEquals(Optional.empty(), fault(known));
        assertEquals(Optional.empty(), fault(""));
        Files.writeString(file, "abd");
        assertTrue(
                fault(known).orElseThrow().endsWith("is another than the one that was taken in"));
        Files.delete(file);
        assertTrue(fault(known).orElseThrow().startsWith("the mesh 'hull' is not at"));
    }

    private Optional<String> fault(String sha256) throws IOException {
        return Asset.fault("hull", shot("hull.obj", sha256).assets().get("hull"), folder);
    }
}
