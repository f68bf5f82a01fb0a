package ashfall.gas;

import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.Arrays;

/// The cells of a grid that a step has to do with: of each row along x one span, none where nothing
/// differs from the surroundings. Outside everything is ambient.
///
/// Fires are seldom boxes: rows of their own length leave out most of the air beside a plume.
public final class Region {
    /// Cells that vectors take at once, at most.
    private static final int GROUP = 16;

    /// Groups of the shortest span in grids that are long enough: more than rows that go one by
    /// one have ([Lanes]).
    private static final int LEAST = 5;

    private final GridShape shape;

    /// By row, y + ny z: the span's first cell and the one after its last; nx and 0 for none.
    private final int[] first;

    private final int[] end;

    /// What is done with the span of n cells from (x, y, z).
    @FunctionalInterface
    public interface Row {
        void run(int x, int y, int z, int n, int worker);
    }

    private Region(GridShape shape, int[] first, int[] end) {
        this.shape = shape;
        this.first = first;
        this.end = end;
    }

    /// No cell.
    public static Region none(GridShape shape) {
        int[] first = new int[shape.ny() * shape.nz()];
        Arrays.fill(first, shape.nx());
        return new Region(shape, first, new int[first.length]);
    }

    /// The cells of a range.
    public static Region of(GridShape shape, CellRange range) {
        return none(shape).with(range);
    }

    /// Every cell.
    public static Region all(GridShape shape) {
        return of(shape, CellRange.all(shape));
    }

    /// Lengthens the span of a row so that it holds the cells from `from` to before `to`; for the
    /// maker alone, before anyone else sees the region.
    public void add(int y, int z, int from, int to) {
        int row = row(y, z);
        first[row] = Math.min(first[row], from);
        end[row] = Math.max(end[row], to);
    }

    /// The region and a range.
    public Region with(CellRange range) {
        Region with = new Region(shape, first.clone(), end.clone());
        if (!range.isEmpty()) {
            for (int z = range.z0(); z < range.z1(); z++) {
                for (int y = range.y0(); y < range.y1(); y++) {
                    with.add(y, z, range.x0(), range.x1());
                }
            }
        }
        return with;
    }

    /// The region and all cells at most so many away from it along each axis.
    public Region grown(int cells) {
        return spread(cells, 0).spread(0, cells).lengthened(cells);
    }

    /// Every row with what its neighbours hold along y and z.
    private Region spread(int rows, int planes) {
        Region out = none(shape);
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int dz = Math.max(-planes, -z); dz <= planes && z + dz < shape.nz(); dz++) {
                    for (int dy = Math.max(-rows, -y); dy <= rows && y + dy < shape.ny(); dy++) {
                        int row = row(y + dy, z + dz);
                        out.add(y, z, first[row], end[row]);
                    }
                }
            }
        }
        return out;
    }

    private Region lengthened(int cells) {
        Region out = none(shape);
        for (int row = 0; row < first.length; row++) {
            if (first[row] < end[row]) {
                out.first[row] = Math.max(0, first[row] - cells);
                out.end[row] = Math.min(shape.nx(), end[row] + cells);
            }
        }
        return out;
    }

    /// The region with spans that vectors take, without a tail: of whole groups of cells and not
    /// too few, as far as the grid has them.
    public Region rounded() {
        Region out = none(shape);
        int least = Math.min(shape.nx(), LEAST * GROUP);
        for (int row = 0; row < first.length; row++) {
            if (first[row] < end[row]) {
                int from = first[row] / GROUP * GROUP;
                int to = Math.min(shape.nx(), roundUp(Math.max(from + least, end[row])));
                out.first[row] = Math.max(0, Math.min(from, (to - least) / GROUP * GROUP));
                out.end[row] = to;
            }
        }
        return out;
    }

    private static int roundUp(int cells) {
        return (cells + GROUP - 1) / GROUP * GROUP;
    }

    public boolean isEmpty() {
        return bounds().isEmpty();
    }

    /// The smallest range that holds the region.
    public CellRange bounds() {
        return bounds(0, shape.ny(), 0, shape.nz());
    }

    /// The smallest range that holds the spans of some rows: y0 <= y < y1, z0 <= z < z1.
    CellRange bounds(int y0, int y1, int z0, int z1) {
        CellRange all = CellRange.NONE;
        for (int z = z0; z < z1; z++) {
            int x0 = shape.nx();
            int x1 = 0;
            int low = y1;
            int high = y0;
            for (int y = y0; y < y1; y++) {
                int row = row(y, z);
                if (first[row] < end[row]) {
                    x0 = Math.min(x0, first[row]);
                    x1 = Math.max(x1, end[row]);
                    low = Math.min(low, y);
                    high = y + 1;
                }
            }
            all = all.union(new CellRange(x0, x1, low, high, z, z + 1));
        }
        return all;
    }

    /// First cell of a row's span.
    int first(int y, int z) {
        return first[row(y, z)];
    }

    /// The cell after the last of a row's span.
    int end(int y, int z) {
        return end[row(y, z)];
    }

    /// Goes through all spans, a plane of constant z at a time.
    public void forEachRow(Workers workers, Row what) {
        CellRange bounds = bounds();
        workers.forEachSlab(
                bounds.depth(),
                (slab, worker) -> {
                    int z = bounds.z0() + slab;
                    for (int y = bounds.y0(); y < bounds.y1(); y++) {
                        int x = first(y, z);
                        int n = end(y, z) - x;
                        if (n > 0) {
                            what.run(x, y, z, n, worker);
                        }
                    }
                });
    }

    private int row(int y, int z) {
        return y + shape.ny() * z;
    }
}
