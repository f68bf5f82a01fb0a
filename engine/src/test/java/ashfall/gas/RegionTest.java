package ashfall.gas;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;

import java.util.Random;

class RegionTest {
    private final GridShape shape = new GridShape(70, 9, 7);

    @Test
    void grown_ofRandomSpans_isWhatLiesNear() {
        Random random = new Random(11);
        Region region = random(shape, random);
        for (int cells : new int[] {1, 2, 4, 80}) {
            boolean[] expected = new boolean[shape.size()];
            forEach(
                    region,
                    (x, y, z) -> {
                        for (int dz = -cells; dz <= cells; dz++) {
                            for (int dy = -cells; dy <= cells; dy++) {
                                mark(expected, x - cells, x + cells, y + dy, z + dz);
                            }
                        }
                    });
            assertHolds(expected, region.grown(cells));
        }
    }

    @Test
    void rounded_ofRandomSpans_holdsThemInWholeGroupsThatVectorsTake() {
        for (int nx : new int[] {20, 70, 90, 160}) {
            GridShape wide = new GridShape(nx, 9, 7);
            Region region = random(wide, new Random(nx));
            Region rounded = region.rounded();
            for (int z = 0; z < wide.nz(); z++) {
                for (int y = 0; y < wide.ny(); y++) {
                    int first = rounded.first(y, z);
                    int end = rounded.end(y, z);
                    if (region.end(y, z) == 0) {
                        assertEquals(0, end);
                        continue;
                    }
                    assertEquals(0, first % 16);
                    assertTrue(end == nx || end % 16 == 0);
                    assertTrue(first <= region.first(y, z) && region.end(y, z) <= end);
                    int least = Math.min(nx, 80);
                    assertTrue(end - first >= least);
                    int needed = region.end(y, z) - region.first(y, z);
                    assertTrue(end - first < Math.max(least, needed) + 32);
                }
            }
        }
    }

    @Test
    void bounds_ofTwoBlocks_holdBoth() {
        Region region =
                Region.of(shape, new CellRange(3, 8, 2, 4, 1, 3))
                        .with(new CellRange(40, 41, 6, 7, 5, 6));
        assertEquals(new CellRange(3, 41, 2, 7, 1, 6), region.bounds());
        assertEquals(new CellRange(3, 8, 2, 4, 1, 3), region.bounds(0, 5, 0, 7));
        assertTrue(region.bounds(0, 9, 3, 5).isEmpty());
        assertTrue(Region.none(shape).isEmpty());
        assertTrue(Region.none(shape).grown(3).rounded().isEmpty());
        assertEquals(CellRange.all(shape), Region.all(shape).grown(2).bounds());
    }

    private static Region random(GridShape of, Random random) {
        Region region = Region.none(of);
        for (int i = 0; i < 12; i++) {
            int x = random.nextInt(of.nx());
            int n = 1 + random.nextInt(of.nx() - x);
            region.add(random.nextInt(of.ny()), random.nextInt(of.nz()), x, x + n);
        }
        return region;
    }

    private void mark(boolean[] held, int from, int to, int y, int z) {
        if (y >= 0 && y < shape.ny() && z >= 0 && z < shape.nz()) {
            for (int x = Math.max(0, from); x <= Math.min(shape.nx() - 1, to); x++) {
                held[shape.at(x, y, z)] = true;
            }
        }
    }

    private interface Cell {
        void run(int x, int y, int z);
    }

    private void forEach(Region region, Cell cell) {
        try (Workers workers = new Workers(2)) {
            region.forEachRow(
                    workers,
                    (x, y, z, n, worker) -> {
                        synchronized (this) {
                            for (int i = 0; i < n; i++) {
                                cell.run(x + i, y, z);
                            }
                        }
                    });
        }
    }

    /// A span also holds the gaps between what is expected in its row.
    private void assertHolds(boolean[] expected, Region region) {
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                int first = shape.nx();
                int end = 0;
                for (int x = 0; x < shape.nx(); x++) {
                    if (expected[shape.at(x, y, z)]) {
                        first = Math.min(first, x);
                        end = x + 1;
                    }
                }
                assertEquals(first, region.first(y, z));
                assertEquals(end, region.end(y, z));
            }
        }
    }
}
