package ashfall.sim;

import ashfall.gas.CellRange;
import ashfall.grid.Box;
import ashfall.grid.GridShape;
import ashfall.shot.Bounds;

import java.util.ArrayList;
import java.util.List;

/// How the simulated box follows the gas inside the bounds: by whole tiles, on the sides that may
/// move, so that a margin of air stays around all that differs from the surroundings.
///
/// @param limit the bounds: the box never leaves them
/// @param follows which sides move, in the order of [Bounds#SIDES]
/// @param margin cells of air to keep around the gas, at least [#LEAST]
record BoxFit(Box limit, List<Boolean> follows, int margin) {
    /// Gas moves less than this in a step, and stages look that far.
    static final int LEAST = 8;

    /// Sides move by whole leaves of a frame.
    private static final int TILE = 8;

    /// Cells that a side keeps in hand before it moves back.
    private static final int IDLE = 24;

    private static final int NARROWEST = 32;

    BoxFit {
        follows = List.copyOf(follows);
        margin = Math.max(LEAST, margin);
    }

    boolean moves() {
        return follows.contains(true);
    }

    /// The box for the gas as it is: wider where the gas comes close to a side, narrower where it
    /// has long left one, else the present one.
    ///
    /// @param gas what differs from the surroundings, in cells of the present box; empty for none
    Box fitted(Box now, CellRange gas) {
        return fitted(now, gas, IDLE);
    }

    /// The box for the sources that a run starts with: no wider than they need.
    ///
    /// @param sources in cells of the bounds
    Box first(CellRange sources) {
        return fitted(limit, sources, 0);
    }

    private Box fitted(Box now, CellRange gas, int idle) {
        if (!moves() || gas.isEmpty()) {
            return now;
        }
        int[] from = new int[3];
        int[] to = new int[3];
        for (int axis = 0; axis < 3; axis++) {
            from[axis] = now.from(axis);
            to[axis] = now.end(axis);
            if (follows.get(2 * axis)) {
                int first = now.from(axis) + low(gas, axis) - margin;
                if (first < from[axis] || first - idle > from[axis]) {
                    from[axis] = down(first - LEAST, axis);
                }
            }
            if (follows.get(2 * axis + 1)) {
                int last = now.from(axis) + high(gas, axis) + margin;
                if (last > to[axis] || last + idle < to[axis]) {
                    to[axis] = up(last + LEAST, axis);
                }
            }
            if (to[axis] - from[axis] < NARROWEST) {
                to[axis] = Math.min(limit.end(axis), from[axis] + NARROWEST);
                from[axis] = Math.max(limit.from(axis), to[axis] - NARROWEST);
            }
        }
        return new Box(
                from[0],
                from[1],
                from[2],
                new GridShape(to[0] - from[0], to[1] - from[1], to[2] - from[2]));
    }

    /// Sides of the bounds that move, but which the gas has met, so that they can move no more.
    List<String> met(Box now, CellRange gas) {
        List<String> sides = new ArrayList<>();
        if (gas.isEmpty()) {
            return sides;
        }
        for (int axis = 0; axis < 3; axis++) {
            if (follows.get(2 * axis) && now.from(axis) + low(gas, axis) <= limit.from(axis)) {
                sides.add(Bounds.SIDES.get(2 * axis));
            }
            if (follows.get(2 * axis + 1) && now.from(axis) + high(gas, axis) >= limit.end(axis)) {
                sides.add(Bounds.SIDES.get(2 * axis + 1));
            }
        }
        return sides;
    }

    private int down(int cell, int axis) {
        int tiles = Math.floorDiv(cell - limit.from(axis), TILE);
        return limit.from(axis) + TILE * Math.max(0, tiles);
    }

    private int up(int cell, int axis) {
        int tiles = Math.ceilDiv(cell - limit.from(axis), TILE);
        return Math.min(limit.end(axis), limit.from(axis) + TILE * tiles);
    }

    private static int low(CellRange r, int axis) {
        return axis == 0 ? r.x0() : axis == 1 ? r.y0() : r.z0();
    }

    private static int high(CellRange r, int axis) {
        return axis == 0 ? r.x1() : axis == 1 ? r.y1() : r.z1();
    }
}
