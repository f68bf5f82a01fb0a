/// The dials: one for each parameter of the chosen thing, made from its declaration.
///
/// Data in: the shot and the selection. Data out: edits. Depends on `document`, `run` for the
/// element in view, and `kit`. On the toolkit's thread. Read [ashfall.desk.dials.DialsView] first.
package ashfall.desk.dials;
