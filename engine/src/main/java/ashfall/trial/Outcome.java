package ashfall.trial;

import ashfall.sim.LogEntry;

import java.util.List;

/// What came of a run, in the figures by which trials are compared.
///
/// @param flameTopM highest flame of all frames, m; 0 without flame
/// @param heatKj released in all
/// @param smokeKg at the end
/// @param hottestK of all frames
/// @param lastFlame number of the last frame with flame ([LogEntry#FLAME]), or one less than the
/// first
/// @param lastFlameS its time, s
/// @param burns is there flame in the last frame?
public record Outcome(
        double flameTopM,
        double heatKj,
        double smokeKg,
        double hottestK,
        long lastFlame,
        double lastFlameS,
        boolean burns) {

    /// Of a burn log.
    ///
    /// @param log at least one entry
    public static Outcome of(List<LogEntry> log) {
        double top = 0;
        double hottest = 0;
        LogEntry last = null;
        for (LogEntry entry : log) {
            top = Math.max(top, entry.flameTopM());
            hottest = Math.max(hottest, entry.hottestK());
            if (entry.flameStandsM() > 0) {
                last = entry;
            }
        }
        LogEntry end = log.getLast();
        return new Outcome(
                top,
                end.heatKj(),
                end.smokeKg(),
                hottest,
                last == null ? log.getFirst().frame() - 1 : last.frame(),
                last == null ? Double.NaN : last.timeS(),
                end.equals(last));
    }
}
