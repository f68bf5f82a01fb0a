/// Long work: one pool of threads, jobs with progress, time left, cancel and one error path.
///
/// Data in: bodies to run over slabs. Data out: progress. Depends on nothing; knows neither grids
/// nor documents. Read [ashfall.work.Workers] first.
package ashfall.work;
