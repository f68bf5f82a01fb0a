/// Runs beside each other: trials of the shot on a contact sheet, and two runs in one picture.
///
/// Data in: the runs, the fireground's camera and the playhead. Data out: pictures of several runs
/// at the same moment, and edits that put a trial to use. Read [ashfall.desk.compare.PlateMaker]
/// first.
package ashfall.desk.compare;
