/// The train: stations, fineness, arming and firing.
///
/// Data in: the shot, the run that is shown, the firing in hand. Data out: the chosen station,
/// firings started and cancelled. Depends on `document`, `run`, `kit` and the figures of
/// `manifest`. On the toolkit's thread; disks are asked on another. Read
/// [ashfall.desk.train.TrainView] first.
package ashfall.desk.train;
