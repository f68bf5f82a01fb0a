/// Finished pictures of firings: what they will lack, how they come along, and what they are.
package ashfall.desk.render;
