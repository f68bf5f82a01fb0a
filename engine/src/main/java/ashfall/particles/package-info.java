/// Carriers: what flies on its own and releases on its way.
package ashfall.particles;
