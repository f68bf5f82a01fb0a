package ashfall.firing;

import ashfall.look.Marcher;

import java.util.function.DoubleConsumer;
import java.util.function.LongSupplier;

/// Tells how long a picture takes while it is drawn: what has gone, and the rest at the pace of the
/// later half of the rows so far. The first are slow, as the compiler gets quicker code ready
/// meanwhile, so it is told once soon and once more when the pace is steady.
final class Foretelling implements Marcher.Rows {
    /// Parts of the rows, by one over them, after which it is told.
    private static final int[] TOLD = {16, 4};

    private final long begun;
    private final LongSupplier clock;
    private final DoubleConsumer listener;

    /// When there was half of the rows after which it is told next, by the clock; and how many.
    private long since;

    private int sinceRows;

    /// @param begun when the picture was, by the clock
    /// @param clock nanoseconds
    /// @param listener hears the seconds that the picture takes in all, about
    Foretelling(long begun, LongSupplier clock, DoubleConsumer listener) {
        this.begun = begun;
        this.clock = clock;
        this.listener = listener;
        this.since = clock.getAsLong();
    }

    @Override
    public synchronized void drawn(int rows, int of) {
        for (int part : TOLD) {
            int at = Math.max(1, of / part);
            if (rows == at) {
                long now = clock.getAsLong();
                double each = (double) (now - since) / (rows - sinceRows);
                listener.accept((now - begun + each * (of - rows)) * 1e-9);
                return;
            }
            if (rows == at / 2) {
                since = clock.getAsLong();
                sinceRows = rows;
            }
        }
    }
}
