package ashfall.desk.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.firing.FiringFolder;
import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/// Large frames at less detail.
class CoarseRunTest {
    @TempDir private Path folder;

    @Test
    void coarse_isThereWhileTheFrameIsNotHeld() throws IOException {
        FrameShelf shelf =
                new FrameShelf(
                        (file, workers) -> {
                            boolean coarse = file.getParent().endsWith("coarse");
                            Lattice lattice = new Lattice(0, 0, 0, coarse ? 0.4 : 0.1);
                            return new Frame(1, 0, lattice, Map.of());
                        },
                        Long.MAX_VALUE);
        Run run =
                Run.firing(
                        "firing 1",
                        DemoShots.read("oil-store").shot(),
                        "store",
                        Fineness.WORK,
                        Map.of(),
                        folder,
                        shelf);
        run.update(List.of(), Map.of(1L, "a_0001.vdb", 2L, "a_0002.vdb"));
        Files.createDirectory(FiringFolder.coarse(folder));
        Files.createFile(FiringFolder.coarse(folder).resolve("a_0001.vdb"));
        assertTrue(run.hasCoarse(1));
        assertEquals(0.4, run.coarse(1, null).lattice().voxel());
        assertFalse(run.hasCoarse(2), "a small frame is read as it is");
        assertFalse(run.hasCoarse(3), "there is none");
        assertEquals(0.1, run.frame(1, null).lattice().voxel());
        assertFalse(run.hasCoarse(1), "the frame itself comes at once now");
        shelf.close();
    }
}
