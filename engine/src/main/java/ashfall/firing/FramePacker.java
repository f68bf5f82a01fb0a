package ashfall.firing;

import ashfall.grid.Coarser;
import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.shot.Kept;
import ashfall.sim.Simulation;
import ashfall.sim.Snapshot;
import ashfall.vdb.LeafPacker;
import ashfall.vdb.PackedGrid;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Packs the channels of a simulation's present state as a file holds them, leaf by leaf: a frame
/// that waits for the disk takes no more memory than its file space.
final class FramePacker {
    private static final int CHANNELS = 5;
    private static final int VELOCITY = 4;

    /// Voxels of a frame that are read and shown in a moment as they are.
    private static final long LARGE = 1_500_000;

    private final Workers workers;
    private final Kept kept;

    /// For each worker and channel: one for 16 bit, one for 32.
    private final LeafPacker[][] packers;

    FramePacker(Kept kept, Workers workers) {
        this.kept = kept;
        this.workers = workers;
        this.packers = new LeafPacker[workers.threads()][2 * CHANNELS];
    }

    /// A packed frame.
    ///
    /// @param grids what its file is to hold
    /// @param coarse the same at less detail, where it is so large that reading it takes long; else
    ///     null
    record Packed(List<PackedGrid> grids, Frame coarse) {}

    /// A leaf in both forms.
    ///
    /// @param block null where no coarse frame holds it
    private record Both(LeafPacker.Packed packed, Coarser.Block block) {}

    Packed pack(Simulation simulation) {
        Lattice lattice = simulation.setup().lattice();
        boolean mayBeLarge = 2L * simulation.box().shape().size() > LARGE;
        List<Snapshot.Taken<Both>> channels =
                Snapshot.take(
                        simulation,
                        kept,
                        workers,
                        (leaf, channel, worker) -> pack(leaf, channel, worker, mayBeLarge));
        List<PackedGrid> grids = new ArrayList<>();
        long voxels = 0;
        for (Snapshot.Taken<Both> taken : channels) {
            List<LeafPacker.Packed> packed = taken.leaves().stream().map(Both::packed).toList();
            String name = kept.names().get(taken.name());
            grids.add(FrameFile.packed(taken, packed, lattice, name));
            voxels = Math.max(voxels, (long) packed.size() * SparseGrid.VOXELS);
        }
        return new Packed(grids, voxels > LARGE ? coarse(simulation, channels) : null);
    }

    private static Frame coarse(Simulation simulation, List<Snapshot.Taken<Both>> channels) {
        Map<String, SparseGrid> coarse = new LinkedHashMap<>();
        for (Snapshot.Taken<Both> taken : channels) {
            if (Coarser.CHANNELS.contains(taken.name())) {
                List<Coarser.Block> blocks = taken.leaves().stream().map(Both::block).toList();
                coarse.put(
                        taken.name(),
                        Coarser.grid(taken.name(), taken.unit(), taken.background()[0], blocks));
            }
        }
        return new Frame(
                simulation.frame(),
                simulation.time(),
                Coarser.lattice(simulation.setup().lattice()),
                coarse);
    }

    private Both pack(SparseGrid.Leaf leaf, int channel, int worker, boolean mayBeLarge) {
        boolean half = leaf.half() != null;
        LeafPacker[] own = packers[worker];
        int place = 2 * channel + (half ? 0 : 1);
        if (own[place] == null) {
            own[place] = new LeafPacker(channel == VELOCITY ? 3 : 1, half);
        }
        String name = Kept.ALL.get(channel);
        boolean coarse = mayBeLarge && Coarser.CHANNELS.contains(name);
        return new Both(own[place].pack(leaf), coarse ? Coarser.of(leaf, name) : null);
    }
}
