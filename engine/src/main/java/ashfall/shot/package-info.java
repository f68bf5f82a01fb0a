/// The document: what is in a shot, its parameters, its file.
///
/// Data in: JSON, `KEY=VALUE` settings. Data out: an immutable [ashfall.shot.Shot]. Every parameter
/// is declared once, in the class of its kind ([ashfall.shot.Gas], [ashfall.shot.Source], …); the
/// file, the command line, its help and the dials read that declaration. Depends on `burn` for the
/// names of fuels only, and on Jackson; knows no grid and no window. Everything is immutable. Read
/// [ashfall.shot.Gas] first.
package ashfall.shot;
