package ashfall.grid;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/// An immutable snapshot of an element: what picture, probe, writer and hand-over read. Live or
/// from disk, nobody can tell.
///
/// @param number of the frame
/// @param seconds shot time
/// @param lattice where the voxels lie
/// @param channels by name
public record Frame(
        long number, double seconds, Lattice lattice, Map<String, SparseGrid> channels) {
    public Frame {
        channels = Collections.unmodifiableMap(new LinkedHashMap<>(channels));
    }
}
