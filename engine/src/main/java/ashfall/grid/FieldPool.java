package ashfall.grid;

import java.util.ArrayDeque;

/// Lends arrays of one grid's size, so that no stage owns scratch and nothing is allocated once a
/// run is warm.
///
/// Contents of a lent array are undefined. Not thread-safe: the thread that steps the simulation
/// borrows and returns.
public final class FieldPool {
    private final int size;
    private final ArrayDeque<float[]> free = new ArrayDeque<>();
    private int made;

    public FieldPool(GridShape shape) {
        this.size = shape.size();
    }

    /// An array of the grid's size with undefined contents.
    public float[] borrow() {
        float[] field = free.poll();
        if (field == null) {
            made++;
            field = new float[size];
        }
        return field;
    }

    /// Takes back what [#borrow()] lent, or an array of the same size given up for good.
    public void giveBack(float[] field) {
        if (field.length != size) {
            throw new IllegalArgumentException(
                    "the pool holds arrays of " + size + " floats, not " + field.length);
        }
        free.push(field);
    }

    /// How many arrays were ever made: the high-water mark of a run.
    public int made() {
        return made;
    }
}
