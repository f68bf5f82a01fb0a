/// Motion of the gas: transport, forces, and the pressure that makes the flow grow by exactly
/// what burns.
///
/// Data in: fields over one [ashfall.grid.GridShape] and numbers in SI units. Data out: the same
/// fields a time step later, with what left through the sides and what the solver reached. Depends
/// on `grid` and `work`; knows no document, no fuel and no file. Kernels are package-private static
/// rows; the classes around them may be used by one thread at a time and spread their work over
/// [ashfall.work.Workers]. Read [ashfall.gas.GasLaw], then [ashfall.gas.ScalarTransport].
package ashfall.gas;
