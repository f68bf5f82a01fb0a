/// The ledger: the shot's firings, what differs between them, what they take on disk.
///
/// Data in: [ashfall.desk.run.Firings]. Read [ashfall.desk.ledger.LedgerPanel] first.
package ashfall.desk.ledger;
