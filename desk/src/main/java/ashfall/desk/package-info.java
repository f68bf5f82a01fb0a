/// The window. So far: what stands between the engine's pictures and the toolkit.
///
/// Data in: pictures of the engine. Data out: toolkit images. Depends on the engine and JavaFX;
/// nothing depends on it. Images are made on any thread and shown on the toolkit's.
package ashfall.desk;
