package ashfall.gas;

import ashfall.grid.GridShape;

/// A box of cells inside a grid: x0 <= x < x1 and so on.
public record CellRange(int x0, int x1, int y0, int y1, int z0, int z1) {
    /// No cell.
    public static final CellRange NONE = new CellRange(0, 0, 0, 0, 0, 0);

    /// Every cell of a grid.
    public static CellRange all(GridShape shape) {
        return new CellRange(0, shape.nx(), 0, shape.ny(), 0, shape.nz());
    }

    public int width() {
        return x1 - x0;
    }

    public int height() {
        return y1 - y0;
    }

    public int depth() {
        return z1 - z0;
    }

    /// Cells in it.
    public int count() {
        return isEmpty() ? 0 : width() * height() * depth();
    }

    public boolean isEmpty() {
        return x1 <= x0 || y1 <= y0 || z1 <= z0;
    }

    public boolean holds(int x, int y, int z) {
        return x >= x0 && x < x1 && y >= y0 && y < y1 && z >= z0 && z < z1;
    }

    /// Is there a cell in both?
    public boolean overlaps(CellRange o) {
        return Math.max(x0, o.x0) < Math.min(x1, o.x1)
                && Math.max(y0, o.y0) < Math.min(y1, o.y1)
                && Math.max(z0, o.z0) < Math.min(z1, o.z1);
    }

    /// The smallest range that holds both.
    public CellRange union(CellRange o) {
        if (isEmpty()) {
            return o;
        }
        if (o.isEmpty()) {
            return this;
        }
        return new CellRange(
                Math.min(x0, o.x0),
                Math.max(x1, o.x1),
                Math.min(y0, o.y0),
                Math.max(y1, o.y1),
                Math.min(z0, o.z0),
                Math.max(z1, o.z1));
    }
}
