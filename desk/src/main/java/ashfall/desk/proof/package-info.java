/// A part of the view as a finished picture, drawn anew whenever anything changes.
///
/// Data in: what the fireground shows, and a rectangle over it. Data out: pixels. Depends on
/// `document`, `run`, the fireground's camera and the engine's marcher. Pictures are made on a
/// thread of their own, all else on the toolkit's. Read [ashfall.desk.proof.ProofMaker] first.
package ashfall.desk.proof;
