package ashfall.gas;

import ashfall.grid.GridShape;

import java.util.Arrays;

/// Rooms among bodies from which no open face leads out of the box. Their gas cannot grow: the
/// pressure's equations have a solution there only if it does not.
final class Pockets {
    private static final int NONE = 0;
    private static final int OUT = -1;

    private final GridShape shape;
    private final Sides sides;
    private float[][] open;

    /// Which pocket each cell belongs to, from 1 on.
    private final int[] pocket;

    private int count;
    private int[] stack = new int[1024];
    private int height;
    private CellRange where = CellRange.NONE;

    Pockets(GridShape shape, Sides sides) {
        this.shape = shape;
        this.sides = sides;
        this.pocket = new int[shape.size()];
    }

    /// Finds them anew.
    ///
    /// @param shares of faces that are open
    /// @param touched outside of which all faces are open
    void find(float[][] shares, CellRange touched) {
        open = shares;
        count = 0;
        Arrays.fill(pocket, OUT);
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                int at = shape.at(0, y, z);
                Arrays.fill(pocket, at, at + shape.nx(), NONE);
            }
        }
        floodFromSides();
        where = CellRange.NONE;
        // A pocket lies in or beside what bodies touch, or is all there is.
        CellRange looked = sides.noneOpen() ? CellRange.all(shape) : touched;
        for (int z = looked.z0(); z < looked.z1(); z++) {
            for (int y = looked.y0(); y < looked.y1(); y++) {
                for (int x = looked.x0(); x < looked.x1(); x++) {
                    int i = shape.at(x, y, z);
                    if (pocket[i] == NONE && hasWay(i)) {
                        count++;
                        flood(i, count);
                        where = CellRange.all(shape);
                    }
                }
            }
        }
    }

    private boolean hasWay(int i) {
        for (int axis = 0; axis < 3; axis++) {
            int stride = shape.stride(axis);
            if ((open[axis][i] > 0 && pocket[i - stride] != OUT)
                    || (open[axis][i + stride] > 0 && pocket[i + stride] != OUT)) {
                return true;
            }
        }
        return false;
    }

    private void floodFromSides() {
        for (int axis = 0; axis < 3; axis++) {
            int end = shape.count(axis);
            int stride = shape.stride(axis);
            int a = (axis + 1) % 3;
            int b = (axis + 2) % 3;
            for (int j = 0; j < shape.count(b); j++) {
                for (int i = 0; i < shape.count(a); i++) {
                    int low = shape.at(0, 0, 0) + i * shape.stride(a) + j * shape.stride(b);
                    int high = low + end * stride;
                    if (!sides.lowClosed(axis) && open[axis][low] > 0) {
                        flood(low, OUT);
                    }
                    if (!sides.highClosed(axis) && open[axis][high] > 0) {
                        flood(high - stride, OUT);
                    }
                }
            }
        }
    }

    /// Gives a mark to all cells that are reached from one, whole runs along x at a time.
    private void flood(int start, int mark) {
        push(start);
        while (height > 0) {
            int i = stack[--height];
            if (pocket[i] != NONE) {
                continue;
            }
            int from = i;
            while (pocket[from - 1] == NONE && open[0][from] > 0) {
                from--;
            }
            int to = i;
            while (pocket[to + 1] == NONE && open[0][to + 1] > 0) {
                to++;
            }
            Arrays.fill(pocket, from, to + 1, mark);
            for (int axis = 1; axis < 3; axis++) {
                int stride = shape.stride(axis);
                beside(from, to, -stride, open[axis], 0);
                beside(from, to, stride, open[axis], stride);
            }
        }
    }

    /// Takes note of one cell of each run beside a run that is reached from it.
    private void beside(int from, int to, int by, float[] faces, int face) {
        boolean before = false;
        for (int i = from; i <= to; i++) {
            boolean reached = pocket[i + by] == NONE && faces[i + face] > 0;
            boolean goesOn = before && open[0][i + by] > 0;
            if (reached && !goesOn) {
                push(i + by);
            }
            before = reached;
        }
    }

    private void push(int cell) {
        if (height == stack.length) {
            stack = Arrays.copyOf(stack, 2 * height);
        }
        stack[height++] = cell;
    }

    /// How many there are.
    int count() {
        return count;
    }

    /// Takes from each pocket's cells their mean.
    void removeMeans(float[] right) {
        if (count == 0) {
            return;
        }
        double[] sums = new double[count + 1];
        long[] cells = new long[count + 1];
        forEachCell(
                i -> {
                    sums[pocket[i]] += right[i];
                    cells[pocket[i]]++;
                });
        forEachCell(i -> right[i] -= (float) (sums[pocket[i]] / cells[pocket[i]]));
    }

    private void forEachCell(java.util.function.IntConsumer what) {
        for (int z = where.z0(); z < where.z1(); z++) {
            for (int y = where.y0(); y < where.y1(); y++) {
                for (int i = shape.at(0, y, z), end = i + shape.nx(); i < end; i++) {
                    if (pocket[i] > NONE) {
                        what.accept(i);
                    }
                }
            }
        }
    }
}
