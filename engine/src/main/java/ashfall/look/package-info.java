/// Pictures of frames: blackbody, light in the volume, camera, ray march, tone, PNG.
///
/// Data in: [ashfall.grid.Frame]s and the camera, sun and look of a shot. Data out: pictures.
/// Depends on `grid`, `shot`, `work`; knows no simulation and no file of volumes. Shading never
/// changes a frame. A [ashfall.look.Marcher] is immutable once built; its rows are drawn by all
/// workers. Read [ashfall.look.Marcher] first.
package ashfall.look;
