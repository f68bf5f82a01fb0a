/// Validation against exact solutions and measured fires. Each test class writes its section of
/// `docs/validation.md`, with plots, when it runs under `-Pvalidate`; short ones run in every
/// build.
package ashfall.validation;
