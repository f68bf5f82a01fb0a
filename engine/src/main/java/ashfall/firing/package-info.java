/// Firings on disk: frames as .vdb files, the burn log, keys, checkpoints, resuming.
///
/// Data in: a shot, a folder, a range of frames. Data out: the folder. Depends on `sim`, `vdb`,
/// `shot`; knows no window and no command line. A firing job belongs to one thread; a lock in the
/// folder keeps a second writer out.
///
/// A folder holds `NAME_0001.vdb` …, `firing.json` (shot, key, frames done, burn log),
/// `checkpoint.bin` (the whole state after the last frame) and, while it is written to, `.lock`.
/// Read [ashfall.firing.FiringJob] first.
package ashfall.firing;
