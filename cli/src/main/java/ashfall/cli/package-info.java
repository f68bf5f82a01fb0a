/// The command line: the same engine without a window.
///
/// Data in: arguments. Data out: one JSON object or plain lines on standard output, progress and
/// complaints on standard error, an exit status (0 done, 1 failed, 2 wrong usage, 3 cancelled).
/// Depends on the engine and picocli; the engine does not know it. Read [ashfall.cli.Ashfall]
/// first.
package ashfall.cli;
