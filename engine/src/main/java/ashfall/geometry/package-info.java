/// What stands in a shot as signed distances: the forms of sources and obstacles, where they are at
/// a time and how they move.
package ashfall.geometry;
