package ashfall.gas;

import ashfall.grid.GridShape;

import java.util.Arrays;
import java.util.function.IntConsumer;

/// Rooms among bodies from which no open face leads out of the box. Their gas cannot grow: the
/// pressure's equations have a solution there only if it does not.
///
/// Only cells near bodies are gone through. All beyond them is one room; or two, where the cells
/// near bodies part the box like a wall.
final class Pockets {
    private static final int NOT_SEEN = 0;
    private static final int OUT = -1;
    private static final int NO_CELL = -2;

    private final GridShape shape;
    private final Sides sides;
    private float[][] open;
    private CellRange near = CellRange.NONE;
    private GridShape local;

    /// Which pocket each cell near bodies belongs to, from 1 on.
    private int[] mark = new int[0];

    /// Which pocket the rooms beyond belong to: below and above along the axis that parts them, or
    /// the first alone.
    private final int[] beyond = new int[2];

    /// The only axis along which anything lies beyond; -1 where there are none or several.
    private int parting;

    private int count;
    private int[] stack = new int[1024];
    private int height;

    Pockets(GridShape shape, Sides sides) {
        this.shape = shape;
        this.sides = sides;
    }

    /// Finds them anew.
    ///
    /// @param shares of faces that are open, in arrays of the local shape; 0 on closed sides
    /// @param cells near bodies: the faces of all others are open but on closed sides
    void find(float[][] shares, CellRange cells, GridShape localShape) {
        open = shares;
        near = cells;
        local = localShape;
        count = 0;
        if (mark.length < local.size()) {
            mark = new int[local.size()];
        }
        Arrays.fill(mark, NO_CELL);
        forEachNear(at -> mark[at] = NOT_SEEN);
        findParting();
        Arrays.fill(beyond, NOT_SEEN);
        for (int room = 0; room < 2; room++) {
            if (exists(room) && leadsOut(room)) {
                enter(room, OUT);
            }
        }
        for (int axis = 0; axis < 3; axis++) {
            for (int end = 0; end < 2; end++) {
                boolean closed = end == 0 ? sides.lowClosed(axis) : sides.highClosed(axis);
                if (!closed && !isBeyond(axis, end)) {
                    pushSide(axis, end);
                }
            }
        }
        flood(OUT);
        for (int room = 0; room < 2; room++) {
            if (exists(room) && beyond[room] == NOT_SEEN) {
                enter(room, ++count);
            }
        }
        forEachNear(
                at -> {
                    if (mark[at] == NOT_SEEN && hasWay(at)) {
                        push(at);
                        flood(++count);
                    }
                });
    }

    /// There are none.
    void forget() {
        count = 0;
    }

    private void forEachNear(IntConsumer what) {
        for (int z = 0; z < local.nz(); z++) {
            for (int y = 0; y < local.ny(); y++) {
                for (int x = 0, at = local.at(0, y, z); x < local.nx(); x++) {
                    what.accept(at + x);
                }
            }
        }
    }

    private void findParting() {
        int several = 0;
        for (int axis = 0; axis < 3; axis++) {
            if (isBeyond(axis, 0) || isBeyond(axis, 1)) {
                parting = axis;
                several++;
            }
        }
        parting = several == 1 ? parting : -1;
    }

    /// Are there cells below (0) or above (1) those near bodies along an axis?
    private boolean isBeyond(int axis, int end) {
        int low = axis == 0 ? near.x0() : axis == 1 ? near.y0() : near.z0();
        return end == 0 ? low > 0 : low + local.count(axis) < shape.count(axis);
    }

    private boolean exists(int room) {
        if (parting >= 0) {
            return isBeyond(parting, room);
        }
        return room == 0 && local.cells() < shape.cells();
    }

    /// Which room lies beyond an end of an axis.
    private int room(int end) {
        return parting < 0 ? 0 : end;
    }

    /// Does a room beyond lie at an open side of the box? One behind a wall lies at all but that
    /// behind the other.
    private boolean leadsOut(int room) {
        boolean out = false;
        for (int axis = 0; axis < 3; axis++) {
            out |= !sides.lowClosed(axis) && !(axis == parting && room == 1);
            out |= !sides.highClosed(axis) && !(axis == parting && room == 0);
        }
        return out;
    }

    private boolean hasWay(int at) {
        boolean any = false;
        for (int axis = 0; axis < 3; axis++) {
            any |= open[axis][at] > 0 || open[axis][at + local.stride(axis)] > 0;
        }
        return any;
    }

    /// Gives a mark to a room beyond and to all that is reached from it.
    private void enter(int room, int own) {
        beyond[room] = own;
        pushBeside(room);
        flood(own);
    }

    private void pushBeside(int room) {
        for (int axis = 0; axis < 3; axis++) {
            for (int end = 0; end < 2; end++) {
                if (isBeyond(axis, end) && room(end) == room) {
                    pushSide(axis, end);
                }
            }
        }
    }

    /// Takes note of the cells at an end of an axis that are open there.
    private void pushSide(int axis, int end) {
        int a = (axis + 1) % 3;
        int b = (axis + 2) % 3;
        int first = local.at(0, 0, 0) + end * (local.count(axis) - 1) * local.stride(axis);
        for (int k = 0; k < local.count(a); k++) {
            for (int l = 0; l < local.count(b); l++) {
                int at = first + k * local.stride(a) + l * local.stride(b);
                if (open[axis][at + end * local.stride(axis)] > 0) {
                    push(at);
                }
            }
        }
    }

    /// Gives a mark to the cells taken note of and to all that is reached from them.
    private void flood(int own) {
        while (height > 0) {
            int at = stack[--height];
            if (mark[at] == NOT_SEEN) {
                mark[at] = own;
                for (int axis = 0; axis < 3; axis++) {
                    int stride = local.stride(axis);
                    go(axis, 0, at - stride, open[axis][at], own);
                    go(axis, 1, at + stride, open[axis][at + stride], own);
                }
            }
        }
    }

    private void go(int axis, int end, int to, float share, int own) {
        if (share > 0 && mark[to] == NOT_SEEN) {
            push(to);
        } else if (share > 0 && mark[to] == NO_CELL && isBeyond(axis, end)) {
            int room = room(end);
            if (beyond[room] == NOT_SEEN) {
                beyond[room] = own;
                pushBeside(room);
            }
        }
    }

    private void push(int at) {
        if (height == stack.length) {
            stack = Arrays.copyOf(stack, 2 * height);
        }
        stack[height++] = at;
    }

    /// Takes from each pocket's cells their mean.
    void removeMeans(float[] right) {
        if (count == 0) {
            return;
        }
        double[] sums = new double[count + 1];
        long[] cells = new long[count + 1];
        forEachHeld(
                (cell, pocket) -> {
                    sums[pocket] += right[cell];
                    cells[pocket]++;
                });
        forEachHeld((cell, pocket) -> right[cell] -= (float) (sums[pocket] / cells[pocket]));
    }

    /// What is done with a cell of the grid in a pocket.
    @FunctionalInterface
    private interface Held {
        void run(int cell, int pocket);
    }

    private void forEachHeld(Held what) {
        boolean all = beyond[0] > 0 || beyond[1] > 0;
        CellRange range = all ? CellRange.all(shape) : near;
        for (int z = range.z0(); z < range.z1(); z++) {
            for (int y = range.y0(); y < range.y1(); y++) {
                for (int x = range.x0(); x < range.x1(); x++) {
                    int pocket = pocket(x, y, z);
                    if (pocket > 0) {
                        what.run(shape.at(x, y, z), pocket);
                    }
                }
            }
        }
    }

    private int pocket(int x, int y, int z) {
        if (near.holds(x, y, z)) {
            return mark[local.at(x - near.x0(), y - near.y0(), z - near.z0())];
        }
        boolean above =
                (parting == 0 && x >= near.x1())
                        || (parting == 1 && y >= near.y1())
                        || (parting == 2 && z >= near.z1());
        return beyond[above ? 1 : 0];
    }
}
