package ashfall.cli;

import ashfall.grid.Seeded;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.vdb.VdbGrid;
import ashfall.vdb.VdbReader;
import ashfall.vdb.VdbTransform;
import ashfall.vdb.VdbWriter;
import ashfall.work.Workers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/// What `bench` writes and reads: the grids of a given file, or four of one number and one of
/// three, each a ball of uneven values that fills a third of a cube.
final class VdbBench implements AutoCloseable {
    private static final double RADIUS = 0.42;

    private final Workers workers;
    private final List<VdbGrid> grids;
    private final Path folder;

    /// @param fileOrNull whose grids they are
    /// @param size voxels along the cube's edge, where there is no file
    VdbBench(Path fileOrNull, int size, Workers workers) {
        this.workers = workers;
        try {
            folder = Files.createTempDirectory("ashfall-bench");
            grids = fileOrNull == null ? made(size) : VdbReader.read(fileOrNull, workers).grids();
            if (fileOrNull == null) {
                new VdbWriter(workers).write(file("read"), Map.of(), grids);
            } else {
                Files.copy(fileOrNull, file("read"));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /// One of its files: the one that is read, or written.
    Path file(String name) {
        return folder.resolve(name + ".vdb");
    }

    /// Active voxels of the first grid.
    long voxels() {
        return grids.getFirst().leaves().stream().mapToLong(Leaf::activeCount).sum();
    }

    /// Writes all grids, to the disk itself.
    void write() {
        try {
            new VdbWriter(workers).write(file("written"), Map.of(), grids);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /// Reads all grids.
    void read() {
        try {
            VdbReader.read(file("read"), workers);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static List<VdbGrid> made(int size) {
        List<VdbGrid> all = new ArrayList<>();
        for (String name : List.of("density", "temperature", "fuel", "flame", "velocity")) {
            int components = name.equals("velocity") ? 3 : 1;
            List<Leaf> leaves = new ArrayList<>();
            for (int z = 0; z < size; z += SparseGrid.EDGE) {
                for (int y = 0; y < size; y += SparseGrid.EDGE) {
                    for (int x = 0; x < size; x += SparseGrid.EDGE) {
                        addLeaf(leaves, new int[] {x, y, z}, size, components, all.size());
                    }
                }
            }
            all.add(
                    new VdbGrid(
                            name,
                            name,
                            components == 1 ? "Tree_float_5_4_3" : "Tree_vec3s_5_4_3",
                            false,
                            new float[components],
                            leaves,
                            List.of(),
                            VdbTransform.uniform(1, 0, 0, 0),
                            Map.of()));
        }
        return all;
    }

    private static void addLeaf(List<Leaf> leaves, int[] at, int size, int components, int seed) {
        long[] mask = new long[SparseGrid.EDGE];
        float[] values = new float[SparseGrid.VOXELS * components];
        boolean any = false;
        for (int v = 0; v < SparseGrid.VOXELS; v++) {
            double square = 0;
            int[] local = {v & 7, (v >> 3) & 7, v >> 6};
            for (int axis = 0; axis < 3; axis++) {
                double d = (at[axis] + local[axis] + 0.5) / size - 0.5;
                square += d * d;
            }
            if (square < RADIUS * RADIUS) {
                any = true;
                mask[v >> 6] |= 1L << (v & 63);
                for (int k = 0; k < components; k++) {
                    long where = ((long) at[2] * size + at[1]) * size + at[0];
                    double uneven = Seeded.unit(seed, k, where, v);
                    values[v * components + k] = (float) ((1 - square) * (0.9 + 0.2 * uneven));
                }
            }
        }
        if (any) {
            leaves.add(new Leaf(at[0], at[1], at[2], mask, values, null));
        }
    }

    @Override
    public void close() {
        try {
            Files.deleteIfExists(file("written"));
            Files.deleteIfExists(file("read"));
            Files.deleteIfExists(folder);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
