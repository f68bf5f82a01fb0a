/// Firings on several machines that are named by their addresses and share a secret.
///
/// Data in: tasks, each a shot to be fired alone. Data out: their firings' folders, with the same
/// frames as one machine makes. A [ashfall.farm.Worker] fires what it is given and sends the files
/// back; a [ashfall.farm.Coordinator] calls the workers, hands tasks out, one at a time to each,
/// gathers what comes of them, and gives the task of a worker that is lost to another. They talk
/// through queues of Hazelcast that lie at the worker; every message is sealed with the secret.
/// Read [ashfall.farm.Coordinator] first.
package ashfall.farm;
