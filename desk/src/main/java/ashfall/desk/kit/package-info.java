/// What all regions of the window share: colours and fonts, icons, and the way from other threads
/// to the toolkit's.
///
/// Depends on JavaFX only. [ashfall.desk.kit.Latest] may be called from any thread, the rest on the
/// toolkit's. Read [ashfall.desk.kit.Tokens] first.
package ashfall.desk.kit;
