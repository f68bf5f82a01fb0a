/// The runs of the open shot: sketches in this process, firings in another, and the frame that is
/// looked at.
///
/// Data in: the shot after each edit. Data out: frames and burn logs as they come. Depends on the
/// engine and JavaFX properties; knows no nodes. Simulation and files are on threads of their own,
/// the rest on the toolkit's. Read [ashfall.desk.run.Runs] first.
package ashfall.desk.run;
