package ashfall.firing;

import ashfall.grid.Lattice;
import ashfall.shot.Kept;
import ashfall.sim.Simulation;
import ashfall.sim.Snapshot;
import ashfall.vdb.LeafPacker;
import ashfall.vdb.PackedGrid;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.List;

/// Packs the channels of a simulation's present state as a file holds them, leaf by leaf: a frame
/// that waits for the disk takes no more memory than its file space.
final class FramePacker {
    private static final int CHANNELS = 5;
    private static final int VELOCITY = 4;

    private final Workers workers;
    private final Kept kept;

    /// For each worker and channel: one for 16 bit, one for 32.
    private final LeafPacker[][] packers;

    FramePacker(Kept kept, Workers workers) {
        this.kept = kept;
        this.workers = workers;
        this.packers = new LeafPacker[workers.threads()][2 * CHANNELS];
    }

    /// What a file is to hold.
    List<PackedGrid> pack(Simulation simulation) {
        Lattice lattice = simulation.setup().lattice();
        List<PackedGrid> grids = new ArrayList<>();
        for (Snapshot.Taken<LeafPacker.Packed> taken :
                Snapshot.<LeafPacker.Packed>take(
                        simulation,
                        kept,
                        workers,
                        (leaf, channel, worker) -> {
                            boolean half = leaf.half() != null;
                            LeafPacker[] own = packers[worker];
                            int place = 2 * channel + (half ? 0 : 1);
                            if (own[place] == null) {
                                own[place] = new LeafPacker(channel == VELOCITY ? 3 : 1, half);
                            }
                            return own[place].pack(leaf);
                        })) {
            grids.add(FrameFile.packed(taken, lattice, kept.names().get(taken.name())));
        }
        return grids;
    }
}
