package ashfall.work;

/// A request to stop, made by one thread and looked at by another between pieces of work.
/// Cancelling is not an error: work that was cancelled returns what is whole.
public final class Cancel {
    private volatile boolean asked;

    public void ask() {
        asked = true;
    }

    public boolean isAsked() {
        return asked;
    }

    /// Leaves the work in hand when a stop was asked for.
    public void check() {
        if (asked) {
            throw new CancelledException();
        }
    }

    /// Unwinds the work in hand to the job that was cancelled.
    public static final class CancelledException extends RuntimeException {
        CancelledException() {
            super("cancelled", null, false, false);
        }
    }
}
