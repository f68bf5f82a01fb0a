/// Chemistry: fuels, ignition, heat, soot, radiation and the expansion they cause.
///
/// Data in: contents and temperature of the gas, a fuel, a time step. Data out: the contents after
/// burning and the volume that the gas of each cell then needs. Depends on `grid`, `work` and
/// `gas`; knows no document and no pressure solver. Read [ashfall.burn.Fuel], then
/// [ashfall.burn.Burning].
package ashfall.burn;
