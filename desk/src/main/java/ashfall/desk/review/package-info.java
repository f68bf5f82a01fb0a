/// Looking at the work together: remarks pinned in the picture, references beside it, and rushes,
/// quick movies of the view that are kept.
package ashfall.desk.review;
