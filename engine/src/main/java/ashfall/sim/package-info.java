/// One step, one frame: compiles a shot into plain stage settings and owns the order of the stages.
///
/// Data in: a [ashfall.shot.Shot], an element, a fineness. Data out: [ashfall.grid.Frame]s and the
/// ledger of what was released, burnt, left and gone. May depend on everything but `vdb`, `firing`,
/// `look`; must not know files of volumes or windows. A simulation belongs to the thread that steps
/// it. Read [ashfall.sim.Simulation] first.
package ashfall.sim;
