package ashfall.trial;

import ashfall.shot.Unit;
import ashfall.sim.LogEntry;

import java.util.List;
import java.util.Locale;

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

    /// "last flame at 0.92 s, frame 22", "burns to the end" or "no flame at all".
    public String ends() {
        return burns
                ? "burns to the end"
                : Double.isNaN(lastFlameS)
                        ? "no flame at all"
                        : String.format(
                                Locale.ROOT,
                                "last flame at %.2f s, frame %d",
                                lastFlameS,
                                lastFlame);
    }

    /// "12.4 MJ".
    public String heat() {
        return heatKj < 1000
                ? Unit.number(heatKj, 3) + " kJ"
                : Unit.number(heatKj / 1000, 3) + " MJ";
    }

    /// "flame top 3.2 m, 12.4 MJ of heat, burns to the end".
    public String words() {
        String top = Unit.METRE.figure(flameTopM, 3);
        return "flame top " + top + ", " + heat() + " of heat, " + ends();
    }
}
