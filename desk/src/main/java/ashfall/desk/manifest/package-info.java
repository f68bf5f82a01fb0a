/// The manifest: what is in the shot, and how things come and go.
///
/// Data in: the shot and the selection. Data out: edits. Depends on `document`, `run` for the
/// element in view, and `kit`. On the toolkit's thread. Read [ashfall.desk.manifest.ManifestView]
/// first.
package ashfall.desk.manifest;
