/// The shot that is open: edits as values, undo, saving, recovery after a crash.
///
/// Data in: edits. Data out: an immutable shot after each. Depends on the engine's document and
/// JavaFX properties; knows no nodes. On the toolkit's thread, but for [Autosave], [Recovery] and
// [KeptLooks].
/// Read [ashfall.desk.document.Document] first.
package ashfall.desk.document;
