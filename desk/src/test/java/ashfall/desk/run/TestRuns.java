package ashfall.desk.run;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.sim.LogEntry;

import java.nio.file.Path;
import java.util.Collections;
import java.util.Map;
import java.util.TreeMap;

/// Firings for tests whose frames come from no files.
public final class TestRuns {
    /// Voxels of frames, and of those at less detail, m.
    public static final double FINE = 0.1;

    public static final double COARSE = 0.4;

    private TestRuns() {}

    /// A firing of the oil store with frames from 1 on.
    public static Run firing(Path folder, int frames) {
        Run run =
                Run.firing(
                        "firing 1",
                        DemoShots.read("oil-store").shot(),
                        "store",
                        Fineness.WORK,
                        Map.of(),
                        folder,
                        new FrameShelf((file, workers) -> frame(file), Long.MAX_VALUE));
        Map<Long, String> files = new TreeMap<>();
        for (long number = 1; number <= frames; number++) {
            files.put(number, name(number));
        }
        LogEntry entry = org.mockito.Mockito.mock(LogEntry.class);
        run.update(Collections.nCopies(frames, entry), files);
        return run;
    }

    public static String name(long number) {
        return "a_000" + number + ".vdb";
    }

    private static Frame frame(Path file) {
        boolean coarse = file.getParent().endsWith("coarse");
        float[] values = new float[SparseGrid.VOXELS];
        long[] mask = new long[SparseGrid.EDGE];
        mask[0] = 1;
        values[0] = 1e-3f;
        SparseGrid.Leaf leaf = new SparseGrid.Leaf(0, 0, 0, mask, values, null);
        SparseGrid grid =
                new SparseGrid(
                        "density",
                        "kg/m3",
                        false,
                        false,
                        new float[1],
                        new SparseGrid.Leaf[] {leaf});
        return new Frame(
                1, 0, new Lattice(0, 0, 0, coarse ? COARSE : FINE), Map.of("density", grid));
    }
}
