/// The document: what is in a shot, its parameters, its file.
///
/// Data in: JSON, `KEY=VALUE` settings. Data out: an immutable [ashfall.shot.Shot]. Every parameter
/// is declared once, in [ashfall.shot.Kinds]; the file, the command line, its help and later the
/// dials read that declaration. Depends on `burn` for the names of fuels only, and on Jackson;
/// knows no grid and no window. Everything is immutable. Read [ashfall.shot.Kinds] first.
package ashfall.shot;
