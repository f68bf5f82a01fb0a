/// Pictures and what they are made of: parts that add up, how they are shown, and their files.
/// Knows nothing of gas.
package ashfall.picture;
