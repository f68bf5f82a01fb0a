/// The fireground: the picture of the gas, what is drawn over it, and how it is looked at.
///
/// Data in: the shot, the run that is shown, the frame looked at. Data out: edits by handles.
/// Depends on the engine's pictures, `document`, `run` and `kit`. Pictures are made on a thread of
/// its own ([ashfall.desk.fireground.PictureMaker]), the rest is on the toolkit's. Read
/// [ashfall.desk.fireground.FiregroundView] first.
package ashfall.desk.fireground;
