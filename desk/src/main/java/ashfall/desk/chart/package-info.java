/// The chart: what is released when, what was measured, on one time axis.
///
/// Data in: the shot, the run that is shown and the one before, the frame looked at. Data out:
/// edits of releases, the chosen frame. Depends on `document`, `run` and `kit`. On the toolkit's
/// thread. Read [ashfall.desk.chart.ChartView] first.
package ashfall.desk.chart;
