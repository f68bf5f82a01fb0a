package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Coarser;
import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/// Large frames are there at less detail too; small ones need it not.
class CoarseFramesTest {
    @TempDir private Path folder;

    private Path fire(String name, double voxel, Workers workers) {
        Shot shot =
                NewShot.make(
                        "fireball",
                        List.of(
                                "mass=2",
                                "frames.last=1",
                                "elements.fireball.voxel.work=" + voxel,
                                "elements.fireball.bounds.from=-3.2,0,-3.2",
                                "elements.fireball.bounds.to=3.2,6.4,3.2",
                                "elements.fireball.sources.charge.centre=0,3.2,0",
                                "elements.fireball.sources.charge.radius=3"));
        Path path = folder.resolve(name);
        Fired.into(path, shot, 1, 1, workers);
        return path;
    }

    @Test
    void coarseFrame_isTheFrameAtAQuarterOfItsDetail() throws IOException {
        try (Workers workers = new Workers(2)) {
            Path small = fire("small", 0.3, workers);
            assertFalse(Files.exists(FiringFolder.coarse(small)));
            Path large = fire("large", 0.045, workers);
            String name = FiringRecord.read(large).files().get(1L);
            Frame fine = FrameFile.read(large.resolve(name));
            Frame coarse = FrameFile.read(FiringFolder.coarse(large).resolve(name));
            assertEquals(Coarser.lattice(fine.lattice()), coarse.lattice());
            assertEquals(fine.seconds(), coarse.seconds());
            SparseGrid smoke = fine.channels().get("temperature");
            SparseGrid seen = coarse.channels().get("temperature");
            int looked = 0;
            for (int i = 0; i < smoke.leafCount(); i += 97) {
                var leaf = smoke.leaf(i);
                float[] means = Coarser.of(leaf, "temperature").values();
                int x = Math.floorDiv(leaf.x(), 4);
                int y = Math.floorDiv(leaf.y(), 4);
                int z = Math.floorDiv(leaf.z(), 4);
                assertEquals(means[0], seen.value(x, y, z, 0), 1e-3f * means[0]);
                assertEquals(means[7], seen.value(x + 1, y + 1, z + 1, 0), 1e-3f * means[7]);
                looked++;
            }
            assertTrue(looked > 10, looked + " leaves");
            Path other = Files.createFile(FiringFolder.coarse(large).resolve("mine.txt"));
            new FiringFolder(large).delete();
            try (var left = Files.list(FiringFolder.coarse(large))) {
                assertEquals(List.of(other), left.toList(), "what is not the firing's stays");
            }
        }
    }
}
