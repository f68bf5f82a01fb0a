package ashfall.desk.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.firing.FiringFolder;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/// Large frames at less detail.
class CoarseRunTest {
    @TempDir private Path folder;

    @Test
    void coarse_isThereWhileTheFrameIsNotHeld() throws IOException {
        Run run = TestRuns.firing(folder, 2);
        Files.createDirectory(FiringFolder.coarse(folder));
        Files.createFile(FiringFolder.coarse(folder).resolve(TestRuns.name(1)));
        assertTrue(run.hasCoarse(1));
        assertEquals(TestRuns.COARSE, run.coarse(1, null).lattice().voxel());
        assertFalse(run.hasCoarse(2), "a small frame is read as it is");
        assertFalse(run.hasCoarse(3), "there is none");
        assertEquals(TestRuns.FINE, run.frame(1, null).lattice().voxel());
        assertFalse(run.hasCoarse(1), "the frame itself comes at once now");
    }
}
