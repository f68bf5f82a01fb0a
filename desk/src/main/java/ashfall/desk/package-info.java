/// The window as a program: its commands, and what its regions share.
///
/// Data in: shots from files and demos. Data out: pictures of the window, and what the regions do.
/// Each region is a package of its own and knows `document`, `run` and `kit`, not this one. Read
/// [ashfall.desk.DeskWindow] first.
package ashfall.desk;
