/// Looks for what will go wrong before a run, and judges a run by what was forecast and wanted.
///
/// Data in: a [ashfall.shot.Shot], the burn log of a run. Data out: [ashfall.continuity.Finding]s
/// with remedies and [ashfall.continuity.Stake]s, in words and figures; nothing here changes gas.
/// Read [ashfall.continuity.Continuity] first.
package ashfall.continuity;
