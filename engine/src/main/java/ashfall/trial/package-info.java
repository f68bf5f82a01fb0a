/// Variants of a shot tried side by side: which there are, and what came of them.
///
/// Data in: a shot and what to vary. Data out: [ashfall.trial.Trial]s, each a shot of its own, and
/// [ashfall.trial.Outcome]s of burn logs. Depends on `shot`, `grid` and the log entries of `sim`;
/// runs nothing itself. Read [ashfall.trial.Trials] first.
package ashfall.trial;
