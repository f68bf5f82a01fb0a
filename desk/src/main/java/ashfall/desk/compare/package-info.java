/// Runs and looks beside each other: trials of the shot and looks of a frame on contact sheets, and
/// two runs in one picture.
///
/// Data in: the runs, the fireground's camera and the playhead. Data out: pictures of several runs
/// at the same moment, and edits that put a trial or a look to use. Read
/// [ashfall.desk.compare.PlateMaker] first.
package ashfall.desk.compare;
