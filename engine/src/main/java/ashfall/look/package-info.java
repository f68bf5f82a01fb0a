/// The light of frames: black bodies, what reaches the gas, what comes along a line of sight.
///
/// Data in: [ashfall.grid.Frame]s and the camera, sun and look of a shot. Data out: pictures and
/// their layers. Depends on `grid`, `shot`, `geometry`, `work`, `picture`; knows no simulation and
/// no file of volumes. Shading never changes a frame. A [ashfall.look.Marcher] is immutable once
/// built; its rows are drawn by all workers. Read [ashfall.look.Marcher], [ashfall.look.GasLight]
/// and [ashfall.look.Ray] first.
package ashfall.look;
