package ashfall.work;

/// Hears how far a job is. Called from the thread that does the work.
@FunctionalInterface
public interface Progress {

    /// @param done share of the job that is done, 0 to 1
    /// @param secondsLeft estimate from the pace so far; NaN while unknown
    /// @param what the piece just finished, in words for the user
    void report(double done, double secondsLeft, String what);

    /// Hears nothing.
    static Progress silent() {
        return (done, secondsLeft, what) -> {};
    }
}
