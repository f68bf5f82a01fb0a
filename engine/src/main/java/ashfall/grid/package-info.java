/// Shapes of space: how cells lie in the world and in memory, numbers that are the same on every
/// machine, noise.
///
/// Data in: sizes and seeds. Data out: shapes, indices, random numbers. Depends on nothing; knows
/// no physics. Everything is immutable or stateless and may be used from any thread. Read
/// [ashfall.grid.GridShape] first.
package ashfall.grid;
